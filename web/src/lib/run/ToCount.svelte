<!-- Today for who only counts: what is on, and one press to the court. -->
<script lang="ts">
  import { upcoming } from '$lib/lesson/lists';
  import { carried, takeAlong } from '$lib/device/packs';
  import Load from '$lib/shell/Load.svelte';
  import { sayDay, today } from '$lib/units/when';
  import { callNames } from '$lib/people/names';
  import { runLesson } from './begin';

  const ask = async () => {
    try {
      const coming = (await upcoming())
        .filter((l) => l.blocks.length && l.runStatus !== 'finished')
        .slice(0, 8);
      void Promise.all(coming.slice(0, 4).map((l) => takeAlong(l.id)));
      return { coming, away: [] };
    } catch (e) {
      const away = await carried(today());
      if (!away.length) throw e;
      return { coming: [], away };
    }
  };
</script>

<Load {ask}>
  {#snippet children(data)}
    <main class="mx-auto max-w-3xl px-6 py-5">
      <h1 class="text-3xl">
        {data.away.length ? 'No connection: lessons saved on this device' : 'Lessons to run'}
      </h1>
      <ul class="mt-3 space-y-4">
        {#each data.coming as l (l.id)}
          <li class="border-t-2 border-base-content pt-3">
            <p class="figures text-sm">{sayDay(l.date)} · {l.start} · {l.slotMinutes} min</p>
            <h2 dir="auto" class="text-xl">{l.title}</h2>
            <p dir="auto">{callNames(l.students).join(', ')}</p>
            <p class="mt-2 flex flex-wrap gap-2">
              <button
                type="button"
                class="btn h-14 flex-1 text-lg btn-primary"
                onclick={() => runLesson(l.id, l)}
                >{l.runStatus ? 'Continue courtside' : 'Run courtside'}</button
              >
              <a class="btn h-14" href="/lessons/{l.id}/sheet">Lesson sheet</a>
            </p>
          </li>
        {/each}
        {#each data.away as c (c.lesson.id)}
          <li class="border-t-2 border-base-content pt-3">
            <p class="figures text-sm">{sayDay(c.lesson.date)} · {c.lesson.start}</p>
            <h2 dir="auto" class="text-xl">{c.lesson.title}</h2>
            <button
              type="button"
              class="btn mt-2 h-14 w-full text-lg btn-primary"
              onclick={() => runLesson(c.lesson.id, c.run ? { run: c.run, runStatus: 'running' } : undefined)}
              >Run courtside</button
            >
          </li>
        {/each}
      </ul>
      {#if !data.coming.length && !data.away.length}<p class="mt-3">
          No upcoming lessons. Lessons that a coach plans appear here.
        </p>{/if}
    </main>
  {/snippet}
</Load>
