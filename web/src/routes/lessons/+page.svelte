<!-- Every lesson, planned and given. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import { page } from '$app/state';
  import { api, need, type LessonSummary } from '$lib/api/client';
  import { newLesson } from '$lib/lesson/create';
  import { runLesson } from '$lib/run/begin';
  import FindBar from '$lib/shell/FindBar.svelte';
  import { findingOf, queryOf } from '$lib/shell/finding';
  import TakeIn from '$lib/shell/TakeIn.svelte';
  import More from '$lib/shell/More.svelte';
  import { Pages } from '$lib/shell/pages.svelte';
  import { sayDay, today } from '$lib/units/when';
  import { callNames } from '$lib/people/names';

  const query = $derived(queryOf(findingOf(page.url)));
  const found = $derived(Object.values(query).some(Boolean));
  const read = (more: { from?: string; until?: string; order: 'latest' | 'earliest' }, after?: string) =>
    need(api.GET('/api/v1/lessons', { params: { query: { ...query, ...more, limit: 50, after } } }));
  const later = (a: string | undefined, b: string) => (a && a > b ? a : b);
  const sooner = (a: string | undefined, b: string) => (a && a < b ? a : b);
  const ahead = new Pages((after) => read({ from: later(query.from, today()), order: 'earliest' }, after));
  const behind = new Pages((after) => read({ until: sooner(query.until, today()), order: 'latest' }, after));
  let aheadList = $state<HTMLElement>();
  let behindList = $state<HTMLElement>();
  $effect(() => {
    void query;
    untrack(() => void Promise.all([ahead.begin(), behind.begin()]));
  });
  const total = (l: LessonSummary) => l.blocks.reduce((sum, b) => sum + b.minutes, 0);
</script>

<svelte:head><title>Lessons · Hodometer</title></svelte:head>

{#snippet row(l: LessonSummary)}
  <li
    class="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 gap-y-1.5 border-b border-base-300 py-2.5 md:grid-cols-[8.5rem_minmax(0,1fr)_minmax(0,1.2fr)_11rem]"
  >
    <span class="figures order-2 col-span-2 text-sm md:order-none md:col-span-1"
      >{sayDay(l.date)}<br class="hidden md:inline" />
      {l.start}, {total(l)} min<span class="font-sans md:hidden">
        &nbsp;· <bdi>{callNames(l.students).join(', ') || 'No students yet'}</bdi></span
      ></span
    >
    <span class="min-w-0">
      <a
        dir="auto"
        class="block text-lg leading-tight font-semibold hover:underline md:truncate md:text-base"
        href="/lessons/{l.id}">{l.title}</a
      >
      <span dir="auto" class="hidden text-sm md:inline"
        >{callNames(l.students).join(', ') || 'No students yet'}{#if l.coach}
          · given by <bdi>{l.coach}</bdi>{/if}</span
      >
    </span>
    <span class="order-3 col-span-2 flex h-5 gap-px md:order-none md:col-span-1 md:h-6" aria-hidden="true">
      {#each l.blocks as b, i (i)}<span
          style:flex="{b.minutes} 0 0"
          style:background="var(--kind-{b.kind}, var(--color-neutral))"
          title="{b.title}, {b.minutes} min"
        ></span>{/each}
    </span>
    <span class="text-right">
      {#if l.runStatus === 'finished'}<a class="text-sm underline" href="/log/{l.run}">finished</a>
      {:else if !l.blocks.length}<span class="text-sm">no blocks yet</span>
      {:else}<button
          type="button"
          class="btn whitespace-nowrap btn-sm"
          onclick={() => runLesson(l.id, l)}
          aria-label="{l.run ? 'Continue' : 'Run'} {l.title} courtside"
          >{l.run ? 'Continue courtside' : 'Run courtside'}</button
        >{/if}
    </span>
  </li>
{/snippet}

<main class="mx-auto max-w-[1280px] px-6 py-6">
  <div class="flex items-center">
    <h1 class="text-3xl">Lessons</h1>
    <span class="mr-2 ml-auto"
      ><TakeIn ondone={() => void Promise.all([ahead.begin(), behind.begin()])} /></span
    >
    <button type="button" class="btn btn-primary" onclick={newLesson}>Plan a lesson</button>
  </div>
  <FindBar label="Find lessons" placeholder="title, name, drill …" />
  <h2 class="mt-6 text-lg">Upcoming</h2>
  {#if ahead.ready}
    <ul class="mt-1 border-t border-base-content" bind:this={aheadList}>
      {#each ahead.items as l (l.id)}{@render row(l)}{:else}<li class="py-3">
          {found
            ? 'No upcoming lessons match the search.'
            : 'No upcoming lessons. Add students and choose a draft.'}
        </li>{/each}
    </ul>
  {:else if !ahead.wrong}<p class="py-3 opacity-70" role="status">Loading…</p>{/if}
  <More list={ahead} one="upcoming lesson" many="upcoming lessons" of={aheadList} />
  {#if behind.items.length || found}
    <h2 class="mt-8 text-lg">Past</h2>
    <ul class="mt-1 border-t border-base-content" bind:this={behindList}>
      {#each behind.items as l (l.id)}{@render row(l)}{:else}<li class="py-3">
          No past lessons match the search.
        </li>{/each}
    </ul>
  {/if}
  <More list={behind} one="past lesson" many="past lessons" of={behindList} />
</main>
