<!-- What will not work or needs care, where its cause is, with a button that mends it. -->
<script lang="ts">
  import type { Fix, Notice } from '$lib/api/client';
  import { hide, isHidden, showAll } from './hidden.svelte';
  import { isUsual, shown } from './usual.svelte';

  interface Props {
    notices: Notice[];
    onfix: (fix: Fix) => void;
    onseen?: (caution: string, seen: boolean) => void;
    /** The lesson that is advised on, where advice can be hidden. */
    lesson?: string;
    /** Whose cautions they are: what these students have had often is folded. */
    of?: { lesson: string; group: string[] };
  }
  let { notices, onfix, onseen, lesson, of }: Props = $props();
  /** What stands in the way is not hidden. */
  const must = ['nobody', 'overTime', 'elsewhere'];
  const all = $derived(notices.filter((n) => !n.caution));
  const advice = $derived(all.filter((n) => !lesson || must.includes(n.kind) || !isHidden(lesson, n.kind)));
  const cautions = $derived(notices.filter((n) => n.caution));
  const usual = $derived(cautions.filter((n) => of && isUsual(of.group, of.lesson, n.id ?? '')));
  $effect(() => {
    if (of)
      shown(
        of.group,
        of.lesson,
        cautions.map((n) => n.id ?? '')
      );
  });
</script>

{#each advice as n, i (i)}
  <div class="advice" role="status">
    <p class="text-[0.95rem]"><span class="heed" aria-hidden="true">!</span><bdi>{n.text}</bdi></p>
    {#if lesson && !must.includes(n.kind)}
      <p class="mt-1 flex gap-3 text-sm">
        <button type="button" class="underline" onclick={() => hide(n.kind, lesson)}
          >Hide in this lesson</button
        >
        <button type="button" class="underline" onclick={() => hide(n.kind)}>Never show this again</button>
      </p>
    {/if}
    {#if n.fixes.length}
      <div class="mt-2 flex flex-wrap gap-2">
        {#each n.fixes as f, j (j)}
          <button
            type="button"
            class="btn h-auto max-w-full flex-col items-start gap-0 py-1 text-left btn-primary btn-sm"
            onclick={() => onfix(f)}
          >
            <span>{f.label}</span><span class="figures text-xs font-normal whitespace-normal"
              >{f.outcome}</span
            >
          </button>
        {/each}
      </div>
    {/if}
  </div>
{/each}
{#if lesson && advice.length < all.length}<p class="mt-1 text-sm">
    {all.length - advice.length === 1 ? 'One notice is' : `${all.length - advice.length} notices are`} hidden.
    <button type="button" class="underline" onclick={() => showAll(lesson)}>Show</button>
  </p>{/if}
{#snippet list(some: Notice[], name: string)}
  <ul class="mt-2 space-y-1" aria-label={name}>
    {#each some as n, i (i)}
      <li class="flex items-start gap-2 text-sm">
        {#if onseen && n.id}
          <label class="flex cursor-pointer items-start gap-2">
            <input
              type="checkbox"
              class="checkbox mt-0.5 border-base-content checkbox-xs"
              checked={n.seen}
              onchange={(e) => onseen(n.id!, e.currentTarget.checked)}
            />
            <span dir="auto" class:opacity-75={n.seen}>{n.text}</span>
          </label>
        {:else}<span class="heed" aria-hidden="true">!</span><span dir="auto">{n.text}</span>
          {#each n.fixes as f, j (j)}<button
              type="button"
              class="btn btn-primary btn-xs"
              title={f.outcome}
              onclick={() => onfix(f)}>{f.label}</button
            >{/each}
        {/if}
      </li>
    {/each}
  </ul>
{/snippet}
{#if cautions.length > usual.length}{@render list(
    cautions.filter((n) => !usual.includes(n)),
    'Cautions'
  )}{/if}
{#if usual.length}<details class="mt-2 text-sm">
    <summary class="cursor-pointer">Usual cautions ({usual.length})</summary>
    {@render list(usual, 'Usual cautions')}
  </details>{/if}

<style>
  .advice {
    border-left: 6px solid var(--color-warning);
    background: var(--color-base-200);
    padding: 0.55rem 0.8rem;
    border-radius: 0 0.25rem 0.25rem 0;
  }
  .advice + .advice {
    margin-top: 0.5rem;
  }
  .advice .heed {
    margin-right: 0.45rem;
  }
</style>
