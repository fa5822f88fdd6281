<!-- What is done and not hit: how many, a bell where it has one, and held or not. -->
<script lang="ts">
  import type { Session } from '../session.svelte';
  import { beep, buzz } from '../sound';
  import Face from './Face.svelte';
  import type { Watch } from './watch.svelte';

  let { session, bell }: { session: Session; bell: Watch } = $props();
  const step = $derived(session.stage!);
  const seconds = $derived(step.goal.seconds ?? 0);
  const left = $derived(bell.since ? seconds - bell.elapsed(session.now) / 1000 : -1);
  const words = ['not yet', 'nearly', 'got it'];

  $effect(() => {
    if (!bell.since || left > 0) return;
    if (left > -2) {
      beep(880, 0.7);
      buzz(400);
    }
    bell.stop();
  });
</script>

<div class="flex items-end justify-between gap-3" aria-live="polite">
  <p class="figures leading-none" aria-label="{step.count} of {step.goalLabel}">
    <span class="text-7xl font-semibold">{step.count}</span><span class="text-3xl">/{step.goal.count}</span>
  </p>
  {#if seconds}
    <button
      type="button"
      class="btn h-16 border-2 border-base-content text-xl"
      class:btn-accent={bell.since > 0}
      onclick={() => (bell.since ? bell.stop() : bell.start())}
      ><span class="figures">{Math.ceil(bell.since ? left : seconds)} s</span>
      {bell.since ? 'until the bell' : 'Start the timer'}</button
    >
  {:else}<p class="text-xl">done</p>{/if}
</div>
<div class="grid grid-cols-3 gap-2" role="group" aria-label="How it was">
  {#each words as word, i (word)}
    <button
      type="button"
      class="btn h-16 gap-1 border-2 border-base-content px-1 text-lg leading-tight"
      class:btn-accent={step.lastHeld === i}
      onclick={() => session.at('held', { value: i })}
      aria-label="{word}, {step.held?.[i] ?? 0} so far"
      ><Face mood={i} />
      {word}{#if step.held?.[i]}<span class="figures">{step.held[i]}</span>{/if}</button
    >
  {/each}
</div>
