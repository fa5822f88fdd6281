<!-- Copies of the club: the last ones, one now, and how to go back to one. -->
<script lang="ts">
  import { api, need, type Copies } from '$lib/api/client';
  import Load from '$lib/shell/Load.svelte';
  import { ago, sayDay, today } from '$lib/units/say';

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
  const hour = (at: string) =>
    new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
</script>

<svelte:head><title>Copies · Hodometer</title></svelte:head>

<main class="mx-auto max-w-3xl px-6 py-6">
  <p class="text-sm"><a class="hover:underline" href="/phone">‹ On your phone</a></p>
  <h1 class="text-3xl">Copies of the club</h1>
  <Load {ask}>
    {#snippet children(first)}
      {@const now = made ?? first}
      {@const last = now.copies[0]}
      {#if now.folder}
        <p class="mt-2 text-lg" class:font-semibold={now.due}>
          {#if last}The last one was made {ago(Date.parse(last.at))}{now.due
              ? ', and there is work in the club since. Make one now.'
              : '.'}{:else}There is none yet.{/if}
        </p>
        <div class="mt-3 flex flex-wrap gap-2">
          <button type="button" class="btn btn-primary" disabled={busy} onclick={take}
            >{busy ? 'Copying, and reading it through…' : 'Make one now'}</button
          >
          {#if last}<a class="btn" href="/api/v1/copies/{last.name}" download>Download the last one</a>{/if}
        </div>
        {#if wrong}<p class="mt-2 font-semibold text-error" role="alert">{wrong}</p>{/if}
        <ul class="mt-5 divide-y divide-base-300" aria-label="Copies">
          {#each now.copies as c (c.name)}<li class="flex flex-wrap items-baseline gap-x-4 py-2">
              <span class="font-semibold">{sayDay(today(new Date(c.at)))}</span>
              <span class="figures text-sm">{hour(c.at)}</span>
              <span class="figures text-sm">{(c.bytes / MB).toFixed(1)} MB</span>
              <a class="ml-auto link" href="/api/v1/copies/{c.name}" download>Download</a>
            </li>{/each}
        </ul>
        <div class="mt-5 space-y-1 text-sm">
          <p>
            One is made each day that something was written, and read through. Of the last seven days, eight
            weeks and twelve months with a copy, the last is kept, in <span class="figures break-all"
              >{now.folder}</span
            >.
          </p>
          <p>
            A copy on the same disk is of no help when the disk fails: download one now and then, and keep it
            where only you can read it. Names of children are in it.
          </p>
          <p>
            To go back to one, stop the server and run <code class="figures">hodometer restore COPY</code>.
            What was there is kept beside it.
          </p>
        </div>
      {:else}
        <p class="mt-2">This server makes no copies: it was started so, or it is the demo.</p>
      {/if}
    {/snippet}
  </Load>
</main>
