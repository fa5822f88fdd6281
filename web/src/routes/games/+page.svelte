<!-- The shelf of games: one's own and those that ship; files in and out. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, explain, need, type Preset } from '$lib/api/client';
  import { sportName, vocabulary } from '$lib/api/vocabulary';
  import { keepFile } from '$lib/drill/picture';
  import { documentOf } from '$lib/game/editor.svelte';
  import Load from '$lib/shell/Load.svelte';
  import { v7 } from 'uuid';

  let games = $state.raw<Preset[]>([]);
  let sport = $state('');
  let told = $state('');
  const ask = async () => (games = await need(api.GET('/api/v1/games')));
  const shown = $derived(games.filter((g) => !sport || g.sports.includes(sport)));

  /** A new game, from the simplest race or another game. */
  async function make(from?: Preset) {
    const id = v7();
    const game = from
      ? { ...documentOf(from), title: `${from.title} (copy)` }
      : {
          format: 'hodometer.game' as const,
          version: 1 as const,
          title: 'New game',
          sports: [sport || vocabulary.sports[0]!.id],
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
  const who = (g: Preset) => `${g.players[0]} against ${g.players[1]}`;
</script>

<svelte:head><title>Games · Hodometer</title></svelte:head>
<Load {ask}>
  <main class="mx-auto max-w-[1280px] px-6 py-5">
    <div class="flex flex-wrap items-center gap-2">
      <h1 class="mr-auto text-3xl">Games</h1>
      <select class="select w-40 border-base-content/60 select-sm" aria-label="Sport" bind:value={sport}>
        <option value="">Every sport</option>
        {#each vocabulary.sports as s (s.id)}<option value={s.id}>{s.name}</option>{/each}
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
      <button type="button" class="btn btn-primary btn-sm" onclick={() => make()}>New game</button>
    </div>
    {#if told}<p class="mt-2 rounded bg-base-200 px-3 py-2" role="status">{told}</p>{/if}
    <ul class="mt-4 grid gap-x-8 md:grid-cols-2">
      {#each shown as g (g.id)}
        <li class="grid grid-cols-[1fr_auto] gap-x-3 border-t border-base-content/40 py-2">
          <div class="min-w-0">
            <a dir="auto" class="text-lg font-semibold hover:underline" href="/games/{g.id}">{g.title}</a>
            {#if g.own}<span class="text-sm">· my own</span>{/if}
            <p class="text-sm">
              <span class="figures">{g.rules.to}{g.rules.toB ? `:${g.rules.toB}` : ''}</span> · {who(g)} · {g.sports
                .map(sportName)
                .join(', ')}
            </p>
            <p class="line-clamp-2 text-sm">{g.how}</p>
          </div>
          <button type="button" class="btn self-center btn-xs" onclick={() => make(g)}>Edit a copy</button>
        </li>
      {/each}
    </ul>
  </main>
</Load>
