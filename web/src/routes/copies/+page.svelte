<!-- Copies of the club: the last ones, one now, and how to go back to one. -->
<script lang="ts">
  import { api, need, type Copies } from '$lib/api/client';
  import Load from '$lib/shell/Load.svelte';
  import { ago, sayDay, sayTime } from '$lib/units/when';

  let made = $state.raw<Copies>();
  let busy = $state(false);
  let wrong = $state('');
  const ask = () => need(api.GET('/api/v1/copies'));
  async function take() {
    busy = true;
    wrong = '';
    try {
      made = await need(api.POST('/api/v1/copies'));
    } catch (error) {
      wrong = (error as Error).message;
    } finally {
      busy = false;
    }
  }
  const MB = 1e6;
  const hour = (at: string) => sayTime(Date.parse(at));
</script>

<svelte:head><title>Backups · Hodometer</title></svelte:head>

<main class="mx-auto max-w-3xl px-6 py-6">
  <p class="text-sm"><a class="hover:underline" href="/phone">‹ Devices and backups</a></p>
  <h1 class="text-3xl">Backups</h1>
  <Load {ask}>
    {#snippet children(first)}
      {@const now = made ?? first}
      {@const last = now.copies[0]}
      {#if now.folder}
        <p class="mt-2 text-lg" class:font-semibold={now.due}>
          {#if last}The last backup was made {ago(Date.parse(last.at))}{now.due
              ? ', and the club has changed since. Back up now.'
              : '.'}{:else}No backup yet.{/if}
        </p>
        <div class="mt-3 flex flex-wrap gap-2">
          <button type="button" class="btn btn-primary" disabled={busy} onclick={take}
            >{busy ? 'Backing up and checking…' : 'Back up now'}</button
          >
          {#if last}<a class="btn" href="/api/v1/copies/{last.name}" download>Download latest backup</a>{/if}
        </div>
        {#if wrong}<p class="mt-2 font-semibold text-error" role="alert">{wrong}</p>{/if}
        <ul class="mt-5 divide-y divide-base-300" aria-label="Backups">
          {#each now.copies as c (c.name)}<li class="flex flex-wrap items-baseline gap-x-4 py-2">
              <span class="font-semibold">{sayDay(c.at)}</span>
              <span class="figures text-sm">{hour(c.at)}</span>
              <span class="figures text-sm">{(c.bytes / MB).toFixed(1)} MB</span>
              <a class="ml-auto link" href="/api/v1/copies/{c.name}" download>Download</a>
            </li>{/each}
        </ul>
        <div class="mt-5 space-y-1 text-sm">
          <p>
            A backup is made and checked on every day with changes. The latest of each of the last seven days,
            eight weeks and twelve months is kept, in <span class="figures break-all">{now.folder}</span>.
          </p>
          <p>
            A backup on the same disk does not help if the disk fails. Download one regularly and keep it
            where only you can read it: it contains children’s names.
          </p>
          <p>
            To restore a backup, stop the server and run <code class="figures">hodometer restore COPY</code>.
            The replaced file is kept next to it.
          </p>
        </div>
      {:else}
        <p class="mt-2">This server makes no backups: it was started without them, or it runs the demo.</p>
      {/if}
    {/snippet}
  </Load>
</main>
