<!-- From what the coach knows to a lesson: who, how long, what with; drafts that fit answer at once. -->
<script lang="ts">
  import { ages } from '$lib/units/court';
  import When from '$lib/shell/When.svelte';
  import {
    api,
    need,
    type Brief,
    type Court,
    type Draft,
    type Group,
    type LessonSummary,
    type Resources,
    type Student
  } from '$lib/api/client';
  import Thumb from '$lib/drill/Thumb.svelte';
  import { vocabulary } from '$lib/api/vocabulary';
  import { again, begin, empty, nextHour, open } from '$lib/lesson/create';
  import WhoComes from '$lib/people/WhoComes.svelte';
  import { Latest } from '$lib/shell/latest.svelte';
  import { lastOf, latest } from './lists';
  import Load from '$lib/shell/Load.svelte';
  import Num from '$lib/shell/Num.svelte';
  import Tape from '$lib/tape/Tape.svelte';
  import { sayDay, today } from '$lib/units/when';
  import { callNames } from '$lib/people/names';
  import { settings } from '$lib/units/settings.svelte';
  import { untrack } from 'svelte';
  import { v7 } from 'uuid';

  /** Students chosen already; the words it is called. */
  let { students: come = [], title = 'Plan a lesson' }: { students?: string[]; title?: string } = $props();

  let groups = $state.raw<Group[]>([]);
  let people = $state.raw<Student[]>([]);
  // svelte-ignore state_referenced_locally
  let chosen = $state.raw<string[]>(come);
  let court = $state(vocabulary.usualCourt);
  let date = $state(today());
  let start = $state(nextHour());
  let minutes = $state(60);
  let balls = $state(0);
  let many = $state(1);
  let equipment = $state.raw(['markers', 'obstacles']);
  let aim = $state<string>();
  let matchOn = $state('');
  const drafts = new Latest<Draft[]>();
  let wrong = $state('');
  let copying = $state(false);
  /** What was set by hand here is not set again by what was true last time. */
  let byHand = $state(false);
  let lastTime = $state('');
  /** On a phone what is set once is folded to one line. */
  const wide = window.matchMedia('(min-width: 64rem)').matches;

  const ask = async () => {
    const [students, courts, lessons, all] = await Promise.all([
      need(api.GET('/api/v1/students')),
      need(api.GET('/api/v1/courts')),
      latest(200),
      need(api.GET('/api/v1/groups'))
    ]);
    groups = all;
    people = students;
    if (chosen.length) void asLastTime();
    return { courts, lessons };
  };
  const resources = $derived<Resources>({
    balls: balls || undefined,
    courts: many > 1 ? many : undefined,
    equipment
  });
  const brief = $derived<Brief>({
    students: chosen,
    court,
    date,
    start,
    minutes,
    aim,
    resources,
    matchOn: matchOn || undefined,
    units: settings.units
  });
  const courtName = (courts: Court[]) => courts.find((c) => c.id === court)?.name ?? '';

  // Only the brief asks anew.
  $effect(() => {
    const body = brief;
    untrack(() => {
      if (!body.students.length) drafts.clear();
      else void drafts.ask(() => api.POST('/api/v1/lessons/drafts', { body }));
    });
  });
  function choose(ids: string[]) {
    chosen = ids;
    void asLastTime();
  }
  /** Court, minutes, start, balls and kit as they were the last time with these people, or some of them. */
  async function asLastTime() {
    if (byHand || !chosen.length) return;
    const of = chosen;
    const data = await lastOf(of).catch(() => undefined);
    if (!data || byHand || of !== chosen) return;
    court = data.court;
    minutes = data.slotMinutes;
    start = data.start;
    balls = data.resources?.balls ?? 0;
    many = data.resources?.courts ?? 1;
    equipment = data.resources?.equipment ?? equipment;
    lastTime = sayDay(data.date);
  }
  /** A group, with what was true of it last time. */
  function take(g: Group) {
    choose(same(g.students, chosen) ? [] : g.students);
  }
  const same = (a: string[], b: string[]) => a.length === b.length && a.every((x) => b.includes(x));
  let naming = $state('');
  async function keep() {
    if (!naming.trim()) return;
    try {
      const id = v7();
      const g = await need(
        api.PUT('/api/v1/groups/{group}', {
          params: { path: { group: id } },
          body: { id, version: 0, name: naming.trim(), students: chosen }
        })
      );
      groups = [...groups, g];
      naming = '';
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  async function make(lesson: () => Promise<Parameters<typeof open>[0]> | Parameters<typeof open>[0]) {
    try {
      await open(await lesson());
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  /** The latest lessons of any of these students, or of all. */
  async function before(of: string[], lately: LessonSummary[]) {
    if (!of.length) return lately.slice(0, 8);
    const all = (await Promise.all(of.map((student) => latest(8, student)))).flat();
    const at = (l: LessonSummary) => `${l.date} ${l.start}`;
    return all
      .filter((l, i) => all.findIndex((o) => o.id === l.id) === i)
      .toSorted((a, b) => at(b).localeCompare(at(a)))
      .slice(0, 8);
  }
  /** Those taught lately, the latest first: the others are found by their names. */
  const lately = (lessons: LessonSummary[]) => {
    const at = (id: string) => {
      const i = lessons.findIndex((l) => l.studentIds.includes(id));
      return i < 0 ? lessons.length : i;
    };
    return people
      .filter((s) => !s.archived && !chosen.includes(s.id))
      .toSorted((a, b) => at(a.id) - at(b.id))
      .slice(0, wide ? 24 : 8);
  };
  function set(change: () => void) {
    byHand = true;
    change();
  }
  const drills = (d: Draft) =>
    d.lesson.blocks.flatMap((b) =>
      b.drill
        ? [{ drill: b.drill, words: b.title }]
        : b.match?.from
          ? [{ drill: b.match.from, words: `match: ${b.match.from.title}` }]
          : []
    );
  const percent = (share: number) => `${Math.round(100 * share)}%`;
  const courtOf = (courts: Court[], id: string) => courts.find((c) => c.id === id);
  const bySport = (courts: Court[]) =>
    vocabulary.sports.map(({ id, name }) => ({ name, courts: courts.filter((c) => c.sport === id) }));
  const names = (students: Student[], ids: string[]) =>
    callNames(ids.map((id) => students.find((s) => s.id === id)?.name ?? '')).join(', ');
</script>

<Load {ask}>
  {#snippet children({ courts, lessons })}
    <main
      class="mx-auto grid max-w-[1280px] items-start gap-x-10 gap-y-6 px-6 py-5 lg:grid-cols-[27rem_minmax(0,1fr)]"
    >
      <section aria-label="Lesson details">
        <h1 dir="auto" class="text-3xl">{title}</h1>
        <fieldset class="mt-3">
          <legend class="mb-1.5 font-semibold"
            >Who is coming?{chosen.length ? ` · ${chosen.length}` : ''}</legend
          >
          <WhoComes
            {people}
            {chosen}
            autofocus={wide || !people.length}
            onchoose={choose}
            onsaved={(p) => (people = [...people.filter((x) => x.id !== p.id), p])}
          />
          {#if groups.length}
            <div class="mt-1.5 flex flex-wrap gap-1.5" role="group" aria-label="Groups">
              {#each groups as g (g.id)}<button
                  dir="auto"
                  type="button"
                  class="btn btn-sm"
                  class:btn-primary={same(g.students, chosen)}
                  aria-pressed={same(g.students, chosen)}
                  title={names(people, g.students)}
                  onclick={() => take(g)}>{g.name}</button
                >{/each}
            </div>
          {/if}
          {#if lately(lessons).length}
            <div
              class="mt-1.5 flex max-h-[7.4rem] flex-wrap gap-1 overflow-auto"
              role="group"
              aria-label="Students"
            >
              {#each lately(lessons) as s (s.id)}<button
                  dir="auto"
                  type="button"
                  class="person"
                  onclick={() => choose([...chosen, s.id])}>{s.name}</button
                >{/each}
            </div>
          {/if}
          {#if chosen.length > 1 && !groups.some((g) => same(g.students, chosen))}
            <form class="mt-1.5 flex gap-1.5" onsubmit={(e) => (e.preventDefault(), void keep())}>
              <input
                dir="auto"
                class="input w-44 border-base-content/60 input-sm"
                aria-label="Name of the group"
                placeholder="Save as a group…"
                bind:value={naming}
                maxlength="60"
              />
              <button class="btn btn-sm" disabled={!naming.trim()}>Save group</button>
            </form>
          {/if}
        </fieldset>
        <details class="mt-3" open={wide}>
          <summary class="cursor-pointer border-b border-base-300 py-1.5">
            <span class="font-semibold">{courtName(courts)}</span>,
            <span class="figures">{sayDay(date)} {start}, {minutes} min</span>{#if many > 1}, {many} courts{/if}{#if balls},
              {balls} balls{/if}{#if lastTime && !byHand}
              <span class="text-sm"> · same as on {lastTime}</span>{/if}
          </summary>
          <div class="mt-4 flex flex-wrap items-end gap-x-3 gap-y-2">
            <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
              >Court{ages(courtOf(courts, court))}
              <select
                class="select w-52 border-base-content/60 select-sm"
                bind:value={court}
                onchange={() => (byHand = true)}
              >
                {#each bySport(courts) as s (s.name)}<optgroup label={s.name}
                    >{#each s.courts as c (c.id)}<option value={c.id}>{c.name}</option>{/each}</optgroup
                  >{/each}
              </select>
            </label>
            <Num label="Courts" whole value={many} min={1} max={6} onset={(n) => set(() => (many = n))} />
            <Num
              label="Balls (empty: no limit)"
              blank
              whole
              value={balls}
              min={0}
              max={2000}
              step={12}
              onset={(n) => set(() => (balls = n))}
            />
          </div>
          <div class="mt-3 flex flex-wrap items-end gap-x-3 gap-y-2">
            <div class="join" role="group" aria-label="Minutes">
              {#each [30, 45, 60, 90] as m (m)}<button
                  type="button"
                  class="figures btn join-item btn-sm"
                  class:btn-primary={minutes === m}
                  aria-pressed={minutes === m}
                  onclick={() => set(() => (minutes = m))}>{m}</button
                >{/each}
            </div>
            <Num
              label="Minutes"
              beside
              hidden
              whole
              unit="min"
              value={minutes}
              min={15}
              max={480}
              step={5}
              onset={(m) => set(() => (minutes = m))}
            />
          </div>
          <div class="mt-3 flex flex-wrap items-end gap-x-3 gap-y-2">
            <When label="Day" value={date} onset={(d) => (date = d)} />
            <When label="Start" time value={start} onset={(t) => ((start = t), (byHand = true))} />
            <When label="Next match" blank value={matchOn} onset={(d) => (matchOn = d)} />
          </div>
          <fieldset class="mt-4">
            <legend class="font-semibold">Focus</legend>
            <div class="mt-1.5 flex flex-wrap gap-1">
              <button
                type="button"
                class="person"
                class:in={!aim}
                aria-pressed={!aim}
                onclick={() => (aim = undefined)}>Automatic (what they need most)</button
              >
              {#each vocabulary.focuses.filter((f) => f.id !== 'warmUp') as { id, label } (id)}<button
                  type="button"
                  class="person"
                  class:in={aim === id}
                  aria-pressed={aim === id}
                  onclick={() => (aim = id)}>{label}</button
                >{/each}
            </div>
          </fieldset>
          <fieldset class="mt-4">
            <legend class="font-semibold">Equipment here</legend>
            <div class="mt-1.5 flex flex-wrap gap-1">
              {#each vocabulary.equipment as { id, label } (id)}{@const there = equipment.includes(id)}<button
                  type="button"
                  class="person"
                  class:in={there}
                  aria-pressed={there}
                  onclick={() =>
                    set(() => (equipment = there ? equipment.filter((k) => k !== id) : [...equipment, id]))}
                  >{label}</button
                >{/each}
            </div>
          </fieldset>
        </details>
      </section>

      <section aria-label="Drafts" aria-live="polite" class="min-w-0">
        {#if wrong || drafts.error}<p class="font-semibold text-error" role="alert">
            {wrong || drafts.error}
          </p>{/if}
        {#if !chosen.length}
          <h2 class="text-xl">Add students to see lessons that fit</h2>
          <p class="mt-2 max-w-xl">
            Each draft fits the lesson length with changeovers included, gives each student a target they hit
            about 7 times in 10, and keeps waiting short. Nothing is saved until you use a draft.
          </p>
        {/if}
        {#each drafts.value ?? [] as d (d.lesson.id)}
          <article class="draft" aria-label={d.name}>
            <div class="flex items-start gap-4">
              <div class="min-w-0 flex-1">
                <h2 dir="auto" class="text-xl">{d.name}</h2>
                <p class="text-[0.95rem]">{d.why}</p>
              </div>
              <button type="button" class="btn btn-primary" onclick={() => make(() => d.lesson)}
                >Use this draft</button
              >
            </div>
            <div class="mt-2">
              <Tape blocks={d.lesson.blocks} start={d.lesson.start} slot={d.lesson.slotMinutes} />
            </div>
            <div class="mt-1 flex flex-wrap items-start gap-3 pl-20">
              {#each drills(d) as { drill, words }, i (i)}
                {@const c = courtOf(courts, drill.pattern.court)}
                {#if c}<figure class="w-36">
                    <Thumb {drill} court={c} />
                    <figcaption class="mt-0.5 truncate text-xs" title={words}>{words}</figcaption>
                  </figure>{/if}
              {/each}
              <dl class="figures ml-auto grid grid-cols-[auto_auto] gap-x-3 text-sm">
                <dt>hitting</dt>
                <dd>{percent(d.outline.hitting)}</dd>
                <dt>waiting</dt>
                <dd>{percent(d.outline.waiting)}</dd>
                <dt>balls fed</dt>
                <dd>{Math.round(d.outline.balls)}</dd>
                <dt>changeovers</dt>
                <dd>{d.outline.between.toFixed(1)} min</dd>
              </dl>
            </div>
          </article>
        {:else}{#if drafts.busy}<p role="status">Drafting…</p>{/if}{/each}
        <div class="mt-6 flex flex-wrap items-center gap-2 border-t border-base-content pt-4">
          <button
            type="button"
            class="btn"
            onclick={() =>
              begin(
                empty({
                  students: chosen,
                  court,
                  date,
                  start,
                  slotMinutes: minutes,
                  resources,
                  matchOn: matchOn || undefined
                })
              )}>Start from blank</button
          >
          <button type="button" class="btn" aria-expanded={copying} onclick={() => (copying = !copying)}
            >Repeat a lesson</button
          >
        </div>
        {#if copying}
          <Load small ask={() => before(chosen, lessons)}>
            {#snippet children(found)}
              <ul class="mt-3 space-y-1.5">
                {#each found as l (l.id)}
                  <li>
                    <button
                      type="button"
                      class="flex w-full items-center gap-4 px-2 py-1.5 text-left hover:bg-base-200"
                      onclick={() =>
                        make(() =>
                          again(l.id, { date, start, ...(chosen.length ? { students: chosen } : {}) })
                        )}
                    >
                      <span class="figures w-32 shrink-0 text-sm">{sayDay(l.date)} {l.start}</span>
                      <span class="min-w-0 flex-1 truncate"
                        ><strong dir="auto">{l.title}</strong> ·
                        <bdi>{callNames(l.students).join(', ')}</bdi></span
                      >
                      <span class="flex h-4 w-40 gap-px" aria-hidden="true"
                        >{#each l.blocks as b, i (i)}<span
                            style:flex="{b.minutes} 0 0"
                            style:background="var(--kind-{b.kind}, var(--color-neutral))"
                          ></span>{/each}</span
                      >
                    </button>
                  </li>
                {:else}<li class="text-sm">No earlier lessons with these students.</li>{/each}
              </ul>
            {/snippet}
          </Load>
        {/if}
      </section>
    </main>
  {/snippet}
</Load>

<style>
  .person {
    padding: 0.2rem 0.7rem;
    font-size: 0.875rem;
    cursor: pointer;
    border: 1px solid color-mix(in oklab, var(--color-base-content) 50%, transparent);
    border-radius: 1rem;
  }
  .person.in {
    color: var(--color-primary-content);
    background: var(--color-primary);
    border-color: var(--color-primary);
  }
  .draft + .draft {
    margin-top: 1.6rem;
    padding-top: 1.2rem;
    border-top: 1px solid var(--color-base-300);
  }
</style>
