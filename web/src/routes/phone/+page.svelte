<!-- On your phone: how the server is reached, who may come in, and what this device is granted. -->
<script lang="ts">
  import { api, type ClubCoach, type Device } from '$lib/api/client';
  import Aside from '$lib/access/Aside.svelte';
  import Coaches from '$lib/access/Coaches.svelte';
  import ClubZone from '$lib/access/ClubZone.svelte';
  import Devices from '$lib/access/Devices.svelte';
  import { door } from '$lib/access/door.svelte';
  import LetIn from '$lib/access/LetIn.svelte';
  import Passphrase from '$lib/access/Passphrase.svelte';
  import Retention from '$lib/access/Retention.svelte';
  import ThisDevice from '$lib/access/ThisDevice.svelte';

  const OFTEN = 2000; // ms between looks at who came in, while somebody waits for it
  let devices = $state.raw<Device[]>([]);
  let coaches = $state.raw<ClubCoach[]>([]);
  async function look() {
    const { data } = await api.GET('/api/v1/access/devices').catch(() => ({ data: undefined }));
    if (data) devices = data;
  }
  const lets = $derived(door.owner && door.access && !door.access.open);
  $effect(() => {
    if (!lets) return;
    void look();
    const again = setInterval(() => document.visibilityState === 'visible' && void look(), OFTEN);
    return () => clearInterval(again);
  });
  const ways: Record<string, string> = {
    alone: 'Only this computer can open it; no sign-in is needed.',
    own: 'Open to the network with its own certificate, which each phone installs once.',
    files: 'Open to the network with a certificate from a file.',
    acme: 'Open to the network by name, with a certificate of a public authority.',
    proxy: 'Open through a proxy that has the certificate.',
    plain: 'Open to the network WITHOUT encryption: others on the network can read names.'
  };
  const START = 'hodometer serve --addr 0.0.0.0:8443 --tls own';
  let copied = $state(false);
  async function copy() {
    await navigator.clipboard.writeText(START);
    copied = true;
  }
</script>

<svelte:head><title>Devices and backups · Hodometer</title></svelte:head>

<main class="mx-auto max-w-[1100px] px-6 py-6">
  <h1 class="text-3xl">Devices and backups</h1>
  {#if door.access}
    <p class="mt-1" class:font-semibold={door.access.kind === 'plain'}>{ways[door.access.kind]}</p>
    <div class="mt-5 grid gap-x-10 gap-y-8 lg:grid-cols-[3fr_2fr]">
      <div class="space-y-8">
        {#if door.access.open}
          <section aria-labelledby="reach-it">
            <h2 id="reach-it" class="text-xl">Connect a phone</h2>
            <ol class="mt-2 space-y-5">
              <li>
                <h3 class="font-semibold">
                  1 · {door.access.passphrase ? '✓ The owner has a passphrase' : 'Set the owner’s passphrase'}
                </h3>
                <p class="text-sm">
                  The club file contains children’s names. Anyone who connects from another device must enter
                  the passphrase, or a code that you show them.
                </p>
                <Passphrase />
              </li>
              <li>
                <h3 class="font-semibold">2 · Start the server so that the club’s Wi-Fi reaches it</h3>
                <p class="mt-1 flex flex-wrap items-center gap-2">
                  <code class="figures border border-base-content px-3 py-2 text-sm">{START}</code>
                  <button type="button" class="btn btn-sm" onclick={copy}>{copied ? 'Copied' : 'Copy'}</button
                  >
                </p>
                <p class="mt-1 text-sm">
                  Add <code class="figures">--db FILE</code> if your club is in another file. The server prints
                  the addresses to type on a phone. Stop this server first: only one server can use a club file
                  at a time.
                </p>
              </li>
              <li>
                <h3 class="font-semibold">3 · Sign in there, open this page again, and connect phones</h3>
                <p class="text-sm">Scan the QR code with the phone’s camera and press once to connect.</p>
              </li>
            </ol>
          </section>
        {:else if door.owner}
          <LetIn devices={devices.length} {coaches} />
          <Devices {devices} change={(all) => (devices = all)} />
        {/if}
        {#if door.owner}<Coaches change={(all) => (coaches = all)} />{/if}
        {#if !door.owner}<ThisDevice />{/if}
        {#if door.access.coach}
          <section aria-labelledby="own-words">
            <h2 id="own-words" class="text-xl">Your passphrase</h2>
            <Passphrase />
          </section>
        {/if}
      </div>
      <div class="space-y-8">
        {#if door.owner}
          <Aside />
          <ThisDevice />
          <section aria-labelledby="kept">
            <h2 id="kept" class="text-xl">Backups and history</h2>
            <ul class="mt-2 space-y-2">
              <li>
                <a class="link" href="/copies">Backups</a>: one a day, and whenever you like
              </li>
              {#if !door.access.open}<li><a class="link" href="/phone/changes">Who changed what</a></li>{/if}
            </ul>
          </section>
          {#if !door.access.open}
            <section aria-labelledby="owner-words">
              <h2 id="owner-words" class="text-xl">The owner’s passphrase</h2>
              <Passphrase />
            </section>
          {/if}
        {/if}
        {#if door.owner}
          <section aria-labelledby="club-time">
            <h2 id="club-time" class="text-xl">The club’s time</h2>
            <ClubZone />
          </section>
          <section aria-labelledby="retention">
            <h2 id="retention" class="text-xl">Old notes</h2>
            <Retention />
          </section>
        {/if}
        <p class="text-sm">
          Keep as little about children as your work needs. Follow local law and the club’s policy; ask the
          person responsible there.
        </p>
      </div>
    </div>
  {:else}<p role="status">Loading…</p>{/if}
</main>
