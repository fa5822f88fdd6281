<!-- One measure over the sessions: a ring for each, the best filled; each opens the lesson it came from. -->
<script lang="ts">
  import { sayShortDate } from '$lib/units/when';
  import type { StudentRecord } from '$lib/api/client';

  type Series = StudentRecord['series'][number];
  let { series, label }: { series: Series; label: string } = $props();
  const W = 420;
  const H = 90;
  const marks = $derived(series.marks.slice(-16));
  const values = $derived(marks.map((m) => m.value));
  const low = $derived(Math.min(...values));
  const high = $derived(Math.max(...values));
  const less = $derived(series.measure === 'seconds');
  const x = (i: number) => (marks.length === 1 ? W / 2 : 26 + (i / (marks.length - 1)) * (W - 60));
  // Better is up, whatever is counted.
  const y = (v: number) => {
    const share = high === low ? 0.5 : (v - low) / (high - low);
    return 22 + (less ? share : 1 - share) * (H - 48);
  };
  const say = (v: number) => (less ? `${v.toFixed(1)} s` : String(v));
</script>

<svg viewBox="0 0 {W} {H}" class="w-full max-w-md" role="group" aria-label={label}>
  <polyline points={marks.map((m, i) => `${x(i)},${y(m.value)}`).join(' ')} />
  {#each marks as m, i (i)}
    <a href="/log/{m.run}" aria-label="{sayShortDate(m.at)}: {say(m.value)}">
      <circle cx={x(i)} cy={y(m.value)} r="12" class="press" />
      <circle cx={x(i)} cy={y(m.value)} r="5" class:best={m.value === series.best} />
    </a>
    {#if i === marks.length - 1 || m.value === series.best}<text
        x={x(i)}
        y={y(m.value) - 9}
        text-anchor="middle">{say(m.value)}</text
      >{/if}
  {/each}
  {#if marks[0]}<text x={x(0)} y={H - 4} text-anchor="middle">{sayShortDate(marks[0].at)}</text>{/if}
  {#if marks.length > 1}<text x={x(marks.length - 1)} y={H - 4} text-anchor="middle"
      >{sayShortDate(marks.at(-1)!.at)}</text
    >{/if}
</svg>

<style>
  polyline {
    fill: none;
    stroke: var(--doing-hitting);
    stroke-width: 2;
  }
  circle {
    fill: var(--color-base-100);
    stroke: var(--doing-hitting);
    stroke-width: 2;
  }
  circle.best {
    fill: var(--doing-hitting);
  }
  circle.press {
    fill: transparent;
    stroke: none;
  }
  text {
    font-size: 11px;
    fill: var(--color-base-content);
  }
</style>
