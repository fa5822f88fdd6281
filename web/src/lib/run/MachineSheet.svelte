<!--
  A drill fed by the ball machine: its balls count by themselves, and the coach taps the others. It never starts
  without a countdown, and stops when the page is left, the screen goes dark or the clock is paused.
-->
<script lang="ts">
  import { onDestroy, onMount, untrack } from 'svelte';
  import { api, explain, need, type Drill, type Machine, type MachineSetting } from '$lib/api/client';
  import { thisDevice } from '$lib/machine/device';
  import { Fed, rated } from '$lib/machine/fed.svelte';
  import FedCourt from '$lib/machine/FedCourt.svelte';
  import { CHANGE, COUNTDOWN, Feeder } from '$lib/machine/feeder.svelte';
  import { typing } from '$lib/shell/keys';
  import { settings } from '$lib/units/settings.svelte';
  import { hitters, sayTurn } from './called';
  import { listen, remembered } from './remote';
  import type { Session } from './session.svelte';
  import Sheet from './Sheet.svelte';
  import { beep, call, heard, unlock } from './sound';

  interface Props {
    session: Session;
    drill: Drill;
    names: string[];
    onclose: () => void;
  }
  let { session, drill, names, onclose }: Props = $props();

  const block = untrack(() => session.block)!;
  let machine = $state.raw<Machine>();
  let whole = $state.raw<Machine>();
  let wrong = $state('');
  const fed = new Fed();
  const sport = $derived(machine?.kind.sport ?? '');
  let feeder = $state.raw<Feeder>();

  /** The machine as it would be with that setting; it feeds so from the next ball on. */
  async function set(setting: MachineSetting) {
    try {
      const next = await need(
        api.POST('/api/v1/machine/programme', { body: { drill, setting, units: settings.units } })
      );
      if (next.cannot.length) wrong = next.cannot[0]!;
      else {
        wrong = '';
        machine = next;
        whole ??= next;
        feeder?.change(next.programme);
      }
    } catch (e) {
      wrong = explain(e);
    }
  }
  void set(untrack(() => block.machine ?? { shuffled: drill.pattern.drawn })).then(() => {
    if (machine)
      feeder = new Feeder({
        sport,
        client: `${session.id} ${thisDevice()}`,
        onball: ({ n, feed, setting }) => {
          const met = machine?.programme.balls.find((b) => b.feed === feed)?.met ?? 0;
          const at = Date.now();
          session.fed(fed.counts, setting, (id) => fed.thrown(id, n, at + 1000 * met));
        }
      });
  });
  onDestroy(() => feeder?.stop());

  const doing = $derived(feeder?.state ?? 'idle');
  const at = $derived(machine?.programme.balls.findIndex((b) => b.feed === feeder?.feed) ?? -1);
  const name = (id: string) => names[session.students.findIndex((s) => s.id === id)] ?? '';
  const student = $derived(session.student);
  const stage = $derived(session.stage);
  const turn = $derived(session.blockState?.turn);
  const words = $derived(sayTurn(turn, block, session.due, session.elapsed, name));
  const perMinute = $derived(machine?.perMinute ?? 0);
  const step = $derived(machine?.step ?? 0);
  const setting = $derived(machine?.programme.setting ?? {});
  const counts = $derived(Math.max(0, Math.ceil(((feeder?.starts ?? 0) - session.now) / 1000)));
  const sum = $derived(machine && { ...setting, perMinute: Math.round(perMinute) });

  function start(seconds = COUNTDOWN) {
    if (!machine || !feeder) return;
    unlock();
    if (feeder.stuck && drill.basket) session.add({ kind: 'pickUp', block: block.id });
    if (!session.running) session.add({ kind: 'start' });
    feeder.start(machine.programme, seconds);
  }
  function tap() {
    const ball = fed.tap(Date.now());
    if (!ball) return;
    heard(fed.taps);
    session.add({ kind: 'amend', amends: ball.id, as: fed.taps });
  }
  function back() {
    const ball = fed.back();
    if (ball) session.add({ kind: 'amend', amends: ball.id, as: fed.counts });
  }
  function leave() {
    feeder?.stop();
    onclose();
  }

  // The clock is paused, the block is over, or nobody sees the page: no ball leaves any more.
  let ran = false;
  $effect(() => {
    if (!session.running && ran) feeder?.stop('The clock is paused.');
    ran = session.running;
  });
  $effect(() => {
    if (session.block?.id !== block.id) leave();
  });
  function seen() {
    if (document.visibilityState === 'hidden' && doing !== 'idle')
      feeder?.stop('The screen was off: the machine has stopped.');
  }
  // A student with a tempo of their own is fed at it.
  let tempo = 1;
  $effect(() => {
    if (!machine) return;
    const own = block.variants?.find((v) => v.student === student?.id)?.tempo || 1;
    untrack(() => {
      if (own === tempo) return;
      void set({ ...setting, perMinute: Math.max(1, Math.round((perMinute * tempo) / own)) });
      tempo = own;
    });
  });
  // Where students change, the machine waits for them.
  let changed = '';
  $effect(() => {
    const key = turn?.full && doing === 'feeding' ? `${turn.n}` : '';
    if (key && key !== changed && machine) {
      call('change');
      feeder?.start(machine.programme, CHANGE);
    }
    if (key) changed = key;
  });
  $effect(() => {
    const all = session.blockState?.students ?? [];
    if (doing === 'feeding' && all.length && all.every((s) => s.met)) feeder?.stop('All goals are met.');
  });
  $effect(() => {
    if (doing === 'counting' && counts > 0) beep(counts === 1 ? 880 : 660, 0.12);
  });

  /** A clicker in the student's hand does the same, as its buttons were assigned. */
  onMount(() => {
    const assigned = remembered();
    if (!Object.keys(assigned).length) return;
    return listen(
      (p) => {
        const does = assigned[p.remote]?.[p.button]?.does;
        if (does === fed.taps && doing === 'feeding') tap();
        else if (does === 'undo') back();
        else if (does === 'start' && doing === 'idle') start();
        else if (does === 'start') feeder?.stop();
      },
      () => false
    );
  });
  function key(e: KeyboardEvent) {
    if (typing(e) || e.ctrlKey || e.metaKey || e.altKey) return;
    if (e.key === ' ') {
      if (doing === 'idle') start();
      else feeder?.stop();
    } else if (e.key === 'm' || e.key === 'g') tap();
    else return;
    e.preventDefault();
  }
</script>

<svelte:window onkeydown={key} onpagehide={() => feeder?.stop()} />
<svelte:document onvisibilitychange={seen} />
<Sheet label="Ball machine" close onclose={leave}>
  <div class="flex items-center justify-between gap-2">
    <h2 class="text-xl">Ball machine</h2>
    <button type="button" class="btn h-14 border-2 border-base-content text-lg" onclick={leave}
      >Count by hand</button
    >
  </div>
  {#if words.due && turn}
    <p
      class="rounded border-2 border-base-content bg-accent px-3 py-1 text-xl leading-tight font-bold text-accent-content"
      role="status"
    >
      Change. Hit: {hitters(turn.next).map(name).join(', ')}
    </p>
  {:else if student && stage}
    <div class="flex items-end justify-between gap-3">
      <p aria-label="Count" class="leading-none">
        <strong dir="auto" class="text-2xl">{name(student.id)}</strong>
        <span class="figures ml-1 text-5xl font-semibold">{stage.count}</span><span class="figures text-2xl"
          >/{stage.goal.count}</span
        >
      </p>
      <p class="text-right text-base leading-tight">
        {stage.met ? 'Goal met' : `${stage.good} of ${stage.balls} good, streak ${stage.streak}`}
        {#if turn?.of}<span class="block">ball {turn.balls} of {turn.of} in this turn</span>{/if}
      </p>
    </div>
  {/if}
  {#if machine}
    <div class="grid min-h-0 flex-1 place-items-center">
      <div class="aspect-[30/17] max-h-52 w-full max-w-md">
        <FedCourt
          {machine}
          whole={whole?.programme}
          now={at}
          count={feeder?.n ?? 0}
          label="Where the balls come down"
        />
      </div>
    </div>
    <p class="setting text-lg leading-tight" aria-label="Setting">
      {machine.steps[step]?.label ?? ''}{sum ? `, ${sum.perMinute} a minute` : ''}{feeder && feeder.left >= 0
        ? ` · ${feeder.left} left`
        : ''}
    </p>
  {/if}
  {#if wrong || feeder?.why}
    <p class="border-l-4 border-warning pl-2 text-lg leading-tight" role="alert">{wrong || feeder?.why}</p>
  {/if}
  {#if machine}
    <div class="grid grid-cols-3 gap-2" role="group" aria-label="Change the programme">
      <button
        type="button"
        class="set"
        disabled={step === 0}
        onclick={() => set({ ...machine!.steps[step - 1]!.setting, perMinute: sum!.perMinute })}
        >Easier</button
      >
      <button
        type="button"
        class="set"
        disabled={step === machine.steps.length - 1}
        onclick={() => set({ ...machine!.steps[step + 1]!.setting, perMinute: sum!.perMinute })}
        >Harder</button
      >
      <button
        type="button"
        class="set"
        aria-pressed={!!setting.mirrored}
        onclick={() => set({ ...sum!, mirrored: !setting.mirrored || undefined })}>Mirror</button
      >
      <button type="button" class="set" onclick={() => set(rated(setting, perMinute, 0.9))}>Slower</button>
      <button type="button" class="set" onclick={() => set(rated(setting, perMinute, 1.1))}>Faster</button>
      <button
        type="button"
        class="set"
        aria-pressed={!!setting.shuffled}
        disabled={machine.programme.balls.length < 2}
        onclick={() => set({ ...sum!, shuffled: !setting.shuffled || undefined })}>Shuffle</button
      >
    </div>
    {#if doing === 'idle'}
      <div class="grid grid-cols-2 gap-2" role="group" aria-label="What you tap">
        {#each [['miss', 'I tap the misses'], ['good', 'I tap the good balls']] as const as [id, label] (id)}
          <button type="button" class="set" aria-pressed={fed.taps === id} onclick={() => (fed.taps = id)}
            >{label}</button
          >
        {/each}
      </div>
      <button
        type="button"
        class="big bg-accent text-accent-content"
        disabled={!feeder}
        onclick={() => start()}
        >{feeder?.stuck ? 'Refilled: start' : 'Start the machine'}
        <span class="block text-base font-normal">after {COUNTDOWN} seconds. Is everyone clear of it?</span
        ></button
      >
    {:else}
      <div class="grid grid-cols-[1fr_1.4fr] gap-2">
        <button type="button" class="big stop" onclick={() => feeder?.stop()}>■ Stop</button>
        {#if doing === 'feeding'}
          <button
            type="button"
            class="big {fed.taps === 'good' ? 'bg-accent text-accent-content' : ''}"
            aria-keyshortcuts={fed.taps === 'good' ? 'g' : 'm'}
            onclick={tap}>{fed.taps === 'good' ? '✓ Good' : '× Miss'}</button
          >
        {:else}
          <p class="big grid place-items-center" role="status">
            {doing === 'connecting' ? 'Connecting…' : `Starts in ${counts}`}
          </p>
        {/if}
      </div>
      <button
        type="button"
        class="btn h-14 border-2 border-base-content text-lg"
        disabled={!fed.last}
        onclick={back}
        >{fed.last
          ? `Undo: ball ${fed.last.n} was ${fed.taps === 'miss' ? 'good' : 'a miss'}`
          : 'Nothing tapped'}</button
      >
    {/if}
  {/if}
</Sheet>

<style>
  .setting::first-letter {
    text-transform: uppercase;
  }
  .set {
    min-height: 3.5rem;
    border: 2px solid var(--color-base-content);
    border-radius: 0.25rem;
    font-size: 1.125rem;
    font-weight: 600;
    touch-action: manipulation;
  }
  .set[aria-pressed='true'] {
    background: var(--color-base-content);
    color: var(--color-base-100);
  }
  .set:disabled {
    opacity: 0.45;
  }
  .big {
    min-height: 5.5rem;
    border: 3px solid var(--color-base-content);
    border-radius: 0.5rem;
    font-size: 1.75rem;
    font-weight: 700;
    touch-action: manipulation;
  }
  .stop {
    background: var(--color-error);
    color: var(--color-error-content);
  }
</style>
