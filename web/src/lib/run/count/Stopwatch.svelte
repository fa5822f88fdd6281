<!-- Against the clock: start, laps, stop; less is better. -->
<script lang="ts">
  import type { Watch } from './watch.svelte';
  import type { Session } from '../session.svelte';

  let { session, watch }: { session: Session; watch: Watch } = $props();
  const step = $derived(session.stage!);
  const times = $derived(step.times ?? []);
  const said = (ms: number) => `${(ms / 1000).toFixed(1)} s`;
  const best = $derived(times.length ? Math.min(...times) : 0);
  const beat = $derived(session.last?.best ? session.last.best * 1000 : 0);
</script>

<div class="flex items-end justify-between gap-3" aria-live="polite">
  <p class="figures leading-none">
    <span class="text-7xl font-semibold">{(watch.elapsed(session.now) / 1000).toFixed(1)}</span><span
      class="text-2xl"
    >
      s</span
    >
  </p>
  <dl class="grid grid-cols-2 gap-x-4 text-right">
    {#if beat || step.goal.seconds}<dt>to beat</dt>
      <dd class="figures text-2xl font-semibold">{beat ? said(beat) : `${step.goal.seconds} s`}</dd>{/if}
    {#if best}<dt>best today</dt>
      <dd class="figures text-xl">{said(best)}</dd>{/if}
  </dl>
</div>
<ol class="flex min-h-8 flex-wrap gap-x-4 text-lg" aria-label="Times">
  {#each times as t, i (i)}<li class="figures" class:font-bold={t === best}>{i + 1}: {said(t)}</li>
  {:else}<li>{step.goalLabel}</li>{/each}
</ol>
