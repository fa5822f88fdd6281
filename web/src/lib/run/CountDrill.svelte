<!-- A drill being counted: whose turn, which stage, and the buttons that its goal needs. -->
<script lang="ts">
  import type { Drill } from '$lib/api/client';
  import { goalKind } from '$lib/api/vocabulary';
  import { sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';
  import { hitters } from './called';
  import AtBell from './count/AtBell.svelte';
  import AtEnd from './count/AtEnd.svelte';
  import BallCounter from './count/BallCounter.svelte';
  import Both from './count/Both.svelte';
  import More from './count/More.svelte';
  import MachineSheet from './MachineSheet.svelte';
  import RallyOver from './count/RallyOver.svelte';
  import Repetitions from './count/Repetitions.svelte';
  import Stopwatch from './count/Stopwatch.svelte';
  import TimedCounter from './count/TimedCounter.svelte';
  import { typing } from '$lib/shell/keys';
  import type { Session } from './session.svelte';
  import Suggestion from './Suggestion.svelte';
  import Turn from './Turn.svelte';
  import UndoButton from './UndoButton.svelte';
  import Who from './Who.svelte';

  let { session, drill, names }: { session: Session; drill: Drill; names: string[] } = $props();
  const count = $derived(session.blockState);
  const student = $derived(session.student);
  const step = $derived(session.stage);
  const counter = $derived(step && goalKind(step.goal.kind)?.counter);
  let cue = $state(0);
  let more = $state(false);
  let suggested = $state(false);
  let over = $state(false);
  const name = (id: string) => names[session.students.findIndex((s) => s.id === id)] ?? '';
  const turn = $derived(count?.turn);
  /** The ball that is due, and the one after it where that is another. */
  const due = $derived(session.due);
  const then = $derived(count?.next);
  const tells = $derived(
    !!due && !!then && (then.said !== due.said || (then.student !== due.student && !count?.turn))
  );
  /** All goals run side by side: the ball that is due says which one counts. */
  const beside = $derived(drill.stages.length > 1 && drill.stages.slice(1).every((s) => s.beside));
  const running = $derived(!!turn?.bell || !!turn?.rests);
  const byBalls = $derived(counter === 'balls' && !step?.repeats);
  const hitting = $derived(
    turn ? hitters(turn.now) : (count?.students ?? []).map((s) => s.id).filter((id) => !away(id))
  );
  /** Two who play with each other are counted side by side. */
  const both = $derived(byBalls && !!count?.shotMs && hitting.length === 2 && !turn?.full);
  const away = (id: string) =>
    !!session.state.absent?.includes(id) ||
    !!session.state.gone?.includes(id) ||
    !!session.state.expected?.includes(id);
  /** The result is entered when the turn is over: so many balls of it, or a streak. */
  const streak = $derived(!!step && !!goalKind(step.goal.kind)?.streaks);
  const atEnd = $derived(
    !!session.block?.atEnd &&
      byBalls &&
      !both &&
      !turn?.full &&
      (streak || (turn?.by === 'balls' && !!turn.of && hitting.length === 1))
  );
  /** A ball machine feeds it: its balls count by themselves where it is used. */
  const machine = $derived(byBalls && !both && drill.pattern.feeds.some((f) => f.how === 'machine'));
  let feeding = $state(false);
  /** Of a station it is entered at the bell. */
  let belled = $state(false);
  const atBell = $derived(!!session.block?.atEnd && running);
  const choices = $derived(session.lastBall ? (drill.stages[session.lastBall.step]?.choices ?? []) : []);
  /** What was said of the last ball already; the buttons go back once they were used. */
  let chosen = $state('');
  const asked = $derived(
    choices.length > 0 &&
      !!session.lastBall &&
      chosen !== `${count?.balls} ${session.lastBall.student} ${session.lastBall.step}`
  );
  function choose(i: number) {
    chosen = `${count?.balls} ${session.lastBall?.student} ${session.lastBall?.step}`;
    session.chose(i);
  }
  // What is this student's own comes first: the cue, and the target as it is for them.
  const own = $derived(session.block?.variants?.find((o) => o.student === student?.id));
  const cues = $derived([...(step?.cue ? [step.cue] : []), ...(own?.cue ? [own.cue] : []), ...drill.cues]);
  const circle = $derived(drill.targets.find((t) => t.kind === 'circle'));
  const target = $derived(
    own && own.scale !== 1
      ? circle
        ? `target radius ${sayLength(circle.radius * own.scale, settings.units)}`
        : `target at ${Math.round(100 * own.scale)}% of its size`
      : ''
  );
  const watch = $derived(session.watch);
  const trying = $derived(
    !!step?.tryAt && (step.goal.seconds ?? 60) * 1000 > session.now - (step.tryAt ?? 0)
  );
  const waits = $derived(student?.waits);
  /** The bell of the stage has rung: the next one is waited for. */
  const rung = $derived(counter === 'sets' && !!step?.tryAt && !trying);

  /** The stage in hand for this student; one behind a gate is opened on purpose. */
  function pick(i: number) {
    if (!student || !session.block) return;
    const locked = student.stages[i]?.locked;
    session.add({
      kind: locked ? 'stage' : 'pickStep',
      block: session.block.id,
      student: student.id,
      step: i
    });
  }
  /** One stage in or out: for all where all work at once by the clock, else for who is counted. */
  function step1(by: number) {
    if (!student || !session.block) return;
    const to = session.step + by;
    if (to < 0 || to >= student.stages.length) return;
    if (step?.goal.seconds && !session.blockState?.turn) {
      session.add({ kind: 'stage', block: session.block.id, step: to });
    } else {
      pick(to);
    }
  }
  function openForAll() {
    if (session.block && student)
      session.add({ kind: 'stage', block: session.block.id, step: session.step + 1 });
  }
</script>

<svelte:window
  onkeydown={(e) => {
    if (e.key === 'w' && !typing(e) && !e.ctrlKey && !e.metaKey && !e.altKey) {
      more = true;
      e.preventDefault();
    }
  }}
/>
{#if student && step && count}
  <Turn {session} {names} />
  {#if !running && (!both || hitting.length < (count.students?.length ?? 0))}<Who {session} {names} />{/if}

  <section class="flex flex-1 flex-col justify-center gap-1.5" aria-label="Goal">
    {#if tells && due && then}
      <p class="text-lg leading-tight" role="status" aria-label="Next ball">
        <strong><bdi>{name(due.student)}</bdi>: {due.said}</strong>
        <span class="text-base"
          >then {then.student === due.student ? '' : `${name(then.student)}: `}{then.said}</span
        >
      </p>
    {/if}
    <div class="flex items-center gap-2" class:hidden={(beside && tells) || (both && due?.sure)}>
      {#if student.stages.length > 1}<button
          type="button"
          class="btn h-14 w-14 shrink-0 border-2 border-base-content px-0 text-2xl"
          aria-label="Previous stage"
          disabled={session.step === 0}
          onclick={() => step1(-1)}>‹</button
        >{/if}
      <label class="min-w-0 flex-1">
        <span class="sr-only">Stage being counted</span>
        <select
          class="select h-14 w-full border-2 border-base-content pr-9 font-semibold text-ellipsis {student
            .stages.length > 1
            ? 'bg-none px-2 text-[0.95rem]'
            : 'text-xl'}"
          value={session.step}
          onchange={(e) => pick(Number(e.currentTarget.value))}
        >
          {#each student.stages as t, i (i)}<option value={i}
              >{t.met ? '✓ ' : t.locked ? 'locked: ' : t.skipped ? 'skipped: ' : ''}{t.label}{running
                ? ''
                : `, ${t.goalLabel}`}</option
            >{/each}
        </select>
      </label>
      {#if student.stages.length > 1}<button
          type="button"
          class="btn h-14 w-14 shrink-0 border-2 border-base-content px-0 text-2xl"
          class:btn-accent={rung}
          aria-label="Next stage{student.stages[session.step + 1]
            ? `: ${student.stages[session.step + 1]?.label}`
            : ''}"
          disabled={session.step === student.stages.length - 1}
          onclick={() => step1(1)}>›</button
        >{/if}
    </div>
    {#if counter === 'sets'}<TimedCounter {session} bare={atBell} />
    {:else if counter === 'times'}<Stopwatch {session} {watch} />
    {:else if step.repeats}<Repetitions {session} bell={watch} />
    {:else if !both}<BallCounter {session} tight={suggested} />{/if}
    {#if student.met}<p class="text-lg leading-tight font-semibold">
        All goals met. Move on, or make it harder.
      </p>{/if}
    {#if session.state.reached}
      <p
        class="rounded border-2 border-base-content bg-accent px-3 py-1 text-lg leading-tight font-bold text-accent-content"
        role="status"
      >
        Goal reached: {session.state.reached}
      </p>
    {:else if waits}
      <div class="flex items-center justify-between gap-2">
        <p class="text-lg leading-tight font-semibold">Locked until everyone has met the goal.</p>
        <button type="button" class="btn h-14 border-2 border-base-content" onclick={openForAll}
          >Unlock for everyone</button
        >
      </div>
    {:else if step.over && !step.met}
      <p class="text-lg leading-tight font-semibold">Another student was first.</p>
    {:else if !student.met && !(atBell && belled)}
      {@const said = cues[cue % Math.max(1, cues.length)]}
      {@const besides = [
        session.last ? `Last time: ${session.last.said}` : '',
        target ? `this student: ${target}` : ''
      ]
        .filter(Boolean)
        .join(' · ')}
      <button
        type="button"
        class="flex min-h-14 flex-col justify-center text-left text-lg leading-tight"
        class:gives={suggested}
        onclick={() => (cue = (cue + 1) % Math.max(1, cues.length))}
        aria-label="{said ? `Cue: ${said}. ` : ''}{besides ? `${besides}. ` : ''}Next cue"
      >
        {#if said}<span class={suggested || asked ? 'line-clamp-1' : 'line-clamp-2'}>“{said}”</span>{/if}
        {#if besides}<span class="line-clamp-1 text-base">{besides}</span>{/if}
      </button>
    {/if}
  </section>
  <Suggestion {session} {names} bind:any={suggested} />
  {#if asked}
    <div class="grid grid-cols-2 gap-2" role="group" aria-label="What the last ball was">
      {#each choices as c, i (c.id)}
        <button
          type="button"
          class="btn h-14 min-w-0 border-2 border-base-content px-1 text-base leading-tight"
          onclick={() => choose(i)}
          >{c.right ? '✓ ' : c.wrong ? '× ' : ''}{c.words}
          <span class="figures">{step.choices?.[c.id] ?? ''}</span></button
        >
      {/each}
    </div>
  {/if}

  {#if machine}<button
      type="button"
      class="btn h-14 border-2 border-base-content text-lg"
      onclick={() => (feeding = true)}>Feed by ball machine…</button
    >{/if}
  {#if both}<Both {session} ids={hitting} {name} />{/if}
  {#if atBell}<AtBell {session} {name} bind:asking={belled} />{/if}
  {#if atEnd}<AtEnd {session} name={name(student.id)} balls={turn?.of ?? 0} {streak} />{/if}
  <div
    class="grid grid-cols-2 gap-2"
    class:hidden={both || atEnd}
    class:tight={suggested || asked || atBell}
    class:left={settings.thumb === 'left'}
  >
    {#if running}
      <div class="col-span-2 grid grid-cols-3 gap-2">
        <button
          type="button"
          class="big small {atBell ? 'col-span-3' : ''}"
          onclick={() => session.block && session.add({ kind: 'bell', block: session.block.id })}
          >{turn?.rests ? 'Start now' : 'Ring now'}</button
        >
        {#if !atBell}
          <button
            type="button"
            class="big"
            disabled={turn?.rests}
            onclick={() => session.at('count', { value: 5 })}>+5</button
          >
          <button
            type="button"
            class="big good"
            disabled={turn?.rests}
            onclick={() => session.at('count', { value: 1 })}>+1</button
          >
        {/if}
      </div>
    {:else if counter === 'sets'}
      <button type="button" class="big good" onclick={() => session.at('count', { value: 1 })}>+1</button>
      <div class="grid grid-rows-2 gap-2">
        <button type="button" class="big half" onclick={() => session.at('count', { value: 5 })}>+5</button>
        <button type="button" class="big half" class:good={!trying} onclick={() => session.at('go')}
          >{step.tries?.length ? 'Next try' : 'Start'}</button
        >
      </div>
    {:else if counter === 'times'}
      {#if watch.since}
        <button type="button" class="big good" aria-keyshortcuts="g" onclick={() => session.tap('good')}
          >Stop</button
        >
        <button
          type="button"
          class="big"
          onclick={() => session.at('time', { value: Math.max(100, watch.take(true)) })}>Lap</button
        >
      {:else}
        <button
          type="button"
          class="big good col-span-2"
          aria-keyshortcuts="g"
          onclick={() => session.tap('good')}>Start</button
        >
      {/if}
    {:else if step.repeats}
      <button type="button" class="big good" aria-keyshortcuts="g" onclick={() => session.tap('good')}
        ><span aria-hidden="true">+1</span> Done</button
      >
      <button type="button" class="big" onclick={() => session.at('reps', { value: 5 })}>+5</button>
    {:else}
      <button type="button" class="big good" aria-keyshortcuts="g" onclick={() => session.tap('good')}
        ><span aria-hidden="true">{counter === 'shots' ? '+1' : '✓'}</span>
        {counter === 'shots' ? 'Shot' : 'Good'}</button
      >
      <button type="button" class="big miss" aria-keyshortcuts="m" onclick={() => session.tap('miss')}
        ><span aria-hidden="true">×</span> {counter === 'shots' ? 'Rally over' : 'Miss'}</button
      >
    {/if}
  </div>
  <div class="grid grid-cols-3 gap-2">
    <UndoButton {session} />
    {#if both}
      <button
        type="button"
        class="btn h-14 min-w-0 border-2 border-base-content px-2 text-lg leading-tight"
        onclick={() => (over = true)}>Rally over…</button
      >
    {:else if count.basketLeft >= 0}
      <button
        type="button"
        class="btn h-14 min-w-0 border-2 border-base-content px-2 text-lg leading-tight"
        class:btn-warning={count.pickUpNow}
        aria-keyshortcuts="b"
        aria-label="{count.basketLeft} balls left in the basket. Press when the balls are picked up"
        onclick={() => session.block && session.add({ kind: 'pickUp', block: session.block.id })}
      >
        <span class="figures text-2xl">{count.basketLeft}</span>
        {count.pickUpNow ? 'pick up!' : 'left'}
      </button>
    {:else}<span></span>{/if}
    <button
      type="button"
      class="btn h-14 border-2 border-base-content text-lg"
      aria-keyshortcuts="w"
      onclick={() => (more = true)}>Notes…</button
    >
  </div>
  {#if feeding}<MachineSheet {session} {drill} {names} onclose={() => (feeding = false)} />{/if}
  {#if over}<RallyOver {session} ids={hitting} {name} onclose={() => (over = false)} />{/if}
  {#if more}<More
      {session}
      {drill}
      name={names[session.students.findIndex((s) => s.id === student.id)] ?? ''}
      onclose={() => (more = false)}
    />{/if}
{:else}
  <p class="flex-1 p-4 text-xl">
    This lesson has no students to count. Add students to the lesson, then run it again.
  </p>
{/if}

<style>
  .big {
    min-height: 5.5rem;
    border-radius: 0.5rem;
    font-size: 2rem;
    font-weight: 700;
    border: 3px solid var(--color-base-content);
    touch-action: manipulation;
  }
  .big.good {
    background: #d7ee2a;
    color: #1c2421;
  }
  .big.miss {
    background: var(--color-base-100);
  }
  /* On a low screen the cue makes room for what is suggested. */
  @media (max-height: 700px) {
    .gives {
      display: none;
    }
  }
  .tight .big {
    min-height: 4.25rem;
  }
  .big.small {
    font-size: 1.25rem;
    line-height: 1.1;
  }
  .hidden {
    display: none;
  }
  .big.half {
    min-height: 3rem;
    font-size: 1.5rem;
  }
  /* The first of them, Good, lies under the thumb that counts. */
  .left > :first-child:not(.col-span-2) {
    order: 0;
  }
  div:not(.left) > .big.good:first-child:not(:only-child) {
    order: 1;
  }
  .big:active {
    transform: scale(0.97);
  }
</style>
