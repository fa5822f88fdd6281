<!-- As many as there are in a time: the seconds, the count, and what is to beat. -->
<script lang="ts">
  import type { Session } from '../session.svelte';
  import { beep, buzz } from '../sound';

  let {
    session,
    bare = false
  }: { session: Session; /** Nothing is counted before the bell. */ bare?: boolean } = $props();
  const step = $derived(session.stage!);
  const seconds = $derived(step.goal.seconds ?? 60);
  const turn = $derived(session.blockState?.turn);
  /** The stage runs by itself, or the next student steps in. */
  const bell = $derived(turn?.bell ? (turn.bell - session.elapsed) / 1000 : 0);
  const left = $derived(turn?.bell ? bell : step.tryAt ? seconds - (session.now - step.tryAt) / 1000 : -1);
  const running = $derived(left > 0);
  const what = $derived(step.goal.setOf ? `sets of ${step.goal.setOf}` : 'good');
  const now = $derived(step.tries?.at(-1) ?? 0);
  const beat = $derived(Math.max(step.goal.count, session.last?.best ?? 0));
  const said = (s: number) => `${Math.floor(s / 60)}:${String(Math.ceil(s) % 60).padStart(2, '0')}`;

  let rung = 0;
  let bells = 0;
  $effect(() => {
    const at = turn?.bell ?? 0;
    if (at && bells && at !== bells) {
      beep(880, 0.7);
      buzz(400);
    }
    bells = at;
  });
  $effect(() => {
    if (!step.tryAt || left > 0 || rung === step.tryAt) return;
    rung = step.tryAt;
    if (left > -2) {
      beep(880, 0.7);
      buzz(400);
    }
  });
  function typed(e: Event & { currentTarget: HTMLInputElement }) {
    const n = Number(e.currentTarget.value);
    if (Number.isInteger(n) && n >= 0 && n <= 999 && n !== now) session.at('count', { value: n - now });
    e.currentTarget.value = String(now);
  }
</script>

<div class="flex items-end justify-between gap-3" class:hidden={bare} aria-live="polite">
  <p class="figures leading-none" aria-label="{now} {what} in this try">
    <span class="text-7xl font-semibold">{now}</span>
    <span class="text-xl">{what}</span>
  </p>
  <dl class="grid grid-cols-2 gap-x-4 text-right">
    {#if beat}<dt>to beat</dt>
      <dd class="figures text-3xl font-semibold">{beat}</dd>{/if}
    {#if (step.tries?.length ?? 0) > 1}<dt>earlier tries</dt>
      <dd class="figures text-xl">{step.tries?.slice(0, -1).join(', ')}</dd>{/if}
  </dl>
</div>
<div
  class="relative h-9 overflow-hidden rounded border-2 border-base-content"
  role="timer"
  aria-label="Time left of this try"
>
  <span class="absolute inset-y-0 left-0 bg-accent" style:width="{running ? (100 * left) / seconds : 0}%"
  ></span>
  <span class="figures absolute inset-0 grid place-items-center text-xl font-semibold"
    >{turn?.rests
      ? `Change: ${said(Math.max(0, left))}`
      : running
        ? said(left)
        : step.tryAt
          ? 'Time is up'
          : said(seconds)}</span
  >
</div>
{#if !running && !turn?.bell}
  <label class="flex items-center justify-between gap-3 text-lg"
    >Counted aloud? Type the count
    <input
      class="figures input h-14 w-24 border-base-content text-2xl"
      inputmode="numeric"
      aria-label="Count of this try"
      value={now}
      onchange={typed}
    /></label
  >
{/if}
