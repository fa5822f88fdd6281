<!-- The ladders: one's own and those that ship, each drawn as one. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, need, type Ladder } from '$lib/api/client';
  import { label, sportName, vocabulary } from '$lib/api/vocabulary';
  import { newLadder } from '$lib/ladder/editor.svelte';
  import TakeIn from '$lib/shell/TakeIn.svelte';
  import Load from '$lib/shell/Load.svelte';

  let sport = $state('');
  let wrong = $state('');
  const ask = () => need(api.GET('/api/v1/ladders'));
  async function make(from?: Ladder) {
    wrong = '';
    const ladder = newLadder(from?.sport ?? (sport || vocabulary.sports[0]!.id), from);
    try {
      await need(
        api.PUT('/api/v1/ladders/{ladder}', {
          params: { path: { ladder: ladder.id } },
          body: { version: 0, ladder }
        })
      );
      await goto(`/ladders/${ladder.id}`);
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
</script>

<svelte:head><title>Ladders · Hodometer</title></svelte:head>

<Load {ask}>
  {#snippet children(all)}
    {@const shown = all.filter((l) => !sport || l.ladder.sport === sport)}
    <main class="mx-auto max-w-[1280px] px-6 py-6">
      <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 class="text-3xl">Ladders</h1>
        <div class="flex flex-wrap gap-1" role="group" aria-label="Sport">
          <button
            type="button"
            class="btn btn-sm"
            class:btn-primary={!sport}
            aria-pressed={!sport}
            onclick={() => (sport = '')}>All</button
          >
          {#each vocabulary.sports as s (s.id)}<button
              dir="auto"
              type="button"
              class="btn btn-sm"
              class:btn-primary={sport === s.id}
              aria-pressed={sport === s.id}
              onclick={() => (sport = s.id)}>{s.name}</button
            >{/each}
        </div>
        <span class="ml-auto"><TakeIn ondone={() => location.reload()} /></span>
        <button type="button" class="btn btn-primary btn-sm" onclick={() => make()}>New ladder</button>
      </div>
      <p class="mt-1 max-w-3xl">
        A ladder is an ordered list of drills and goals, starting at the bottom. After every lesson the
        results give advice for each student: move up, stay or move down. Where coaches disagree about the
        order, both versions are included.
      </p>
      {#if wrong}<p class="font-semibold text-error" role="alert">{wrong}</p>{/if}
      <div class="mt-4 grid items-start gap-x-8 gap-y-8 sm:grid-cols-2 lg:grid-cols-3">
        {#each shown.toSorted((a, b) => Number(b.version > 0) - Number(a.version > 0)) as l (l.ladder.id)}
          <article aria-label={l.ladder.title}>
            <p class="text-sm">
              {sportName(l.ladder.sport)}{l.version ? ', my own' : ''}{l.ladder.school
                ? `, ${label(vocabulary.schools, l.ladder.school).split(':')[0]}`
                : ''}
            </p>
            <h2 class="text-lg leading-tight">
              <a dir="auto" class="hover:underline" href="/ladders/{l.ladder.id}">{l.ladder.title}</a>
            </h2>
            <p dir="auto" class="text-sm">{l.ladder.intent}</p>
            <ol class="ladder mt-2" reversed>
              {#each l.ladder.rungs.toReversed() as r, i (r.id)}<li class="rung text-sm">
                  <span class="figures">{l.ladder.rungs.length - i}</span>
                  <bdi>{r.title}</bdi>
                </li>{/each}
            </ol>
            <button type="button" class="btn mt-2 btn-xs" onclick={() => make(l.ladder)}>Edit a copy</button>
          </article>
        {/each}
      </div>
    </main>
  {/snippet}
</Load>

<style>
  .ladder {
    border-left: 5px solid var(--color-secondary);
    border-right: 5px solid var(--color-secondary);
  }
  .rung {
    padding: 0.12rem 0.6rem;
    border-bottom: 2px solid color-mix(in oklab, var(--color-secondary) 50%, transparent);
  }
  .rung:first-child {
    border-top: 2px solid color-mix(in oklab, var(--color-secondary) 50%, transparent);
  }
</style>
