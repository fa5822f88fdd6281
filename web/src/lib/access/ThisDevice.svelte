<!-- What this device is to the server, and what its browser grants it there. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { asFile, download, notTaken, takeIn } from '$lib/device/countsFile';
  import type { Tap } from '$lib/device/db';
  import { giveUp, listen } from '$lib/device/outbox';
  import { door } from './door.svelte';

  const roles: Record<string, string> = {
    owner: 'Owner: manages devices and backups',
    coach: 'Coach: plans, runs and reviews lessons',
    assistant: 'Assistant: counts courtside',
    nobody: 'not signed in'
  };
  let worker = $state(false);
  const safe = globalThis.isSecureContext;
  const awake = 'wakeLock' in navigator;
  /** How many counts only this device has. */
  let alone = $state(0);
  let said = $state('');
  let wrong = $state('');
  const look = async () => (alone = (await notTaken()).length);
  onMount(() => {
    void navigator.serviceWorker?.ready.then(() => (worker = true));
    void look();
    return listen(() => void look());
  });
  /** They are in a file, and need not be here too. */
  let filed = $state<Tap[]>([]);
  async function save() {
    const taps = await notTaken();
    download(await asFile(taps), 'counts not sent');
    filed = taps;
  }
  async function discard() {
    await giveUp(filed);
    filed = [];
    void look();
  }
  async function take(input: HTMLInputElement) {
    [said, wrong] = ['', ''];
    try {
      const number = await takeIn((await input.files?.[0]?.text()) ?? '');
      said = `${number === 1 ? 'One entry' : `${number} entries`} taken in. They are sent from here like this device’s own.`;
    } catch (e) {
      wrong = e instanceof Error ? e.message : String(e);
    }
    input.value = '';
  }
  const grants = $derived([
    {
      good: safe,
      yes: 'The connection is secure',
      no: 'The connection is not secure: others can read it'
    },
    { good: worker, yes: 'Lessons work offline here', no: 'Lessons need a connection here' },
    { good: awake, yes: 'The screen stays on in a lesson', no: 'The screen may switch off during a lesson' }
  ]);
</script>

<section aria-labelledby="this-device">
  <h2 id="this-device" class="text-xl">This device</h2>
  {#if door.access && !door.access.open}<p>
      <strong dir="auto">{door.access.name}</strong>, {door.access.coach
        ? `${door.access.coach}, `
        : ''}{roles[door.access.role]}
    </p>{/if}
  <ul class="mt-2 space-y-1">
    {#each grants as g (g.yes)}<li class="flex gap-2" class:font-semibold={!g.good}>
        <span aria-hidden="true">{g.good ? '✓' : '✕'}</span>{g.good ? g.yes : g.no}
      </li>{/each}
  </ul>
  {#if !safe && door.access?.trust?.[0]}<a class="btn mt-2 btn-sm" href={door.access.trust[0].url}
      >Make the connection secure</a
    >{/if}
  {#if alone}<p class="mt-3" role="status">
      {alone === 1 ? 'One entry is' : `${alone} entries are`} on this device alone.
      <span class="mt-1 flex flex-wrap gap-2">
        <button type="button" class="btn btn-sm" onclick={save}>Save as a file</button>
        {#if filed.length}<button type="button" class="btn btn-sm" onclick={discard}
            >Discard here: the file has them</button
          >{/if}
      </span>
    </p>{/if}
  <p class="mt-3">
    <label class="link"
      >Take in counts that another device saved as a file<input
        class="sr-only"
        type="file"
        accept="application/json,.json"
        onchange={(e) => take(e.currentTarget)}
      /></label
    >
  </p>
  {#if said}<p class="text-sm" role="status">{said}</p>{/if}
  {#if wrong}<p class="text-sm text-error" role="alert">{wrong}</p>{/if}
  {#if door.access && !door.access.open}
    <button type="button" class="btn mt-3 btn-sm" onclick={() => door.signOut()}>Sign out</button>
  {/if}
</section>
