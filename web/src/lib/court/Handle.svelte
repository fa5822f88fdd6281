<!--
  Something on a drawing that can be dragged and nudged. Places are those of the
  drawing; who uses it turns them into places on the court.
-->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Point } from '$lib/api/client';
  import { nudge } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';

  interface Props {
    at: Point;
    label: string;
    /** The value as it is read out, and as a number. */
    said: string;
    now: number;
    /** How far one press of an arrow goes, as a multiple of a nudge. */
    scale?: number;
    onmove: (to: Point) => void;
    onrest?: () => void;
    /** Keys past the arrows; true when it was one of them. */
    onkey?: (e: KeyboardEvent) => boolean;
    onfocus?: () => void;
    children: Snippet<[{ dragging: boolean }]>;
  }
  let { at, label, said, now, scale = 1, onmove, onrest, onkey, onfocus, children }: Props = $props();

  let dragging = $state(false);
  // Where in the handle it was taken, so that it does not jump under the hand.
  let grip = { x: 0, y: 0 };

  function place(e: PointerEvent): Point {
    const svg = (e.currentTarget as SVGGElement).ownerSVGElement!;
    return new DOMPoint(e.clientX, e.clientY).matrixTransform(
      (e.currentTarget as SVGGElement).getScreenCTM()?.inverse() ?? svg.getScreenCTM()!.inverse()
    );
  }
  function down(e: PointerEvent) {
    if (e.button !== 0) return;
    const p = place(e);
    grip = { x: p.x - at.x, y: p.y - at.y };
    dragging = true;
    (e.currentTarget as Element).setPointerCapture(e.pointerId);
    e.stopPropagation();
  }
  function move(e: PointerEvent) {
    if (!dragging) return;
    const p = place(e);
    onmove({ x: p.x - grip.x, y: p.y - grip.y });
  }
  function up() {
    if (dragging) onrest?.();
    dragging = false;
  }
  function key(e: KeyboardEvent) {
    const by = nudge(settings.units, e.shiftKey) * scale;
    const step = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[e.key];
    if (step) onmove({ x: at.x + step[0]!, y: at.y + step[1]! });
    else if (!onkey?.(e)) return;
    e.preventDefault();
    e.stopPropagation();
    onrest?.();
  }
</script>

<g
  role="slider"
  tabindex="0"
  aria-label={label}
  aria-valuenow={Math.round(now * 100) / 100}
  aria-valuetext={said}
  class="handle"
  class:dragging
  onpointerdown={down}
  onpointermove={move}
  onpointerup={up}
  onpointercancel={up}
  onkeydown={key}
  {onfocus}
>
  {@render children({ dragging })}
</g>

<style>
  .handle {
    cursor: grab;
    touch-action: none;
  }
  /* An outline would be drawn in metres; what is in the handle shows the focus. */
  .handle,
  .handle:focus,
  .handle:focus-visible {
    outline: none;
  }
  .handle:focus-visible :global(.here) {
    stroke: #d7ee2a;
    stroke-width: var(--focus-width, 0.26);
  }
  .dragging {
    cursor: grabbing;
  }
</style>
