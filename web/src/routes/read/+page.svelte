<!-- How to read it: the symbols of the drawings, the tape and the counters, on one screen, by the components that draw them. -->
<script lang="ts">
  import { api, need, type Block, type Plan, type StudentRecord } from '$lib/api/client';
  import { heading, vocabulary } from '$lib/api/vocabulary';
  import DrillCourt from '$lib/drill/DrillCourt.svelte';
  import DrillTape from '$lib/drill/DrillTape.svelte';
  import Mark from '$lib/drill/Mark.svelte';
  import { letters } from '$lib/drill/parts';
  import EstimateChart from '$lib/progress/EstimateChart.svelte';
  import Load from '$lib/shell/Load.svelte';
  import Tape from '$lib/tape/Tape.svelte';
  import { settings } from '$lib/units/settings.svelte';
  import Wheel from '$lib/wheel/Wheel.svelte';

  const ask = async () => {
    const [shelf, courts] = await Promise.all([
      need(api.GET('/api/v1/drills/{drill}', { params: { path: { drill: 'line-deep-short-deep' } } })),
      need(api.GET('/api/v1/courts'))
    ]);
    const check = await need(
      api.POST('/api/v1/drills/check', {
        body: { drill: shelf.drill, students: 4, minutes: 10, units: settings.units }
      })
    );
    const court = courts.find((c) => c.id === shelf.drill.pattern.court)!;
    return { drill: shelf.drill, court, check };
  };
  const people = [...vocabulary.roles, ...vocabulary.objects];
  const nothing = () => undefined;

  // A short lesson of two, for the tape alone.
  const blocks = [
    { id: 'a', kind: 'warmUp', title: 'Warm-up', minutes: 5 },
    { id: 'b', kind: 'drill', title: 'Drill', minutes: 10 },
    { id: 'c', kind: 'break', title: 'Water break', minutes: 3 }
  ] as { id: string; kind: Block['kind']; title: string; minutes: number }[];
  type Doing = Plan['students'][number]['lane'][number]['doing'];
  const lane = (...parts: [Doing, number, number][]) =>
    parts.map(([doing, from, to]) => ({ doing, from, to }));
  const part = {
    hitting: 8,
    feeding: 0,
    collecting: 2,
    waiting: 5,
    away: 0,
    workToRest: 1,
    longestWait: 150
  };
  const lanes = [
    {
      id: 'a',
      name: 'Ada',
      lane: lane(
        ['hitting', 0, 8],
        ['waiting', 8, 11],
        ['hitting', 11, 13],
        ['collecting', 13, 15],
        ['resting', 15, 18]
      ),
      part
    },
    {
      id: 'b',
      name: 'Bo',
      lane: lane(
        ['hitting', 0, 5],
        ['waiting', 5, 8],
        ['hitting', 8, 11],
        ['waiting', 11, 13],
        ['collecting', 13, 15],
        ['resting', 15, 18]
      ),
      part
    }
  ];
  // Four lessons, for the chart alone.
  const track = [
    { at: Date.UTC(2026, 4, 1), good: 8, balls: 20, chance: { mean: 0.46, low: 0.32, high: 0.6 } },
    { at: Date.UTC(2026, 4, 8), good: 11, balls: 20, chance: { mean: 0.5, low: 0.39, high: 0.61 } },
    { at: Date.UTC(2026, 4, 15), good: 14, balls: 20, chance: { mean: 0.57, low: 0.47, high: 0.66 } },
    { at: Date.UTC(2026, 4, 22), good: 13, balls: 20, chance: { mean: 0.59, low: 0.51, high: 0.67 } }
  ].map((t) => ({ ...t, run: '', met: false })) as StudentRecord['skills'][number]['track'];
</script>

<svelte:head><title>How to read it · Hodometer</title></svelte:head>

<Load {ask}>
  {#snippet children({ drill, court, check })}
    <main class="mx-auto grid max-w-[1280px] gap-x-10 gap-y-4 px-6 py-4 lg:grid-cols-2">
      <h1 class="text-3xl lg:col-span-2">How to read it</h1>
      <section aria-labelledby="drawing">
        <h2 id="drawing" class="text-lg">The court</h2>
        <DrillCourt
          {drill}
          {court}
          turn={check.turn}
          chances={drill.targets.map(() => check.player.stages[0]?.rate?.mean)}
          label="{drill.title} on {court.name}, as an example"
        />
        <p class="mt-1 text-sm">
          Always to scale, students on the left. A dotted line is a feed, a solid line a stroke; the balls are
          numbered. A target shows the chance to hit it.
        </p>
        <ul
          class="mt-2 grid grid-cols-2 gap-x-4 gap-y-0.5 text-sm sm:grid-cols-3"
          aria-label="Symbols on the court"
        >
          <li>
            <svg viewBox="-8 -8 16 16"><circle r="6" fill="#10201c" stroke="#f7f4ea" stroke-width="1" /></svg
            >Student
          </li>
          <li>
            <svg viewBox="-8 -8 16 16"
              ><circle r="6" fill="#d7ee2a" stroke="#10201c" stroke-width="1.4" /></svg
            >Bounce
          </li>
          {#each people as k (k.id)}<li>
              <svg viewBox="-8 -8 16 16"><Mark kind={k.id} x={0} y={0} r={6} /></svg>{heading(people, k.id)}
            </li>{/each}
        </ul>
      </section>
      <div class="space-y-4">
        <section aria-labelledby="tape">
          <h2 id="tape" class="text-lg">The tape</h2>
          <Tape {blocks} start="17:00" slot={20} {lanes} between={{ a: 1, b: 1 }} />
          <p class="mt-1 text-sm">
            A lesson as a tape measure: one tick is a minute, and each block is as long as its minutes. Under
            it is a lane for each student; white is waiting.
          </p>
        </section>
        <section aria-labelledby="turn">
          <h2 id="turn" class="text-lg">The tape of a turn</h2>
          <DrillTape turn={check.turn} chosen={-1} ongap={nothing} onchoose={nothing} onrest={nothing} />
          <p class="mt-1 text-sm">
            One bar for each ball, in seconds: the filled part is the time the student needs, the rest is time
            to spare. {#each vocabulary.efforts as e (e.id)}<strong
                >{letters[e.id as keyof typeof letters]}</strong
              >
              {e.label}&ensp;{/each}
          </p>
        </section>
        <section aria-labelledby="figures">
          <h2 id="figures" class="text-lg">Figures and chances</h2>
          <div class="flex flex-wrap items-start gap-x-5 gap-y-2">
            {#if check.player.finish}<Wheel label="Chance to finish" figure={check.player.finish} />{/if}
            <Wheel label="Distance run" figure={check.wheels.metres} />
            <p class="min-w-52 flex-1 text-sm">
              Press a counter to see how it was calculated: the formula, its inputs and the source. “About 9
              in 10 (6 to 10)” means: most likely 9 in 10, and with a chance of 80% between 6 and 10 in 10.
            </p>
          </div>
        </section>
        <section aria-labelledby="progress" class="grid grid-cols-[10rem_1fr] items-center gap-x-4">
          <h2 id="progress" class="col-span-2 text-lg">Progress</h2>
          <EstimateChart {track} label="An example of four lessons" small />
          <p class="text-sm">
            The line is the success rate, the band its 80% range. On a ladder, ● means the gate was met in a
            lesson, ○ not met, ⊗ fell short; ▲ next rung up, ▼ rung down.
          </p>
        </section>
      </div>
    </main>
  {/snippet}
</Load>

<style>
  li {
    display: flex;
    align-items: center;
    gap: 0.35rem;
  }
  li svg {
    width: 1.3rem;
    height: 1.3rem;
    flex: none;
  }
</style>
