<!-- A part of a page that is folded until it is wanted; the device remembers which are open. -->
<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    title: string;
    /** What is in it, in a few words. */
    says?: string;
    children: Snippet;
  }
  let { title, says = '', children }: Props = $props();
  const key = $derived(`open ${title}`);
  let open = $derived(localStorage.getItem(key) === 'yes');
  const keep = (e: Event & { currentTarget: HTMLDetailsElement }) => {
    open = e.currentTarget.open;
    localStorage.setItem(key, open ? 'yes' : 'no');
  };
</script>

<details class="border-t border-base-content" {open} ontoggle={keep}>
  <summary class="flex cursor-pointer flex-wrap items-baseline gap-x-3 py-2 hover:bg-base-200">
    <span class="w-4 text-sm" aria-hidden="true">{open ? '▾' : '▸'}</span>
    <h2 class="text-xl">{title}</h2>
    <span dir="auto" class="text-sm">{says}</span>
  </summary>
  <div class="pb-6">{@render children()}</div>
</details>
