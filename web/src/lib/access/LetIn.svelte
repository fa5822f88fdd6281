<!-- Lets a phone in: what it may do is one press, then a picture to read or six digits to type. -->
<script lang="ts">
  import { api, need, type ClubCoach, type PairingCode } from '$lib/api/client';
  import { door } from './door.svelte';
  import Picture from './Picture.svelte';

  /** A device came in meanwhile. */
  let { devices, coaches = [] }: { devices: number; coaches?: ClubCoach[] } = $props();
  /** Whose phone it is, of the coaches. */
  let whose = $state('');
  type Role = 'assistant' | 'coach' | 'owner';
  const roles: { id: Role; name: string; what: string }[] = [
    {
      id: 'assistant',
      name: 'Assistant',
      what: 'sees lessons and their students, and runs them; cannot plan or delete'
    },
    { id: 'coach', name: 'Coach', what: 'plans, runs and reviews lessons; does not manage devices' },
    { id: 'owner', name: 'Owner', what: 'everything, including devices and backups' }
  ];
  let code = $state.raw<PairingCode>();
  let before = $state(0);
  let wrong = $state('');
  let now = $state(Date.now());
  const trust = $derived(door.access?.trust ?? []);
  let which = $state(0); // of the addresses
  const left = $derived(code ? Math.max(0, Math.round((code.expires - now) / 1000)) : 0);
  const came = $derived(!!code && devices > before);

  async function show(role: Role) {
    wrong = '';
    try {
      code = await need(
        api.POST('/api/v1/access/codes', {
          body: { role, coach: role === 'coach' && whose ? whose : undefined }
        })
      );
      before = devices;
      now = Date.now();
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  $effect(() => {
    const tick = setInterval(() => (now = Date.now()), 1000);
    return () => clearInterval(tick);
  });
</script>

<section aria-labelledby="let-in">
  <h2 id="let-in" class="text-xl">Connect a phone</h2>
  {#if wrong}<p class="font-semibold text-error" role="alert">{wrong}</p>{/if}
  <div class="mt-3 grid gap-6 sm:grid-cols-2">
    {#if trust.length}
      <div>
        <h3 class="font-semibold">1 · Once for each phone: make the connection secure</h3>
        <div class="mt-2 max-w-56">
          <Picture link={trust[which]!} label="QR code of {trust[which]!.url}" />
        </div>
        <p class="figures mt-1 text-sm break-all">{trust[which]!.url}</p>
        <p class="mt-1 text-sm">
          The page shows the steps for that kind of phone. Then compare: the phone’s settings show the
          certificate’s SHA-256 fingerprint, and it must be
        </p>
        <p class="figures mt-1 text-xs">{door.access?.fingerprint}</p>
        <p class="mt-1 text-sm">
          This computer can open Hodometer at https://localhost, or it installs the certificate too.
        </p>
      </div>
    {/if}
    <div>
      <h3 class="font-semibold">{trust.length ? '2 · ' : ''}Choose its role</h3>
      <div class="mt-2 flex flex-wrap gap-2">
        {#each roles as r (r.id)}<button
            type="button"
            class="btn"
            class:btn-primary={code?.role === r.id && left > 0}
            aria-pressed={code?.role === r.id && left > 0}
            title={r.what}
            onclick={() => show(r.id)}>{r.name}</button
          >{/each}
      </div>
      {#if came}
        <p class="mt-3 bg-accent px-3 py-2 text-lg font-semibold text-accent-content" role="status">
          Connected.
        </p>
      {:else if code && left > 0}
        <p class="mt-1 text-sm">{roles.find((r) => r.id === code?.role)?.what}</p>
        {#if code.role === 'coach' && coaches.some((c) => !c.disabled)}
          <label class="mt-1 flex items-center gap-2 text-sm"
            >Whose phone
            <select
              class="select w-40 border-base-content/60 select-sm"
              bind:value={whose}
              onchange={() => void show('coach')}
            >
              <option value="">anybody’s</option>
              {#each coaches.filter((c) => !c.disabled) as c (c.id)}<option value={c.id}>{c.name}</option
                >{/each}
            </select></label
          >
        {/if}
        {@const link = code.links[which]}
        {#if link}
          <div class="mt-2 max-w-56"><Picture {link} label="QR code that connects one phone" /></div>
        {/if}
        <p class="mt-2">
          <span class="figures text-3xl font-semibold tracking-wider" aria-label="Six digits"
            >{code.digits.slice(0, 3)} {code.digits.slice(3)}</span
          >
          <span class="figures ml-2 text-sm"
            >{Math.floor(left / 60)}:{String(left % 60).padStart(2, '0')}</span
          >
        </p>
        <p class="text-sm">
          Scan the QR code with the phone’s camera, or open <span class="figures"
            >{door.access?.links[which]?.url}</span
          > on the phone and type the digits. Works for one device.
        </p>
      {:else if code}
        <p class="mt-3" role="status">This code has expired. Press a role for a new one.</p>
      {:else}<p class="mt-3 text-sm">Press a role to show a QR code and six digits.</p>{/if}
    </div>
  </div>
  {#if (door.access?.links.length ?? 0) > 1}
    <label class="mt-3 block text-sm"
      >Phone cannot connect? Try another address of this computer:
      <select class="select w-80 max-w-full border-base-content/60 select-sm" bind:value={which}>
        {#each door.access?.links ?? [] as l, i (l.url)}<option value={i}>{l.url}</option>{/each}
      </select></label
    >
  {/if}
</section>
