<!-- Before a block: what to put where, what to bring, what to mind; once. -->
<script lang="ts">
  import { api, need, type Run } from '$lib/api/client';
  import SetUpMap from '$lib/lesson/SetUpMap.svelte';
  import Load from '$lib/shell/Load.svelte';

  interface Props {
    block: Run['lesson']['blocks'][number];
    card: Run['cards'][string];
    starts: boolean;
    onready: () => void;
  }
  let { block, card, starts, onready }: Props = $props();
  const drill = $derived(block.drill ?? block.match?.from);
  const ask = () => need(api.GET('/api/v1/courts'));
</script>

<section class="flex flex-1 flex-col gap-2" aria-label="Set-up of {block.title}">
  <div class="flex-1 space-y-3 text-lg leading-snug">
    {#if card.cautions.length}
      <div class="border-l-6 border-warning bg-base-200 px-3 py-2">
        <strong>Watch out</strong>
        <ul class="mt-1 space-y-1 text-base">
          {#each card.cautions as c (c.id)}<li dir="auto">{c.text}</li>{/each}
        </ul>
      </div>
    {/if}
    {#if drill && card.setUp.length}
      <Load {ask} small>
        {#snippet children(courts)}
          {@const court = courts.find((c) => c.id === drill.pattern.court)}
          {#if court}
            <div class="max-w-md"><SetUpMap title="Set out" {drill} {court} laid={card.setUp} /></div>
          {/if}
        {/snippet}
      </Load>
    {/if}
    {#if card.bring.length}<p><strong>Bring:</strong> {card.bring.join(', ')}</p>{/if}
  </div>
  <button
    type="button"
    class="btn sticky bottom-18 h-16 border-3 border-base-content text-2xl btn-accent"
    aria-keyshortcuts="Enter"
    onclick={onready}>{starts ? 'Start the clock' : 'Ready'}</button
  >
</section>
