<!-- The shelf of drills: find, draw a new one, bring files in and take them out. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, explain, need, type Court, type ShelfDrill } from '$lib/api/client';
  import { keepFile } from '$lib/drill/picture';
  import Shelf from '$lib/drill/Shelf.svelte';
  import { beside } from '$lib/shell/float';
  import Load from '$lib/shell/Load.svelte';
  import { v7 } from 'uuid';

  let drills = $state.raw<ShelfDrill[]>([]);
  let chosen = $state.raw<string[]>([]);
  let drawButton = $state<HTMLButtonElement>();
  let told = $state<{ words: string; wrong?: string[]; back?: () => Promise<void> }>();
  const ask = async () => {
    const [all, courts] = await Promise.all([
      need(api.GET('/api/v1/drills')),
      need(api.GET('/api/v1/courts'))
    ]);
    drills = all;
    return courts;
  };
  async function again() {
    drills = await need(api.GET('/api/v1/drills'));
  }
  async function draw(court: Court) {
    const made = v7();
    const drill = await need(
      api.GET('/api/v1/courts/{court}/drill', { params: { path: { court: court.id } } })
    );
    await need(
      api.PUT('/api/v1/drills/{drill}', {
        params: { path: { drill: made } },
        body: { version: 0, drill }
      })
    );
    await goto(`/drills/${made}`);
  }
  async function favourite(s: ShelfDrill) {
    const set = (favourite: boolean) =>
      (drills = drills.map((o) => (o.id === s.id ? { ...o, favourite } : o)));
    set(!s.favourite);
    const { error } = await api
      .PUT('/api/v1/drills/{drill}/favourite', {
        params: { path: { drill: s.id } },
        body: { favourite: !s.favourite }
      })
      .catch((error: unknown) => ({ error }));
    if (error) set(s.favourite);
  }
  const choose = (s: ShelfDrill) =>
    (chosen = chosen.includes(s.id) ? chosen.filter((id) => id !== s.id) : [...chosen, s.id]);
  async function takeOut(ids: string[]) {
    const { data, error } = await api.GET('/api/v1/drills/export', {
      params: { query: { id: ids } },
      parseAs: 'text'
    });
    if (error) told = { words: explain(error) };
    else
      keepFile(
        data as unknown as string,
        ids.length === 1 ? 'drill.json' : 'drills.json',
        'application/json'
      );
  }
  async function bringIn(files: FileList | null) {
    for (const file of files ?? []) {
      const text = await file.text();
      // A proxy is not asked: the text goes as it is, and the server reads it.
      const { data, error } = await api
        .POST('/api/v1/drills/import', {
          params: { query: {} },
          body: text,
          bodySerializer: (b) => b,
          headers: { 'Content-Type': 'text/plain' }
        })
        .catch((error: unknown) => ({ data: undefined, error }));
      if (data) {
        told = {
          words: `${data.length === 1 ? `“${data[0]!.drill.title}”` : `${data.length} drills`} added to my drills.`
        };
        await again();
      } else {
        const wrong =
          error && typeof error === 'object' && 'errors' in error
            ? ((error.errors as { field: string; detail: string }[]) ?? []).map(
                (e) => `${e.detail} (${e.field})`
              )
            : [explain(error)];
        told = { words: `${file.name} was not imported. Nothing was added.`, wrong };
        return;
      }
    }
  }
  async function remove(ids: string[]) {
    const gone = drills.filter((s) => ids.includes(s.id) && s.own);
    for (const s of gone) await api.DELETE('/api/v1/drills/{drill}', { params: { path: { drill: s.id } } });
    chosen = [];
    await again();
    told = {
      words:
        gone.length === 0
          ? 'Drills that come with Hodometer cannot be deleted. You can delete only your own.'
          : gone.length === 1
            ? `“${gone[0]!.drill.title}” deleted. Lessons keep their copies.`
            : `${gone.length} drills deleted. Lessons keep their copies.`,
      back: gone.length
        ? async () => {
            for (const s of gone)
              await api.PUT('/api/v1/drills/{drill}', {
                params: { path: { drill: s.id } },
                body: { version: s.version, drill: s.drill }
              });
            told = undefined;
            await again();
          }
        : undefined
    };
  }
</script>

<svelte:head><title>Drills · Hodometer</title></svelte:head>

<Load {ask}>
  {#snippet children(courts)}
    <main class="mx-auto max-w-[1280px] px-6 py-5">
      <div class="mb-3 flex flex-wrap items-center gap-2">
        <h1 class="mr-auto text-3xl">Drills</h1>
        <label class="btn btn-sm"
          >Import file<input
            type="file"
            class="sr-only"
            accept=".json,application/json"
            multiple
            aria-label="Import file"
            onchange={(e) => {
              void bringIn(e.currentTarget.files).then(() => ((e.target as HTMLInputElement).value = ''));
            }}
          /></label
        >
        <button bind:this={drawButton} type="button" class="btn btn-primary btn-sm" popovertarget="draw-on"
          >New drill</button
        >
        <div
          id="draw-on"
          popover
          {@attach beside(() => drawButton)}
          class="sheet draw"
          role="dialog"
          aria-label="New drill"
        >
          <h2 class="text-base">Which court?</h2>
          <ul class="mt-2 space-y-1">
            {#each courts as c (c.id)}<li>
                <button
                  type="button"
                  class="btn w-full justify-start font-normal btn-sm"
                  onclick={() => draw(c)}>{c.name}</button
                >
              </li>{/each}
          </ul>
        </div>
      </div>
      {#if told}
        <div class="mb-3 flex flex-wrap items-start gap-3 rounded bg-base-200 px-3 py-2" role="status">
          <div class="flex-1">
            <p class:font-semibold={told.wrong}>{told.words}</p>
            {#if told.wrong}<ul class="figures mt-1 list-inside list-disc text-sm">
                {#each told.wrong as w, i (i)}<li>{w}</li>{/each}
              </ul>{/if}
          </div>
          {#if told.back}<button type="button" class="btn btn-primary btn-sm" onclick={told.back}>Undo</button
            >{/if}
          <button
            type="button"
            class="btn btn-ghost btn-sm"
            onclick={() => (told = undefined)}
            aria-label="Close">✕</button
          >
        </div>
      {/if}
      <Shelf {drills} {courts} {chosen} onfavourite={favourite} onchoose={choose}>
        {#snippet more()}
          {#if chosen.length}
            <span class="ml-auto">{chosen.length} selected</span>
            <button type="button" class="btn btn-xs" onclick={() => takeOut(chosen)}>Export</button>
            <button type="button" class="btn btn-xs" onclick={() => remove(chosen)}>Delete</button>
            <button type="button" class="btn btn-ghost btn-xs" onclick={() => (chosen = [])}
              >Clear selection</button
            >
          {:else}<span class="ml-auto text-xs"
              >Press / to search. Tick drills to export them as one file.</span
            >{/if}
        {/snippet}
      </Shelf>
    </main>
  {/snippet}
</Load>

<style>
  .draw {
    width: 15rem;
  }
</style>
