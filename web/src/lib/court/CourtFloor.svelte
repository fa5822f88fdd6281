<!--
  The floor of a court to scale: surface, lines, net; between walls the front
  wall stands unfolded at its end. Everything drawn on a court is drawn on this.
  Strokes are given in u, which is about the width of a line on a tennis court.
-->
<script lang="ts">
  import type { Court } from '$lib/api/client';
  import { frame, onWall, toView, type Lie } from './geometry';

  interface Props {
    court: Court;
    lie?: Lie;
    margin?: number;
    side?: number;
    part?: 'all' | 'target';
    /** Service boxes and zones are left plain when false. */
    lines?: boolean;
  }
  let { court, lie = 'across', margin = 3.5, side = margin, part = 'all', lines = true }: Props = $props();

  const box = $derived(frame(court, lie, margin, part, side));
  const u = $derived(Math.max(box.width, box.height) / 31);
  const post = $derived(court.halfWidth.doubles + court.net.postOutside);
  const v = (x: number, y: number) => toView({ x, y }, lie);
  const far = $derived(court.walls ? 0 : court.halfLength);
  const a = $derived(v(-court.halfWidth.doubles, -court.halfLength));
  const b = $derived(v(court.halfWidth.doubles, far));
  const posts = $derived([v(-post, 0), v(post, 0)] as const);
  const heights = $derived(
    court.walls && part === 'all' ? [court.walls.tin, court.walls.serviceLine, court.walls.out] : []
  );
  const wall = $derived(
    court.walls &&
      part === 'all' &&
      ([
        onWall(-court.halfWidth.singles, 0, lie),
        onWall(court.halfWidth.singles, court.walls.out, lie)
      ] as const)
  );
</script>

<rect x={box.x} y={box.y} width={box.width} height={box.height} fill="var(--court-out)" rx={0.3 * u} />
<rect
  x={Math.min(a.x, b.x)}
  y={Math.min(a.y, b.y)}
  width={Math.abs(b.x - a.x)}
  height={Math.abs(b.y - a.y)}
  fill="var(--court-in)"
/>
{#if wall}
  <rect
    x={Math.min(wall[0].x, wall[1].x)}
    y={Math.min(wall[0].y, wall[1].y)}
    width={Math.abs(wall[1].x - wall[0].x)}
    height={Math.abs(wall[1].y - wall[0].y)}
    fill="var(--court-wall)"
  />
{/if}
{#if lines}
  <g stroke="var(--court-line)" stroke-linecap="square">
    {#each court.lines as line (line.name)}
      {@const p = v(line.from.x, line.from.y)}
      {@const q = v(line.to.x, line.to.y)}
      <line x1={p.x} y1={p.y} x2={q.x} y2={q.y} stroke-width={(line.baseline ? 0.14 : 0.09) * u} />
    {/each}
    {#each heights as z (z)}
      {@const p = onWall(-court.halfWidth.singles, z, lie)}
      {@const q = onWall(court.halfWidth.singles, z, lie)}
      <line x1={p.x} y1={p.y} x2={q.x} y2={q.y} stroke-width={0.09 * u} stroke="var(--court-net)" />
    {/each}
  </g>
{/if}
{#if !court.walls}
  <line
    x1={posts[0].x}
    y1={posts[0].y}
    x2={posts[1].x}
    y2={posts[1].y}
    stroke="var(--court-net)"
    stroke-width={0.16 * u}
    stroke-dasharray="{0.3 * u} {0.12 * u}"
  />
  {#each posts as p (p)}<circle cx={p.x} cy={p.y} r={0.22 * u} fill="var(--court-net)" />{/each}
{/if}
