<!-- Weeks from a pattern: who, which days, how the themes go; shown at once, saved when it is right. -->
<script lang="ts">
  import { ages } from '$lib/units/court';
  import When from '$lib/shell/When.svelte';
  import {
    api,
    explain,
    need,
    type Course,
    type CourseState,
    type Court,
    type Student
  } from '$lib/api/client';
  import { label, vocabulary } from '$lib/api/vocabulary';
  import WhoComes from '$lib/people/WhoComes.svelte';
  import Num from '$lib/shell/Num.svelte';
  import { clubTime, sayDate, today, weekdays } from '$lib/units/when';
  import { callNames } from '$lib/people/names';
  import { lastOf } from '$lib/lesson/lists';
  import { v7 } from 'uuid';
  import { plus } from './days';

  interface Props {
    people: Student[];
    courts: Court[];
    students: string[];
    title: string;
    /** What was true last time with these people. */
    usual?: Partial<Pick<Course, 'court' | 'start' | 'minutes'>>;
    onperson: (s: Student) => void;
    onsaved: (c: CourseState) => void;
    onleave: () => void;
  }
  let { people, courts, students, title: called, usual, onperson, onsaved, onleave }: Props = $props();
  // svelte-ignore state_referenced_locally
  let chosen = $state.raw(students);
  // svelte-ignore state_referenced_locally
  let title = $state(called);
  // svelte-ignore state_referenced_locally
  let court = $state(usual?.court ?? vocabulary.usualCourt);
  // svelte-ignore state_referenced_locally
  let start = $state(usual?.start ?? '17:00');
  // svelte-ignore state_referenced_locally
  let minutes = $state(usual?.minutes ?? 60);
  let days = $state.raw([((clubTime().getDay() + 6) % 7) + 1]);
  let from = $state(plus(today(), 1));
  let weeks = $state(6);
  let manner = $state<'steps' | 'mix' | 'event'>('steps');
  let event = $state('');
  let resources = $state.raw<NonNullable<Course['resources']>>({ equipment: ['markers'] });
  let said = false; // by the coach
  /** What is there is what was there last time with these people, until the coach says it. */
  $effect(() => {
    const of = chosen;
    if (of.length && !said)
      void lastOf(of)
        .then((l) => {
          if (l?.resources && !said && of === chosen) resources = l.resources;
        })
        .catch(() => {}); // then it is as usual
  });
  const equipment = $derived(resources.equipment);
  function bring(id: string) {
    said = true;
    resources = {
      ...resources,
      equipment: equipment.includes(id) ? equipment.filter((k) => k !== id) : [...equipment, id]
    };
  }
  let offFrom = $state('');
  let offTo = $state('');
  let offWhy = $state('');
  let off = $state.raw<NonNullable<Course['off']>>([]);
  let planned = $state.raw<CourseState>();
  let wrong = $state('');

  const name = $derived(
    title.trim() ||
      callNames(chosen.map((id) => people.find((p) => p.id === id)?.name ?? '')).join(' & ') ||
      'Weekly plan'
  );
  const id = v7();
  const course = $derived<Course>({
    format: 'hodometer.course',
    version: 1,
    id,
    title: name,
    students: chosen,
    court,
    start,
    minutes,
    days,
    from,
    weeks: Array.from({ length: weeks }, () => ({ theme: '' })),
    off: off.length ? off : undefined,
    event: event || undefined,
    resources,
    lessons: []
  });
  let asked = 0;
  $effect(() => {
    const body = { course, manner };
    const mine = ++asked;
    wrong = '';
    if (!body.course.students.length) {
      planned = undefined;
      return;
    }
    void api
      .POST('/api/v1/courses/plan', { body })
      .then(({ data, error }) => {
        if (mine !== asked) return;
        planned = data;
        if (!data) wrong = explain(error);
      })
      .catch((e: unknown) => (wrong = explain(e)));
  });
  async function save() {
    if (!planned) return;
    try {
      onsaved(
        await need(
          api.PUT('/api/v1/courses/{course}', {
            params: { path: { course: id } },
            body: { version: 0, course: planned.course }
          })
        )
      );
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
</script>

<section class="mt-3 border-y border-base-content py-4" aria-label="New weekly plan">
  <div class="grid items-start gap-x-8 gap-y-3 md:grid-cols-2">
    <div>
      <p class="mb-1 font-semibold">Who is coming?</p>
      <WhoComes
        {people}
        {chosen}
        onchoose={(ids) => (chosen = ids)}
        onsaved={onperson}
        autofocus={!chosen.length}
      />
      <div class="mt-3 flex flex-wrap items-end gap-3">
        <label class="flex flex-col text-[0.8rem]"
          >Name<input
            dir="auto"
            class="input w-52 border-base-content/60 input-sm"
            maxlength="120"
            placeholder={name}
            bind:value={title}
          /></label
        >
        <label class="flex flex-col text-[0.8rem]"
          >Court{ages(courts.find((c) => c.id === court))}<select
            class="select w-48 border-base-content/60 select-sm"
            bind:value={court}
            >{#each courts as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</select
          ></label
        >
      </div>
    </div>
    <div>
      <div class="flex flex-wrap items-end gap-3">
        <div>
          <span class="text-[0.8rem]">Days</span>
          <div class="join" role="group" aria-label="Days of the week">
            {#each weekdays as d, i (d)}{@const n = i + 1}<button
                type="button"
                class="btn join-item px-2 btn-sm"
                class:btn-primary={days.includes(n)}
                aria-pressed={days.includes(n)}
                onclick={() =>
                  (days = days.includes(n) ? days.filter((x) => x !== n) : [...days, n].toSorted())}
                >{d}</button
              >{/each}
          </div>
        </div>
        <When label="Start" time value={start} onset={(t) => (start = t)} />
        <Num
          label="Minutes"
          whole
          unit="min"
          value={minutes}
          min={15}
          max={480}
          step={5}
          onset={(n) => (minutes = n)}
        />
      </div>
      <div class="mt-3 flex flex-wrap items-end gap-3">
        <When label="From" value={from} onset={(d) => (from = d)} />
        <Num label="Weeks" whole value={weeks} min={1} max={52} onset={(n) => (weeks = n)} />
        <label class="flex flex-col text-[0.8rem]"
          >Themes<select class="select w-64 border-base-content/60 select-sm" bind:value={manner}
            >{#each vocabulary.courseManners as m (m.id)}<option value={m.id}>{m.label}</option
              >{/each}</select
          ></label
        >
        <When
          label="Event date (optional)"
          blank
          value={event}
          onset={(d) => {
            event = d;
            if (d) manner = 'event';
          }}
        />
      </div>
      <div class="mt-3">
        <span class="text-[0.8rem]">Equipment here</span>
        <div class="flex flex-wrap gap-1" role="group" aria-label="Equipment here">
          {#each vocabulary.equipment as { id, label } (id)}{@const there = equipment.includes(id)}<button
              type="button"
              class="btn btn-sm"
              class:btn-primary={there}
              aria-pressed={there}
              onclick={() => bring(id)}>{label}</button
            >{/each}
        </div>
      </div>
      <div class="mt-3 flex flex-wrap items-end gap-2">
        <When label="Days off, from" blank value={offFrom} onset={(d) => (offFrom = d)} />
        <When label="to" blank value={offTo} onset={(d) => (offTo = d)} />
        <input
          dir="auto"
          class="input w-32 border-base-content/60 input-sm"
          aria-label="Reason for the days off"
          placeholder="holidays"
          maxlength="100"
          bind:value={offWhy}
        />
        <button
          type="button"
          class="btn btn-sm"
          disabled={!offFrom}
          title={offFrom ? undefined : 'Choose the first day off'}
          onclick={() => {
            off = [...off, { from: offFrom, to: offTo || offFrom, why: offWhy.trim() || undefined }];
            offFrom = offTo = offWhy = '';
          }}>Add</button
        >
      </div>
      {#each off as o, i (i)}<p class="mt-1 text-sm">
          Off {sayDate(o.from)}{o.to === o.from ? '' : ` to ${sayDate(o.to)}`}{o.why ? `, ${o.why}` : ''}
          <button
            type="button"
            class="btn btn-ghost btn-xs"
            aria-label="Remove these days off"
            onclick={() => (off = off.filter((_, j) => j !== i))}>×</button
          >
        </p>{/each}
    </div>
  </div>
  {#if wrong}<p class="mt-2 font-semibold text-error" role="alert">{wrong}</p>{/if}
  {#if planned}
    <ol class="mt-3 flex flex-wrap gap-x-2 gap-y-1" aria-label="Preview of the weeks">
      {#each planned.course.weeks as w, i (i)}
        {@const load = planned.loads[i]}
        <li
          class="border-l-6 bg-base-200 px-2 py-1 text-sm"
          style:border-color="var(--theme-{w.theme || 'open'})"
        >
          <strong>{i + 1}</strong>
          {label(vocabulary.themes, w.theme).split(':')[0]}<br />
          <span class="figures text-xs">{load?.lessons ?? 0} lessons, {load?.minutes ?? 0} min</span>
        </li>
      {/each}
    </ol>
  {/if}
  <p class="mt-3 flex flex-wrap items-center gap-2">
    <button type="button" class="btn btn-primary" disabled={!planned?.course.lessons.length} onclick={save}
      >{planned?.course.lessons.length === 1
        ? 'Add 1 lesson to the calendar'
        : `Add ${planned?.course.lessons.length || 'the'} lessons to the calendar`}</button
    >
    <button type="button" class="btn" onclick={onleave}>Cancel</button>
    {#if !chosen.length}<span class="text-sm">Add students first.</span
      >{:else if planned && !planned.course.lessons.length}<span class="text-sm"
        >There are no lessons: every chosen day is a day off, or is not before the event.</span
      >{/if}
  </p>
</section>
