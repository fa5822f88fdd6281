<!-- One game: its rules as sentences, and what they come to while they change. -->
<script lang="ts">
  import { games } from '$lib/shelf/kinds';
  import { beforeNavigate, goto } from '$app/navigation';
  import { api, need, type Court, type Game, type Lesson, type Preset } from '$lib/api/client';
  import { vocabulary } from '$lib/api/vocabulary';
  import { keepFile } from '$lib/drill/picture';
  import UseIn from '$lib/lesson/UseIn.svelte';
  import { typing } from '$lib/shell/keys';
  import SaveState from '$lib/shell/SaveState.svelte';
  import { blockOf } from './block';
  import { GameEditor } from './editor.svelte';
  import Odds from './Odds.svelte';
  import RuleSentences from './RuleSentences.svelte';

  let { game: read }: { game: Preset } = $props();
  // svelte-ignore state_referenced_locally
  const editor = new GameEditor(read);
  const game = $derived(editor.value);
  const set = (next: Partial<Game>, key = '') => editor.set({ ...game, ...next }, key);
  beforeNavigate((to) => void editor.save(to.willUnload));

  function key(e: KeyboardEvent) {
    if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z' || typing(e)) return;
    e.preventDefault();
    if (e.shiftKey) editor.redo();
    else editor.undo();
  }
  function put(lesson: Lesson): Lesson {
    const talk = lesson.blocks.findIndex((b) => b.kind === 'talk' || b.kind === 'stretch');
    const at = talk < 0 ? lesson.blocks.length : talk;
    return { ...lesson, blocks: lesson.blocks.toSpliced(at, 0, blockOf({ ...game, id: editor.id })) };
  }
  async function remove() {
    await editor.save();
    await games.remove([{ ...editor.value, id: editor.id, own: true, edition: editor.version }]);
    await goto('/games');
  }
  const side = (i: number, v: string) =>
    set({ sides: game.sides.map((s, j) => (j === i ? v.trim() || 'AB'[i]! : s)) });
  const players = (i: number, v: string) =>
    set({ players: game.players.map((n, j) => (j === i ? Number(v) : n)) });
  const sport = (id: string, on: boolean) => {
    const sports = on ? [...game.sports, id] : game.sports.filter((s) => s !== id);
    if (!sports.length) return;
    const left = (game.courts ?? []).filter((c) =>
      sports.includes(courts.find((o) => o.id === c)?.sport ?? '')
    );
    set({ sports, courts: left.length ? left : undefined });
  };
  let courts = $state.raw<Court[]>([]);
  void need(api.GET('/api/v1/courts')).then((all) => (courts = all));
  /** Those of sports that are played on several. */
  const several = $derived(
    courts.filter((c) => game.sports.includes(c.sport) && courts.some((o) => o !== c && o.sport === c.sport))
  );
  const only = (id: string, on: boolean) => {
    const next = on ? [...(game.courts ?? []), id] : (game.courts ?? []).filter((c) => c !== id);
    set({ courts: next.length ? next : undefined });
  };
  const field = 'input input-sm w-full border-base-content/60';
</script>

<svelte:window onkeydown={key} />
<svelte:head><title>{game.title} · Games · Hodometer</title></svelte:head>
<main class="mx-auto max-w-[1100px] px-6 py-5">
  <p class="text-sm"><a class="hover:underline" href="/games">‹ Games</a></p>
  <h1 dir="auto" class="sr-only">{game.title}</h1>
  <div class="flex flex-wrap items-center gap-2">
    <input
      dir="auto"
      class="input min-w-0 flex-1 border-transparent bg-transparent px-0 text-3xl font-semibold hover:border-base-content/50"
      aria-label="Title"
      maxlength="120"
      value={game.title}
      onchange={(e) => set({ title: e.currentTarget.value.trim() || game.title })}
    />
    {#if editor.own}<SaveState {editor} />{:else}<span class="text-sm"
        >Comes with Hodometer. Editing it makes your own copy.</span
      >{/if}
    <button type="button" class="btn btn-sm" disabled={!editor.canUndo} onclick={() => editor.undo()}
      >Undo</button
    >
    <UseIn label="Put in a lesson" {put} strong />
    <button
      type="button"
      class="btn btn-sm"
      onclick={() => keepFile(JSON.stringify(game, undefined, 2), 'game.json', 'application/json')}
      >Export</button
    >
    {#if editor.own}<button type="button" class="btn btn-sm" onclick={remove}>Delete</button>{/if}
  </div>
  <div class="mt-3"><Odds rules={game.rules} sides={game.sides} /></div>
  <div class="mt-4">
    <RuleSentences rules={game.rules} sides={game.sides} onset={(rules) => set({ rules })} />
  </div>
  <div class="mt-5 grid max-w-3xl gap-3 border-t border-base-content pt-3 sm:grid-cols-2">
    {#each [0, 1] as i (i)}
      <label class="flex flex-col gap-0.5 text-sm"
        >Name of side {'AB'[i]}
        <span class="flex gap-2"
          ><input
            dir="auto"
            class={field}
            maxlength="60"
            value={game.sides[i]}
            onchange={(e) => side(i, e.currentTarget.value)}
          /><select
            class="select w-24 border-base-content/60 select-sm"
            aria-label="Players of side {'AB'[i]}"
            value={game.players[i]}
            onchange={(e) => players(i, e.currentTarget.value)}
            >{#each { length: 8 }, n (n)}<option value={n + 1}>{n + 1} {n ? 'play' : 'plays'}</option
              >{/each}</select
          ></span
        ></label
      >
    {/each}
    <label class="flex flex-col gap-0.5 text-sm"
      >Each rally starts with<input
        dir="auto"
        class={field}
        maxlength="200"
        value={game.start}
        onchange={(e) => set({ start: e.currentTarget.value })}
      /></label
    >
    <label class="flex flex-col gap-0.5 text-sm"
      >Instruction to the students<input
        dir="auto"
        class={field}
        maxlength="500"
        value={game.how}
        onchange={(e) => set({ how: e.currentTarget.value })}
      /></label
    >
    <label class="flex flex-col gap-0.5 text-sm"
      >Caution<input
        dir="auto"
        class={field}
        maxlength="300"
        value={game.caution ?? ''}
        onchange={(e) => set({ caution: e.currentTarget.value.trim() || undefined })}
      /></label
    >
    <fieldset class="text-sm">
      <legend>Sports</legend>
      <div class="mt-1 flex flex-wrap gap-x-3 gap-y-1">
        {#each vocabulary.sports as s (s.id)}<label class="flex items-center gap-1"
            ><input
              type="checkbox"
              class="checkbox border-base-content checkbox-sm"
              checked={game.sports.includes(s.id)}
              onchange={(e) => sport(s.id, e.currentTarget.checked)}
            /><bdi>{s.name}</bdi></label
          >{/each}
      </div>
    </fieldset>
    {#if several.length}<fieldset class="text-sm">
        <legend>Only on some courts</legend>
        <div class="mt-1 flex flex-wrap gap-x-3 gap-y-1">
          {#each several as c (c.id)}<label class="flex items-center gap-1"
              ><input
                type="checkbox"
                class="checkbox border-base-content checkbox-sm"
                checked={!!game.courts?.includes(c.id)}
                onchange={(e) => only(c.id, e.currentTarget.checked)}
              /><bdi>{c.name}</bdi></label
            >{/each}
        </div>
      </fieldset>{/if}
  </div>
  {#if game.caution}<p class="mt-3 flex gap-2 text-sm">
      <span class="heed" aria-hidden="true">!</span>{game.caution}
    </p>{/if}
  {#if game.givesUp}<p class="mt-1 text-sm">{game.givesUp}</p>{/if}
</main>
