<!-- A small court with the initials of who is where. -->
<script lang="ts">
  import { api, need, type Court, type Drill } from '$lib/api/client';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import { frame, toView } from '$lib/court/geometry';
  import { placesOn } from '$lib/lesson/where';
  import type { Post } from './called';

  let { posts, drill, initial }: { posts: Post[]; drill: Drill; initial: (id: string) => string } = $props();
  let court = $state.raw<Court>();
  $effect(() => {
    const id = drill.pattern.court;
    void need(api.GET('/api/v1/courts'))
      .then((all) => (court = all.find((c) => c.id === id)))
      .catch(() => undefined); // the words say the same
  });
  // Those who wait stand in no particular place and would only crowd the picture.
  const people = $derived(
    posts
      .filter((p) => p.place.doing !== 'waiting')
      .flatMap((p) => p.students.map((id) => ({ id, place: p.place })))
  );
  const at = $derived(court ? placesOn({ places: people.map((p) => p.place) }, drill, court) : []);
</script>

{#if court}
  {@const box = frame(court, 'across', court.halfLength * 0.16, 'all', court.halfWidth.doubles * 0.12)}
  {@const r = box.height * 0.15}
  <svg viewBox="{box.x} {box.y} {box.width} {box.height}" class="h-full w-full" aria-hidden="true">
    <CourtFloor
      {court}
      margin={court.halfLength * 0.16}
      side={court.halfWidth.doubles * 0.12}
      lines={false}
    />
    {#each people as p, i (p.id)}
      {@const v = toView(at[i]!, 'across')}
      <circle
        cx={v.x}
        cy={v.y}
        {r}
        fill={p.place.doing === 'hitting' ? '#d7ee2a' : '#f7f4ea'}
        stroke="#1c2421"
        stroke-width={r * 0.14}
        stroke-dasharray={p.place.doing === 'collecting' ? `${r * 0.4} ${r * 0.3}` : undefined}
      />
      <text
        x={v.x}
        y={v.y}
        font-size={r * 1.25}
        font-weight="700"
        text-anchor="middle"
        dominant-baseline="central"
        fill="#1c2421">{initial(p.id)}</text
      >
    {/each}
  </svg>
{/if}
