<!-- What was done: counts, best streaks, minutes, how engaged, and the notes. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import { page } from '$app/state';
  import { api, need, type PlayedGame } from '$lib/api/client';
  import FindBar from '$lib/shell/FindBar.svelte';
  import { findingOf, queryOf } from '$lib/shell/finding';
  import { door } from '$lib/access/door.svelte';
  import TakeIn from '$lib/shell/TakeIn.svelte';
  import More from '$lib/shell/More.svelte';
  import { Pages } from '$lib/shell/pages.svelte';
  import { sideCounts } from '$lib/game/marks';
  import { sayDay } from '$lib/units/when';
  import Tried from '$lib/run/Tried.svelte';
  import { calledAmong } from '$lib/people/names';
  import { readWhole } from '$lib/device/outbox';

  const query = $derived(queryOf(findingOf(page.url)));
  const found = $derived(Object.values(query).some(Boolean));
  const read = (gone: boolean) => (after?: string) =>
    need(api.GET('/api/v1/runs', { params: { query: { ...query, gone, limit: 30, after } } }));
  const runs = new Pages(read(false));
  const gone = new Pages(read(true));
  let shown = $state<HTMLElement>();
  let left = $state<HTMLElement>();
  $effect(() => {
    void query;
    // A lesson that was just finished stands here as soon as the server has heard of it.
    return untrack(() => readWhole(() => void Promise.all([runs.begin(), gone.begin()])));
  });
  const side = (of: { id: string }[], i: number, called: (id: string) => string) =>
    of.map((p) => called(p.id)).join(' & ') || `Side ${'AB'[i]}`;
  /** What was played: each game in a line, or the own scores where sides changed all the time. */
  function said(games: PlayedGame[], called: (id: string) => string): string[] {
    const by: Record<string, string[]> = {};
    for (const g of games) {
      if (Object.keys(g.own ?? {}).length && !g.over) continue;
      (by[g.title] ??= []).push(
        `${side(g.sides[0] ?? [], 0, called)} ${g.points[0]}–${g.points[1]} ${side(g.sides[1] ?? [], 1, called)}${g.over ? '' : ', unfinished'}`
      );
    }
    for (const g of games) {
      for (const m of (g.marks ?? []).filter((m) => m.words))
        (by[g.title] ??= []).push(
          `${m.words}: ${sideCounts(m.by, (i) => side(g.sides[i] ?? [], i, called))}`
        );
    }
    const out = Object.entries(by).map(([title, all]) => `${title}: ${all.join('; ')}`);
    const total: Record<string, number> = {};
    for (const g of games) {
      for (const [id, n] of Object.entries(g.own ?? {})) total[id] = (total[id] ?? 0) + n;
    }
    const ranked = Object.entries(total).sort((a, b) => b[1] - a[1]);
    if (ranked.length)
      out.push(`Individual scores: ${ranked.map(([id, n]) => `${called(id)} ${n}`).join(', ')}`);
    return out;
  }
</script>

<svelte:head><title>Log · Hodometer</title></svelte:head>

<main class="mx-auto max-w-[1280px] px-6 py-6">
  <div class="flex items-center">
    <h1 class="text-3xl">Log</h1>
    {#if door.coach}<span class="ml-auto"><TakeIn ondone={() => void runs.begin()} /></span>{/if}
  </div>
  <FindBar label="Find in the log" placeholder="title, name, drill, note …" />
  <div bind:this={shown}>
    {#each runs.items as r (r.id)}
      {@const called = calledAmong([...r.students, ...r.games.flatMap((g) => g.sides.flat())])}
      {@const played = said(r.games, called)}
      <article class="mt-4 grid gap-x-6 gap-y-2 border-t border-base-content pt-3 md:grid-cols-[13rem_1fr]">
        <div>
          <p class="figures text-sm">{sayDay(r.day)} · {Math.round(r.minutes)} min</p>
          <h2 class="text-lg"><a dir="auto" class="hover:underline" href="/log/{r.id}">{r.title}</a></h2>
          {#if r.status !== 'finished'}<a
              class="btn mt-1 border-base-content btn-accent btn-sm"
              href="/court/{r.id}">Continue courtside</a
            >{/if}
        </div>
        <div class="min-w-0">
          <Tried run={r} {called} played={played.length > 0} />
          {#each played as line, i (i)}<p class="text-sm">{line}</p>{/each}
          {#if r.note}<p class="mt-1 italic">“<bdi>{r.note}</bdi>”</p>{/if}
        </div>
      </article>
    {/each}
  </div>
  {#if !runs.ready && !runs.wrong}<p class="py-3 opacity-70" role="status">Loading…</p>
  {:else if runs.ready && !runs.items.length && found}
    <p class="mt-4 max-w-xl">Nothing in the log matches the search.</p>
  {:else if runs.ready && !runs.items.length}
    <p class="mt-4 max-w-xl">No finished lessons yet. Run a lesson; what you count appears here.</p>
    <a class="btn mt-4 btn-primary" href="/">Go to Today</a>
  {/if}
  <More list={runs} one="lesson" many="lessons" of={shown} />
  {#if gone.items.length}
    <details class="mt-6 border-t border-base-content pt-2">
      <summary class="cursor-pointer text-base">Abandoned or removed</summary>
      <ul class="mt-1 text-base" bind:this={left}>
        {#each gone.items as r (r.id)}<li>
            <a class="hover:underline" href="/log/{r.id}"
              >{sayDay(r.day)}, <bdi>{r.title}</bdi>: {r.status === 'removed'
                ? 'removed from the log'
                : 'abandoned'}</a
            >
          </li>{/each}
      </ul>
      <More list={gone} one="lesson" many="lessons" of={left} />
    </details>
  {/if}
</main>
