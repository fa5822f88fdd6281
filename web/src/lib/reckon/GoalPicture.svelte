<!--
  Fifty tries at the goal, each a ball lying where it was done, over a tape of
  balls and minutes. The end of the block can be dragged: tries before it are
  done in time.
-->
<script lang="ts">
  import { enlarged } from '$lib/court/geometry';
  import type { GoalAnswer } from '$lib/api/client';
  import Handle from '$lib/court/Handle.svelte';
  import { sayMinutes } from '$lib/units/say';

  interface Props {
    answer: GoalAnswer;
    minutes: number;
    onminutes: (minutes: number) => void;
    onrest: () => void;
  }
  let { answer, minutes, onminutes, onrest }: Props = $props();

  const wide = 1000;
  const columns = 46;
  const tries = 50;
  let width = $state(880);
  const k = $derived(enlarged(620, width)); // words keep their size on a small screen
  const curve = $derived(answer.curve ?? []);
  const most = $derived(Math.max(1, curve.at(-1)?.at ?? 1));
  const x = (balls: number) => (balls / most) * wide;
  const end = $derived(x(Math.min(most, answer.ballsInTime)));
  /** Balls by which the try at that share of all is done; undefined past the tape. */
  function doneBy(share: number): number | undefined {
    const i = curve.findIndex((c) => c.chance >= share);
    if (i < 0) return undefined;
    const b = curve[i]!;
    const a = curve[i - 1];
    if (!a || b.chance === a.chance) return b.at;
    return a.at + ((share - a.chance) / (b.chance - a.chance)) * (b.at - a.at);
  }
  const dots = $derived.by(() => {
    const heaps: number[] = new Array(columns + 1).fill(0);
    const out: { x: number; level: number; inTime: boolean }[] = [];
    for (let i = 0; i < tries; i++) {
      const share = (i + 0.5) / tries;
      const balls = doneBy(share);
      if (balls === undefined) continue;
      const column = Math.min(columns - 1, Math.floor((balls / most) * columns));
      out.push({
        x: ((column + 0.5) / columns) * wide,
        level: (heaps[column] = (heaps[column] ?? 0) + 1) - 1,
        inTime: share <= answer.chanceInTime
      });
    }
    return { out, tallest: Math.max(1, ...heaps) };
  });
  const r = $derived(Math.min(wide / columns / 2.1, 260 / Math.max(9, dots.tallest) / 2));
  const late = $derived(tries - dots.out.length);
  const step = $derived(
    [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000].find((s) => most / s <= 12 / k) ?? most
  );
  const ticks = $derived(Array.from({ length: Math.floor(most / step) + 1 }, (_, i) => i * step));
  const perBall = $derived(minutes / Math.max(1, answer.ballsInTime));
</script>

<svg
  bind:clientWidth={width}
  viewBox="-20 -20 1050 430"
  class="block w-full select-none"
  style:--focus-width={6 * k}
  role="group"
  aria-label="Fifty tries at the goal over the balls they take"
>
  <rect x="0" y="-10" width={end} height="300" fill="var(--color-base-200)" />
  {#each dots.out as d, i (i)}
    <circle
      cx={d.x}
      cy={285 - r - d.level * 2 * r}
      {r}
      fill={d.inTime ? '#d7ee2a' : 'var(--color-base-100)'}
      stroke={d.inTime ? '#1c2421' : 'var(--color-base-content)'}
      stroke-width="1.6"
    />
  {/each}
  {#if late > 0}<text x={wide - 4} y="20" text-anchor="end" class="word" font-size={19 * k}
      >{late} of {tries} tries take even longer →</text
    >{/if}
  <rect x="0" y="290" width={wide} height="54" fill="var(--tape)" rx="4" />
  {#each ticks as n (n)}
    <line x1={x(n)} x2={x(n)} y1="290" y2="308" stroke="var(--tape-ink)" stroke-width="2" />
    <text
      x={x(n)}
      y={308 + 20 * k}
      text-anchor={n === 0 ? 'start' : 'middle'}
      class="tick figures"
      font-size={18 * k}>{n}</text
    >
  {/each}
  <text x={wide} y={350 + 18 * k} text-anchor="end" class="word" font-size={17 * k}>balls</text>
  {#each [{ at: answer.medianBalls, name: 'half the time' }, { at: answer.p90Balls, name: '9 in 10' }] as m (m.name)}
    {#if m.at <= most}
      <path d="M{x(m.at)} 344l-8 14h16z" fill="var(--color-base-content)" />
      <text x={x(m.at)} y={358 + 18 * k} text-anchor="middle" class="word" font-size={17 * k}>{m.name}</text>
    {/if}
  {/each}
  <Handle
    at={{ x: end, y: 140 }}
    label="End of the block"
    said={sayMinutes(minutes)}
    now={minutes}
    scale={wide / most / Math.max(1e-6, perBall)}
    onmove={(p) => onminutes(Math.max(0.5, (p.x / wide) * most * perBall))}
    {onrest}
  >
    <rect x={end - 14 * k} y="-10" width={28 * k} height="300" fill="transparent" />
    <line x1={end} x2={end} y1="-10" y2="344" stroke="var(--color-base-content)" stroke-width="3" />
    <rect
      class="here"
      x={end - 52 * k}
      y={120 - 17 * k}
      width={104 * k}
      height={34 * k}
      rx="5"
      fill="#1c2421"
      stroke="#f7f4ea"
      stroke-width="2"
    />
    <text x={end} y={120 + 7 * k} text-anchor="middle" font-size={19 * k} fill="#f7f4ea" font-weight="650"
      >{sayMinutes(minutes)}</text
    >
  </Handle>
</svg>

<style>
  .word {
    fill: var(--color-base-content);
  }
  .tick {
    fill: var(--tape-ink);
  }
</style>
