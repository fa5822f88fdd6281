<!--
  What can be expected of each skill, stroke by stroke: a line from worst to best with the estimate
  on it, which way it goes, how long ago. What was not counted for long fades. A skill opens to its
  sessions.
-->
<script lang="ts">
  import type { StudentRecord } from '$lib/api/client';
  import { label, vocabulary } from '$lib/api/vocabulary';
  import { sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';
  import EstimateChart from './EstimateChart.svelte';

  type Skill = StudentRecord['skills'][number];
  let { skills }: { skills: Skill[] } = $props();
  let open = $state('');
  const percent = (p: number) => Math.round(p * 100);
  const last = (k: Skill) => k.track.at(-1)!;
  const weeks = (k: Skill) => (Date.now() - last(k).at) / (7 * 86_400_000);
  const fades = (k: Skill) => (weeks(k) > 8 ? 0.45 : weeks(k) > 4 ? 0.7 : 1);
  const ago = (k: Skill) => {
    const n = Math.round(weeks(k) * 7);
    return n <= 0
      ? 'today'
      : n === 1
        ? 'yesterday'
        : n < 21
          ? `${n} days ago`
          : `${Math.round(n / 7)} weeks ago`;
  };
  /** Which way it went with the last lesson, where that is likely to be real. */
  const way = (k: Skill) => {
    const { moved, chance } = last(k);
    const by = Math.abs(percent(chance?.mean ?? 0) - percent(k.track.at(-2)?.chance?.mean ?? 0));
    return moved ? `${moved > 0 ? '▲' : '▼'}${by}` : '';
  };
  const rests = (k: Skill) =>
    `${k.balls} ${k.balls === 1 ? 'ball' : 'balls'} on ${k.days} ${k.days === 1 ? 'day' : 'days'}`;
  /** Under the heading of its stroke: the ball, and where it was sent. */
  const words = (k: Skill) => {
    const situation = k.label.slice(k.short.length + 2);
    const direction = k.skill.split('.')[1] ?? '';
    return direction === 'anywhere' ? situation : `${situation}, ${label(vocabulary.directions, direction)}`;
  };
  const byChance = $derived(skills.filter((k) => k.track.at(-1)?.chance));
  const strokes = $derived(
    [...new Set(byChance.map((k) => k.skill.split('.')[0] ?? ''))].map((stroke) => ({
      stroke,
      of: byChance.filter((k) => k.skill.startsWith(`${stroke}.`)).toSorted((a, b) => last(b).at - last(a).at)
    }))
  );
  /** A page of them is shown whole; of more, each stroke’s latest three until it is opened. */
  const MANY = 14;
  let whole = $state<Record<string, boolean>>({});
  const shown = (s: (typeof strokes)[number]) =>
    byChance.length <= MANY || whole[s.stroke] ? s.of : s.of.slice(0, 3);
</script>

{#each strokes as s (s.stroke)}
  <h3 class="mt-2 text-base font-semibold first-letter:uppercase">
    {label(vocabulary.strokes, s.stroke)}
  </h3>
  <ul>
    {#each shown(s) as k (k.skill)}
      {@const now = last(k)}
      {@const rate = now.chance}
      {#if rate}
        <li class="border-b border-base-300" class:faded={fades(k) < 1}>
          <section aria-label={k.label}>
            <button
              type="button"
              class="grid w-full grid-cols-[minmax(0,1fr)_6.5rem_3.2rem_2.4rem] items-center gap-2 py-1.5 text-left hover:bg-base-200 sm:grid-cols-[minmax(0,1fr)_9rem_3.2rem_2.4rem_5.6rem]"
              aria-expanded={open === k.skill}
              onclick={() => (open = open === k.skill ? '' : k.skill)}
            >
              <span class="truncate first-letter:uppercase" title={k.label}>{words(k)}</span>
              <svg
                viewBox="0 0 100 16"
                class="w-full"
                style:opacity={fades(k)}
                preserveAspectRatio="none"
                role="img"
                aria-label="{k.guess ? 'a guess by level: ' : ''}{percent(
                  rate.mean
                )} percent, between {percent(rate.low)} and {percent(rate.high)}, from {rests(k)}"
              >
                <line x1="0" x2="100" y1="8" y2="8" class="scale" />
                <rect
                  x={rate.low * 100}
                  width={Math.max(1, (rate.high - rate.low) * 100)}
                  y="4"
                  height="8"
                  class="band"
                  class:hollow={k.guess}
                />
                {#if !k.guess}<rect
                    x={rate.mean * 100 - 1.2}
                    width="2.4"
                    y="1"
                    height="14"
                    class="now"
                  />{/if}
              </svg>
              <span class="text-right text-lg tabular-nums" class:font-semibold={!k.guess}
                >{k.guess ? '~' : ''}{percent(rate.mean)}%</span
              >
              <span class="text-sm tabular-nums">{way(k)}</span>
              <span class="hidden text-right text-sm sm:block">{ago(k)}</span>
            </button>
            <span class="sr-only">
              {way(k).replace('▲', '▲ up ').replace('▼', '▼ down ')}, last {now.good} of {now.balls}
            </span>
            {#if open === k.skill}
              <div class="pb-3">
                <EstimateChart
                  track={k.track}
                  guess={k.guess}
                  label="{k.label}: {percent(rate.mean)} percent now, between {percent(
                    rate.low
                  )} and {percent(rate.high)}, over {k.track.length} sessions"
                />
                <p class="text-sm">
                  {#if k.guess}<strong>Only {rests(k)} counted: a guess, mostly by level.</strong>
                  {:else}From {rests(k)}. {#if k.track.length > 1 && !now.moved}No change yet since last time.{/if}{/if}
                  Last: {now.good} of {now.balls}, best streak {now.best}{now.met ? ', goals met' : ''}.
                  {#if k.within}Half of the balls within {sayLength(k.within, settings.units)} of the aim.{/if}
                  {#if k.radius}The rate is for a target radius of {sayLength(k.radius, settings.units)}, in
                    all lessons alike{#if Math.abs(k.used - k.radius) > 0.04}; the last lesson had {sayLength(
                        k.used,
                        settings.units
                      )}{/if}.{/if}
                  The band is the 80% range of the estimate. Each ring is the share of good balls in one lesson;
                  press it to open the lesson.
                </p>
              </div>
            {/if}
          </section>
        </li>
      {/if}
    {/each}
    {#if shown(s).length < s.of.length}<li>
        <button
          type="button"
          class="py-1.5 text-sm underline"
          onclick={() => (whole = { ...whole, [s.stroke]: true })}
          >{s.of.length - 3} more of {label(vocabulary.strokes, s.stroke)}</button
        >
      </li>{/if}
  </ul>
{/each}

<style>
  .scale {
    stroke: var(--color-base-300);
    stroke-width: 2;
  }
  .band {
    fill: color-mix(in oklab, var(--doing-hitting) 38%, transparent);
  }
  .band.hollow {
    fill: none;
    stroke: var(--color-base-content);
    stroke-width: 1;
    stroke-dasharray: 3 2;
    vector-effect: non-scaling-stroke;
  }
  .now {
    fill: var(--color-base-content);
  }
</style>
