<!-- After the last ball: how engaged each was, a line of notes, and what was counted. -->
<script lang="ts">
  import { first } from '$lib/units/say';
  import type { Session } from './session.svelte';

  let { session, onback }: { session: Session; onback: () => void } = $props();
  const finished = $derived(session.state.status === 'finished');
  /** What was counted of each, block by block, as a coach says it. */
  const counted = $derived(
    session.students.map((p) =>
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
        const side = (n: number) =>
          (g.sides[n] ?? [])
            .map((id) => first(session.students.find((s) => s.id === id)?.name ?? ''))
            .join(' & ') || `Side ${'AB'[n]}`;
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

<h1 class="mt-2 text-3xl">How was it?</h1>
{#each session.students as s, i (s.id)}
  {@const c = counted[i]}
  <fieldset class="mt-3">
    <legend class="text-xl font-semibold">{first(s.name)}: how engaged, 1 to 10?</legend>
    <div class="mt-2 grid grid-cols-5 gap-1.5">
      {#each { length: 10 }, n (n)}
        <button
          type="button"
          class="figures h-14 rounded border-2 text-xl"
          class:chosen={session.state.engagement[s.id] === n + 1}
          aria-pressed={session.state.engagement[s.id] === n + 1}
          aria-label="{first(s.name)} {n + 1} of 10"
          onclick={() => session.add({ kind: 'engagement', student: s.id, value: n + 1 })}>{n + 1}</button
        >
      {/each}
    </div>
    <details class="mt-2">
      <summary class="flex min-h-14 cursor-pointer items-center text-lg"
        >How hard was it, 1 to 10?{session.state.effort[s.id]
          ? ` ${session.state.effort[s.id]}`
          : ''}</summary
      >
      <div class="grid grid-cols-5 gap-1.5">
        {#each { length: 10 }, n (n)}
          <button
            type="button"
            class="figures h-14 rounded border-2 text-xl"
            class:chosen={session.state.effort[s.id] === n + 1}
            aria-pressed={session.state.effort[s.id] === n + 1}
            aria-label="{first(s.name)} found it {n + 1} of 10 hard"
            onclick={() => session.add({ kind: 'effort', student: s.id, value: n + 1 })}>{n + 1}</button
          >
        {/each}
      </div>
    </details>
    {#if c?.length}<p class="mt-2 text-base">{c.join('; ')}</p>{/if}
  </fieldset>
{/each}
{#each games as line, i (i)}<p class="mt-1 text-base">{line}</p>{/each}
<p class="mt-2 text-sm">Seven and up is wanted.</p>
<label class="mt-2 block">
  <span class="text-xl font-semibold">One line of notes</span>
  <input
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
  <p class="text-sm">By the clock. If it was left running, or paused too long, put it right here.</p>
  <ul class="mt-1 space-y-1.5">
    {#each took as b (b.id)}<li class="flex items-center gap-3">
        <label class="flex min-w-0 flex-1 items-center gap-3"
          ><span class="min-w-0 flex-1 truncate text-lg">{b.title}</span>
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
<div class="mt-auto grid grid-cols-2 gap-2 pt-4">
  {#if finished}
    <a class="btn h-16 border-base-content text-lg btn-accent" href="/log">To the log</a>
    <a class="btn h-16 text-lg" href="/">To today</a>
    {#if session.state.undoWords === 'the end of the lesson'}<button
        type="button"
        class="btn col-span-2 h-14"
        onclick={() => (session.undo(), onback())}>Undo the end of the lesson</button
      >{/if}
  {:else}
    <button type="button" class="btn h-16 text-lg" onclick={onback}>Back to the court</button>
    <button
      type="button"
      class="btn h-16 border-base-content text-lg btn-accent"
      onclick={() => session.add({ kind: 'finish' })}>End the lesson</button
    >
  {/if}
</div>

<style>
  .chosen {
    background: var(--color-accent);
    color: var(--color-accent-content);
    font-weight: 800;
    border-width: 4px;
    border-color: var(--color-base-content);
  }
</style>
