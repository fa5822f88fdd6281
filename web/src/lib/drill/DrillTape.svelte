<!--
  A turn on a tape of seconds: each ball from release to contact, with its
  bounce and the time the student needs of it. A release can be dragged.
-->
<script lang="ts">
  import { enlarged } from '$lib/court/geometry';
  import type { PatternTurn } from '$lib/api/client';
  import Handle from '$lib/court/Handle.svelte';
  import { efforts, letters, sayEffort, sayToSpare } from './parts';

  interface Props {
    turn: PatternTurn;
    chosen: number;
    at?: number;
    ongap: (feed: number, release: number) => void;
    onchoose: (feed: number) => void;
    onrest: () => void;
    /** A moment of the turn to look at. */
    onscrub?: (at: number) => void;
  }
  let { turn, chosen, at, ongap, onchoose, onrest, onscrub }: Props = $props();

  const wide = 1000;
  let width = $state(880);
  const k = $derived(enlarged(620, width));
  const span = $derived(Math.max(4, Math.ceil(Math.max(...turn.balls.map((b) => b.contact)) + 1)));
  const x = (s: number) => (s / span) * wide;
  const row = $derived((turn.balls.length > 8 ? 19 : 24) * k);
  const top = $derived(34 * k);
  function scrub(e: PointerEvent) {
    const svg = e.currentTarget as SVGGraphicsElement;
    svg.setPointerCapture(e.pointerId);
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM()!.inverse());
    onscrub?.(Math.max(0, Math.min(span, (p.x / wide) * span)));
  }
</script>

<svg
  bind:clientWidth={width}
  viewBox="-12 0 1030 {top + turn.balls.length * row + 6}"
  class="mt-2 block w-full select-none"
  style:--focus-width={5 * k}
  role="group"
  aria-label="The turn in seconds"
>
  <rect x="0" y="0" width={wide} height={top - 4} fill="var(--tape)" rx="4" />
  {#each Array.from({ length: span + 1 }, (_, i) => i) as s (s)}
    <line x1={x(s)} x2={x(s)} y1="0" y2={10 * k} stroke="var(--tape-ink)" stroke-width="2" />
    {#if span < 20 || s % 5 === 0}<text
        x={x(s)}
        y={25 * k}
        text-anchor={s === 0 ? 'start' : 'middle'}
        font-size={15 * k}
        class="figures"
        fill="var(--tape-ink)">{s}{s === span ? ' s' : ''}</text
      >{/if}
  {/each}
  {#each turn.balls as b, i (i)}
    {@const y = top + i * row}
    <rect
      x={x(b.release)}
      {y}
      width={Math.max(2, x(b.contact) - x(b.release))}
      height={row - 5 * k}
      fill="var(--color-base-200)"
      stroke="var(--color-base-content)"
      stroke-width={i === chosen ? 2.5 : 1}
    />
    <rect
      x={x(b.release)}
      {y}
      width={Math.max(0, Math.min(x(b.contact) - x(b.release), x(b.leg.needed)))}
      height={row - 5 * k}
      fill={efforts[b.leg.effort]}
    />
    {#if b.bounce > 0}<line
        x1={x(b.bounce)}
        x2={x(b.bounce)}
        y1={y}
        y2={y + row - 5 * k}
        stroke="var(--color-base-content)"
        stroke-width="2"
        stroke-dasharray="3 3"
      />{/if}
    {#if b.net > 0}<line
        x1={x(b.net)}
        x2={x(b.net)}
        y1={y + (row - 5 * k) / 2}
        y2={y + row - 5 * k}
        stroke="var(--color-base-content)"
        stroke-width="2"
      />{/if}
    {@const late = x(b.contact) > wide * (k > 1.2 ? 0.55 : 0.8)}
    <text
      x={late ? x(b.release) - 14 * k : x(b.contact) + 8}
      text-anchor={late ? 'end' : 'start'}
      y={y + row * 0.58}
      font-size={15 * k}
      fill="var(--color-base-content)"
      >{b.feasible
        ? `${letters[b.leg.effort]} ${sayEffort(b.leg.effort)}, ${sayToSpare(b.leg.slack)}`
        : 'cannot be fed'}</text
    >
    <Handle
      at={{ x: x(b.release), y }}
      label="Release of ball {i + 1}"
      said="{b.release.toFixed(1)} s"
      now={b.release}
      scale={wide / span}
      onmove={(p) => {
        onchoose(i);
        ongap(i, Math.max(0, (p.x / wide) * span));
      }}
      {onrest}
    >
      <rect
        class="here"
        x={x(b.release) - 10 * k}
        {y}
        width={20 * k}
        height={row - 5 * k}
        rx="4"
        fill={i === chosen ? '#d7ee2a' : '#f7f4ea'}
        stroke="#1c2421"
        stroke-width="2"
      />
      <text
        x={x(b.release)}
        y={y + row * 0.58}
        text-anchor="middle"
        font-size={15 * k}
        font-weight="700"
        fill="#1c2421"
        pointer-events="none">{i + 1}</text
      >
    </Handle>
  {/each}
  {#if onscrub}
    <rect
      x="0"
      y="0"
      width={wide}
      height={top - 4}
      fill="transparent"
      class="scrub"
      role="presentation"
      onpointerdown={scrub}
      onpointermove={(e) => e.buttons && scrub(e)}
    />
  {/if}
  {#if at !== undefined}<line
      x1={x(at)}
      x2={x(at)}
      y1="0"
      y2={top + turn.balls.length * row}
      stroke="var(--color-base-content)"
      stroke-width="2.5"
    />{/if}
</svg>

<style>
  .scrub {
    cursor: col-resize;
    touch-action: none;
  }
</style>
