<!--
  A drill on its court, to scale: feeds with bounce and contact, aims, targets,
  people and things, the student's way; while it plays, ball and student. With
  `onmove` everything on it can be dragged and nudged.
-->
<script lang="ts">
  import type { Court, Drill, PatternTurn, Point } from '$lib/api/client';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import ResizeHandle from '$lib/court/ResizeHandle.svelte';
  import Handle from '$lib/court/Handle.svelte';
  import { enlarged, frame, fromView, toView } from '$lib/court/geometry';
  import { sayLength } from '$lib/units/length';
  import { sayChance } from '$lib/units/say';
  import { settings } from '$lib/units/settings.svelte';
  import Mark from './Mark.svelte';
  import Signs from './Signs.svelte';
  import { ballAt, studentAt } from './motion';
  import {
    efforts,
    flown,
    letters,
    nameOf,
    round,
    sameThing,
    snap,
    type Selection,
    type Target
  } from './parts';

  interface Props {
    drill: Drill;
    court: Court;
    turn?: PatternTurn;
    /** Chance at the first goal of each target. */
    chances?: (number | undefined)[];
    /** How many stand in a line. */
    waiting?: number;
    selected?: Selection;
    /** Seconds into the turn while it plays. */
    at?: number;
    snapping?: boolean;
    label: string;
    onmove?: (thing: Selection, to: Point) => void;
    onsize?: (target: number, next: Partial<Target>) => void;
    onselect?: (thing: Selection) => void;
    onrest?: () => void;
    onfeed?: (to: Point) => void;
    onkey?: (e: KeyboardEvent) => boolean;
    svg?: SVGSVGElement;
  }
  let {
    drill,
    court,
    turn,
    chances = [],
    waiting = 1,
    selected,
    at,
    snapping = false,
    label,
    onmove,
    onsize,
    onselect,
    onrest,
    onfeed,
    onkey,
    svg = $bindable()
  }: Props = $props();

  let width = $state(880);
  const p = $derived(drill.pattern);
  const lengthwise = $derived(
    court.walls ? court.halfLength * 0.1 : court.halfLength * (court.table ? 1.1 : 0.43)
  );
  const side = $derived(
    Math.max(court.halfWidth.doubles * 0.24, court.net.postOutside + court.halfLength * 0.04)
  );
  const box = $derived(frame(court, 'across', lengthwise, 'all', side));
  const u = $derived(box.width / 35);
  const t = $derived(u * enlarged(600, width));
  const scale = $derived(Math.min(1, court.halfLength / 11.9));
  const v = (q: Point) => toView(q, 'across');
  const still = $derived(at === undefined);
  const chosen = $derived(
    selected &&
      'i' in selected &&
      (selected.part === 'ball' || selected.part === 'aim' || selected.part === 'go')
      ? selected.i
      : -1
  );
  const place = (q: Point) =>
    `${sayLength(Math.abs(q.x), settings.units)} ${q.x < 0 ? 'left' : 'right'} of the centre line, ${sayLength(Math.abs(q.y), settings.units)} from the ${court.walls ? 'front wall' : 'net'}`;
  /** The student's way: start, and to each ball, and where they wait between. */
  const way = $derived(
    turn
      ? [p.start, ...turn.balls.flatMap((b) => [b.leg.stands, b.at])]
          .map((q) => `${v(q).x},${v(q).y}`)
          .join(' ')
      : ''
  );
  const student = $derived(turn && at !== undefined ? studentAt(p.start, turn, at) : p.start);
  const ball = $derived(turn && at !== undefined ? ballAt(turn, at) : undefined);
  const isSelected = (h: Selection) => !!selected && sameThing(selected, h);

  let held: { shift: boolean } = { shift: false };
  function move(h: Selection, seen: Point) {
    const q = fromView(seen, 'across');
    onselect?.(h);
    onmove?.(h, snapping && dragging && !held.shift ? snap(q, court, court.halfLength * 0.03) : q);
  }
  // Arrow keys nudge exactly; only a drag lets go at lines and spots.
  let dragging = $state(false);
  function down(e: PointerEvent) {
    dragging = true;
    held = { shift: e.shiftKey };
  }
  function size(i: number, seen: Point) {
    const target = drill.targets[i]!;
    const q = fromView(seen, 'across');
    const [dx, dy] = [Math.abs(q.x - target.at.x), Math.abs(q.y - target.at.y)];
    if (target.kind === 'circle') onsize?.(i, { radius: Math.max(0.05, round(Math.hypot(dx, dy))) });
    else if (target.kind === 'box')
      onsize?.(i, { width: Math.max(0.1, round(2 * dx)), depth: Math.max(0.1, round(2 * dy)) });
    else onsize?.(i, { width: Math.max(0.1, round(2 * dx)) });
  }
  function sizeKey(i: number) {
    return (e: KeyboardEvent) => {
      const k = { '+': 1.1, '=': 1.1, '-': 1 / 1.1 }[e.key];
      const target = drill.targets[i];
      if (!k || !target) return onkey?.(e) ?? false;
      onsize?.(i, {
        radius: round(target.radius * k),
        width: round(target.width * k),
        depth: round(target.depth * k)
      });
      return true;
    };
  }
  function feedHere(e: MouseEvent) {
    if (!svg || !onfeed) return;
    const q = fromView(
      new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM()!.inverse()),
      'across'
    );
    if (q.y < 0) onfeed({ x: round(q.x), y: round(q.y) });
  }
</script>

{#snippet grab(
  h: Selection,
  said: string,
  draw: import('svelte').Snippet,
  keys?: (e: KeyboardEvent) => boolean
)}
  {@const q =
    h.part === 'student'
      ? p.start
      : h.part === 'base'
        ? p.base
        : h.part === 'ball'
          ? p.feeds[h.i]!.to
          : h.part === 'aim'
            ? p.feeds[h.i]!.aim!
            : h.part === 'go'
              ? p.feeds[h.i]!.go!
              : h.part === 'person'
                ? p.people[h.i]!.at
                : h.part === 'thing'
                  ? p.objects[h.i]!.at
                  : drill.targets[h.i]!.at}
  {#if onmove && still}
    <Handle
      at={v(q)}
      label={nameOf(drill, h)}
      {said}
      now={q.y}
      {scale}
      onmove={(seen) => move(h, seen)}
      {onrest}
      onkey={keys ?? onkey}
      onfocus={() => onselect?.(h)}>{@render draw()}</Handle
    >
  {:else}{@render draw()}{/if}
{/snippet}

<svg
  bind:this={svg}
  bind:clientWidth={width}
  viewBox="{box.x} {box.y} {box.width} {box.height}"
  class="mx-auto block max-h-[47vh] w-full select-none sm:min-h-56"
  style:--focus-width={0.25 * u}
  role={onmove ? 'group' : 'img'}
  aria-label={label}
  ondblclick={feedHere}
  onpointerdowncapture={down}
  onpointerupcapture={() => (dragging = false)}
>
  <CourtFloor {court} margin={lengthwise} {side} />
  {#each drill.targets as target, i (i)}
    {@const h = { part: 'target', i } as Selection}
    {@const c = v(target.at)}
    {#snippet shape(s: number, here: boolean)}
      {#if target.kind === 'circle'}<circle
          class:here
          class="target"
          cx={c.x}
          cy={s * c.y}
          r={target.radius}
          stroke-width={0.1 * u}
          stroke-dasharray={here ? undefined : `${0.25 * u} ${0.2 * u}`}
        />
      {:else if target.kind === 'box'}<rect
          class:here
          class="target"
          x={c.x - target.depth / 2}
          y={s * c.y - target.width / 2}
          width={target.depth}
          height={target.width}
          stroke-width={0.1 * u}
          stroke-dasharray={here ? undefined : `${0.25 * u} ${0.2 * u}`}
        />
      {:else}
        <line
          class:here
          class="target"
          x1={c.x}
          x2={c.x}
          y1={s * c.y - target.width / 2}
          y2={s * c.y + target.width / 2}
          stroke-width={0.2 * u}
          stroke-dasharray="{0.2 * u} {0.15 * u}"
        />
        {#each [-1, 1] as e (e)}<circle
            cx={c.x}
            cy={s * c.y + (e * target.width) / 2}
            r={0.22 * u}
            fill="#f7f4ea"
            stroke="#10201c"
            stroke-width={0.08 * u}
          />{/each}
      {/if}
    {/snippet}
    {#if target.both}<g opacity="0.6">{@render shape(-1, false)}</g>{/if}
    {#snippet draw()}
      {@render shape(1, true)}
      {#if chances[i] !== undefined}
        <text
          class="chance"
          x={c.x}
          y={c.y +
            (target.kind === 'gate'
              ? -target.width / 2 - 0.3 * t
              : target.radius > 0 && target.radius < 0.9 * t && target.kind === 'circle'
                ? -target.radius - 0.3 * t
                : 0.3 * t)}
          font-size={0.82 * t}
          stroke-width={0.2 * t}
          text-anchor="middle">{sayChance(chances[i]!)}{target.worth > 1 ? ` · ${target.worth}` : ''}</text
        >
      {/if}
    {/snippet}
    {@render grab(h, `${place(target.at)}, ${target.kind}`, draw, sizeKey(i))}
    {#if isSelected(h) && onsize && still}
      <ResizeHandle
        at={v({
          x: target.at.x + (target.kind === 'circle' ? target.radius * 0.7071 : target.width / 2),
          y:
            target.at.y +
            (target.kind === 'circle' ? target.radius * 0.7071 : target.kind === 'box' ? target.depth / 2 : 0)
        })}
        r={0.32 * t}
        onmove={(q) => size(i, q)}
        {onrest}
      />
    {/if}
  {/each}
  <polyline
    points={way}
    fill="none"
    stroke="#10201c"
    stroke-width={0.1 * u}
    stroke-dasharray="{0.12 * u} {0.22 * u}"
    stroke-linejoin="round"
  />
  {#each p.feeds as f, i (i)}
    {@const b = turn?.balls[i]}
    {@const from = v(f.from)}
    {@const g = v(f.to)}
    {@const c = b ? v(b.at) : g}
    <g opacity={chosen < 0 || i === chosen || !still ? 1 : 0.5} pointer-events="none">
      {#if court.walls && b?.path}<polyline
          points={b.path.map((q) => `${v(q).x},${v(q).y}`).join(' ')}
          fill="none"
          class="feed"
          stroke-width={0.12 * u}
          stroke-dasharray="{0.14 * u} {0.3 * u}"
        />
      {:else if flown(f)}<line
          x1={from.x}
          y1={from.y}
          x2={g.x}
          y2={g.y}
          class="feed"
          stroke-width={0.12 * u}
          stroke-dasharray="{0.14 * u} {0.3 * u}"
        />{/if}
      {#if !court.walls}<line
          x1={g.x}
          y1={g.y}
          x2={c.x}
          y2={c.y}
          class="feed"
          stroke-width={0.12 * u}
          stroke-dasharray="{0.14 * u} {0.3 * u}"
        />{/if}
      {#if f.aim}{@const a = v(f.aim)}<line
          x1={c.x}
          y1={c.y}
          x2={a.x}
          y2={a.y}
          stroke="#fdfcf6"
          stroke-width={0.09 * u}
        />{/if}
      {#if f.go && b}{@const n = v(f.go)}<line
          x1={c.x}
          y1={c.y}
          x2={n.x}
          y2={n.y}
          stroke="#10201c"
          stroke-width={0.12 * u}
          stroke-dasharray="{0.3 * u} {0.15 * u}"
        />{/if}
    </g>
    {#if b}
      {@const m = Math.hypot(c.x - g.x, c.y - g.y) < t ? { x: c.x - 0.75 * t, y: c.y - 0.75 * t } : c}
      <rect
        x={m.x - 0.45 * t}
        y={m.y - 0.45 * t}
        width={0.9 * t}
        height={0.9 * t}
        rx={0.15 * t}
        fill={efforts[b.leg.effort]}
        stroke="#f7f4ea"
        stroke-width={0.08 * t}
        pointer-events="none"
      />
      <text
        x={m.x}
        y={m.y + 0.24 * t}
        text-anchor="middle"
        font-size={0.68 * t}
        font-weight="700"
        fill="#fff"
        pointer-events="none">{letters[b.leg.effort]}</text
      >
    {/if}
  {/each}
  {#each p.objects as o, i (i)}
    {#snippet draw()}{@const q = v(o.at)}<Mark kind={o.kind} x={q.x} y={q.y} r={0.5 * t} />{/snippet}
    {@render grab({ part: 'thing', i }, place(o.at), draw)}
  {/each}
  {#each p.people as who, i (i)}
    {#if who.aim}{@const a = v(who.aim)}{@const q = v(who.at)}<line
        x1={q.x}
        y1={q.y}
        x2={a.x}
        y2={a.y}
        stroke="#fdfcf6"
        stroke-width={0.08 * u}
        stroke-dasharray="{0.6 * u} {0.3 * u}"
      />{/if}
    {#snippet draw()}{@const q = v(who.at)}<Mark
        kind={who.role}
        x={q.x}
        y={q.y}
        r={0.55 * t}
        count={who.role === 'waiting' ? Math.max(1, waiting) : 1}
      />{/snippet}
    {@render grab({ part: 'person', i }, place(who.at), draw)}
  {/each}
  {#if Math.hypot(p.base.x - p.start.x, p.base.y - p.start.y) > 0.05 || isSelected({ part: 'base' })}
    {#snippet draw()}{@const q = v(p.base)}<path
        class="here"
        d="M{q.x - 0.5 * t} {q.y}h{t}M{q.x} {q.y - 0.5 * t}v{t}"
        stroke="#10201c"
        stroke-width={0.16 * t}
      /><circle
        cx={q.x}
        cy={q.y}
        r={0.5 * t}
        fill="transparent"
        stroke="#10201c"
        stroke-width={0.08 * t}
        stroke-dasharray="{0.2 * t} {0.12 * t}"
      />{/snippet}
    {@render grab({ part: 'base' }, place(p.base), draw)}
  {/if}
  {#if true}
    {#snippet draw()}{@const q = v(p.start)}<circle
        class="here"
        cx={q.x}
        cy={q.y}
        r={0.62 * t}
        fill={still ? '#10201c' : 'none'}
        stroke={still ? '#f7f4ea' : '#10201c'}
        stroke-width={0.12 * t}
      />{/snippet}
    {@render grab({ part: 'student' }, place(p.start), draw)}
  {/if}
  {#each p.feeds as f, i (i)}
    {#if onmove && still && i === chosen}
      {#if f.aim}
        {#snippet draw()}{@const q = v(f.aim!)}<circle
            class="here"
            cx={q.x}
            cy={q.y}
            r={0.42 * t}
            fill="transparent"
            stroke="#10201c"
            stroke-width={0.14 * t}
          /><circle cx={q.x} cy={q.y} r={0.14 * t} fill="#10201c" />{/snippet}
        {@render grab({ part: 'aim', i }, place(f.aim), draw)}
      {/if}
      {#if f.go}
        {#snippet draw()}{@const q = v(f.go!)}<path
            class="here"
            d="M{q.x - 0.4 * t} {q.y - 0.4 * t}l{0.8 * t} {0.8 * t}m0 {-0.8 * t}l{-0.8 * t} {0.8 * t}"
            stroke="#10201c"
            stroke-width={0.18 * t}
          /><circle cx={q.x} cy={q.y} r={0.45 * t} fill="transparent" />{/snippet}
        {@render grab({ part: 'go', i }, place(f.go), draw)}
      {/if}
    {/if}
    {#snippet draw()}
      {@const q = v(f.to)}
      <circle
        class="here"
        cx={q.x}
        cy={q.y}
        r={0.6 * t}
        fill={i === chosen ? '#d7ee2a' : '#f7f4ea'}
        stroke="#10201c"
        stroke-width={0.12 * t}
      />
      <text
        x={q.x}
        y={q.y + 0.28 * t}
        text-anchor="middle"
        font-size={0.8 * t}
        font-weight="700"
        fill="#10201c"
        pointer-events="none">{i + 1}</text
      >
    {/snippet}
    {@render grab({ part: 'ball', i }, place(f.to), draw)}
  {/each}
  {#if !still}
    {@const s = v(student)}
    <circle cx={s.x} cy={s.y} r={0.62 * t} fill="#10201c" stroke="#f7f4ea" stroke-width={0.12 * t} />
    {#if ball}{@const q = v(ball)}<circle
        cx={q.x}
        cy={q.y}
        r={(0.28 + 0.09 * ball.z) * t}
        fill="#d7ee2a"
        stroke="#10201c"
        stroke-width={0.08 * t}
      />{/if}
  {/if}
</svg>
{#if onmove}
  <Signs {drill} />
{/if}

<style>
  .feed {
    stroke: #fdfcf6;
    stroke-linecap: round;
  }
  .target {
    fill: rgb(247 244 234 / 0.45);
    stroke: #f7f4ea;
  }
  .target.here {
    stroke: #10201c;
  }
  .chance {
    font-weight: 700;
    fill: #10201c;
    paint-order: stroke;
    stroke: rgb(247 244 234 / 0.8);
    pointer-events: none;
  }
</style>
