<!-- Whether the edit is safe, and what to do when somebody else saved meanwhile. -->
<script lang="ts" generics="T">
  import type { EditedDocument } from './document.svelte';
  import { sayMoment } from '$lib/units/when';

  let { editor }: { editor: EditedDocument<T> } = $props();
  const words = {
    saved: 'Saved',
    saving: 'Saving…',
    refused: 'Not saved',
    away: 'Not saved yet: no connection',
    stale: 'Changed by someone else'
  };

  /** A page that closes with something unsaved warns; what it has is on the device either way. */
  function warn(e: BeforeUnloadEvent) {
    if (editor.unsaved) e.preventDefault();
  }
</script>

<svelte:window onbeforeunload={warn} />

<span
  class="text-sm"
  role="status"
  class:text-error={editor.status === 'refused' || editor.status === 'stale'}
  class:font-semibold={editor.status !== 'saved'}
  >{editor.status === 'saved' && editor.nothing ? 'Nothing to save yet' : words[editor.status]}</span
>
{#if editor.merged && editor.status === 'saved'}<span class="text-sm"
    >including changes from another window</span
  >{/if}

{#if editor.offered}
  <div class="order-last alert w-full py-2 alert-warning" role="alertdialog" aria-label="Unsaved changes">
    <p class="flex-1">
      This device has unsaved changes to this {editor.what} from {sayMoment(editor.offered.at)}.
    </p>
    <div class="flex gap-2">
      <button type="button" class="btn btn-sm" onclick={() => editor.bringBack()}>Restore</button>
      <button type="button" class="btn btn-sm" onclick={() => editor.letGo()}>Discard</button>
    </div>
  </div>
{/if}
{#if editor.status === 'refused'}
  <div class="order-last alert w-full py-2 alert-error" role="alert">
    <div>
      <p class="font-semibold">Could not save. Your changes are still here.</p>
      <ul class="list-inside list-disc text-sm">
        {#each Object.entries(editor.wrong) as [field, detail] (field)}<li>
            <span class="figures">{field}</span>: {detail}
          </li>{:else}<li>{editor.trouble}</li>{/each}
      </ul>
    </div>
  </div>
{/if}
{#if editor.stale}
  <div
    class="order-last alert w-full items-start py-3 alert-warning"
    role="alertdialog"
    aria-label="Someone else saved this {editor.what}"
  >
    <div class="flex-1">
      <p class="font-semibold">
        Someone else saved this {editor.what} in the meantime. Your changes are still on this screen and nothing
        was overwritten.
      </p>
      <p class="mt-1 text-sm">They changed:</p>
      <ul class="list-inside list-disc text-sm">
        {#each editor.stale.changes as c, i (i)}<li>{c}</li>{:else}<li>no visible change</li>{/each}
      </ul>
    </div>
    <div class="flex gap-2">
      <button type="button" class="btn btn-sm" onclick={() => editor.keepMine()}>Keep mine</button>
      <button type="button" class="btn btn-sm" onclick={() => editor.takeTheirs()}
        >Keep theirs (you can undo)</button
      >
    </div>
  </div>
{/if}
