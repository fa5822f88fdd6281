<!-- A lesson taken out of the club for good, with all that was given of it. -->
<script lang="ts">
  import { page } from '$app/state';
  import EraseForGood from '$lib/access/EraseForGood.svelte';
  import { api, need, type Erasure } from '$lib/api/client';

  const id = $derived(page.params.id ?? '');
  const find = async () =>
    (await need(api.GET('/api/v1/lessons/{lesson}', { params: { path: { lesson: id } } }))).title;
  const erase = (dryRun: boolean, body: Erasure) =>
    need(
      api.POST('/api/v1/lessons/{lesson}/erase', {
        params: { path: { lesson: id }, query: { dryRun } },
        body
      })
    );
</script>

<svelte:head><title>Erase for good · Hodometer</title></svelte:head>

{#key id}
  <EraseForGood {find} {erase}>
    {#snippet before()}
      <p class="mt-1">This cannot be undone. All its versions go, and what was counted in it.</p>
    {/snippet}
    {#snippet after()}
      <ul class="mt-1 list-disc space-y-1 pl-5">
        <li>Backups that you copied elsewhere, files you exported and pages you printed still hold it.</li>
        <li>A phone that counted in it lets go of it when it next sends something.</li>
      </ul>
      <p class="mt-6"><a class="btn btn-sm" href="/lessons">Back to the list</a></p>
    {/snippet}
  </EraseForGood>
{/key}
