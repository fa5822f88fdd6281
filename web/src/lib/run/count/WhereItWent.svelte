<!-- The half aimed at, to press where a miss came down; or the word for it. -->
<script lang="ts">
  import { api, need, type Drill, type Point } from '$lib/api/client';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import { frame, fromView, toView } from '$lib/court/geometry';
  import Load from '$lib/shell/Load.svelte';

  interface Props {
    drill: Drill;
    misses: Record<string, number>;
    onmiss: (more: { where?: 'net' | 'long' | 'wide' | 'short'; spot?: Point }) => void;
  }
  let { drill, misses, onmiss }: Props = $props();
  const words = ['net', 'long', 'wide', 'short'] as const;
  const ask = () => need(api.GET('/api/v1/courts'));
  let last = $state<Point>();
  const round = (v: number) => Math.round(v * 100) / 100;

  function press(e: PointerEvent & { currentTarget: SVGSVGElement }) {
    const svg = e.currentTarget;
    const at = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM()!.inverse());
    const p = fromView({ x: at.x, y: at.y }, 'across');
    last = { x: round(p.x), y: round(p.y) };
    onmiss({ spot: last });
  }
</script>

<div class="mt-1 grid grid-cols-4 gap-2">
  {#each words as w (w)}
    <button
      type="button"
      class="btn h-14 border-2 border-base-content text-lg"
      onclick={() => onmiss({ where: w })}
      >{w}{#if misses[w]}<span class="figures">{misses[w]}</span>{/if}</button
    >
  {/each}
</div>
<Load {ask} small>
  {#snippet children(courts)}
    {@const court = courts.find((c) => c.id === drill.pattern.court)}
    {#if court}
      {@const box = frame(court, 'across', 2.5, 'target')}
      <svg
        class="mt-2 w-full touch-none overflow-hidden"
        style:aspect-ratio="{box.width} / {box.height}"
        viewBox="{box.x} {box.y} {box.width} {box.height}"
        role="img"
        aria-label="Press where the ball landed, or use the buttons above"
        onpointerdown={press}
      >
        <CourtFloor {court} lie="across" margin={2.5} part="target" />
        {#if last}
          {@const v = toView(last, 'across')}
          <circle cx={v.x} cy={v.y} r="0.35" fill="#d7ee2a" stroke="#1c2421" stroke-width="0.08" />
        {/if}
      </svg>
    {/if}
  {/snippet}
</Load>
