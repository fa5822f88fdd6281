<!-- Weeks ahead: a calendar of lessons, each week’s theme and load, what is drafted, moved and called off. -->
<script lang="ts">
  import When from '$lib/shell/When.svelte';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { api, need, type CourseState, type LessonSummary, type Student } from '$lib/api/client';
  import { label, vocabulary } from '$lib/api/vocabulary';
  import { from } from '$lib/lesson/lists';
  import TakeIn from '$lib/shell/TakeIn.svelte';
  import Load from '$lib/shell/Load.svelte';
  import { sayDay, today, sayDate } from '$lib/units/when';
  import { callNames } from '$lib/people/names';
  import Calendar from '$lib/weeks/Calendar.svelte';
  import { monday, mondays, plus } from '$lib/weeks/days';
  import { entriesOf, type Entry } from '$lib/weeks/entries';
  import NewWeeks from '$lib/weeks/NewWeeks.svelte';

  let courses = $state.raw<CourseState[]>([]);
  let lessons = $state.raw<LessonSummary[]>([]);
  let people = $state.raw<Student[]>([]);
  const asked = page.url.searchParams.get('students')?.split(',').filter(Boolean) ?? [];
  let making = $state(asked.length > 0);
  let only = $state('');
  let held = $state('');
  let moveTo = $state('');
  let wrong = $state('');
  let told = $state('');
  let back = $state.raw<() => Promise<void>>();

  const ask = async () => {
    const [c, l, s, courts] = await Promise.all([
      need(api.GET('/api/v1/courses')),
      from(monday(today())),
      need(api.GET('/api/v1/students')),
      need(api.GET('/api/v1/courts'))
    ]);
    courses = c;
    lessons = l;
    people = s;
    return courts;
  };
  const names = (ids: string[]) => callNames(ids.map((id) => people.find((p) => p.id === id)?.name ?? ''));
  const shownCourses = $derived(courses.filter((c) => !only || c.course.id === only));
  const entries = $derived(entriesOf(courses, lessons, names, only));
  const rows = $derived.by(() => {
    const from = monday(today());
    const last = entries.at(-1)?.date ?? today();
    return mondays(from, last > plus(from, 27) ? last : plus(from, 27));
  });
  /** The one pressed; before that, what comes next. */
  const held0 = $derived(
    entries.find((e) => e.id === held) ?? entries.find((e) => e.date >= today() && !e.given && !e.slot?.state)
  );
  const put = (c: CourseState) => (courses = courses.map((x) => (x.course.id === c.course.id ? c : x)));
  async function act(
    work: () => Promise<CourseState | undefined>,
    words: string,
    undo?: () => Promise<CourseState | undefined>
  ) {
    wrong = told = '';
    back = undefined;
    try {
      const now = await work();
      if (now) put(now);
      lessons = await from(monday(today()));
      told = words;
      if (undo)
        back = async () => {
          const was = await undo();
          if (was) put(was);
          lessons = await from(monday(today()));
          told = 'Undone.';
          back = undefined;
        };
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  const change = (e: Entry, body: { do: 'move' | 'drop' | 'rain' | 'restore'; date?: string }) =>
    need(
      api.POST('/api/v1/courses/{course}/lessons/{lesson}', {
        params: { path: { course: e.course!.course.id, lesson: e.id } },
        body
      })
    );
  async function move(e: Entry, date: string) {
    if (!date || date === e.date) return;
    const was = e.date;
    if (e.course) {
      await act(
        () => change(e, { do: 'move', date }),
        `${e.title} moved from ${sayDate(was)} to ${sayDate(date)} with its content.`,
        () => change(e, { do: 'move', date: was })
      );
      return;
    }
    await act(
      () => putOn(e.id, date),
      `${e.title} moved from ${sayDate(was)} to ${sayDate(date)}.`,
      () => putOn(e.id, was)
    );
  }
  /** A lesson of no course, on another day. */
  async function putOn(id: string, date: string) {
    const path = { lesson: id };
    const l = await need(api.GET('/api/v1/lessons/{lesson}', { params: { path } }));
    await need(api.PUT('/api/v1/lessons/{lesson}', { params: { path }, body: { ...l, date } }));
    return undefined;
  }
  const off = (e: Entry, how: 'drop' | 'rain') =>
    act(
      () => change(e, { do: how }),
      `${e.title} on ${sayDate(e.date)} is ${how === 'rain' ? 'rained off' : 'cancelled'}. ` +
        'Its content moves to the next lesson.',
      () => change(e, { do: 'restore' })
    );
  async function draft(e: Entry) {
    wrong = '';
    try {
      const l = await need(
        api.PUT('/api/v1/courses/{course}/lessons/{lesson}', {
          params: { path: { course: e.course!.course.id, lesson: e.id } }
        })
      );
      await goto(`/lessons/${l.id}`);
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  const theme = (c: CourseState, i: number, value: string) =>
    act(
      () =>
        need(
          api.PUT('/api/v1/courses/{course}', {
            params: { path: { course: c.course.id } },
            body: {
              version: c.version,
              course: {
                ...c.course,
                weeks: c.course.weeks.map((w, j) => (j === i ? { ...w, theme: value } : w))
              }
            }
          })
        ),
      `Week ${i + 1} of ${c.course.title}: ${label(vocabulary.themes, value).split(':')[0]}.`
    );
  async function remove(c: CourseState) {
    const { error } = await api.DELETE('/api/v1/courses/{course}', {
      params: { path: { course: c.course.id } }
    });
    if (error) {
      wrong = error.detail;
      return;
    }
    courses = courses.filter((x) => x !== c);
    only = '';
    told = `${c.course.title} removed from the calendar. Drafted lessons are kept.`;
    back = async () => {
      const now = await need(
        api.PUT('/api/v1/courses/{course}', {
          params: { path: { course: c.course.id } },
          body: { version: c.version, course: c.course }
        })
      );
      courses = [...courses, now];
      told = 'Undone.';
      back = undefined;
    };
  }
  const usual = $derived.by(() => {
    const was = lessons.find(
      (l) => l.studentIds.length === asked.length && l.studentIds.every((s) => asked.includes(s))
    );
    return was && { court: was.court, start: was.start, minutes: was.slotMinutes };
  });
</script>

<svelte:head><title>Weekly plan · Hodometer</title></svelte:head>

<Load {ask}>
  {#snippet children(courts)}
    <main class="mx-auto max-w-[1280px] px-6 py-5">
      <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 class="text-3xl">Weekly plan</h1>
        {#if courses.length}<div class="flex flex-wrap gap-1" role="group" aria-label="Which weekly plan">
            <button
              type="button"
              class="btn btn-sm"
              class:btn-primary={!only}
              aria-pressed={!only}
              onclick={() => (only = '')}>All</button
            >
            {#each courses as c (c.course.id)}<button
                dir="auto"
                type="button"
                class="btn btn-sm"
                class:btn-primary={only === c.course.id}
                aria-pressed={only === c.course.id}
                onclick={() => (only = c.course.id)}>{c.course.title}</button
              >{/each}
          </div>{/if}
        <span class="ml-auto flex flex-wrap gap-1.5">
          <TakeIn ondone={() => location.reload()} />
          {#if shownCourses.length}<a
              class="btn btn-sm"
              href="/api/v1/share?{shownCourses.map((c) => `course=${c.course.id}`).join('&')}"
              download="weeks.json"
              title="For another coach: themes, days and times, without the students">Export</a
            >{/if}
          <a class="btn btn-sm" href="/api/v1/calendar.ics" download="lessons.ics">Export calendar</a>
          <button type="button" class="btn btn-primary btn-sm" onclick={() => (making = !making)}
            >New weekly plan</button
          >
        </span>
      </div>
      {#if making}<NewWeeks
          {people}
          {courts}
          students={asked}
          title={page.url.searchParams.get('title') ?? ''}
          {usual}
          onperson={(s) => (people = [...people.filter((p) => p.id !== s.id), s])}
          onleave={() => (making = false)}
          onsaved={(c) => {
            courses = [...courses, c];
            making = false;
            told = `${c.course.lessons.length} lessons added to the calendar. Press “Draft lesson” on each to fill it from the week’s theme and the ladders.`;
          }}
        />{/if}
      {#if wrong}<p class="mt-2 font-semibold text-error" role="alert">{wrong}</p>{/if}
      {#if told}<p class="mt-2 text-base" role="status">
          {told}
          {#if back}<button type="button" class="underline" onclick={() => void back?.()}>Undo</button>{/if}
        </p>{/if}
      {#if !entries.length && !making}
        <p class="mt-4 max-w-xl">
          No weekly plan yet. Choose the students, the days and the event, if any. Every week gets a theme,
          and each lesson is drafted from the theme and the students’ progress.
        </p>
      {/if}

      <div class="mt-4 md:grid md:grid-cols-[minmax(0,1fr)_19rem] md:gap-6">
        <Calendar
          {entries}
          {rows}
          courses={shownCourses}
          held={held0?.id ?? ''}
          onhold={(e) => {
            held = e.id;
            moveTo = e.date;
          }}
          onmove={(e, day) => void move(e, day)}
          ontheme={(c, i, value) => void theme(c, i, value)}
        />
        <aside class="mt-4 md:mt-0" aria-label="Selected lesson">
          {#if held0}
            {@const e = held0}
            {@const w = e.course && e.slot ? e.course.course.weeks[e.slot.week] : undefined}
            <div class="sticky top-3 bg-base-200 p-4">
              <p class="figures text-sm">{sayDay(e.date)} {e.start}, {e.minutes} min</p>
              <h2 dir="auto" class="text-xl leading-tight">{e.title}</h2>
              <p dir="auto">{e.who}</p>
              {#if w}<p class="mt-1 text-sm">
                  Week {(e.slot?.week ?? 0) + 1}: {w.theme
                    ? label(vocabulary.themes, w.theme)
                    : 'Automatic (what they need most)'}
                </p>{/if}
              {#if e.slot?.moved}<p class="text-sm">Moved from {sayDate(e.slot.moved)}.</p>{/if}
              {#if e.slot?.carries?.length}<p class="text-sm">
                  Includes the content of {e.slot.carries
                    .map((id) => sayDate(entries.find((x) => x.id === id)?.date ?? ''))
                    .join(', ')}.
                </p>{/if}
              <div class="mt-3 flex flex-wrap gap-1.5">
                {#if e.given}<span class="text-sm"
                    >Finished. <a class="underline" href="/log">Open the log</a></span
                  >
                {:else if e.slot?.state}<button
                    type="button"
                    class="btn btn-sm"
                    onclick={() =>
                      act(() => change(e, { do: 'restore' }), 'Lesson reinstated with its content.')}
                    >Reinstate lesson</button
                  >
                {:else}
                  {#if e.there}<a class="btn btn-primary btn-sm" href="/lessons/{e.id}">Open lesson</a>
                  {:else}<button type="button" class="btn btn-primary btn-sm" onclick={() => draft(e)}
                      >Draft lesson</button
                    >{/if}
                  {#if e.course}
                    <button type="button" class="btn btn-sm" onclick={() => off(e, 'rain')}>Rained off</button
                    >
                    <button type="button" class="btn btn-sm" onclick={() => off(e, 'drop')}
                      >Cancel lesson</button
                    >
                  {/if}
                  <a
                    class="btn btn-sm"
                    href="/api/v1/calendar.ics?lesson={e.id}"
                    download="lesson.ics"
                    title="Export this lesson to a calendar">Export</a
                  >
                {/if}
              </div>
              {#if !e.given && !e.slot?.state}
                <form
                  class="mt-3 flex items-end gap-2"
                  onsubmit={(x) => {
                    x.preventDefault();
                    void move(e, moveTo);
                  }}
                >
                  <When label="Move to" blank value={moveTo} onset={(d) => (moveTo = d)} />
                  <button class="btn btn-sm">Move</button>
                </form>
              {/if}
            </div>
          {:else if entries.length}
            <p class="text-sm">
              Press a lesson to see its actions, or drag it to another day. A striped edge is not drafted yet.
              Load is minutes planned, shown as information, never as medical advice.
            </p>
          {/if}
          {#each shownCourses as c (c.course.id)}
            {#if only}<p class="mt-4 flex flex-wrap gap-1.5">
                <button type="button" class="btn btn-sm" onclick={() => remove(c)}>Delete this plan</button>
              </p>{/if}
          {/each}
        </aside>
      </div>
    </main>
  {/snippet}
</Load>
