<!-- Students from a table: what will happen is said row by row before it does. -->
<script lang="ts">
  import { api, need, type Imported } from '$lib/api/client';

  let { ondone }: { ondone: () => void } = $props();
  let file = $state.raw<File>();
  let tried = $state.raw<Imported>();
  let done = $state.raw<Imported>();
  let wrong = $state('');
  let busy = $state(false);
  const words = { add: 'new', change: 'changed', same: 'unchanged', refuse: 'rejected' };

  /** Sends the table as it was written; the server finds out its encoding. */
  async function send(table: File, dryRun: boolean) {
    busy = true;
    wrong = '';
    try {
      const bytes = await table.arrayBuffer();
      return await need(
        api.POST('/api/v1/students/import', {
          params: { query: { dryRun } },
          headers: { 'Content-Type': 'text/csv' },
          body: '',
          bodySerializer: () => bytes
        })
      );
    } catch (error) {
      wrong = (error as Error).message;
    } finally {
      busy = false;
    }
  }
  async function look(files: FileList | null) {
    file = files?.[0];
    done = tried = undefined;
    if (file) tried = await send(file, true);
  }
  async function take() {
    if (!file) return;
    done = await send(file, false);
    if (done) {
      tried = undefined;
      ondone();
    }
  }
  const shown = $derived(
    (tried ?? done)?.rows
      .toSorted((a, b) => Number(b.does === 'refuse') - Number(a.does === 'refuse'))
      .slice(0, 200)
  );
</script>

<section class="mt-3 border-y border-base-content py-3" aria-label="Import students">
  <p class="max-w-2xl">
    A table saved as CSV, from any spreadsheet. Its first line names the columns:
    <span class="figures text-sm"
      >name, hand, level, age, sports, groups, aims, notes, cautions, speed m/s, reach m</span
    >; only name is required. Leave out what a lesson does not need, especially about children.
  </p>
  <label class="mt-2 flex flex-wrap items-center gap-3">
    <span class="sr-only">The table</span>
    <input
      type="file"
      accept=".csv,.txt,text/csv"
      class="file-input border-base-content/60 file-input-sm"
      aria-label="The table"
      onchange={(e) => void look(e.currentTarget.files)}
    />
  </label>
  {#if busy}<p role="status">Loading…</p>{/if}
  {#if wrong}<p class="font-semibold text-error" role="alert">{wrong} Nothing was changed.</p>{/if}
  {#if tried ?? done}
    {@const all = tried ?? done}
    {#if all}
      <p class="mt-2" role="status">
        {done ? 'Imported:' : 'Preview:'}
        <strong>{all.added} new, {all.changed} changed, {all.same} unchanged, {all.refused} rejected.</strong>
        {#each all.groups as g, i (i)}<span class="mr-2">Group {g}.</span>{/each}
      </p>
      {#if tried}<p class="mt-1 flex gap-2">
          <button
            type="button"
            class="btn btn-primary btn-sm"
            disabled={busy || !(all.added + all.changed + all.groups.length)}
            title={all.added + all.changed + all.groups.length ? undefined : 'Nothing to import'}
            onclick={take}>Import students</button
          >
          <button type="button" class="btn btn-sm" onclick={() => (tried = file = undefined)}>Cancel</button>
        </p>{/if}
      <ul class="mt-2 max-h-72 overflow-auto text-base">
        {#each shown ?? [] as r (r.line)}
          <li
            class="flex flex-wrap gap-x-3 border-b border-base-300 py-1"
            class:text-error={r.does === 'refuse'}
          >
            <span class="figures w-14 text-sm">line {r.line}</span>
            <strong class="min-w-36">{r.name || 'no name'}</strong>
            <span class="w-20">{words[r.does]}</span>
            <span class="text-sm">{r.says}</span>
          </li>
        {/each}
        {#if all.rows.length > 200}<li class="py-1 text-sm">and {all.rows.length - 200} more rows</li>{/if}
      </ul>
    {/if}
  {/if}
</section>
