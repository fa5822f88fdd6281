<!--
  The court, to scale. Every diagram in the product is this component: lines,
  net, a step's feed and stroke, and the target with the chance written in it.
  With onmove and onresize the target can be dragged, nudged and widened.
-->
<script lang="ts">
  import type { Court, Point } from '$lib/api/client';
  import { nudge, sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';
  import { arrow, flight, frame, fromView, toView, type Lie } from './geometry';

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
  let { court, shape, target, offsets, chance, initial = '', lie = 'across', margin = 3.5, label, onmove, onresize, onrest }: Props = $props();

  let svg: SVGSVGElement;
  let dragging = $state<'move' | 'resize'>();
  const v = (p: Point) => toView(p, lie);
  const box = $derived(frame(court, lie, margin));
  const aim = $derived(shape?.aim ?? target?.centre);
  const other = $derived(aim && { x: -aim.x, y: aim.y });
  const post = $derived(court.halfWidth.doubles + court.net.postOutside);
  const posts = $derived([v({ x: -post, y: 0 }), v({ x: post, y: 0 })] as const);
  // The two measuring lines run from the centre to the nearer sideline and to the baseline.
  const side = $derived(aim && { x: Math.sign(aim.x || 1) * court.halfWidth.singles, y: aim.y });
  const back = $derived(aim && { x: aim.x, y: court.halfLength });

  function at(e: PointerEvent): Point {
    const m = svg.getScreenCTM()!.inverse();
    return fromView(new DOMPoint(e.clientX, e.clientY).matrixTransform(m), lie);
  }
  function down(e: PointerEvent, what: 'move' | 'resize') {
    if (!onmove) return;
    dragging = what;
    (e.currentTarget as Element).setPointerCapture(e.pointerId);
    e.stopPropagation();
  }
  function move(e: PointerEvent) {
    if (!dragging || !aim) return;
    const p = at(e);
    if (dragging === 'move') onmove?.(onCourt(p));
    else onresize?.(Math.min(6, Math.max(0.1, Math.hypot(p.x - aim.x, p.y - aim.y))));
  }
  function up() {
    if (dragging) onrest?.();
    dragging = undefined;
  }
  /** The nearest place that can hold a target: the hand may leave the court, the target not. */
  function onCourt(p: Point): Point {
    const w = court.halfWidth.singles;
    return { x: Math.min(w, Math.max(-w, p.x)), y: Math.min(court.halfLength, Math.max(0.2, p.y)) };
  }
  function key(e: KeyboardEvent) {
    if (!aim || !target || !onmove) return;
    const by = nudge(settings.units, e.shiftKey);
    const step = arrow(e.key, by, lie);
    if (step) onmove(onCourt({ x: aim.x + step.x, y: aim.y + step.y }));
    else if (e.key === '+' || e.key === '=') onresize?.(Math.min(6, target.radius + by));
    else if (e.key === '-') onresize?.(Math.max(0.1, target.radius - by));
    else return;
    e.preventDefault();
    e.stopPropagation();
    onrest?.();
  }
  const where = $derived(
    offsets && target
      ? `${sayLength(offsets.fromSideline, settings.units)} in from the sideline, ${sayLength(offsets.fromBaseline, settings.units)} from the baseline, radius ${sayLength(target.radius, settings.units)}`
      : ''
  );
</script>

<svg
  bind:this={svg}
  viewBox="{box.x} {box.y} {box.width} {box.height}"
  class="block h-full w-full select-none"
  role={onmove ? 'group' : 'img'}
  aria-label={label}
>
  <rect x={box.x} y={box.y} width={box.width} height={box.height} fill="var(--court-out)" rx="0.3" />
  {#if lie === 'across'}
    <rect x={-court.halfLength} y={-court.halfWidth.doubles} width={2 * court.halfLength} height={2 * court.halfWidth.doubles} fill="var(--court-in)" />
  {:else}
    <rect x={-court.halfWidth.doubles} y={-court.halfLength} width={2 * court.halfWidth.doubles} height={2 * court.halfLength} fill="var(--court-in)" />
  {/if}
  <g stroke="var(--court-line)" stroke-width="0.1" stroke-linecap="square">
    {#each court.lines as line (line.name)}
      {@const a = v(line.from)}
      {@const b = v(line.to)}
      <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke-width={line.name.includes('baseline') ? 0.14 : 0.09} />
    {/each}
  </g>
  <line x1={posts[0].x} y1={posts[0].y} x2={posts[1].x} y2={posts[1].y} stroke="var(--court-net)" stroke-width="0.16" stroke-dasharray="0.3 0.12" />
  {#each posts as post (post)}<circle cx={post.x} cy={post.y} r="0.22" fill="var(--court-net)" />{/each}

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
      <path d={flight(f, b, 0.08)} stroke="var(--court-line)" stroke-width="0.13" stroke-dasharray="0.12 0.32" />
      <path d={flight(b, h, 0.1)} stroke="var(--court-line)" stroke-width="0.13" stroke-dasharray="0.12 0.32" />
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
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <g
      role={onmove ? 'slider' : undefined}
      tabindex={onmove ? 0 : undefined}
      aria-label={onmove ? 'Target' : undefined}
      aria-valuenow={onmove && offsets ? Math.round(offsets.fromSideline * 100) / 100 : undefined}
      aria-valuetext={onmove ? where : undefined}
      class={onmove ? 'handle' : ''}
      class:dragging={dragging === 'move'}
      onpointerdown={(e) => down(e, 'move')}
      onpointermove={move}
      onpointerup={up}
      onpointercancel={up}
      onkeydown={key}
    >
      <circle cx={c.x} cy={c.y} r={target.radius} class="target here" />
      <circle cx={c.x} cy={c.y} r="0.12" fill="#10201c" />
      {#if chance}
        <text x={c.x} y={c.y - 0.3} class="chance" text-anchor="middle">{chance}</text>
      {/if}
    </g>
    {#if onresize}
      {@const r = v({ x: aim.x, y: aim.y - target.radius })}
      <circle
        cx={r.x}
        cy={r.y}
        r="0.3"
        class="resize"
        role="presentation"
        onpointerdown={(e) => down(e, 'resize')}
        onpointermove={move}
        onpointerup={up}
        onpointercancel={up}
      />
    {/if}
    {#if offsets && side && back}
      {@const s = v({ x: aim.x + Math.sign(side.x) * Math.max(Math.abs(side.x - aim.x), target.radius), y: aim.y })}
      {@const k = v({ x: aim.x, y: aim.y + Math.max(back.y - aim.y, target.radius) })}
      <!-- Outside the circle, however near the line it stands. -->
      <text class="measure" x={s.x} y={s.y + (s.y > c.y ? 1.15 : -0.55)} text-anchor="middle">{sayLength(offsets.fromSideline, settings.units)}</text>
      <text class="measure" x={k.x + 0.35} y={k.y + (lie === 'up' ? -0.5 : 0.3)} text-anchor={lie === 'up' ? 'middle' : 'start'}>{sayLength(offsets.fromBaseline, settings.units)}</text>
    {/if}
  {/if}

  {#if shape}
    {@const f = v(shape.from)}
    {@const h = v(shape.hit)}
    <rect x={f.x - 0.62} y={f.y - 0.62} width="1.24" height="1.24" rx="0.2" fill="#f7f4ea" stroke="#10201c" stroke-width="0.12" />
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
  .handle {
    cursor: grab;
    touch-action: none;
  }
  /* An outline would be drawn in metres; the circle's own line says it. */
  .handle,
  .handle:focus,
  .handle:focus-visible {
    outline: none;
  }
  .handle:focus-visible .here {
    stroke: #d7ee2a;
    stroke-width: 0.26;
  }
  .handle.dragging {
    cursor: grabbing;
  }
  .resize {
    fill: #f7f4ea;
    stroke: #10201c;
    stroke-width: 0.1;
    cursor: nesw-resize;
    touch-action: none;
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
