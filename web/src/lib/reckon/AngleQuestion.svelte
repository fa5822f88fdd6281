<!-- Which angle is open, and where to wait? -->
<script lang="ts">
  import { replaceState } from '$app/navigation';
  import { page } from '$app/state';
  import { api, type Court, type Point, type Preset } from '$lib/api/client';
  import type { components } from '$lib/api/schema';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import Handle from '$lib/court/Handle.svelte';
  import { enlarged, frame, fromView, toView } from '$lib/court/geometry';
  import { derivations, label, vocabulary } from '$lib/api/vocabulary';
  import Num from '$lib/shell/Num.svelte';
  import Reading from '$lib/wheel/Reading.svelte';
  import { sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';
  import Choice from '$lib/shell/Choice.svelte';
  import CourtPick from './CourtPick.svelte';
  import Frame from './Frame.svelte';
  import { Question } from './state.svelte';
  import { Latest } from '$lib/shell/latest.svelte';

  let { courts, title }: { courts: Court[]; games: Preset[]; title: string } = $props();

  /** Where the question begins on that court. */
  const start = ({ play: { angle } }: Court) => ({
    fx: angle.from[0]!,
    fy: angle.from[1]!,
    depth: angle.depth,
    over: angle.over
  });
  // svelte-ignore state_referenced_locally
  const first = courts[0]!;
  const defaults = { court: first.id, area: 'singles', ...start(first), level: 'club', wl: 1, wr: 1 };
  const q = new Question(defaults, page.url.searchParams, (address) =>
    replaceState(address || location.pathname, {})
  );
  const now = $derived(q.values);
  const court = $derived(courts.find((c) => c.id === now.court) ?? first);
  const area = $derived(now.area as 'singles' | 'doubles');
  const w = $derived(court.halfWidth[area]);
  const base = $derived({ x: court.play.base[0]!, y: court.play.base[1]! });

  interface Found {
    window: components['schemas']['WindowAnswer'];
    replies: { x: number; y: number; available: number }[];
    recovery?: components['schemas']['RecoveryAnswer'];
    why: string;
  }
  const answer = new Latest<Found>();
  $effect(() => {
    const v = now;
    void answer.ask(async () => {
      const window = await api.POST('/api/v1/reckon/window', {
        body: { court: court.id, area, from: { x: v.fx, y: v.fy }, depth: v.depth }
      });
      if (!window.data) return { error: window.error };
      const found: Found = { window: window.data, replies: [], why: '' };
      if (court.walls) return { data: found };
      // The two ends of the window, flown at the pace, and met on the way after the bounce.
      const flights = await Promise.all(
        [-1, 1].map((side) =>
          api.POST('/api/v1/reckon/flight', {
            body: {
              units: settings.units,
              ball: court.ball,
              court: court.id,
              area,
              from: { x: v.fx, y: v.fy, z: court.play.angle.from[2]! },
              to: { x: side * (w - 0.3 * Math.min(1, court.halfLength / 12)), y: v.depth },
              clearance: v.over,
              path: true
            }
          })
        )
      );
      for (const f of flights) {
        const a = f.data;
        if (!a?.feasible || !a.bounce || !a.after) {
          found.why = a?.reason ?? 'The ball does not get there.';
          return { data: found };
        }
        const met = court.play.rally.volley
          ? undefined
          : (a.after.find((p) => p.y >= base.y) ?? a.after.at(-1));
        found.replies.push(
          met
            ? { x: met.x, y: met.y, available: met.t }
            : { x: a.bounce.x, y: a.bounce.y, available: a.bounce.time }
        );
      }
      const recovery = await api.POST('/api/v1/reckon/recovery', {
        body: {
          level: v.level,
          base,
          replies: found.replies.map((r, i) => ({ ...r, weight: i ? v.wr : v.wl }))
        }
      });
      if (recovery.data) found.recovery = recovery.data;
      return { data: found };
    });
  });
  const found = $derived(answer.value);
  const win = $derived(found?.window);

  let width = $state(880);
  const sidewise = $derived(
    Math.max(court.halfWidth.doubles * 0.3, court.net.postOutside + court.halfLength * 0.04)
  );
  const box = $derived(frame(court, 'across', court.halfLength * 0.22, 'all', sidewise));
  const u = $derived(box.width / 31);
  const t = $derived(u * enlarged(600, width));
  const v = (p: Point) => toView(p, 'across');
  const scale = $derived(Math.min(1, court.halfLength / 11.9));
  const hit = $derived(v({ x: now.fx, y: now.fy }));
  /** The open angle; between walls it folds back at the front wall. */
  const wedge = $derived.by(() => {
    const at = (x: number, y: number) => v({ x, y });
    if (!court.walls) return [hit, at(-w, now.depth), at(w, now.depth)];
    const onFront = (x: number) => at(now.fx + ((x - now.fx) * -now.fy) / (now.depth - now.fy), 0);
    return [hit, onFront(-w), at(-w, -now.depth), at(w, -now.depth), onFront(w)];
  });
  const depthAt = $derived(v({ x: 0, y: court.walls ? -now.depth : now.depth }));
  const lengthOf = (m: number) => sayLength(m, settings.units);
  const sideOf = (x: number) =>
    Math.abs(x) < 0.05
      ? 'the centre line'
      : `${lengthOf(Math.abs(x))} to the hitter’s ${x < 0 ? 'left' : 'right'} of the centre line`;
  const shift = $derived(found?.recovery?.shift);
  const spare = (s: number) => (s < 0 ? `${(-s).toFixed(2)} s short` : `${s.toFixed(2)} s to spare`);
  const seconds = (s: number) => `${s < 0 ? '−' : ''}${Math.abs(s).toFixed(2)} s`;
  const asked = $derived([
    {
      name: 'Hit from',
      said: `${lengthOf(Math.abs(now.fx))} ${now.fx < 0 ? 'left' : 'right'}, ${lengthOf(-now.fy)} deep`
    },
    { name: 'Bounces', said: `${lengthOf(now.depth)} from the ${court.walls ? 'front wall' : 'net'}` },
    ...(court.walls ? [] : [{ name: 'Over the net', said: lengthOf(now.over) }])
  ]);
  const likely = [
    { id: '1:1', name: 'both sides alike' },
    { id: '1:0.6', name: 'mostly left' },
    { id: '0.6:1', name: 'mostly right' }
  ];
  const levels = vocabulary.levels.map((l) => ({ id: l.id, name: l.label }));
</script>

<Frame {title} question={q} error={answer.error}>
  {#snippet says()}
    {#if win}
      <strong>{win.widthDeg.toFixed(1)}°</strong>
      {win.leftDeg >= 0 || win.rightDeg <= 0
        ? 'are open'
        : `are open, ${Math.round(win.leftShare * 100)}% of it to the left of straight on`}{court.walls
        ? ' off the front wall'
        : ''}.
      {#if found?.recovery && shift}
        To the harder side a {label(vocabulary.levels, now.level)} player has {spare(
          found.recovery.baseSlack
        )} from the base,
        <strong>{spare(found.recovery.shiftSlack)}</strong>
        from {sideOf(shift.x)}.
      {:else if found?.why}{found.why}
      {:else if !court.walls}Half of it lies on each side of a player {sideOf(win.waitX)}.{/if}
    {/if}
  {/snippet}
  {#snippet picture()}
    <svg
      bind:clientWidth={width}
      viewBox="{box.x} {box.y} {box.width} {box.height}"
      class="mx-auto block max-h-[60vh] w-full select-none sm:min-h-60"
      style:--focus-width={0.25 * u}
      role="group"
      aria-label="The open angle, seen from above, near end left"
    >
      <CourtFloor {court} margin={court.halfLength * 0.22} side={sidewise} />
      <polygon
        points={wedge.map((p) => `${p.x},${p.y}`).join(' ')}
        fill="#d7ee2a"
        fill-opacity="0.38"
        stroke="#10201c"
        stroke-width={0.08 * u}
        stroke-linejoin="round"
      />
      {#if !court.walls}
        {@const s = v({ x: now.fx, y: now.depth })}
        <line
          x1={hit.x}
          y1={hit.y}
          x2={s.x}
          y2={s.y}
          stroke="#10201c"
          stroke-width={0.07 * u}
          stroke-dasharray="{0.3 * u} {0.2 * u}"
        />
      {/if}
      {#each found?.replies ?? [] as r, i (i)}
        {@const p = v(r)}
        <path
          d="M{p.x - 0.3 * t} {p.y - 0.3 * t}l{0.6 * t} {0.6 * t}m0 {-0.6 * t}l{-0.6 * t} {0.6 * t}"
          stroke="#10201c"
          stroke-width={0.14 * t}
        />
        {#if shift}{@const s = v(shift)}<line
            x1={s.x}
            y1={s.y}
            x2={p.x}
            y2={p.y}
            stroke="#fdfcf6"
            stroke-width={0.1 * u}
            stroke-dasharray="{0.1 * u} {0.25 * u}"
            stroke-linecap="round"
          />{/if}
        <text
          x={p.x}
          y={p.y + (i ? 1 : -0.6) * t}
          class="word"
          font-size={0.6 * t}
          stroke-width={0.16 * t}
          text-anchor="middle">{r.available.toFixed(2)} s</text
        >
      {/each}
      {#if !court.walls}
        {@const b = v(base)}
        <circle
          cx={b.x}
          cy={b.y}
          r={0.45 * t}
          fill="none"
          stroke="#fdfcf6"
          stroke-width={0.1 * t}
          stroke-dasharray="{0.2 * t} {0.12 * t}"
        />
        {#if width >= 600}<text
            x={b.x + 0.65 * t}
            y={b.y + 0.2 * t}
            class="word"
            font-size={0.55 * t}
            stroke-width={0.16 * t}>base</text
          >{/if}
        {#if shift}
          {@const s = v(shift)}
          <circle cx={s.x} cy={s.y} r={0.5 * t} fill="#10201c" stroke="#f7f4ea" stroke-width={0.1 * t} />
          {#if width >= 600}<text
              x={s.x - 0.7 * t}
              y={s.y + 0.2 * t}
              class="word"
              font-size={0.55 * t}
              stroke-width={0.16 * t}
              text-anchor="end">shifted</text
            >{/if}
        {/if}
      {/if}
      <Handle
        at={depthAt}
        label="Depth of the bounce"
        said={lengthOf(now.depth)}
        now={now.depth}
        {scale}
        onmove={(p) => q.move({ depth: Math.max(0.2, Math.min(court.halfLength, court.walls ? -p.x : p.x)) })}
        onrest={q.rest}
      >
        <rect
          x={depthAt.x - 0.4 * t}
          y={depthAt.y - 1 * t}
          width={0.8 * t}
          height={2 * t}
          fill="transparent"
        />
        <rect
          class="here"
          x={depthAt.x - 0.16 * t}
          y={depthAt.y - 0.7 * t}
          width={0.32 * t}
          height={1.4 * t}
          rx={0.1 * t}
          fill="#f7f4ea"
          stroke="#10201c"
          stroke-width={0.1 * t}
        />
      </Handle>
      <Handle
        at={hit}
        label="Hit from"
        said="{lengthOf(Math.abs(now.fx))} {now.fx < 0 ? 'left' : 'right'} of the centre line, {lengthOf(
          -now.fy
        )} from the {court.walls ? 'front wall' : 'net'}"
        now={now.fx}
        {scale}
        onmove={(p) => {
          const c = fromView(p, 'across');
          q.move({
            fx: Math.max(-w * 1.4, Math.min(w * 1.4, c.x)),
            fy: Math.max(-court.halfLength * (court.walls ? 1 : 1.2), Math.min(-0.2, c.y))
          });
        }}
        onrest={q.rest}
      >
        <circle
          class="here"
          cx={hit.x}
          cy={hit.y}
          r={0.6 * t}
          fill="#f7f4ea"
          stroke="#10201c"
          stroke-width={0.14 * t}
        />
      </Handle>
    </svg>
    <p class="mt-1 text-xs">
      ○ hitter: drag, or use the arrow keys. The bar sets how deep the ball bounces. {court.walls
        ? ''
        : '✕ where each end of the angle is met, and when. Dashed ring: the base; ● shifted.'}
    </p>
    {#if found?.recovery}<p class="mt-3 max-w-3xl text-sm">
        Two methods: recovering to the base is the same every time but leaves the likelier side open; shifting
        covers that side and gives up some of the other.
      </p>{/if}
  {/snippet}
  {#snippet asks()}
    <CourtPick
      {courts}
      value={now.court}
      area={now.area}
      onset={(id) => q.set({ court: id, ...start(courts.find((c) => c.id === id)!) })}
      onarea={(area) => q.set({ area })}
    />
    <div class="flex flex-col gap-0.5">
      <label for="spot" class="text-[0.8rem] leading-tight">Hit from</label>
      <select
        id="spot"
        class="select w-48 border-base-content/60 select-sm"
        value={court.spots.find((s) => s.at.x === now.fx && s.at.y === now.fy)?.name ?? ''}
        onchange={(e) => {
          const s = court.spots.find((s) => s.name === e.currentTarget.value);
          if (s) q.set({ fx: s.at.x, fy: s.at.y });
        }}
      >
        <option value="">where it was dragged</option>
        {#each court.spots as s (s.name)}<option>{s.name}</option>{/each}
      </select>
    </div>
    <Num
      label="Bounce, distance from the {court.walls ? 'front wall' : 'net'}"
      length
      value={now.depth}
      min={0.2}
      max={court.halfLength}
      step={0.1}
      onset={(depth) => q.set({ depth })}
    />
    {#if !court.walls}
      <Num
        label="Over the net by"
        length
        value={now.over}
        min={0.05}
        max={8}
        step={0.1}
        onset={(over) => q.set({ over })}
      />
      <Choice
        label="Level of the player who waits"
        value={now.level}
        options={levels}
        onset={(level) => q.set({ level })}
      />
      <Choice
        label="Likely replies"
        value="{now.wl}:{now.wr}"
        options={likely}
        onset={(id) => {
          const [l, r] = id.split(':').map(Number);
          q.set({ wl: l!, wr: r! });
        }}
      />
    {/if}
  {/snippet}
  {#snippet readings()}
    {#if win}
      <Reading
        label="Open"
        shown={win.widthDeg.toFixed(1)}
        unit="°"
        said="{win.widthDeg.toFixed(1)}°"
        derivation={derivations.window}
        inputs={asked}
      />
      <Reading
        label="To the left end"
        shown={lengthOf(win.leftMetres)}
        said={lengthOf(win.leftMetres)}
        derivation={derivations.window}
        inputs={asked}
        small
      />
      <Reading
        label="Straight on"
        shown={lengthOf(win.straightMetres)}
        said={lengthOf(win.straightMetres)}
        derivation={derivations.window}
        inputs={asked}
        small
      />
      <Reading
        label="To the right end"
        shown={lengthOf(win.rightMetres)}
        said={lengthOf(win.rightMetres)}
        derivation={derivations.window}
        inputs={asked}
        small
      />
    {/if}
    {#if found?.recovery}
      <Reading
        label="Time to spare from the base"
        shown={found.recovery.baseSlack.toFixed(2).replace('-', '−')}
        unit="s"
        said={seconds(found.recovery.baseSlack)}
        derivation={derivations.recovery}
        inputs={asked}
      />
      <Reading
        label="Time to spare when shifted"
        shown={found.recovery.shiftSlack.toFixed(2).replace('-', '−')}
        unit="s"
        said={seconds(found.recovery.shiftSlack)}
        derivation={derivations.recovery}
        inputs={asked}
      />
    {/if}
  {/snippet}
</Frame>

<style>
  .word {
    font-weight: 650;
    fill: #10201c;
    paint-order: stroke;
    stroke: rgb(247 244 234 / 0.8);
    pointer-events: none;
  }
</style>
