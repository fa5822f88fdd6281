<!-- The caller: what is called, how fast, in how many sets; then the arrow, huge. -->
<script lang="ts">
  import type { Caller } from './caller.svelte';
  import { sayLeft } from './clock';
  import Sheet from './Sheet.svelte';

  interface Props {
    caller: Caller;
    mirror: boolean;
    /** What a metronome can say on a beat. */
    cues: string[];
    onclose: () => void;
  }
  let { caller, mirror, cues, onclose }: Props = $props();
  /** The next of the cues, after the last none. */
  function nextCue() {
    const all = ['', ...cues];
    caller.cue = all[(all.indexOf(caller.cue) + 1) % all.length] ?? '';
    if (caller.cue && !caller.cueEvery) caller.cueEvery = 4;
  }
  const perMinute = $derived(Math.round(60 / caller.ask.seconds));
  const place = $derived(caller.places[caller.place]);
  function faster(by: number) {
    const n = Math.max(4, Math.min(200, perMinute + by));
    caller.ask.seconds = 60 / n;
  }
  const big = 'btn h-14 min-w-0 border-2 border-base-content px-1 text-lg leading-tight';
</script>

{#snippet arrow(x: number, y: number, label: string)}
  <svg viewBox="-50 -50 100 100" class="max-h-[34vh] min-h-0 w-full flex-1" role="img" aria-label={label}>
    {#if x || y}
      <g transform="rotate({(Math.atan2(x, y) * 180) / Math.PI})">
        <path
          d="M0 -46 L26 -8 H11 V44 H-11 V-8 H-26 Z"
          fill="#d7ee2a"
          stroke="currentColor"
          stroke-width="3"
        />
      </g>
    {:else}
      <circle r="46" fill="#d7ee2a" stroke="currentColor" stroke-width="3" />
      <text
        y="2"
        text-anchor="middle"
        dominant-baseline="central"
        font-size="56"
        font-weight="700"
        fill="#1c2421">{label}</text
      >
    {/if}
  </svg>
{/snippet}

<Sheet label="Caller" close {onclose}>
  {#if caller.running}
    <p class="figures text-center text-xl" role="status">
      {caller.resting ? `Rest, then set ${caller.set + 1}` : `Set ${caller.set} of ${caller.sets}`} · {sayLeft(
        caller.left
      )}
    </p>
    <div class="flex min-h-0 flex-1 flex-col items-center justify-center gap-2">
      {#if place}
        {@render arrow(place.x, place.y, place.label)}
        <p class="text-5xl font-bold" aria-live="assertive">{place.label}</p>
        {#if mirror && (place.x || place.y)}
          {@const other = caller.places.find((p) => p.x === -place.x && p.y === place.y)}
          {#if other}
            <p class="text-lg">Mirror partner:</p>
            {@render arrow(other.x, other.y, other.label)}
          {/if}
        {/if}
      {:else if caller.resting}
        <p class="figures text-8xl font-semibold">{Math.ceil(caller.left)}</p>
      {:else}
        {#key caller.at}<span class="beat" aria-hidden="true"></span>{/key}
        <p class="figures text-6xl font-semibold">{caller.at + 1}</p>
        <p class="text-xl">of {caller.total}</p>
      {/if}
    </div>
    <div class="grid grid-cols-2 gap-2">
      <button type="button" class="{big} h-16" onclick={() => caller.stop()}>Stop</button>
      <button type="button" class="{big} h-16" onclick={onclose}>Back to counting</button>
    </div>
  {:else}
    <h2 class="text-2xl">Caller and metronome</h2>
    <div class="grid grid-cols-3 gap-2" role="group" aria-label="What is called">
      {#each caller.kinds as k (k.id)}
        <button
          type="button"
          class={big}
          class:btn-accent={caller.ask.kind === k.id}
          aria-pressed={caller.ask.kind === k.id}
          onclick={() => (caller.ask = { ...caller.ask, kind: k.id, script: [] })}>{k.label}</button
        >
      {/each}
    </div>
    <div class="grid grid-cols-[3.5rem_1fr_3.5rem] items-center gap-2">
      <button type="button" class={big} aria-label="Slower" onclick={() => faster(perMinute > 40 ? -2 : -1)}
        >−</button
      >
      <p class="text-center text-lg leading-tight">
        <span class="figures text-3xl font-semibold">{perMinute}</span> a minute, one every
        <span class="figures">{caller.ask.seconds.toFixed(1)}</span> s
      </p>
      <button type="button" class={big} aria-label="Faster" onclick={() => faster(perMinute >= 40 ? 2 : 1)}
        >+</button
      >
    </div>
    <div class="grid grid-cols-3 gap-2 text-base" role="group" aria-label="Speed-up">
      {#each [0, 0.1, 0.2] as q (q)}
        <button
          type="button"
          class={big}
          class:btn-accent={caller.ask.quicken === q}
          aria-pressed={caller.ask.quicken === q}
          onclick={() => (caller.ask = { ...caller.ask, quicken: q, least: caller.ask.seconds / 2 })}
          >{q ? `${100 * q}% faster each minute` : 'Steady'}</button
        >
      {/each}
    </div>
    <div class="grid grid-cols-4 gap-2" role="group" aria-label="Minutes of a set">
      {#each [0.5, 1, 2, 3] as m (m)}
        <button
          type="button"
          class={big}
          class:btn-accent={caller.ask.minutes === m}
          aria-pressed={caller.ask.minutes === m}
          onclick={() => (caller.ask = { ...caller.ask, minutes: m })}>{m < 1 ? '30 s' : `${m} min`}</button
        >
      {/each}
    </div>
    <div class="grid grid-cols-4 gap-2" role="group" aria-label="Sets">
      {#each [1, 2, 3, 5] as n (n)}
        <button
          type="button"
          class={big}
          class:btn-accent={caller.sets === n}
          aria-pressed={caller.sets === n}
          onclick={() => (caller.sets = n)}>{n} {n === 1 ? 'set' : 'sets'}</button
        >
      {/each}
    </div>
    {#if caller.places.length}
      <p class="text-base">
        {caller.ask.script?.length
          ? `In this order, repeated: ${caller.ask.script
              .map((id) => caller.places.find((p) => p.id === id)?.label)
              .join(', ')}.`
          : 'Random order: never the same place twice in a row, and every place gets its turn. Press places to set your own order.'}
      </p>
      <div class="grid grid-cols-3 gap-2" role="group" aria-label="Your own order">
        {#each caller.places as p (p.id)}
          <button
            type="button"
            class={big}
            onclick={() => (caller.ask = { ...caller.ask, script: [...(caller.ask.script ?? []), p.id] })}
            >{p.label}</button
          >
        {/each}
        {#if caller.ask.script?.length}<button
            type="button"
            class={big}
            onclick={() => (caller.ask = { ...caller.ask, script: [] })}>Random order</button
          >{/if}
      </div>
      <div class="grid grid-cols-2 gap-2">
        <button
          type="button"
          class={big}
          class:btn-accent={caller.voice}
          aria-pressed={caller.voice}
          onclick={() => (caller.voice = !caller.voice)}>Speak the calls</button
        >
        <button
          type="button"
          class={big}
          aria-label="New random order, number {caller.ask.seed}"
          onclick={() => (caller.ask = { ...caller.ask, seed: caller.ask.seed + 1 })}
          >New random order ({caller.ask.seed})</button
        >
      </div>
    {/if}
    {#if !caller.places.length && cues.length}
      <button type="button" class="{big} h-auto py-2 text-left" onclick={nextCue}
        >{caller.cue ? `Says: “${caller.cue}”` : 'Says nothing. Press to choose a cue'}</button
      >
      {#if caller.cue}
        <div class="grid grid-cols-4 gap-2" role="group" aria-label="On which beats">
          {#each [1, 2, 4, 8] as n (n)}
            <button
              type="button"
              class={big}
              class:btn-accent={caller.cueEvery === n}
              aria-pressed={caller.cueEvery === n}
              onclick={() => (caller.cueEvery = n)}>{n === 1 ? 'every beat' : `every ${n}`}</button
            >
          {/each}
        </div>
      {/if}
    {/if}
    {#if caller.trouble}<p class="text-base font-semibold text-error" role="alert">{caller.trouble}</p>{/if}
    <div class="sticky bottom-0 mt-auto grid grid-cols-[1fr_2fr] gap-2 bg-base-100 pt-1">
      <button type="button" class="{big} h-16" onclick={onclose}>Back</button>
      <button type="button" class="{big} h-16 text-2xl btn-accent" onclick={() => caller.start()}
        >Start</button
      >
    </div>
  {/if}
</Sheet>

<style>
  .beat {
    width: 5rem;
    height: 5rem;
    border-radius: 50%;
    background: #d7ee2a;
    border: 3px solid currentColor;
    animation: beat 0.25s ease-out;
  }
  @keyframes beat {
    from {
      transform: scale(1.3);
    }
  }
  @media (prefers-reduced-motion: reduce) {
    .beat {
      animation: none;
    }
  }
</style>
