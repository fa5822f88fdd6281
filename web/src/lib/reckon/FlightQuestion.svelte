<!-- Does it clear the net, and where does it land? -->
<script lang="ts">
  import { replaceState } from '$app/navigation';
  import { page } from '$app/state';
  import { api, type Court, type FlightAnswer, type Preset } from '$lib/api/client';
  import { derivations } from '$lib/api/vocabulary';
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
  import { Question } from './state.svelte';
  import { Latest } from '$lib/shell/latest.svelte';

  let { courts, title }: { courts: Court[]; games: Preset[]; title: string } = $props();

  /** Where a shot on that court usually begins and ends. */
  const start = (c: Court) => {
    const { from, to, over, topRpm } = c.play.shot;
    return {
      fx: from[0]!,
      fy: from[1]!,
      fz: from[2]!,
      tx: to[0]!,
      ty: to[1]!,
      by: 'clearance',
      want: over,
      rpm: topRpm,
      hour: 12
    };
  };
  // svelte-ignore state_referenced_locally
  const first = courts[0]!;
  const defaults = { court: first.id, area: 'singles', ...start(first), alt: 0, temp: 20 };
  const q = new Question(defaults, page.url.searchParams, (address) =>
    replaceState(address || location.pathname, {})
  );
  const now = $derived(q.values);
  const court = $derived(courts.find((c) => c.id === now.court) ?? first);

  const answer = new Latest<FlightAnswer>();
  $effect(() => {
    const v = now;
    void answer.ask(() =>
      api.POST('/api/v1/reckon/flight', {
        body: {
          units: settings.units,
          ball: court.ball,
          court: court.id,
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
    { id: 'clearance', name: `over the ${court.words.barrier}` },
    { id: 'speed', name: 'speed' },
    { id: 'time', name: 'time' },
    ...(court.walls ? [] : [{ id: 'apex', name: 'highest point' }])
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
    { name: 'Launch height', said: lengthOf(now.fz) },
    { name: 'Set by', said: `${given.find((g) => g.id === now.by)?.name} ${want(now.want)}` },
    { name: 'Spin', said: `${Math.round(now.rpm)} rpm, ${now.hour} o’clock` },
    { name: 'Air', said: `altitude ${now.alt} m, ${now.temp} °C` }
  ]);
  const deep = $derived(a?.lands?.fromBaseline);
</script>

<Frame {title} question={q} error={answer.error}>
  {#snippet says()}
    {#if a?.bounce && a.lands && deep !== undefined}
      {#if !a.feasible}<strong>{a.reason}</strong>
      {:else}
        {a.inCourt ? 'Yes' : 'Clears the net, but out'}: <strong>{lengthOf(a.clearance ?? 0)}</strong> over
        the {court.words.barrier}{court.walls ? ' at the front wall' : ''}. The {court.words.ball} lands after
        <strong>{a.bounce.time.toFixed(2)} s</strong>,
        {deep < 0
          ? `${lengthOf(-deep)} past the ${court.words.end}`
          : `${lengthOf(deep)} ${court.walls ? 'from' : 'inside'} the ${court.words.end}`} and
        {a.lands.fromSideline < 0
          ? `${lengthOf(-a.lands.fromSideline)} wide`
          : `${lengthOf(a.lands.fromSideline)} from the ${court.words.side}`}.
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
      □ launch, ○ landing, a dot every tenth of a second. Drag them, or the ball over the {court.words
        .barrier}; or use the arrow keys.
    </p>
  {/snippet}
  {#snippet asks()}
    <CourtPick
      {courts}
      value={now.court}
      area={now.area}
      onset={(id) => q.set({ court: id, ...start(courts.find((c) => c.id === id) ?? first) })}
      onarea={(area) => q.set({ area })}
    />
    <Choice label="Set by" value={now.by} options={given} onset={say} />
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
          label={now.by === 'apex' ? 'Highest point' : `Height over the ${court.words.barrier}`}
          length
          value={now.want}
          min={now.by === 'apex' ? 0 : -0.5}
          max={14}
          step={0.05}
          onset={(want) => q.set({ want })}
        />{/if}
      <Num
        label="Launch height"
        length
        value={now.fz}
        min={0.01}
        max={4}
        step={0.05}
        onset={(fz) => q.set({ fz })}
      />
    </div>
    {#if court.words.ball === 'ball'}
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
        >The air: {now.alt ? `altitude ${now.alt} m, ` : 'sea level, '}{now.temp} °C</summary
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
        label="Launch speed"
        shown={leaves[0]!}
        unit={leaves[1]}
        said={leaves.join(' ')}
        derivation={derivations.flight}
        {inputs}
      />
      <Reading
        label="Launch angle"
        shown={a.launch.elevationDeg.toFixed(1).replace('-', '−')}
        unit="°"
        said="{a.launch.elevationDeg.toFixed(1)}°"
        derivation={derivations.flight}
        {inputs}
      />
      <Reading
        label="Flight time"
        shown={a.bounce.time.toFixed(2)}
        unit="s"
        said="{a.bounce.time.toFixed(2)} s"
        derivation={derivations.flight}
        {inputs}
      />
      <Reading
        label="Lands at"
        shown={lands[0]!}
        unit={lands[1]}
        said={lands.join(' ')}
        derivation={derivations.flight}
        {inputs}
      />
      {#if a.apex !== undefined}<Reading
          label="Highest point"
          shown={lengthOf(a.apex)}
          said={lengthOf(a.apex)}
          derivation={derivations.flight}
          {inputs}
          small
        />{/if}
    {/if}
  {/snippet}
</Frame>
