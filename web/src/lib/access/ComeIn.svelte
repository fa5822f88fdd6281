<!-- The door: six digits for a phone, a coach's name and passphrase, or the owner's passphrase. -->
<script lang="ts">
  import { deviceName, door } from './door.svelte';

  /** A secret that the phone read from a picture: one press and it is in. */
  let { secret = '', done }: { secret?: string; done: () => void } = $props();
  let code = $state('');
  let name = $state(deviceName());
  let words = $state('');
  let wrong = $state('');
  let busy = $state(false);
  let way = $state<'digits' | 'coach' | 'owner'>('digits');
  let coach = $state('');

  async function come(act: () => Promise<void>) {
    busy = true;
    wrong = '';
    try {
      await act();
      done();
    } catch (error) {
      wrong = (error as Error).message;
    } finally {
      busy = false;
    }
  }
  const pair = (e: SubmitEvent) => {
    e.preventDefault();
    void come(() => door.pair(secret || code, name));
  };
  const signIn = (e: SubmitEvent) => {
    e.preventDefault();
    void come(() => door.signIn(words, way === 'coach' ? coach : undefined));
  };
</script>

<svelte:head><title>Sign in · Hodometer</title></svelte:head>

<main class="mx-auto max-w-md px-6 py-8">
  <p class="text-lg font-bold tracking-tight">Hodometer</p>
  <h1 class="text-3xl">{secret ? 'Connect this device' : 'Sign in'}</h1>
  {#if wrong}<p class="mt-3 border-l-4 border-error pl-3 font-semibold text-error" role="alert">
      {wrong}
    </p>{/if}
  {#if way === 'digits'}
    <form class="mt-4 space-y-4" onsubmit={pair}>
      {#if !secret}
        <p>The six digits are shown on the club’s computer, under <em>Devices and backups</em>.</p>
        <label class="block">
          <span class="block font-semibold">Six digits</span>
          <input
            class="figures input h-16 w-full border-2 border-base-content text-center text-3xl tracking-[0.3em]"
            inputmode="numeric"
            autocomplete="one-time-code"
            maxlength="7"
            required
            bind:value={code}
          />
        </label>
      {/if}
      <label class="block">
        <span class="block">Device name</span>
        <input
          dir="auto"
          class="input h-12 w-full border-base-content/60"
          maxlength="60"
          required
          bind:value={name}
        />
      </label>
      <button class="btn h-14 w-full text-lg btn-primary" disabled={busy}>
        {busy ? 'A moment…' : secret ? 'Connect' : 'Sign in'}
      </button>
    </form>
    {#if !secret}
      {#if door.access?.coaches}<button type="button" class="btn mt-6 w-full" onclick={() => (way = 'coach')}
          >Sign in by name</button
        >{/if}
      <button type="button" class="btn mt-3 w-full" onclick={() => (way = 'owner')}
        >Sign in as the owner</button
      >
    {/if}
  {:else}
    <form class="mt-4 space-y-4" onsubmit={signIn}>
      {#if way === 'coach'}
        <label class="block">
          <span class="block font-semibold">Your name</span>
          <input
            dir="auto"
            class="input h-14 w-full border-2 border-base-content"
            autocomplete="username"
            maxlength="60"
            required
            bind:value={coach}
          />
        </label>
      {:else}<input
          dir="auto"
          type="text"
          class="hidden"
          autocomplete="username"
          value="owner"
          readonly
        />{/if}
      <label class="block">
        <span class="block font-semibold"
          >{way === 'coach' ? 'Your passphrase' : 'The owner’s passphrase'}</span
        >
        <input
          class="input h-14 w-full border-2 border-base-content"
          type="password"
          autocomplete="current-password"
          required
          bind:value={words}
        />
      </label>
      <button class="btn h-14 w-full text-lg btn-primary" disabled={busy}
        >{busy ? 'A moment…' : 'Sign in'}</button
      >
    </form>
    <button type="button" class="btn mt-6 w-full" onclick={() => (way = 'digits')}>Use six digits</button>
  {/if}
  <p class="mt-6 text-sm">
    This club contains children’s names, so you must sign in. Your counts stay saved on this device until you
    do.
  </p>
</main>
