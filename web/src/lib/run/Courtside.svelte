<!-- On court: one thing at a time, thumb-sized, and nothing is ever lost. -->
<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import type { Run } from '$lib/api/client';
  import { typing } from '$lib/shell/keys';
  import { first } from '$lib/units/say';
  import After from './After.svelte';
  import { sayLeft } from './clock';
  import CountDrill from './CountDrill.svelte';
  import CountGame from './CountGame.svelte';
  import RoleOfMinute from './RoleOfMinute.svelte';
  import { Session } from './session.svelte';
  import { beep } from './sound';

  let { run }: { run: Run } = $props();
  // svelte-ignore state_referenced_locally
  const session = new Session(run);
  onDestroy(() => session.close());
  // svelte-ignore state_referenced_locally
  let finishing = $state(run.state.status === 'finished');

  const block = $derived(session.block);
  const left = $derived((block ? block.minutes * 60 : 0) - session.elapsed / 1000);
  const next = $derived(session.lesson.blocks[session.state.block + 1]);
  const soon = $derived(session.running && left <= 10 && left > 0);
  const names = $derived(session.students.map((s) => first(s.name)));
  const finished = $derived(session.state.status === 'finished');

  // The next change is announced ten seconds ahead, and when it is due.
  let announced = '';
  $effect(() => {
    if (!session.running || !block) return;
    const due = `${block.id} ${left <= 0 ? 'over' : left <= 10 ? 'soon' : ''}`;
    if (due !== announced && left <= 10) beep(left <= 0 ? 880 : 660, left <= 0 ? 0.5 : 0.18);
    announced = due;
  });

  let lock: WakeLockSentinel | undefined;
  async function stayAwake() {
    try {
      if (document.visibilityState === 'visible') lock = await navigator.wakeLock?.request('screen');
    } catch {
      // Some devices refuse, for instance when the battery is low.
    }
  }
  onMount(() => {
    void stayAwake();
    return () => void lock?.release();
  });

  function clockButton() {
    session.add({ kind: session.running ? 'pause' : 'start' });
  }
  function key(e: KeyboardEvent) {
    if (typing(e) || e.ctrlKey || e.metaKey || e.altKey) return;
    const at = Number(e.key) - 1;
    if (e.key === ' ') clockButton();
    else if (e.key === 'g') session.tap('good');
    else if (e.key === 'm') session.tap('miss');
    else if (e.key === 'u') session.undo();
    else if (e.key === 'n') session.goTo(session.state.block + 1);
    else if (e.key === 'p') session.goTo(session.state.block - 1);
    else if (e.key === 'b' && block?.drill?.basket) session.add({ kind: 'pickUp', block: block.id });
    else if (block?.match && (at === 0 || at === 1))
      session.add({ kind: 'point', block: block.id, value: at });
    else if (at >= 0 && session.students[at])
      session.add({ kind: 'focus', student: session.students[at].id });
    else return;
    e.preventDefault();
  }
</script>

<svelte:window onkeydown={key} />
<svelte:document onvisibilitychange={stayAwake} />
<svelte:head><title>{block?.title ?? ''} · courtside</title></svelte:head>

<main class="mx-auto flex min-h-dvh max-w-3xl flex-col gap-2 px-3 pt-2 pb-3">
  <div class="flex items-center gap-2 text-sm">
    <a
      href="/lessons/{session.lesson.id}"
      class="grid h-14 w-14 place-items-center text-2xl"
      aria-label="Back to the plan">‹</a
    >
    <div class="min-w-0 flex-1">
      <p class="truncate">{session.lesson.title}</p>
      <div
        class="mt-1 flex h-2.5 gap-px"
        role="img"
        aria-label="Block {session.state.block + 1} of {session.lesson.blocks.length}"
      >
        {#each session.lesson.blocks as b, i (b.id)}
          <span
            class="relative overflow-hidden"
            style:flex="{b.minutes} 0 0"
            style:background={i === session.state.block
              ? 'var(--color-base-300)'
              : i < session.state.block
                ? 'var(--color-base-content)'
                : 'var(--color-base-300)'}
          >
            {#if i === session.state.block}<span
                class="absolute inset-y-0 left-0 border-r-2 border-current bg-accent"
                style:width="{Math.min(100, (100 * session.elapsed) / (b.minutes * 60000))}%"
              ></span>{/if}
          </span>
        {/each}
      </div>
    </div>
    <p class="w-20 text-right text-xs" role="status">
      {#if session.waiting}<strong>{session.waiting} kept here</strong>{:else}all saved{/if}
    </p>
  </div>
  {#if session.trouble}<p class="rounded bg-warning px-3 py-2 text-sm text-warning-content" role="alert">
      {session.trouble}
    </p>{/if}

  {#if finished || finishing}
    <After {session} onback={() => (finishing = false)} />
  {:else if block}
    <section class="rounded px-1 pb-1" class:soon aria-label="Clock">
      <h1 class="truncate text-xl">{block.title}</h1>
      <div class="mt-1 flex items-center gap-3">
        <button
          type="button"
          class="btn h-18 w-28 flex-col gap-0 text-lg btn-neutral"
          aria-keyshortcuts="Space"
          onclick={clockButton}
        >
          <span aria-hidden="true" class="text-2xl leading-none">{session.running ? '❙❙' : '▶'}</span
          >{session.running ? 'Pause' : 'Start'}
        </button>
        <p class="flex-1 text-base leading-tight">
          {soon
            ? next
              ? `Next: ${next.title}`
              : 'Last ten seconds'
            : session.stopped
              ? 'clock stopped by itself'
              : left < 0
                ? 'over time'
                : `left of ${block.minutes} min`}
        </p>
        <p
          class="figures text-6xl leading-none font-semibold tracking-tighter"
          class:text-error={left < 0}
          role="timer"
          aria-label="Time left in this block"
        >
          {sayLeft(left)}
        </p>
      </div>
    </section>

    <div class="flex flex-1 flex-col">
      {#if block.script}
        <RoleOfMinute {session} {names} />
      {:else if block.drill}
        <CountDrill {session} drill={block.drill} {names} />
      {:else if block.match}
        {#key block.id}<CountGame {session} match={block.match} {names} />{/key}
      {:else}
        <ul class="flex flex-1 flex-col justify-center gap-5 px-2 text-2xl">
          {#each block.prompts ?? ['Water, shade, a breath.'] as p, i (i)}<li>{p}</li>{/each}
        </ul>
      {/if}
    </div>

    <div class="grid grid-cols-[3.5rem_1fr_auto] gap-2">
      <button
        type="button"
        class="btn h-14"
        disabled={session.state.block === 0}
        aria-label="Previous block"
        onclick={() => session.goTo(session.state.block - 1)}>←</button
      >
      {#if next}
        <button
          type="button"
          class="btn h-14 min-w-0 justify-start text-left"
          class:btn-accent={left <= 10}
          onclick={() => session.goTo(session.state.block + 1)}
        >
          <span class="line-clamp-2">Next: {next.title}</span>
        </button>
      {:else}<span class="self-center px-2">Last block</span>{/if}
      <button type="button" class="btn h-14" class:btn-accent={!next} onclick={() => (finishing = true)}
        >Finish</button
      >
    </div>
  {/if}
</main>

<style>
  .soon {
    background: var(--color-accent);
    color: var(--color-accent-content);
  }
</style>
