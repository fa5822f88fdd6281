<!--
  A feeding pattern on its court: where each ball bounces and is met, the
  student's way, and while it plays ball and student to scale.
-->
<script lang="ts">
  import type { Court, Pattern, PatternPlan, Point } from '$lib/api/client';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import Handle from '$lib/court/Handle.svelte';
  import { frame, fromView, toView } from '$lib/court/geometry';
  import { sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';

  interface Props {
    court: Court;
    pattern: Pattern;
    plan?: PatternPlan;
    chosen: number;
    /** Seconds into the turn while it plays. */
    at?: number;
    onbounce: (feed: number, to: Point) => void;
    onfrom: (to: Point) => void;
    onstart: (to: Point) => void;
    onchoose: (feed: number) => void;
    onrest: () => void;
  }
  let { court, pattern, plan, chosen, at, onbounce, onfrom, onstart, onchoose, onrest }: Props = $props();

  let width = $state(880);
  const lengthwise = $derived(court.halfLength * 0.43);
  const side = $derived(Math.max(court.halfWidth.doubles * 0.22, court.net.postOutside + court.halfLength * 0.04));
  const box = $derived(frame(court, 'across', lengthwise, 'all', side));
  const u = $derived(box.width / 35);
  const t = $derived(u * Math.max(1, 600 / width));
  const scale = $derived(Math.min(1, court.halfLength / 11.9));
  const v = (p: Point) => toView(p, 'across');
  const from = $derived(pattern.feeds[0]!.from);
  const letters = { easy: 'E', working: 'W', stretch: 'S', unreachable: 'U' } as const;
  const colours = { easy: '#1d5b34', working: '#1f4d47', stretch: '#7a4a00', unreachable: '#8f1d1d' } as const;
  const place = (p: Point) => `${sayLength(Math.abs(p.x), settings.units)} ${p.x < 0 ? 'left' : 'right'} of the middle, ${sayLength(Math.abs(p.y), settings.units)} from the net`;
  /** The student's way: start, and to each ball and back toward recovery. */
  const way = $derived(
    plan ? [pattern.start, ...plan.balls.flatMap((b) => [b.leg.stands, b.at])].map((p) => { const q = v(p); return `${q.x},${q.y}`; }).join(' ') : ''
  );
  const ball = $derived.by(() => {
    if (at === undefined || !plan) return undefined;
    const b = plan.balls.findLast((b) => b.release <= at && at <= b.contact + 0.05);
    const path = b?.path;
    if (!path?.length) return undefined;
    const i = Math.max(1, path.findIndex((p) => p.t >= at));
    const [p, n] = [path[i - 1]!, path[i] ?? path.at(-1)!];
    const k = Math.min(1, Math.max(0, (at - p.t) / Math.max(1e-6, n.t - p.t)));
    return { x: p.x + k * (n.x - p.x), y: p.y + k * (n.y - p.y), z: p.z + k * (n.z - p.z) };
  });
  const student = $derived.by(() => {
    if (!plan || at === undefined) return pattern.start;
    const stops: { t: number; p: Point }[] = [{ t: 0, p: pattern.start }];
    for (const b of plan.balls) stops.push({ t: b.release, p: b.leg.stands }, { t: b.contact, p: b.at });
    const i = stops.findIndex((s) => s.t >= at);
    if (i <= 0) return i === 0 ? stops[0]!.p : stops.at(-1)!.p;
    const [a, b] = [stops[i - 1]!, stops[i]!];
    const k = (at - a.t) / Math.max(1e-6, b.t - a.t);
    return { x: a.p.x + k * (b.p.x - a.p.x), y: a.p.y + k * (b.p.y - a.p.y) };
  });
</script>

<svg bind:clientWidth={width} viewBox="{box.x} {box.y} {box.width} {box.height}" class="mx-auto block max-h-[46vh] w-full sm:min-h-56 select-none" style:--focus-width={0.25 * u} role="group" aria-label="The feeding pattern, seen from above, near end left">
  <CourtFloor {court} margin={lengthwise} {side} />
  <polyline points={way} fill="none" stroke="#10201c" stroke-width={0.1 * u} stroke-dasharray="{0.12 * u} {0.22 * u}" stroke-linejoin="round" />
  {#each plan?.balls ?? [] as b, i (i)}
    {@const f = v(pattern.feeds[i]?.from ?? from)}
    {@const g = v(pattern.feeds[i]?.to ?? from)}
    {@const c = v(b.at)}
    <g opacity={i === chosen || at !== undefined ? 1 : 0.5}>
      <line x1={f.x} y1={f.y} x2={g.x} y2={g.y} stroke="#fdfcf6" stroke-width={0.12 * u} stroke-dasharray="{0.14 * u} {0.3 * u}" stroke-linecap="round" />
      <line x1={g.x} y1={g.y} x2={c.x} y2={c.y} stroke="#fdfcf6" stroke-width={0.12 * u} stroke-dasharray="{0.14 * u} {0.3 * u}" stroke-linecap="round" />
      {#if pattern.feeds[i]?.aim}{@const a = v(pattern.feeds[i]!.aim!)}<line x1={c.x} y1={c.y} x2={a.x} y2={a.y} stroke="#fdfcf6" stroke-width={0.08 * u} />{/if}
    </g>
    <rect x={c.x - 0.5 * t} y={c.y - 0.5 * t} width={t} height={t} rx={0.15 * t} fill={colours[b.leg.effort]} stroke="#f7f4ea" stroke-width={0.08 * t} />
    <text x={c.x} y={c.y + 0.26 * t} text-anchor="middle" font-size={0.75 * t} font-weight="700" fill="#fff">{letters[b.leg.effort]}</text>
  {/each}
  {#each pattern.people as p, i (i)}
    {@const q = v(p.at)}
    {#if p.role !== 'feeder'}<circle cx={q.x} cy={q.y} r={0.5 * t} fill="#f7f4ea" stroke="#10201c" stroke-width={0.1 * t} stroke-dasharray="{0.2 * t} {0.12 * t}" /><text x={q.x} y={q.y + 1.15 * t} text-anchor="middle" class="word" font-size={0.5 * t} stroke-width={0.14 * t}>{p.role}</text>{/if}
  {/each}
  <Handle at={v(from)} label="Feeder" said={place(from)} now={from.y} {scale} onmove={(p) => onfrom(fromView(p, 'across'))} {onrest}>
    {@const q = v(from)}
    <rect class="here" x={q.x - 0.5 * t} y={q.y - 0.5 * t} width={t} height={t} rx={0.15 * t} fill="#f7f4ea" stroke="#10201c" stroke-width={0.12 * t} />
  </Handle>
  <Handle at={v(pattern.start)} label="Student’s start" said={place(pattern.start)} now={pattern.start.y} {scale} onmove={(p) => onstart(fromView(p, 'across'))} {onrest}>
    {@const q = v(pattern.start)}
    <circle class="here" cx={q.x} cy={q.y} r={0.6 * t} fill={at === undefined ? '#10201c' : 'none'} stroke={at === undefined ? '#f7f4ea' : '#10201c'} stroke-width={0.12 * t} />
  </Handle>
  {#each pattern.feeds as f, i (i)}
    {@const q = v(f.to)}
    <Handle at={q} label="Ball {i + 1}" said={place(f.to)} now={f.to.x} {scale} onmove={(p) => { onchoose(i); onbounce(i, fromView(p, 'across')); }} {onrest}>
      <circle class="here" cx={q.x} cy={q.y} r={0.62 * t} fill={i === chosen ? '#d7ee2a' : '#f7f4ea'} stroke="#10201c" stroke-width={0.12 * t} />
      <text x={q.x} y={q.y + 0.28 * t} text-anchor="middle" font-size={0.8 * t} font-weight="700" fill="#10201c" pointer-events="none">{i + 1}</text>
    </Handle>
  {/each}
  {#if at !== undefined}
    {@const s = v(student)}
    <circle cx={s.x} cy={s.y} r={0.62 * t} fill="#10201c" stroke="#f7f4ea" stroke-width={0.12 * t} />
    {#if ball}{@const q = v(ball)}<circle cx={q.x} cy={q.y} r={(0.28 + 0.09 * ball.z) * t} fill="#d7ee2a" stroke="#10201c" stroke-width={0.08 * t} />{/if}
  {/if}
</svg>

<style>
  .word {
    font-weight: 650;
    fill: #10201c;
    paint-order: stroke;
    stroke: rgb(247 244 234 / 0.75);
  }
</style>
