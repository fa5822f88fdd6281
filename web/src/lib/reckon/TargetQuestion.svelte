<!-- How likely is that target? -->
<script lang="ts">
  import { replaceState } from '$app/navigation';
  import { page } from '$app/state';
  import { api, explain, type Court, type Lesson, type Preset, type TargetAnswer } from '$lib/api/client';
  import { targetEnd } from '$lib/court/geometry';
  import { derivations } from '$lib/api/vocabulary';
  import Num from '$lib/shell/Num.svelte';
  import Reading from '$lib/wheel/Reading.svelte';
  import { sayLength } from '$lib/units/length';
  import { sayChance } from '$lib/units/say';
  import { settings } from '$lib/units/settings.svelte';
  import Choice from '$lib/shell/Choice.svelte';
  import CourtPick from './CourtPick.svelte';
  import Frame from './Frame.svelte';
  import { Question } from './state.svelte';
  import { Latest } from '$lib/shell/latest.svelte';
  import TargetPicture from './TargetPicture.svelte';
  import { inFirstDrill } from '$lib/lesson/create';
  import UseIn from '$lib/lesson/UseIn.svelte';

  let { courts, title }: { courts: Court[]; games: Preset[]; title: string } = $props();

  // Inside the corner by the rule of thumb, and a club student's spread, to the court's size.
  const start = (c: Court) => {
    const k = c.halfLength / 11.8872;
    const end = targetEnd(c);
    return {
      cx: c.halfWidth.singles - 1.37 * k,
      cy: end * (c.halfLength - 1.98 * k),
      dx: 0,
      dy: 0,
      r: Math.round(137 * k) / 100,
      sx: Math.round(90 * k) / 100,
      sy: Math.round(150 * k) / 100,
      spot: '',
      line: end * (c.halfLength - 1.37 * k),
      gate: c.halfWidth.singles - 1.5 * k
    };
  };
  // svelte-ignore state_referenced_locally
  const first = courts[0]!;
  const defaults = {
    court: first.id,
    area: 'singles',
    ...start(first),
    shape: 'circle',
    net: 0,
    cost: 0.5,
    hits: 13,
    balls: 20,
    level: 'club'
  };
  const q = new Question(defaults, page.url.searchParams, (address) =>
    replaceState(address || location.pathname, {})
  );
  const now = $derived(q.values);
  const court = $derived(courts.find((c) => c.id === now.court) ?? first);
  const area = $derived(now.area as 'singles' | 'doubles');
  const from = $derived(
    court.spots.find((s) => s.id === now.spot)?.at ??
      (now.shape === 'gate' ? { x: 0, y: -court.halfLength } : undefined)
  );
  const end = $derived(targetEnd(court));
  const line = $derived(now.shape === 'gate' ? now.gate : now.line);
  const w = $derived(court.halfWidth[area]);

  const answer = new Latest<TargetAnswer>();
  $effect(() => {
    const v = now;
    const shape =
      v.shape === 'beyond'
        ? {
            kind: 'rectangle' as const,
            min: { x: -w, y: Math.min(v.line, end * court.halfLength) },
            max: { x: w, y: Math.max(v.line, end * court.halfLength) }
          }
        : v.shape === 'gate'
          ? {
              kind: 'gate' as const,
              y: v.cy - end * 0.01,
              left: v.gate < 0 ? -w : v.gate,
              right: v.gate < 0 ? v.gate : w
            }
          : { kind: 'circle' as const, centre: { x: v.cx, y: v.cy } };
    void answer.ask(() =>
      api.POST('/api/v1/reckon/target', {
        body: {
          court: court.id,
          area,
          aim: { x: v.cx + v.dx, y: v.cy + v.dy },
          radius: v.r,
          spread: { across: v.sx, along: v.sy },
          ...(from ? { from } : {}),
          shape,
          netShare: v.net / 100,
          penalty: v.cost,
          band: [0.6, 0.8],
          cloud: 100
        }
      })
    );
  });
  const a = $derived(answer.value);
  const lengthOf = (m: number) => sayLength(m, settings.units);
  const of100 = (p: number) => Math.round(p * 100);
  let wrong = $state('');
  /** The spread that so many hits of so many balls speak of. */
  async function count() {
    wrong = '';
    const { data, error } = await api.POST('/api/v1/reckon/sigma', {
      body: { logs: [{ radius: now.r, balls: now.balls, hits: now.hits }], level: now.level }
    });
    if (!data) wrong = explain(error);
    else q.set({ sx: Math.round(data.sigma * 100) / 100, sy: Math.round(data.sigma * 100) / 100 });
  }
  const shapes = [
    { id: 'circle', name: 'circle' },
    { id: 'beyond', name: 'past a line' },
    { id: 'gate', name: 'window to the sideline' }
  ];
  const costs = [
    { id: '0', name: 'nothing' },
    { id: '0.5', name: 'half a hit' },
    { id: '1', name: 'a hit' }
  ];
  const asked = $derived([
    { name: 'Spread across, along', said: `${lengthOf(now.sx)}, ${lengthOf(now.sy)}` },
    { name: 'Radius', said: lengthOf(now.r) },
    { name: 'In the net', said: `${now.net}%` }
  ]);
  const nets = $derived(court.words.barrier);
  /** The first drill's circle becomes this one; where it has none yet, it gets it for all its goals. */
  const put = (lesson: Lesson) =>
    inFirstDrill(lesson, (drill) => {
      if (drill.pattern.court !== court.id)
        throw new Error(
          `That drill is on a different court from this target (${court.name}). Nothing was changed.`
        );
      const i = drill.targets.findIndex((t) => t.kind === 'circle');
      const was = drill.targets[i];
      const both = was?.both ?? false;
      const at = { x: both ? Math.abs(now.cx) : now.cx, y: now.cy };
      const circle = {
        name: '',
        worth: 1,
        width: 0,
        depth: 0,
        kind: 'circle' as const,
        ...was,
        both,
        at,
        radius: now.r
      };
      if (was) return { ...drill, targets: drill.targets.with(i, circle) };
      const stages = drill.targets.length ? drill.stages : drill.stages.map((s) => ({ ...s, target: 0 }));
      return { ...drill, targets: [...drill.targets, circle], stages };
    });
</script>

<Frame {title} question={q} error={answer.error}>
  {#snippet says()}
    {#if a}
      Of a hundred balls <strong>{of100(a.hit)} hit</strong>{a.hit < a.in
        ? `, ${Math.max(0, of100(a.in) - of100(a.hit))} more are in`
        : ''}, {of100(a.wide)} go wide{court.walls ? ' onto the side wall first' : ''}, {of100(a.long)}
      {court.walls ? 'reach the back wall first' : 'long'}{now.net
        ? ` and ${now.net} end in the ${nets}`
        : ''}.
      {#if a.bestAim && a.bestAim.hit - now.cost * (1 - a.bestAim.in) > a.hit - now.cost * (1 - a.in) + 0.01}
        Aimed at the dashed ring, {of100(a.bestAim.hit)} hit and {of100(a.bestAim.in)} are in.
        <button
          type="button"
          class="btn ml-1 btn-primary btn-xs"
          onclick={() => q.set({ dx: a.bestAim!.x - now.cx, dy: a.bestAim!.y - now.cy })}>Aim there</button
        >
      {:else if now.dx || now.dy}
        The aim is not at the centre of the target. <button
          type="button"
          class="btn ml-1 btn-xs"
          onclick={() => q.set({ dx: 0, dy: 0 })}>Aim at the centre</button
        >
      {/if}
    {/if}
  {/snippet}
  {#snippet picture()}
    <TargetPicture
      {court}
      {area}
      answer={a}
      centre={{ x: now.cx, y: now.cy }}
      aim={{ x: now.cx + now.dx, y: now.cy + now.dy }}
      radius={now.r}
      spread={{ across: now.sx, along: now.sy }}
      {from}
      shape={now.shape}
      {line}
      oncentre={(p) => q.move({ cx: p.x, cy: p.y, dx: 0, dy: 0 })}
      onaim={(p) => q.move({ dx: p.x - now.cx, dy: p.y - now.cy })}
      onradius={(r) => q.move({ r: Math.round(Math.min(6, r) * 100) / 100 })}
      onspread={(s) =>
        q.move({
          ...(s.across ? { sx: Math.round(s.across * 100) / 100 } : {}),
          ...(s.along ? { sy: Math.round(s.along * 100) / 100 } : {})
        })}
      online={(at) => q.move(now.shape === 'gate' ? { gate: at } : { line: at })}
      onrest={q.rest}
    />
    <p class="mt-1 flex flex-wrap gap-x-4 text-xs">
      <span>● hits</span><span>○ in</span><span>✕ out</span><span
        >dotted line: 2 in 3 balls land inside; drag its handles</span
      ><span>+ and − widen the circle</span>
    </p>
  {/snippet}
  {#snippet asks()}
    <CourtPick
      {courts}
      value={now.court}
      area={now.area}
      onset={(id) => q.set({ court: id, ...start(courts.find((c) => c.id === id)!) })}
      onarea={(area) => q.set({ area })}
    />
    <Choice label="Target" value={now.shape} options={shapes} onset={(shape) => q.set({ shape })} />
    <div class="flex flex-wrap gap-x-4 gap-y-2">
      {#if now.shape === 'circle'}<Num
          label="Radius"
          length
          value={now.r}
          min={0.02}
          max={6}
          step={0.05}
          onset={(r) => q.set({ r })}
        />{/if}
      <div class="flex flex-col gap-0.5">
        <label for="spot" class="text-[0.8rem] leading-tight">Hit from</label>
        <select
          id="spot"
          class="select w-40 border-base-content/60 select-sm"
          value={court.spots.some((s) => s.id === now.spot) ? now.spot : ''}
          onchange={(e) => q.set({ spot: e.currentTarget.value })}
        >
          <option value="">straight on</option>
          {#each court.spots as s (s.id)}<option value={s.id}>{s.name}</option>{/each}
        </select>
      </div>
    </div>
    <div class="flex flex-wrap gap-x-4 gap-y-2">
      <Num
        label="Spread across"
        length
        value={now.sx}
        min={0.02}
        max={6}
        step={0.05}
        onset={(sx) => q.set({ sx })}
      />
      <Num
        label="Spread along"
        length
        value={now.sy}
        min={0.02}
        max={8}
        step={0.05}
        onset={(sy) => q.set({ sy })}
      />
      <Num
        label="In the {nets}"
        unit="%"
        whole
        value={now.net}
        min={0}
        max={90}
        onset={(net) => q.set({ net })}
      />
    </div>
    <Choice
      label="A ball out costs"
      value={String(now.cost)}
      options={costs}
      onset={(cost) => q.set({ cost: Number(cost) })}
    />
    <details class="text-sm">
      <summary class="cursor-pointer">Spread from counted balls</summary>
      <div class="mt-2 flex flex-wrap items-end gap-x-3 gap-y-2">
        <Num label="Hits" whole value={now.hits} min={0} max={5000} onset={(hits) => q.set({ hits })} />
        <Num
          label="of balls"
          whole
          value={now.balls}
          min={1}
          max={5000}
          onset={(balls) => q.set({ balls })}
        />
        <div class="flex flex-col gap-0.5">
          <label for="level" class="text-[0.8rem] leading-tight">Level</label>
          <select
            id="level"
            class="select w-32 border-base-content/60 select-sm"
            value={now.level}
            onchange={(e) => q.set({ level: e.currentTarget.value })}
          >
            {#each ['beginner', 'club', 'performance'] as l (l)}<option>{l}</option>{/each}
          </select>
        </div>
        <button type="button" class="btn btn-sm" onclick={count}>Use this spread</button>
      </div>
      <p class="mt-1 text-xs">
        Within {lengthOf(now.r)} of the aim. With few balls, the usual value for the level counts too.
      </p>
      {#if wrong}<p class="text-xs font-semibold text-error" role="alert">{wrong}</p>{/if}
    </details>
  {/snippet}
  {#snippet readings()}
    {#if a}
      <Reading
        label="Hits"
        shown={sayChance(a.hit).replace('%', '')}
        unit="%"
        said={sayChance(a.hit)}
        derivation={derivations.target}
        inputs={asked}
      />
      <Reading
        label="In"
        shown={sayChance(a.in).replace('%', '')}
        unit="%"
        said={sayChance(a.in)}
        derivation={derivations.target}
        inputs={asked}
      />
      {#if now.shape === 'circle' && !now.dx && !now.dy && a.radii?.length === 2}
        <Reading
          label="Radius for 60%"
          shown={lengthOf(a.radii[0]!)}
          said={lengthOf(a.radii[0]!)}
          derivation={derivations.target}
          inputs={asked}
          small
        />
        <Reading
          label="Radius for 80%"
          shown={lengthOf(a.radii[1]!)}
          said={lengthOf(a.radii[1]!)}
          derivation={derivations.target}
          inputs={asked}
          small
        />
      {/if}
    {/if}
    {#if now.shape === 'circle'}<p class="w-full"><UseIn label="Use in a drill" {put} /></p>{/if}
  {/snippet}
</Frame>
