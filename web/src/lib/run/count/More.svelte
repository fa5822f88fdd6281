<!-- What is written beside the count: a total, where a miss went, what was seen, a line. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import type { Drill } from '$lib/api/client';
  import type { Session } from '../session.svelte';
  import WhereItWent from './WhereItWent.svelte';

  interface Props {
    session: Session;
    drill: Drill;
    name: string;
    onclose: () => void;
  }
  let { session, drill, name, onclose }: Props = $props();
  const student = $derived(session.student!);
  const step = $derived(session.stage!);
  const byBalls = $derived(!step.repeats && step.goal.kind !== 'timed' && step.goal.kind !== 'clock');
  const whole = $derived(step.goal.kind === 'inARow' || step.goal.kind === 'rally');
  let good = $state('');
  let of = $state('');
  let word = $state('');
  let box: HTMLElement;
  /** Words to begin with, until the coach has some [trade]. */
  const usual = ['late', 'off balance', 'slowed the swing', 'stood still', 'too close', 'stiff grip'];
  const tags = $derived(session.state.tags?.[student.id] ?? {});
  const words = $derived([...new Set([...session.words, ...Object.keys(tags), ...usual])].slice(0, 12));

  function total() {
    const g = Number(good);
    const n = of === '' ? 0 : Number(of);
    if (good === '' || !Number.isInteger(g) || g < 0 || g > 500 || !Number.isInteger(n) || (n > 0 && n < g))
      return;
    session.at('count', { value: g, of: n || undefined });
    good = of = '';
  }
  function tag(text: string) {
    const said = text.trim().slice(0, 24);
    if (said) session.add({ kind: 'tag', student: student.id, text: said });
    word = '';
  }
  onMount(() => box.focus());
</script>

<svelte:window onkeydown={(e) => e.key === 'Escape' && onclose()} />
<div
  class="fixed inset-0 z-20 mx-auto flex max-w-3xl flex-col gap-4 overflow-y-auto bg-base-100 p-4"
  role="dialog"
  aria-modal="true"
  aria-label="Notes on {name}"
  tabindex="-1"
  bind:this={box}
>
  <h2 dir="auto" class="text-2xl">{name}</h2>
  {#if byBalls}
    <section>
      <h3 class="text-lg font-semibold">{whole ? 'Enter a streak' : 'Enter a total'}</h3>
      <div class="mt-1 flex items-center gap-2 text-lg">
        <input
          class="figures input h-14 w-20 border-base-content text-xl"
          inputmode="numeric"
          aria-label="Good balls"
          bind:value={good}
        />
        {#if whole}in a row{:else}good of
          <input
            class="figures input h-14 w-20 border-base-content text-xl"
            inputmode="numeric"
            aria-label="Total balls"
            bind:value={of}
          />{/if}
        <button type="button" class="btn ml-auto h-14 border-base-content text-lg btn-accent" onclick={total}
          >Add</button
        >
      </div>
      {#if !whole}<p class="mt-1 text-base">
          Without the total number of balls this counts toward the goal but not toward the success rate.
        </p>{/if}
    </section>
    <section>
      <h3 class="text-lg font-semibold">A miss: where did it go?</h3>
      <WhereItWent {drill} misses={step.misses ?? {}} onmiss={(more) => session.at('miss', more)} />
    </section>
  {/if}
  <section>
    <h3 class="text-lg font-semibold">Observations</h3>
    <div class="mt-1 flex flex-wrap gap-2">
      {#each words as w (w)}
        <button
          type="button"
          class="btn h-14 border-2 border-base-content text-lg"
          class:btn-accent={tags[w]}
          aria-label="{w}, {tags[w] ?? 0} times so far"
          onclick={() => tag(w)}
          >{w}{#if tags[w]}<span class="figures">{tags[w]}</span>{/if}</button
        >
      {/each}
      <input
        dir="auto"
        class="input h-14 w-44 border-base-content text-lg"
        maxlength="24"
        placeholder="Your own observation"
        aria-label="Your own observation"
        bind:value={word}
        onkeydown={(e) => e.key === 'Enter' && tag(word)}
      />
    </div>
  </section>
  <label class="block">
    <span class="text-lg font-semibold">Note about <bdi>{name}</bdi></span>
    <input
      dir="auto"
      class="input mt-1 h-14 w-full border-base-content text-lg"
      maxlength="500"
      value={session.state.notes?.[student.id] ?? ''}
      onchange={(e) => session.add({ kind: 'note', student: student.id, text: e.currentTarget.value })}
    />
  </label>
  <button
    type="button"
    class="btn mt-auto h-16 border-2 border-base-content text-xl btn-accent"
    onclick={onclose}>Back to counting</button
  >
</div>
