<!--
  A flight twice over on one scale: from the side above, with the net to height,
  and from above below it. A dot on the path every tenth of a second.
-->
<script lang="ts">
  import type { Court, FlightAnswer, PathPoint, Point } from '$lib/api/client';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import Handle from '$lib/court/Handle.svelte';
  import { enlarged, frame, onWall } from '$lib/court/geometry';
  import { sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';

  interface Props {
    court: Court;
    answer?: FlightAnswer;
    from: { x: number; y: number; z: number };
    to: Point;
    onfrom: (p: { x?: number; y?: number; z?: number }) => void;
    onto: (p: Point) => void;
    onclearance: (metres: number) => void;
    onrest: () => void;
  }
  let { court, answer, from, to, onfrom, onto, onclearance, onrest }: Props = $props();

  const id = $props.id();
  const lengthwise = $derived(court.halfLength * 0.3);
  const sidewise = $derived(
    Math.max(court.halfWidth.doubles * 0.12, court.net.postOutside + court.halfLength * 0.04)
  );
  const plan = $derived(frame(court, 'across', lengthwise, 'all', sidewise));
  const u = $derived(plan.width / 31);
  let width = $state(880);
  // Words and handles keep their size on a small screen.
  const t = $derived(u * enlarged(600, width));
  const path = $derived(answer?.path ?? []);
  const after = $derived(answer?.after ?? []);
  const top = $derived(
    Math.max(
      court.walls ? court.walls.out : court.net.post * 2.2,
      from.z,
      ...path.map((p) => p.z),
      ...after.map((p) => p.z)
    ) +
      1.3 * u
  );
  const gap = $derived(0.9 * u);
  const down = $derived(gap - plan.y);
  const nudge = $derived(Math.min(1, court.halfLength / 11.9));
  const netTop = $derived(court.walls ? court.walls.tin : court.net.centre);
  const crossing = $derived(answer?.netHeight);

  const side = (p: PathPoint) => `${p.y},${-p.z}`;
  const above = (p: PathPoint) => `${p.y},${p.x}`;
  /** Where the ball is every tenth of a second. */
  const ticks = $derived(
    path.length < 2
      ? []
      : Array.from({ length: Math.floor((path.at(-1)!.t - path[0]!.t) * 10) }, (_, i) => {
          const t = path[0]!.t + (i + 1) / 10;
          const k = Math.max(
            1,
            path.findIndex((p) => p.t >= t)
          );
          const [a, b] = [path[k - 1]!, path[k]!];
          const s = (t - a.t) / (b.t - a.t);
          return { y: a.y + s * (b.y - a.y), z: a.z + s * (b.z - a.z), x: a.x + s * (b.x - a.x) };
        })
  );
  const front = $derived(answer?.touches?.find((t) => t.on === 'front-wall'));
  const said = (p: Point) =>
    `${sayLength(Math.abs(p.x), settings.units)} ${p.x < 0 ? 'left' : 'right'} of the centre line, ${sayLength(Math.abs(p.y), settings.units)} from the ${court.walls ? 'front wall' : 'net'}`;
</script>

<svg
  bind:clientWidth={width}
  viewBox="{plan.x} {-top} {plan.width} {top + gap + plan.height}"
  class="mx-auto block max-h-[64vh] w-full select-none sm:min-h-72"
  style:--focus-width={0.25 * u}
  role="group"
  aria-label="The flight from the side and from above, near end left"
>
  <clipPath id="{id}-frame"
    ><rect x={plan.x} y={-top} width={plan.width} height={top + gap + plan.height} /></clipPath
  >
  <rect x={plan.x} y={-top} width={plan.width} height={top} fill="var(--color-base-200)" rx={0.3 * u} />
  <rect x={plan.x} y="0" width={plan.width} height={0.18 * u} fill="var(--court-net)" />
  {#if court.walls}
    <rect x="0" y={-court.walls.out} width={0.3 * u} height={court.walls.out} fill="var(--court-net)" />
    {#each [court.walls.tin, court.walls.serviceLine, court.walls.out] as z (z)}<line
        x1={-0.5 * u}
        x2={0.8 * u}
        y1={-z}
        y2={-z}
        stroke="var(--court-net)"
        stroke-width={0.1 * u}
      />{/each}
  {:else}
    <line
      x1="0"
      x2="0"
      y1="0"
      y2={-court.net.post}
      stroke="var(--court-net)"
      stroke-width={0.1 * u}
      stroke-dasharray="{0.2 * u} {0.15 * u}"
    />
    <line x1="0" x2="0" y1="0" y2={-court.net.centre} stroke="var(--court-net)" stroke-width={0.26 * u} />
  {/if}
  <text x={plan.x + 0.5 * u} y={-top + 0.9 * t} class="word" font-size={0.55 * t}>from the side</text>
  <g transform="translate(0 {down})">
    <CourtFloor {court} margin={lengthwise} side={sidewise} />
    <text x={plan.x + 0.5 * u} y={plan.y + 0.9 * t} class="word" font-size={0.55 * t}>from above</text>
  </g>

  <g clip-path="url(#{id}-frame)">
    {#each [{ line: side, shift: 0 }, { line: above, shift: down }] as view (view.shift)}
      <g transform="translate(0 {view.shift})" fill="none" stroke-linejoin="round" stroke-linecap="round">
        <polyline
          points={after.map(view.line).join(' ')}
          stroke="var(--court-net)"
          stroke-width={0.12 * u}
          stroke-dasharray="{0.15 * u} {0.3 * u}"
        />
        <polyline points={path.map(view.line).join(' ')} stroke="#10201c" stroke-width={0.34 * u} />
        <polyline points={path.map(view.line).join(' ')} stroke="#d7ee2a" stroke-width={0.18 * u} />
      </g>
    {/each}
  </g>
  {#each ticks as p, i (i)}<circle cx={p.y} cy={-p.z} r={0.16 * u} fill="#10201c" />{/each}
  {#if front}
    {@const w = onWall(front.x, front.z, 'across')}
    <circle cx={w.x} cy={w.y + down} r={0.4 * u} fill="#d7ee2a" stroke="#10201c" stroke-width={0.12 * u} />
  {/if}

  {#if crossing !== undefined && answer?.clearance !== undefined}
    <line
      x1="0"
      x2="0"
      y1={-netTop}
      y2={-crossing}
      stroke="var(--color-base-content)"
      stroke-width={0.07 * u}
    />
    <text
      x={(court.walls ? -0.5 : 0.5) * u}
      y={-crossing - 0.55 * t}
      class="word strong"
      font-size={0.66 * t}
      text-anchor={court.walls ? 'end' : 'start'}
    >
      {sayLength(answer.clearance, settings.units)}
    </text>
    <Handle
      at={{ x: 0, y: -crossing }}
      label="Height over {court.walls ? 'the tin' : 'the net'}"
      said={sayLength(answer.clearance, settings.units)}
      now={answer.clearance}
      scale={nudge}
      onmove={(p) => onclearance(-p.y - netTop)}
      {onrest}
    >
      <circle
        class="here"
        cx="0"
        cy={-crossing}
        r={0.42 * t}
        fill="#d7ee2a"
        stroke="#10201c"
        stroke-width={0.12 * u}
      />
    </Handle>
  {/if}

  <Handle
    at={{ x: from.y, y: -from.z }}
    label="Launch height"
    said={sayLength(from.z, settings.units)}
    now={from.z}
    scale={nudge}
    onmove={(p) => onfrom({ y: p.x, z: -p.y })}
    {onrest}
  >
    <circle
      class="here"
      cx={from.y}
      cy={-from.z}
      r={0.55 * t}
      fill="#f7f4ea"
      stroke="#10201c"
      stroke-width={0.14 * u}
    />
  </Handle>
  <g transform="translate(0 {down})">
    <Handle
      at={{ x: to.y, y: to.x }}
      label="Landing point"
      said={said(to)}
      now={to.x}
      scale={nudge}
      onmove={(p) => onto({ x: p.y, y: p.x })}
      {onrest}
    >
      <circle
        class="here"
        cx={to.y}
        cy={to.x}
        r={0.75 * t}
        fill="rgb(247 244 234 / 0.75)"
        stroke="#10201c"
        stroke-width={0.14 * u}
      />
      <circle cx={to.y} cy={to.x} r={0.16 * u} fill="#10201c" />
    </Handle>
    <Handle
      at={{ x: from.y, y: from.x }}
      label="Starting point"
      said={said(from)}
      now={from.x}
      scale={nudge}
      onmove={(p) => onfrom({ x: p.y, y: p.x })}
      {onrest}
    >
      <rect
        class="here"
        x={from.y - 0.5 * t}
        y={from.x - 0.5 * t}
        width={t}
        height={t}
        rx={0.15 * u}
        fill="#f7f4ea"
        stroke="#10201c"
        stroke-width={0.14 * u}
      />
    </Handle>
  </g>
  {#if answer?.bounce}<circle
      cx={answer.bounce.y}
      cy="0"
      r={0.3 * u}
      fill="var(--court-line)"
      stroke="#10201c"
      stroke-width={0.12 * u}
    />{/if}
</svg>

<style>
  .word {
    fill: var(--color-base-content);
    opacity: 0.85;
    pointer-events: none;
  }
  .strong {
    font-weight: 700;
    opacity: 1;
  }
</style>
