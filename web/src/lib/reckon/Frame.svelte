<!-- One question: its answer in a sentence, its picture, and beside it what was put in and the readings. -->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import { typing } from '$lib/shell/keys';

  interface Props {
    title: string;
    question: { canUndo: boolean; canRedo: boolean; undo: () => void; redo: () => void };
    error: string;
    says: Snippet;
    picture: Snippet;
    asks: Snippet;
    readings: Snippet;
    caution?: string;
  }
  let { title, question, error, says, picture, asks, readings, caution }: Props = $props();
  let copied = $state(false);

  function key(e: KeyboardEvent) {
    if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z' || typing(e)) return;
    e.preventDefault();
    if (e.shiftKey) question.redo();
    else question.undo();
  }
  async function copy() {
    await navigator.clipboard.writeText(location.href).catch(() => undefined);
    copied = true;
    setTimeout(() => (copied = false), 1500);
  }
</script>

<svelte:window onkeydown={key} />

<div class="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_19.5rem]">
  <section aria-label="Picture" class="min-w-0">
    <div class="flex items-baseline gap-4">
      <h1 class="text-2xl">{title}</h1>
      <span class="ml-auto flex shrink-0 gap-1">
        <button
          type="button"
          class="btn btn-ghost btn-xs"
          disabled={!question.canUndo}
          onclick={() => question.undo()}
          aria-label="Undo">↶</button
        >
        <button
          type="button"
          class="btn btn-ghost btn-xs"
          disabled={!question.canRedo}
          onclick={() => question.redo()}
          aria-label="Redo">↷</button
        >
        <button type="button" class="btn btn-ghost btn-xs" onclick={copy}
          >{copied ? 'Copied' : 'Copy link'}</button
        >
      </span>
    </div>
    <p class="answer" aria-live="polite">
      {#if error}<strong>{error}</strong>{:else}{@render says()}{/if}
    </p>
    {@render picture()}
  </section>
  <div class="min-w-0">
    <section aria-label="Inputs" class="space-y-3">{@render asks()}</section>
    <section
      aria-label="Results"
      class="mt-4 flex flex-wrap gap-x-4 gap-y-3 border-t border-base-content pt-3"
    >
      {@render readings()}
    </section>
    {#if caution}<p class="mt-4 flex gap-2 text-sm">
        <span class="heed" aria-hidden="true">!</span>{caution}
      </p>{/if}
  </div>
</div>

<style>
  .answer {
    min-height: 3.2em;
    margin: 0.35rem 0 0.6rem;
    font-size: 1.1rem;
    line-height: 1.4;
    max-width: 46rem;
  }
</style>
