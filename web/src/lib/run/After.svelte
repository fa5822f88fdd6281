<!-- After the last ball: how engaged each was, a line of notes, and what was counted. -->
<script lang="ts">
  import { door } from '$lib/access/door.svelte';
  import Advised from '$lib/ladder/Advised.svelte';
  import { calledAmong } from '$lib/people/names';
  import type { Session } from './session.svelte';

  let { session, onback }: { session: Session; onback: () => void } = $props();
  const finished = $derived(session.state.status === 'finished');
  /** What is asked of each: the event it becomes, and what is given to all at once. */
  const ratings = [
    { kind: 'engagement', name: 'Engaged', usual: 7 },
    { kind: 'effort', name: 'Effort', usual: 5 },
    { kind: 'confidence', name: 'Confident', usual: 6 }
  ] as const;
  let asked = $state<(typeof ratings)[number]>(ratings[0]);
  let open = $state('');
  const usual = $derived(asked.usual);
  const values = $derived(session.state[asked.kind]);
  const there = $derived(session.students.filter((s) => !session.state.absent?.includes(s.id)));
  const called = $derived(calledAmong(session.students));
  const set = (student: string, value: number) => session.add({ kind: asked.kind, student, value });
  /** One more or less; the first press says what is usual. */
  const step = (student: string, by: number) =>
    session.soon(() => {
      const v = values[student];
      set(student, Math.max(1, Math.min(10, v ? v + by : usual + Math.min(0, by))));
    });
  /** What was counted of each, block by block, as a coach says it. */
  const counted = $derived(
    there.map((p) =>
      session.state.blocks.flatMap((b) =>
        (b.students?.find((s) => s.id === p.id)?.stages ?? [])
          .filter((g) => g.said)
          .map((g) => `${g.met ? '✓ ' : ''}${g.label}: ${g.said}`)
      )
    )
  );
  const games = $derived(
    session.state.blocks.flatMap((b, i) =>
      (b.played ?? []).map((g) => {
        const side = (n: number) => (g.sides[n] ?? []).map(called).join(' & ') || `Side ${'AB'[n]}`;
        return `${session.lesson.blocks[i]?.title}: ${side(0)} ${g.points[0]}–${g.points[1]} ${side(1)}`;
      })
    )
  );
  const took = $derived(
    session.lesson.blocks.map((b, i) => ({
      id: b.id,
      title: b.title,
      minutes:
        (i === session.state.block ? session.elapsed : (session.state.blocks[i]?.elapsedMs ?? 0)) / 60000
    }))
  );
  const correct = (block: string, minutes: number) =>
    session.add({ kind: 'lasted', block, value: Math.round(minutes * 60000) });
</script>

<div class="flex flex-wrap items-center gap-2">
  <h1 class="flex-1 basis-full text-xl leading-tight whitespace-nowrap sm:basis-auto">How was it? 1 to 10</h1>
  <div class="flex gap-2" role="group" aria-label="Rating">
    {#each ratings as w (w.kind)}
      <button
        type="button"
        class="btn h-14 border-2 border-base-content px-2.5 text-lg"
        class:btn-accent={asked === w}
        aria-pressed={asked === w}
        onclick={() => (asked = w)}>{w.name}</button
      >
    {/each}
  </div>
</div>
{#if session.students.length > 1}
  <button
    type="button"
    class="btn h-14 border-2 border-base-content text-lg"
    onclick={() => there.forEach((s) => set(s.id, usual))}>Give everyone {usual}</button
  >
{/if}
<ul class="space-y-2">
  {#each there as s, i (s.id)}
    {@const v = values[s.id]}
    <li>
      <div
        class="grid grid-cols-[1fr_3.5rem_3.5rem_3.5rem] items-center gap-2"
        role="group"
        aria-label="{called(s.id)}: {asked.name.toLowerCase()}, 1 to 10"
      >
        <button
          type="button"
          class="flex h-14 min-w-0 flex-col justify-center text-left leading-tight"
          aria-expanded={open === s.id}
          onclick={() => (open = open === s.id ? '' : s.id)}
          ><span dir="auto" class="truncate text-xl font-semibold">{called(s.id)}</span><span
            class="truncate text-sm">{counted[i]?.length ? counted[i][0] : ''}</span
          ></button
        >
        <button
          type="button"
          class="btn h-14 border-2 border-base-content text-2xl"
          aria-label="{called(s.id)}: one less"
          disabled={v === 1}
          onclick={() => step(s.id, -1)}>−</button
        >
        <output
          class="figures text-center text-3xl font-semibold"
          aria-label="{called(s.id)} {v ?? 'not rated'}">{v ?? '·'}</output
        >
        <button
          type="button"
          class="btn h-14 border-2 border-base-content text-2xl"
          aria-label="{called(s.id)}: one more"
          disabled={v === 10}
          onclick={() => step(s.id, 1)}>+</button
        >
        {#if open === s.id && counted[i]?.length}<p class="col-span-4 text-base">
            {counted[i].join('; ')}
          </p>{/if}
      </div>
    </li>
  {/each}
</ul>
<p class="text-sm">
  Engaged: aim for 7 or more. Effort: 1 is rest, 10 is everything. Confident: as the student says.
</p>
{#each games as line, i (i)}<p class="mt-1 text-base">{line}</p>{/each}
<label class="mt-2 block">
  <span class="text-xl font-semibold">Note on the lesson</span>
  <input
    dir="auto"
    class="input mt-2 h-14 w-full border-base-content text-lg"
    maxlength="500"
    value={session.state.note}
    placeholder="What to do differently next time"
    onchange={(e) => session.add({ kind: 'note', text: e.currentTarget.value })}
  />
</label>
<details class="mt-2">
  <summary class="flex min-h-14 cursor-pointer items-center text-lg"
    >How long it took: {Math.round(took.reduce((n, b) => n + b.minutes, 0))} min</summary
  >
  <p class="text-sm">
    Measured by the clock. Correct the minutes here if the clock was left running or paused too long.
  </p>
  <ul class="mt-1 space-y-1.5">
    {#each took as b (b.id)}<li class="flex items-center gap-3">
        <label class="flex min-w-0 flex-1 items-center gap-3"
          ><span dir="auto" class="min-w-0 flex-1 truncate text-lg">{b.title}</span>
          <input
            class="figures input h-14 w-24 border-base-content text-lg"
            inputmode="decimal"
            aria-label="Minutes that {b.title} took"
            value={Math.round(b.minutes)}
            onchange={(e) => {
              const n = Number(e.currentTarget.value.replace(',', '.'));
              if (n >= 0 && n <= 480) correct(b.id, n);
              else e.currentTarget.value = String(Math.round(b.minutes));
            }}
          /> min</label
        >
      </li>{/each}
  </ul>
</details>
{#if there.some((s) => session.home[s.id]?.length)}
  <details>
    <summary class="flex min-h-14 cursor-pointer items-center text-lg">Home practice until next time</summary>
    {#each there as s (s.id)}
      {#if session.home[s.id]?.length}
        <section
          class="mt-2 rounded border-2 border-base-content px-3 py-2"
          aria-label="Home card of {called(s.id)}"
        >
          <h2 dir="auto" class="text-lg font-semibold">{called(s.id)}</h2>
          <ul class="mt-1 space-y-1.5">
            {#each session.home[s.id] ?? [] as h, i (i)}<li>
                <strong dir="auto">{h.title}</strong>: <bdi>{h.do}</bdi> “<bdi>{h.cue}</bdi>”, {h.often}.
              </li>{/each}
          </ul>
        </section>
      {/if}
    {/each}
    <a
      class="btn mt-2 h-14 w-full border-2 border-base-content text-lg"
      href="/lessons/{session.lesson.id}/sheet">Print home cards</a
    >
  </details>
{/if}
{#if finished && door.coach}<Advised students={there} waiting={session.waiting} />{/if}
<div class="mt-auto grid grid-cols-2 gap-2 pt-2">
  {#if finished}
    <a class="btn h-16 border-2 border-base-content text-lg btn-accent" href="/log">Open the log</a>
    <a class="btn h-16 border-2 border-base-content text-lg" href="/">Go to Today</a>
    {#if session.state.undoKind === 'finish'}<button
        type="button"
        class="btn col-span-2 h-14"
        onclick={() => (session.undo(), onback())}>Reopen lesson</button
      >{/if}
  {:else}
    <button type="button" class="btn h-16 border-2 border-base-content text-lg" onclick={onback}
      >Back to counting</button
    >
    <button
      type="button"
      class="btn h-16 border-2 border-base-content text-lg btn-accent"
      onclick={() => session.add({ kind: 'finish' })}>Finish lesson</button
    >
  {/if}
</div>
