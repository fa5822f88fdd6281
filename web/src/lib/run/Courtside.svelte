<!-- On court: one thing at a time, thumb-sized, and nothing is ever lost. -->
<script lang="ts">
  import { flushSync, onDestroy, onMount, untrack } from 'svelte';
  import type { Run } from '$lib/api/client';
  import { typing } from '$lib/shell/keys';
  import { callNames } from '$lib/people/names';
  import { settings } from '$lib/units/settings.svelte';
  import After from './After.svelte';
  import { sayLeft } from './clock';
  import { Caller } from './caller.svelte';
  import CallerSheet from './CallerSheet.svelte';
  import CountDrill from './CountDrill.svelte';
  import CountGame from './CountGame.svelte';
  import LessonSheet from './LessonSheet.svelte';
  import NotSent from './NotSent.svelte';
  import RoleOfMinute from './RoleOfMinute.svelte';
  import { Session } from './session.svelte';
  import SetUpCard from './SetUpCard.svelte';
  import { hitters, sayPosts, sayTurn } from './called';
  import { call, say, unlock } from './sound';
  import { callOf } from './spoken';
  import Suggestion from './Suggestion.svelte';
  import Unseen from './Unseen.svelte';

  let { run }: { run: Run } = $props();
  // svelte-ignore state_referenced_locally
  const session = new Session(run);
  const caller = new Caller();
  onDestroy(() => (session.close(), caller.stop()));
  // svelte-ignore state_referenced_locally
  let finishing = $state(run.state.status === 'finished');
  let sheet = $state(false);
  let awake = $state(false);
  let calling = $state(false);
  let unseen = $state(false);

  const block = $derived(session.block);
  const minutes = $derived(session.minutes(session.state.block));
  const left = $derived(minutes * 60 - session.elapsed / 1000);
  const next = $derived(session.next);
  const soon = $derived(session.running && left <= 10 && left > 0);
  const names = $derived(callNames(session.students.map((s) => s.name)));
  const finished = $derived(session.state.status === 'finished');
  const card = $derived(block && !session.blockState?.setUp ? session.cards[block.id] : undefined);

  /** A talk asks what fits the lesson; the coach's own prompts stand as they were written. */
  const prompts = $derived.by(() => {
    const own = block?.prompts ?? ['Drink water, rest in the shade, catch your breath.'];
    return block?.kind === 'talk' && session.questions.length
      ? [...new Set([...session.questions, ...own.filter((p) => /1 to 10/.test(p))])]
      : own;
  });
  const both = $derived(session.now - session.other < 60_000);

  // The next change is announced ten seconds ahead, and when it is due.
  let announced = '';
  $effect(() => {
    if (!session.running || !block) return;
    const due = `${block.id} ${left <= 0 ? 'over' : left <= 10 ? 'soon' : ''}`;
    if (due !== announced && left <= 10) call(left <= 0 ? 'over' : 'soon');
    announced = due;
  });

  // Where calls are spoken, each is said once.
  const called = (id: string) => names[session.students.findIndex((s) => s.id === id)] ?? '';
  const spoken = $derived.by(() => {
    const turn = session.blockState?.turn;
    if (!settings.voice || !block || (!session.running && !turn?.full)) return undefined;
    const words = sayTurn(turn, block, session.due, session.elapsed, called);
    const hits = turn ? hitters(turn.now)[0] : undefined;
    const student = session.blockState?.students?.find((s) => s.id === hits);
    return callOf({
      block: block.id,
      left,
      seconds: minutes * 60,
      next: next?.block.title ?? '',
      turn,
      due: words.due,
      posts: turn ? sayPosts(turn.next, called, words.waits) : '',
      stage: student?.stages[student.stage]?.label ?? ''
    });
  });
  const aloud: string[] = [];
  $effect(() => {
    const key = spoken?.key;
    if (!key || aloud.includes(key)) return;
    aloud.push(key);
    untrack(() => say(spoken!.words));
  });

  let lock: WakeLockSentinel | undefined;
  async function stayAwake() {
    try {
      if (document.visibilityState !== 'visible') return;
      // The picture stays as the phone is held now, where the device allows it.
      const { orientation } = screen as unknown as {
        orientation?: { type: string; lock?: (t: string) => Promise<void> };
      };
      void orientation?.lock?.(orientation.type).catch(() => undefined);
      lock = await navigator.wakeLock?.request('screen');
      awake = !!lock;
      lock?.addEventListener('release', () => (awake = false));
    } catch {
      awake = false; // some devices refuse, for instance when the battery is low
    }
  }
  onMount(() => {
    void stayAwake();
    void navigator.storage?.persist?.();
    return () => void lock?.release();
  });

  function clockButton() {
    unlock(); // sound may play from the first press on
    if (card && !session.running) return ready();
    session.add({ kind: session.running ? 'pause' : 'start' });
  }
  /** The caller begins at the rhythm of the block's own plan. */
  function openCaller() {
    unlock();
    const feeds = block?.drill?.pattern.feeds ?? [];
    const mean = feeds.reduce((n, f) => n + (f.gap ?? 0), 0) / Math.max(1, feeds.length);
    if (!caller.running && mean >= 0.3 && !callerSet) caller.ask = { ...caller.ask, seconds: mean };
    callerSet = true;
    calling = true;
  }
  let callerSet = false;
  /** As the button does, which asks about what is older; where there is none, only what is not. */
  function undo() {
    flushSync(); // the button as it is after the last press
    const button = document.querySelector<HTMLElement>('[aria-keyshortcuts="u"]');
    if (button) button.click();
    else if (!session.state.undoBlock) session.undo();
  }
  function ready() {
    unlock();
    session.soon(() => {
      if (!block) return;
      session.add({ kind: 'setUp', block: block.id });
      if (!session.running) session.add({ kind: 'start' });
    });
  }
  function key(e: KeyboardEvent) {
    if (typing(e) || e.ctrlKey || e.metaKey || e.altKey || unseen) return;
    if (document.querySelector('[aria-modal="true"]')) return; // keys belong to the page that lies over this one
    const done = card && e.key === 'Enter' && document.activeElement?.tagName !== 'BUTTON';
    if (!done && !/^[ gmunplctb\d]$/.test(e.key)) return;
    unlock();
    session.soon(() => press(e.key));
    e.preventDefault();
  }
  /** What a key does, once all that was pressed before it is counted. */
  function press(key: string) {
    const at = Number(key) - 1;
    const point = !!block?.match && (at === 0 || at === 1);
    if (card && (point || 'gmtb'.includes(key))) ready(); // who counts has begun
    if (key === ' ') clockButton();
    else if (key === 'Enter') ready();
    else if (key === 'g') session.tap('good');
    else if (key === 'm') session.tap('miss');
    else if (key === 'u') undo();
    else if (key === 'n' && next) session.goTo(next.at);
    else if (key === 'p') session.goTo(session.state.block - 1);
    else if (key === 'l') sheet = true;
    else if (key === 'c') openCaller();
    else if (key === 't' && block && session.blockState?.turn)
      session.add({ kind: 'turn', block: block.id, value: session.blockState.turn.n + 1 });
    else if (key === 'b' && block?.drill?.basket) session.add({ kind: 'pickUp', block: block.id });
    else if (point) session.add({ kind: 'point', block: block!.id, value: at });
    else if (key === '0') session.add({ kind: 'focus' });
    else if (session.students[at]) session.add({ kind: 'focus', student: session.students[at].id });
  }
</script>

<svelte:window onkeydown={key} />
<svelte:document onvisibilitychange={stayAwake} />
<svelte:head><title>{block?.title ?? ''} · courtside</title></svelte:head>

<main class="mx-auto flex min-h-[calc(100dvh-var(--above,0px))] max-w-3xl flex-col gap-2 px-3 pt-1">
  {#if finished || finishing}
    <NotSent {session} />
    <After {session} onback={() => (finishing = false)} />
  {:else if block}
    <section class="flex items-center gap-2 rounded" class:soon aria-label="Clock">
      <button
        type="button"
        class="grid h-14 w-14 shrink-0 place-items-center rounded border-2 border-base-content"
        aria-label="Lesson menu: blocks, who is here, finish"
        aria-keyshortcuts="l"
        onclick={() => (sheet = true)}
        ><svg viewBox="0 0 24 24" class="w-7" aria-hidden="true"
          ><path d="M3 5h18M3 12h12M3 19h15" stroke="currentColor" stroke-width="2.6" /></svg
        ></button
      >
      <div class="min-w-0 flex-1">
        <h1 dir="auto" class="truncate text-lg leading-tight">
          {soon && next ? `Next: ${next.block.title}` : block.title}
        </h1>
        <div
          class="my-0.5 flex h-2 gap-px"
          role="img"
          aria-label="Block {session.state.block + 1} of {session.lesson.blocks.length}"
        >
          {#each session.lesson.blocks as b, i (b.id)}
            {#if session.minutes(i) > 0}
              <span
                class="relative overflow-hidden"
                style:flex="{session.minutes(i)} 0 0"
                style:background={i < session.state.block
                  ? 'var(--color-base-content)'
                  : 'var(--color-base-300)'}
              >
                {#if i === session.state.block}<span
                    class="absolute inset-y-0 left-0 border-r-2 border-current bg-accent"
                    style:width="{Math.min(100, (100 * session.elapsed) / (minutes * 60000))}%"
                  ></span>{/if}
              </span>
            {/if}
          {/each}
        </div>
        <p class="truncate text-sm leading-tight" role="status">
          {#if session.waiting}<strong>{session.waiting} not sent yet</strong>
          {:else if session.stopped}clock paused automatically
          {:else if left < 0}over time
          {:else}of {minutes} min · all saved{both ? ' · another device is also counting' : ''}{/if}
        </p>
      </div>
      <p
        class="figures text-[2rem] leading-none font-semibold tracking-tighter"
        class:text-error={left < 0}
        role="timer"
        aria-label="Time left in this block"
      >
        {sayLeft(left)}
      </p>
      <button
        type="button"
        class="btn h-14 w-14 shrink-0 px-0 text-2xl btn-neutral"
        aria-keyshortcuts="Space"
        aria-label={session.running ? 'Pause' : 'Start'}
        onclick={clockButton}><span aria-hidden="true">{session.running ? '❙❙' : '▶'}</span></button
      >
    </section>
    <NotSent {session} />
    {#if caller.running && !calling}
      <button
        type="button"
        class="flex h-14 items-center justify-between rounded border-2 border-base-content bg-accent px-3 text-lg text-accent-content"
        onclick={() => (calling = true)}
      >
        <span
          >{caller.resting ? 'Rest' : (caller.places[caller.place]?.label ?? `Beat ${caller.at + 1}`)}</span
        >
        <span class="figures">{sayLeft(caller.left)}</span>
      </button>
    {/if}

    {#if card}
      <SetUpCard
        {block}
        {card}
        starts={!session.running}
        onready={ready}
        of={{ lesson: session.lesson.id, group: session.lesson.students }}
      />
    {:else}
      <div class="flex flex-1 flex-col gap-2">
        {#if block.script}
          <RoleOfMinute {session} {names} />
        {:else if block.drill}
          <CountDrill {session} drill={block.drill} {names} />
        {:else if block.match}
          {#key block.id}<CountGame {session} match={block.match} {names} />{/key}
        {:else}
          <ul class="flex flex-1 flex-col justify-center gap-5 px-2 text-2xl">
            {#each prompts as p, i (i)}<li>{p}</li>{/each}
          </ul>
          {#if session.state.status === 'ready'}
            <button
              type="button"
              class="btn h-20 border-3 border-base-content text-2xl btn-accent"
              onclick={clockButton}>Start the clock</button
            >
          {/if}
        {/if}
      </div>
    {/if}
    {#if !block.drill && !block.match && !card}<Suggestion {session} {names} />{/if}

    <div class="sticky bottom-0 z-10 -mx-3 grid grid-cols-[3.5rem_1fr] gap-2 bg-base-100 px-3 pb-1">
      <button
        type="button"
        class="btn h-14 border-2 border-base-content"
        disabled={session.state.block === 0}
        aria-label="Previous block"
        onclick={() => session.goTo(session.state.block - 1)}>←</button
      >
      {#if next}
        <button
          type="button"
          class="btn h-14 min-w-0 justify-start border-2 border-base-content text-left text-lg"
          class:btn-accent={left <= 10}
          onclick={() => session.goTo(next.at)}
        >
          <span class="line-clamp-2">Next: <bdi>{next.block.title}</bdi></span>
        </button>
      {:else}
        <button
          type="button"
          class="btn h-14 border-2 border-base-content text-lg btn-accent"
          onclick={() => (finishing = true)}>Finish lesson</button
        >
      {/if}
    </div>
    {#if calling}<CallerSheet
        {caller}
        cues={block.drill?.cues ?? []}
        mirror={session.students.length > 1}
        onclose={() => (calling = false)}
      />{/if}
    {#if unseen}<Unseen
        {session}
        {names}
        {awake}
        onclock={clockButton}
        onready={() => card && ready()}
        onclose={() => (unseen = false)}
      />{/if}
    {#if sheet}<LessonSheet
        {session}
        {names}
        {awake}
        onclose={() => (sheet = false)}
        oncaller={() => {
          sheet = false;
          openCaller();
        }}
        onunseen={() => {
          sheet = false;
          unlock();
          unseen = true;
        }}
        onfinish={() => {
          sheet = false;
          finishing = true;
        }}
      />{/if}
  {/if}
</main>

<style>
  .soon {
    background: var(--color-accent);
    color: var(--color-accent-content);
  }
</style>
