<!-- Waits for an answer; says what went wrong and offers to try again. Small stands within a panel. -->
<script lang="ts" generics="T">
  import type { Snippet } from 'svelte';

  let {
    ask,
    children,
    small = false
  }: { ask: () => Promise<T>; children: Snippet<[T]>; small?: boolean } = $props();
  let again = $state(0);
  const answer = $derived.by(() => {
    void again;
    return ask();
  });
</script>

{#await answer}
  <p class={small ? 'py-2 text-sm' : 'p-6 opacity-70'} role="status">Loading…</p>
{:then value}
  {@render children(value)}
{:catch error}
  {#if small}
    <p class="py-2 text-sm font-semibold text-error" role="alert">
      {error.message}
      <button type="button" class="btn btn-xs" onclick={() => again++}>Try again</button>
    </p>
  {:else}
    <div class="mx-auto max-w-xl p-10" role="alert">
      <h1 class="text-2xl">Could not load</h1>
      <p class="mt-2">{error.message}</p>
      <p class="mt-4 flex gap-2">
        <button type="button" class="btn btn-primary" onclick={() => again++}>Try again</button>
        <a class="btn" href="/">Go to Today</a>
      </p>
    </div>
  {/if}
{/await}
