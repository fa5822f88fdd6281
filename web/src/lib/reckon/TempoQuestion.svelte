<!-- How fast is the rally? -->
<script lang="ts">
  import { enlarged } from '$lib/court/geometry';
  import { onDestroy } from 'svelte';
  import { replaceState } from '$app/navigation';
  import { page } from '$app/state';
  import { api, type Court, type Preset, type TempoAnswer } from '$lib/api/client';
  import Handle from '$lib/court/Handle.svelte';
  import { beep } from '$lib/run/sound';
  import { derivations } from '$lib/api/vocabulary';
  import Num from '$lib/shell/Num.svelte';
  import Reading from '$lib/wheel/Reading.svelte';
  import { sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';
  import { saySpeed, speedStep } from '$lib/units/speed';
  import Choice from '$lib/shell/Choice.svelte';
  import CourtPick from './CourtPick.svelte';
  import Frame from './Frame.svelte';
  import { Question } from './state.svelte';
  import { Latest } from '$lib/shell/latest.svelte';

  let { courts, title }: { courts: Court[]; games: Preset[]; title: string } = $props();

  /** How a rally on that court usually goes. */
  const usual = ({ play: { pace } }: Court) => ({ pace: pace.pace, over: pace.over, rpm: pace.topRpm });
  // svelte-ignore state_referenced_locally
  const first = courts[0]!;
  const defaults = { court: first.id, by: 'pace', ...usual(first), beats: 40 };
  const q = new Question(defaults, page.url.searchParams, (address) =>
    replaceState(address || location.pathname, {})
  );
  const now = $derived(q.values);
  const court = $derived(courts.find((c) => c.id === now.court) ?? first);

  const answer = new Latest<TempoAnswer>();
  $effect(() => {
    const v = now;
    void answer.ask(() =>
      api.POST('/api/v1/reckon/tempo', {
        body: {
          court: court.id,
          clearance: v.over,
          topRpm: v.rpm,
          path: true,
          units: settings.units,
          ...(v.by === 'pace' ? { pace: v.pace } : { ballsPerMinute: v.beats })
        }
      })
    );
  });
  const a = $derived(answer.value);
  const path = $derived(a?.path ?? []);
  const ways = [
    { id: 'pace', name: 'the pace' },
    { id: 'beats', name: 'the balls a minute' }
  ];

  // The side view: the court's length, and the ball's way there and back.
  let width = $state(880);
  const edge = $derived(court.halfLength * 1.14);
  const left = $derived(-edge);
  const right = $derived(court.walls ? edge * 0.12 : edge);
  const u = $derived((right - left) / 31);
  const t = $derived(u * enlarged(600, width));
  const top = $derived(
    Math.max(court.walls ? court.walls.out : court.net.post * 2.4, ...path.map((p) => p.z)) + 2 * t
  );
  const netTop = $derived(court.walls ? court.walls.tin : court.net.centre);
  const lengthOf = (m: number) => sayLength(m, settings.units);

  // The ball flies at its true speed; the way back is the same, the other way round.
  const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
  let playing = $state(!still);
  let sound = $state(false);
  let clock = $state(0);
  let last = 0;
  let from = performance.now();
  let frameId = 0;
  function tick(at: number) {
    clock = (at - from) / 1000;
    const beat = Math.floor(clock / Math.max(0.1, a?.secondsPerBall ?? 1));
    if (beat !== last && sound && playing) beep(beat % 2 ? 660 : 880, 0.08);
    last = beat;
    frameId = requestAnimationFrame(tick);
  }
  $effect(() => {
    if (!playing) return;
    from = performance.now() - clock * 1000;
    frameId = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frameId);
  });
  onDestroy(() => cancelAnimationFrame(frameId));
  const ball = $derived.by(() => {
    const each = a?.secondsPerBall;
    if (!each || path.length < 2) return undefined;
    const s = clock % each;
    const i = Math.max(
      1,
      path.findIndex((p) => p.t >= s)
    );
    const [p, n] = [path[i - 1]!, path[i]!];
    const k = Math.min(1, (s - p.t) / Math.max(1e-6, n.t - p.t));
    const y = p.y + k * (n.y - p.y);
    const back = !court.walls && Math.floor(clock / each) % 2 === 1;
    return { y: back ? -y : y, z: p.z + k * (n.z - p.z) };
  });
  /** Where the handle stands: at the tempo, or at the one asked for where nobody would play the ball. */
  const beats = $derived(a?.ballsPerMinute ?? (now.by === 'beats' ? now.beats : undefined));
  const wide = 80;
  const scaleX = (n: number) => (Math.min(wide, n) / wide) * 1000;
  const asked = $derived([
    { name: 'Pace off the racket', said: saySpeed(a?.pace ?? now.pace, settings.units) },
    { name: `Height over the ${court.words.barrier}`, said: lengthOf(now.over) },
    { name: 'Topspin', said: `${now.rpm} rpm` }
  ]);
</script>

<Frame {title} question={q} error={answer.error}>
  {#snippet says()}
    {#if a?.ballsPerMinute !== undefined && a.pace !== undefined}
      {#if a.feasible}
        <strong>{a.ballsPerMinute.toFixed(0)} balls a minute</strong>, one every {a.secondsPerBall?.toFixed(
          2
        )} s, at {saySpeed(a.pace, settings.units)}.
        {#if (a.comesIn ?? 0) > court.halfLength * 0.05}The partner must come {lengthOf(a.comesIn ?? 0)} forward
          to play the ball before it bounces twice.{:else}Two minutes give about {(
            2 * a.ballsPerMinute
          ).toFixed(0)}.{/if}
      {:else}
        <strong>{a.reason}</strong>
        {#if a.holdingTopRpm !== undefined}With {Math.round(a.holdingTopRpm)} rpm of topspin the ball stays in.
          <button
            type="button"
            class="btn ml-1 btn-primary btn-xs"
            onclick={() => q.set({ rpm: Math.round(a.holdingTopRpm!) })}>Add the spin</button
          >{/if}
      {/if}
    {:else if a}<strong>{a.reason}</strong>{/if}
  {/snippet}
  {#snippet picture()}
    <svg
      bind:clientWidth={width}
      viewBox="{left} {-top} {right - left} {top + 1.2 * u}"
      class="block max-h-[46vh] min-h-36 w-full select-none"
      style:--focus-width={0.25 * u}
      role="group"
      aria-label="The rally from the side"
    >
      <rect x={left} y={-top} width={right - left} height={top} fill="var(--color-base-200)" rx={0.3 * u} />
      <rect x={left} y="0" width={right - left} height={0.5 * u} fill="var(--court-out)" />
      <rect
        x={-court.halfLength}
        y="0"
        width={court.walls ? court.halfLength : 2 * court.halfLength}
        height={0.5 * u}
        fill="var(--court-in)"
      />
      {#if court.walls}
        <rect x="0" y={-court.walls.out} width={0.3 * u} height={court.walls.out} fill="var(--court-net)" />
        <line
          x1={-0.4 * u}
          x2={0.7 * u}
          y1={-netTop}
          y2={-netTop}
          stroke="var(--court-net)"
          stroke-width={0.12 * u}
        />
      {:else}<line x1="0" x2="0" y1="0" y2={-netTop} stroke="var(--court-net)" stroke-width={0.26 * u} />{/if}
      <polyline
        points={path.map((p) => `${p.y},${-p.z}`).join(' ')}
        fill="none"
        stroke="#10201c"
        stroke-width={0.16 * u}
        stroke-linejoin="round"
        class="way"
        opacity={a?.feasible ? 1 : 0.4}
      />
      {#if !court.walls}<polyline
          points={path.map((p) => `${-p.y},${-p.z}`).join(' ')}
          fill="none"
          stroke="#10201c"
          stroke-width={0.09 * u}
          stroke-dasharray="{0.1 * u} {0.3 * u}"
          class="way"
        />{/if}
      {#each path.length ? [path[0]!, ...(court.walls ? [] : [path.at(-1)!])] : [] as p (p.t)}
        <circle cx={p.y} cy={-p.z} r={0.5 * t} fill="var(--color-base-content)" />
      {/each}
      <Handle
        at={{ x: 0, y: -(netTop + now.over) }}
        label="Height over the {court.words.barrier}"
        said={lengthOf(now.over)}
        now={now.over}
        scale={Math.min(1, court.halfLength / 11.9)}
        onmove={(p) => q.move({ over: Math.max(0.02, Math.min(8, -p.y - netTop)) })}
        onrest={q.rest}
      >
        <line
          x1="0"
          x2="0"
          y1={-netTop}
          y2={-(netTop + now.over)}
          stroke="var(--color-base-content)"
          stroke-width={0.07 * u}
        />
        <circle
          class="here"
          cx="0"
          cy={-(netTop + now.over)}
          r={0.42 * t}
          fill="#f7f4ea"
          stroke="#10201c"
          stroke-width={0.12 * t}
        />
        <text
          x={(court.walls ? -0.6 : 0.6) * t}
          y={-(netTop + now.over) - 0.5 * t}
          font-size={0.66 * t}
          font-weight="700"
          fill="var(--color-base-content)"
          text-anchor={court.walls ? 'end' : 'start'}>{lengthOf(now.over)}</text
        >
      </Handle>
      {#if ball}<circle
          cx={ball.y}
          cy={-ball.z}
          r={0.38 * t}
          fill="#d7ee2a"
          stroke="#10201c"
          stroke-width={0.1 * t}
          pointer-events="none"
        />{/if}
    </svg>
    <svg
      viewBox="-14 -44 1028 112"
      class="mt-3 block w-full select-none"
      style:--focus-width="5"
      role="group"
      aria-label="Balls a minute"
    >
      <rect x="0" y="0" width="1000" height="40" rx="4" fill="var(--tape)" />
      {#each Array.from({ length: 17 }, (_, i) => i * 5) as n (n)}
        <line
          x1={scaleX(n)}
          x2={scaleX(n)}
          y1="0"
          y2={n % 10 ? 9 : 16}
          stroke="var(--tape-ink)"
          stroke-width="1.6"
        />
        {#if n % 10 === 0}<text
            x={scaleX(n)}
            y="33"
            text-anchor="middle"
            font-size="15"
            class="figures"
            fill="var(--tape-ink)">{n}</text
          >{/if}
      {/each}
      {#each court.play.tempoMarks ?? [] as m (m.perMinute)}
        <path d="M{scaleX(m.perMinute)} 40l-7 12h14z" fill="var(--color-base-content)" /><text
          x={scaleX(m.perMinute)}
          y="66"
          text-anchor="middle"
          font-size="15"
          fill="var(--color-base-content)">{m.perMinute}: {m.words}</text
        >
      {/each}
      {#if beats !== undefined}
        {@const x = scaleX(beats)}
        <Handle
          at={{ x, y: 20 }}
          label="Balls a minute"
          said="{beats.toFixed(0)} a minute"
          now={beats}
          scale={125}
          onmove={(p) =>
            q.move({
              by: 'beats',
              beats: Math.max(5, Math.min(wide, Math.round((p.x / 1000) * wide * 2) / 2))
            })}
          onrest={q.rest}
        >
          <rect
            class="here"
            x={x - 30}
            y="-40"
            width="60"
            height="32"
            rx="5"
            fill="#1c2421"
            stroke="#f7f4ea"
            stroke-width="2"
          />
          <path d="M{x} 0l-8 -10h16z" fill="#1c2421" />
          <text {x} y="-18" text-anchor="middle" font-size="19" font-weight="650" fill="#f7f4ea"
            >{beats > wide ? `>${wide}` : beats.toFixed(0)}</text
          >
        </Handle>
      {/if}
    </svg>
    <p class="mt-1 flex items-center gap-3 text-xs">
      <button type="button" class="btn btn-sm" aria-pressed={playing} onclick={() => (playing = !playing)}
        >{playing ? 'Pause' : 'Play the ball'}</button
      >
      <button
        type="button"
        class="btn btn-sm"
        aria-pressed={sound}
        onclick={() => ((sound = !sound), (playing = true))}
        >{sound ? 'Count silently' : 'Count aloud'}</button
      >
      <span
        >The ball moves in real time. Drag the ring over the {court.words.barrier}, or the marker on the tape.</span
      >
    </p>
  {/snippet}
  {#snippet asks()}
    <CourtPick
      {courts}
      value={now.court}
      onset={(id) => q.set({ court: id, by: 'pace', ...usual(courts.find((c) => c.id === id) ?? first) })}
    />
    <Choice
      label="Set by"
      value={now.by}
      options={ways}
      onset={(by) =>
        q.set({
          by,
          ...(by === 'pace'
            ? { pace: Math.round((a?.pace ?? now.pace) * 1000) / 1000 }
            : { beats: Math.round(Math.min(300, a?.ballsPerMinute ?? now.beats)) })
        })}
    />
    <div class="flex flex-wrap gap-x-4 gap-y-2">
      {#if now.by === 'pace'}<Num
          label="Pace off the racket"
          speed
          value={now.pace}
          min={1}
          max={80}
          step={speedStep(settings.units)}
          onset={(pace) => q.set({ pace })}
        />
      {:else}<Num
          label="Balls a minute"
          value={now.beats}
          min={5}
          max={300}
          onset={(beats) => q.set({ beats })}
        />{/if}
      <Num
        label="Height over the {court.words.barrier}"
        length
        value={now.over}
        min={0.02}
        max={8}
        step={0.05}
        onset={(over) => q.set({ over })}
      />
      {#if court.words.ball === 'ball'}<Num
          label="Topspin"
          unit="rpm"
          whole
          value={now.rpm}
          min={-3000}
          max={5000}
          step={100}
          onset={(rpm) => q.set({ rpm })}
        />{/if}
    </div>
  {/snippet}
  {#snippet readings()}
    {#if a?.ballsPerMinute !== undefined && a.pace !== undefined}
      {@const pace = saySpeed(a.pace, settings.units).split(' ')}
      <Reading
        label="Balls a minute"
        shown={a.ballsPerMinute.toFixed(0)}
        said={a.ballsPerMinute.toFixed(1)}
        derivation={derivations.tempo}
        inputs={asked}
      />
      <Reading
        label="Time between strokes"
        shown={(a.secondsPerBall ?? 0).toFixed(2)}
        unit="s"
        said="{a.secondsPerBall?.toFixed(2)} s"
        derivation={derivations.tempo}
        inputs={asked}
      />
      <Reading
        label="Pace"
        shown={pace[0]!}
        unit={pace[1]}
        said={pace.join(' ')}
        derivation={derivations.tempo}
        inputs={asked}
      />
      {#if a.landsFromLine !== undefined}<Reading
          label="Bounces from the {court.words.end}"
          shown={lengthOf(a.landsFromLine)}
          said={lengthOf(a.landsFromLine)}
          derivation={derivations.tempo}
          inputs={asked}
          small
        />{/if}
      {#if a.metHeight !== undefined}<Reading
          label="Contact height"
          shown={lengthOf(a.metHeight)}
          said={lengthOf(a.metHeight)}
          derivation={derivations.tempo}
          inputs={asked}
          small
        />{/if}
    {/if}
  {/snippet}
</Frame>

<style>
  :global([data-theme='lamplight']) .way {
    stroke: #f1eee2;
  }
</style>
