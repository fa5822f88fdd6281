<!-- Does it clear the net, and where does it land? -->
<script lang="ts">
  import { replaceState } from '$app/navigation';
  import { page } from '$app/state';
  import { api, type Basis, type Court, type FlightAnswer, type Preset } from '$lib/api/client';
  import Num from '$lib/shell/Num.svelte';
  import Reading from '$lib/wheel/Reading.svelte';
  import { sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';
  import { saySpeed, speedStep } from '$lib/units/speed';
  import Choice from '$lib/shell/Choice.svelte';
  import ClockFace from './ClockFace.svelte';
  import CourtPick from './CourtPick.svelte';
  import FlightPicture from './FlightPicture.svelte';
  import Frame from './Frame.svelte';
  import { ballOf, ballWord, barrier, endLine, sideLine } from './questions';
  import { Answer, Question } from './state.svelte';

  let {
    courts,
    bases,
    title
  }: { courts: Court[]; bases: Record<string, Basis>; games: Preset[]; title: string } = $props();

  const places: Record<
    string,
    { from: [number, number, number]; to: [number, number]; over: number; rpm: number }
  > = {
    tennis: { from: [0.5, -11.5, 1], to: [-2.6, 9.4], over: 0.9, rpm: 1200 },
    tennisOrange: { from: [0.4, -9, 0.9], to: [-2, 7], over: 0.8, rpm: 600 },
    tennisRed: { from: [0.3, -5.5, 0.8], to: [-1.4, 4], over: 0.6, rpm: 300 },
    tableTennis: { from: [-0.3, -1.6, 0.25], to: [0.4, 1.1], over: 0.1, rpm: 3000 },
    badminton: { from: [1, -5, 2.2], to: [-1.5, 5.8], over: 3, rpm: 0 },
    squash: { from: [1.2, -6.5, 0.6], to: [2.6, -8.3], over: 1.2, rpm: 0 },
    pickleball: { from: [0.5, -6.4, 0.8], to: [-1.6, 5.2], over: 0.6, rpm: 300 }
  };
  const start = (id: string) => {
    const p = places[id] ?? places.tennis!;
    return {
      fx: p.from[0],
      fy: p.from[1],
      fz: p.from[2],
      tx: p.to[0],
      ty: p.to[1],
      by: 'clearance',
      want: p.over,
      rpm: p.rpm,
      hour: 12
    };
  };
  const defaults = { court: 'tennis', area: 'singles', ...start('tennis'), alt: 0, temp: 20 };
  const q = new Question(defaults, page.url.searchParams, (address) =>
    replaceState(address || location.pathname, {})
  );
  const now = $derived(q.values);
  const court = $derived(courts.find((c) => c.id === now.court) ?? courts[0]!);

  const answer = new Answer<FlightAnswer>();
  $effect(() => {
    const v = now;
    void answer.ask(() =>
      api.POST('/api/v1/reckon/flight', {
        body: {
          ball: (ballOf[court.id] ?? 'tennis') as 'tennis',
          court: court.id as 'tennis',
          area: v.area as 'singles',
          from: { x: v.fx, y: v.fy, z: v.fz },
          to: { x: v.tx, y: v.ty },
          spin: {
            topRpm: Math.round(v.rpm * Math.cos((v.hour * Math.PI) / 6)),
            sideRpm: Math.round(v.rpm * Math.sin((v.hour * Math.PI) / 6))
          },
          ...({ [v.by]: v.want } as { speed?: number }),
          altitude: v.alt,
          temperature: v.temp,
          path: true
        }
      })
    );
  });
  const a = $derived(answer.value);
  const given = $derived([
    { id: 'clearance', name: `over ${barrier(court)}` },
    { id: 'speed', name: 'speed' },
    { id: 'time', name: 'time' },
    ...(court.walls ? [] : [{ id: 'apex', name: 'highest' }])
  ]);
  /** The same flight, said by another of its figures. */
  function say(by: string) {
    const had: Record<string, number | undefined> = {
      clearance: a?.clearance,
      speed: a?.launch?.speed,
      time: a?.bounce?.time,
      apex: a?.apex
    };
    const usual: Record<string, number> = { clearance: 1, speed: 25, time: 1, apex: 3 };
    q.set({ by, want: Math.round((had[by] ?? usual[by]!) * 1000) / 1000 });
  }
  const onGround = (p: { x: number; y: number }) => {
    const wide = court.halfWidth.doubles * 1.15;
    const long = court.halfLength * 1.25;
    return {
      x: Math.max(-wide, Math.min(wide, p.x)),
      y: Math.max(court.walls ? -court.halfLength : -long, Math.min(court.walls ? -0.1 : long, p.y))
    };
  };
  function moveFrom(p: { x?: number; y?: number; z?: number }) {
    const g = onGround({ x: p.x ?? now.fx, y: p.y ?? now.fy });
    q.move({
      fx: g.x,
      fy: Math.min(-0.1, g.y),
      ...(p.z === undefined ? {} : { fz: Math.max(0.05, Math.min(4, p.z)) })
    });
  }
  function moveTo(p: { x: number; y: number }) {
    const g = onGround(p);
    q.move({ tx: g.x, ty: court.walls ? g.y : Math.max(0.1, g.y) });
  }
  const lengthOf = (m: number) => sayLength(m, settings.units);
  const want = (value: number) =>
    now.by === 'speed'
      ? saySpeed(value, settings.units)
      : now.by === 'time'
        ? `${value.toFixed(2)} s`
        : lengthOf(value);
  const inputs = $derived([
    { name: 'Leaves at height', said: lengthOf(now.fz) },
    { name: 'Fixed', said: `${given.find((g) => g.id === now.by)?.name} ${want(now.want)}` },
    { name: 'Spin', said: `${Math.round(now.rpm)} rpm, ${now.hour} o’clock` },
    { name: 'Air', said: `${now.alt} m up, ${now.temp} °C` }
  ]);
  const deep = $derived(a?.lands?.fromBaseline);
</script>

<Frame {title} question={q} error={answer.error}>
  {#snippet says()}
    {#if a?.bounce && a.lands && deep !== undefined}
      {#if !a.feasible}<strong>{a.reason}</strong>
      {:else}
        {a.inCourt ? 'Yes' : 'Over, but out'}: <strong>{lengthOf(a.clearance ?? 0)}</strong> over {barrier(
          court
        )}{court.walls ? ' at the front wall' : ''}. The {ballWord(court)} comes down after
        <strong>{a.bounce.time.toFixed(2)} s</strong>,
        {deep < 0
          ? `${lengthOf(-deep)} past the ${endLine(court)}`
          : `${lengthOf(deep)} ${court.walls ? 'from' : 'inside'} the ${endLine(court)}`} and
        {a.lands.fromSideline < 0
          ? `${lengthOf(-a.lands.fromSideline)} wide`
          : `${lengthOf(a.lands.fromSideline)} $from the ${sideLine(court)}`}.
      {/if}
      {#if !a.feasible && a.nearest !== undefined}
        <button
          type="button"
          class="btn ml-2 btn-primary btn-sm"
          onclick={() => q.set({ want: Math.ceil(a.nearest! * 1000) / 1000 })}
          >Make it {want(a.nearest)}</button
        >
      {/if}
    {:else if a}
      <strong>{a.reason}</strong>
      {#if a.nearest !== undefined}<button
          type="button"
          class="btn ml-2 btn-primary btn-sm"
          onclick={() => q.set({ want: Math.ceil(a.nearest! * 1000) / 1000 })}
          >Make it {want(a.nearest)}</button
        >{/if}
    {/if}
  {/snippet}
  {#snippet picture()}
    <FlightPicture
      {court}
      answer={a}
      from={{ x: now.fx, y: now.fy, z: now.fz }}
      to={{ x: now.tx, y: now.ty }}
      onfrom={moveFrom}
      onto={moveTo}
      onclearance={(m) => q.move({ by: 'clearance', want: Math.max(-0.5, Math.min(14, m)) })}
      onrest={q.rest}
    />
    <p class="mt-1 text-xs">
      □ where it leaves, ○ where it should land, a dot every tenth of a second. Drag them, or the ball over {barrier(
        court
      )}; or move them with the arrow keys.
    </p>
  {/snippet}
  {#snippet asks()}
    <CourtPick
      {courts}
      value={now.court}
      area={now.area}
      onset={(id) => q.set({ court: id, ...start(id) })}
      onarea={(area) => q.set({ area })}
    />
    <Choice label="Given is" value={now.by} options={given} onset={say} />
    <div class="flex flex-wrap gap-x-4 gap-y-2">
      {#if now.by === 'speed'}<Num
          label="Speed off the racket"
          speed
          value={now.want}
          min={0.5}
          max={90}
          step={speedStep(settings.units)}
          onset={(want) => q.set({ want })}
        />
      {:else if now.by === 'time'}<Num
          label="Time to the bounce"
          unit="s"
          value={now.want}
          min={0.05}
          max={8}
          step={0.05}
          onset={(want) => q.set({ want })}
        />
      {:else}<Num
          label={now.by === 'apex' ? 'Highest point' : `Over ${barrier(court)}`}
          length
          value={now.want}
          min={now.by === 'apex' ? 0 : -0.5}
          max={14}
          step={0.05}
          onset={(want) => q.set({ want })}
        />{/if}
      <Num
        label="Leaves at height"
        length
        value={now.fz}
        min={0.01}
        max={4}
        step={0.05}
        onset={(fz) => q.set({ fz })}
      />
    </div>
    {#if court.id !== 'badminton'}
      <div>
        <ClockFace hour={now.hour} onset={(hour) => q.move({ hour })} onrest={q.rest} />
        <div class="mt-1">
          <Num
            label="Spin"
            unit="rpm"
            whole
            value={now.rpm}
            min={0}
            max={9000}
            step={100}
            beside
            onset={(rpm) => q.set({ rpm })}
          />
        </div>
      </div>
    {/if}
    <details class="text-sm">
      <summary class="cursor-pointer"
        >The air: {now.alt ? `${now.alt} m up, ` : 'sea level, '}{now.temp} °C</summary
      >
      <div class="mt-2 flex gap-4">
        <Num
          label="Altitude"
          unit="m"
          whole
          value={now.alt}
          min={-400}
          max={5000}
          step={100}
          onset={(alt) => q.set({ alt })}
        />
        <Num
          label="Temperature"
          unit="°C"
          whole
          value={now.temp}
          min={-20}
          max={50}
          onset={(temp) => q.set({ temp })}
        />
      </div>
    </details>
  {/snippet}
  {#snippet readings()}
    {#if a?.launch && a.bounce}
      {@const leaves = saySpeed(a.launch.speed, settings.units).split(' ')}
      {@const lands = saySpeed(a.bounce.speed, settings.units).split(' ')}
      <Reading
        label="Leaves at"
        shown={leaves[0]!}
        unit={leaves[1]}
        said={leaves.join(' ')}
        basis={bases.flight}
        {inputs}
      />
      <Reading
        label="Upward"
        shown={a.launch.elevationDeg.toFixed(1).replace('-', '−')}
        unit="°"
        said="{a.launch.elevationDeg.toFixed(1)}°"
        basis={bases.flight}
        {inputs}
      />
      <Reading
        label="In the air"
        shown={a.bounce.time.toFixed(2)}
        unit="s"
        said="{a.bounce.time.toFixed(2)} s"
        basis={bases.flight}
        {inputs}
      />
      <Reading
        label="Lands at"
        shown={lands[0]!}
        unit={lands[1]}
        said={lands.join(' ')}
        basis={bases.flight}
        {inputs}
      />
      {#if a.apex !== undefined}<Reading
          label="Highest"
          shown={lengthOf(a.apex)}
          said={lengthOf(a.apex)}
          basis={bases.flight}
          {inputs}
          small
        />{/if}
    {/if}
  {/snippet}
</Frame>
