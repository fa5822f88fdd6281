<!-- One ladder, drawn as one, its last rung on top; the rung in hand is changed beside it. -->
<script lang="ts">
  import { ladders } from '$lib/shelf/kinds';
  import { beforeNavigate, goto } from '$app/navigation';
  import { type LadderRung, type ShelfDrill, type ShelfLadder } from '$lib/api/client';
  import { heading } from '$lib/drill/stages';
  import { label, vocabulary } from '$lib/api/vocabulary';
  import Word from '$lib/game/Word.svelte';
  import Num from '$lib/shell/Num.svelte';
  import SaveState from '$lib/shell/SaveState.svelte';
  import { typing } from '$lib/shell/keys';
  import { LadderEditor, newRung } from './editor.svelte';

  let { ladder: read, drills }: { ladder: ShelfLadder; drills: ShelfDrill[] } = $props();
  // svelte-ignore state_referenced_locally
  const editor = new LadderEditor(read);
  const ladder = $derived(editor.value);
  let held = $state(editor.value.rungs[0]?.id ?? '');
  let dragged = $state(-1);
  const at = $derived(ladder.rungs.findIndex((r) => r.id === held));
  const rung = $derived(ladder.rungs[at]);
  const here = $derived(drills.filter((d) => d.sport === ladder.sport));
  const drill = $derived(here.find((d) => d.drill.id === rung?.drill)?.drill);
  const stage = $derived(
    drill ? (drill.stages.find((s) => (s.id ?? heading(s)) === rung?.stage) ?? drill.stages[0]) : undefined
  );
  const usual = vocabulary.leastEvidence;
  const gate = $derived(rung?.gate ?? stage?.goal);
  beforeNavigate((to) => void editor.save(to.willUnload));

  const set = (next: Partial<LadderRung>, key = '') => rung && editor.setRung(rung.id, next, key);
  function add(where: number) {
    const r = newRung('New rung');
    editor.rungs(ladder.rungs.toSpliced(where, 0, r));
    held = r.id;
  }
  function remove() {
    if (ladder.rungs.length < 2 || !rung) return;
    const next = ladder.rungs[at - 1] ?? ladder.rungs[at + 1];
    editor.rungs(ladder.rungs.filter((r) => r.id !== rung.id));
    held = next?.id ?? '';
  }
  function key(e: KeyboardEvent) {
    if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z' || typing(e)) return;
    e.preventDefault();
    if (e.shiftKey) editor.redo();
    else editor.undo();
  }
  function rungKey(e: KeyboardEvent, i: number) {
    if (!e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return;
    e.preventDefault();
    editor.move(i, e.key === 'ArrowUp' ? i + 1 : i - 1);
  }
  const said = (r: LadderRung) => {
    const d = here.find((x) => x.drill.id === r.drill)?.drill;
    return d ? d.title : 'judged by you';
  };
  async function takeAway() {
    await editor.save();
    if (editor.own) await ladders.remove([{ version: editor.version, ladder: editor.value }]);
    await goto('/ladders');
  }
</script>

<svelte:window onkeydown={key} onpagehide={() => editor.save(true)} />
<svelte:head><title>{ladder.title} · Ladders · Hodometer</title></svelte:head>

<main class="mx-auto max-w-[1180px] px-6 py-5">
  <p class="text-sm"><a class="hover:underline" href="/ladders">‹ Ladders</a></p>
  <h1 dir="auto" class="sr-only">{ladder.title}</h1>
  <div class="flex flex-wrap items-center gap-2">
    <input
      dir="auto"
      class="written min-w-0 flex-1 text-3xl font-semibold"
      aria-label="Title"
      maxlength="120"
      value={ladder.title}
      onchange={(e) => editor.set({ ...ladder, title: e.currentTarget.value.trim() || ladder.title })}
    />
    {#if editor.own}<SaveState {editor} />{:else}<span class="text-sm"
        >Comes with Hodometer. Editing it makes your own copy.</span
      >{/if}
    <button type="button" class="btn btn-sm" disabled={!editor.canUndo} onclick={() => editor.undo()}
      >Undo</button
    >
    <button type="button" class="btn btn-sm" disabled={!editor.canRedo} onclick={() => editor.redo()}
      >Redo</button
    >
    <a
      class="btn btn-sm"
      href="/api/v1/share?ladder={ladder.id}"
      download="ladder.json"
      title="For another coach, with your own drills in it">Export</a
    >
    {#if editor.own}<button type="button" class="btn btn-sm" onclick={takeAway}>Delete</button>{/if}
  </div>
  <input
    dir="auto"
    class="written w-full"
    aria-label="Purpose"
    placeholder="Purpose, in a sentence"
    maxlength="200"
    value={ladder.intent}
    onchange={(e) => editor.set({ ...ladder, intent: e.currentTarget.value.trim() })}
  />
  <label class="mt-1 flex flex-wrap items-center gap-2 text-sm"
    >Method<select
      class="select w-auto border-base-content/60 select-sm"
      value={ladder.school ?? ''}
      onchange={(e) =>
        editor.set({ ...ladder, school: (e.currentTarget.value || undefined) as typeof ladder.school })}
      >{#each vocabulary.schools as s (s.id)}<option value={s.id}>{s.label}</option>{/each}</select
    >
    {#if ladder.other}<a class="underline" href="/ladders/{ladder.other}"
        >Open this ladder by the other method</a
      >{/if}</label
  >

  <p class="mt-1 leading-8">
    Advice to move up after at least <Word
      label="Balls before advice to move up"
      value={ladder.leastBalls || usual.up}
      min={1}
      max={200}
      onset={(v) => editor.set({ ...ladder, leastBalls: +v === usual.up ? undefined : Math.round(+v) })}
    /> counted balls, to use it in match play after <Word
      label="Balls before advice to play"
      value={ladder.leastPlay || usual.play}
      min={1}
      max={200}
      onset={(v) => editor.set({ ...ladder, leastPlay: +v === usual.play ? undefined : Math.round(+v) })}
    /> on two days.
  </p>

  <div class="mt-4 grid items-start gap-8 md:grid-cols-[minmax(0,1fr)_24rem]">
    <div>
      <button
        type="button"
        class="btn mb-1 btn-sm"
        disabled={ladder.rungs.length >= 40}
        title={ladder.rungs.length >= 40 ? 'A ladder has at most 40 rungs' : undefined}
        onclick={() => add(ladder.rungs.length)}>Add rung at the top</button
      >
      <ol class="ladder" reversed aria-label="Rungs of {ladder.title}">
        {#each ladder.rungs.map((r, i) => ({ r, i })).toReversed() as { r, i } (r.id)}
          <li
            class="rung"
            class:here={r.id === held}
            class:aimed={dragged >= 0 && dragged !== i}
            draggable="true"
            ondragstart={() => (dragged = i)}
            ondragend={() => (dragged = -1)}
            ondragover={(e) => e.preventDefault()}
            ondrop={(e) => {
              e.preventDefault();
              if (dragged >= 0) editor.move(dragged, i);
              dragged = -1;
            }}
          >
            <button
              type="button"
              class="flex w-full min-w-0 items-baseline gap-3 px-2 py-1.5 text-left"
              aria-pressed={r.id === held}
              onclick={() => (held = r.id)}
              onkeydown={(e) => rungKey(e, i)}
            >
              <span class="figures text-sm">{i + 1}</span>
              <span class="min-w-0 flex-1"
                ><strong dir="auto">{r.title}</strong>
                {#if said(r) !== r.title}<span dir="auto" class="text-sm">{said(r)}</span>{/if}</span
              >
              {#if r.back}<span class="text-sm whitespace-nowrap"
                  >↙ {ladder.rungs.findIndex((x) => x.id === r.back) + 1}</span
                >{/if}
              <span class="text-sm whitespace-nowrap"
                >{r.dimension ? label(vocabulary.dimensions, r.dimension) : ''}{r.form
                  ? `, ${label(vocabulary.forms, r.form)}`
                  : ''}</span
              >
            </button>
          </li>
        {/each}
      </ol>
      <button
        type="button"
        class="btn mt-1 btn-sm"
        disabled={ladder.rungs.length >= 40}
        onclick={() => add(0)}>Add rung at the bottom</button
      >
      <p class="mt-1 text-sm">
        Drag a rung, or press Alt ↑ or Alt ↓ to move it. ↙ shows the rung to move down to.
      </p>
    </div>
    {#if rung}
      <section class="bg-base-200 p-4" aria-label="Selected rung">
        <label class="flex flex-col text-[0.8rem]"
          >Name<input
            dir="auto"
            class="input w-full border-base-content/60 input-sm"
            maxlength="120"
            value={rung.title}
            onchange={(e) => set({ title: e.currentTarget.value.trim() || rung.title })}
          /></label
        >
        <label class="mt-2 flex flex-col text-[0.8rem]"
          >Drill<select
            class="select w-full border-base-content/60 select-sm"
            value={rung.drill ?? ''}
            onchange={(e) =>
              set({ drill: e.currentTarget.value || undefined, stage: undefined, gate: undefined })}
          >
            <option value="">no drill: judged by you</option>
            {#each here as d (d.drill.id)}<option value={d.drill.id}>{d.drill.title}</option>{/each}
          </select></label
        >
        {#if drill}
          {#if drill.stages.length > 1}<label class="mt-2 flex flex-col text-[0.8rem]"
              >Stage<select
                class="select w-full border-base-content/60 select-sm"
                value={rung.stage ?? ''}
                onchange={(e) => set({ stage: e.currentTarget.value || undefined, gate: undefined })}
              >
                {#each drill.stages as s, i (i)}<option value={i ? (s.id ?? heading(s)) : ''}
                    >{heading(s)}: {s.goal.count} {label(vocabulary.goals, s.goal.kind)}</option
                  >{/each}
              </select></label
            >{/if}
          {#if gate}
            <div class="mt-2 flex flex-wrap items-end gap-2">
              <label class="flex flex-col text-[0.8rem]"
                >Gate<select
                  class="select w-40 border-base-content/60 select-sm"
                  value={gate.kind}
                  onchange={(e) => set({ gate: { ...gate, kind: e.currentTarget.value } })}
                  >{#each [...new Set(drill.stages.map((s) => s.goal.kind))] as k (k)}<option value={k}
                      >{label(vocabulary.goals, k)}</option
                    >{/each}</select
                ></label
              >
              <Num
                label="How many"
                whole
                value={gate.count}
                min={1}
                max={1000}
                onset={(count) => set({ gate: { ...gate, count } })}
              />
              <Num
                label="Days needed"
                whole
                value={rung.days || 2}
                min={1}
                max={10}
                onset={(days) => set({ days })}
              />
            </div>
            <div class="mt-2"></div>
            <Num
              label="Success rate needed, % (usually 60)"
              whole
              value={Math.round(100 * (rung.level || 0.6))}
              min={5}
              max={99}
              onset={(n) => set({ level: n / 100 })}
            />
          {/if}
        {/if}
        <label class="mt-2 flex flex-col text-[0.8rem]"
          >If too hard, move down to<select
            class="select w-full border-base-content/60 select-sm"
            value={rung.back ?? ''}
            disabled={at === 0}
            title={at === 0 ? 'The first rung has no rung below it' : undefined}
            onchange={(e) => set({ back: e.currentTarget.value || undefined })}
          >
            <option value="">the rung below</option>
            {#each ladder.rungs.slice(0, at) as r (r.id)}<option value={r.id}>{r.title}</option>{/each}
          </select></label
        >
        <div class="mt-2 flex gap-2">
          <label class="flex flex-1 flex-col text-[0.8rem]"
            >Trained<select
              class="select w-full border-base-content/60 select-sm"
              value={rung.dimension ?? ''}
              onchange={(e) => set({ dimension: e.currentTarget.value || undefined })}
              ><option value="">–</option>{#each vocabulary.dimensions as d (d.id)}<option value={d.id}
                  >{d.label}</option
                >{/each}</select
            ></label
          >
          <label class="flex flex-1 flex-col text-[0.8rem]"
            >Practice form<select
              class="select w-full border-base-content/60 select-sm"
              value={rung.form ?? ''}
              onchange={(e) => set({ form: e.currentTarget.value || undefined })}
              ><option value="">–</option>{#each vocabulary.forms as f (f.id)}<option value={f.id}
                  >{f.label}</option
                >{/each}</select
            ></label
          >
        </div>
        <label class="mt-2 flex flex-col text-[0.8rem]"
          >Cue<input
            dir="auto"
            class="input w-full border-base-content/60 input-sm"
            maxlength="200"
            value={rung.cue ?? ''}
            onchange={(e) => set({ cue: e.currentTarget.value.trim() || undefined })}
          /></label
        >
        <div class="mt-3 flex flex-wrap gap-1.5">
          <button
            type="button"
            class="btn btn-sm"
            disabled={at === ladder.rungs.length - 1}
            onclick={() => editor.move(at, at + 1)}>Higher</button
          >
          <button type="button" class="btn btn-sm" disabled={at === 0} onclick={() => editor.move(at, at - 1)}
            >Lower</button
          >
          <button
            type="button"
            class="btn btn-sm"
            disabled={ladder.rungs.length < 2}
            title={ladder.rungs.length < 2 ? 'A ladder has at least one rung' : undefined}
            onclick={remove}>Remove</button
          >
        </div>
      </section>
    {/if}
  </div>
</main>

<style>
  .ladder {
    border-left: 7px solid var(--color-secondary);
    border-right: 7px solid var(--color-secondary);
  }
  .rung {
    border-bottom: 4px solid color-mix(in oklab, var(--color-secondary) 55%, transparent);
    cursor: grab;
  }
  .rung:first-child {
    border-top: 4px solid color-mix(in oklab, var(--color-secondary) 55%, transparent);
  }
  .rung.here {
    background: var(--color-base-200);
    box-shadow: inset 6px 0 0 var(--color-accent);
  }
  .rung.aimed:hover {
    border-top: 4px solid var(--color-base-content);
  }
</style>
