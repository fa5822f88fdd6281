<!-- Video and paper kept elsewhere: a line and where it is, by day. Nothing is uploaded. -->
<script lang="ts">
  import { api, done, explain, need, type StudentRecord } from '$lib/api/client';
  import When from '$lib/shell/When.svelte';
  import { sayDay, today } from '$lib/units/when';
  import { v7 } from 'uuid';

  type Line = StudentRecord['shown'][number];
  let { student, shown, onchanged }: { student: string; shown: Line[]; onchanged: () => void } = $props();
  const blank = () => ({ id: '', day: today(), words: '', place: '' });
  let typed = $state(blank());
  let wrong = $state('');
  /** What was there before the last change: Undo puts it back. */
  let before = $state.raw<{ put?: Line; drop?: string }>();

  const put = (l: { id: string; day: string; words: string; place: string }) =>
    need(
      api.PUT('/api/v1/students/{student}/shown/{shown}', {
        params: { path: { student, shown: l.id } },
        body: { day: l.day, words: l.words, place: l.place }
      })
    );
  const drop = (id: string) =>
    done(
      api.DELETE('/api/v1/students/{student}/shown/{shown}', { params: { path: { student, shown: id } } })
    );
  async function act(work: () => Promise<unknown>, undo?: typeof before) {
    wrong = '';
    try {
      await work();
      before = undo;
      onchanged();
      return true;
    } catch (error) {
      wrong = explain(error);
      return false;
    }
  }
  async function save(e: SubmitEvent) {
    e.preventDefault();
    const was = shown.find((s) => s.id === typed.id);
    const line = { ...typed, id: typed.id || v7() };
    if (await act(() => put(line), was ? { put: was } : { drop: line.id })) typed = blank();
  }
  const undo = () => {
    const b = before;
    if (b?.put) void act(() => put(b.put!));
    else if (b?.drop) void act(() => drop(b.drop!));
  };
</script>

<ul class="text-base">
  {#each shown as s (s.id)}
    <li class="flex flex-wrap items-baseline gap-x-3">
      <span class="figures w-28 text-sm">{sayDay(s.day)}</span>
      <span dir="auto">{s.words}</span>
      {#if s.link}<a dir="auto" class="link text-sm" href={s.place} target="_blank" rel="noopener noreferrer"
          >{s.place}</a
        >{:else}<span dir="auto" class="text-sm">{s.place}</span>{/if}
      <button type="button" class="text-sm underline" onclick={() => (typed = { ...s })}>Change</button>
      <button
        type="button"
        class="text-sm underline"
        aria-label="Remove {s.words}"
        onclick={() => void act(() => drop(s.id), { put: s })}>Remove</button
      >
    </li>
  {/each}
</ul>
<form class="mt-2 flex flex-wrap items-end gap-2" onsubmit={save}>
  <When label="Day" value={typed.day} onset={(v) => (typed.day = v)} />
  <label class="flex min-w-60 flex-1 flex-col text-[0.8rem]"
    >What it shows<input
      dir="auto"
      class="input w-full border-base-content/60"
      maxlength="300"
      required
      bind:value={typed.words}
    /></label
  >
  <label class="flex min-w-60 flex-1 flex-col text-[0.8rem]"
    >Where it is<input
      dir="auto"
      class="input w-full border-base-content/60"
      maxlength="500"
      placeholder="link, file or folder"
      bind:value={typed.place}
    /></label
  >
  <button class="btn">{typed.id ? 'Save' : 'Add'}</button>
  {#if typed.id}<button type="button" class="btn" onclick={() => (typed = blank())}>Cancel</button>{/if}
</form>
{#if before}<p class="mt-1 text-sm" role="status">
    Saved. <button type="button" class="underline" onclick={undo}>Undo</button>
  </p>{/if}
{#if wrong}<p class="mt-1 text-sm font-semibold text-error" role="alert">{wrong}</p>{/if}
<p class="mt-1 text-xs">
  Nothing is uploaded: only this line is kept. Film people, above all children, only as the club and the law
  where you are allow.
</p>
