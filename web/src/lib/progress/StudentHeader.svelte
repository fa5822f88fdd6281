<!-- A student's name, hand, level and what else is known, changed in place; the last change can be taken back. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, need, type Court, type Student } from '$lib/api/client';
  import { label, vocabulary } from '$lib/api/vocabulary';
  import About from '$lib/people/About.svelte';
  import { putStudent } from '$lib/people/people';
  import { sayDay, today } from '$lib/units/when';

  interface Props {
    student: Student;
    everybody: Student[];
    courts: Court[];
    onsaved: () => void;
  }
  let { student: read, everybody, courts, onsaved }: Props = $props();
  // svelte-ignore state_referenced_locally
  let student = $state.raw(read);
  let before = $state.raw<Student>();
  let wrong = $state('');
  let about = $state(false);

  async function set(next: Partial<Student>) {
    wrong = '';
    try {
      const saved = await putStudent({ ...student, ...next });
      before = student;
      student = saved;
      onsaved();
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  function undo() {
    if (before) void set({ ...before, version: student.version }).then(() => (before = undefined));
  }
  async function merge(into: string) {
    wrong = '';
    try {
      await need(
        api.POST('/api/v1/students/{student}/merge', {
          params: { path: { student: student.id } },
          body: { into }
        })
      );
      await goto(`/students/${into}?merged=${student.id}`);
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  const soon = $derived((student.dates ?? []).filter((d) => d.on >= today())[0]);
</script>

<h1 dir="auto" class="sr-only">{student.name}</h1>
<div class="flex flex-wrap items-center gap-x-3 gap-y-2">
  <input
    dir="auto"
    class="written min-w-60 text-3xl font-semibold tracking-tight"
    aria-label="Name"
    value={student.name}
    maxlength="60"
    onchange={(e) => {
      if (e.currentTarget.value.trim()) void set({ name: e.currentTarget.value.trim() });
      else e.currentTarget.value = student.name;
    }}
  />
  <select
    class="select w-36 border-base-content/60 select-sm"
    aria-label="Hand"
    value={student.hand}
    onchange={(e) => set({ hand: e.currentTarget.value as Student['hand'] })}
  >
    <option value="right">right-handed</option>
    <option value="left">left-handed</option>
  </select>
  <select
    class="select w-36 border-base-content/60 select-sm"
    aria-label="Level"
    value={student.level}
    onchange={(e) => set({ level: e.currentTarget.value as Student['level'] })}
  >
    {#each vocabulary.levels as l (l.id)}<option value={l.id}>{l.label}</option>{/each}
  </select>
  <button type="button" class="btn btn-sm" aria-expanded={about} onclick={() => (about = !about)}
    >About {student.age ? `(${label(vocabulary.ages, student.age)})` : ''}</button
  >
  {#if before}<span class="text-sm" role="status">Saved</span><button
      type="button"
      class="btn btn-sm"
      onclick={undo}>Undo</button
    >{/if}
  <span class="ml-auto flex flex-wrap gap-1.5">
    <a class="btn btn-sm" href="/students/{student.id}/card">Home card</a>
    <a class="btn btn-sm" href="/students/{student.id}/report">Report</a>
    <a class="btn btn-primary btn-sm" href="/lessons/new?students={student.id}">Plan a lesson</a>
  </span>
</div>
{#if student.cautions?.length || student.aims || soon}
  <p class="mt-1 text-base">
    {#each student.cautions ?? [] as c, i (i)}<strong class="mr-3">⚠ {c}</strong>{/each}
    {student.aims ?? ''}
    {#if soon}<span class="figures text-sm">{sayDay(soon.on)}: {soon.what}</span>{/if}
  </p>
{/if}
{#if student.archived}<p class="mt-1">
    Archived: hidden from lists. <button
      type="button"
      class="underline"
      onclick={() => set({ archived: undefined })}>Restore</button
    >
  </p>{/if}
{#if wrong}<p class="mt-1 font-semibold text-error" role="alert">{wrong}</p>{/if}
{#if about}
  <div class="mt-2">
    <About {student} {courts} onset={set} />
    <p class="flex flex-wrap items-center gap-3 bg-base-200 px-4 pb-3 text-sm">
      {#if !student.archived}<button type="button" class="btn btn-sm" onclick={() => set({ archived: true })}
          >Archive</button
        >{/if}
      <label class="flex items-center gap-2"
        >Merge with<select
          class="select w-48 border-base-content/60 select-sm"
          value=""
          onchange={(e) => e.currentTarget.value && void merge(e.currentTarget.value)}
        >
          <option value="">…</option>
          {#each everybody.filter((p) => p.id !== student.id) as p (p.id)}<option value={p.id}
              >{p.name}</option
            >{/each}
        </select></label
      >
      <span>The results of both are combined. You can undo this.</span>
    </p>
  </div>
{/if}
