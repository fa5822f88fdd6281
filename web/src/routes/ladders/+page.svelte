<!-- The shelf of ladders: one's own and those that ship, each drawn as one. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, need, type Ladder, type ShelfLadder } from '$lib/api/client';
  import { label, sportName, vocabulary } from '$lib/api/vocabulary';
  import { newLadder } from '$lib/ladder/editor.svelte';
  import { anything, withWords } from '$lib/shelf/find';
  import { ladders as shelf } from '$lib/shelf/kinds';
  import ShelfFind from '$lib/shelf/ShelfFind.svelte';
  import ShelfPage from '$lib/shelf/ShelfPage.svelte';
  import TakeIn from '$lib/shell/TakeIn.svelte';
  import Load from '$lib/shell/Load.svelte';

  let wanted = $state({ ...anything });
  const narrowed = $derived(!!(wanted.words || wanted.sport || wanted.only));
  const ask = () => shelf.again();
  const school = (l: Ladder) => (l.school ? label(vocabulary.schools, l.school).split(':')[0]! : '');
  const shown = $derived.by(() => {
    const { sport, only, words } = wanted;
    const fits = (l: ShelfLadder) => (!only || l.version > 0) && (!sport || l.ladder.sport === sport);
    const text = ({ ladder: l }: ShelfLadder) =>
      [l.intent, sportName(l.sport), school(l), ...l.rungs.map((r) => r.title)].join(' · ');
    return withWords(shelf.items.filter(fits), words, (l) => ({
      title: l.ladder.title,
      text: text(l)
    })).toSorted((a, b) => Number(b.version > 0) - Number(a.version > 0));
  });
  async function create(from?: Ladder) {
    const ladder = newLadder(from?.sport ?? (wanted.sport || vocabulary.sports[0]!.id), from);
    try {
      await need(
        api.PUT('/api/v1/ladders/{ladder}', {
          params: { path: { ladder: ladder.id } },
          body: { version: 0, ladder }
        })
      );
      await goto(`/ladders/${ladder.id}`);
    } catch (error) {
      shelf.told = { words: (error as Error).message };
    }
  }
</script>

<Load {ask}>
  <ShelfPage
    {shelf}
    title="Ladders"
    intro="A ladder is an ordered list of drills and goals, starting at the bottom. After every lesson the results give advice for each student: move up, stay or move down. Where coaches disagree about the order, both versions are included."
  >
    {#snippet bring()}<TakeIn ondone={() => void shelf.again()} />{/snippet}
    {#snippet make()}<button type="button" class="btn btn-primary btn-sm" onclick={() => create()}
        >New ladder</button
      >{/snippet}
    <ShelfFind
      what="ladders"
      placeholder="volley, depth …"
      bind:wanted
      places={vocabulary.sports.map((s) => [s.id, s.name])}
      found={shown}
      all={shelf.items.length}
      {narrowed}
      onall={() => (wanted = { ...anything })}
      {shelf}
    />
    <div class="mt-4 grid items-start gap-x-8 gap-y-8 sm:grid-cols-2 lg:grid-cols-3">
      {#each shown as l (l.ladder.id)}
        <article aria-label={l.ladder.title}>
          <p class="text-sm">
            {sportName(l.ladder.sport)}{l.version ? ', my own' : ''}{l.ladder.school
              ? `, ${school(l.ladder)}`
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
          <p class="mt-2 flex items-center gap-2">
            <button type="button" class="btn btn-xs" onclick={() => create(l.ladder)}>Edit a copy</button>
            <input
              type="checkbox"
              class="checkbox ml-auto border-base-content checkbox-sm"
              aria-label="Choose {l.ladder.title}"
              checked={shelf.chosen.includes(l.ladder.id)}
              onchange={() => shelf.choose(l)}
            />
          </p>
        </article>
      {:else}<p class="py-6">No ladders match. Remove a word or a filter, or make a new ladder.</p>
      {/each}
    </div>
  </ShelfPage>
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
