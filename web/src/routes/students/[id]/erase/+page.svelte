<!-- A student taken out of the club for good. -->
<script lang="ts">
  import { page } from '$app/state';
  import EraseForGood from '$lib/access/EraseForGood.svelte';
  import { api, need, type Erasure } from '$lib/api/client';
  import { forgetStudent } from '$lib/device/packs';
  import { callName } from '$lib/people/names';

  const id = $derived(page.params.id ?? '');
  const find = async () => (await need(api.GET('/api/v1/students'))).find((s) => s.id === id)?.name ?? '';
  async function erase(dryRun: boolean, body: Erasure) {
    const params = { path: { student: id }, query: { dryRun } };
    const out = await need(api.POST('/api/v1/students/{student}/erase', { params, body }));
    if (!dryRun) await forgetStudent(id);
    return out;
  }
</script>

<svelte:head><title>Erase for good · Hodometer</title></svelte:head>

{#key id}
  <EraseForGood {find} {erase} again="Former student">
    {#snippet before(name)}
      <p class="mt-1">
        This cannot be undone. To take {callName(name)} out of lists and keep the counts, archive instead. In lessons
        that others had with {callName(name)}, “Former student” stands in the place.
      </p>
      <p class="mt-3">
        <a class="btn btn-sm" href="/api/v1/students/{id}/archive" download="student.zip"
          >Export everything about {callName(name)}</a
        > <span class="text-sm">A page to read and the data, for the student or a parent.</span>
      </p>
    {/snippet}
    {#snippet after()}
      <ul class="mt-1 list-disc space-y-1 pl-5">
        <li>
          Backups that you copied elsewhere, files you exported and pages you printed still hold the name.
        </li>
        <li>
          A phone that ran a lesson with the student keeps that lesson for up to 30 days. Signing out on the
          phone clears it at once.
        </li>
      </ul>
      <p class="mt-6"><a class="btn btn-sm" href="/students">All students</a></p>
    {/snippet}
  </EraseForGood>
{/key}
