<!-- After a lesson: what is advised of each who was there, to be taken or declined on the spot. -->
<script lang="ts">
  import { api, type Student, type StudentLadders } from '$lib/api/client';
  import { first } from '$lib/units/say';
  import ClimbCard from './ClimbCard.svelte';

  let { students, waiting }: { students: Student[]; waiting: number } = $props();
  let all = $state.raw<Record<string, StudentLadders>>({});
  let away = $state(false);

  // Advice is made of what the server has: it is asked for once nothing waits to be sent.
  $effect(() => {
    if (waiting) return;
    for (const s of students)
      void api
        .GET('/api/v1/students/{student}/ladders', { params: { path: { student: s.id } } })
        .then(({ data }) => data && (all = { ...all, [s.id]: data }))
        .catch(() => (away = true));
  });
  const told = $derived(students.filter((s) => all[s.id]?.ladders.length));
</script>

{#if waiting || away}
  <p class="mt-2 text-base">What comes of it for the ladders is said when the connection is back.</p>
{:else if told.length}
  <section class="mt-3" aria-label="What comes of it">
    <h2 class="text-xl font-semibold">What comes of it</h2>
    {#each told as s (s.id)}
      <h3 class="mt-2 text-lg font-semibold">{first(s.name)}</h3>
      {#each all[s.id]?.ladders ?? [] as climb (climb.ladder.id)}
        <ClimbCard
          small
          student={s.id}
          name={first(s.name)}
          {climb}
          onchanged={(now) => (all = { ...all, [s.id]: now })}
        />
      {/each}
    {/each}
  </section>
{/if}
