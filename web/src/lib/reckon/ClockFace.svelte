<!-- Spin as coaches say it: the clock hour the strings brush toward, seen from behind the ball. -->
<script lang="ts">
  let { hour, onset, onrest }: { hour: number; onset: (hour: number) => void; onrest: () => void } = $props();

  let svg: SVGSVGElement;
  let dragging = false;
  const said = $derived(
    [
      'topspin',
      'topspin, curving left',
      'topspin, curving left',
      'sidespin, curving left',
      'slice, curving left',
      'slice, curving left',
      'backspin',
      'slice, curving right',
      'slice, curving right',
      'sidespin, curving right',
      'topspin, curving right',
      'topspin, curving right'
    ][Math.round(hour) % 12]
  );
  const at = (h: number, r: number) => ({
    x: r * Math.sin((h * Math.PI) / 6),
    y: -r * Math.cos((h * Math.PI) / 6)
  });
  const tip = $derived(at(hour, 31));
  function read(e: PointerEvent) {
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM()!.inverse());
    const h = (Math.atan2(p.x, -p.y) * 6) / Math.PI;
    onset((Math.round(h * 2) / 2 + 12) % 12 || 12);
  }
  function down(e: PointerEvent) {
    dragging = true;
    svg.setPointerCapture(e.pointerId);
    read(e);
  }
  function up() {
    if (dragging) onrest();
    dragging = false;
  }
  function key(e: KeyboardEvent) {
    const by = { ArrowRight: 0.5, ArrowUp: 0.5, ArrowLeft: -0.5, ArrowDown: -0.5 }[e.key];
    if (!by) return;
    e.preventDefault();
    onset((hour + by + 12) % 12 || 12);
    onrest();
  }
</script>

<div class="flex items-center gap-3">
  <svg
    bind:this={svg}
    viewBox="-50 -50 100 100"
    class="face h-28 w-28 shrink-0"
    role="slider"
    tabindex="0"
    aria-label="Spin, as on a clock"
    aria-valuemin="0"
    aria-valuemax="12"
    aria-valuenow={hour}
    aria-valuetext="{hour} o'clock: {said}"
    onpointerdown={down}
    onpointermove={(e) => dragging && read(e)}
    onpointerup={up}
    onpointercancel={up}
    onkeydown={key}
  >
    <circle r="47" fill="#d7ee2a" stroke="#1c2421" stroke-width="2" />
    <path
      d="M-42 -21C-14 -14 -14 14 -42 21M42 -21C14 -14 14 14 42 21"
      fill="none"
      stroke="#fdfcf6"
      stroke-width="3"
    />
    {#each Array.from({ length: 12 }, (_, i) => i + 1) as h (h)}
      {@const a = at(h, 44)}
      {@const b = at(h, h % 3 ? 41 : 38)}
      <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="#1c2421" stroke-width="1.6" />
    {/each}
    {#each [12, 3, 6, 9] as h (h)}
      {@const p = at(h, 31)}
      <text x={p.x} y={p.y + 4} text-anchor="middle" font-size="11" fill="#1c2421">{h}</text>
    {/each}
    <line x2={tip.x} y2={tip.y} stroke="#1c2421" stroke-width="4" stroke-linecap="round" />
    <circle cx={tip.x} cy={tip.y} r="7" fill="#1c2421" />
    <circle r="3" fill="#1c2421" />
  </svg>
  <p class="text-sm">
    <span class="figures">{Number.isInteger(hour) ? hour : `${Math.floor(hour) || 12}:30`}</span> o’clock:<br
    />{said}
  </p>
</div>

<style>
  .face {
    cursor: pointer;
    touch-action: none;
    border-radius: 50%;
  }
</style>
