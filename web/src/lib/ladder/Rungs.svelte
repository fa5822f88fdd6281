<!--
  A ladder, drawn as one: the last rung on top, the student’s marked with the ball. Each rung shows
  what is to be met and, as marks, the sessions that counted there: filled where the gate was met,
  open where it was not, crossed where it fell short; each leads to its lesson.
-->
<script lang="ts">
  import { sayDate } from '$lib/units/when';
  import type { Climb } from '$lib/api/client';
  import { vocabulary } from '$lib/api/vocabulary';
  import { sayChance } from '$lib/units/say';

  let { climb, onchoose }: { climb: Climb; onchoose?: (rung: string) => void } = $props();
  const rungs = $derived(climb.rungs.map((r, i) => ({ ...r, i })).toReversed());
  const at = $derived(climb.rungs.findIndex((r) => r.id === climb.rung));
  const to = $derived(climb.declined ? -1 : climb.rungs.findIndex((r) => r.id === climb.advice.to));
  /** Too few balls were counted there to say more than the level does. */
  const guess = (r: Climb['rungs'][number]) =>
    r.tries.reduce((n, t) => n + (t.balls ?? 0), 0) < vocabulary.leastEvidence.up;
  const backOf = (id: string) => climb.ladder.rungs.find((r) => r.id === id)?.back;
</script>

<ol class="ladder" aria-label={climb.ladder.title} reversed>
  {#each rungs as r (r.id)}
    {@const full = climb.ladder.rungs[r.i]}
    <li
      class="rung"
      class:here={r.i === at}
      class:above={r.i > at}
      aria-current={r.i === at ? 'step' : undefined}
    >
      <span class="figures text-sm">{r.i + 1}</span>
      <span class="min-w-0">
        <span class="flex flex-wrap items-baseline gap-x-2">
          {#if r.i === at}<span class="ball" aria-hidden="true"></span>{/if}
          {#if onchoose && r.i !== at}<button
              dir="auto"
              type="button"
              class="text-left hover:underline"
              title="Move to this rung"
              onclick={() => onchoose?.(r.id)}>{r.title}</button
            >{:else}<strong dir="auto">{r.title}</strong>{/if}
          {#if r.i === to}<span class="text-sm font-semibold"
              >{r.i > at ? '▲ next' : '▼ move down to here'}</span
            >{/if}
          <span class="text-sm">{r.gate || 'judged by you'}{full?.days ? `, on ${full.days} days` : ''}</span>
        </span>
        {#if r.i === at && full?.cue}<span dir="auto" class="block text-sm italic">{full.cue}</span>{/if}
        {#if backOf(r.id) && r.i === at}<span class="block text-sm"
            >move down to “<bdi>{climb.rungs.find((x) => x.id === backOf(r.id))?.title}</bdi>” if too hard</span
          >{/if}
      </span>
      <span class="flex flex-wrap justify-end gap-1">
        {#each r.tries.slice(-8) as t, k (k)}
          {@const short = t.short && r.i === at && t.at > climb.since}
          {@const words = `${sayDate(t.at)}: ${t.said ?? ''}, ${t.met ? 'met' : short ? 'fell short' : 'not met'}`}
          {#if t.run}<a href="/log/{t.run}" class="mark" class:met={t.met} title={words} aria-label={words}
              >{short ? '×' : ''}</a
            >{:else}<span class="mark met" title={words} role="img" aria-label={words}></span>{/if}
        {/each}
      </span>
      <span class="figures w-12 text-right text-sm"
        >{r.rate && r.tries.length ? `${guess(r) ? '~' : ''}${sayChance(r.rate.mean)}` : ''}</span
      >
    </li>
  {/each}
</ol>

<style>
  .ladder {
    border-left: 5px solid var(--color-secondary);
    border-right: 5px solid var(--color-secondary);
    background: var(--color-base-100);
  }
  .rung {
    display: grid;
    grid-template-columns: 1.6rem minmax(0, 1fr) auto auto;
    align-items: center;
    gap: 0.6rem;
    min-height: 2.1rem;
    padding: 0.2rem 0.7rem;
    border-bottom: 3px solid color-mix(in oklab, var(--color-secondary) 55%, transparent);
  }
  @media (max-width: 40rem) {
    .rung {
      grid-template-columns: 1.4rem minmax(0, 1fr) auto;
      row-gap: 0;
    }
    .rung > :nth-child(3) {
      grid-column: 2 / 4;
      grid-row: 2;
      justify-content: flex-start;
    }
    .rung > :nth-child(4) {
      grid-column: 3;
      grid-row: 1;
    }
  }
  .rung:first-child {
    border-top: 3px solid color-mix(in oklab, var(--color-secondary) 55%, transparent);
  }
  .rung.here {
    background: var(--color-base-200);
    border-bottom-color: var(--color-base-content);
    border-bottom-width: 4px;
  }
  .ball {
    align-self: center;
    width: 0.95rem;
    height: 0.95rem;
    border-radius: 50%;
    background: var(--color-accent);
    border: 2px solid var(--color-base-content);
  }
  .mark {
    display: grid;
    place-items: center;
    width: 1.15rem;
    height: 1.15rem;
    border-radius: 50%;
    border: 2px solid var(--color-base-content);
    font-size: 0.8rem;
    font-weight: 700;
    line-height: 1;
  }
  .mark.met {
    background: var(--color-base-content);
  }
</style>
