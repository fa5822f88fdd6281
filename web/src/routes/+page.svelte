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
  import CourtDiagram from '$lib/court/CourtDiagram.svelte';
  import DrillCourt from '$lib/drill/DrillCourt.svelte';
  import { soleCircle } from '$lib/drill/parts';
  import { newLesson } from '$lib/lesson/create';
  import { runLesson } from '$lib/run/begin';
  import Load from '$lib/shell/Load.svelte';
  import Tape from '$lib/tape/Tape.svelte';
  import { first, sayChance, sayDay, today } from '$lib/units/say';
  import { settings } from '$lib/units/settings.svelte';
  import Finish from '$lib/wheel/Finish.svelte';
  import Wheel from '$lib/wheel/Wheel.svelte';

  interface Card {
    summary: LessonSummary;
    lesson: Lesson;
    plan: Plan;
  }

  async function ask() {
    const units = settings.units;
    const [all, courts, students] = await Promise.all([
      need(api.GET('/api/v1/lessons')),
      need(api.GET('/api/v1/courts')),
      need(api.GET('/api/v1/students'))
    ]);
    const coming = all.filter((l) => l.date >= today()).reverse();
    const open = coming.filter((l) => l.runStatus !== 'finished');
    const cards: Card[] = await Promise.all(
      (open.length ? open : coming).slice(0, 3).map(async (summary) => {
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
    const given = coming.filter((l) => l.date === today() && l.runStatus === 'finished');
    return { cards, courts, students, given };
  }
  const drillOf = (c: Card) => c.plan.blocks.find((b) => b.drill);
  const court = (courts: Court[], id: string) => courts.find((c) => c.id === id);
  const name = (students: Student[], id: string) => first(students.find((s) => s.id === id)?.name ?? '');
  /** Names of a pair, or of the first of a group. */
  const few = (all: string[]) =>
    all.length > 4
      ? `${all.slice(0, 3).map(first).join(', ')} and ${all.length - 3} more`
      : all.map(first).join(' and ');
  const trouble = (p: Plan) =>
    [...p.notices, ...p.blocks.flatMap((b) => b.notices)].filter((n) => !n.caution);
  /** Of many students those least likely to finish first; of a few the order they stand in. */
  const hardest = (players: PlayerOutlook[]) =>
    players.toSorted((p, q) => (players.length > 3 ? (p.finish?.value ?? 1) - (q.finish?.value ?? 1) : 0));
</script>

<svelte:head><title>Today · Hodometer</title></svelte:head>

<Load {ask}>
  {#snippet children(data)}
    <main class="mx-auto max-w-[1280px] px-6 py-6">
      {#if data.cards.length === 0}
        <h1 class="text-3xl">Nothing planned from today on</h1>
        <p class="mt-2 max-w-xl">
          A lesson starts as an hour with a warm-up and a talk on its tape. Add who comes, drop in a drill,
          and see at once what fits.
        </p>
        <button type="button" class="btn mt-4 btn-primary" onclick={newLesson}>Plan a lesson</button>
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
                  {sayDay(card.lesson.date)} · {card.lesson.start}–{card.plan.end}
                </p>
                <h1 id="first" class="text-3xl">{card.lesson.title}</h1>
                <p class="mt-1">
                  {(card.summary.students.length > 4
                    ? few(card.summary.students)
                    : card.summary.students.join(' and ')) || 'Nobody in it yet'}{card.lesson.aim
                    ? `. ${card.lesson.aim}.`
                    : ''}
                </p>
              </div>
              <div class="ml-auto flex gap-2">
                <a class="btn" href="/lessons/{card.lesson.id}">Open the plan</a>
                <button
                  type="button"
                  class="btn border-base-content btn-accent"
                  onclick={() => runLesson(card.lesson.id, card.summary)}
                >
                  {card.summary.run && card.summary.runStatus !== 'finished'
                    ? 'Back to the court'
                    : 'Take it to the court'}
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
                troubled={card.plan.blocks.filter((b) => b.notices.some((n) => !n.caution)).map((b) => b.id)}
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
                      initial={name(data.students, one?.id ?? '')[0]}
                      label="{drill.title} on {own.name}"
                    />
                  </div>
                {:else}<div><DrillCourt {drill} court={own} label="{drill.title} on {own.name}" /></div>{/if}
                <div>
                  <h2 class="text-xl">{drill.title}</h2>
                  <p class="mt-1">{drill.intent}.</p>
                  <div class="mt-4 flex flex-wrap gap-x-6 gap-y-3">
                    {#each block.drill.players as p (p.id)}
                      {@const before = block.before?.find((b) => b.student === p.id)?.chance}
                      <div>
                        <Finish label="{name(data.students, p.id)} finishes" player={p} words />
                        {#if p.finish && before !== undefined && Math.abs(before - p.finish.value) >= 0.01}
                          <p class="mt-1 text-sm">
                            {p.finish.value > before ? '▲' : '▼'} was {sayChance(before)} before the last lesson
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
                        label="Contacts each"
                        figure={card.plan.students[0].contacts}
                      />{/if}
                  </div>
                  {#each trouble(card.plan) as n (n.text)}
                    <p class="mt-4 border-l-6 border-warning bg-base-200 px-3 py-2">
                      {n.text} <a class="underline" href="/lessons/{card.lesson.id}">See what would help</a>
                    </p>
                  {/each}
                </div>
              </div>
            {/if}
          </section>
          {#if data.cards.length > 1}<h2 class="mt-10 border-t border-base-content pt-4 text-xl">
              Coming up
            </h2>{/if}
        {:else}
          <section
            class="mt-4 grid items-center gap-6 md:grid-cols-[16rem_1fr_auto]"
            aria-label={card.lesson.title}
          >
            <div>
              <p class="figures text-sm">{sayDay(card.lesson.date)} · {card.lesson.start}</p>
              <h3 class="text-lg">
                <a class="hover:underline" href="/lessons/{card.lesson.id}">{card.lesson.title}</a>
              </h3>
              <p class="text-sm">{few(card.summary.students)}</p>
            </div>
            <Tape blocks={card.lesson.blocks} start={card.lesson.start} slot={card.lesson.slotMinutes} />
            <div class="flex gap-4">
              {#each hardest(block?.drill?.players ?? []).slice(0, 3) as p (p.id)}<div>
                  <Finish label="{name(data.students, p.id)} finishes" player={p} small />
                </div>{/each}
            </div>
          </section>
        {/if}
      {/each}
      {#if data.given.length}
        <p class="mt-8 border-t border-base-content pt-4">
          Given today: {#each data.given as l (l.id)}<a class="mr-3 underline" href="/log">{l.title}</a
            >{/each}
        </p>
      {/if}
      {#if data.cards.length}<button type="button" class="btn mt-8 btn-sm" onclick={newLesson}
          >Plan another lesson</button
        >{/if}
    </main>
  {/snippet}
</Load>
