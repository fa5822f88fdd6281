<!-- Who met what in a lesson: a line for each student, a column for each goal, and what was said beside it. -->
<script lang="ts">
  import type { RunSummary } from '$lib/api/client';
  import { sayFelt } from '$lib/people/felt';

  type Share = RunSummary['students'][number];
  type Goal = Share['tried'][number];
  interface Props {
    run: RunSummary;
    called: (id: string) => string;
    /** Games were played. */
    played: boolean;
  }
  let { run, called, played }: Props = $props();
  const MOST = 5; // columns; more goals are counted, and only those not met are named

  const keyOf = (g: Goal) => `${g.block} ${g.stage}`;
  /** All goals that were tried, in the order of the lesson as far as anybody tried them. */
  const goals = $derived.by(() => {
    const all: Record<string, Goal[]> = {};
    for (const g of run.students.flatMap((s) => s.tried)) (all[keyOf(g)] ??= []).push(g);
    return Object.entries(all).map(([key, of]) => ({
      key,
      of: of[0]!,
      /** What was asked of all; nothing where each had a goal of their own. */
      asks: of.every((g) => g.asks === of[0]!.asks) ? of[0]!.asks : ''
    }));
  });
  const columns = $derived(goals.length <= MOST ? goals : []);
  /** The drill is said once, over the first of its goals; where it has several each has its stage's name. */
  const first = (i: number) => columns[i - 1]?.of.block !== columns[i]?.of.block;
  const several = (i: number) => !first(i) || (i + 1 < columns.length && !first(i + 1));
  /** What it came to; where each had a goal of their own, that too. */
  const cell = (g: Goal, same: string) => {
    if (same) return g.said;
    return g.met ? g.asks : `${g.said}, goal ${g.asks}`;
  };
  const counted = (s: Share) => {
    if (s.balls) return `${s.good} of ${s.balls}`;
    if (s.repetitions) return `${s.repetitions} done`;
    if (s.marks?.length || s.tried.length) return '';
    return played ? 'played' : run.status === 'finished' ? 'not counted' : 'not finished yet';
  };
  /** What was counted besides balls, where no goal says it already. */
  const besides = (s: Share) => {
    const shown = columns.length ? s.tried : s.tried.filter((g) => !g.met);
    return (s.marks ?? []).filter((m) => !shown.some((g) => m.startsWith(`${g.name}: ${g.said}`)));
  };
</script>

{#snippet mark(g: Goal)}<span class="figures" class:font-bold={g.met} aria-label={g.met ? 'met' : 'not met'}
    >{g.met ? '✓' : '○'}</span
  >{/snippet}

<div class="overflow-x-auto">
  <table class="text-base">
    {#if columns.length}
      <thead class="text-left align-bottom text-sm">
        <tr>
          <td></td>
          <td class="hidden sm:table-cell"></td>
          <td></td>
          {#each columns as c, i (c.key)}<th class="max-w-44 pr-3 pb-1 font-normal sm:pr-5">
              {#if first(i)}<span dir="auto" class="line-clamp-2">{c.of.title}</span>{/if}
              {#if several(i)}<span dir="auto" class="line-clamp-1 text-xs">{c.of.name}</span>{/if}
              <span class="font-semibold">{c.asks || 'own goals'}</span>
            </th>{/each}
          <td></td>
        </tr>
      </thead>
    {/if}
    <tbody>
      {#each run.students as s (s.id)}
        <tr class="align-baseline">
          <th class="max-w-28 truncate pr-3 text-left"
            ><a dir="auto" class="hover:underline" href="/students/{s.id}">{called(s.id)}</a></th
          >
          <td class="hidden pr-3 sm:table-cell">
            {#if s.balls}<span
                class="bar"
                role="img"
                aria-label="{Math.round((100 * s.good) / s.balls)} percent good"
                ><span style:width="{(100 * s.good) / s.balls}%"></span></span
              >{/if}
          </td>
          <td class="figures pr-3 whitespace-nowrap sm:pr-5">{counted(s)}</td>
          {#each columns as c (c.key)}
            {@const g = s.tried.find((t) => keyOf(t) === c.key)}
            <td class="pr-3 whitespace-nowrap sm:pr-5">
              {#if g}{@render mark(g)}&nbsp;<span class="text-sm">{cell(g, c.asks)}</span>{/if}
            </td>
          {/each}
          <td>
            <span class="flex flex-wrap gap-x-4 text-sm">
              {#if goals.length > MOST && s.goals}
                <span>met {s.goalsMet} of {s.goals}</span>
                {#each s.tried.filter((g) => !g.met) as g (keyOf(g))}<span class="whitespace-nowrap"
                    >{@render mark(g)}&nbsp;<bdi>{g.name}</bdi>, {g.asks}: {g.said}</span
                  >{/each}
              {/if}
              {#each besides(s) as m, i (i)}<span>{m}</span>{/each}
              {#if s.missed}<span>missed: <strong>{s.missed}</strong></span>{/if}
              {#if sayFelt(s)}<span class="whitespace-nowrap">{sayFelt(s)}</span>{/if}
              {#if s.note}<span class="italic">“<bdi>{s.note}</bdi>”</span>{/if}
            </span>
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
</div>

<style>
  .bar {
    display: block;
    width: 6rem;
    height: 0.9rem;
    border: 1px solid var(--color-base-content);
    background: var(--color-base-100);
  }
  .bar > span {
    display: block;
    height: 100%;
    background: var(--doing-hitting);
  }
</style>
