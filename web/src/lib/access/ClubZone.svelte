<!-- Where the club's days begin and end; asked once, with the browser's own as the answer. -->
<script lang="ts">
  import { api, explain } from '$lib/api/client';
  import { door } from './door.svelte';
  import { ownZone, zones } from '$lib/units/zone';
  import { sayTime } from '$lib/units/when';

  /** It stands over a page until it is answered. */
  let { first = false }: { first?: boolean } = $props();
  const here = ownZone();
  const all = zones();
  const kept = $derived(door.access?.zone ?? '');
  let chosen = $state<string>();
  const zone = $derived(chosen ?? (kept || here));
  let wrong = $state('');

  async function keep(e: SubmitEvent) {
    e.preventDefault();
    wrong = '';
    const { error, response } = await api
      .PUT('/api/v1/zone', { body: { zone } })
      .catch((error: unknown) => ({ error, response: undefined }));
    if (!response?.ok) wrong = explain(error);
    else location.reload(); // every day on the page may be another
  }
</script>

<form onsubmit={keep} class={first ? 'border-b border-base-content bg-base-200 px-6 py-2' : 'mt-2'}>
  <p class="flex flex-wrap items-center gap-x-3 gap-y-2" class:justify-center={first}>
    <label class="flex flex-wrap items-center gap-x-3">
      <span class:font-semibold={first}>{first ? 'Which time zone is the club in?' : 'Time zone'}</span>
      <select
        class="select w-60 max-w-full border-base-content/60 select-sm"
        value={zone}
        onchange={(e) => (chosen = e.currentTarget.value)}
      >
        {#each all as z (z)}<option>{z}</option>{/each}
      </select>
    </label>
    <button class="btn border-base-content btn-sm" disabled={zone === kept}>Use this time zone</button>
  </p>
  {#if !first}
    <p class="mt-1 text-sm">
      {kept
        ? `It is ${sayTime(Date.now())} there. Days in the log, the calendar and reports are days in this zone.`
        : 'Not set yet: days are counted by the server’s clock.'}
    </p>
  {/if}
  {#if wrong}<p role="alert" class="text-center font-semibold text-error">{wrong}</p>{/if}
</form>
