<!--
  A lesson as a tape measure of time: minute ticks, blocks in proportion, and a
  lane for each student in which waiting is white. With the callbacks, blocks
  are dragged to another place and their edges pulled; the same from the
  keyboard.
-->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Block, Plan } from '$lib/api/client';
  import { calledAmong } from '$lib/people/names';
  import { kindName } from '$lib/api/vocabulary';
  import { clock, landing, numberedEvery, stripes } from './tape';

  interface Piece {
    id: string;
    kind: Block['kind'];
    title: string;
    minutes: number;
  }
  interface Props {
    blocks: Piece[];
    start: string;
    slot: number;
    lanes?: Pick<Plan['students'][number], 'id' | 'name' | 'lane' | 'part'>[];
    /** What the coach does. */
    coach?: Plan['coach'];
    /** Minutes that go on between a block and the next, by the id of the first. */
    between?: Record<string, number>;
    /** Ids of blocks with a notice of trouble. */
    troubled?: string[];
    selected?: string;
    /** Between which minutes by the clock each block is over in eight of ten plays, by its id. */
    edges?: Record<string, { early: number; late: number; from: string; to: string }>;
    /** The minute of the tape that is watched, and what was met before it. */
    at?: number;
    marks?: { student: string; minute: number }[];
    onselect?: (id: string) => void;
    onresize?: (id: string, minutes: number) => void;
    onmove?: (from: number, to: number) => void;
    onremove?: (id: string) => void;
    /** What stands to the right of the legend. */
    children?: Snippet;
  }
  let {
    blocks,
    start,
    slot,
    lanes = [],
    coach = [],
    between = {},
    troubled = [],
    selected,
    edges = {},
    at,
    marks = [],
    onselect,
    onresize,
    onmove,
    onremove,
    children
  }: Props = $props();

  let width = $state(900);
  let pull = $state<{ id: string; x: number; minutes: number }>();
  let carry = $state<{ from: number; x: number; dx: number; to: number }>();
  let strip: HTMLDivElement;

  const total = $derived(blocks.reduce((sum, b) => sum + b.minutes, 0));
  const span = $derived(Math.max(slot, total, 10));
  const px = $derived(width / span);
  const every = $derived(numberedEvery(px));
  /** Where each block lies, and when it begins by the clock: after what goes on between. */
  const placed = $derived.by(() => {
    let at = 0;
    let moved = 0;
    return blocks.map((b) => {
      const from = at;
      const begins = at + moved;
      at += b.minutes;
      moved += between[b.id] ?? 0;
      return { ...b, from, begins };
    });
  });
  /** Where the end of a block is soft, from its planned end on, in pixels. */
  function soft(b: (typeof placed)[number]) {
    const edge = edges[b.id]!;
    const end = b.begins + b.minutes;
    const left = (edge.early - end) * px;
    const room = (span - b.from - b.minutes) * px - left;
    return { left, width: Math.min(room, (edge.late - edge.early) * px) };
  }
  const lastEdge = $derived(edges[blocks.at(-1)?.id ?? '']);
  const ends = $derived(total + blocks.reduce((sum, b) => sum + (between[b.id] ?? 0), 0));

  function pulling(e: PointerEvent) {
    if (pull)
      onresize?.(pull.id, Math.max(1, Math.min(480, Math.round(pull.minutes + (e.clientX - pull.x) / px))));
  }
  const called = $derived(calledAmong(lanes));
  function carrying(e: PointerEvent) {
    if (!carry) return;
    const minute = (e.clientX - strip.getBoundingClientRect().left) / px;
    carry = { ...carry, dx: e.clientX - carry.x, to: landing(blocks, carry.from, minute) };
  }
  function drop() {
    if (carry && Math.abs(carry.dx) > 6 && carry.to !== carry.from) onmove?.(carry.from, carry.to);
    carry = undefined;
  }
  function onkey(e: KeyboardEvent, i: number) {
    const b = blocks[i];
    if (!b) return;
    if (e.altKey && e.key === 'ArrowLeft') onmove?.(i, i - 1);
    else if (e.altKey && e.key === 'ArrowRight') onmove?.(i, i + 1);
    else if (e.key === '+' || e.key === '=') onresize?.(b.id, Math.min(480, b.minutes + 1));
    else if (e.key === '-') onresize?.(b.id, Math.max(1, b.minutes - 1));
    else if (e.key === 'Delete' || e.key === 'Backspace') onremove?.(b.id);
    else return;
    e.preventDefault();
  }
  function onedge(e: KeyboardEvent, b: Piece) {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 5, PageDown: -5 }[e.key];
    if (!by) return;
    onresize?.(b.id, Math.max(1, Math.min(480, b.minutes + by)));
    e.preventDefault();
  }
</script>

<div class="grid grid-cols-[4.5rem_1fr] gap-x-2" role="group" aria-label="Lesson tape">
  <div class="self-end pb-1 text-right text-xs">min</div>
  <div class="scale" aria-hidden="true" bind:clientWidth={width} style:--minute="{px}px">
    {#each { length: Math.ceil(span / every) }, i (i)}<span
        class="number figures"
        style:left="{i * every * px}px">{i * every}</span
      >{/each}
  </div>

  <div class="figures self-center text-right text-sm">{start}</div>
  <div
    bind:this={strip}
    class="strip relative"
    role="list"
    onpointermove={carrying}
    onpointerup={drop}
    onpointercancel={drop}
  >
    {#each placed as b, i (b.id)}
      {@const narrow = b.minutes * px < 84}
      {@const upright = b.minutes * px < 66}
      <div
        role="listitem"
        class="piece"
        class:selected={b.id === selected}
        class:carried={carry?.from === i && Math.abs(carry.dx) > 6}
        style:left="{b.from * px}px"
        style:width="{b.minutes * px}px"
        style:background="var(--kind-{b.kind}, var(--color-neutral))"
        style:transform={carry?.from === i ? `translateX(${carry.dx}px)` : undefined}
      >
        <svelte:element
          this={onselect ? 'button' : 'div'}
          role={onselect ? 'button' : undefined}
          class="face"
          class:slim={upright}
          aria-pressed={onselect ? b.id === selected : undefined}
          aria-label="{kindName(b.kind)}: {b.title}, {b.minutes} minutes, {clock(start, b.begins)} to {clock(
            start,
            b.begins + b.minutes
          )}{troubled.includes(b.id) ? ', has a suggestion' : ''}"
          aria-keyshortcuts={onselect ? 'Alt+ArrowLeft Alt+ArrowRight + - Delete' : undefined}
          onclick={() => onselect?.(b.id)}
          onkeydown={(e: KeyboardEvent) => onselect && onkey(e, i)}
          onpointerdown={(e: PointerEvent) =>
            onmove && e.button === 0 && (carry = { from: i, x: e.clientX, dx: 0, to: i })}
        >
          {#if !narrow}<span class="kind">{kindName(b.kind)}</span>{/if}
          <span dir="auto" class="title" class:narrow class:upright
            >{narrow ? kindName(b.kind) : b.title}</span
          >
          <span class="minutes figures"
            >{b.minutes}{#if !narrow}&nbsp;min{/if}</span
          >
          {#if troubled.includes(b.id)}<span class="flag" title="Has a suggestion">!</span>{/if}
        </svelte:element>
        {#if (between[b.id] ?? 0) * px > 3}<span
            class="gap"
            style:width="{(between[b.id] ?? 0) * px}px"
            title="Changeover: about {Math.round((between[b.id] ?? 0) * 10) /
              10} min to move, set up and pick up balls"
          ></span>{/if}
        {#if edges[b.id] && soft(b).width > 1}<span
            class="soft"
            style:left="calc(100% + {soft(b).left}px)"
            style:width="{soft(b).width}px"
            style:background="linear-gradient(90deg, var(--kind-{b.kind}, var(--color-neutral)), transparent)"
            title="Over between {edges[b.id]!.from} and {edges[b.id]!.to}, eight times in ten"
          ></span>{/if}
        {#if onresize}
          <div
            class="edge"
            role="slider"
            tabindex="0"
            aria-label="Length of {b.title}"
            aria-valuemin={1}
            aria-valuemax={480}
            aria-valuenow={b.minutes}
            aria-valuetext="{b.minutes} minutes"
            onkeydown={(e) => onedge(e, b)}
            onpointerdown={(e) => {
              e.stopPropagation();
              e.currentTarget.setPointerCapture(e.pointerId);
              pull = { id: b.id, x: e.clientX, minutes: b.minutes };
            }}
            onpointermove={pulling}
            onpointerup={() => (pull = undefined)}
            onpointercancel={() => (pull = undefined)}
          ></div>
        {/if}
      </div>
    {/each}
    {#if total > slot}
      <div
        class="past"
        style:left="{slot * px}px"
        style:width="{(total - slot) * px}px"
        aria-hidden="true"
      ></div>
    {/if}
    <div class="end" style:left="{slot * px}px" aria-hidden="true"></div>
    {#if at !== undefined}<div class="head" style:left="{at * px}px" aria-hidden="true"></div>{/if}
    {#if blocks.length === 0}<p class="p-4 text-sm" style:color="var(--tape-ink)">
        No blocks yet. Add one below.
      </p>{/if}
  </div>

  <div></div>
  <div class="figures relative h-5 text-xs" aria-hidden="true">
    {#each placed as b (b.id)}
      {#if b.from > 0 && b.minutes * px > 36}<span
          class="absolute -translate-x-1/2 pt-0.5"
          style:left="{b.from * px}px">{clock(start, b.begins)}</span
        >{/if}
    {/each}
    <span class="absolute right-0 bg-base-100 pt-0.5 pl-2 font-semibold" class:text-error={ends > slot + 0.5}
      >{lastEdge && lastEdge.from !== lastEdge.to
        ? `${lastEdge.from}–${lastEdge.to}`
        : clock(start, ends)}</span
    >
  </div>

  {#each lanes as s (s.id)}
    <div
      dir="auto"
      class="self-center truncate text-right {lanes.length > 4 ? 'text-xs leading-none' : 'text-sm'}"
    >
      {called(s.id)}
    </div>
    <div
      class="lane"
      class:slim={lanes.length > 4}
      role="img"
      aria-label="{called(s.id)}: {Math.round(s.part.hitting)} minutes hitting, {Math.round(
        s.part.feeding + s.part.collecting
      )} feeding and collecting, {Math.round(s.part.waiting)} waiting{s.part.away
        ? `, ${Math.round(s.part.away)} away`
        : ''}"
    >
      {#each s.lane as l (l.from)}
        <span
          class="doing {l.doing}"
          style="left:{l.from * px}px;width:{Math.max(0.5, (l.to - l.from) * px)}px;{l.doing === 'turns'
            ? stripes(l, px)
            : ''}"
        ></span>
      {/each}
      {#each marks.filter((m) => m.student === s.id) as m, i (i)}<span
          class="met"
          style:left="{m.minute * px}px"
        ></span>{/each}
      {#if at !== undefined}<span class="head" style:left="{at * px}px"></span>{/if}
    </div>
  {/each}
  {#if coach.length && lanes.length}
    <div class="self-center truncate text-right text-sm italic">Coach</div>
    <div class="lane" role="img" aria-label="What the coach does over the lesson">
      {#each coach as l (l.from)}<span
          class="doing {l.doing}"
          style:left="{l.from * px}px"
          style:width="{Math.max(0.5, (l.to - l.from) * px)}px"
        ></span>{/each}
    </div>
  {/if}
  <div></div>
  <div class="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
    {#if lanes.length}
      <ul class="flex flex-wrap gap-x-4 text-xs" aria-label="Symbols of the lanes">
        {#each ['hitting', ...(coach.length ? ['feeding'] : []), 'waiting', 'collecting', ...(lanes[0]?.lane.some((l) => l.doing === 'moving') ? ['moving'] : []), 'listening', ...(lanes.some((s) => s.part.away) ? ['away'] : [])] as d (d)}
          <li class="flex items-center gap-1.5">
            <span class="swatch doing {d}"></span>{d === 'listening'
              ? 'talk, rest'
              : d === 'away'
                ? 'away'
                : d === 'waiting' && coach.length
                  ? 'waiting, watching'
                  : d}
          </li>
        {/each}
      </ul>
    {/if}
    {#if lastEdge && lastEdge.from !== lastEdge.to}<p class="ml-auto text-xs">
        Ends <strong class="figures">{lastEdge.from}</strong> to
        <strong class="figures">{lastEdge.to}</strong>, eight times in ten
      </p>{/if}
    {@render children?.()}
  </div>
</div>

<style>
  .scale {
    position: relative;
    height: 1.6rem;
    /* A tick each minute, a longer one each fifth. */
    background:
      repeating-linear-gradient(90deg, var(--tape-ink) 0 1px, transparent 1px calc(5 * var(--minute))) 0
        100% / 100% 0.7rem no-repeat,
      repeating-linear-gradient(90deg, var(--tape-ink) 0 1px, transparent 1px var(--minute)) 0 100% / 100%
        0.35rem no-repeat,
      var(--tape);
    color: var(--tape-ink);
    border-radius: 0.25rem 0.25rem 0 0;
    overflow: hidden;
  }
  .number {
    position: absolute;
    top: 0.05rem;
    padding-left: 3px;
    font-size: 0.72rem;
    font-weight: 600;
  }
  .strip {
    height: 4.6rem;
    background: repeating-linear-gradient(
      90deg,
      color-mix(in oklab, var(--tape) 70%, var(--color-base-100)) 0 100%
    );
    border-radius: 0 0 0.25rem 0.25rem;
  }
  .piece {
    position: absolute;
    top: 0;
    bottom: 0;
    color: #fbfaf4;
    border-right: 2px solid var(--color-base-100);
  }
  .piece.selected {
    box-shadow: inset 0 -5px 0 #d7ee2a;
    z-index: 1;
  }
  .piece.carried {
    z-index: 3;
    opacity: 0.85;
    pointer-events: none;
  }
  .face {
    position: absolute;
    inset: 0;
    overflow: hidden;
    display: flex;
    flex-direction: column;
    align-items: start;
    padding: 0.4rem 0.6rem;
    text-align: left;
    line-height: 1.15;
    touch-action: pan-y;
  }
  button.face {
    cursor: grab;
  }
  .face:focus-visible {
    outline-offset: -3px;
    outline-color: #d7ee2a;
  }
  /* What goes on after a block eats into the next. */
  .gap {
    position: absolute;
    left: 100%;
    bottom: 0;
    height: 0.5rem;
    z-index: 1;
    background: repeating-linear-gradient(90deg, #f4ead0 0 2px, #1c2421 2px 4px);
    opacity: 0.75;
    pointer-events: none;
  }
  .kind {
    font-size: 0.72rem;
  }
  .title {
    font-weight: 650;
    max-width: 100%;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .title.narrow {
    font-size: 0.72rem;
    text-overflow: clip;
  }
  .title.upright {
    position: absolute;
    right: 0;
    bottom: 0.3rem;
    writing-mode: sideways-lr;
    max-height: 4.2rem;
    line-height: 1;
  }
  .face.slim {
    padding: 0.35rem 0.25rem;
  }
  .slim .minutes {
    margin-top: 0;
    font-size: 0.75rem;
  }
  .minutes {
    margin-top: auto;
    font-size: 0.85rem;
  }
  .flag {
    position: absolute;
    right: 0.6rem;
    bottom: 0.35rem;
    width: 1.3rem;
    height: 1.3rem;
    border-radius: 50%;
    background: #fbfaf4;
    color: #8f1d1d;
    font-weight: 800;
    text-align: center;
    line-height: 1.3rem;
  }
  .edge {
    position: absolute;
    right: -6px;
    top: 0;
    bottom: 0;
    width: 12px;
    cursor: ew-resize;
    touch-action: none;
    z-index: 2;
  }
  .edge::after {
    content: '';
    position: absolute;
    left: 4px;
    top: 32%;
    bottom: 32%;
    width: 3px;
    border-radius: 2px;
    background: #fbfaf4;
    box-shadow: 0 0 0 1px #1c2421;
  }
  .past {
    position: absolute;
    top: 0;
    bottom: 0;
    pointer-events: none;
    z-index: 2;
    background: repeating-linear-gradient(135deg, rgb(143 29 29 / 0.75) 0 4px, transparent 4px 10px);
  }
  .end {
    position: absolute;
    top: -1.6rem;
    bottom: -0.5rem;
    width: 0;
    border-left: 3px solid var(--color-error);
    pointer-events: none;
    z-index: 2;
  }
  /* The end of a block lies somewhere here. */
  .soft {
    position: absolute;
    top: 0;
    height: 0.4rem;
    z-index: 1;
    pointer-events: none;
  }
  /* What is watched: here, now. */
  .head {
    position: absolute;
    top: -1.6rem;
    bottom: 0;
    width: 0;
    border-left: 3px solid #d7ee2a;
    box-shadow: 0 0 0 1px #1c2421;
    z-index: 3;
    pointer-events: none;
  }
  .lane .head {
    top: 0;
  }
  .met {
    position: absolute;
    top: 50%;
    width: 0.62rem;
    height: 0.62rem;
    translate: -50% -50%;
    border: 2px solid #1c2421;
    border-radius: 50%;
    background: #d7ee2a;
    z-index: 2;
  }
  .lane {
    position: relative;
    height: 0.85rem;
    margin: 0.15rem 0;
    overflow: hidden;
    background: #fffdf6;
    border-block: 1px solid var(--color-base-300);
  }
  .lane.slim {
    height: 0.68rem;
    margin: 0.1rem 0;
  }
  :global([data-theme='lamplight']) .lane {
    background: #0d1210;
  }
  .doing {
    position: absolute;
    top: 0;
    bottom: 0;
  }
  .doing.hitting {
    background: var(--doing-hitting);
  }
  .doing.collecting {
    background: repeating-linear-gradient(135deg, var(--doing-collecting) 0 3px, transparent 3px 5px);
  }
  .doing.feeding {
    background: var(--doing-feeding);
  }
  .doing.away {
    background: var(--color-base-300);
  }
  .doing.moving {
    background: repeating-linear-gradient(90deg, var(--doing-hitting) 0 2px, transparent 2px 5px);
  }
  .doing.listening,
  .doing.resting {
    background: radial-gradient(var(--doing-listening) 1px, transparent 1.2px) 0 0 / 5px 5px;
  }
  .swatch {
    position: static;
    display: inline-block;
    width: 1.1rem;
    height: 0.6rem;
    border: 1px solid var(--color-base-content);
  }
</style>
