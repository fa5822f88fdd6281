<!-- A drill as a small court: where the balls come, where the student goes and aims. -->
<script module lang="ts">
  import type { Court } from '$lib/api/client';
  import { frame, toView } from '$lib/court/geometry';

  /** The floor that a small court shows behind the lines and beside them. */
  export const floorOf = (court: Court) => ({
    back: court.halfLength * (court.table ? 0.55 : 0.42),
    side: court.halfWidth.doubles * 0.12
  });
  export const frameOf = (court: Court) => {
    const { back, side } = floorOf(court);
    return frame(court, 'across', back, 'all', side);
  };
  /** How wide the picture of a court is for its height. */
  export const shapeOf = (court: Court) => frameOf(court).width / frameOf(court).height;
</script>

<script lang="ts">
  import type { Drill } from '$lib/api/client';
  import CourtFloor from '$lib/court/CourtFloor.svelte';

  let { drill, court }: { drill: Drill; court: Court } = $props();
  const back = $derived(floorOf(court).back);
  const side = $derived(floorOf(court).side);
  const f = $derived(frameOf(court));
  const u = $derived(f.width / 100);
  const v = (p: { x: number; y: number }) => toView(p, 'across');
  /** Somebody far from the court stands at the edge of the picture. */
  const within = (p: { x: number; y: number }) => ({
    x: Math.max(f.x + 2.6 * u, Math.min(f.x + f.width - 2.6 * u, p.x)),
    y: Math.max(f.y + 2.6 * u, Math.min(f.y + f.height - 2.6 * u, p.y))
  });
  const way = $derived(
    [drill.pattern.start, ...drill.pattern.feeds.map((b) => b.to)].map((p) => `${v(p).x},${v(p).y}`).join(' ')
  );
</script>

<svg viewBox="{f.x} {f.y} {f.width} {f.height}" aria-hidden="true" class="block w-full rounded">
  <CourtFloor {court} margin={back} {side} />
  {#each drill.targets as t, i (i)}
    {@const c = v(t.at)}
    {#each t.both ? [1, -1] : [1] as s (s)}
      {#if t.kind === 'circle'}<circle cx={c.x} cy={s * c.y} r={t.radius} fill="#f7f4ea" opacity="0.55" />
      {:else if t.kind === 'box'}<rect
          x={c.x - t.depth / 2}
          y={s * c.y - t.width / 2}
          width={t.depth}
          height={t.width}
          fill="#f7f4ea"
          opacity="0.4"
        />
      {:else}<line
          x1={c.x}
          x2={c.x}
          y1={s * c.y - t.width / 2}
          y2={s * c.y + t.width / 2}
          stroke="#f7f4ea"
          stroke-width={1.2 * u}
        />{/if}
    {/each}
  {/each}
  <polyline
    points={way}
    fill="none"
    stroke="#10201c"
    stroke-width={0.8 * u}
    stroke-dasharray="{1.4 * u} {1.2 * u}"
  />
  {#each drill.pattern.feeds as b, i (i)}
    {#if b.aim}{@const p = v(b.to)}{@const a = v(b.aim)}<line
        x1={p.x}
        y1={p.y}
        x2={a.x}
        y2={a.y}
        stroke="#fdfcf6"
        stroke-width={0.6 * u}
        opacity="0.8"
      />{/if}
  {/each}
  {#each drill.pattern.people as q, i (i)}
    {@const p = within(v(q.at))}
    {#if q.role === 'feeder' || q.role === 'partner'}<rect
        x={p.x - 1.9 * u}
        y={p.y - 1.9 * u}
        width={3.8 * u}
        height={3.8 * u}
        fill="#f7f4ea"
        stroke="#10201c"
        stroke-width={0.7 * u}
      />
    {:else}<circle
        cx={p.x}
        cy={p.y}
        r={1.8 * u}
        fill="#f7f4ea"
        stroke="#10201c"
        stroke-width={0.6 * u}
      />{/if}
  {/each}
  {#each drill.pattern.feeds as b, i (i)}{@const p = v(b.to)}<circle
      cx={p.x}
      cy={p.y}
      r={2.1 * u}
      fill={i === 0 ? '#d7ee2a' : '#f7f4ea'}
      stroke="#10201c"
      stroke-width={0.7 * u}
    />{/each}
  {#if true}{@const s = v(drill.pattern.start)}<circle
      cx={s.x}
      cy={s.y}
      r={2.3 * u}
      fill="#10201c"
      stroke="#f7f4ea"
      stroke-width={0.5 * u}
    />{/if}
</svg>
