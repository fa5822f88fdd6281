<!--
  The court, to scale. Every diagram in the product is this component: lines,
  net, a step's feed and stroke, and the target with the chance written in it.
  With onmove and onresize the target can be dragged, nudged and widened.
-->
<script lang="ts">
  import type { Court, Point } from '$lib/api/client';
  import { nudge, sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';
  import CourtFloor from './CourtFloor.svelte';
  import ResizeHandle from './ResizeHandle.svelte';
  import Handle from './Handle.svelte';
  import { flight, frame, fromView, toView, type Lie } from './geometry';

  interface Props {
    court: Court;
    /** A step drawn for one student. */
    shape?: { from: Point; bounce: Point; hit: Point; aim: Point };
    /** Where the circles lie; `at` is the one the student aims at. */
    target?: { centre: Point; radius: number };
    /** Measured by the server, written along the measuring lines. */
    offsets?: { fromSideline: number; fromBaseline: number };
    chance?: string;
    initial?: string;
    lie?: Lie;
    margin?: number;
    label: string;
    onmove?: (centre: Point) => void;
    onresize?: (radius: number) => void;
    onrest?: () => void;
  }
  let {
    court,
    shape,
    target,
    offsets,
    chance,
    initial = '',
    lie = 'across',
    margin = 3.5,
    label,
    onmove,
    onresize,
    onrest
  }: Props = $props();

  const v = (p: Point) => toView(p, lie);
  const box = $derived(frame(court, lie, margin));
  const aim = $derived(shape?.aim ?? target?.centre);
  const other = $derived(aim && { x: -aim.x, y: aim.y });
  // The two measuring lines run from the centre to the nearer sideline and to the baseline.
  const side = $derived(aim && { x: Math.sign(aim.x || 1) * court.halfWidth.singles, y: aim.y });
  const back = $derived(aim && { x: aim.x, y: court.halfLength });

  /** The nearest place that can hold a target: the hand may leave the court, the target not. */
  function onCourt(p: Point): Point {
    const w = court.halfWidth.singles;
    return { x: Math.min(w, Math.max(-w, p.x)), y: Math.min(court.halfLength, Math.max(0.2, p.y)) };
  }
  function moveTo(seen: Point) {
    onmove?.(onCourt(fromView(seen, lie)));
  }
  function resizeTo(seen: Point) {
    if (!aim) return;
    const p = fromView(seen, lie);
    onresize?.(Math.min(6, Math.max(0.1, Math.hypot(p.x - aim.x, p.y - aim.y))));
  }
  function widen(e: KeyboardEvent): boolean {
    if (!target) return false;
    const by = nudge(settings.units, e.shiftKey);
    if (e.key === '+' || e.key === '=') onresize?.(Math.min(6, target.radius + by));
    else if (e.key === '-') onresize?.(Math.max(0.1, target.radius - by));
    else return false;
    return true;
  }
  const where = $derived(
    offsets && target
      ? `${sayLength(offsets.fromSideline, settings.units)} inside the sideline, ${sayLength(offsets.fromBaseline, settings.units)} inside the baseline, radius ${sayLength(target.radius, settings.units)}`
      : ''
  );
</script>

<svg
  viewBox="{box.x} {box.y} {box.width} {box.height}"
  class="block h-full w-full select-none"
  role={onmove ? 'group' : 'img'}
  aria-label={label}
>
  <CourtFloor {court} {lie} {margin} />

  {#if target && other}
    {@const o = v(other)}
    <circle cx={o.x} cy={o.y} r={target.radius} class="target" opacity="0.55" stroke-dasharray="0.25 0.2" />
  {/if}

  {#if shape}
    {@const f = v(shape.from)}
    {@const b = v(shape.bounce)}
    {@const h = v(shape.hit)}
    {@const a = v(shape.aim)}
    <g fill="none" stroke-linecap="round">
      <path
        d={flight(f, b, 0.08)}
        stroke="var(--court-line)"
        stroke-width="0.13"
        stroke-dasharray="0.12 0.32"
      />
      <path
        d={flight(b, h, 0.1)}
        stroke="var(--court-line)"
        stroke-width="0.13"
        stroke-dasharray="0.12 0.32"
      />
      <circle cx={b.x} cy={b.y} r="0.28" stroke="var(--court-line)" stroke-width="0.1" />
      <path d={flight(h, a, 0.06)} stroke="#d7ee2a" stroke-width="0.17" />
    </g>
  {/if}

  {#if aim && target}
    {@const c = v(aim)}
    {#if offsets && side && back}
      {@const s = v(side)}
      {@const k = v(back)}
      <g stroke="var(--court-net)" stroke-width="0.07" stroke-dasharray="0.2 0.14">
        <line x1={c.x} y1={c.y} x2={s.x} y2={s.y} />
        <line x1={c.x} y1={c.y} x2={k.x} y2={k.y} />
      </g>
    {/if}
    {#snippet mark()}
      <circle cx={c.x} cy={c.y} r={target.radius} class="target here" />
      <circle cx={c.x} cy={c.y} r="0.12" fill="#10201c" />
      {#if chance}
        <text x={c.x} y={c.y - 0.3} class="chance" text-anchor="middle">{chance}</text>
      {/if}
    {/snippet}
    {#if onmove}
      <Handle
        at={c}
        label="Target"
        said={where}
        now={offsets?.fromSideline ?? 0}
        onmove={moveTo}
        {onrest}
        onkey={widen}>{@render mark()}</Handle
      >
    {:else}{@render mark()}{/if}
    {#if onresize}
      {@const r = v({ x: aim.x, y: aim.y - target.radius })}
      <ResizeHandle at={r} onmove={resizeTo} {onrest} />
    {/if}
    {#if offsets && side && back}
      {@const s = v({
        x: aim.x + Math.sign(side.x) * Math.max(Math.abs(side.x - aim.x), target.radius),
        y: aim.y
      })}
      {@const k = v({ x: aim.x, y: aim.y + Math.max(back.y - aim.y, target.radius) })}
      <!-- Outside the circle, however near the line it stands. -->
      <text class="measure" x={s.x} y={s.y + (s.y > c.y ? 1.15 : -0.55)} text-anchor="middle"
        >{sayLength(offsets.fromSideline, settings.units)}</text
      >
      <text
        class="measure"
        x={k.x + 0.35}
        y={k.y + (lie === 'up' ? -0.5 : 0.3)}
        text-anchor={lie === 'up' ? 'middle' : 'start'}
        >{sayLength(offsets.fromBaseline, settings.units)}</text
      >
    {/if}
  {/if}

  {#if shape}
    {@const f = v(shape.from)}
    {@const h = v(shape.hit)}
    <rect
      x={f.x - 0.62}
      y={f.y - 0.62}
      width="1.24"
      height="1.24"
      rx="0.2"
      fill="#f7f4ea"
      stroke="#10201c"
      stroke-width="0.12"
    />
    <circle cx={f.x} cy={f.y} r="0.3" fill="#d7ee2a" stroke="#10201c" stroke-width="0.08" />
    <circle cx={h.x} cy={h.y} r="0.75" fill="#10201c" stroke="#f7f4ea" stroke-width="0.12" />
    <text x={h.x} y={h.y + 0.34} text-anchor="middle" class="initial">{initial}</text>
  {/if}
</svg>

<style>
  .target {
    fill: rgb(247 244 234 / 0.28);
    stroke: #f7f4ea;
    stroke-width: 0.1;
  }
  .target.here {
    fill: rgb(247 244 234 / 0.78);
    stroke: #10201c;
    stroke-width: 0.12;
  }
  .chance {
    font-size: 1px;
    font-weight: 700;
    fill: #10201c;
    pointer-events: none;
  }
  .measure {
    font-size: 0.74px;
    font-weight: 600;
    fill: #10201c;
    paint-order: stroke;
    stroke: var(--court-out);
    stroke-width: 0.24px;
  }
  :global([data-theme='lamplight']) .measure {
    fill: #f1eee2;
  }
  .initial {
    font-size: 0.95px;
    font-weight: 700;
    fill: #f7f4ea;
  }
</style>
