<!--
  A target on the end it lies at, with a hundred likely balls: filled where they
  hit, open where they are in, crossed where they are out. The spread is the
  dotted line that two balls of three stay inside.
-->
<script lang="ts">
  import type { Court, Point, TargetAnswer } from '$lib/api/client';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import ResizeHandle from '$lib/court/ResizeHandle.svelte';
  import Handle from '$lib/court/Handle.svelte';
  import { enlarged, frame, fromView, targetEnd, toView } from '$lib/court/geometry';
  import { nudge, sayLength } from '$lib/units/length';
  import { sayChance } from '$lib/units/say';
  import { settings } from '$lib/units/settings.svelte';

  interface Props {
    court: Court;
    area: 'singles' | 'doubles';
    answer?: TargetAnswer;
    /** Where the target lies; the aim may lie beside it. */
    centre: Point;
    aim: Point;
    radius: number;
    spread: { across: number; along: number };
    from?: Point;
    shape: string;
    /** The line or the marker of the other shapes. */
    line: number;
    oncentre: (p: Point) => void;
    onaim: (p: Point) => void;
    onradius: (r: number) => void;
    onspread: (s: { across?: number; along?: number }) => void;
    online: (at: number) => void;
    onrest: () => void;
  }
  let {
    court,
    area,
    answer,
    centre,
    aim,
    radius,
    spread,
    from,
    shape,
    line,
    oncentre,
    onaim,
    onradius,
    onspread,
    online,
    onrest
  }: Props = $props();

  const id = $props.id();
  /** A normal cloud has two thirds of its balls within this many deviations. */
  const twoOfThree = Math.sqrt(2 * Math.log(3));
  let width = $state(880);
  const side = $derived(Math.max(court.halfLength * 0.09, court.net.postOutside + court.halfLength * 0.03));
  // Room for the measure behind the baseline, which takes more on a small screen.
  const behind = $derived(court.halfLength * (width < 600 ? 0.34 : 0.2));
  const box = $derived(frame(court, 'across', behind, 'target', side));
  const u = $derived(box.width / 22);
  const t = $derived(u * enlarged(520, width));
  const scale = $derived(Math.min(1, court.halfLength / 11.9));
  const v = (p: Point) => toView(p, 'across');
  const end = $derived(targetEnd(court));
  const w = $derived(court.halfWidth[area]);
  const c = $derived(v(aim));
  const m = $derived(v(centre));
  const apart = $derived(Math.hypot(m.x - c.x, m.y - c.y) > 0.01);
  const heading = $derived(from ? Math.atan2(aim.x - from.x, aim.y - from.y) : 0);
  const tilt = $derived((heading * 180) / Math.PI);
  const axis = (k: number, along: boolean) => {
    const a = along ? heading : heading + Math.PI / 2;
    return v({ x: aim.x + k * Math.sin(a), y: aim.y + k * Math.cos(a) });
  };
  const alongTip = $derived(axis(-spread.along * twoOfThree, true));
  const acrossTip = $derived(axis(-spread.across * twoOfThree, false));
  const deviation = (p: Point) => Math.max(0.02, Math.hypot(p.x - c.x, p.y - c.y) / twoOfThree);
  const room = $derived(answer?.room);
  const best = $derived(answer?.bestAim && v(answer.bestAim));
  const said = $derived(
    room
      ? `${sayLength(room.fromSideline, settings.units)} inside the sideline, ${sayLength(room.fromBaseline, settings.units)} inside the baseline`
      : ''
  );
  const clamp = (p: Point) => ({
    x: Math.max(-w, Math.min(w, p.x)),
    y: end * Math.max(0.02, Math.min(court.halfLength, end * p.y))
  });
  function widen(e: KeyboardEvent): boolean {
    const by = nudge(settings.units, e.shiftKey) * scale;
    if (e.key === '+' || e.key === '=') onradius(radius + by);
    else if (e.key === '-') onradius(Math.max(0.02, radius - by));
    else return false;
    return true;
  }
  const lineAt = $derived(
    shape === 'gate' ? v({ x: line, y: centre.y }) : v({ x: w * 0.8 * -Math.sign(aim.x || 1), y: line })
  );
</script>

<svg
  bind:clientWidth={width}
  viewBox="{box.x} {box.y} {box.width} {box.height}"
  class="mx-auto block max-h-[63vh] w-full select-none sm:min-h-72"
  style:--focus-width={0.22 * t}
  role="group"
  aria-label="The target and a hundred likely balls, seen from above"
>
  <clipPath id="{id}-floor"
    ><rect x={box.x} y={box.y} width={box.width} height={box.height} rx={0.3 * u} /></clipPath
  >
  <g clip-path="url(#{id}-floor)">
    <CourtFloor {court} margin={behind} {side} part="target" />
    {#if shape === 'beyond'}
      {@const a = v({ x: -w, y: line })}
      {@const b = v({ x: w, y: end * court.halfLength })}
      <rect
        x={Math.min(a.x, b.x)}
        y={a.y}
        width={Math.abs(b.x - a.x)}
        height={b.y - a.y}
        class="shape"
        stroke-width={0.08 * u}
      />
    {:else if shape === 'gate'}
      {@const a = v({ x: line, y: centre.y })}
      {@const b = v({ x: (line < 0 ? -1 : 1) * w, y: centre.y })}
      <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="#f7f4ea" stroke-width={0.22 * u} />
    {:else}
      <circle cx={m.x} cy={m.y} r={radius} class="shape" stroke-width={0.08 * u} />
    {/if}
    <ellipse
      cx={c.x}
      cy={c.y}
      rx={spread.along * twoOfThree}
      ry={spread.across * twoOfThree}
      transform="rotate({tilt} {c.x} {c.y})"
      fill="none"
      stroke="#10201c"
      stroke-width={0.07 * u}
      stroke-dasharray="{0.08 * u} {0.16 * u}"
    />
    {#each answer?.cloud ?? [] as b, i (i)}
      {@const p = v(b)}
      {#if b.end === 'hit'}<circle
          cx={p.x}
          cy={p.y}
          r={0.15 * t}
          fill="#d7ee2a"
          stroke="#10201c"
          stroke-width={0.05 * t}
        />
      {:else if b.end === 'in'}<circle
          cx={p.x}
          cy={p.y}
          r={0.13 * t}
          fill="none"
          stroke="#fdfcf6"
          stroke-width={0.07 * t}
        />
      {:else if b.end === 'out'}<path
          d="M{p.x - 0.13 * t} {p.y - 0.13 * t}l{0.26 * t} {0.26 * t}m0 {-0.26 * t}l{-0.26 * t} {0.26 * t}"
          stroke="#10201c"
          stroke-width={0.08 * t}
        />{/if}
    {/each}
    {#if room}
      {@const s = v({ x: Math.sign(aim.x || 1) * w, y: aim.y })}
      {@const k = v({ x: aim.x, y: end * court.halfLength })}
      <g stroke="#10201c" stroke-width={0.05 * u} stroke-dasharray="{0.2 * u} {0.14 * u}">
        <line x1={c.x} y1={c.y} x2={s.x} y2={s.y} /><line x1={c.x} y1={c.y} x2={k.x} y2={k.y} />
      </g>
      <text
        x={s.x}
        y={s.y + (s.y > c.y ? 0.85 : -0.35) * t}
        class="measure"
        font-size={0.6 * t}
        stroke-width={0.16 * t}
        text-anchor="middle">{sayLength(room.fromSideline, settings.units)}</text
      >
      <text
        x={k.x + 0.25 * t * end}
        y={k.y + 0.2 * t}
        class="measure"
        font-size={0.6 * t}
        stroke-width={0.16 * t}
        text-anchor={end > 0 ? 'start' : 'end'}>{sayLength(room.fromBaseline, settings.units)}</text
      >
    {/if}
  </g>
  {#if best && Math.hypot(best.x - c.x, best.y - c.y) > 0.03}
    <line x1={c.x} y1={c.y} x2={best.x} y2={best.y} stroke="#10201c" stroke-width={0.06 * t} />
    <circle cx={best.x} cy={best.y} r={0.45 * t} fill="none" stroke="#fdfcf6" stroke-width={0.2 * t} />
    <circle
      cx={best.x}
      cy={best.y}
      r={0.45 * t}
      fill="none"
      stroke="#10201c"
      stroke-width={0.1 * t}
      stroke-dasharray="{0.22 * t} {0.13 * t}"
    />
  {/if}
  <Handle
    at={m}
    label="Target"
    {said}
    now={room?.fromSideline ?? 0}
    {scale}
    onmove={(p) => oncentre(clamp(fromView(p, 'across')))}
    {onrest}
    onkey={widen}
  >
    <circle cx={m.x} cy={m.y} r={0.8 * t} fill="transparent" />
    <circle
      class="here"
      cx={m.x}
      cy={m.y}
      r={0.26 * t}
      fill="#f7f4ea"
      stroke="#10201c"
      stroke-width={0.1 * t}
    />
    {#if answer}<text
        x={m.x}
        y={m.y > 0
          ? m.y - (shape === 'circle' ? radius : 0.3 * t) - 0.35 * t
          : m.y + (shape === 'circle' ? radius : 0.3 * t) + 0.95 * t}
        class="chance"
        font-size={0.85 * t}
        stroke-width={0.2 * t}
        text-anchor="middle">{sayChance(answer.hit)}</text
      >{/if}
  </Handle>
  {#if apart}
    <Handle
      at={c}
      label="Aim"
      {said}
      now={room?.fromSideline ?? 0}
      {scale}
      onmove={(p) => onaim(clamp(fromView(p, 'across')))}
      {onrest}
    >
      <circle cx={c.x} cy={c.y} r={0.6 * t} fill="transparent" />
      <path
        class="here"
        d="M{c.x - 0.45 * t} {c.y}h{0.9 * t}M{c.x} {c.y - 0.45 * t}v{0.9 * t}"
        stroke="#10201c"
        stroke-width={0.14 * t}
      />
    </Handle>
  {/if}
  {#if shape === 'circle'}
    {@const r = v({ x: centre.x - radius * 0.707, y: centre.y - radius * 0.707 })}
    <ResizeHandle
      at={r}
      r={0.24 * t}
      onmove={(p) => onradius(Math.max(0.02, Math.hypot(p.x - m.x, p.y - m.y)))}
      {onrest}
    />
  {:else}
    <Handle
      at={lineAt}
      label={shape === 'gate' ? 'Marker of the window' : 'The line to pass'}
      said={sayLength(Math.abs(line), settings.units)}
      now={line}
      {scale}
      onmove={(p) =>
        online(
          shape === 'gate'
            ? Math.max(-w + 0.05, Math.min(w - 0.05, p.y))
            : end * Math.max(0.05, Math.min(court.halfLength - 0.05, end * p.x))
        )}
      {onrest}
    >
      <path
        class="here"
        d="M{lineAt.x - 0.3 * t} {lineAt.y + 0.3 * t}h{0.6 * t}l{-0.3 * t} {-0.65 * t}z"
        fill="#f7f4ea"
        stroke="#10201c"
        stroke-width={0.1 * t}
      />
    </Handle>
  {/if}
  <ResizeHandle
    at={alongTip}
    r={0.2 * t}
    cursor="ew-resize"
    onmove={(p) => onspread({ along: deviation(p) })}
    {onrest}
  />
  <ResizeHandle
    at={acrossTip}
    r={0.2 * t}
    cursor="ns-resize"
    onmove={(p) => onspread({ across: deviation(p) })}
    {onrest}
  />
</svg>

<style>
  .shape {
    fill: rgb(247 244 234 / 0.35);
    stroke: #f7f4ea;
  }
  .chance {
    font-weight: 700;
    fill: #10201c;
    paint-order: stroke;
    stroke: rgb(247 244 234 / 0.85);
    pointer-events: none;
  }
  .measure {
    font-weight: 600;
    fill: #10201c;
    paint-order: stroke;
    stroke: var(--court-out);
  }
  :global([data-theme='lamplight']) .measure {
    fill: #f1eee2;
  }
</style>
