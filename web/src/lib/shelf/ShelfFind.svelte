<!-- Finds on a shelf as one types, narrows it, and says how many there are. What is ticked is exported or deleted. -->
<script lang="ts" generics="T">
  import type { Snippet } from 'svelte';
  import { typing } from '$lib/shell/keys';
  import type { Wanted } from './find';
  import type { Shelf } from './shelf.svelte';

  interface Props {
    /** What is looked for, such as drills. */
    what: string;
    placeholder: string;
    wanted: Wanted;
    /** Each sport and court, by what stands in wanted and by its name. */
    places: [string, string][];
    found: T[];
    all: number;
    /** Anything is asked for, and no longer. */
    narrowed: boolean;
    onall: () => void;
    favourites?: boolean;
    /** More to narrow it by. */
    filters?: Snippet;
    /** Where what is found can be ticked. */
    shelf?: Shelf<T>;
  }
  let {
    what,
    placeholder,
    wanted = $bindable(),
    places,
    found,
    all,
    narrowed,
    onall,
    favourites = false,
    filters,
    shelf
  }: Props = $props();
  const kept = $derived<('favourites' | 'own')[]>(favourites ? ['favourites', 'own'] : ['own']);
  let search: HTMLInputElement;
  function key(e: KeyboardEvent) {
    if (e.key !== '/' || typing(e)) return;
    e.preventDefault();
    search.focus();
  }
  const ticked = $derived(shelf ? shelf.items.filter((s) => shelf.chosen.includes(shelf.kind.of(s).id)) : []);
  /** What is ticked is exported and deleted, also where the search no longer shows it. */
  const hidden = $derived.by(() => {
    const n = ticked.filter((s) => !found.includes(s)).length;
    return n === 0 ? '' : n === ticked.length ? ', not shown' : `, ${n} of them not shown`;
  });
</script>

<svelte:window onkeydown={key} />

<div class="flex flex-wrap items-end gap-x-2.5 gap-y-2" role="search" aria-label="Find {what}">
  <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
    >Search
    <input
      dir="auto"
      bind:this={search}
      type="search"
      class="input w-40 border-base-content/60 input-sm"
      {placeholder}
      bind:value={wanted.words}
    /></label
  >
  <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
    >Sport
    <select class="select w-44 border-base-content/60 select-sm" bind:value={wanted.sport}
      ><option value="">any</option>{#each places as [id, name] (id)}<option value={id}>{name}</option
        >{/each}</select
    ></label
  >
  {#if filters}{@render filters()}{/if}
  <div class="flex gap-1" role="group" aria-label="Only">
    {#each kept as only (only)}
      <button
        type="button"
        class="btn font-normal btn-sm"
        class:btn-primary={wanted.only === only}
        aria-pressed={wanted.only === only}
        onclick={() => (wanted.only = wanted.only === only ? '' : only)}
        >{only === 'own' ? `My ${what}` : '★ Favourites'}</button
      >
    {/each}
  </div>
</div>
<div class="mt-3 flex flex-wrap items-center gap-3 text-sm">
  <p role="status">{found.length} of {all} {what}</p>
  {#if narrowed}<button type="button" class="btn btn-ghost btn-xs" onclick={onall}>Show all</button>{/if}
  {#if shelf}
    {#if shelf.chosen.length}
      <span class="ml-auto">{ticked.length} selected{hidden}</span>
      <button type="button" class="btn btn-xs" onclick={() => shelf.takeOut()}>Export</button>
      <button type="button" class="btn btn-xs" onclick={() => shelf.remove(ticked)}>Delete</button>
      <button type="button" class="btn btn-ghost btn-xs" onclick={() => (shelf.chosen = [])}
        >Clear selection</button
      >
    {:else}<span class="ml-auto text-xs">Press / to search. Tick {what} to export them as one file.</span
      >{/if}
  {/if}
</div>
