<!--
  One play of the lesson, as it will look on court: the clock runs sixty times as fast, names
  move, counts roll and changes are called in the words of the court.
-->
<script lang="ts">
  import type { Lesson, Student } from '$lib/api/client';
  import { initials, partner } from '$lib/lesson/where';
  import { callNames } from '$lib/people/names';
  import { hitters, sayPosts, sayTurn } from '$lib/run/called';
  import { sayLeft } from '$lib/run/clock';
  import MiniCourt from '$lib/run/MiniCourt.svelte';
  import { typing } from '$lib/shell/keys';
  import Drums from '$lib/wheel/Drums.svelte';
  import { clock } from '$lib/tape/tape';
  import { SPEED, type Watching } from './watching.svelte';

  interface Props {
    watching: Watching;
    lesson: Lesson;
    students: Student[];
    pairs: number[][];
    onclose: () => void;
  }
  let { watching, lesson, students, pairs, onclose }: Props = $props();
  const play = $derived(watching.play.value);
  const block = $derived(lesson.blocks[watching.at]);
  const state = $derived(watching.state?.blocks[watching.at]);
  const names = $derived(callNames(students.map((s) => s.name)));
  const short = $derived(initials(names));
  const place = (id: string) => lesson.students.indexOf(id);
  const name = (id: string) => names[place(id)] ?? '';
  const turn = $derived(state?.turn);
  const words = $derived(sayTurn(turn, block, state?.due, watching.elapsed, name));
  const left = $derived((block?.minutes ?? 0) * 60 - watching.elapsed / 1000);
  const minute = $derived(state?.minute?.n ?? Math.floor(watching.elapsed / 60_000));
  const scripted = $derived(block?.script?.[Math.min(minute, block.script.length - 1)]);
  const posts = $derived(
    turn?.now ?? [
      {
        place: { id: 'hitter', name: 'Hitter', doing: 'hitting' as const },
        students: lesson.students.filter((id) => !away(id))
      }
    ]
  );
  /** Groups at stations stand where the coach knows; their names say more than a picture. */
  const stations = $derived(posts.some((p) => p.place.id.startsWith('station')));
  const hitting = $derived(stations ? (posts[0]?.students ?? []) : turn ? hitters(turn.now) : []);
  const away = (id: string) =>
    !!watching.state?.expected?.includes(id) || !!watching.state?.gone?.includes(id);
  /** What was met so far, the latest first. */
  const met = $derived(
    (play?.blocks ?? [])
      .flatMap((b) => b.met.map((m) => ({ ...m, block: b.id })))
      .filter((m) => m.at <= watching.now)
      .reverse()
  );
  const goalOf = (m: (typeof met)[number]) => {
    const s = watching.state?.blocks.find((b) => b.id === m.block)?.students?.find((o) => o.id === m.student)
      ?.stages[m.step];
    return s ? `${s.label}, ${s.goalLabel}` : '';
  };
  const goals = $derived(
    lesson.blocks.reduce((n, b) => n + (b.drill ? b.drill.stages.length * lesson.students.length : 0), 0)
  );
  const now = $derived(clock(lesson.start, watching.now / 60_000));

  function key(e: KeyboardEvent) {
    if (typing(e) || e.ctrlKey || e.metaKey || e.altKey) return;
    if (e.key === ' ' && !(e.target instanceof HTMLButtonElement)) watching.toggle();
    else if (e.key === 'ArrowRight') watching.step(1);
    else if (e.key === 'ArrowLeft') watching.step(-1);
    else if (e.key === 'PageDown') watching.block(1);
    else if (e.key === 'PageUp') watching.block(-1);
    else if (e.key === 'Home') watching.seek(0);
    else if (e.key === 'End') watching.seek(watching.length);
    else if (e.key === 'x') void again();
    else if (e.key === 'Escape') onclose();
    else return;
    e.preventDefault();
    e.stopPropagation();
  }
  async function again() {
    await watching.ask(Math.floor(Math.random() * 1_000_000));
    watching.start();
  }
  let frame: HTMLElement;
  $effect(() => frame.focus());
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_no_noninteractive_tabindex -->
<section
  bind:this={frame}
  class="mt-2 border-t border-base-content pt-2"
  aria-label="Watch one play of the lesson"
  tabindex="0"
  onkeydown={key}
>
  <div class="flex flex-wrap items-center gap-2">
    <button
      type="button"
      class="btn w-28 border-base-content btn-accent"
      aria-keyshortcuts="Space"
      disabled={!play}
      onclick={() => watching.toggle()}
      >{watching.playing ? '❙❙ Pause' : watching.over ? '▶ Again' : '▶ Play'}</button
    >
    <div class="join">
      <button
        type="button"
        class="btn join-item"
        aria-label="Back one ball"
        aria-keyshortcuts="ArrowLeft"
        disabled={!play}
        onclick={() => watching.step(-1)}>‹</button
      >
      <button
        type="button"
        class="btn join-item"
        aria-keyshortcuts="ArrowRight"
        disabled={!play}
        onclick={() => watching.step(1)}>Next ball ›</button
      >
      <button
        type="button"
        class="btn join-item"
        aria-keyshortcuts="PageDown"
        disabled={!play}
        onclick={() => watching.block(1)}>Next block »</button
      >
    </div>
    <button type="button" class="btn" aria-keyshortcuts="x" disabled={!play} onclick={again}
      >Throw new dice</button
    >
    <input
      type="range"
      class="range min-w-40 flex-1 range-sm"
      aria-label="Time in the lesson"
      aria-valuetext="{now}, {block?.title ?? ''}"
      min="0"
      max={watching.length || 1}
      step="1000"
      value={watching.now}
      oninput={(e) => {
        watching.pause();
        watching.seek(Number(e.currentTarget.value));
      }}
    />
    <span class="figures text-sm">{play ? `Play ${play.play + 1} · ` : ''}{SPEED} times as fast</span>
    <button type="button" class="btn" aria-keyshortcuts="Escape" onclick={onclose}>Close</button>
  </div>

  {#if watching.play.error}
    <p class="mt-3 font-semibold text-error" role="alert">{watching.play.error}</p>
  {:else if !state || !block}
    <p class="mt-3" role="status">Throwing the dice…</p>
  {:else}
    <div class="mt-3 grid gap-x-6 gap-y-3 lg:grid-cols-[minmax(0,34rem)_minmax(0,1fr)]">
      <div class="min-w-0">
        <div class="flex items-baseline gap-3">
          <span class="figures text-3xl font-semibold">{now}</span>
          <h2 dir="auto" class="min-w-0 flex-1 truncate text-xl">{block.title}</h2>
          <span class="figures text-xl" class:text-error={left < 0 && !watching.between}
            >{watching.between ? '' : sayLeft(left)}</span
          >
        </div>
        {#if watching.over}
          <p class="call due"><strong>The lesson is over.</strong> {met.length} of {goals} goals were met.</p>
        {:else if watching.between}
          <p class="call"><strong>Changeover.</strong> Next: <bdi>{block.title}</bdi></p>
        {:else if turn}
          <p class="call" class:due={words.due}>
            {#if words.due}<strong>Change.</strong> {sayPosts(turn.next, name, words.waits)}
            {:else}<strong>{words.head}{words.tail ? `, ${words.tail}` : ''}</strong>
              {words.next}{/if}
          </p>
        {:else if state.due && block.drill}
          <p class="call"><strong>{name(state.due.student)}</strong>: {state.due.said}</p>
        {:else}<p class="call"><strong>{block.title}</strong></p>{/if}

        {#if block.drill && stations}
          <ul class="mt-3 space-y-2 text-lg">
            {#each posts as p, i (p.place.id)}<li>
                <strong class="task">{i ? p.place.name : 'With you'}</strong>: {p.students
                  .map(name)
                  .join(', ')}
              </li>{/each}
          </ul>
        {:else if block.drill}
          <div class="mt-2 h-56">
            <MiniCourt {posts} drill={block.drill} initial={(id) => short[place(id)] ?? ''} {name} />
          </div>
        {:else if scripted}
          <h3 dir="auto" class="mt-3 text-2xl">{scripted.title}</h3>
          <ul class="mt-2 space-y-2">
            {#each scripted.roles as r, i (i)}<li class="border-l-4 border-base-content pl-3 text-lg">
                <strong>{partner(names, pairs, r.partner)}</strong>: <bdi>{r.does}</bdi>
              </li>{/each}
          </ul>
        {:else if block.match}
          <ul class="mt-3 space-y-2">
            {#each state.courts ?? [] as c, i (i)}
              <li class="flex items-center gap-3 text-lg">
                {#if (state.courts?.length ?? 0) > 1}<span class="text-sm">Court {i + 1}</span>{/if}
                <span class="min-w-0 flex-1 truncate text-right">{c.sides[0]?.map(name).join(' & ')}</span>
                <Drums shown={`${c.score.points[0]}–${c.score.points[1]}`} />
                <span class="min-w-0 flex-1 truncate">{c.sides[1]?.map(name).join(' & ')}</span>
              </li>
            {/each}
          </ul>
        {:else}
          <ul class="mt-3 space-y-2 text-lg">
            {#each block.prompts ?? [] as p, i (i)}<li dir="auto">{p}</li>{/each}
          </ul>
        {/if}
      </div>

      <div class="min-w-0">
        {#if block.drill}
          <table class="w-full text-[0.95rem]" aria-label="Counts">
            <tbody>
              {#each state.students ?? [] as s (s.id)}
                {@const stage = s.stages[s.stage]}
                <tr class="row" class:on={hitting.includes(s.id)} class:gone={away(s.id)}>
                  <th dir="auto" scope="row" class="py-1 pr-3 text-left font-semibold">{name(s.id)}</th>
                  <td class="pr-3 whitespace-nowrap" aria-label="{s.stages.filter((t) => t.met).length} met">
                    {#each s.stages as t, j (j)}<span
                        class="dot"
                        class:met={t.met}
                        class:skipped={t.skipped}
                        title={t.label}
                      ></span>{/each}
                  </td>
                  <td dir="auto" class="w-full pr-3"
                    >{s.met ? 'All goals met' : stage ? `${stage.label}, ${stage.goalLabel}` : ''}</td
                  >
                  <td class="text-right">
                    {#if stage}<Drums small shown={String(stage.count)} />{/if}
                  </td>
                </tr>
              {/each}
            </tbody>
          </table>
        {:else if block.match && state.played?.length}
          <h3 class="font-semibold">Games played</h3>
          <ul class="figures text-[0.95rem]">
            {#each state.played.toReversed().slice(0, 8) as g, i (i)}<li>
                {g.sides[0]?.map(name).join(' & ')}
                {g.points[0]}–{g.points[1]}
                {g.sides[1]?.map(name).join(' & ')}{g.over ? '' : ', unfinished'}
              </li>{/each}
          </ul>
        {/if}
        {#if met.length}
          <h3 class="mt-3 font-semibold">Goals met: {met.length} of {goals}</h3>
          <ul class="text-[0.95rem]">
            {#each met.slice(0, 6) as m (`${m.block} ${m.student} ${m.step}`)}
              <li class="flex gap-2">
                <span class="figures">{clock(lesson.start, m.at / 60_000)}</span>
                <span dir="auto"><strong>{name(m.student)}</strong>: {goalOf(m)}</span>
              </li>
            {/each}
          </ul>
        {/if}
      </div>
    </div>
    <p class="mt-3 text-sm">
      One of many plays with dice: on court it will be another. The figures of the plan are the mean of
      hundreds.
    </p>
  {/if}
</section>

<style>
  section:focus-visible {
    outline-offset: 4px;
  }
  .task {
    display: inline-block;
  }
  .task::first-letter {
    text-transform: uppercase;
  }
  .call {
    min-height: 2.6rem;
    margin-top: 0.5rem;
    padding: 0.35rem 0.6rem;
    border: 2px solid var(--color-base-content);
    border-radius: 0.25rem;
    font-size: 1.05rem;
  }
  .call.due {
    background: var(--color-accent);
    color: var(--color-accent-content);
  }
  .row {
    border-bottom: 1px solid var(--color-base-300);
    border-left: 6px solid transparent;
  }
  .row th {
    padding-left: 0.5rem;
  }
  .row.on {
    border-left-color: var(--color-base-content);
  }
  .row.on th {
    text-decoration: underline;
    text-underline-offset: 4px;
  }
  .row.gone {
    opacity: 0.6;
  }
  .dot {
    display: inline-block;
    width: 0.7rem;
    height: 0.7rem;
    margin-right: 2px;
    border: 2px solid var(--color-base-content);
    border-radius: 50%;
  }
  .dot.met {
    background: var(--color-base-content);
  }
  .dot.skipped {
    border-style: dotted;
  }
</style>
