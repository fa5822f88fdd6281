<!-- A drill being counted: whose turn, which goal, and three buttons. -->
<script lang="ts">
  import type { Drill } from '$lib/api/client';
  import { sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';
  import type { Session } from './session.svelte';

  let { session, drill, names }: { session: Session; drill: Drill; names: string[] } = $props();
  const count = $derived(session.blockState);
  const student = $derived(session.student);
  const step = $derived(student?.stages[student.stage]);
  const pips = $derived(step && step.goal.count <= 12 ? step.goal.count : 0);
  let cue = $state(0);
  // What is this student's own comes first: the cue, and the target as it is for them.
  const own = $derived(session.block?.variants?.find((o) => o.student === student?.id));
  const cues = $derived([...(own?.cue ? [own.cue] : []), ...drill.cues]);
  const circle = $derived(drill.targets.find((t) => t.kind === 'circle'));
  const target = $derived(
    own && own.scale !== 1
      ? circle
        ? `target ${sayLength(circle.radius * own.scale, settings.units)}`
        : `target × ${own.scale}`
      : ''
  );

  function pick(i: number) {
    if (student && session.block)
      session.add({ kind: 'pickStep', block: session.block.id, student: student.id, step: i });
  }
</script>

{#if student && step && count}
  <div
    class="grid gap-1.5"
    style:grid-template-columns="repeat({Math.min(4, count.students?.length ?? 1)}, minmax(0, 1fr))"
    role="group"
    aria-label="Student to count"
  >
    {#each count.students ?? [] as s, i (s.id)}
      <button
        type="button"
        class="student"
        aria-pressed={s.id === student.id}
        aria-label="Count {names[i]}, {s.stages.filter((t) => t.met).length} of {s.stages.length} goals met"
        onclick={() => session.add({ kind: 'focus', student: s.id })}
      >
        <span class="max-w-full truncate text-xl font-semibold">{names[i]}</span>
        <span class="dots" class:many={s.stages.length > 5} aria-hidden="true"
          >{#each s.stages as t, j (j)}<span class="dot" class:met={t.met}></span>{/each}</span
        >
      </button>
    {/each}
  </div>

  <section class="flex flex-1 flex-col justify-center gap-2 py-1" aria-label="Goal">
    <div class="flex items-center gap-2">
      <label class="min-w-0 flex-1">
        <span class="sr-only">Goal being counted</span>
        <select
          class="select h-14 w-full text-xl font-semibold"
          value={student.stage}
          onchange={(e) => pick(Number(e.currentTarget.value))}
        >
          {#each student.stages as t, i (i)}<option value={i}
              >{t.met ? '✓ ' : ''}{t.label}, {t.goalLabel}</option
            >{/each}
        </select>
      </label>
    </div>
    <div class="flex items-end justify-between gap-3" aria-live="polite">
      <p class="figures leading-none" aria-label="{step.count} of {step.goalLabel}">
        <span class="text-8xl font-semibold">{step.count}</span><span class="text-4xl"
          >/{step.goal.count}</span
        >
      </p>
      {#if step.repeats}<p class="text-xl">done</p>
      {:else}<dl class="grid grid-cols-2 gap-x-4 text-right">
          <dt>streak</dt>
          <dd class="figures text-3xl font-semibold" aria-label="Streak">{step.streak}</dd>
          <dt>best</dt>
          <dd class="figures text-xl">{step.best}</dd>
          <dt>good</dt>
          <dd class="figures text-xl">{step.good} of {step.balls}</dd>
        </dl>{/if}
    </div>
    {#if pips}<div class="flex gap-1" aria-hidden="true">
        {#each { length: pips }, i (i)}<span class="pip" class:on={i < step.count}></span>{/each}
      </div>{/if}
    {#if session.state.reached}
      <p
        class="rounded border-2 border-base-content bg-accent px-3 py-1.5 text-lg leading-snug font-bold text-accent-content"
        role="status"
      >
        Goal reached: {session.state.reached}
      </p>
    {:else if student.met}
      <p class="text-xl font-semibold">All goals met. Move on, or make it harder.</p>
    {:else}
      {@const said = cues[cue % Math.max(1, cues.length)]}
      {#if target}<p class="-mb-3 text-lg font-semibold">Own {target}</p>{/if}
      {#if said}<button
          type="button"
          class="min-h-14 text-left text-lg"
          onclick={() => (cue = (cue + 1) % cues.length)}
          aria-label="Cue: {said}. Next cue">“{said}”</button
        >{/if}
    {/if}
  </section>

  <div class="grid gap-2" class:grid-cols-2={!step.repeats}>
    <button type="button" class="big good" aria-keyshortcuts="g" onclick={() => session.tap('good')}
      ><span aria-hidden="true">{step.repeats ? '+1' : '✓'}</span> {step.repeats ? 'Done' : 'Good'}</button
    >
    {#if !step.repeats}<button
        type="button"
        class="big miss"
        aria-keyshortcuts="m"
        onclick={() => session.tap('miss')}><span aria-hidden="true">×</span> Miss</button
      >{/if}
  </div>
  <div class="my-2 grid grid-cols-2 gap-2">
    <button
      type="button"
      class="btn h-14 text-lg"
      aria-keyshortcuts="u"
      disabled={!session.state.undoable}
      onclick={() => session.undo()}>Undo {session.state.undoWords ?? ''}</button
    >
    {#if count.basketLeft >= 0}
      <button
        type="button"
        class="btn h-14 text-lg"
        class:btn-warning={count.pickUpNow}
        aria-keyshortcuts="b"
        aria-label="{count.basketLeft} balls left in the basket. Picked up: full again"
        onclick={() => session.block && session.add({ kind: 'pickUp', block: session.block.id })}
      >
        <span class="figures text-2xl">{count.basketLeft}</span>
        {count.pickUpNow ? 'pick up!' : 'balls left'}
      </button>
    {/if}
  </div>
{:else}
  <p class="flex-1 p-4 text-xl">
    Nobody is in this lesson, so there is nobody to count. Add students to the plan, then begin again.
  </p>
{/if}

<style>
  .student {
    display: flex;
    flex-direction: column;
    align-items: center;
    justify-content: center;
    gap: 0.25rem;
    min-height: 3.5rem;
    min-width: 0;
    border: 2px solid var(--color-base-300);
    border-radius: 0.375rem;
  }
  .student[aria-pressed='true'] {
    border-color: var(--color-base-content);
    border-width: 4px;
  }
  .dots {
    display: flex;
    gap: 2px;
  }
  .dot {
    width: 0.6rem;
    height: 0.6rem;
    border: 2px solid var(--color-base-content);
    border-radius: 50%;
  }
  .many .dot {
    width: 0.45rem;
    height: 0.45rem;
    border-width: 1.5px;
  }
  .dot.met {
    background: var(--color-base-content);
  }
  .pip {
    flex: 1;
    height: 1rem;
    border: 2px solid var(--color-base-content);
    border-radius: 0.2rem;
  }
  .pip.on {
    background: #d7ee2a;
  }
  .big {
    min-height: 6.5rem;
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
  .big:active {
    transform: scale(0.97);
  }
</style>
