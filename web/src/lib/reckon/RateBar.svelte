<!-- A share as so many of twenty balls in a row: slide over them, or use the arrow keys. -->
<script lang="ts">
  import { sayChance } from '$lib/units/say';

  interface Props {
    label: string;
    /** 0 to 100. */
    percent: number;
    min?: number;
    max?: number;
    /** What the filled and the empty balls are. */
    filled?: string;
    onset: (percent: number) => void;
    onrest: () => void;
  }
  let { label, percent, min = 1, max = 100, filled = 'good', onset, onrest }: Props = $props();

  let bar: HTMLDivElement;
  let dragging = false;
  const balls = Array.from({ length: 20 }, (_, i) => i);
  const fit = (p: number) => Math.min(max, Math.max(min, Math.round(p)));
  function read(e: PointerEvent) {
    const r = bar.getBoundingClientRect();
    onset(fit(((e.clientX - r.left) / r.width) * 100));
  }
  function down(e: PointerEvent) {
    dragging = true;
    bar.setPointerCapture(e.pointerId);
    read(e);
  }
  function up() {
    if (dragging) onrest();
    dragging = false;
  }
  function key(e: KeyboardEvent) {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[e.key];
    if (!by) return;
    e.preventDefault();
    onset(fit(percent + by));
    onrest();
  }
</script>

<div>
  <p class="flex justify-between text-[0.8rem] leading-tight">
    <span>{label}</span><span class="figures">{sayChance(percent / 100)} {filled}</span>
  </p>
  <div
    bind:this={bar}
    class="bar"
    role="slider"
    tabindex="0"
    aria-label={label}
    aria-valuemin={min}
    aria-valuemax={max}
    aria-valuenow={Math.round(percent)}
    aria-valuetext="{Math.round(percent)} of 100 {filled}"
    onpointerdown={down}
    onpointermove={(e) => dragging && read(e)}
    onpointerup={up}
    onpointercancel={up}
    onkeydown={key}
  >
    {#each balls as i (i)}
      <span class="ball" style:--full="{Math.max(0, Math.min(1, percent / 5 - i)) * 100}%"></span>
    {/each}
  </div>
</div>

<style>
  .bar {
    display: grid;
    grid-template-columns: repeat(20, 1fr);
    gap: 2px;
    padding: 6px 0;
    cursor: ew-resize;
    touch-action: none;
    border-radius: 0.25rem;
  }
  .ball {
    aspect-ratio: 1;
    border: 1px solid #1c2421;
    border-radius: 50%;
    background: linear-gradient(90deg, #d7ee2a var(--full), var(--color-base-100) var(--full));
  }
  :global([data-theme='lamplight']) .ball {
    border-color: var(--color-base-content);
  }
</style>
