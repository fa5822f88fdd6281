<!-- A file that another coach wrote: what is in it is said first, then for whom it is, then it is taken in. -->
<script lang="ts">
  import { api, explain, need, type Student, type Taken } from '$lib/api/client';
  import WhoComes from '$lib/people/WhoComes.svelte';
  import When from './When.svelte';
  import { today } from '$lib/units/when';

  /** Something was taken in, and the dialog is closed. */
  let { ondone }: { ondone: () => void } = $props();
  const id = $props.id();
  let dialog = $state<HTMLDialogElement>();
  let text = $state('');
  let would = $state.raw<Taken>();
  let taken = $state.raw<Taken>();
  let wrong = $state('');
  let busy = $state(false);
  let people = $state.raw<Student[]>([]);
  let whom = $state.raw<string[]>([]);
  let from = $state(today());
  /** Lessons and weekly plans are for somebody, from some day on. */
  const forSomebody = $derived(would && would.lessons.length + would.weeks.length > 0);

  async function send(dryRun: boolean): Promise<Taken | undefined> {
    busy = true;
    wrong = '';
    const query = { dryRun, ...(dryRun || !forSomebody ? {} : { student: whom, from }) };
    const { data, error } = await api
      .POST('/api/v1/share', {
        params: { query },
        body: text,
        bodySerializer: (b) => b,
        headers: { 'Content-Type': 'text/plain' }
      })
      .catch((error: unknown) => ({ data: undefined, error }));
    busy = false;
    if (!data) wrong = explain(error);
    return data;
  }
  async function look(e: Event & { currentTarget: HTMLInputElement }) {
    const input = e.currentTarget;
    const file = input.files?.[0];
    if (!file) return;
    would = taken = undefined;
    text = await file.text();
    input.value = ''; // the same file can be chosen again
    dialog?.showModal();
    would = await send(true);
    if (forSomebody) people = await need(api.GET('/api/v1/students'));
  }
  async function take() {
    taken = await send(false);
  }
  const kinds = [
    ['lessons', 'Lessons', '/lessons/'],
    ['weeks', 'Weekly plans', '/weeks#'],
    ['ladders', 'Ladders', '/ladders/'],
    ['drills', 'Drills', '/drills/'],
    ['games', 'Games', '/games/'],
    ['given', 'Given lessons, with their counts', '/log/']
  ] as const;
</script>

<input {id} type="file" accept=".json,application/json" class="peer sr-only" onchange={look} />
<label class="btn btn-sm peer-focus-visible:outline-2 peer-focus-visible:outline-offset-2" for={id}
  >Import</label
>

<dialog bind:this={dialog} class="modal" aria-label="Import a file" onclose={() => taken && ondone()}>
  <div class="modal-box max-w-xl">
    <h2 class="text-xl">Import a file</h2>
    {#if busy}<p role="status" class="mt-2">Loading…</p>{/if}
    {#if wrong}<p role="alert" class="mt-2 font-semibold whitespace-pre-line text-error">
        {wrong} Nothing was imported.
      </p>{/if}
    {#if taken ?? would}
      {@const all = (taken ?? would)!}
      <p class="mt-2" role="status">{taken ? 'Imported:' : 'In the file:'}</p>
      <ul class="mt-1 list-disc pl-5">
        {#each kinds as [key, name, path] (key)}
          {#if all[key].length}<li>
              {name}: {#each all[key] as p, i (p.id)}{i ? ', ' : ''}{#if taken}<a
                    dir="auto"
                    class="link"
                    href="{path}{p.id}">{p.title}</a
                  >{:else}<bdi>{p.title}</bdi>{/if}{/each}
            </li>{/if}
        {/each}
        {#if all.students.length}<li>New students: <bdi>{all.students.join(', ')}</bdi></li>{/if}
        {#if all.known}<li>
            {all.known === 1 ? 'One thing is' : `${all.known} things are`} here already, and not changed
          </li>{/if}
      </ul>
    {/if}
    {#if would && !taken && forSomebody}
      <div class="mt-3 space-y-2">
        <p class="font-semibold">Who are the lessons for, and from which day?</p>
        <WhoComes
          {people}
          chosen={whom}
          onchoose={(ids) => (whom = ids)}
          onsaved={(s) => (people = [...people.filter((p) => p.id !== s.id), s])}
          label="For whom?"
        />
        <When label="From" value={from} onset={(v) => (from = v)} />
      </div>
    {/if}
    <div class="mt-4 flex justify-end gap-2">
      {#if would && !taken}<button type="button" class="btn btn-primary" disabled={busy} onclick={take}
          >Import</button
        >{/if}
      <form method="dialog"><button class="btn">{taken ? 'Close' : 'Cancel'}</button></form>
    </div>
  </div>
</dialog>
