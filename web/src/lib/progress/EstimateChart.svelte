<!-- How an estimate moved: a line, the band it lies in with 80 % certainty, and each session's own share as a dot. -->
<script lang="ts">
  import { sayShortDate } from '$lib/units/when';
  import type { StudentRecord } from '$lib/api/client';

  type Session = StudentRecord['skills'][number]['track'][number];
  /** Small leaves out the scale and the sessions' own shares. */
  let {
    track: all,
    label,
    small = false,
    guess = false
  }: { track: Session[]; label: string; small?: boolean; guess?: boolean } = $props();
  const track = $derived(all.flatMap((s) => (s.chance ? [{ ...s, ...s.chance }] : [])));

  const W = $derived(small ? 150 : 520);
  const H = $derived(small ? 44 : 150);
  const L = $derived(small ? 2 : 44);
  const R = $derived(small ? 0 : 8);
  const T = $derived(small ? 2 : 8);
  const B = $derived(small ? 2 : 22);
  const times = $derived(track.map((s) => s.at));
  const t0 = $derived(times[0] ?? 0);
  const t1 = $derived(Math.max(t0 + 1, times.at(-1) ?? 1));
  const x = (t: number) =>
    track.length === 1 ? (L + W - R) / 2 : L + ((t - t0) / (t1 - t0)) * (W - L - R - 12);
  const y = (p: number) => T + (1 - p) * (H - T - B);
  const line = $derived(track.map((s, i) => `${i ? 'L' : 'M'}${x(times[i]!)} ${y(s.mean)}`).join(''));
  const band = $derived(
    track.map((s, i) => `${i ? 'L' : 'M'}${x(times[i]!)} ${y(s.high)}`).join('') +
      track
        .map((s, i) => `L${x(times[i]!)} ${y(s.low)}`)
        .reverse()
        .join('') +
      'Z'
  );
</script>

<svg viewBox="0 0 {W} {H}" class="w-full" role={small ? 'img' : 'group'} aria-label={label}>
  {#each small ? [0, 0.5, 1] : [0, 0.25, 0.5, 0.75, 1] as p (p)}
    <line x1={L} x2={W - R} y1={y(p)} y2={y(p)} class="grid" />
    {#if p % 0.5 === 0 && !small}<text x={L - 6} y={y(p) + 4} text-anchor="end" class="figures"
        >{p * 100}%</text
      >{/if}
  {/each}
  {#if track.length === 1 && track[0]}
    <rect
      x={x(t0) - 14}
      width="28"
      y={y(track[0].high)}
      height={y(track[0].low) - y(track[0].high)}
      class="band"
    />
  {:else}<path d={band} class="band" />{/if}
  <path d={line} class="line" />
  {#each track as s, i (i)}
    {#if !small}<a
        href="/log/{s.run}"
        aria-label="The lesson of {sayShortDate(times[i]!)}: {s.good} of {s.balls}"
        ><circle cx={x(times[i]!)} cy={y(s.good / s.balls)} r="9" class="touch" /><circle
          cx={x(times[i]!)}
          cy={y(s.good / s.balls)}
          r="3.5"
          class="share"
        /></a
      >{/if}
    {#if i === track.length - 1}<circle
        cx={x(times[i]!)}
        cy={y(s.mean)}
        r={small ? 4 : 6}
        class="now"
        class:guess
      />{/if}
  {/each}
  {#if !small}<text x={x(t0)} y={H - 5} text-anchor={track.length === 1 ? 'middle' : 'start'} class="figures"
      >{sayShortDate(t0)}</text
    >{/if}
  {#if track.length > 1 && !small}<text x={W - R - 4} y={H - 5} text-anchor="end" class="figures"
      >{sayShortDate(t1)}</text
    >{/if}
</svg>

<style>
  .grid {
    stroke: var(--color-base-300);
  }
  text {
    font-size: 12px;
    fill: var(--color-base-content);
  }
  .band {
    fill: color-mix(in oklab, var(--doing-hitting) 26%, transparent);
  }
  .line {
    fill: none;
    stroke: var(--doing-hitting);
    stroke-width: 2.5;
    stroke-linejoin: round;
  }
  .touch {
    fill: transparent;
  }
  .share {
    fill: none;
    stroke: var(--color-base-content);
    stroke-width: 1.3;
  }
  .now {
    fill: #d7ee2a;
    stroke: var(--color-base-content);
    stroke-width: 2;
  }
  .now.guess {
    fill: none;
    stroke-dasharray: 3 2;
  }
</style>
