<!-- What is asked: goals, for whom, how long, how many balls. -->
<script lang="ts">
  import type { Drill, DrillCheck } from '$lib/api/client';
  import Choice from '$lib/shell/Choice.svelte';
  import Num from '$lib/shell/Num.svelte';
  import { sayChance, sayMinutes } from '$lib/units/say';
  import { vocabulary } from '$lib/api/vocabulary';
  import type { Step } from './parts';

  let { drill, check, onset }: { drill: Drill; check?: DrillCheck; onset: (drill: Drill) => void } = $props();
  const step = (i: number, next: Partial<Step>) =>
    onset({ ...drill, stages: drill.stages.map((s, j) => (j === i ? { ...s, ...next } : s)) });
  const span = (field: 'players' | 'minutes', key: 'least' | 'best' | 'most', v: number) => {
    const s = { ...drill[field], [key]: v };
    if (key === 'least') s.best = Math.max(s.best, v);
    if (key === 'most') s.best = Math.min(s.best, v);
    onset({
      ...drill,
      [field]: { least: Math.min(s.least, s.best), best: s.best, most: Math.max(s.most, s.best) }
    });
  };
</script>

<h2 class="text-base">Goals</h2>
<ul class="mt-1 space-y-2">
  {#each drill.stages as s, i (i)}
    {@const sp = check?.player.stages[i]}
    <li class="border-b border-base-300 pb-2">
      <div class="flex flex-wrap gap-1">
        <select
          class="select w-24 border-base-content/60 select-xs"
          aria-label="Stroke of goal {i + 1}"
          value={s.stroke}
          onchange={(e) => step(i, { stroke: e.currentTarget.value as Step['stroke'] })}
          >{#each vocabulary.strokes as o (o.id)}<option value={o.id}>{o.label}</option>{/each}</select
        >
        <select
          class="select w-28 border-base-content/60 select-xs"
          aria-label="Direction of goal {i + 1}"
          value={s.direction}
          onchange={(e) => step(i, { direction: e.currentTarget.value as Step['direction'] })}
          >{#each vocabulary.directions as o (o.id)}<option value={o.id}>{o.label}</option>{/each}</select
        >
        {#if drill.targets.length > 1}
          <select
            class="select w-28 border-base-content/60 select-xs"
            aria-label="Target of goal {i + 1}"
            value={s.target}
            onchange={(e) => step(i, { target: Number(e.currentTarget.value) })}
            >{#each drill.targets as t, j (j)}<option value={j}>{t.name || `Target ${j + 1}`}</option
              >{/each}</select
          >
        {/if}
        <input
          class="figures input w-12 border-base-content/60 px-1.5 input-xs"
          inputmode="numeric"
          aria-label="How many, goal {i + 1}"
          value={s.goal.count}
          onchange={(e) => {
            const n = Number(e.currentTarget.value);
            if (Number.isInteger(n) && n >= 1 && n <= 1000) step(i, { goal: { ...s.goal, count: n } });
            else e.currentTarget.value = String(s.goal.count);
          }}
        />
        <select
          class="select w-22 border-base-content/60 select-xs"
          aria-label="Counted, goal {i + 1}"
          value={s.goal.kind}
          onchange={(e) => step(i, { goal: { ...s.goal, kind: e.currentTarget.value } })}
          >{#each vocabulary.goals as o (o.id)}<option value={o.id}>{o.label}</option>{/each}</select
        >
        {#if drill.stages.length > 1}<button
            type="button"
            class="btn btn-ghost btn-xs"
            aria-label="Remove goal {i + 1}"
            onclick={() => onset({ ...drill, stages: drill.stages.filter((_, j) => j !== i) })}>✕</button
          >{/if}
      </div>
      {#if sp}<p class="figures mt-0.5 text-xs">
          {#if sp.rate}{sayChance(sp.rate.mean)} good; {sayMinutes(sp.likely.value)} as likely as not, {sayMinutes(
              sp.sure.value
            )} to be sure{:else}Repetitions, {sayMinutes(sp.likely.value)}: nothing is a matter of chance{/if}
        </p>{/if}
    </li>
  {/each}
</ul>
{#if drill.stages.length < 24}<button
    type="button"
    class="btn mt-1 btn-xs"
    onclick={() => onset({ ...drill, stages: [...drill.stages, { ...drill.stages.at(-1)! }] })}
    >One more goal</button
  >{/if}
<h2 class="mt-4 text-base">For whom, how long</h2>
<div class="mt-1 flex flex-wrap gap-x-3 gap-y-2">
  <Num
    label="Students, least"
    whole
    value={drill.players.least}
    min={1}
    max={16}
    onset={(v) => span('players', 'least', v)}
  />
  <Num
    label="best"
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
    label="Minutes, least"
    whole
    value={drill.minutes.least}
    min={1}
    max={240}
    onset={(v) => span('minutes', 'least', v)}
  />
  <Num
    label="best"
    whole
    value={drill.minutes.best}
    min={1}
    max={240}
    onset={(v) => span('minutes', 'best', v)}
  />
  <Num
    label="most"
    whole
    value={drill.minutes.most}
    min={1}
    max={240}
    onset={(v) => span('minutes', 'most', v)}
  />
  <Num
    label="Hit at once"
    whole
    value={drill.hitters}
    min={1}
    max={16}
    onset={(hitters) => onset({ ...drill, hitters })}
  />
  <Num
    label="Balls in a turn"
    whole
    value={drill.turnBalls}
    min={1}
    max={500}
    onset={(turnBalls) => onset({ ...drill, turnBalls })}
  />
  <Num
    label="In the basket"
    whole
    value={drill.basket}
    min={0}
    max={2000}
    step={6}
    onset={(basket) => onset({ ...drill, basket })}
  />
  <Num
    label="To pick up"
    unit="min"
    value={drill.pickUpMinutes}
    min={0}
    max={60}
    step={0.5}
    onset={(pickUpMinutes) => onset({ ...drill, pickUpMinutes })}
  />
  <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
    >After the turn
    <select
      class="select w-36 border-base-content/60 select-sm"
      value={drill.after}
      onchange={(e) => onset({ ...drill, after: e.currentTarget.value as Drill['after'] })}
      >{#each vocabulary.afters as o (o.id)}<option value={o.id}>{o.label}</option>{/each}</select
    ></label
  >
  <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
    >Mostly for
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
    label="Pitched at"
    value={drill.level}
    options={vocabulary.levels.map((l) => ({ id: l.id, name: l.label }))}
    onset={(level) => onset({ ...drill, level })}
  />
</div>
