<!-- The shelf of games: one's own and those that ship; files in and out. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, explain, need, type Court, type Preset } from '$lib/api/client';
  import { sportName, vocabulary } from '$lib/api/vocabulary';
  import { keepFile } from '$lib/drill/picture';
  import { on } from '$lib/drill/shelf';
  import { shapeOf } from '$lib/drill/Thumb.svelte';
  import Card from '$lib/game/Card.svelte';
  import { documentOf } from '$lib/game/editor.svelte';
  import { courtOf, playedOn } from '$lib/game/picture';
  import InView from '$lib/shell/InView.svelte';
  import Load from '$lib/shell/Load.svelte';
  import { v7 } from 'uuid';

  let games = $state.raw<Preset[]>([]);
  let sport = $state('');
  let told = $state('');
  const ask = async () => {
    const [all, courts] = await Promise.all([
      need(api.GET('/api/v1/games')),
      need(api.GET('/api/v1/courts'))
    ]);
    games = all;
    return courts;
  };
  const shownOf = (courts: Court[]) => {
    const court = courts.find((c) => on(c.id) === sport);
    return games.filter((g) => !sport || (court ? playedOn(g, court) : g.sports.includes(sport)));
  };
  const sportOf = (courts: Court[]) => courts.find((c) => on(c.id) === sport)?.sport ?? sport;

  /** A new game, from the simplest race or another game. */
  async function make(courts: Court[], from?: Preset) {
    const id = v7();
    const game = from
      ? { ...documentOf(from), title: `${from.title} (copy)` }
      : {
          format: 'hodometer.game' as const,
          version: 1 as const,
          title: 'New game',
          sports: [sportOf(courts) || vocabulary.sports[0]!.id],
          sides: ['A', 'B'],
          players: [1, 1],
          start: 'a friendly feed',
          how: '',
          rules: { to: 11, winBy: 1, feedChangesEvery: 0, secondsPerPoint: 15 }
        };
    await need(
      api.PUT('/api/v1/games/{game}', { params: { path: { game: id } }, body: { edition: 0, game } })
    );
    await goto(`/games/${id}`);
  }
  async function bringIn(files: FileList | null) {
    for (const file of files ?? []) {
      const { data, error } = await api
        .POST('/api/v1/games/import', {
          body: await file.text(),
          bodySerializer: (b) => b,
          headers: { 'Content-Type': 'text/plain' }
        })
        .catch((error: unknown) => ({ data: undefined, error }));
      told = data
        ? `${data.length === 1 ? `“${data[0]!.title}”` : `${data.length} games`} added to my games.`
        : `${file.name} was not imported: ${explain(error)}`;
      if (data) games = await need(api.GET('/api/v1/games'));
    }
  }
  async function takeOut() {
    const own = games.filter((g) => g.own).map((g) => g.id);
    const { data } = await api.GET('/api/v1/games/export', {
      params: { query: { id: own } },
      parseAs: 'text'
    });
    if (data) keepFile(data as unknown as string, 'games.json', 'application/json');
  }
</script>

<svelte:head><title>Games · Hodometer</title></svelte:head>
<Load {ask}>
  {#snippet children(courts)}
    <main class="mx-auto max-w-[1280px] px-6 py-5">
      <div class="flex flex-wrap items-center gap-2">
        <h1 class="mr-auto text-3xl">Games</h1>
        <select class="select w-40 border-base-content/60 select-sm" aria-label="Sport" bind:value={sport}>
          <option value="">Every sport</option>
          {#each vocabulary.sports as s (s.id)}
            {@const own = courts.filter((c) => c.sport === s.id)}
            <option value={s.id}>{s.name}</option>
            {#if own.length > 1}{#each own as c (c.id)}<option value={on(c.id)}>{c.name}</option>{/each}{/if}
          {/each}
        </select>
        <label class="btn btn-sm"
          >Import file<input
            type="file"
            class="sr-only"
            accept=".json,application/json"
            multiple
            aria-label="Import file"
            onchange={(e) =>
              void bringIn(e.currentTarget.files).then(() => ((e.target as HTMLInputElement).value = ''))}
          /></label
        >
        {#if games.some((g) => g.own)}<button type="button" class="btn btn-sm" onclick={takeOut}
            >Export my games</button
          >{/if}
        <button type="button" class="btn btn-primary btn-sm" onclick={() => make(courts)}>New game</button>
      </div>
      {#if told}<p class="mt-2 rounded bg-base-200 px-3 py-2" role="status">{told}</p>{/if}
      <ul class="games mt-4" aria-label="Games">
        {#each shownOf(courts) as g (g.id)}
          {@const court = courtOf(g, courts, sportOf(courts))}
          <li class="flex flex-col">
            {#if court}<InView ratio={shapeOf(court)}><Card game={g} {court} /></InView>{/if}
            <a
              dir="auto"
              class="order-first mb-1 text-lg leading-tight font-semibold hover:underline"
              href="/games/{g.id}">{g.title}</a
            >
            <p class="mt-1 text-sm">{g.how}</p>
            <p class="mt-auto flex items-center gap-2 pt-1 text-xs">
              <span class="flex-1"
                >{g.courts?.length && court ? court.name : g.sports.map(sportName).join(', ')}{g.own
                  ? ' · my own'
                  : ''}</span
              >
              <button type="button" class="btn btn-xs" onclick={() => make(courts, g)}>Edit a copy</button>
            </p>
          </li>
        {/each}
      </ul>
    </main>
  {/snippet}
</Load>

<style>
  .games {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(17rem, 1fr));
    gap: 1.6rem 1.4rem;
  }
</style>
