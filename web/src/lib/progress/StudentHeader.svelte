<!-- A student's name, hand and level, changed in place; the last change can be taken back. -->
<script lang="ts">
  import { api, need, type Student } from '$lib/api/client';
  import { vocabulary } from '$lib/api/vocabulary';

  let { student: read, onsaved }: { student: Student; onsaved: () => void } = $props();
  // svelte-ignore state_referenced_locally
  let student = $state.raw(read);
  let before = $state.raw<Student>();
  let wrong = $state('');

  async function set(next: Partial<Student>) {
    wrong = '';
    try {
      const saved = await need(
        api.PUT('/api/v1/students/{student}', {
          params: { path: { student: student.id } },
          body: { ...student, ...next }
        })
      );
      before = student;
      student = saved;
      onsaved();
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  function undo() {
    if (before)
      void set({ name: before.name, hand: before.hand, level: before.level }).then(
        () => (before = undefined)
      );
  }
</script>

<h1 class="sr-only">{student.name}</h1>
<div class="flex flex-wrap items-center gap-3">
  <input
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
  {#if before}<span class="text-sm" role="status">Saved</span><button
      type="button"
      class="btn btn-sm"
      onclick={undo}>Undo</button
    >{/if}
</div>
{#if wrong}<p class="mt-1 font-semibold text-error" role="alert">{wrong}</p>{/if}
