<!-- A passphrase: the owner's or a coach's own, changed by who knows the present one. -->
<script lang="ts">
  import { api, explain } from '$lib/api/client';
  import { door } from './door.svelte';

  let words = $state('');
  let present = $state('');
  const isSet = $derived(!!door.access?.coach || !!door.access?.passphrase);
  let said = $state('');
  let wrong = $state('');
  const LEAST = 10;

  async function set(e: SubmitEvent) {
    e.preventDefault();
    said = wrong = '';
    const { error, response } = await api
      .PUT('/api/v1/access/passphrase', { body: { present: isSet ? present : undefined, passphrase: words } })
      .catch((error: unknown) => ({ error, response: undefined }));
    if (!response?.ok) {
      wrong = explain(error);
      return;
    }
    words = present = '';
    said = 'Passphrase set. Devices that signed in with the old one are signed out.';
    await door.look();
  }
</script>

<form onsubmit={set} class="mt-2 flex flex-wrap items-end gap-2">
  <input
    dir="auto"
    type="text"
    class="hidden"
    autocomplete="username"
    value={door.access?.coach ?? 'owner'}
    readonly
  />
  {#if isSet}<label class="block">
      <span class="block text-sm">Present passphrase</span>
      <input
        class="input w-72 max-w-full border-base-content/60"
        type="password"
        autocomplete="current-password"
        required
        bind:value={present}
      />
    </label>{/if}
  <label class="block">
    <span class="block text-sm">{isSet ? 'New passphrase' : 'Passphrase'}, {LEAST} characters or more</span>
    <input
      class="input w-72 max-w-full border-base-content/60"
      type="password"
      autocomplete="new-password"
      minlength={LEAST}
      required
      bind:value={words}
    />
  </label>
  <button class="btn">Set passphrase</button>
  {#if said}<span role="status" class="w-full text-sm">{said}</span>{/if}
  {#if wrong}<span role="alert" class="w-full font-semibold text-error">{wrong}</span>{/if}
</form>
