<!-- Before a block: what to put where, what to bring, what to mind; once. -->
<script lang="ts">
  import { api, need, type Run } from '$lib/api/client';
  import SetUpMap from '$lib/lesson/SetUpMap.svelte';
  import { isUsual, shown } from '$lib/lesson/usual.svelte';
  import Load from '$lib/shell/Load.svelte';

  interface Props {
    block: Run['lesson']['blocks'][number];
    card: Run['cards'][string];
    starts: boolean;
    onready: () => void;
    /** What these students have had in three lessons is folded. */
    of: { lesson: string; group: string[] };
  }
  let { block, card, starts, onready, of }: Props = $props();
  const usual = $derived(card.cautions.filter((c) => isUsual(of.group, of.lesson, c.id)));
  const cautions = $derived(card.cautions.filter((c) => !usual.includes(c)));
  $effect(() =>
    shown(
      of.group,
      of.lesson,
      card.cautions.map((c) => c.id)
    )
  );
  const drill = $derived(block.drill ?? block.match?.from);
  const ask = () => need(api.GET('/api/v1/courts'));
</script>

<section class="flex flex-1 flex-col gap-2" aria-label="Set-up of {block.title}">
  <div class="flex-1 space-y-3 text-lg leading-snug">
    {#if cautions.length}
      <div class="border-l-6 border-warning bg-base-200 px-3 py-2">
        <strong>Watch out</strong>
        <ul class="mt-1 space-y-1 text-base">
          {#each cautions as c (c.id)}<li dir="auto">{c.text}</li>{/each}
        </ul>
      </div>
    {/if}
    {#if usual.length}
      <details class="text-base">
        <summary class="cursor-pointer py-2">Usual cautions ({usual.length})</summary>
        <ul class="space-y-1">
          {#each usual as c (c.id)}<li dir="auto">{c.text}</li>{/each}
        </ul>
      </details>
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
