<!-- A page over the count: it takes the focus, and Escape leaves it. -->
<script lang="ts">
  import { onMount, type Snippet } from 'svelte';

  interface Props {
    label: string;
    onclose: () => void;
    /** More room for much. */
    close?: boolean;
    children: Snippet;
  }
  let { label, onclose, close = false, children }: Props = $props();
  let box: HTMLElement;
  onMount(() => box.focus());
</script>

<svelte:window onkeydown={(e) => e.key === 'Escape' && onclose()} />
<div
  class="fixed inset-0 z-20 mx-auto flex max-w-3xl flex-col overflow-y-auto bg-base-100 {close
    ? 'gap-3 p-3'
    : 'gap-4 p-4'}"
  role="dialog"
  aria-modal="true"
  aria-label={label}
  tabindex="-1"
  bind:this={box}
>
  {@render children()}
</div>
