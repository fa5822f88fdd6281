<!-- Everybody taught: added here or wherever people are chosen; tables in and out; groups. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, need, type Student } from '$lib/api/client';
  import Groups from '$lib/people/Groups.svelte';
  import { fold, meant, newStudent, onlyMeant, putStudent } from '$lib/people/people';
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
  /** Whom the typed name alone means: Enter opens their page. */
  const known = $derived(onlyMeant(here, typed));
  const same = $derived(!!known && fold(known.name) === fold(typed));
  const saved = (s: Student) =>
    (people = [...people.filter((p) => p.id !== s.id), s].toSorted((a, b) => a.name.localeCompare(b.name)));

  function enter(e: SubmitEvent) {
    e.preventDefault();
    wrong = '';
    if (!typed.trim()) wrong = 'Type a name first.';
    else if (known) void goto(`/students/${known.id}`);
    else void add();
  }
  async function add() {
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
        <form class="min-w-60 flex-1" onsubmit={enter}>
          <input
            dir="auto"
            class="input w-full max-w-md border-base-content/60"
            aria-label="Find or add a student"
            placeholder={here.length
              ? 'Find a student, or type a new name and press Enter'
              : 'Type a student’s name and press Enter'}
            bind:value={typed}
            oninput={() => (wrong = '')}
            maxlength="60"
            autocomplete="off"
          />
        </form>
        <span class="flex flex-wrap gap-1.5">
          <button type="button" class="btn btn-sm" aria-expanded={table} onclick={() => (table = !table)}
            >Import</button
          >
          {#if here.length}<a class="btn btn-sm" href="/api/v1/students/export" download="students.csv"
              >Export</a
            >{/if}
          <a class="btn btn-sm" href="#groups">Groups</a>
        </span>
      </div>
      {#if wrong}<p class="mt-1 font-semibold text-error" role="alert">{wrong}</p>{/if}
      {#if known}<p class="mt-1 text-sm" role="status">
          Press Enter to open <strong dir="auto">{known.name}</strong>.
          {#if !same}<button type="button" class="underline" onclick={add}
              >Add <span dir="auto">{typed.trim()}</span> as a new student</button
            >{:else}For a different person, add an initial.{/if}
        </p>{/if}
      {#if table}<TableIn ondone={() => again++} />{/if}
      <ul class="mt-3 border-t border-base-content" aria-label="Students">
        {#each shown as s (s.id)}<StudentLine student={s} />{:else}<li class="py-4">
            {typed.trim()
              ? `No match. Press Enter to add ${typed.trim()}.`
              : 'No students yet. Type a name above and press Enter, or import a table.'}
          </li>{/each}
      </ul>
      <p class="mt-2 max-w-2xl text-sm">
        For each student we keep the name you type, an age band (no birth date), results and your notes. Store
        no more about a child than the lesson needs. Follow local law and your club’s policy.
      </p>
      {#if archived.length}
        <details class="mt-4">
          <summary class="cursor-pointer">Archived ({archived.length})</summary>
          <ul class="mt-1">
            {#each archived as s (s.id)}<li class="flex items-center gap-3 py-1">
                <a dir="auto" class="hover:underline" href="/students/{s.id}">{s.name}</a>
                <button type="button" class="btn btn-xs" onclick={() => back(s)}>Restore</button>
              </li>{/each}
          </ul>
        </details>
      {/if}
      <Groups {groups} {people} onsaved={saved} />
    </main>
  {/snippet}
</Load>
