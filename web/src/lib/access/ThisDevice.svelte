<!-- What this device is to the server, and what its browser grants it there. -->
<script lang="ts">
  import { onMount } from 'svelte';
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
  onMount(() => {
    void navigator.serviceWorker?.ready.then(() => (worker = true));
  });
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
      <strong dir="auto">{door.access.name}</strong>, {roles[door.access.role]}
    </p>{/if}
  <ul class="mt-2 space-y-1">
    {#each grants as g (g.yes)}<li class="flex gap-2" class:font-semibold={!g.good}>
        <span aria-hidden="true">{g.good ? '✓' : '✕'}</span>{g.good ? g.yes : g.no}
      </li>{/each}
  </ul>
  {#if !safe && door.access?.trust?.[0]}<a class="btn mt-2 btn-sm" href={door.access.trust[0].url}
      >Make the connection secure</a
    >{/if}
  {#if door.access && !door.access.open}
    <button type="button" class="btn mt-3 btn-sm" onclick={() => door.signOut()}>Sign out</button>
  {/if}
</section>
