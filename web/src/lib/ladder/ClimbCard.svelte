<!-- One ladder of a student: where they stand, the advice with its reason, and the coach’s answer to it. -->
<script lang="ts">
  import { api, done, need, type Climb, type StudentLadders } from '$lib/api/client';
  import { label, vocabulary } from '$lib/api/vocabulary';
  import { sayDate } from '$lib/units/when';
  import Rungs from './Rungs.svelte';

  interface Props {
    student: string;
    name: string;
    climb: Climb;
    onchanged: (all: StudentLadders) => void;
    /** Without the ladder itself: after a lesson. */
    small?: boolean;
  }
  let { student, name, climb, onchanged, small = false }: Props = $props();
  let wrong = $state('');
  let told = $state('');
  /** What was told can be taken back. */
  let undoable = $state(false);
  let elsewhere = $state('');
  let reason = $state('');
  const path = $derived({ student });
  const a = $derived(climb.advice);
  const titleOf = (id?: string) => climb.rungs.find((r) => r.id === id)?.title ?? '';
  const heading = $derived(
    {
      up: `Move up to “${titleOf(a.to)}”`,
      ease: `Move down to “${titleOf(a.to)}”`,
      stay: `Stay on “${titleOf(a.rung)}”`,
      top: 'At the top'
    }[a.verdict]
  );
  const key = $derived(`${climb.ladder.id}/${a.rung}/${a.verdict}`);

  async function act(work: () => Promise<StudentLadders>, words: string, back = false) {
    wrong = '';
    try {
      onchanged(await work());
      told = words;
      undoable = back;
      elsewhere = reason = '';
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  const move = (kind: 'up' | 'ease' | 'set' | 'word' | 'off', rung: string, words: string, why = '') =>
    act(
      () =>
        need(
          api.POST('/api/v1/students/{student}/moves', {
            params: { path },
            body: { ladder: climb.ladder.id, kind, rung, reason: why || undefined }
          })
        ),
      words,
      true
    );
  const begin = (l: NonNullable<Climb['after']>[number]) =>
    act(
      () =>
        need(
          api.POST('/api/v1/students/{student}/moves', {
            params: { path },
            body: { ladder: l.id, kind: 'begin', rung: l.rung }
          })
        ),
      `${name} is now on “${l.title}”.`
    );
  const decline = (declined: boolean) =>
    act(
      () =>
        need(
          api.PUT('/api/v1/students/{student}/declined', {
            params: { path },
            body: { advice: key, declined }
          })
        ),
      declined ? 'Advice hidden until there are new results.' : 'Advice shown again.'
    );
  const undo = () =>
    act(async () => {
      await done(
        api.DELETE('/api/v1/students/{student}/moves/{ladder}', {
          params: { path: { student, ladder: climb.ladder.id } }
        })
      );
      return need(api.GET('/api/v1/students/{student}/ladders', { params: { path } }));
    }, 'Undone.');
  const byWord = $derived(!climb.rungs.find((r) => r.id === climb.rung)?.gate);
</script>

<section class="mt-3" aria-label="{climb.ladder.title}, {name}">
  {#if !small}
    <div class="flex flex-wrap items-baseline gap-x-3">
      <h3 dir="auto" class="text-lg">{climb.ladder.title}</h3>
      <span dir="auto" class="text-sm"
        >{climb.ladder.school ? label(vocabulary.schools, climb.ladder.school) : climb.ladder.intent}</span
      >
    </div>
  {/if}
  <div
    class="my-1.5 border-l-6 px-3 py-2 {a.verdict === 'up' || a.verdict === 'top'
      ? 'border-success'
      : a.verdict === 'ease'
        ? 'border-warning'
        : 'border-base-content/40'} bg-base-200"
  >
    <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
      <p class="min-w-0 flex-1 basis-56 text-lg font-semibold">
        {a.verdict === 'up'
          ? '▲ '
          : a.verdict === 'ease'
            ? '▼ '
            : a.verdict === 'top'
              ? '★ '
              : ''}{heading}{#if small}<span class="text-sm font-normal"
            >, <bdi>{climb.ladder.title}</bdi></span
          >{/if}
      </p>
      <div class="flex flex-wrap gap-1.5">
        {#if a.to && !climb.declined}
          <button
            type="button"
            class="btn btn-primary btn-sm"
            onclick={() =>
              move(a.verdict === 'up' ? 'up' : 'ease', a.to ?? '', `${name} is now on “${titleOf(a.to)}”.`)}
            >{a.verdict === 'up' ? 'Move up' : 'Move down'}</button
          >
          <button type="button" class="btn btn-sm" onclick={() => decline(true)}>Not now</button>
        {:else if climb.declined}<button type="button" class="btn btn-sm" onclick={() => decline(false)}
            >Show advice again</button
          >{/if}
        {#each climb.after ?? [] as l (l.id)}<button
            type="button"
            class="btn btn-primary btn-sm"
            onclick={() => begin(l)}>Begin “{l.title}”</button
          >{/each}
        {#if a.verdict === 'top'}<a class="btn btn-sm" href="/lessons/new?students={student}">Plan a lesson</a
          >{/if}
        {#if byWord && a.verdict === 'stay'}<button
            type="button"
            class="btn btn-sm"
            onclick={() => move('word', climb.rung, 'Recorded: met today.')}>Met today</button
          >{/if}
        {#if !small && !elsewhere}<button
            type="button"
            class="btn btn-sm"
            onclick={() => (elsewhere = climb.rung)}>Change rung…</button
          >{/if}
      </div>
    </div>

    <p dir="auto" class="text-base">{a.reason}</p>
    {#if a.verdict !== 'top'}<p class="text-sm">
        Next: <bdi>{climb.next.title}</bdi>, {climb.next.said}.
      </p>{/if}
    {#if elsewhere}
      <form
        class="mt-2 flex flex-wrap items-end gap-2"
        onsubmit={(e) => {
          e.preventDefault();
          void (elsewhere === 'off'
            ? move('off', climb.rung, 'Removed from this ladder.', reason)
            : move('set', elsewhere, `${name} is now on “${titleOf(elsewhere)}” by your decision.`, reason));
        }}
      >
        <label class="flex flex-col text-[0.8rem]"
          >Rung<select class="select w-60 border-base-content/60 select-sm" bind:value={elsewhere}>
            {#each climb.rungs.toReversed() as r (r.id)}<option value={r.id}>{r.title}</option>{/each}
            <option value="off">remove from this ladder</option>
          </select></label
        >
        <label class="flex min-w-48 flex-1 flex-col text-[0.8rem]"
          >Reason<input
            dir="auto"
            class="input w-full border-base-content/60 input-sm"
            bind:value={reason}
            maxlength="200"
            placeholder="a few words to read later"
          /></label
        >
        <button class="btn btn-primary btn-sm">Save</button>
        <button type="button" class="btn btn-sm" onclick={() => (elsewhere = '')}>Cancel</button>
      </form>
    {/if}
    {#if wrong}<p class="mt-1 text-sm font-semibold text-error" role="alert">{wrong}</p>{/if}
    {#if told}<p class="mt-1 text-sm" role="status">
        {told}
        {#if undoable && climb.moves.length > 1}<button type="button" class="underline" onclick={undo}
            >Undo</button
          >{/if}
      </p>{/if}
  </div>
  {#if !small}
    <Rungs {climb} onchoose={(rung) => (elsewhere = rung)} />
    {#if climb.moves.length > 1}
      <details class="mt-1 text-sm">
        <summary class="cursor-pointer">History</summary>
        <ul>
          {#each climb.moves.toReversed() as m, i (i)}<li>
              <span class="figures">{sayDate(m.at)}</span>
              {{
                begin: 'began on',
                up: 'moved up to',
                ease: 'moved down to',
                set: 'set to',
                word: 'met, judged by you:',
                off: 'removed from the ladder at'
              }[m.kind]}
              <bdi>{titleOf(m.rung)}</bdi>{m.reason ? `: ${m.reason}` : ''}
            </li>{/each}
        </ul>
      </details>
    {/if}
  {/if}
</section>
