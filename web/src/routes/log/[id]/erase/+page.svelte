<!-- A lesson that was given, taken out of the club for good. -->
<script lang="ts">
  import { page } from '$app/state';
  import EraseForGood from '$lib/access/EraseForGood.svelte';
  import { api, need, type Erasure } from '$lib/api/client';

  const id = $derived(page.params.id ?? '');
  const find = async () =>
    (await need(api.GET('/api/v1/runs/{run}', { params: { path: { run: id } } }))).lesson.title;
  const erase = (dryRun: boolean, body: Erasure) =>
    need(api.POST('/api/v1/runs/{run}/erase', { params: { path: { run: id }, query: { dryRun } }, body }));
</script>

<svelte:head><title>Erase for good · Hodometer</title></svelte:head>

{#key id}
  <EraseForGood {find} {erase}>
    {#snippet before()}
      <p class="mt-1">
        This cannot be undone. To hide it from the log only, choose “Remove from log” there; it can then be
        restored. The plan stays. Success rates are estimated as if it had not been given.
      </p>
    {/snippet}
    {#snippet after()}
      <ul class="mt-1 list-disc space-y-1 pl-5">
        <li>Backups that you copied elsewhere, files you exported and pages you printed still hold it.</li>
        <li>A phone that counted in it lets go of it when it next sends something.</li>
      </ul>
      <p class="mt-6"><a class="btn btn-sm" href="/log">Back to the list</a></p>
    {/snippet}
  </EraseForGood>
{/key}
