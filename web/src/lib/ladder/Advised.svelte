<!-- After a lesson: what is advised of each who was there, to be taken or declined on the spot. -->
<script lang="ts">
  import { api, type Student, type StudentLadders } from '$lib/api/client';
  import { calledAmong } from '$lib/people/names';
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
  const called = $derived(calledAmong(students));
  const told = $derived(students.filter((s) => all[s.id]?.ladders.length));
</script>

{#if waiting || away}
  <p class="mt-2 text-base">Ladder advice appears when the connection is back.</p>
{:else if told.length}
  <section class="mt-3" aria-label="Ladder advice">
    <h2 class="text-xl font-semibold">Ladder advice</h2>
    {#each told as s (s.id)}
      <h3 dir="auto" class="mt-2 text-lg font-semibold">{called(s.id)}</h3>
      {#each all[s.id]?.ladders ?? [] as climb (climb.ladder.id)}
        <ClimbCard
          small
          student={s.id}
          name={called(s.id)}
          {climb}
          onchanged={(now) => (all = { ...all, [s.id]: now })}
        />
      {/each}
    {/each}
  </section>
{/if}
