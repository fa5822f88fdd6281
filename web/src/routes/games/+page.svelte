<!-- The shelf of games: one's own and those that ship; found, copied, brought in and taken out. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, need, type Court, type Preset } from '$lib/api/client';
  import { sportName, vocabulary } from '$lib/api/vocabulary';
  import { shapeOf } from '$lib/drill/Thumb.svelte';
  import Card from '$lib/game/Card.svelte';
  import { documentOf } from '$lib/game/editor.svelte';
  import { courtOf, playedOn } from '$lib/game/picture';
  import { anything, on, withWords } from '$lib/shelf/find';
  import { games as shelf } from '$lib/shelf/kinds';
  import { placesOf } from '$lib/shelf/places';
  import ShelfFind from '$lib/shelf/ShelfFind.svelte';
  import ShelfPage from '$lib/shelf/ShelfPage.svelte';
  import InView from '$lib/shell/InView.svelte';
  import Load from '$lib/shell/Load.svelte';
  import { v7 } from 'uuid';

  let wanted = $state({ ...anything });
  const narrowed = $derived(!!(wanted.words || wanted.sport || wanted.only));
  const ask = async () => {
    const [, courts] = await Promise.all([shelf.again(), need(api.GET('/api/v1/courts'))]);
    return courts;
  };
  const sportOf = (courts: Court[]) => courts.find((c) => on(c.id) === wanted.sport)?.sport ?? wanted.sport;
  function shownOf(courts: Court[]) {
    const { sport, only, words } = wanted;
    const court = courts.find((c) => on(c.id) === sport);
    const fits = (g: Preset) =>
      (!only || g.own) && (!sport || (court ? playedOn(g, court) : g.sports.includes(sport)));
    const text = (g: Preset) => [g.how, g.start, ...g.sides, ...g.sports.map(sportName)].join(' · ');
    return withWords(shelf.items.filter(fits), words, (g) => ({ title: g.title, text: text(g) }));
  }

  /** A new game, from the simplest race or another game. */
  async function create(courts: Court[], from?: Preset) {
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
</script>

<Load {ask}>
  {#snippet children(courts)}
    {@const shown = shownOf(courts)}
    <ShelfPage {shelf} title="Games">
      {#snippet make()}<button type="button" class="btn btn-primary btn-sm" onclick={() => create(courts)}
          >New game</button
        >{/snippet}
      <ShelfFind
        what="games"
        placeholder="serve, net, last …"
        bind:wanted
        places={placesOf(courts)}
        found={shown}
        all={shelf.items.length}
        {narrowed}
        onall={() => (wanted = { ...anything })}
        {shelf}
      />
      <ul class="games mt-2" aria-label="Games">
        {#each shown as g (g.id)}
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
                  ? ', my own'
                  : ''}</span
              >
              <button type="button" class="btn btn-xs" onclick={() => create(courts, g)}>Edit a copy</button>
              <input
                type="checkbox"
                class="checkbox border-base-content checkbox-sm"
                aria-label="Choose {g.title}"
                checked={shelf.chosen.includes(g.id)}
                onchange={() => shelf.choose(g)}
              />
            </p>
          </li>
        {:else}<li class="py-6">No games match. Remove a word or a filter, or make a new game.</li>
        {/each}
      </ul>
    </ShelfPage>
  {/snippet}
</Load>

<style>
  .games {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(17rem, 1fr));
    gap: 1.6rem 1.4rem;
  }
</style>
