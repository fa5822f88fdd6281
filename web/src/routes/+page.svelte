<!-- Today: what is on, what it asks, and what last time changed. -->
<script lang="ts">
  import {
    api,
    need,
    type Court,
    type Lesson,
    type LessonSummary,
    type Plan,
    type Student
  } from '$lib/api/client';
  import type { PlayerOutlook } from '$lib/api/client';
  import { door } from '$lib/access/door.svelte';
  import ClubZone from '$lib/access/ClubZone.svelte';
  import CourtDiagram from '$lib/court/CourtDiagram.svelte';
  import DrillCourt from '$lib/drill/DrillCourt.svelte';
  import { soleCircle } from '$lib/drill/parts';
  import { AHEAD, carried, takeAlong, type Carried } from '$lib/device/packs';
  import { newLesson } from '$lib/lesson/create';
  import ToCount from '$lib/run/ToCount.svelte';
  import { runLesson } from '$lib/run/begin';
  import { upcoming } from '$lib/lesson/lists';
  import PlanLesson from '$lib/lesson/PlanLesson.svelte';
  import AskHome from '$lib/people/AskHome.svelte';
  import Load from '$lib/shell/Load.svelte';
  import Tape from '$lib/tape/Tape.svelte';
  import { sayChance } from '$lib/units/say';
  import { clubTime, sayDay, today } from '$lib/units/when';
  import { calledAmong, callName, callNames } from '$lib/people/names';
  import { settings } from '$lib/units/settings.svelte';
  import Finish from '$lib/wheel/Finish.svelte';
  import Wheel from '$lib/wheel/Wheel.svelte';

  interface Card {
    summary: LessonSummary;
    lesson: Lesson;
    plan: Plan;
  }

  /** Today as the server has it; with no server, the lessons that this device carries. */
  async function ask() {
    try {
      const answer = await askServer();
      const next = answer.cards[0]?.lesson;
      return { ...answer, homes: next ? await homesOf(next) : [], away: [] as Carried[] };
    } catch (e) {
      const away = await carried(today());
      if (!away.length) throw e;
      return { cards: [], courts: [], students: [], given: [], missed: [], homes: [], away };
    }
  }
  let along = $state<Record<string, boolean>>({});
  const ahead = today(clubTime(Date.now() + AHEAD * 24 * 3600 * 1000));
  /** What is on today and in the days ahead is put on the device, one after the other. */
  async function take(lessons: LessonSummary[]) {
    for (const l of lessons.filter((l) => l.date <= ahead))
      if (await takeAlong(l.id)) along = { ...along, [l.id]: true };
  }
  /** What those who come next were given to do at home, and were not asked for yet. */
  async function homesOf(next: Lesson) {
    const all = await Promise.all(
      next.students.map((student) =>
        api
          .GET('/api/v1/students/{student}/home', { params: { path: { student } } })
          .then(({ data }) => ({ student, ask: data?.ask ?? [] }))
          .catch(() => ({ student, ask: [] }))
      )
    );
    return all.filter((h) => h.ask.length);
  }
  async function askServer() {
    const units = settings.units;
    const [all, courts, students] = await Promise.all([
      upcoming(),
      need(api.GET('/api/v1/courts')),
      need(api.GET('/api/v1/students'))
    ]);
    // What was left empty is no lesson yet; it stands under Lessons.
    const coming = all.filter((l) => l.blocks.length);
    const open = inOrder(coming.filter((l) => l.runStatus !== 'finished' && !isLeft(l)));
    const missed = coming.filter((l) => l.runStatus !== 'finished' && isLeft(l));
    const todays = open.filter((l) => l.date === today()).length;
    const cards: Card[] = await Promise.all(
      open.slice(0, Math.max(3, todays)).map(async (summary) => {
        const lesson = await need(
          api.GET('/api/v1/lessons/{lesson}', { params: { path: { lesson: summary.id } } })
        );
        return {
          summary,
          lesson,
          plan: await need(api.POST('/api/v1/lessons/check', { body: { lesson, units } }))
        };
      })
    );
    void take(open);
    const given = coming.filter((l) => l.date === today() && l.runStatus === 'finished');
    return { cards, courts, students, given, missed };
  }
  const goesOn = (l: LessonSummary) => l.runStatus === 'running' || l.runStatus === 'paused';
  /** Minutes from now to a time of day today. */
  function minutesTo(start: string) {
    const [h, m] = start.split(':').map(Number);
    const now = clubTime();
    return (h ?? 0) * 60 + (m ?? 0) - now.getHours() * 60 - now.getMinutes();
  }
  /** It was begun and given up: it is not what comes next. */
  const isLeft = (l: LessonSummary) => l.runStatus === 'givenUp' || l.runStatus === 'removed';
  const GRACE = 60; // minutes past its end that a lesson is still taken for the one meant
  /** What goes on first; then today's, what comes next before what has gone by; then the days ahead. */
  const inOrder = (all: LessonSummary[]) => {
    const at = (l: LessonSummary) => {
      if (goesOn(l)) return '';
      const gone = l.date === today() && minutesTo(l.start) + l.slotMinutes < -GRACE;
      return `${l.date} ${gone ? 'later' : ''} ${l.start}`;
    };
    return all.toSorted((a, b) => at(a).localeCompare(at(b)));
  };
  const drillOf = (c: Card) => c.plan.blocks.find((b) => b.drill);
  const court = (courts: Court[], id: string) => courts.find((c) => c.id === id);
  /** What somebody is called among the students of that lesson. */
  const name = (students: Student[], of: LessonSummary, id: string) =>
    calledAmong(students.filter((s) => of.studentIds.includes(s.id) || s.id === id))(id);
  /** Names of a pair, or of the first of a group. */
  const few = (all: string[]) =>
    all.length > 4
      ? `${callNames(all).slice(0, 3).join(', ')} and ${all.length - 3} more`
      : callNames(all).join(' and ');
  const trouble = (p: Plan) =>
    [...p.notices, ...p.blocks.flatMap((b) => b.notices)].filter((n) => !n.caution);
  /** Of many students those least likely to finish first; of a few the order they stand in. */
  const hardest = (players: PlayerOutlook[]) =>
    players.toSorted((p, q) => (players.length > 3 ? (p.finish?.value ?? 1) - (q.finish?.value ?? 1) : 0));
</script>

<svelte:head><title>Today · Hodometer</title></svelte:head>

{#if door.access?.copyDue}
  <p class="border-b border-base-content bg-base-200 px-6 py-2 text-center">
    <strong>The last backup of the club is more than a week old.</strong>
    <a class="link" href="/copies">Back up now</a>
  </p>
{/if}
{#if door.access?.aside}
  <p class="border-b border-base-content bg-base-200 px-6 py-2 text-center">
    <strong>A phone sent counts of a lesson that is not in this club’s file.</strong>
    <a class="link" href="/phone#aside">Look at them</a>
  </p>
{/if}
{#if door.owner && door.access?.zone === ''}<ClubZone first />{/if}
{#if !door.coach}<ToCount />{:else}
  <Load {ask}>
    {#snippet children(data)}
      {#if !data.cards.length && !data.away.length}
        <PlanLesson title={data.students.length ? 'No lesson planned. Plan one' : 'Your first lesson'} />
      {/if}
      <main
        class="mx-auto max-w-[1280px] px-6 py-6"
        class:hidden={!data.cards.length && !data.away.length && !data.given.length && !data.missed.length}
      >
        {#if data.away.length}
          <h1 class="text-3xl">No connection: lessons saved on this device</h1>
          <p class="mt-1">
            These lessons work offline. Your counts are saved on this device and sent when the connection is
            back.
          </p>
          {#each data.away as c (c.lesson.id)}
            <section class="mt-5 border-t border-base-content pt-3" aria-label={c.lesson.title}>
              <p class="figures text-sm">{sayDay(c.lesson.date)} · {c.lesson.start}</p>
              <div class="flex flex-wrap items-center gap-x-6 gap-y-2">
                <h2 dir="auto" class="text-xl">{c.lesson.title}</h2>
                <p dir="auto">{few(c.students.map((s) => s.name))}</p>
                <button
                  type="button"
                  class="btn ml-auto border-base-content btn-accent"
                  onclick={() => runLesson(c.lesson.id, { run: c.run })}
                  >{c.run ? 'Continue courtside' : 'Run courtside'}</button
                >
              </div>
              <div class="mt-2">
                <Tape blocks={c.lesson.blocks} start={c.lesson.start} slot={c.lesson.slotMinutes} />
              </div>
            </section>
          {/each}
        {/if}
        {#each data.cards as card, i (card.summary.id)}
          {@const block = drillOf(card)}
          {@const drill = card.lesson.blocks.find((b) => b.id === block?.id)?.drill}
          {@const own = court(data.courts, card.lesson.court)}
          {#if i === 0}
            <section aria-labelledby="first">
              <div class="flex flex-wrap items-end gap-x-6 gap-y-3">
                <div class="min-w-0">
                  <p class="figures text-sm">
                    {sayDay(card.lesson.date)} · {card.lesson.start}–{card.plan
                      .end}{#if along[card.summary.id]}&nbsp;· Saved for offline use{/if}
                  </p>
                  <h1 dir="auto" id="first" class="text-3xl">{card.lesson.title}</h1>
                  <p class="mt-1">
                    {(card.summary.students.length > 4
                      ? few(card.summary.students)
                      : card.summary.students.join(' and ')) || 'No students yet'}{card.lesson.aim
                      ? `. ${card.lesson.aim}.`
                      : ''}
                  </p>
                </div>
                <div class="ml-auto flex gap-2">
                  <a class="btn" href="/lessons/{card.lesson.id}">Open lesson</a>
                  <button
                    type="button"
                    class="btn border-base-content btn-accent"
                    onclick={() => runLesson(card.lesson.id, card.summary)}
                  >
                    {card.summary.run && card.summary.runStatus !== 'finished'
                      ? 'Continue courtside'
                      : 'Run courtside'}
                  </button>
                </div>
              </div>
              <div class="mt-5">
                <Tape
                  blocks={card.lesson.blocks}
                  start={card.lesson.start}
                  slot={card.lesson.slotMinutes}
                  lanes={card.plan.students}
                  between={Object.fromEntries(card.plan.blocks.map((b) => [b.id, b.between]))}
                  troubled={card.plan.blocks
                    .filter((b) => b.notices.some((n) => !n.caution))
                    .map((b) => b.id)}
                />
              </div>
              {#if block?.drill && drill && own}
                {@const circle = soleCircle(drill)}
                {@const one = block.drill.players[0]}
                <div class="mt-6 grid items-start gap-8 md:grid-cols-[1.1fr_1fr]">
                  {#if circle}
                    <div class="aspect-[30/17] w-full">
                      <CourtDiagram
                        court={own}
                        target={{ centre: circle.at, radius: circle.radius }}
                        shape={one?.stages[0]?.shape}
                        chance={one?.stages[0]?.rate ? sayChance(one.stages[0].rate.mean) : undefined}
                        initial={name(data.students, card.summary, one?.id ?? '')[0]}
                        label="{drill.title} on {own.name}"
                      />
                    </div>
                  {:else}<div>
                      <DrillCourt {drill} court={own} label="{drill.title} on {own.name}" />
                    </div>{/if}
                  <div>
                    <h2 dir="auto" class="text-xl">{drill.title}</h2>
                    <p class="mt-1"><bdi>{drill.intent}</bdi>.</p>
                    <div class="mt-4 flex flex-wrap gap-x-6 gap-y-3">
                      {#each block.drill.players as p (p.id)}
                        {@const before = block.before?.find((b) => b.student === p.id)?.chance}
                        <div>
                          <Finish who={name(data.students, card.summary, p.id)} player={p} words />
                          {#if p.finish && before !== undefined && Math.abs(before - p.finish.value) >= 0.01}
                            <p class="mt-1 text-sm">
                              {p.finish.value > before ? '▲ up' : '▼ down'} from {sayChance(before)} before the
                              last lesson
                            </p>
                          {/if}
                        </div>
                      {/each}
                    </div>
                    <div class="mt-3 flex flex-wrap gap-x-6 gap-y-3">
                      {#if card.plan.balls.value > 0}
                        <Wheel label="Balls fed" figure={card.plan.balls} />
                        <Wheel label="Pick-ups" figure={card.plan.pickUps} />
                      {/if}
                      {#if card.plan.students[0]}<Wheel
                          label="Balls hit each"
                          figure={card.plan.students[0].contacts}
                        />{/if}
                    </div>
                    {#each trouble(card.plan) as n, k (k)}
                      <p class="mt-4 border-l-6 border-warning bg-base-200 px-3 py-2">
                        <bdi>{n.text}</bdi>
                        <a class="underline" href="/lessons/{card.lesson.id}">See suggestions</a>
                      </p>
                    {/each}
                  </div>
                </div>
              {/if}
            </section>
            {#each data.homes as h (h.student)}
              <AskHome
                student={h.student}
                name={callName(data.students.find((s) => s.id === h.student)?.name ?? '')}
                ask={h.ask}
              />
            {/each}
            {#if data.cards.length > 1}<h2 class="mt-10 border-t border-base-content pt-4 text-xl">
                {data.cards.filter((c) => c.lesson.date === today()).length > 1
                  ? 'Later today and coming up'
                  : 'Coming up'}
              </h2>{/if}
          {:else}
            <section
              class="mt-4 grid items-center gap-6 md:grid-cols-[16rem_1fr_auto]"
              aria-label={card.lesson.title}
            >
              <div>
                <p class="figures text-sm">
                  {sayDay(card.lesson.date)} · {card.lesson.start}{#if along[card.summary.id]}
                    · Saved for offline use{/if}
                </p>
                <h3 class="text-lg">
                  <a dir="auto" class="hover:underline" href="/lessons/{card.lesson.id}"
                    >{card.lesson.title}</a
                  >
                </h3>
                <p dir="auto" class="text-sm">{few(card.summary.students)}</p>
              </div>
              <Tape blocks={card.lesson.blocks} start={card.lesson.start} slot={card.lesson.slotMinutes} />
              <div class="flex gap-4">
                {#each hardest(block?.drill?.players ?? []).slice(0, 3) as p (p.id)}<div>
                    <Finish who={name(data.students, card.summary, p.id)} player={p} small />
                  </div>{/each}
              </div>
            </section>
          {/if}
        {/each}
        {#if data.missed.length}
          <section class="mt-8 border-t border-base-content pt-4" aria-label="Abandoned lessons">
            <h2 class="text-lg">Abandoned lessons</h2>
            {#each data.missed as l (l.id)}
              <p class="mt-1 flex flex-wrap items-center gap-3">
                <span class="figures text-sm">{l.start}</span>
                <a dir="auto" class="font-semibold hover:underline" href="/lessons/{l.id}">{l.title}</a>
                <span dir="auto" class="text-sm">{few(l.students)}</span>
                <button type="button" class="btn btn-sm" onclick={() => runLesson(l.id, l)}
                  >Continue courtside</button
                >
              </p>
            {/each}
          </section>
        {/if}
        {#if data.given.length}
          <p class="mt-8 border-t border-base-content pt-4">
            Finished today: {#each data.given as l (l.id)}<a dir="auto" class="mr-3 underline" href="/log"
                >{l.title}</a
              >{/each}
          </p>
        {/if}
        {#if data.cards.length}<button type="button" class="btn mt-8 btn-sm" onclick={newLesson}
            >Plan another lesson</button
          >{/if}
      </main>
    {/snippet}
  </Load>
{/if}
