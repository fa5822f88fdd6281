<!-- Everybody taught: added here or wherever people are chosen; tables in and out; groups. -->
<script lang="ts">
  import { api, need, type Student } from '$lib/api/client';
  import Groups from '$lib/people/Groups.svelte';
  import { fold, meant, newStudent, putStudent } from '$lib/people/people';
  import StudentLine from '$lib/people/StudentLine.svelte';
  import TableIn from '$lib/people/TableIn.svelte';
  import Load from '$lib/shell/Load.svelte';

  let people = $state.raw<Student[]>([]);
  let typed = $state('');
  let table = $state(false);
  let wrong = $state('');
  let again = $state(0);

  const ask = async () => {
    void again;
    const [students, groups] = await Promise.all([
      need(api.GET('/api/v1/students')),
      need(api.GET('/api/v1/groups'))
    ]);
    people = students;
    return groups;
  };
  const here = $derived(people.filter((s) => !s.archived));
  const archived = $derived(people.filter((s) => s.archived));
  const shown = $derived(typed.trim() ? meant(here, typed) : here);
  const known = $derived(here.some((s) => fold(s.name) === fold(typed)));
  const saved = (s: Student) =>
    (people = [...people.filter((p) => p.id !== s.id), s].toSorted((a, b) => a.name.localeCompare(b.name)));

  async function add(e: SubmitEvent) {
    e.preventDefault();
    wrong = '';
    if (!typed.trim()) return void (wrong = 'Type a name first.');
    if (known)
      return void (wrong = 'There is a student of that name: it stands below. For another one add a letter.');
    try {
      saved(await putStudent(newStudent(typed)));
      typed = '';
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  async function back(s: Student) {
    saved(await putStudent({ ...s, archived: false }));
  }
</script>

<svelte:head><title>Students · Hodometer</title></svelte:head>

<Load {ask}>
  {#snippet children(groups)}
    <main class="mx-auto max-w-[1280px] px-6 py-6">
      <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 class="text-3xl">Students</h1>
        <form class="min-w-60 flex-1" onsubmit={add}>
          <input
            class="input w-full max-w-md border-base-content/60"
            aria-label="Find or add a student"
            placeholder={here.length
              ? 'Find a name; for a new one press Enter'
              : 'Who do you teach? A name, Enter'}
            bind:value={typed}
            oninput={() => (wrong = '')}
            maxlength="60"
            autocomplete="off"
          />
        </form>
        <span class="flex flex-wrap gap-1.5">
          <button type="button" class="btn btn-sm" aria-expanded={table} onclick={() => (table = !table)}
            >From a table</button
          >
          {#if here.length}<a class="btn btn-sm" href="/api/v1/students/export" download="students.csv"
              >As a table</a
            >{/if}
          <a class="btn btn-sm" href="#groups">Groups</a>
        </span>
      </div>
      {#if wrong}<p class="mt-1 font-semibold text-error" role="alert">{wrong}</p>{/if}
      {#if table}<TableIn ondone={() => again++} />{/if}
      <ul class="mt-3 border-t border-base-content" aria-label="Students">
        {#each shown as s (s.id)}<StudentLine student={s} />{:else}<li class="py-4">
            {typed.trim()
              ? `Nobody is called so. Enter adds ${typed.trim()}.`
              : 'Nobody yet. Type a name above and press Enter, or bring in a table.'}
          </li>{/each}
      </ul>
      <p class="mt-2 max-w-2xl text-sm">
        Kept of each: the name as you want it shown, an age band and no birth date, what is counted and what
        you write. Store no more about a child than the lesson needs; local law and your club’s policy come
        first.
      </p>
      {#if archived.length}
        <details class="mt-4">
          <summary class="cursor-pointer">Archived ({archived.length})</summary>
          <ul class="mt-1">
            {#each archived as s (s.id)}<li class="flex items-center gap-3 py-1">
                <a class="hover:underline" href="/students/{s.id}">{s.name}</a>
                <button type="button" class="btn btn-xs" onclick={() => back(s)}>Bring back</button>
              </li>{/each}
          </ul>
        </details>
      {/if}
      <Groups {groups} {people} onsaved={saved} />
    </main>
  {/snippet}
</Load>
