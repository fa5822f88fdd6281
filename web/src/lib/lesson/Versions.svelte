<!-- Every state the lesson was saved in: what each save changed, and a way back. -->
<script lang="ts">
  import { sayMoment } from '$lib/units/when';
  import { api, need, type Lesson, type LessonVersion } from '$lib/api/client';
  import More from '$lib/shell/More.svelte';
  import { Pages } from '$lib/shell/pages.svelte';

  let { lesson, onback }: { lesson: Lesson; onback: (l: Lesson) => void } = $props();
  let dialog: HTMLDialogElement;
  let shown = $state<HTMLElement>();
  const list = new Pages<LessonVersion>((after) =>
    need(
      api.GET('/api/v1/lessons/{lesson}/versions', {
        params: { path: { lesson: lesson.id }, query: { limit: 50, after } }
      })
    )
  );
  function show() {
    dialog.showModal();
    void list.begin();
  }
</script>

<button type="button" class="btn btn-sm" onclick={show}>Version history</button>
<dialog bind:this={dialog} class="modal" aria-label="Version history">
  <div class="modal-box max-h-[85vh] max-w-2xl">
    <div class="mb-3 flex items-center">
      <h2 class="text-xl">Version history</h2>
      <form method="dialog" class="ml-auto"><button class="btn btn-sm">Close</button></form>
    </div>
    {#if list.ready}<ul bind:this={shown}>
        {#each list.items as v, i (v.version)}
          <li class="flex items-start gap-3 border-b border-base-300 py-2 text-sm">
            <span class="figures w-36 shrink-0">{sayMoment(v.savedAt)}</span>
            <span class="flex-1"
              >{v.changes.join(' · ') ||
                (i === list.items.length - 1 && !list.next ? 'Created' : 'Saved')}</span
            >
            {#if i > 0}<button
                type="button"
                class="btn btn-xs"
                onclick={() => (dialog.close(), onback(v.lesson))}>Restore</button
              >{:else}<span class="text-xs">current version</span>{/if}
          </li>
        {/each}
      </ul>{:else if !list.wrong}<p role="status">Loading…</p>{/if}
    <More {list} one="version" many="versions" of={shown} />
  </div>
  <form method="dialog" class="modal-backdrop"><button aria-label="Close" tabindex="-1">close</button></form>
</dialog>
