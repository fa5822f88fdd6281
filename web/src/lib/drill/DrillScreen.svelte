<!-- A drill of the shelf on the workbench. -->
<script lang="ts">
  import { sayMoment } from '$lib/units/when';
  import { beforeNavigate, goto } from '$app/navigation';
  import {
    api,
    need,
    type Court,
    type DrillVersion,
    type Drill,
    type ShelfDrill,
    type Student
  } from '$lib/api/client';
  import PutInLesson from './PutInLesson.svelte';
  import { beside } from '$lib/shell/float';
  import More from '$lib/shell/More.svelte';
  import { Pages } from '$lib/shell/pages.svelte';
  import SaveState from '$lib/shell/SaveState.svelte';
  import { typing } from '$lib/shell/keys';
  import { v7 } from 'uuid';
  import Bench from './Bench.svelte';
  import { fileName, keepFile, toPng, toSvg } from './picture';
  import { Shelved } from './shelved.svelte';

  let {
    drill: read,
    courts,
    students
  }: { drill: ShelfDrill; courts: Court[]; students: Student[] } = $props();
  // The editor owns the drill from here on; a new one opens a new screen.
  // svelte-ignore state_referenced_locally
  const editor = new Shelved(read);
  const drill = $derived(editor.drill);
  const court = $derived(courts.find((c) => c.id === drill.pattern.court)!);
  let shown = $state<HTMLElement>();
  const versions = new Pages<DrillVersion>((after) =>
    need(
      api.GET('/api/v1/drills/{drill}/versions', {
        params: { path: { drill: editor.id }, query: { limit: 50, after } }
      })
    )
  );
  let wrong = $state('');
  let moreButton = $state<HTMLButtonElement>();
  const id = $props.id();

  beforeNavigate((to) => void editor.save(to.willUnload));
  function key(e: KeyboardEvent) {
    if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z' || typing(e)) return;
    e.preventDefault();
    if (e.shiftKey) editor.redo();
    else editor.undo();
  }
  async function keepAsNew() {
    await editor.save();
    const copy: Drill = {
      ...drill,
      title: `${drill.title.slice(0, 113)} (copy)`,
      kin: { id: editor.id, title: drill.title, bend: drill.kin?.bend ?? 'Copied' }
    };
    const made = v7();
    await need(
      api.PUT('/api/v1/drills/{drill}', {
        params: { path: { drill: made } },
        body: { version: 0, drill: copy }
      })
    );
    await goto(`/drills/${made}`);
  }
  async function file(svg: SVGSVGElement | undefined, kind: 'svg' | 'png' | 'json') {
    wrong = '';
    try {
      const name = fileName(drill.title);
      if (kind === 'json')
        return keepFile(JSON.stringify(drill, undefined, 2), `${name}.json`, 'application/json');
      if (!svg) return;
      if (kind === 'svg') keepFile(toSvg(svg), `${name}.svg`, 'image/svg+xml');
      else keepFile(await toPng(svg), `${name}.png`);
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  async function history(e: ToggleEvent) {
    if (e.newState !== 'open') return;
    await editor.save();
    await versions.begin();
  }
  async function mark() {
    editor.favourite = !editor.favourite;
    await api
      .PUT('/api/v1/drills/{drill}/favourite', {
        params: { path: { drill: editor.id } },
        body: { favourite: editor.favourite }
      })
      .catch(() => (editor.favourite = !editor.favourite));
  }
</script>

<svelte:window onkeydown={key} onpagehide={() => editor.save(true)} />
<svelte:head><title>{drill.title} · Hodometer</title></svelte:head>

<main class="mx-auto max-w-[1280px] px-6 py-4">
  <Bench holder={editor} {courts} {students} ontake={(d, label) => editor.bend(d, label)}>
    {#snippet head(svg)}
      <div class="flex flex-wrap items-center gap-x-2 gap-y-1">
        <h1 dir="auto" class="sr-only">{drill.title}</h1>
        <input
          dir="auto"
          class="written min-w-40 flex-1 text-2xl font-semibold tracking-tight"
          aria-label="Title of the drill"
          value={drill.title}
          maxlength="120"
          onchange={(e) => {
            if (e.currentTarget.value.trim()) editor.set({ ...drill, title: e.currentTarget.value.trim() });
            else e.currentTarget.value = drill.title;
          }}
        />
        {#if editor.own || editor.status !== 'saved'}<SaveState {editor} />{/if}
        <span class="flex flex-wrap gap-1">
          <button
            type="button"
            class="btn btn-sm"
            aria-pressed={editor.favourite}
            aria-label="Favourite"
            onclick={mark}>{editor.favourite ? '★' : '☆'}</button
          >
          <button
            type="button"
            class="btn btn-sm"
            disabled={!editor.canUndo}
            aria-label="Undo"
            onclick={() => editor.undo()}>↶</button
          >
          <button
            type="button"
            class="btn btn-sm"
            disabled={!editor.canRedo}
            aria-label="Redo"
            onclick={() => editor.redo()}>↷</button
          >
          <button bind:this={moreButton} type="button" class="btn btn-sm" popovertarget="more-{id}"
            >More</button
          >
          <PutInLesson {drill} />
        </span>
      </div>
      <div
        id="more-{id}"
        popover
        {@attach beside(() => moreButton)}
        class="sheet more"
        role="dialog"
        aria-label="More"
        onbeforetoggle={history}
      >
        <div class="flex flex-wrap gap-1">
          <button type="button" class="btn btn-sm" onclick={keepAsNew}>Save as a new drill</button>
          <button type="button" class="btn btn-sm" onclick={() => file(svg, 'json')}>Export</button>
          <button type="button" class="btn btn-sm" onclick={() => file(svg, 'svg')}
            >Export court as SVG</button
          >
          <button type="button" class="btn btn-sm" onclick={() => file(svg, 'png')}
            >Export court as PNG</button
          >
        </div>
        {#if wrong}<p class="mt-2 text-sm font-semibold text-error" role="alert">{wrong}</p>{/if}
        <h2 class="mt-3 text-base">Version history</h2>
        <ul class="mt-1 max-h-60 overflow-auto text-sm" bind:this={shown}>
          {#each versions.items as v (v.version)}
            <li class="flex items-center gap-2 py-0.5">
              <span class="figures shrink-0">{v.version}</span><span class="min-w-0 flex-1"
                >{sayMoment(v.savedAt)} {v.drill.kin?.bend ? `· ${v.drill.kin.bend}` : ''}</span
              >
              {#if v.version !== editor.version}<button
                  type="button"
                  class="btn btn-xs"
                  onclick={() => editor.set(v.drill)}>Restore</button
                >{/if}
            </li>
          {:else}<li>{versions.ready ? 'No saves yet.' : 'Loading…'}</li>{/each}
        </ul>
        <More list={versions} one="version" many="versions" of={shown} />
      </div>
      <p class="text-xs">
        {court.name}
        {#if drill.kin}· from <a dir="auto" class="underline" href="/drills/{drill.kin.id}"
            >{drill.kin.title}</a
          >: {drill.kin.bend}{:else if !editor.own}· Comes with Hodometer. Editing it makes your own copy.{/if}
      </p>
    {/snippet}
  </Bench>
</main>

<style>
  .more {
    width: min(30rem, calc(100vw - 16px));
  }
</style>
