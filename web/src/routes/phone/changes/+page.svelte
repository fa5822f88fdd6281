<!-- Who changed what, latest first. -->
<script lang="ts">
  import { api, need, type Deed } from '$lib/api/client';
  import Load from '$lib/shell/Load.svelte';
  import { sayDay, sayTime, today } from '$lib/units/when';

  const PAGE = 60;
  const read = (before?: number) =>
    need(api.GET('/api/v1/access/deeds', { params: { query: before ? { before } : {} } }));
  let more = $state.raw<Deed[]>([]);
  let all = $state(false);
  async function older(first: Deed[]) {
    const last = more.at(-1) ?? first.at(-1);
    const next = await read(last?.n);
    more = [...more, ...next];
    all = next.length < PAGE;
  }
  const days = (deeds: Deed[]) => Object.entries(Object.groupBy(deeds, (d) => today(new Date(d.at))));
</script>

<svelte:head><title>Who changed what · Hodometer</title></svelte:head>

<main class="mx-auto max-w-3xl px-6 py-6">
  <p class="text-sm"><a class="hover:underline" href="/phone">‹ Devices and backups</a></p>
  <h1 class="text-3xl">Who changed what</h1>
  <p class="mt-1 text-sm">
    The time is the start. Changes by one device to one item within ten minutes are one line. Signed-out
    devices keep their name.
  </p>
  <Load ask={() => read()}>
    {#snippet children(first)}
      {@const deeds = [...first, ...more]}
      {#each days(deeds) as [day, those] (day)}
        <h2 class="mt-5 font-semibold">{sayDay(day)}</h2>
        <ul>
          {#each those ?? [] as d (d.n)}<li class="flex gap-3 py-0.5">
              <span class="figures w-12 text-sm leading-6">{sayTime(d.at)}</span>
              <span><strong dir="auto">{d.who}</strong> {d.did}</span>
            </li>{/each}
        </ul>
      {:else}<p class="mt-4">No changes from a device yet.</p>{/each}
      {#if first.length === PAGE && !all}<button
          type="button"
          class="btn mt-4 btn-sm"
          onclick={() => older(first)}>Show older</button
        >{/if}
    {/snippet}
  </Load>
</main>
