<!-- What is selected on the bench, and what can be said about it. -->
<script lang="ts">
  import type { Court, Drill, PatternTurn, Point } from '$lib/api/client';
  import { label, vocabulary } from '$lib/api/vocabulary';
  import Choice from '$lib/shell/Choice.svelte';
  import Num from '$lib/shell/Num.svelte';
  import { sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';
  import { saySpeed, speedStep } from '$lib/units/speed';
  import {
    bringerOf,
    bringers,
    broughtBy,
    change,
    flown,
    nameOf,
    placeOf,
    round,
    sayBalls,
    sayToSpare,
    type Bringer,
    type Feed,
    type Selection,
    type Sources,
    type Target
  } from './parts';
  import Where from './Where.svelte';

  interface Props {
    drill: Drill;
    court: Court;
    turn?: PatternTurn;
    selected: Selection;
    /** Who brings each ball. */
    sources: Sources;
    /** What the last step did beside what was asked for. */
    told?: string;
    /** Somebody is to be removed whose balls another has to bring. */
    leaving?: Bringer;
    onset: (drill: Drill) => void;
    ongive: (balls: number[], to: Bringer) => void;
    onhandover: (to: Bringer) => void;
    onstay: () => void;
    onselect: (thing: Selection) => void;
    onduplicate: () => void;
    onremove: () => void;
  }
  let {
    drill,
    court,
    turn,
    selected,
    sources,
    told: step,
    leaving,
    onset,
    ongive,
    onhandover,
    onstay,
    onselect,
    onduplicate,
    onremove
  }: Props = $props();

  const p = $derived(drill.pattern);
  const at = $derived(placeOf(drill, selected));
  const feed = $derived(
    selected.part === 'ball' || selected.part === 'aim' || selected.part === 'go'
      ? p.feeds[selected.i]
      : undefined
  );
  const ball = $derived('i' in selected && feed ? turn?.balls[selected.i] : undefined);
  const target = $derived(selected.part === 'target' ? drill.targets[selected.i] : undefined);
  const who = $derived(selected.part === 'person' ? p.people[selected.i] : undefined);
  const able = $derived(bringers(drill));
  const key = (b: Bringer) => `${b.part} ${b.i}`;
  const bringer = $derived(selected.part === 'ball' ? bringerOf(sources[selected.i]) : undefined);
  const theirs = $derived(broughtBy(sources, selected));
  const brings = $derived(able.find((b) => b.part === selected.part && b.i === (selected as Bringer).i));
  const hit = $derived((drill.roles ?? []).filter((r) => r.is === 'hitter' || r.is === 'partner'));
  const removable = $derived(
    selected.part !== 'student' &&
      selected.part !== 'base' &&
      !(selected.part === 'ball' && p.feeds.length < 2)
  );
  function feeds(next: Partial<Feed>) {
    const i = (selected as { i: number }).i;
    onset({ ...drill, pattern: { ...p, feeds: p.feeds.map((f, j) => (j === i ? { ...f, ...next } : f)) } });
  }
  function setHow(how: Feed['how']) {
    const f = feed!;
    if (how === 'self' || how === 'shadow')
      feeds({
        how,
        by: 'time',
        want: flown(f) ? 1.8 : f.want,
        meet: 'inAir',
        from: { ...f.to, z: f.height }
      });
    else if (flown(f)) feeds({ how });
    else {
      const feeder =
        p.people.find((q) => q.role === 'feeder' || q.role === 'partner')?.at ??
        (court.walls ? { x: 0, y: -court.halfLength / 2 } : { x: 0, y: court.halfLength * 0.55 });
      feeds({
        how,
        by: 'clearance',
        want: court.walls ? 2.6 : 1,
        meet: 'falling',
        from: { ...feeder, z: 1 }
      });
    }
  }
  function setBy(by: Feed['by']) {
    const now = {
      speed: ball?.pace ?? 15,
      clearance: ball?.over ?? 1,
      time: ball && ball.bounce > 0 ? ball.bounce - ball.release : 1,
      apex: Math.max(...(ball?.path?.map((s) => s.z) ?? [2]))
    }[by];
    feeds({ by, want: round(Math.max(by === 'clearance' ? 0.05 : 0.1, now)) });
  }
  function targets(next: Partial<Target>) {
    const i = (selected as { i: number }).i;
    onset({ ...drill, targets: drill.targets.map((t, j) => (j === i ? { ...t, ...next } : t)) });
  }
  function order(by: number) {
    const i = (selected as { i: number }).i;
    const to = i + by;
    if (to < 0 || to >= p.feeds.length) return;
    const list = [...p.feeds];
    const [f] = list.splice(i, 1);
    list.splice(to, 0, f!);
    onset({ ...drill, pattern: { ...p, feeds: list } });
    onselect({ part: 'ball', i: to });
  }
  /** A place given to the ball selected: where it is played, or where the student goes on to. */
  function give(part: 'aim' | 'go') {
    const i = (selected as { i: number }).i;
    const far: Point = court.walls
      ? { x: round(court.halfWidth.singles! * 0.8), y: round(-court.halfLength * 0.87) }
      : { x: 0, y: round(court.halfLength * 0.8) };
    feeds(part === 'aim' ? { aim: far } : { go: p.feeds[i + 1]?.to ?? p.feeds[i]!.to });
    onselect({ part, i });
  }
  /** The ball in words, as the tape shows it. */
  const told = $derived.by(() => {
    if (!ball || !feed) return '';
    const since = (t: number) => `${(t - ball.release).toFixed(2)} s`;
    const out: string[] = [];
    if (flown(feed)) {
      out.push(`launched at ${saySpeed(ball.pace, settings.units)}`);
      if (ball.net > 0) out.push(`${court.walls ? 'front wall' : 'net'} ${since(ball.net)}`);
      if (ball.bounce > 0) out.push(`bounce ${since(ball.bounce)}`);
      out.push(`contact ${since(ball.contact)} at ${saySpeed(ball.arrives, settings.units)}`);
    }
    out.push(
      `${sayLength(ball.leg.distance, settings.units)} away`,
      `needs ${ball.leg.needed.toFixed(2)} s`,
      sayToSpare(ball.leg.slack)
    );
    return out.join(', ');
  });
  const bys = [
    { id: 'clearance', name: 'height over net' },
    { id: 'speed', name: 'speed' },
    { id: 'time', name: 'time' },
    { id: 'apex', name: 'highest point' }
  ] as const;
</script>

<div class="flex items-center gap-2">
  <h2 class="text-base">{nameOf(drill, selected)}</h2>
  <span class="ml-auto flex gap-1">
    {#if selected.part === 'ball'}
      <button
        type="button"
        class="btn btn-xs"
        aria-label="Move earlier in the turn"
        disabled={selected.i === 0}
        onclick={() => order(-1)}>↑</button
      >
      <button
        type="button"
        class="btn btn-xs"
        aria-label="Move later in the turn"
        disabled={selected.i === p.feeds.length - 1}
        onclick={() => order(1)}>↓</button
      >
    {/if}
    {#if selected.part === 'ball' || selected.part === 'person' || selected.part === 'thing' || selected.part === 'target'}<button
        type="button"
        class="btn btn-xs"
        onclick={onduplicate}>Duplicate</button
      >{/if}
    {#if removable}<button type="button" class="btn btn-xs" onclick={onremove}>Remove</button>{/if}
  </span>
</div>
<div class="mt-2 space-y-2.5">
  <p class="text-sm font-semibold empty:hidden" role="status">{step ?? ''}</p>
  {#if leaving}
    <div
      class="rounded border border-base-content p-2 text-sm"
      role="group"
      aria-label="Who brings the balls now"
    >
      <p class="font-semibold">
        {nameOf(drill, leaving)} brings {sayBalls(theirs)}. Who brings {theirs.length > 1 ? 'them' : 'it'} now?
      </p>
      <div class="mt-2 flex flex-wrap gap-1">
        {#each able.filter((b) => key(b) !== key(leaving)) as b (key(b))}<button
            type="button"
            class="btn btn-primary btn-xs"
            onclick={() => onhandover(b)}>{nameOf(drill, b)}</button
          >{/each}
        <button type="button" class="btn btn-xs" onclick={onstay}>Keep {nameOf(drill, leaving)}</button>
      </div>
    </div>
  {/if}
  {#if brings}
    <div role="group" aria-label="Balls brought">
      <p class="text-[0.8rem]">
        {theirs.length ? 'Brings these balls. Pick others to take them:' : 'Brings no ball yet. Pick some:'}
      </p>
      <div class="mt-1 flex flex-wrap gap-1">
        {#each p.feeds as f, i (i)}{#if flown(f)}<button
              type="button"
              class="figures btn btn-xs"
              class:btn-primary={theirs.includes(i)}
              aria-label="Ball {i + 1}"
              aria-pressed={theirs.includes(i)}
              onclick={() => {
                if (!theirs.includes(i)) ongive([i], brings);
              }}>{i + 1}</button
            >{/if}{/each}
      </div>
    </div>
  {/if}
  {#if at}<Where
      {at}
      {court}
      area={p.area}
      onset={(to) => onset(change(drill, selected, to, court, sources))}
    />{/if}
  {#if selected.part === 'ball' && feed}
    <div class="flex flex-wrap gap-x-3 gap-y-2">
      <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
        >Fed
        <select
          class="select w-36 border-base-content/60 select-sm"
          value={feed.how}
          onchange={(e) => setHow(e.currentTarget.value as Feed['how'])}
          >{#each vocabulary.hows as h (h.id)}<option value={h.id}>{h.label}</option>{/each}</select
        ></label
      >
      <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
        >Stroke
        <select
          class="select w-32 border-base-content/60 select-sm"
          value={feed.stroke}
          onchange={(e) => feeds({ stroke: e.currentTarget.value as Feed['stroke'] })}
          >{#each vocabulary.strokes as s (s.id)}<option value={s.id}>{s.label}</option>{/each}</select
        ></label
      >
    </div>
    <div class="flex flex-wrap gap-x-3 gap-y-2">
      {#if flown(feed)}<label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
          >Brought by
          <select
            class="select w-36 border-base-content/60 select-sm"
            class:select-error={!bringer}
            value={bringer ? key(bringer) : ''}
            onchange={(e) => {
              const to = able.find((b) => key(b) === e.currentTarget.value);
              if (to && selected.part === 'ball') ongive([selected.i], to);
            }}
            >{#if !bringer}<option value="">nobody</option>{/if}{#each able as b (key(b))}<option
                value={key(b)}>{nameOf(drill, b)}</option
              >{/each}</select
          ></label
        >{/if}
      {#if hit.length > 1}<label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
          >Hit by
          <select
            class="select w-32 border-base-content/60 select-sm"
            value={feed.hitter ?? ''}
            onchange={(e) => feeds({ hitter: e.currentTarget.value || undefined })}
            ><option value="">whoever hits</option>{#each hit as r (r.id)}<option value={r.id}
                >{r.name || label(vocabulary.roles, r.is)}</option
              >{/each}</select
          ></label
        >{/if}
    </div>
    {#if flown(feed)}
      <Choice label="Set by" value={feed.by} options={bys} onset={setBy} />
      <div class="flex flex-wrap gap-x-3 gap-y-2">
        {#if feed.by === 'speed'}<Num
            label="Ball speed"
            speed
            value={feed.want}
            min={0.5}
            max={90}
            step={speedStep(settings.units)}
            onset={(want) => feeds({ want })}
          />
        {:else if feed.by === 'time'}<Num
            label="Flight time"
            unit="s"
            value={feed.want}
            min={0.05}
            max={8}
            step={0.1}
            onset={(want) => feeds({ want })}
          />
        {:else}<Num
            label={feed.by === 'apex' ? 'Highest point' : `Height over the ${court.words.barrier}`}
            length
            value={feed.want}
            min={-0.5}
            max={20}
            step={0.1}
            onset={(want) => feeds({ want })}
          />{/if}
        <Num
          label="Launch height"
          length
          value={feed.from.z}
          min={0}
          max={5}
          step={0.1}
          onset={(z) => feeds({ from: { ...feed.from, z } })}
        />
        <Num
          label="Topspin"
          unit="rpm"
          value={feed.topRpm}
          min={-9000}
          max={9000}
          step={100}
          onset={(topRpm) => feeds({ topRpm })}
        />
        <Num
          label="Sidespin"
          unit="rpm"
          value={feed.sideRpm}
          min={-9000}
          max={9000}
          step={100}
          onset={(sideRpm) => feeds({ sideRpm })}
        />
      </div>
      <Choice
        label="Taken"
        value={feed.meet}
        options={vocabulary.meets.map((m) => ({ id: m.id, name: m.label }))}
        onset={(meet) => feeds({ meet })}
      />
    {:else}
      <Num
        label="Time from call to stroke"
        unit="s"
        value={feed.want}
        min={0.05}
        max={8}
        step={0.1}
        onset={(want) => feeds({ want })}
      />
    {/if}
    <div class="flex flex-wrap gap-x-3 gap-y-2">
      <Num
        label="Contact height"
        length
        value={feed.height}
        min={0.02}
        max={3.5}
        step={0.1}
        onset={(height) => feeds({ height })}
      />
      <Num
        label="Time to next feed"
        unit="s"
        value={feed.gap}
        min={0.2}
        max={60}
        step={0.1}
        onset={(gap) => feeds({ gap })}
      />
    </div>
    <div class="flex flex-wrap gap-1">
      {#if feed.aim}<button
          type="button"
          class="btn btn-xs"
          onclick={() => onselect({ part: 'aim', i: selected.i })}>Select aim</button
        >
      {:else}<button type="button" class="btn btn-xs" onclick={() => give('aim')}>Add aim</button>{/if}
      {#if feed.go}<button
          type="button"
          class="btn btn-xs"
          onclick={() => onselect({ part: 'go', i: selected.i })}>Select next position</button
        >
      {:else}<button type="button" class="btn btn-xs" onclick={() => give('go')}
          >Add next position (instead of recovering)</button
        >{/if}
    </div>
    {#if ball?.feasible}
      <p class="figures text-xs">
        {told}
      </p>
    {/if}
  {:else if (selected.part === 'aim' || selected.part === 'go') && feed}
    <button type="button" class="btn btn-xs" onclick={() => onselect({ part: 'ball', i: selected.i })}
      >Back to ball {selected.i + 1}</button
    >
  {:else if target}
    <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
      >Name
      <input
        dir="auto"
        class="input w-48 border-base-content/60 input-sm"
        maxlength="60"
        value={target.name}
        onchange={(e) => targets({ name: e.currentTarget.value.trim() })}
      /></label
    >
    <div class="flex flex-wrap gap-x-3 gap-y-2">
      {#if target.kind === 'circle'}<Num
          label="Radius"
          length
          value={target.radius}
          min={0.05}
          max={2 * court.halfLength}
          step={0.05}
          onset={(radius) => targets({ radius })}
        />
      {:else}
        <Num
          label="Width"
          length
          value={target.width}
          min={0.05}
          max={2 * court.halfLength}
          step={0.1}
          onset={(width) => targets({ width })}
        />
        {#if target.kind === 'box'}<Num
            label="Depth"
            length
            value={target.depth}
            min={0.05}
            max={2 * court.halfLength}
            step={0.1}
            onset={(depth) => targets({ depth })}
          />{/if}
      {/if}
      <Num
        label="Worth"
        unit="points"
        whole
        value={target.worth}
        min={0}
        max={100}
        onset={(worth) => targets({ worth })}
      />
    </div>
    <label class="flex items-center gap-2 text-sm"
      ><input
        type="checkbox"
        class="checkbox border-base-content checkbox-sm"
        checked={target.both}
        onchange={(e) => targets({ both: e.currentTarget.checked })}
      />Mirror on both sides</label
    >
  {:else if who?.role === 'hitter'}
    <button
      type="button"
      class="btn btn-xs"
      onclick={() =>
        onset({
          ...drill,
          pattern: {
            ...p,
            people: p.people.map((q, j) =>
              j === (selected as { i: number }).i
                ? { ...q, aim: q.aim ? undefined : { x: q.at.x, y: court.halfLength * 0.8 } }
                : q
            )
          }
        })}>{who.aim ? 'Remove lane' : 'Add lane'}</button
    >
  {:else if selected.part === 'student'}
    <p class="text-sm">The student starts here. Between balls:</p>
    <Choice
      label="Recovery"
      value={p.shift ? 'shift' : 'base'}
      options={[
        { id: 'base', name: 'to the base' },
        { id: 'shift', name: 'shift to the likely ball' }
      ]}
      onset={(s) => onset({ ...drill, pattern: { ...p, shift: s === 'shift' } })}
    />
    {#if p.feeds.length > 1}<Choice
        label="Order of the balls"
        value={p.drawn ? 'drawn' : 'kept'}
        options={[
          { id: 'kept', name: 'fixed' },
          { id: 'drawn', name: 'random every turn' }
        ]}
        onset={(o) => onset({ ...drill, pattern: { ...p, drawn: o === 'drawn' ? true : undefined } })}
      />{/if}
    <Choice
      label="Hand"
      value={p.hand}
      options={[
        { id: 'right', name: 'right' },
        { id: 'left', name: 'left' }
      ]}
      onset={(h) => onset({ ...drill, pattern: { ...p, hand: h } })}
    />
  {:else if selected.part === 'base'}
    <p class="text-sm">
      The student recovers to this point between balls, unless they shift or have a next position.
    </p>
  {/if}
</div>
