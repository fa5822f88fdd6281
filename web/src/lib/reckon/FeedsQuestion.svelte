<!-- Does the student get to every ball? -->
<script lang="ts">
  import { replaceState } from '$app/navigation';
  import { page } from '$app/state';
  import { api, type Basis, type Court, type Pattern, type PatternPlan, type Point, type Preset } from '$lib/api/client';
  import type { components } from '$lib/api/schema';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import { frame, toView } from '$lib/court/geometry';
  import Num from '$lib/shell/Num.svelte';
  import Reading from '$lib/wheel/Reading.svelte';
  import { sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';
  import { saySpeed, speedStep } from '$lib/units/speed';
  import Choice from './Choice.svelte';
  import Frame from './Frame.svelte';
  import PatternPicture from './PatternPicture.svelte';
  import PatternTape from './PatternTape.svelte';
  import { Answer, Question } from './state.svelte';

  let { courts, bases, title }: { courts: Court[]; bases: Record<string, Basis>; games: Preset[]; title: string } = $props();

  const feed = (x: number, y: number, stroke: 'forehand' | 'backhand'): Pattern['feeds'][number] => ({ how: 'racket', from: { x: 0, y: 6.4, z: 1 }, to: { x, y }, by: 'clearance', want: 1, topRpm: 0, sideRpm: 0, meet: 'falling', height: 0.8, stroke, aim: { x: -2.7, y: 9.8 }, gap: 3.5 });
  const first: Pattern = {
    court: 'tennis', area: 'singles', hand: 'right', start: { x: 0, y: -12.2 }, base: { x: 0, y: -12.2 }, shift: false,
    feeds: [feed(2.5, -9, 'forehand'), feed(1, -4.5, 'forehand'), feed(-2.5, -9, 'backhand')],
    people: [{ role: 'feeder', at: { x: 0, y: 6.4 } }, { role: 'waiting', at: { x: 0, y: -15.4 } }], objects: []
  };
  const defaults = { pattern: JSON.stringify(first), level: 'club', ball: 1 };
  const q = new Question(defaults, page.url.searchParams, (address) => replaceState(address || location.pathname, {}));
  const now = $derived(q.values);
  const pattern = $derived.by((): Pattern => {
    try {
      const p = JSON.parse(now.pattern) as Pattern;
      return Array.isArray(p.feeds) && p.feeds.length > 0 && courts.some((c) => c.id === p.court) ? p : first;
    } catch {
      return first; // a link cut short in the sending
    }
  });
  const court = $derived(courts.find((c) => c.id === pattern.court)!);
  const chosen = $derived(Math.max(0, Math.min(pattern.feeds.length - 1, now.ball - 1)));
  const one = $derived(pattern.feeds[chosen]!);
  const bent = (p: Pattern) => ({ pattern: JSON.stringify(p), ball: Math.min(now.ball, p.feeds.length) });
  const set = (p: Partial<Pattern>) => q.set(bent({ ...pattern, ...p }));
  const move = (p: Partial<Pattern>) => q.move(bent({ ...pattern, ...p }));
  const feedsWith = (i: number, change: Partial<Pattern['feeds'][number]>) => pattern.feeds.map((f, j) => (j === i ? { ...f, ...change } : f));
  const round = (n: number) => Math.round(n * 100) / 100;
  const near = (p: Point): Point => ({ x: round(Math.max(-court.halfWidth.doubles - court.runSide, Math.min(court.halfWidth.doubles + court.runSide, p.x))), y: round(Math.max(-court.halfLength - court.runBack, Math.min(0, p.y))) });
  function moveFrom(p: Point) {
    const to = { x: round(Math.max(-court.halfWidth.doubles, Math.min(court.halfWidth.doubles, p.x))), y: round(Math.max(-court.halfLength, Math.min(court.halfLength + court.runBack, p.y))) };
    move({ feeds: pattern.feeds.map((f) => ({ ...f, from: { ...f.from, ...to } })), people: pattern.people.map((w) => (w.role === 'feeder' ? { ...w, at: to } : w)) });
  }
  /** A release on the tape is the gap of the ball before it; later balls move along. */
  function release(i: number, at: number) {
    const b = plan?.balls[i - 1];
    if (b) move({ feeds: feedsWith(i - 1, { gap: Math.max(0.2, Math.min(60, Math.round((at - b.release) * 10) / 10)) }) });
  }

  interface Found {
    plan: PatternPlan;
    notices: components['schemas']['PatternNotice'][];
    neighbours?: components['schemas']['Neighbour'][];
  }
  const answer = new Answer<Found>();
  $effect(() => {
    const body = { pattern, level: now.level as 'club', paths: true, neighbours: true };
    void answer.ask(() => api.POST('/api/v1/patterns/check', { body }));
  });
  const found = $derived(answer.value);
  const plan = $derived(found?.plan);

  // Play: ball and student at the speed chosen.
  let speed = $state('1');
  let playing = $state(false);
  let at = $state<number>();
  $effect(() => {
    if (!playing || !plan) return;
    const end = plan.seconds + 0.8;
    const rate = Number(speed);
    let last = performance.now();
    let id = requestAnimationFrame(function step(t) {
      at = (at ?? 0) + ((t - last) / 1000) * rate;
      last = t;
      if (at > end) {
        playing = false;
        at = undefined;
        return;
      }
      id = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(id);
  });
  const speeds = [{ id: '0.5', name: 'half' }, { id: '1', name: 'real' }, { id: '2', name: 'double' }];
  const levels = [{ id: 'junior', name: 'junior' }, { id: 'club', name: 'club' }, { id: 'performance', name: 'performance' }];
  const meets = [{ id: 'falling', name: 'falling' }, { id: 'rising', name: 'on the rise' }, { id: 'inAir', name: 'in the air' }] as const;
  const schools = [{ id: 'base', name: 'to the base' }, { id: 'shift', name: 'shift' }];
  const strokes = [{ id: 'forehand', name: 'forehand' }, { id: 'backhand', name: 'backhand' }, { id: 'volley', name: 'volley' }, { id: 'overhead', name: 'overhead' }, { id: 'either', name: 'either' }] as const;
  const lengthOf = (m: number) => sayLength(m, settings.units);
  const hard = (ratio: number) => (ratio > 1 ? 'out of reach' : ratio > 0.85 ? 'a stretch' : ratio > 0.5 ? 'working' : 'easy');
  const asked = $derived([
    { name: 'Balls', said: String(pattern.feeds.length) },
    { name: 'Moves like', said: now.level },
    { name: 'Recovers', said: pattern.shift ? 'to the better spot' : 'to the base' }
  ]);
  const tight = $derived(plan?.balls.reduce((worst, b, i) => (b.leg.ratio > plan.balls[worst]!.leg.ratio ? i : worst), 0) ?? 0);
</script>

<Frame {title} question={q} error={answer.error} caution="Clear the hitting area before each turn; whoever waits stands outside the swing. Overheads: turn and step, never run straight backward.">
  {#snippet says()}
    {#if plan && found}
      {#if found.notices[0]}
        <strong>{found.notices[0].text}</strong>
        {#each found.notices[0].fixes as f, i (i)}<button type="button" class="btn btn-xs btn-primary ml-1" onclick={() => q.set(bent(f.pattern))}>{f.words}</button>{/each}
      {:else}
        Yes. {pattern.feeds.length === 1 ? 'The ball' : `Ball ${tight + 1}`} is the tightest: {plan.balls[tight]!.leg.slack.toFixed(2)} s to spare. {plan.metres.toFixed(0)} m and {plan.seconds.toFixed(1)} s a turn, {plan.perMinute.toFixed(0)} strokes a minute.
      {/if}
    {/if}
  {/snippet}
  {#snippet picture()}
    <PatternPicture {court} {pattern} {plan} {chosen} {at} onbounce={(i, p) => move({ feeds: feedsWith(i, { to: near(p) }) })} onfrom={moveFrom} onstart={(p) => move({ start: near(p) })} onchoose={(i) => q.move({ ball: i + 1 })} onrest={q.rest} />
    {#if plan}<PatternTape {plan} {chosen} {at} ongap={release} onchoose={(i) => q.move({ ball: i + 1 })} onrest={q.rest} />{/if}
    <div class="mt-2 flex flex-wrap items-end gap-3 text-xs">
      <button type="button" class="btn btn-sm" aria-pressed={playing} onclick={() => (playing = !playing)}>{playing ? 'Hold' : 'Play the turn'}</button>
      <Choice label="Speed" value={speed} options={speeds} onset={(s) => (speed = s)} />
      <span class="basis-full sm:flex-1 sm:basis-0">Drag the balls, the feeder □ and the student ●; drag a number on the tape to change the rhythm. E easy, W working, S stretch, U out of reach.</span>
    </div>
    {#if found?.neighbours}
      <h2 class="mt-4 text-base">Bend it, easier to harder</h2>
      <ul class="tray" aria-label="Neighbours">
        {#each found.neighbours as n (n.id)}
          {@const c = courts.find((c) => c.id === n.pattern.court) ?? court}
          {@const f = frame(c, 'across', c.halfLength * 0.1, 'all', c.halfWidth.doubles * 0.1)}
          <li>
            <button type="button" onclick={() => q.set(bent(n.pattern))}>
              <svg viewBox="{f.x} {f.y} {f.width} {f.height}" aria-hidden="true">
                <CourtFloor court={c} margin={c.halfLength * 0.1} side={c.halfWidth.doubles * 0.1} />
                {#each n.pattern.feeds as b, i (i)}{@const p = toView(b.to, 'across')}<circle cx={p.x} cy={p.y} r={f.width / 26} fill={i === 0 ? '#d7ee2a' : '#f7f4ea'} stroke="#10201c" stroke-width={f.width / 120} />{/each}
              </svg>
              <span class="font-semibold">{n.words}</span>
              <span class="text-xs">{hard(n.ratio)}, {n.metres.toFixed(0)} m, {n.seconds.toFixed(1)} s</span>
            </button>
          </li>
        {/each}
      </ul>
    {/if}
  {/snippet}
  {#snippet asks()}
    <Choice label="The student moves like" value={now.level} options={levels} onset={(level) => q.set({ level })} />
    <Choice label="Between balls" value={pattern.shift ? 'shift' : 'base'} options={schools} onset={(s) => set({ shift: s === 'shift' })} />
    <Choice label="Ball" value={String(chosen + 1)} options={pattern.feeds.map((_, i) => ({ id: String(i + 1), name: String(i + 1) }))} onset={(i) => q.set({ ball: Number(i) })} />
    <div class="flex flex-wrap gap-x-4 gap-y-2">
      {#if one.by === 'speed'}<Num label="Fed at" speed value={one.want} min={0.5} max={90} step={speedStep(settings.units)} onset={(want) => set({ feeds: feedsWith(chosen, { want }) })} />
      {:else if one.by === 'clearance'}<Num label="Over the net" length value={one.want} min={-0.5} max={12} step={0.1} onset={(want) => set({ feeds: feedsWith(chosen, { want }) })} />
      {:else}<Num label={one.by === 'time' ? 'In the air' : 'Highest'} value={one.want} min={0.05} max={20} step={0.1} onset={(want) => set({ feeds: feedsWith(chosen, { want }) })} />{/if}
      <Num label="Then wait" unit="s" value={one.gap} min={0.2} max={60} step={0.1} onset={(gap) => set({ feeds: feedsWith(chosen, { gap }) })} />
      <Num label="Met at height" length value={one.height} min={0.05} max={3.5} step={0.1} onset={(height) => set({ feeds: feedsWith(chosen, { height }) })} />
    </div>
    <Choice label="Met" value={one.meet} options={meets} onset={(meet) => set({ feeds: feedsWith(chosen, { meet }) })} />
    <Choice label="Played with" value={one.stroke} options={strokes} onset={(stroke) => set({ feeds: feedsWith(chosen, { stroke }) })} />
  {/snippet}
  {#snippet readings()}
    {#if plan}
      {@const b = plan.balls[chosen]}
      <Reading label="Metres a turn" shown={plan.metres.toFixed(0)} unit="m" said="{plan.metres.toFixed(1)} m" basis={bases.footwork} inputs={asked} />
      <Reading label="Least to spare" shown={plan.leastSlack.toFixed(2).replace('-', '−')} unit="s" said="{plan.leastSlack.toFixed(2)} s" basis={bases.footwork} inputs={asked} />
      {#if b?.feasible}
        <Reading label="Ball {chosen + 1} leaves at" shown={saySpeed(b.pace, settings.units)} said={saySpeed(b.pace, settings.units)} basis={bases.flight} inputs={asked} small />
        <Reading label="Lowest over the net" shown={lengthOf(plan.leastOver)} said={lengthOf(plan.leastOver)} basis={bases.flight} inputs={asked} small />
      {/if}
    {/if}
  {/snippet}
</Frame>

<style>
  .tray {
    display: flex;
    gap: 0.6rem;
    overflow-x: auto;
    padding: 0.4rem 2px 0.6rem;
  }
  .tray button {
    display: flex;
    flex-direction: column;
    width: 9.2rem;
    text-align: left;
    line-height: 1.25;
    cursor: pointer;
  }
  .tray svg {
    width: 100%;
    border: 2px solid transparent;
    border-radius: 4px;
  }
  .tray button:hover svg {
    border-color: var(--color-base-content);
  }
</style>
