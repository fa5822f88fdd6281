<!-- Who may come in, and when each was last seen; any can be signed out. -->
<script lang="ts">
  import { api, done, need, type Device } from '$lib/api/client';
  import { ago } from '$lib/units/when';

  let { devices, change }: { devices: Device[]; change: (all: Device[]) => void } = $props();
  let wrong = $state('');
  const roles = [
    ['assistant', 'Assistant'],
    ['coach', 'Coach'],
    ['owner', 'Owner']
  ] as const;

  async function act(work: Promise<Device[]>) {
    wrong = '';
    try {
      change(await work);
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  const put = (d: Device, next: Partial<Device>) =>
    act(
      need(
        api.PUT('/api/v1/access/devices/{device}', {
          params: { path: { device: d.id } },
          body: { name: next.name ?? d.name, role: next.role ?? d.role }
        })
      )
    );
  const end = (d: Device) =>
    act(
      done(api.DELETE('/api/v1/access/devices/{device}', { params: { path: { device: d.id } } })).then(() =>
        need(api.GET('/api/v1/access/devices'))
      )
    );
</script>

<section aria-labelledby="devices">
  <h2 id="devices" class="text-xl">Devices</h2>
  {#if wrong}<p class="font-semibold text-error" role="alert">{wrong}</p>{/if}
  <ul class="mt-1 divide-y divide-base-300">
    {#each devices as d (d.id)}
      <li class="flex flex-wrap items-center gap-x-3 gap-y-1 py-2">
        <input
          dir="auto"
          class="written min-w-full flex-1 font-semibold sm:min-w-40"
          aria-label="Name of this device"
          value={d.name}
          maxlength="60"
          onchange={(e) => e.currentTarget.value.trim() && put(d, { name: e.currentTarget.value.trim() })}
        />
        {#if d.here}<span class="text-sm">{roles.find(([id]) => id === d.role)?.[1]}</span>{:else}<select
            class="select w-28 border-base-content/60 select-sm"
            aria-label="Role of {d.name}"
            value={d.role}
            onchange={(e) => put(d, { role: e.currentTarget.value as Device['role'] })}
            >{#each roles as [id, what] (id)}<option value={id}>{what}</option>{/each}</select
          >{/if}
        {#if d.coach}<span dir="auto" class="text-sm">{d.coach}</span>{/if}
        <span class="w-40 text-sm">{d.here ? 'this device' : `last seen ${ago(d.seen)}`}</span>
        {#if !d.here}<button
            type="button"
            class="btn btn-sm"
            aria-label="Sign {d.name} out"
            onclick={() => end(d)}>Sign out</button
          >{:else}<span class="w-20"></span>{/if}
      </li>
    {:else}<li class="py-2">No devices yet.</li>{/each}
  </ul>
</section>
