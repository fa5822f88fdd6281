<!-- Counting without the screen: what each button of a remote means, and a dark page while it counts. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { hitters, sayPosts, sayTurn } from './called';
  import { listen, remember, remembered, type Assigned, type Deed, type Meaning, type Press } from './remote';
  import { goalKind } from '$lib/api/vocabulary';
  import { settings } from '$lib/units/settings.svelte';
  import type { Session } from './session.svelte';
  import Sheet from './Sheet.svelte';
  import { heard, say } from './sound';

  interface Props {
    session: Session;
    names: string[];
    awake: boolean;
    onclock: () => void;
    /** The set-up of the block was read, where it was not yet. */
    onready: () => void;
    onclose: () => void;
  }
  let { session, names, awake, onclock, onready, onclose }: Props = $props();

  const deeds: { id: Deed; label: string }[] = [
    { id: 'good', label: 'Good' },
    { id: 'miss', label: 'Miss' },
    { id: 'undo', label: 'Undo' },
    { id: 'change', label: 'Change' },
    { id: 'start', label: 'Start or pause' },
    { id: 'next', label: 'Next block' }
  ];
  const whose = ['whoever is due', 'the first who hits', 'the second who hits'];

  let assigned = $state.raw<Assigned>(remembered());
  let dark = $state(false);
  /** The button that was pressed last, while buttons are chosen. */
  let pressed = $state.raw<Press>();
  /** What was last heard, for who looks all the same. */
  let last = $state('');
  const meaning = $derived(pressed && assigned[pressed.remote]?.[pressed.button]);
  const known = $derived(
    Object.entries(assigned).flatMap(([remote, buttons]) =>
      Object.entries(buttons).map(([button, m]) => ({ remote, button, ...m }))
    )
  );
  const counts = $derived(known.some((k) => k.does === 'good' || k.does === 'miss'));
  const called = (button: string) =>
    ({
      ArrowLeft: '←',
      ArrowRight: '→',
      ArrowUp: '↑',
      ArrowDown: '↓',
      PageUp: 'Page up',
      PageDown: 'Page down',
      play: 'Play',
      pause: 'Pause',
      nexttrack: 'Next track',
      previoustrack: 'Previous track',
      seekforward: 'Forward',
      seekbackward: 'Back',
      stop: 'Stop'
    })[button] ?? (button.length === 1 ? `Key ${button.toUpperCase()}` : button);

  const name = (id: string) => names[session.students.findIndex((s) => s.id === id)] ?? '';
  const turn = $derived(session.blockState?.turn);
  const words = $derived(sayTurn(turn, session.block, session.due, session.elapsed, name));
  const hit = $derived(turn ? hitters(turn.now) : (session.blockState?.students ?? []).map((s) => s.id));

  function assign(does: Deed, who = 0) {
    if (!pressed) return;
    const { remote, button } = pressed;
    assigned = { ...assigned, [remote]: { ...assigned[remote], [button]: { does, who } } };
    remember(assigned);
    heard(does);
  }
  function forget(remote: string, button: string) {
    const rest = Object.fromEntries(Object.entries(assigned[remote] ?? {}).filter(([b]) => b !== button));
    assigned = { ...assigned, [remote]: rest };
    remember(assigned);
  }

  /** A press while it counts: it is heard at once, and what it came to is said when it counts. */
  function act(p: Press) {
    if (!dark) {
      pressed = p;
      return;
    }
    const m = assigned[p.remote]?.[p.button];
    if (!m) return;
    heard(m.does);
    let before = '';
    session.soon(() => (before = count(m)));
    session.soon(() => tell(m.does, before));
  }
  /** Does what a press means, and gives whose it was. */
  function count(m: Meaning): string {
    if (m.does === 'good' || m.does === 'miss') onready();
    const student = m.who ? hit[m.who - 1] : undefined;
    const whose = student ?? session.student?.id ?? '';
    if (m.does === 'good' || m.does === 'miss') {
      const step = session.blockState?.students?.find((s) => s.id === student)?.stage ?? 0;
      if (student) session.tapOf(m.does, student, step);
      else session.tap(m.does);
    } else if (m.does === 'undo') session.undo();
    else if (m.does === 'start') onclock();
    else if (m.does === 'next') {
      if (session.next) session.goTo(session.next.at);
    } else if (session.block && turn)
      session.add({ kind: 'turn', block: session.block.id, value: turn.n + 1 });
    last = `${deeds.find((d) => d.id === m.does)?.label}${student ? ` · ${name(student)}` : ''}`;
    return whose;
  }
  /** The count is said every five, and the last ball before a goal or the end of a turn. */
  function tell(does: Deed, id: string) {
    if (does === 'undo') return say('Undone');
    if (does !== 'good' && does !== 'miss') return;
    const student = session.blockState?.students?.find((s) => s.id === id);
    const stage = student?.stages[student.stage];
    const now = session.blockState?.turn;
    if (stage && goalKind(stage.goal.kind)?.counter === 'times') {
      const took = stage.times?.at(-1) ?? 0;
      return say(session.watch.since ? 'Go' : `${(took / 1000).toFixed(1)} seconds`);
    }
    if (session.state.reached) return say('Goal reached');
    if (now?.by === 'balls' && now.of && now.of - now.balls === 1) {
      if (!settings.voice) say('Last one');
      return;
    }
    if (!stage || !student || student.met) return;
    if (does === 'good' && stage.goal.count - stage.count === 1) say(`${stage.count}. One more`);
    else if (does === 'good' && stage.count > 0 && stage.count % 5 === 0) say(String(stage.count));
  }
  // A change is called once, with who comes.
  let announced = '';
  $effect(() => {
    const key = dark && words.due && turn ? `${session.block?.id} ${turn.n}` : '';
    if (key && key !== announced && turn && !settings.voice)
      say(`Change. ${sayPosts(turn.next, name, words.waits)}`);
    announced = key;
  });

  onMount(() => listen(act, () => dark));
</script>

<svelte:window onkeydown={(e) => dark && e.key === 'Escape' && (dark = false)} />

{#if dark}
  <div
    class="fixed inset-0 z-30 flex flex-col justify-between bg-black p-6 text-white"
    role="dialog"
    aria-modal="true"
    aria-label="Counting without the screen"
  >
    <p class="text-lg opacity-70">
      {awake ? 'The screen stays on, dark.' : 'This device may switch its screen off: set a longer time-out.'}
    </p>
    <div class="text-center" aria-live="off">
      <p class="figures text-8xl font-semibold" aria-label="Count">{session.stage?.count ?? '–'}</p>
      <p class="text-xl opacity-70">{session.stage?.goalLabel ?? ''}</p>
      <p class="mt-2 text-2xl">{session.student ? name(session.student.id) : ''}</p>
      <p class="mt-1 text-xl opacity-70">{words.due ? 'Change' : last}</p>
    </div>
    <button type="button" class="h-16 rounded border-2 border-white text-xl" onclick={() => (dark = false)}
      >Show the screen</button
    >
  </div>
{:else}
  <Sheet label="Count without the screen" {onclose}>
    <h2 class="text-2xl">Count without the screen</h2>
    <p class="text-base">
      Press a button of your clicker, gamepad, headset or keyboard, then choose what it does. Each press is
      confirmed by a sound: high for good, low for a miss. This phone remembers the buttons.
    </p>
    {#if pressed}
      <section class="rounded border-2 border-base-content p-3" aria-label="The button pressed">
        <p class="text-lg" role="status">
          <strong>{called(pressed.button)}</strong> · {pressed.remote}{meaning ? '' : ': does nothing yet'}
        </p>
        <div class="mt-2 grid grid-cols-3 gap-2">
          {#each deeds as d (d.id)}<button
              type="button"
              class="btn h-14 border-2 border-base-content px-1 text-base leading-tight"
              class:btn-accent={meaning?.does === d.id}
              aria-pressed={meaning?.does === d.id}
              onclick={() => assign(d.id, meaning?.who)}>{d.label}</button
            >{/each}
        </div>
        {#if meaning && (meaning.does === 'good' || meaning.does === 'miss')}
          <label class="mt-2 block text-base"
            >Whose ball
            <select
              class="select w-full border-base-content/60"
              value={meaning.who}
              onchange={(e) => assign(meaning.does, Number(e.currentTarget.value))}
            >
              {#each whose as w, i (w)}<option value={i}>{w}</option>{/each}
            </select></label
          >
        {/if}
      </section>
    {/if}
    {#if known.length}
      <ul aria-label="Buttons">
        {#each known as k (k.remote + k.button)}
          <li class="flex items-center gap-2 border-b border-base-300 py-1">
            <span class="min-w-0 flex-1"
              ><strong>{called(k.button)}</strong> · {k.remote}<br /><span class="text-sm"
                >{deeds.find((d) => d.id === k.does)?.label}{k.who ? `, ${whose[k.who]}` : ''}</span
              ></span
            >
            <button
              type="button"
              class="btn h-12 border-2 border-base-content"
              aria-label="Forget {called(k.button)}"
              onclick={() => forget(k.remote, k.button)}>Forget</button
            >
          </li>
        {/each}
      </ul>
    {/if}
    <div class="mt-auto grid grid-cols-2 gap-2">
      <button type="button" class="btn h-16 border-2 border-base-content text-lg" onclick={onclose}
        >Back to counting</button
      >
      <button
        type="button"
        class="btn h-16 border-2 border-base-content text-lg btn-accent"
        disabled={!counts}
        onclick={() => (dark = true)}>Start counting</button
      >
    </div>
    {#if !counts}<p class="text-base">Choose a button for good or for a miss first.</p>{/if}
  </Sheet>
{/if}
