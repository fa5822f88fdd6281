<!-- A small knob to widen something with the mouse or a finger; keys do it on the thing itself. -->
<script lang="ts">
  import type { Point } from '$lib/api/client';

  let {
    at,
    r = 0.3,
    cursor = 'nesw-resize',
    onmove,
    onrest
  }: { at: Point; r?: number; cursor?: string; onmove: (to: Point) => void; onrest?: () => void } = $props();
  let dragging = false;

  function move(e: PointerEvent) {
    if (!dragging) return;
    onmove(
      new DOMPoint(e.clientX, e.clientY).matrixTransform(
        (e.currentTarget as SVGCircleElement).getScreenCTM()!.inverse()
      )
    );
  }
  function down(e: PointerEvent) {
    dragging = true;
    (e.currentTarget as Element).setPointerCapture(e.pointerId);
    e.stopPropagation();
  }
  function up() {
    if (dragging) onrest?.();
    dragging = false;
  }
</script>

<circle
  cx={at.x}
  cy={at.y}
  {r}
  style:cursor
  class="grip"
  style:stroke-width={r / 3}
  role="presentation"
  onpointerdown={down}
  onpointermove={move}
  onpointerup={up}
  onpointercancel={up}
/>

<style>
  .grip {
    fill: #f7f4ea;
    stroke: #10201c;
    touch-action: none;
  }
</style>
