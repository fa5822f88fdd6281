<!-- What the server does not have: why, and what becomes of it. -->
<script lang="ts">
  import { asFile, download } from '$lib/device/countsFile';
  import { sendNow } from '$lib/device/outbox';
  import type { Fault } from '$lib/device/db';
  import type { Session } from './session.svelte';

  let { session }: { session: Session } = $props();
  let open = $state(false);
  const reasons = $derived([...new Set(session.refused.map((t) => t.reason ?? ''))]);

  const WHY: Record<Fault, string> = {
    full: 'This device’s storage is full.',
    newer: 'This device’s storage was made by a newer Hodometer.',
    shut: 'This browser does not let Hodometer store anything, as in a private window.'
  };

  const save = async () => download(await asFile(session.refused), `counts of ${session.lesson.title}`);
</script>

{#if session.unstored}
  <p class="rounded bg-error px-3 py-1.5 text-base text-error-content" role="alert">
    {WHY[session.fault]} The last {session.unstored === 1 ? 'entry is' : `${session.unstored} entries are`} only
    in this page: keep it open until everything has been sent{session.fault === 'newer'
      ? ', then reload it'
      : ''}.
  </p>
{:else if session.trouble && session.waiting}
  <div
    class="flex items-center gap-2 rounded bg-warning py-1 pr-1 pl-3 text-base leading-tight text-warning-content"
    role="alert"
  >
    <p class="min-w-0 flex-1">{session.trouble}</p>
    <button type="button" class="h-14 shrink-0 rounded border-2 border-current px-3" onclick={sendNow}
      >Try again</button
    >
  </div>
{/if}
{#if session.refused.length}
  <div class="rounded border-2 border-error px-3 py-2 text-base">
    <button
      type="button"
      class="min-h-14 w-full text-left"
      aria-expanded={open}
      onclick={() => (open = !open)}
    >
      <strong
        >{session.refused.length === 1 ? 'One entry was' : `${session.refused.length} entries were`} not accepted.</strong
      >
      {open ? '' : 'Show'}
    </button>
    {#if open}
      <ul class="list-disc pl-5">
        {#each reasons as r (r)}<li>{r}</li>{/each}
      </ul>
      <div class="mt-2 grid grid-cols-2 gap-2">
        <button type="button" class="btn h-14 border-2 border-base-content" onclick={save}
          >Save as a file</button
        >
        <button
          type="button"
          class="btn h-14 border-2 border-base-content"
          onclick={() => session.giveUpRefused()}>Discard</button
        >
      </div>
    {/if}
  </div>
{/if}
