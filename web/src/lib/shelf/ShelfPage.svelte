<!-- A shelf of documents, whichever they are: its name, files in, a new one, and what was just done with the way back. -->
<script lang="ts" generics="T">
  import { onDestroy, type Snippet } from 'svelte';
  import type { Shelf } from './shelf.svelte';

  interface Props {
    shelf: Shelf<T>;
    title: string;
    intro?: string;
    /** What brings files in, where that is not the shelf itself. */
    bring?: Snippet;
    /** What makes a new one. */
    make: Snippet;
    children: Snippet;
  }
  let { shelf, title, intro, bring, make, children }: Props = $props();
  onDestroy(() => shelf.leave());
  async function bringIn(input: HTMLInputElement) {
    await shelf.bringIn(input.files ?? []);
    input.value = ''; // the same file can be chosen again
  }
</script>

<svelte:head><title>{title} · Hodometer</title></svelte:head>

<main class="mx-auto max-w-[1280px] px-6 py-5">
  <div class="mb-3 flex flex-wrap items-center gap-2">
    <h1 class="mr-auto text-3xl">{title}</h1>
    {#if bring}{@render bring()}{:else}<label class="btn btn-sm"
        >Import<input
          type="file"
          class="sr-only"
          accept=".json,application/json"
          multiple
          aria-label="Import file"
          onchange={(e) => void bringIn(e.currentTarget)}
        /></label
      >{/if}
    {@render make()}
  </div>
  {#if intro}<p class="mb-3 max-w-3xl">{intro}</p>{/if}
  {#if shelf.told}
    {@const told = shelf.told}
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
        onclick={() => (shelf.told = undefined)}
        aria-label="Close">✕</button
      >
    </div>
  {/if}
  {@render children()}
</main>
