<!-- What is at hand, the next match, and who comes late or leaves early. -->
<script lang="ts">
  import When from '$lib/shell/When.svelte';
  import type { Lesson, Resources, Student } from '$lib/api/client';
  import { vocabulary } from '$lib/api/vocabulary';
  import { beside } from '$lib/shell/float';
  import Num from '$lib/shell/Num.svelte';
  import { calledAmong } from '$lib/people/names';

  interface Props {
    lesson: Lesson;
    students: Student[];
    onchange: (next: Partial<Lesson>) => void;
  }
  let { lesson, students, onchange }: Props = $props();
  const id = $props.id();
  const called = $derived(calledAmong(students));
  const have = $derived<Resources>(lesson.resources ?? { equipment: vocabulary.equipment.map((e) => e.id) });
  const set = (next: Partial<Resources>) => onchange({ resources: { ...have, ...next } });
  let button: HTMLButtonElement;
  const stay = (student: string) =>
    lesson.attendance?.find((t) => t.student === student) ?? { student, from: 0, to: 0 };
  function setStay(student: string, next: { from?: number; to?: number }) {
    const now = { ...stay(student), ...next };
    const rest = (lesson.attendance ?? []).filter((t) => t.student !== student);
    const attendance = now.from === 0 && now.to === 0 ? rest : [...rest, now];
    onchange({ attendance: attendance.length ? attendance : undefined });
  }
  const summary = $derived(
    [
      have.courts && have.courts > 1 ? `${have.courts} courts` : '',
      have.balls ? `${have.balls} balls` : '',
      lesson.attendance?.length ? `${lesson.attendance.length} arriving late or leaving early` : ''
    ]
      .filter(Boolean)
      .join(', ')
  );
</script>

<div class="flex flex-col gap-0.5">
  <span class="text-[0.8rem] leading-tight">Courts and equipment</span>
  <button
    bind:this={button}
    type="button"
    class="btn font-normal btn-sm"
    popovertarget="resources-{id}"
    aria-label="Courts and equipment: {summary || 'one court, no limit on balls'}"
    >{summary || 'one court, no limit on balls'}</button
  >
</div>
<div
  id="resources-{id}"
  popover
  {@attach beside(() => button)}
  role="dialog"
  aria-label="Courts and equipment"
  class="sheet w-[30rem] max-w-[96vw]"
>
  <h3 class="text-base">Courts and equipment</h3>
  <div class="mt-2 flex flex-wrap gap-4">
    <Num label="Courts" whole value={have.courts || 1} min={1} max={6} onset={(courts) => set({ courts })} />
    <Num
      label="Balls (empty: no limit)"
      blank
      whole
      value={have.balls ?? 0}
      min={0}
      max={2000}
      step={6}
      onset={(balls) => set({ balls })}
    />
    <When
      label="Next match"
      blank
      value={lesson.matchOn ?? ''}
      onset={(day) => onchange({ matchOn: day || undefined })}
    />
  </div>
  <div class="mt-3 flex flex-wrap gap-1.5" role="group" aria-label="Equipment here">
    {#each vocabulary.equipment as e (e.id)}
      {@const there = have.equipment.includes(e.id)}
      <button
        type="button"
        class="btn btn-sm"
        class:btn-primary={there}
        aria-pressed={there}
        onclick={() =>
          set({
            equipment: there ? have.equipment.filter((k) => k !== e.id) : [...have.equipment, e.id]
          })}>{e.label}</button
      >
    {/each}
  </div>
  {#if students.length}
    <h3 class="mt-4 text-base">Arriving late or leaving early, in minutes after the start</h3>
    <div class="mt-1 max-h-56 overflow-auto">
      {#each students as s (s.id)}
        <div class="flex items-center gap-3 py-0.5">
          <span dir="auto" class="w-28 truncate text-sm">{s.name}</span>
          <Num
            label="{called(s.id)} arrives at"
            beside
            hidden
            whole
            unit="min to"
            value={stay(s.id).from}
            min={0}
            max={480}
            step={5}
            onset={(from) => setStay(s.id, { from })}
          />
          <Num
            label="{called(s.id)} leaves at (0: at the end)"
            beside
            hidden
            whole
            unit="min (0: at the end)"
            value={stay(s.id).to}
            min={0}
            max={480}
            step={5}
            onset={(to) => setStay(s.id, { to })}
          />
        </div>
      {/each}
    </div>
  {/if}
</div>
