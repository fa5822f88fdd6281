<!-- Groups: who is in them, and what can be done with all of them at once. -->
<script lang="ts">
  import { api, need, type Group, type Student } from '$lib/api/client';
  import { callNames } from '$lib/people/names';
  import { v7 } from 'uuid';
  import WhoComes from './WhoComes.svelte';

  interface Props {
    groups: Group[];
    people: Student[];
    onsaved: (s: Student) => void;
  }
  let { groups: read, people, onsaved }: Props = $props();
  // svelte-ignore state_referenced_locally
  let groups = $state.raw(read);
  /** The last change of a group, to be taken back. */
  let last = $state.raw<{ words: string; was: Group; now?: Group }>();
  let wrong = $state('');
  let editing = $state('');
  let naming = $state('');
  const put = (g: Group) =>
    need(api.PUT('/api/v1/groups/{group}', { params: { path: { group: g.id } }, body: g }));
  async function change(work: () => Promise<void>) {
    wrong = '';
    try {
      await work();
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  const save = (was: Group, next: Partial<Group>, words: string) =>
    change(async () => {
      const now = await put({ ...was, ...next });
      groups = groups.map((g) => (g.id === now.id ? now : g));
      last = { words, was, now };
    });
  const remove = (was: Group) =>
    change(async () => {
      const { error } = await api.DELETE('/api/v1/groups/{group}', { params: { path: { group: was.id } } });
      if (error) throw new Error(error.detail);
      groups = groups.filter((g) => g.id !== was.id);
      last = { words: `${was.name} deleted`, was };
    });
  const undo = () =>
    change(async () => {
      if (!last) return;
      const back = await put({ ...last.was, version: last.now?.version ?? 0 });
      groups = last.now ? groups.map((g) => (g.id === back.id ? back : g)) : [...groups, back];
      last = undefined;
    });
  const make = (e: SubmitEvent) => {
    e.preventDefault();
    return change(async () => {
      if (!naming.trim()) return;
      const g = await put({ id: v7(), version: 0, name: naming.trim(), students: [] });
      groups = [...groups, g];
      editing = g.id;
      naming = '';
    });
  };
  const names = (ids: string[]) =>
    callNames(ids.map((id) => people.find((s) => s.id === id)?.name ?? '')).join(', ');
</script>

<section class="mt-8" aria-labelledby="groups">
  <h2 id="groups" class="text-xl">Groups</h2>
  {#if wrong}<p class="text-sm font-semibold text-error" role="alert">{wrong}</p>{/if}
  {#if last}<p class="text-sm" role="status">
      {last.words}. <button type="button" class="underline" onclick={undo}>Undo</button>
    </p>{/if}
  <ul class="mt-1 border-t border-base-content">
    {#each groups as g (g.id)}
      <li class="border-b border-base-300 py-2">
        <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
          <input
            dir="auto"
            class="written w-56 font-semibold"
            aria-label="Name of {g.name}"
            value={g.name}
            maxlength="60"
            onchange={(e) =>
              e.currentTarget.value.trim()
                ? void save(g, { name: e.currentTarget.value.trim() }, `${g.name} renamed`)
                : (e.currentTarget.value = g.name)}
          />
          <span dir="auto" class="min-w-48 flex-1 text-sm">{names(g.students) || 'No students yet'}</span>
          <span class="flex flex-wrap gap-1.5">
            <button
              type="button"
              class="btn btn-sm"
              aria-expanded={editing === g.id}
              onclick={() => (editing = editing === g.id ? '' : g.id)}>Edit students</button
            >
            {#if g.students.length}
              <a class="btn btn-sm" href="/lessons/new?students={g.students.join(',')}">Plan a lesson</a>
              <a
                class="btn btn-sm"
                href="/weeks?students={g.students.join(',')}&title={encodeURIComponent(g.name)}"
                >New weekly plan</a
              >
            {/if}
            {#if g.students.length > 1}<a class="btn btn-sm" href="/students/order?group={g.id}"
                >Rank by games</a
              >{/if}
            <button
              type="button"
              class="btn btn-sm"
              aria-label="Delete {g.name}"
              onclick={() => void remove(g)}>Delete</button
            >
          </span>
        </div>
        {#if editing === g.id}<div class="mt-2 max-w-xl">
            <WhoComes
              {people}
              chosen={g.students}
              label="Students in {g.name}"
              {onsaved}
              onchoose={(students) =>
                void save(
                  g,
                  { students },
                  `${g.name} has ${students.length} ${students.length === 1 ? 'student' : 'students'} now`
                )}
            />
          </div>{/if}
      </li>
    {:else}<li class="py-3 text-base">No groups yet. Type a name here, then add students.</li>{/each}
  </ul>
  <form class="mt-2 flex gap-1.5" onsubmit={make}>
    <input
      dir="auto"
      class="input w-60 border-base-content/60 input-sm"
      aria-label="Name of a new group"
      placeholder="Name of a new group, then Enter"
      bind:value={naming}
      maxlength="60"
    />
  </form>
</section>
