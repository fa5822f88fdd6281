<!-- The stage in hand: what is done, by whom, what differs in it, and its gate; and for whom the drill is. -->
<script lang="ts">
  import type { Court, Drill, DrillCheck } from '$lib/api/client';
  import { goalKind, strokeName, vocabulary } from '$lib/api/vocabulary';
  import Word from '$lib/game/Word.svelte';
  import Choice from '$lib/shell/Choice.svelte';
  import Num from '$lib/shell/Num.svelte';
  import { sayChance, sayTime } from '$lib/units/say';
  import type { Step } from './parts';
  import Shots from './Shots.svelte';
  import { heading, ofKind } from './stages';
  import Turns from './Turns.svelte';

  interface Props {
    drill: Drill;
    court: Court;
    check?: DrillCheck;
    /** The stage in hand; below 0 the first. */
    stage: number;
    onset: (drill: Drill) => void;
    onchoose: (i: number) => void;
  }
  let { drill, court, check, stage, onset, onchoose }: Props = $props();
  const i = $derived(Math.min(Math.max(0, stage), drill.stages.length - 1));
  const s = $derived(drill.stages[i]!);
  const sp = $derived(check?.player.stages[i]);
  const step = (next: Partial<Step>) =>
    onset({ ...drill, stages: drill.stages.map((t, j) => (j === i ? { ...t, ...next } : t)) });
  const goal = (next: Partial<Step['goal']>) => step({ goal: { ...s.goal, ...next } });
  const kind = $derived(goalKind(s.goal.kind)!);
  const holders = $derived([
    { id: '', label: 'each' },
    { id: 'pair', label: 'the pair' },
    { id: 'team', label: 'the whole group' }
  ]);
  const gates = [
    { id: '', label: 'is always open' },
    { id: 'each', label: 'opens when a student meets it' },
    { id: 'all', label: 'opens when everyone meets it' }
  ];
  const open = $derived(kind.open && s.goal.count === 0);
  const timed = $derived(kind.time === 'always' || (kind.time === 'maybe' && !!s.goal.seconds));
  // Where a stage can be put with one choice: the zones by depth, on the student's side.
  const places = $derived(
    (court.schemes.find((x) => x.kind === 'depth')?.zones ?? []).map((z, n) => {
      const ys = z.corners.map((p) => -Math.abs(p.y));
      return {
        id: String(n),
        label: z.name.toLowerCase(),
        at: { x: 0, y: (Math.min(...ys) + Math.max(...ys)) / 2 }
      };
    })
  );
  const place = $derived(
    !s.place
      ? ''
      : (places.find((z) => Math.abs(z.at.y - s.place!.y) < 0.05 && Math.abs(s.place!.x) < 0.05)?.id ?? 'own')
  );
  function toggleFeed(k: number) {
    const now = s.feeds?.length ? s.feeds : drill.pattern.feeds.map((_, n) => n);
    const next = (now.includes(k) ? now.filter((n) => n !== k) : [...now, k]).sort((x, y) => x - y);
    if (next.length) step({ feeds: next.length === drill.pattern.feeds.length ? undefined : next });
  }
  const span = (field: 'players' | 'minutes', key: 'least' | 'best' | 'most', v: number) => {
    const r = { ...drill[field], [key]: v };
    if (key === 'least') r.best = Math.max(r.best, v);
    if (key === 'most') r.best = Math.min(r.best, v);
    onset({
      ...drill,
      [field]: { least: Math.min(r.least, r.best), best: r.best, most: Math.max(r.most, r.best) }
    });
  };
</script>

<div class="flex items-baseline gap-2">
  <h2 class="text-base">Stage {i + 1} of {drill.stages.length}</h2>
  <span class="ml-auto flex gap-1">
    <button
      type="button"
      class="btn btn-xs"
      aria-label="Previous stage"
      disabled={i === 0}
      onclick={() => onchoose(i - 1)}>←</button
    >
    <button
      type="button"
      class="btn btn-xs"
      aria-label="Next stage"
      disabled={i === drill.stages.length - 1}
      onclick={() => onchoose(i + 1)}>→</button
    >
    {#if drill.stages.length > 1}<button
        type="button"
        class="btn btn-xs"
        aria-label="Remove stage {i + 1}"
        onclick={() => {
          onset({ ...drill, stages: drill.stages.filter((_, j) => j !== i) });
          onchoose(Math.max(0, i - 1));
        }}>✕</button
      >{/if}
  </span>
</div>
<label class="mt-1 block text-[0.8rem]"
  >Name<input
    dir="auto"
    class="input w-full border-base-content/60 input-sm"
    maxlength="60"
    aria-label="Name of stage {i + 1}"
    placeholder={heading({ ...s, name: undefined })}
    value={s.name ?? ''}
    onchange={(e) => step({ name: e.currentTarget.value.trim() || undefined })}
  /></label
>
<p class="mt-2 text-[0.95rem] leading-8">
  {#if kind.open}<Word
      label="As many as possible, goal {i + 1}"
      value={open ? 'yes' : 'no'}
      options={[
        { id: 'yes', label: 'As many as possible' },
        { id: 'no', label: 'This many:' }
      ]}
      onset={(v) => goal({ count: v === 'yes' ? 0 : 10 })}
    />{/if}{#if !open}<Word
      label="How many, goal {i + 1}"
      value={s.goal.count}
      min={1}
      max={1000}
      onset={(v) => goal({ count: Math.round(+v) })}
    />{/if}
  <Word
    label="How goal {i + 1} is counted"
    value={kind.id}
    options={vocabulary.goals}
    onset={(v) => step(ofKind(s, v))}
  />
  {#if kind.time === 'always'}of <Word
      label="Seconds of goal {i + 1}"
      value={s.goal.seconds ?? 60}
      min={5}
      max={3600}
      onset={(v) => goal({ seconds: Math.round(+v) })}
    /> s, <Word
      label="Sets of goal {i + 1}"
      value={s.goal.setOf ? 'sets' : 'one'}
      options={[
        { id: 'one', label: 'counted one by one' },
        { id: 'sets', label: 'in sets of' }
      ]}
      onset={(v) => goal({ setOf: v === 'sets' ? 2 : undefined })}
    />{#if s.goal.setOf}<Word
        label="Balls of a set, goal {i + 1}"
        value={s.goal.setOf}
        min={2}
        max={20}
        onset={(v) => goal({ setOf: Math.round(+v) })}
      />{/if}{/if}{#if kind.time === 'maybe'}<Word
      label={kind.counter === 'times' ? 'Time to beat' : 'Bell'}
      value={timed ? 'yes' : 'no'}
      options={kind.counter === 'times'
        ? [
            { id: 'no', label: 'without a time to beat' },
            { id: 'yes', label: 'under' }
          ]
        : [
            { id: 'no', label: 'without a bell' },
            { id: 'yes', label: 'with a bell after' }
          ]}
      onset={(v) => goal({ seconds: v === 'yes' ? 60 : undefined })}
    />{#if timed}<Word
        label="Seconds of goal {i + 1}"
        value={s.goal.seconds ?? 60}
        min={5}
        max={3600}
        onset={(v) => goal({ seconds: Math.round(+v) })}
      /> s{/if}{/if}{#if kind.holding !== 'none'}, by <Word
      label="Whose goal {i + 1} is"
      value={s.holder ?? ''}
      options={holders}
      onset={(v) => step({ holder: (v as Step['holder']) || undefined })}
    />{/if}.
</p>
<div class="mt-1 flex flex-wrap gap-1">
  <select
    class="select w-28 border-base-content/60 select-xs"
    aria-label="Stroke of goal {i + 1}"
    value={s.stroke}
    onchange={(e) => step({ stroke: e.currentTarget.value as Step['stroke'] })}
    >{#each vocabulary.strokes as o (o.id)}<option value={o.id}>{o.label}</option>{/each}</select
  >
  <select
    class="select w-28 border-base-content/60 select-xs"
    aria-label="Direction of goal {i + 1}"
    value={s.direction}
    onchange={(e) => step({ direction: e.currentTarget.value as Step['direction'] })}
    >{#each vocabulary.directions as o (o.id)}<option value={o.id}>{o.label}</option>{/each}</select
  >
  {#if drill.targets.length > 1}
    <select
      class="select w-28 border-base-content/60 select-xs"
      aria-label="Target of goal {i + 1}"
      value={s.target}
      onchange={(e) => step({ target: Number(e.currentTarget.value) })}
      >{#each drill.targets as t, j (j)}<option value={j}>{t.name || `Target ${j + 1}`}</option
        >{/each}</select
    >
  {/if}
</div>
<Shots {drill} {i} onstep={step} />
{#if sp}<p class="figures mt-1 text-xs">
    {#if sp.rate}success rate {sayChance(sp.rate.mean)}; half the time under {sayTime(sp.likely)}, 9 in 10
      under
      {sayTime(sp.sure)}{#if sp.first !== undefined}; chance to be first {sayChance(
          sp.first
        )}{/if}{:else}{sp.goalLabel}, {sayTime(sp.likely)}: always done, only time counts{/if}
  </p>{/if}
<h3 class="mt-3 text-sm font-semibold">Changes in this stage</h3>
<p class="text-[0.95rem] leading-8">
  At <Word
    label="Pace of stage {i + 1}, %"
    value={Math.round(100 * (s.pace || 1))}
    min={30}
    max={150}
    onset={(v) => step({ pace: +v === 100 ? undefined : +v / 100 })}
  />% of the pace, ball taken <Word
    label="Where stage {i + 1} takes the ball"
    value={place}
    options={[
      { id: '', label: 'where it is drawn' },
      ...places,
      ...(place === 'own' ? [{ id: 'own', label: 'at its own place' }] : [])
    ]}
    onset={(v) => step({ place: v === '' ? undefined : (places.find((z) => z.id === v)?.at ?? s.place) })}
  />.
</p>
{#if drill.pattern.feeds.length > 1}
  <div
    class="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1 text-sm"
    role="group"
    aria-label="Balls of stage {i + 1}"
  >
    Balls used
    {#each drill.pattern.feeds as f, k (k)}<label class="flex items-center gap-1"
        ><input
          type="checkbox"
          class="checkbox border-base-content checkbox-xs"
          checked={!s.feeds?.length || s.feeds.includes(k)}
          aria-label="Ball {k + 1}, {strokeName({ stroke: f.stroke, direction: 'anywhere' })}"
          onchange={() => toggleFeed(k)}
        />{k + 1}</label
      >{/each}
  </div>
{/if}
<label class="mt-1 block text-[0.8rem]"
  >Cue<input
    dir="auto"
    class="input w-full border-base-content/60 input-sm"
    maxlength="200"
    aria-label="Cue of stage {i + 1}"
    value={s.cue ?? ''}
    onchange={(e) => step({ cue: e.currentTarget.value.trim() || undefined })}
  /></label
>
{#if i < drill.stages.length - 1}
  <p class="mt-1 text-[0.95rem] leading-8">
    The next stage <Word
      label="Gate after stage {i + 1}"
      value={s.gate ?? ''}
      options={gates}
      onset={(v) => step({ gate: (v as Step['gate']) || undefined })}
    />.
  </p>
{/if}
<Turns {drill} {onset} />
<h2 class="mt-4 border-t border-base-300 pt-3 text-base">Students and minutes</h2>
<div class="mt-1 flex flex-wrap gap-x-3 gap-y-2">
  <Num
    label="Students: fewest"
    whole
    value={drill.players.least}
    min={1}
    max={16}
    onset={(v) => span('players', 'least', v)}
  />
  <Num
    label="ideal"
    whole
    value={drill.players.best}
    min={1}
    max={16}
    onset={(v) => span('players', 'best', v)}
  />
  <Num
    label="most"
    whole
    value={drill.players.most}
    min={1}
    max={16}
    onset={(v) => span('players', 'most', v)}
  />
  <Num
    label="Minutes: shortest"
    whole
    value={drill.minutes.least}
    min={1}
    max={240}
    onset={(v) => span('minutes', 'least', v)}
  />
  <Num
    label="ideal"
    whole
    value={drill.minutes.best}
    min={1}
    max={240}
    onset={(v) => span('minutes', 'best', v)}
  />
  <Num
    label="longest"
    whole
    value={drill.minutes.most}
    min={1}
    max={240}
    onset={(v) => span('minutes', 'most', v)}
  />
  <Num
    label="Students hitting at once"
    whole
    value={drill.hitters}
    min={1}
    max={16}
    onset={(hitters) => onset({ ...drill, hitters })}
  />
  <Num
    label="Balls in the basket"
    whole
    value={drill.basket}
    min={0}
    max={2000}
    step={6}
    onset={(basket) => onset({ ...drill, basket })}
  />
  <Num
    label="Pick-up time"
    unit="min"
    value={drill.pickUpMinutes}
    min={0}
    max={60}
    step={0.5}
    onset={(pickUpMinutes) => onset({ ...drill, pickUpMinutes })}
  />
  <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
    >After their turn
    <select
      class="select w-36 border-base-content/60 select-sm"
      value={drill.after}
      onchange={(e) => onset({ ...drill, after: e.currentTarget.value as Drill['after'] })}
      >{#each vocabulary.afters as o (o.id)}<option value={o.id}>{o.label}</option>{/each}</select
    ></label
  >
  <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
    >Focus
    <select
      class="select w-36 border-base-content/60 select-sm"
      value={drill.focus}
      onchange={(e) => onset({ ...drill, focus: e.currentTarget.value as Drill['focus'] })}
      >{#each vocabulary.focuses as o (o.id)}<option value={o.id}>{o.label}</option>{/each}</select
    ></label
  >
</div>
<div class="mt-2">
  <Choice
    label="Level"
    value={drill.level}
    options={vocabulary.levels.map((l) => ({ id: l.id, name: l.label }))}
    onset={(level) => onset({ ...drill, level })}
  />
</div>
