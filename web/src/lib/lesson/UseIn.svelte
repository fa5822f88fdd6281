<!-- Takes what was found into a block of a lesson to come, as a saved change there that can be undone by the lesson's own means. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, explain, need, type Block, type LessonSummary } from '$lib/api/client';
  import { sayDay, today } from '$lib/units/say';

  interface Props {
    label: string;
    /** Which block is changed: the first of that kind. */
    kind?: 'drill' | 'game';
    /** The block with the change in it. */
    change?: (block: Block) => Block;
    /** Or the lesson's blocks with one more. */
    add?: (blocks: Block[]) => Block[];
    strong?: boolean;
  }
  let { label, kind, change, add, strong = false }: Props = $props();

  const id = $props.id();
  let lessons = $state.raw<LessonSummary[]>();
  let wrong = $state('');
  let button: HTMLButtonElement;
  let panel: HTMLDivElement;

  async function list(e: ToggleEvent) {
    if (e.newState !== 'open') return;
    const r = button.getBoundingClientRect();
    panel.style.left = `${Math.max(8, Math.min(r.left, document.body.clientWidth - 336))}px`;
    const below = r.top < innerHeight / 2;
    panel.style.top = below ? `${r.bottom + 6}px` : 'auto';
    panel.style.bottom = below ? 'auto' : `${innerHeight - r.top + 6}px`;
    wrong = '';
    try {
      lessons = (await need(api.GET('/api/v1/lessons'))).filter((l) => l.date >= today()).reverse();
    } catch (error) {
      wrong = explain({ detail: (error as Error).message });
    }
  }
  async function put(lesson: string) {
    try {
      const path = { lesson };
      const now = await need(api.GET('/api/v1/lessons/{lesson}', { params: { path } }));
      const i = now.blocks.findIndex((b) => b.kind === kind);
      if (!add && i < 0) {
        wrong =
          kind === 'drill'
            ? 'There is no drill in that lesson yet. Add one there first; nothing was changed.'
            : 'There is no game in that lesson yet. Add one there first; nothing was changed.';
        return;
      }
      const blocks = add ? add(now.blocks) : now.blocks.map((b, j) => (j === i && change ? change(b) : b));
      await need(api.PUT('/api/v1/lessons/{lesson}', { params: { path }, body: { ...now, blocks } }));
      await goto(`/lessons/${lesson}`);
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
</script>

<button
  bind:this={button}
  type="button"
  class="btn btn-sm"
  class:btn-primary={strong}
  popovertarget="use-{id}">{label}</button
>
<div
  bind:this={panel}
  id="use-{id}"
  popover
  onbeforetoggle={list}
  class="sheet use"
  role="dialog"
  aria-label={label}
>
  <h2 class="text-base">Into which lesson?</h2>
  {#if wrong}<p class="mt-2 text-sm font-semibold text-error" role="alert">{wrong}</p>{/if}
  <ul class="mt-2 space-y-1">
    {#each lessons ?? [] as l (l.id)}
      <li>
        <button
          type="button"
          class="btn h-auto w-full justify-start py-1.5 text-left font-normal btn-sm"
          onclick={() => put(l.id)}
          ><span class="figures shrink-0 text-xs">{sayDay(l.date)} {l.start}</span> {l.title}</button
        >
      </li>
    {:else}
      {#if lessons}<li class="text-sm">No lesson from today on. Make one under Lessons.</li>{/if}
    {/each}
  </ul>
</div>

<style>
  .use {
    width: min(20.5rem, calc(100vw - 16px));
    max-height: 60vh;
  }
</style>
