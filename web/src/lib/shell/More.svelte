<!-- The end of a list that has more pages: how many are shown, and the next ones by a press. -->
<script lang="ts" generics="T">
  import { tick } from 'svelte';
  import type { Pages } from './pages.svelte';

  interface Props {
    list: Pages<T>;
    /** What one and many of them are called. */
    one: string;
    many: string;
    /** The element that holds the items, so that the keyboard goes on at the first new one. */
    of?: HTMLElement;
  }
  let { list, one, many, of }: Props = $props();

  async function more() {
    const shown = list.items.length;
    await list.more();
    await tick();
    const first = of?.children[shown];
    first?.querySelector<HTMLElement>('a, button')?.focus();
  }
</script>

{#if list.wrong}
  <p class="mt-3 text-sm font-semibold text-error" role="alert">
    {list.wrong}
    <button type="button" class="btn btn-sm" onclick={() => (list.next ? more() : list.begin())}
      >Try again</button
    >
  </p>
{:else if list.next}
  <p class="mt-3 flex items-center gap-3 text-sm">
    <button type="button" class="btn" disabled={list.busy} onclick={more}>Show more</button>
    {list.items.length}
    {many} shown
  </p>
{:else if list.items.length > 20}
  <p class="mt-3 text-sm">
    {list.items.length === 1 ? `1 ${one}` : `All ${list.items.length} ${many} shown`}
  </p>
{/if}
