<!-- One count to put right: what was good, of how many, the best in a row. -->
<script lang="ts">
  import type { Run } from '$lib/api/client';
  import { goalKind } from '$lib/api/vocabulary';

  type Stage = NonNullable<Run['state']['blocks'][number]['students']>[number]['stages'][number];
  interface Props {
    stage: Stage;
    label: string;
    onset: (v: { value: number; of?: number; best?: number }) => void;
  }
  let { stage, label, onset }: Props = $props();
  const kind = $derived(goalKind(stage.goal.kind));
  const counter = $derived(kind?.counter ?? 'balls');
  const streak = $derived(counter === 'balls' && !!kind?.streaks);
  let trouble = $state('');
  const field = 'figures input w-14 border-base-content/60 px-1.5 text-right input-xs';

  function set(next: { good?: string; of?: string; best?: string }) {
    const read = (v: string | undefined, was: number) => (v === undefined ? was : Number(v));
    const good = read(
      next.good,
      counter === 'sets'
        ? (stage.tries?.at(-1) ?? 0)
        : counter === 'shots'
          ? stage.best
          : stage.repeats
            ? stage.count
            : stage.good
    );
    const of = read(next.of, stage.balls || good);
    const best = read(next.best, Math.min(stage.best, good));
    if (![good, of, best].every((n) => Number.isInteger(n) && n >= 0 && n <= 1000)) {
      trouble = 'Whole numbers up to 1000.';
    } else if (of < good || best > good) {
      trouble = 'Good balls and best in a row cannot be more than the number of balls.';
    } else {
      trouble = '';
      if (counter === 'sets') onset({ value: good });
      else if (counter === 'shots') onset({ value: good, best: good });
      else if (stage.repeats) onset({ value: good, of: good });
      else onset({ value: good, of, best: streak ? best : Math.min(stage.best, good) });
    }
  }
</script>

{#if counter === 'times'}
  {stage.said ?? 'no time recorded'}
{:else}
  <span class="flex flex-wrap items-baseline gap-1.5">
    <input
      class={field}
      inputmode="numeric"
      aria-label="{label}: {counter === 'shots' ? 'longest rally' : stage.repeats ? 'repetitions' : 'good'}"
      value={counter === 'sets'
        ? (stage.tries?.at(-1) ?? 0)
        : counter === 'shots'
          ? stage.best
          : stage.repeats
            ? stage.count
            : stage.good}
      onchange={(e) => set({ good: e.currentTarget.value })}
    />
    {#if counter === 'sets'}{stage.goal.setOf ? `sets of ${stage.goal.setOf}` : 'good'}
    {:else if counter === 'shots'}in the longest rally
    {:else if stage.repeats}done
    {:else}good of
      <input
        class={field}
        inputmode="numeric"
        aria-label="{label}: balls"
        value={stage.balls}
        onchange={(e) => set({ of: e.currentTarget.value })}
      />
      {#if streak}best
        <input
          class={field}
          inputmode="numeric"
          aria-label="{label}: best in a row"
          value={stage.best}
          onchange={(e) => set({ best: e.currentTarget.value })}
        />{/if}
    {/if}
    {#if trouble}<span class="text-sm text-error" role="alert">{trouble}</span>{/if}
  </span>
{/if}
