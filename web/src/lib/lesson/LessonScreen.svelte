<!-- A lesson being planned: who and when, the tape, and the block in hand. -->
<script lang="ts">
  import { ages } from '$lib/units/court';
  import When from '$lib/shell/When.svelte';
  import { beforeNavigate } from '$app/navigation';
  import { onDestroy, untrack } from 'svelte';
  import {
    api,
    explain,
    type Block,
    type Court,
    type Lesson,
    type LessonSummary,
    type Plan,
    type ShelfDrill,
    type Student
  } from '$lib/api/client';
  import { fromPaper, overAt, runLesson } from '$lib/run/begin';
  import { beside } from '$lib/shell/float';
  import Num from '$lib/shell/Num.svelte';
  import { takeAlong } from '$lib/device/packs';
  import SaveState from '$lib/shell/SaveState.svelte';
  import { kindName } from '$lib/api/vocabulary';
  import Tape from '$lib/tape/Tape.svelte';
  import { today } from '$lib/units/when';
  import { settings } from '$lib/units/settings.svelte';
  import Wheel from '$lib/wheel/Wheel.svelte';
  import Counts from './Counts.svelte';
  import DrillBlock from './DrillBlock.svelte';
  import { Editor } from './editor.svelte';
  import Notices from './Notices.svelte';
  import PickDrill from './PickDrill.svelte';
  import Resources from './Resources.svelte';
  import OtherBlock from './OtherBlock.svelte';
  import Versions from './Versions.svelte';
  import { door } from '$lib/access/door.svelte';
  import GivenBy from '$lib/access/GivenBy.svelte';
  import Watch from '$lib/watch/Watch.svelte';
  import { Watching } from '$lib/watch/watching.svelte';
  import StudentPicker from './StudentPicker.svelte';

  interface Props {
    lesson: Lesson;
    plan: Plan;
    courts: Court[];
    students: Student[];
    templates: Block[];
    summary?: LessonSummary;
  }
  let {
    lesson: read,
    plan: reckoned,
    courts,
    students: everybody,
    templates: ready,
    summary
  }: Props = $props();

  // The editor owns the lesson from here on; a new one opens a new screen.
  // svelte-ignore state_referenced_locally
  const editor = new Editor(read, reckoned);
  // svelte-ignore state_referenced_locally
  let people = $state.raw(everybody);
  // svelte-ignore state_referenced_locally
  let templates = $state.raw(ready);
  let announced = $state('');
  const lesson = $derived(editor.lesson);
  const plan = $derived(editor.plan);
  const block = $derived(editor.block);
  const blockPlan = $derived(plan?.blocks.find((b) => b.id === block?.id));
  const students = $derived(
    lesson.students.map((id) => people.find((s) => s.id === id)).filter((s) => s !== undefined)
  );
  const detail = $derived(plan?.detail?.id === block?.id ? plan?.detail : undefined);
  let counting = $state(false);
  let roomButton = $state<HTMLButtonElement>();
  let side = $state<'drill' | 'where' | 'each'>('drill');
  const sides = $derived([
    ['drill', 'The drill'],
    ['where', students.length > 2 ? `Who is where (${students.length})` : 'Who is where'],
    ['each', detail?.levelling.length ? 'Each student · make it even' : 'Each student']
  ] as const);
  const court = $derived(courts.find((c) => c.id === lesson.court));
  const troubled = $derived(
    plan?.blocks.filter((b) => b.notices.some((n) => !n.caution)).map((b) => b.id) ?? []
  );

  // Lengths in notices are written by the server, in the coach's units.
  let written = settings.units;
  $effect(() => {
    if (settings.units !== written) void editor.check();
    written = settings.units;
  });
  /** Another court: the blocks to add are measured for it. */
  async function setCourt(id: string) {
    editor.change({ court: id });
    const { data } = await api
      .GET('/api/v1/courts/{court}/blocks', { params: { path: { court: id } } })
      .catch(() => ({ data: undefined }));
    if (data) templates = data;
  }
  // What is planned goes along to the court: each time it is saved, as it is then.
  let along = $state(false);
  $effect(() => {
    if (editor.status !== 'saved' || !lesson.blocks.length || lesson.date < today()) return;
    void editor.version;
    const later = setTimeout(() => void takeAlong(lesson.id).then((done) => (along = done)), 1500);
    return () => clearTimeout(later);
  });
  onDestroy(() => watching?.close());
  beforeNavigate((to) => void editor.save(to.willUnload));

  function key(e: KeyboardEvent) {
    if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return;
    if (
      e.target instanceof HTMLInputElement &&
      e.target.type === 'text' &&
      e.target.value !== e.target.defaultValue
    )
      return;
    e.preventDefault();
    if (e.shiftKey) editor.redo();
    else editor.undo();
  }
  function move(from: number, to: number) {
    const b = lesson.blocks[from];
    if (!b || to < 0 || to >= lesson.blocks.length) return;
    editor.move(from, to);
    announced = `${b.title} is now block ${to + 1} of ${lesson.blocks.length}`;
  }
  /** A drill of the shelf becomes a block, brought to this court's measures, after the block selected. */
  async function take(s: ShelfDrill) {
    const { data, error } = await api
      .POST('/api/v1/lessons/place', { body: { lesson, drill: s.drill, units: settings.units } })
      .catch((error: unknown) => ({ data: undefined, error }));
    if (data) {
      editor.add(data.block);
      placed =
        data.asDrawn && editor.selected
          ? { changed: data.changed, asDrawn: { ...data.asDrawn, id: editor.selected } }
          : undefined;
    } else editor.trouble = explain(error);
  }
  /** What was changed in the drill that was put in last, and the block without it. */
  let placed = $state.raw<{ changed: string[]; asDrawn: Block }>();
  function asDrawn() {
    if (placed) editor.setBlock(placed.asDrawn.id, { variants: undefined, ...placed.asDrawn });
    placed = undefined;
  }
  let watching = $state.raw<Watching>();
  /** The lesson that is watched, whatever version it was saved as. */
  let watched = '';
  const asWatched = (l: Lesson) => JSON.stringify({ ...l, version: 0 });
  async function watch() {
    watched = asWatched(lesson);
    watching = new Watching(lesson);
    await watching.ask();
    if (!window.matchMedia('(prefers-reduced-motion: reduce)').matches) watching?.start();
  }
  function stopWatching() {
    watching?.close();
    watching = undefined;
  }
  // What is changed while it is watched is watched with the same dice.
  $effect(() => {
    const now = lesson;
    untrack(() => {
      if (!watching || asWatched(now) === watched) return;
      watched = asWatched(now);
      watching.pause();
      void watching.ask(watching.play.value?.play, now);
    });
  });
  /** Where the play is on the tape, on which changeovers take no room. */
  const tapeAt = (ms: number) => {
    const i = watching?.play.value?.blocks.findLastIndex((b) => b.from <= ms) ?? -1;
    const b = plan?.blocks[i];
    return b ? b.from + Math.min(b.to - b.from, (ms - watching!.play.value!.blocks[i]!.from) / 60_000) : 0;
  };
  const marks = $derived(
    watching?.play.value?.blocks.flatMap((b) =>
      b.met.filter((m) => m.at <= watching!.now).map((m) => ({ student: m.student, minute: tapeAt(m.at) }))
    ) ?? []
  );
  /** Its day is over, and nothing of it is in the log. */
  const past = $derived(overAt(lesson) < Date.now() && !summary?.run);
  async function onPaper() {
    await editor.save();
    try {
      await fromPaper(editor.value);
    } catch (error) {
      editor.trouble = (error as Error).message;
    }
  }
  async function toCourt() {
    await editor.save();
    await runLesson(lesson.id, summary);
  }
</script>

<svelte:window onkeydown={key} onpagehide={() => editor.save(true)} />
<svelte:head><title>{lesson.title} · Hodometer</title></svelte:head>

<main class="mx-auto max-w-[1280px] px-6 py-4">
  <div class="flex flex-wrap items-center gap-x-5 gap-y-2">
    <h1 dir="auto" class="sr-only">{lesson.title}</h1>
    <div class="min-w-60 flex-1">
      <input
        dir="auto"
        class="written w-full text-2xl font-semibold tracking-tight"
        aria-label="Title of the lesson"
        value={lesson.title}
        maxlength="120"
        onchange={(e) => {
          if (e.currentTarget.value.trim()) editor.change({ title: e.currentTarget.value.trim() });
          else e.currentTarget.value = lesson.title;
        }}
      />
    </div>
    <SaveState {editor} />
    {#if along && editor.status === 'saved'}<span class="text-sm">Saved for offline use</span>{/if}
    <Versions {lesson} onback={(l) => editor.change({ ...l, id: lesson.id, version: lesson.version })} />
    <div class="join">
      <button
        type="button"
        class="btn join-item btn-sm"
        disabled={!editor.canUndo}
        onclick={() => editor.undo()}>Undo</button
      >
      <button
        type="button"
        class="btn join-item btn-sm"
        disabled={!editor.canRedo}
        onclick={() => editor.redo()}>Redo</button
      >
    </div>
    {#if !editor.nothing}<a class="btn" href="/lessons/{lesson.id}/sheet">Lesson sheet</a>
      <a
        class="btn"
        href="/api/v1/share?lesson={lesson.id}"
        download="lesson.json"
        title="For another coach: drills, games and set-up, without the students">Export</a
      >{/if}
    {#if lesson.blocks.length}<button
        type="button"
        class="btn"
        aria-pressed={!!watching}
        onclick={() => (watching ? stopWatching() : void watch())}>Watch it</button
      >{/if}
    {#if lesson.blocks.length}<button
        type="button"
        class="btn border-base-content btn-accent"
        onclick={toCourt}>Run courtside</button
      >{:else}<span class="text-sm">Add a block to run this lesson courtside.</span>{/if}
  </div>
  <div class="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2" class:hidden={watching}>
    <When label="Day" value={lesson.date} onset={(date) => editor.change({ date })} />
    <When label="Start" time value={lesson.start} onset={(start) => editor.change({ start })} />
    <Num
      label="Lesson length"
      unit="min"
      whole
      value={lesson.slotMinutes}
      min={1}
      max={480}
      step={5}
      onset={(slotMinutes) => editor.change({ slotMinutes })}
    />
    <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight">
      Court{ages(court)}
      <select
        class="select w-48 border-base-content/60 select-sm"
        value={lesson.court}
        onchange={(e) => setCourt(e.currentTarget.value)}
      >
        {#each courts as c (c.id)}<option value={c.id}>{c.name}</option>{/each}
      </select>
    </label>
    {#if !editor.nothing}<GivenBy lesson={lesson.id} coach={summary?.coachId} />{/if}
    <Resources {lesson} {students} onchange={(next) => editor.change(next)} />
    <StudentPicker
      {people}
      chosen={lesson.students}
      onchoose={(ids) => editor.change({ students: ids })}
      onadded={(s) => (people = [...people.filter((p) => p.id !== s.id), s])}
    />
    <!-- It comes as the day is changed, and must not push away what is being pressed in the line above. -->
    {#if lesson.blocks.length && past}<button
        type="button"
        class="btn btn-sm"
        title="It went as planned and was counted on paper: enter the counts for its day"
        onclick={() => void onPaper()}>Enter from paper</button
      >{/if}
  </div>

  <div class="mt-4">
    <Tape
      blocks={lesson.blocks}
      start={lesson.start}
      slot={lesson.slotMinutes}
      lanes={plan?.students}
      coach={plan?.coach}
      between={Object.fromEntries(plan?.blocks.map((b) => [b.id, b.between]) ?? [])}
      {troubled}
      edges={Object.fromEntries(plan?.blocks.map((b) => [b.id, b.ends]) ?? [])}
      at={watching ? tapeAt(watching.now) : undefined}
      {marks}
      selected={watching ? lesson.blocks[watching.at]?.id : editor.selected}
      onselect={(id) => {
        editor.selected = id;
        const b = watching?.play.value?.blocks.find((o) => o.id === id);
        if (b) watching?.seek(b.from);
      }}
      onresize={(id, minutes) => editor.setBlock(id, { minutes }, `minutes ${id}`)}
      onmove={move}
      onremove={(id) => editor.remove(id)}
    >
      {#if plan && !watching}
        <div class="flex w-full flex-wrap items-end gap-x-2 gap-y-1">
          <Wheel
            label="Planned of {lesson.slotMinutes} min{plan.over > 0 ? `, ${plan.over} over` : ''}"
            figure={plan.minutes}
          />
          <Wheel label="Changeover" small figure={plan.between} />
          {#if plan.balls.value > 0}<Wheel label="Balls fed" figure={plan.balls} />{/if}
          {@render adding()}
        </div>
      {:else if !watching}{@render adding()}{/if}
    </Tape>
  </div>
  {#snippet adding()}
    <div class="ml-auto flex flex-wrap items-center gap-1.5">
      <button type="button" class="btn btn-sm" aria-expanded={counting} onclick={() => (counting = !counting)}
        >Totals</button
      >
      <button
        type="button"
        class="btn btn-primary btn-sm"
        disabled={!plan?.fit}
        title={plan?.fit?.outcome ?? 'Cannot fit: no block can be made longer or shorter'}
        onclick={() => editor.fit()}>Fit to lesson length</button
      >
      <span class="text-sm">Add</span>
      {#each templates.filter((t) => t.kind !== 'drill') as t (t.id)}<button
          type="button"
          class="btn btn-sm"
          onclick={() => editor.add(t)}>{kindName(t.kind)}</button
        >{/each}
      {#if court}<PickDrill {court} {courts} students={lesson.students.length} onpick={take} />{/if}
    </div>
  {/snippet}
  {#if counting && plan && !watching}<section class="mt-3 bg-base-200 p-3" aria-label="Totals">
      <Counts {lesson} {plan} />
    </section>{/if}
  <p class="sr-only" aria-live="polite">{announced}</p>
  {#if plan?.notices.length && !watching}<div class="mt-3">
      <Notices notices={plan.notices} lesson={lesson.id} onfix={(f) => editor.fix(f)} />
    </div>{/if}

  {#if watching}
    <Watch {watching} {lesson} {students} pairs={plan?.pairs ?? []} onclose={stopWatching} />
  {:else if block}
    <section class="mt-2 border-t border-base-content pt-2" aria-label="Selected block">
      {#if placed?.asDrawn.id === block.id}
        <div class="mb-2 flex flex-wrap items-start gap-3 bg-base-200 px-3 py-2 text-sm" role="status">
          <div class="min-w-60 flex-1">
            <p class="font-semibold">Set to the students of this lesson</p>
            <ul>
              {#each placed.changed as line, i (i)}<li>{line}</li>{/each}
            </ul>
          </div>
          <button type="button" class="btn btn-sm" onclick={asDrawn}>Use it as drawn</button>
          <button
            type="button"
            class="btn btn-ghost btn-sm"
            aria-label="Close"
            onclick={() => (placed = undefined)}>✕</button
          >
        </div>
      {/if}
      <div class="mb-2 flex flex-wrap items-center gap-3">
        <h2 dir="auto" class="sr-only">{block.title}</h2>
        <div class="min-w-60 flex-1">
          <input
            dir="auto"
            class="written w-full text-xl font-semibold"
            aria-label="Title of the block"
            value={block.title}
            maxlength="120"
            onchange={(e) => {
              if (e.currentTarget.value.trim())
                editor.setBlock(block.id, { title: e.currentTarget.value.trim() });
              else e.currentTarget.value = block.title;
            }}
          />
        </div>
        {#if blockPlan}<span class="figures text-sm">{blockPlan.start}–{blockPlan.end}</span>{/if}
        <label class="flex items-center gap-1.5 text-sm"
          ><input
            type="checkbox"
            class="checkbox border-base-content checkbox-sm"
            checked={block.fixed ?? false}
            onchange={(e) => editor.setBlock(block.id, { fixed: e.currentTarget.checked || undefined })}
          />Fixed length</label
        >
        {#if blockPlan && !block.fixed}
          <button
            bind:this={roomButton}
            type="button"
            class="figures btn font-normal btn-sm"
            popovertarget="room"
            aria-label="Allowed length {blockPlan.room.least} to {blockPlan.room
              .most} minutes, ideally {blockPlan.room.best}"
            >{blockPlan.room.least}–{blockPlan.room.most}</button
          >
          <div
            id="room"
            popover
            {@attach beside(() => roomButton)}
            role="dialog"
            aria-label="Allowed length"
            class="sheet w-80"
          >
            <h3 class="text-base">Allowed length when the lesson is fitted</h3>
            <div class="mt-2 flex gap-3">
              {#each [['least', 'Shortest'], ['best', 'Ideal'], ['most', 'Longest']] as const as [k, label] (k)}<Num
                  {label}
                  unit={k === 'most' ? 'min' : ''}
                  whole
                  value={blockPlan.room[k]}
                  min={k === 'least' ? 1 : k === 'best' ? blockPlan.room.least : blockPlan.room.best}
                  max={k === 'least' ? blockPlan.room.best : k === 'best' ? blockPlan.room.most : 480}
                  onset={(n) => editor.setBlock(block.id, { span: { ...blockPlan.room, [k]: n } })}
                />{/each}
            </div>
            {#if block.span}<button
                type="button"
                class="btn mt-3 btn-sm"
                onclick={() => editor.setBlock(block.id, { span: undefined })}>Use the default</button
              >{/if}
          </div>
        {/if}
        <Num
          label="Length"
          beside
          unit="min"
          whole
          value={block.minutes}
          min={1}
          max={480}
          onset={(minutes) => editor.setBlock(block.id, { minutes, fixed: true })}
        />
        <div class="join flex-wrap">
          <button
            type="button"
            class="btn join-item btn-sm"
            aria-label="Move {block.title} earlier"
            onclick={() => move(lesson.blocks.indexOf(block), lesson.blocks.indexOf(block) - 1)}>←</button
          >
          <button
            type="button"
            class="btn join-item btn-sm"
            aria-label="Move {block.title} later"
            onclick={() => move(lesson.blocks.indexOf(block), lesson.blocks.indexOf(block) + 1)}>→</button
          >
          <button type="button" class="btn join-item btn-sm" onclick={() => editor.duplicate(block.id)}
            >Duplicate</button
          >
          <button
            type="button"
            class="btn join-item btn-sm"
            disabled={block.minutes < 2}
            onclick={() => editor.split(block.id)}>Split</button
          >
          {#if editor.joins(block.id)}<button
              type="button"
              class="btn join-item btn-sm"
              onclick={() => editor.join(block.id)}>Join with next block</button
            >{/if}
          {#if plan?.blocks.find((b) => b.id === block.id)?.playable}<button
              type="button"
              class="btn join-item btn-sm"
              onclick={() => void editor.matchFrom(block).catch(() => {})}>Turn into match play</button
            >{/if}
          <button
            type="button"
            class="btn join-item btn-sm"
            aria-label="Remove {block.title}"
            onclick={() => editor.remove(block.id)}>Remove</button
          >
        </div>
      </div>
      <div class="mb-3 flex flex-wrap items-center gap-x-4">
        {#if block.drill}
          <div class="flex gap-1" role="group" aria-label="Drill view">
            {#each sides as [id, words] (id)}<button
                type="button"
                class="side"
                class:here={side === id}
                aria-pressed={side === id}
                onclick={() => (side = id)}>{words}</button
              >{/each}
          </div>
        {/if}
        <input
          dir="auto"
          class="written min-w-40 flex-1 text-sm"
          aria-label="Notes on {block.title}"
          placeholder="Notes on this block"
          value={block.notes ?? ''}
          maxlength="1000"
          onchange={(e) => editor.setBlock(block.id, { notes: e.currentTarget.value.trim() || undefined })}
        />
      </div>
      {#key block.id}
        {#if block.drill && court}
          {@const own = courts.find((c) => c.id === block.drill?.pattern.court) ?? court}
          <DrillBlock
            {editor}
            {block}
            drill={block.drill}
            court={own}
            {courts}
            plan={blockPlan}
            {detail}
            {side}
            {students}
          />
        {:else if court}
          <OtherBlock {editor} {block} plan={blockPlan} {detail} {court} {courts} {students} />
        {/if}
      {/key}
    </section>
  {/if}
  {#if door.owner && !editor.nothing}<p class="mt-8 text-sm">
      <a class="hover:underline" href="/lessons/{lesson.id}/erase">Erase this lesson for good…</a>
    </p>{/if}
</main>

<style>
  .side {
    padding: 0.25rem 0.9rem;
    cursor: pointer;
    border-bottom: 4px solid transparent;
  }
  .side:hover {
    border-bottom-color: var(--color-base-300);
  }
  .side.here {
    border-bottom-color: var(--color-base-content);
    font-weight: 650;
  }
</style>
