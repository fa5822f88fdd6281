<!-- What is set out where, to scale and numbered, with the measures that a coach paces out. -->
<script lang="ts">
  import type { Court, Drill } from '$lib/api/client';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import { frame, toView } from '$lib/court/geometry';
  import { settings } from '$lib/units/settings.svelte';
  import { paced, type Placement } from './setup';

  let { title, drill, court, laid }: { title: string; drill: Drill; court: Court; laid: Placement[] } =
    $props();
  const back = $derived(court.walls ? court.halfLength * 0.1 : court.halfLength * (court.table ? 0.9 : 0.3));
  const side = $derived(court.halfWidth.doubles * 0.25);
  const box = $derived(frame(court, 'across', back, 'all', side));
  const u = $derived(box.width / 34);
  const v = (p: { x: number; y: number }) => toView(p, 'across');
  /** Labels stand beside their things and off each other. */
  const labels = $derived.by(() => {
    const out: { x: number; y: number }[] = [];
    laid.forEach((l) => {
      const p = v(l.at);
      const tries = [
        [0, -1.2],
        [0, 1.2],
        [1.5, 0],
        [-1.5, 0],
        [1.3, -1.3],
        [-1.3, -1.3],
        [1.3, 1.3],
        [-1.3, 1.3],
        [2.8, 0],
        [-2.8, 0]
      ].map(([x, y]) => ({ x: p.x + x! * u, y: p.y + y! * u }));
      const inside = (q: { x: number; y: number }) =>
        q.x > box.x + u && q.x < box.x + box.width - u && q.y > box.y + u && q.y < box.y + box.height - u;
      const free = tries.find(
        (q) =>
          inside(q) &&
          !out.some((o) => Math.hypot(o.x - q.x, o.y - q.y) < 1.6 * u) &&
          !laid.some((m) => Math.hypot(v(m.at).x - q.x, v(m.at).y - q.y) < 0.9 * u)
      );
      out.push(free ?? tries[0]!);
    });
    return out;
  });
</script>

<section class="map">
  <h3 dir="auto" class="text-lg">{title}</h3>
  <svg
    viewBox="{box.x} {box.y} {box.width} {box.height}"
    class="w-full"
    role="img"
    aria-label="Set-up of {title}: {laid
      .map((l, i) => `${i + 1} ${l.label}, ${paced(l, court, settings.units)}`)
      .join('; ')}"
  >
    <CourtFloor {court} margin={back} {side} />
    {#each drill.targets as t, i (i)}
      {@const c = v(t.at)}
      {#each t.both ? [1, -1] : [1] as s (s)}
        {#if t.kind === 'circle'}<circle
            cx={c.x}
            cy={s * c.y}
            r={t.radius}
            fill="#f7f4ea"
            opacity="0.6"
            stroke="#10201c"
            stroke-width={0.08 * u}
          />
        {:else if t.kind === 'box'}<rect
            x={c.x - t.depth / 2}
            y={s * c.y - t.width / 2}
            width={t.depth}
            height={t.width}
            fill="#f7f4ea"
            opacity="0.45"
            stroke="#10201c"
            stroke-width={0.08 * u}
          />
        {:else}<line
            x1={c.x}
            x2={c.x}
            y1={s * c.y - t.width / 2}
            y2={s * c.y + t.width / 2}
            stroke="#f7f4ea"
            stroke-width={0.4 * u}
          />{/if}
      {/each}
    {/each}
    {#each laid as l, i (i)}
      {@const p = v(l.at)}
      <line x1={p.x} y1={p.y} x2={labels[i]!.x} y2={labels[i]!.y} stroke="#10201c" stroke-width={0.08 * u} />
      <circle cx={p.x} cy={p.y} r={0.28 * u} fill="#10201c" stroke="#f7f4ea" stroke-width={0.1 * u} />
      <circle
        cx={labels[i]!.x}
        cy={labels[i]!.y}
        r={0.75 * u}
        fill="#f7f4ea"
        stroke="#10201c"
        stroke-width={0.1 * u}
      />
      <text
        x={labels[i]!.x}
        y={labels[i]!.y + 0.32 * u}
        text-anchor="middle"
        font-size={0.85 * u}
        font-weight="700"
        fill="#10201c">{i + 1}</text
      >
    {/each}
  </svg>
  <ol class="mt-1 text-[0.8rem] leading-snug">
    {#each laid as l, i (i)}<li>
        <span class="figures font-semibold">{i + 1}</span>
        {l.label}: {paced(l, court, settings.units)}
      </li>{/each}
  </ol>
</section>

<style>
  .map {
    break-inside: avoid;
  }
  .map svg {
    print-color-adjust: exact;
    -webkit-print-color-adjust: exact;
  }
  ol {
    columns: 2;
    column-gap: 1.5rem;
  }
</style>
