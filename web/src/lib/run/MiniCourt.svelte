<!-- A small court with the initials of who is where, and their names where there is room. -->
<script lang="ts">
  import { api, need, type Court, type Drill } from '$lib/api/client';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import { frame, toView } from '$lib/court/geometry';
  import type { Post } from './called';

  interface Props {
    posts: Post[];
    drill: Drill;
    initial: (id: string) => string;
    /** Written beside them: who is where is seen from afar. */
    name?: (id: string) => string;
  }
  let { posts, drill, initial, name }: Props = $props();
  let court = $state.raw<Court>();
  $effect(() => {
    const id = drill.pattern.court;
    void need(api.GET('/api/v1/courts'))
      .then((all) => (court = all.find((c) => c.id === id)))
      .catch(() => undefined); // the words say the same
  });
  // Those who wait stand in no particular place and would only crowd a small picture.
  const people = $derived(
    posts
      .filter((p) => name || p.place.doing !== 'waiting')
      .flatMap((p) =>
        p.students.map((id, i) => ({ id, place: p.place, at: p.at?.[i] ?? drill.pattern.start }))
      )
  );
  const margin = $derived((court?.halfLength ?? 0) * (name ? 0.36 : 0.16));
  /** The coach, where the balls are brought by nobody else. */
  const coach = $derived(
    name && !posts.some((p) => p.place.doing === 'feeding')
      ? drill.pattern.people.find((p) => p.role === 'feeder')?.at
      : undefined
  );
</script>

{#if court}
  {@const box = frame(court, 'across', margin, 'all', court.halfWidth.doubles * 0.12)}
  {@const r = box.height * (name ? 0.06 : 0.15)}
  <svg viewBox="{box.x} {box.y} {box.width} {box.height}" class="h-full w-full" aria-hidden="true">
    <CourtFloor {court} {margin} side={court.halfWidth.doubles * 0.12} lines={!!name} />
    {#if coach}
      {@const v = toView(coach, 'across')}
      <g transform="translate({v.x} {v.y})">
        <rect
          x={-r}
          y={-r}
          width={2 * r}
          height={2 * r}
          fill="#1c2421"
          stroke="#f7f4ea"
          stroke-width={r * 0.14}
        />
        <text class="name" y={r * 1.9} font-size={r * 1.1} text-anchor="middle" stroke-width={r * 0.4}
          >Coach</text
        >
      </g>
    {/if}
    {#each people as p (p.id)}
      {@const v = toView(p.at, 'across')}
      <g class="person" style:transform="translate({v.x}px, {v.y}px)">
        <circle
          {r}
          fill={p.place.doing === 'hitting' ? '#d7ee2a' : '#f7f4ea'}
          stroke="#1c2421"
          stroke-width={r * 0.14}
          stroke-dasharray={p.place.doing === 'collecting' ? `${r * 0.4} ${r * 0.3}` : undefined}
        />
        <text
          font-size={r * 1.25}
          font-weight="700"
          text-anchor="middle"
          dominant-baseline="central"
          fill="#1c2421">{initial(p.id)}</text
        >
        {#if name}<text
            class="name"
            y={r * 1.9}
            font-size={r * 1.1}
            font-weight="650"
            text-anchor="middle"
            stroke-width={r * 0.4}>{name(p.id)}</text
          >{/if}
      </g>
    {/each}
  </svg>
{/if}

<style>
  .person {
    transition: transform 250ms ease-out;
  }
  .name {
    fill: #1c2421;
    stroke: #f7f4ea;
    paint-order: stroke;
    stroke-linejoin: round;
  }
</style>
