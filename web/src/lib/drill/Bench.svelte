<!-- A drill on the workbench: drawn, reckoned while it is drawn, bent, mended, played. -->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import {
    api,
    type Court,
    type Drill,
    type DrillCheck,
    type DrillNotice,
    type DrillOutlook,
    type Point,
    type Student
  } from '$lib/api/client';
  import Choice from '$lib/shell/Choice.svelte';
  import { derivations, label as wordOf, vocabulary } from '$lib/api/vocabulary';
  import { Latest } from '$lib/shell/latest.svelte';
  import Num from '$lib/shell/Num.svelte';
  import { typing } from '$lib/shell/keys';
  import { sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';
  import Reading from '$lib/wheel/Reading.svelte';
  import Wheel from '$lib/wheel/Wheel.svelte';
  import { sayChance } from '$lib/units/say';
  import DrillCourt from './DrillCourt.svelte';
  import DrillTape from './DrillTape.svelte';
  import Goals from './Goals.svelte';
  import StageStrip from './StageStrip.svelte';
  import PutDown from './PutDown.svelte';
  import SelectedThing from './SelectedThing.svelte';
  import Tray from './Tray.svelte';
  import CoachingNotes from './CoachingNotes.svelte';
  import type { Holder } from './holder';
  import {
    bring,
    bringers,
    broughtBy,
    change,
    everything,
    nameOf,
    placeOf,
    sameThing,
    sayBalls,
    twice,
    without,
    flown,
    type Bringer,
    type Selection,
    type Sources,
    type Target,
    sayEffort,
    sayToSpare
  } from './parts';

  interface Props {
    holder: Holder;
    courts: Court[];
    students: Student[];
    /** A bend or a fix was taken. */
    ontake: (drill: Drill, label: string) => void;
    /** Stands over the wheels: title and what can be done with the drill. */
    head: Snippet<[SVGSVGElement | undefined]>;
    /** The drill is a lesson's: what it comes to is said for those who are in it. */
    lesson?: { minutes: number; outlook?: DrillOutlook; name: (id: string) => string };
  }
  let { holder, courts, students, ontake, head, lesson }: Props = $props();

  const drill = $derived(holder.drill);
  type Edits = DrillCheck['edits'];
  const p = $derived(drill.pattern);
  const court = $derived(courts.find((c) => c.id === p.court)!);
  let chosen = $state.raw<Selection>({ part: 'ball', i: 0 });
  const selected = $derived(
    chosen.part === 'base' || placeOf(drill, chosen) ? chosen : ({ part: 'student' } as Selection)
  );
  let tab = $state<'thing' | 'list' | 'goals' | 'words'>('thing');
  let snapping = $state(true);
  let svg = $state<SVGSVGElement>();

  // For whom: anybody of a level, or a student with their own counts.
  let forWhom = $state('');
  // svelte-ignore state_referenced_locally
  let many = $state(lesson ? students.length : holder.drill.players.best);
  // svelte-ignore state_referenced_locally
  let minutes = $state(lesson?.minutes ?? holder.drill.minutes.best);
  /** Those of the lesson who have to be told apart: all of a few, of many the weakest. */
  const ofLesson = $derived.by(() => {
    const all = (lesson?.outlook?.players ?? []).filter((p) => p.finish);
    if (all.length <= 3) return all;
    return all.toSorted((a, b) => a.finish!.value - b.finish!.value).slice(0, 2);
  });
  const student = $derived(students.find((s) => s.id === forWhom));

  // The stage in hand is drawn and run through as it is played; −1 is the drill itself.
  let stage = $state(-1);
  const answer = new Latest<DrillCheck>();
  let dragging = $state(false);
  $effect(() => {
    const since = performance.now();
    const who = student ? { student: student.id } : forWhom ? { level: forWhom } : {};
    // The neighbours are asked for when the hand rests: they are a dozen drills.
    const body = {
      drill,
      ...who,
      students: many,
      minutes,
      stage: stage + 1,
      paths: true,
      neighbours: !dragging,
      quick: dragging,
      units: settings.units
    };
    void answer.ask(async () => {
      const out = await api.POST('/api/v1/drills/check', { body });
      performance.measure(body.neighbours ? 'bench at rest' : 'bench answer', { start: since });
      return out;
    });
  });
  const check = $derived(answer.value);
  /** Takes what a notice offers of the drill as it is drawn now: a hand can be faster than the answer. */
  async function fix(said: DrillNotice, nth: number) {
    const now = (await answer.newest())?.notices.find((n) => n.kind === said.kind && n.feed === said.feed);
    const offer = now?.fixes[nth];
    if (offer) ontake(offer.drill, offer.label);
  }
  /** Takes a variation of the drill as it is drawn now. */
  async function vary(id: string) {
    const now = (await answer.newest())?.neighbours?.find((n) => n.id === id);
    if (now) ontake(now.drill, now.label);
  }
  let neighbours = $state.raw<NonNullable<DrillCheck['neighbours']>>([]);
  $effect(() => {
    if (check?.neighbours) neighbours = check.neighbours;
  });
  const shown = $derived<Drill>(stage >= 0 && check?.shown ? { ...drill, pattern: check.shown } : drill);
  const elsewhere = $derived(shown !== drill);
  const turn = $derived(
    check && check.turn.balls.length === shown.pattern.feeds.length ? check.turn : undefined
  );
  const good = $derived(check?.player.stages[0]?.rate);
  const chances = $derived(
    drill.targets.map(
      (_, i) => check?.player.stages[drill.stages.findIndex((s) => s.target === i)]?.rate?.mean
    )
  );

  // Who brings each ball; what was known last, until the answer is there.
  let sources = $state.raw<Sources>([]);
  $effect(() => {
    if (check) sources = check.edits.sources;
  });
  /** What a step did beside what was asked for, said where the hand is. */
  let told = $state('');
  /** Somebody is to be removed whose balls another has to bring. */
  let leaving = $state.raw<Bringer>();

  function set(next: Drill, key = '') {
    told = '';
    leaving = undefined;
    holder.set(next, key);
  }
  function rest() {
    dragging = false;
    holder.rest();
  }
  function move(h: Selection, to: Point) {
    dragging = true;
    set(change(drill, h, to, court, sources), `${h.part} ${'i' in h ? h.i : ''}`);
  }
  function size(i: number, next: Partial<Target>) {
    dragging = true;
    set({ ...drill, targets: drill.targets.map((t, j) => (j === i ? { ...t, ...next } : t)) }, `size ${i}`);
  }
  /** A release on the tape is the gap of the ball before it; later balls move along. */
  function release(i: number, at: number) {
    const b = turn?.balls[i - 1];
    if (!b) return;
    dragging = true;
    set(
      {
        ...drill,
        pattern: {
          ...p,
          feeds: p.feeds.map((f, j) =>
            j === i - 1
              ? { ...f, gap: Math.max(0.2, Math.min(60, Math.round((at - b.release) * 10) / 10)) }
              : f
          )
        }
      },
      `gap ${i}`
    );
  }
  function take(h: Selection) {
    if (!sameThing(h, chosen)) {
      chosen = h;
      told = '';
      leaving = undefined;
    }
    tab = 'thing';
  }
  /** How the number of balls changes, for the drill as it stands now. */
  async function edits(): Promise<Edits | undefined> {
    if (check && turn) return check.edits;
    const { data } = await api
      .POST('/api/v1/drills/check', { body: { drill, quick: true } })
      .catch(() => ({ data: undefined }));
    return data?.edits;
  }
  async function remove() {
    const fewer = selected.part === 'ball' ? (await edits())?.turnBallsFewer : drill.turnBalls;
    const next = fewer && without(drill, selected, fewer);
    if (!next) return;
    const theirs = broughtBy(sources, selected);
    if (theirs.length && bringers(drill).length > 1) {
      leaving = selected as Bringer;
      tab = 'thing';
      return;
    }
    const i = 'i' in selected ? selected.i : 0;
    set(next);
    chosen =
      selected.part === 'ball'
        ? { part: 'ball', i: Math.max(0, i - 1) }
        : selected.part === 'aim' || selected.part === 'go'
          ? { part: 'ball', i }
          : { part: 'student' };
    if (theirs.length) told = `Nobody brings ${sayBalls(theirs)} now.`;
  }
  /** Who leaves is removed, and somebody else brings their balls. */
  function handOver(to: Bringer) {
    if (!leaving) return;
    const theirs = broughtBy(sources, leaving);
    const name = nameOf(drill, to);
    const next = without(bring(drill, theirs, to), leaving, drill.turnBalls)!;
    const i = to.part === leaving.part && to.i > leaving.i ? to.i - 1 : to.i;
    set(next);
    chosen = { part: to.part, i };
    told = `${name} brings ${sayBalls(theirs)} now.`;
  }
  /** Balls are brought by somebody else. */
  function give(balls: number[], to: Bringer) {
    const theirs = [...broughtBy(sources, to), ...balls].sort((a, b) => a - b);
    set(bring(drill, balls, to));
    told = `${nameOf(drill, to)} brings ${sayBalls(theirs)} now.`;
  }
  async function duplicate() {
    const many = selected.part === 'ball' ? (await edits())?.turnBallsMore : drill.turnBalls;
    const more = many && twice(drill, selected, many);
    if (!more) return;
    set(more.drill);
    chosen = more.selected;
  }
  function key(e: KeyboardEvent): boolean {
    if (e.key === 'Delete' || e.key === 'Backspace') void remove();
    else if (e.key.toLowerCase() === 'd' && !e.ctrlKey && !e.metaKey) void duplicate();
    else return false;
    return true;
  }
  async function addBall(to?: Point) {
    const next = p.feeds.length < 24 && (await edits());
    if (!next) return;
    const f = next.nextFeed;
    set({
      ...drill,
      turnBalls: next.turnBallsMore,
      pattern: { ...p, feeds: [...p.feeds, to ? { ...f, to } : f] }
    });
    take({ part: 'ball', i: drill.pattern.feeds.length - 1 });
  }
  /** Something was put on the court, last of its kind. */
  async function putDown(one: (put: Edits['put']) => Drill | undefined, part: 'target' | 'person' | 'thing') {
    const put = (await edits())?.put;
    const next = put && one(put);
    if (!next) return;
    set(next);
    const all = { target: next.targets, person: next.pattern.people, thing: next.pattern.objects }[part];
    const i = all.length - 1;
    take({ part, i });
    if (part === 'person' && next.pattern.people[i]!.role === 'feeder') second(i);
  }
  /** A second feeder takes every other ball of those that are brought. */
  function second(i: number) {
    const balls = p.feeds.flatMap((f, j) => (flown(f) && f.how !== 'machine' ? [j] : []));
    const theirs = balls.filter((_, k) => k % 2 === 1);
    if (bringers(drill).length === 2 && theirs.length) give(theirs, { part: 'person', i });
  }

  // Play: ball and student at the speed chosen.
  let speed = $state<'0.5' | '1' | '2'>('1');
  let playing = $state(false);
  let at = $state<number>();
  $effect(() => {
    if (!playing || !turn) return;
    const end = Math.max(...turn.balls.map((b) => b.contact)) + 0.8;
    const rate = Number(speed);
    let last = performance.now();
    let id = requestAnimationFrame(function frame(t) {
      at = (at ?? 0) + ((t - last) / 1000) * rate;
      last = t;
      if (at > end) {
        playing = false;
        at = undefined;
        return;
      }
      id = requestAnimationFrame(frame);
    });
    return () => cancelAnimationFrame(id);
  });
  function hotkey(e: KeyboardEvent) {
    if (e.key === 'Escape' && at !== undefined) {
      playing = false;
      at = undefined;
    } else if (e.key === ' ' && !typing(e) && !(e.target instanceof HTMLButtonElement)) {
      e.preventDefault();
      playing = !playing;
    }
  }
  const length = (m: number) => sayLength(m, settings.units);
  const tight = $derived(
    turn?.balls.reduce((worst, b, i) => (b.leg.ratio > turn.balls[worst]!.leg.ratio ? i : worst), 0) ?? 0
  );
  const said = (h: Selection) => {
    const q = placeOf(drill, h);
    const b = h.part === 'ball' ? turn?.balls[h.i] : undefined;
    const stroke = h.part === 'ball' ? `, ${wordOf(vocabulary.strokes, p.feeds[h.i]!.stroke)}` : '';
    const left = b
      ? b.feasible
        ? `; ${sayEffort(b.leg.effort)}, ${sayToSpare(b.leg.slack)}`
        : '; cannot be fed'
      : '';
    const across =
      q && Math.abs(q.x) < 0.02
        ? 'on the centre line'
        : q
          ? `${length(Math.abs(q.x))} ${q.x < 0 ? 'left' : 'right'}`
          : '';
    return q
      ? `${stroke.slice(2)}${stroke ? ', ' : ''}${across}, ${length(Math.abs(q.y))} ${court.walls ? 'from the front wall' : q.y < 0 ? 'from the net' : 'beyond the net'}${left}`
      : '';
  };
  const rests = $derived(
    check
      ? check.wheels.rest.value < 9.95
        ? check.wheels.rest.value.toFixed(1)
        : check.wheels.rest.value.toFixed(0)
      : ''
  );
  const tabs = [
    { id: 'thing', name: 'Selected' },
    { id: 'list', name: 'List' },
    { id: 'goals', name: 'Stages' },
    { id: 'words', name: 'Notes' }
  ] as const;
</script>

<svelte:window onkeydown={hotkey} />

<div class="grid gap-x-7 gap-y-4 lg:grid-cols-[minmax(0,1fr)_20.5rem]">
  <section aria-label="The drill" class="min-w-0">
    {@render head(svg)}
    <div class="min-h-[3.2rem]" aria-live="polite">
      {#if answer.error}<p class="mt-1 font-semibold text-error">{answer.error}</p>
      {:else if check && turn}
        {#each check.notices as n, i (i)}
          {#if i < 3}
            <p class="notice">
              <span class="heed" aria-hidden="true">!</span>
              <bdi>{n.text}</bdi>
              {#each n.fixes as f, j (j)}<button
                  type="button"
                  class="btn ml-1 btn-primary btn-xs"
                  title={f.outcome}
                  onclick={() => fix(n, j)}>{f.label}</button
                >{/each}
            </p>
          {/if}
        {:else}
          <p class="mt-1">
            {p.feeds.length === 1
              ? 'Least time:'
              : `Least time: ${p.feeds[tight]?.how === 'shadow' ? 'stroke' : 'ball'} ${tight + 1},`}
            {sayToSpare(turn.balls[tight]!.leg.slack)}. <bdi>{drill.intent}</bdi>
          </p>
        {/each}
        {#if check.notices.length > 3}<p class="text-sm">and {check.notices.length - 3} more</p>{/if}
      {/if}
    </div>
    {#if check}
      <div class="wheels mt-1" role="group" aria-label="Results">
        <Reading
          small
          label="Turn"
          shown={check.wheels.turnSeconds.value.toFixed(1)}
          unit="s"
          said="{check.wheels.turnSeconds.value.toFixed(1)} s, {p.feeds.length} balls"
          derivation={derivations[check.wheels.turnSeconds.derivation]}
          inputs={[]}
        />
        <Wheel small label="Strokes/min" figure={check.wheels.perMinute} />
        <Reading
          small
          label="Work : rest"
          shown="1:{rests}"
          said="one to {rests}"
          derivation={derivations[check.wheels.rest.derivation]}
          inputs={(derivations[check.wheels.rest.derivation]?.inputs ?? []).map((i, k) => ({
            name: i.name,
            said: (check.wheels.rest.inputs[k] ?? 0).toFixed(1)
          }))}
        />
        <Wheel
          small
          label={check.player.finish ? 'Balls hit' : 'Repetitions'}
          figure={check.wheels.contacts}
        />
        <Wheel small label="Distance run" figure={check.wheels.metres} />
        {#if check.wheels.balls.value > 0}<Wheel
            small
            label="Balls needed"
            figure={check.wheels.balls}
          />{/if}
        {#if turn?.balls.some((b) => b.net > 0)}<Reading
            small
            label="Height over the {court.words.barrier}"
            shown={length(check.wheels.leastOver.value)}
            said={length(check.wheels.leastOver.value)}
            derivation={derivations[check.wheels.leastOver.derivation]}
            inputs={[]}
          />{/if}
        {#if good}<Reading
            small
            label="Success rate"
            shown={sayChance(good.mean)}
            said={sayChance(good.mean)}
            note="There is an 80% chance that the true value is within {sayChance(good.low)}–{sayChance(
              good.high
            )}."
            derivation={derivations['estimate']}
            inputs={[]}
          />{/if}
        {#if lesson}
          {#if lesson.outlook?.all}<Wheel
              small
              label="Chance that all finish"
              figure={lesson.outlook.all}
            />{/if}
          {#each ofLesson as p (p.id)}<Wheel
              small
              label="{lesson.name(p.id)} finishes"
              figure={p.finish}
            />{/each}
        {:else}
          {#if check.player.finish}<Wheel small label="Chance to finish" figure={check.player.finish} />{/if}
          <Wheel
            small
            label={check.player.finish ? 'Half the time under' : 'Takes'}
            figure={check.player.likely}
          />
        {/if}
      </div>
    {/if}
    <StageStrip
      {drill}
      {check}
      chosen={stage}
      onchoose={(i) => {
        stage = i;
        if (i >= 0) tab = 'goals';
      }}
      onset={(d) => set(d)}
    />
    <PutDown {drill} onball={() => void addBall()} onput={(one, part) => void putDown(one, part)} />
    <div class="mt-1.5">
      <DrillCourt
        bind:svg
        drill={shown}
        {court}
        {turn}
        {chances}
        waiting={Math.ceil(
          (many - drill.hitters) / Math.max(1, p.people.filter((q) => q.role === 'waiting').length)
        )}
        {selected}
        {at}
        {snapping}
        label="{drill.title} on {court.name}, seen from above, near end left"
        onmove={elsewhere ? undefined : move}
        onsize={elsewhere ? undefined : size}
        onselect={take}
        onrest={rest}
        onfeed={elsewhere ? undefined : (to) => void addBall(to)}
        onkey={key}
      />
      {#if elsewhere}<p class="text-sm">
          Shown as stage {stage + 1} is played. To move things, select “The drill”.
        </p>{/if}
    </div>
    {#if turn}<DrillTape
        {turn}
        chosen={'i' in selected && selected.part === 'ball' ? selected.i : -1}
        {at}
        ongap={release}
        onchoose={(i) => take({ part: 'ball', i })}
        onrest={rest}
        onscrub={(t) => {
          playing = false;
          at = t;
        }}
      />{/if}
    <div class="mt-1 flex flex-wrap items-end gap-3 text-xs">
      <button type="button" class="btn btn-sm" aria-pressed={playing} onclick={() => (playing = !playing)}
        >{playing ? 'Pause' : 'Play the turn'}</button
      >
      {#if at !== undefined && !playing}<button
          type="button"
          class="btn btn-sm"
          onclick={() => (at = undefined)}>Back to the drawing</button
        >{/if}
      <Choice
        label="Speed"
        value={speed}
        options={[
          { id: '0.5', name: 'half' },
          { id: '1', name: 'real' },
          { id: '2', name: 'double' }
        ]}
        onset={(s) => (speed = s)}
      />
      <label class="flex items-center gap-1.5 pb-1.5"
        ><input
          type="checkbox"
          class="checkbox border-base-content checkbox-xs"
          bind:checked={snapping}
        />Snap to lines and spots</label
      >
      <span class="basis-full sm:flex-1 sm:basis-0"
        >Drag anything. Double-click the students’ side of the net to add a ball. Drag a number on the tape to
        change the timing; drag along its top edge to see a moment. Arrow keys move, Delete removes, D
        duplicates.</span
      >
    </div>
    {#if check && neighbours.length}<Tray {neighbours} now={check} {courts} onvary={vary} />{/if}
  </section>
  <aside class="min-w-0">
    <div class="flex flex-wrap items-end gap-x-3 gap-y-2">
      <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
        >For
        <select class="select w-36 border-base-content/60 select-sm" bind:value={forWhom}>
          <option value="">the drill’s level</option>
          {#each vocabulary.levels as l (l.id)}<option value={l.id}>a typical {l.label} student</option
            >{/each}
          {#each students as s (s.id)}<option value={s.id}>{s.name}</option>{/each}
        </select></label
      >
      {#if lesson}<p class="pb-1.5 text-sm">
          {many === 1 ? 'one student' : `${many} students`}, {minutes} min, as in the lesson
        </p>
      {:else}
        <Num label="Students" whole value={many} min={1} max={16} onset={(v) => (many = v)} />
        <Num label="Minutes" whole value={minutes} min={1} max={240} onset={(v) => (minutes = v)} />
      {/if}
    </div>
    <div class="mt-3 flex gap-1" role="group" aria-label="Drill details">
      {#each tabs as o (o.id)}<button
          type="button"
          class="btn font-normal btn-sm"
          class:btn-primary={tab === o.id}
          aria-pressed={tab === o.id}
          onclick={() => (tab = o.id)}>{o.name}</button
        >{/each}
    </div>
    <div class="mt-3 border-t border-base-content pt-3">
      {#if tab === 'thing'}
        <SelectedThing
          {drill}
          {court}
          {turn}
          {selected}
          {sources}
          {told}
          {leaving}
          onset={(d) => set(d)}
          ongive={give}
          onhandover={handOver}
          onstay={() => (leaving = undefined)}
          onselect={take}
          onduplicate={duplicate}
          onremove={remove}
        />
      {:else if tab === 'list'}
        <h2 class="text-base">Everything on the court</h2>
        <ul class="mt-1 text-sm" aria-label="Everything on the court">
          {#each everything(drill) as h (`${h.part} ${'i' in h ? h.i : ''}`)}
            <li>
              <button
                type="button"
                class="w-full rounded px-1 py-1 text-left hover:bg-base-200"
                class:font-semibold={sameThing(h, selected)}
                onclick={() => take(h)}
                >{nameOf(drill, h)}
                <span dir="auto" class="figures block text-xs font-normal">{said(h)}</span></button
              >
            </li>
          {/each}
        </ul>
      {:else if tab === 'goals'}<Goals
          {drill}
          {court}
          {check}
          {stage}
          onset={(d) => set(d)}
          onchoose={(i) => (stage = i)}
        />
      {:else}<CoachingNotes {drill} cautions={check?.cautions ?? []} onset={(d) => set(d)} />{/if}
    </div>
  </aside>
</div>

<style>
  .wheels {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 0.4rem 0.25rem;
  }
  /* Long labels take two lines, so that the counters stay in one row. */
  .wheels :global(.name) {
    max-width: 4.8rem;
  }
  .notice {
    margin-top: 0.3rem;
    line-height: 1.55;
  }
</style>
