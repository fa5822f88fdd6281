<!-- Every lesson, planned and given. -->
<script lang="ts">
  import { api, need, type LessonSummary } from '$lib/api/client';
  import { newLesson } from '$lib/lesson/create';
  import { runLesson } from '$lib/run/begin';
  import Load from '$lib/shell/Load.svelte';
  import { first, sayDay, today } from '$lib/units/say';

  const ask = () => need(api.GET('/api/v1/lessons'));
  const total = (l: LessonSummary) => l.blocks.reduce((sum, b) => sum + b.minutes, 0);
</script>

<svelte:head><title>Lessons · Hodometer</title></svelte:head>

{#snippet row(l: LessonSummary)}
  <li
    class="grid grid-cols-[8.5rem_minmax(0,1fr)_minmax(0,1.2fr)_7rem] items-center gap-4 border-b border-base-300 py-2.5"
  >
    <span class="figures text-sm">{sayDay(l.date)}<br />{l.start}, {total(l)} min</span>
    <span class="min-w-0">
      <a class="block truncate font-semibold hover:underline" href="/lessons/{l.id}">{l.title}</a>
      <span class="text-sm">{l.students.map(first).join(', ') || 'Nobody yet'}</span>
    </span>
    <span class="flex h-6 gap-px" aria-hidden="true">
      {#each l.blocks as b, i (i)}<span
          style:flex="{b.minutes} 0 0"
          style:background="var(--kind-{b.kind}, var(--color-neutral))"
          title="{b.title}, {b.minutes} min"
        ></span>{/each}
    </span>
    <span class="text-right">
      {#if l.runStatus === 'finished'}<a class="text-sm underline" href="/log">given</a>
      {:else}<button
          type="button"
          class="btn btn-sm"
          onclick={() => runLesson(l.id, l)}
          aria-label="Take {l.title} to the court">{l.run ? 'Go on' : 'To the court'}</button
        >{/if}
    </span>
  </li>
{/snippet}

<Load {ask}>
  {#snippet children(all)}
    {@const ahead = all.filter((l) => l.date >= today()).reverse()}
    {@const behind = all.filter((l) => l.date < today())}
    <main class="mx-auto max-w-[1280px] px-6 py-6">
      <div class="flex items-center">
        <h1 class="text-3xl">Lessons</h1>
        <button type="button" class="btn ml-auto btn-primary" onclick={newLesson}>Plan a lesson</button>
      </div>
      <h2 class="mt-6 text-lg">Ahead</h2>
      <ul class="mt-1 border-t border-base-content">
        {#each ahead as l (l.id)}{@render row(l)}{:else}<li class="py-3">
            Nothing yet. Plan one; it takes a minute.
          </li>{/each}
      </ul>
      {#if behind.length}
        <h2 class="mt-8 text-lg">Behind</h2>
        <ul class="mt-1 border-t border-base-content">
          {#each behind as l (l.id)}{@render row(l)}{/each}
        </ul>
      {/if}
    </main>
  {/snippet}
</Load>
