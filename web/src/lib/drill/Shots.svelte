<!-- What a ball of a stage is asked to be, and what else can be said of it. -->
<script lang="ts">
  import type { Drill } from '$lib/api/client';
  import { vocabulary } from '$lib/api/vocabulary';
  import type { Step } from './parts';

  interface Props {
    drill: Drill;
    i: number;
    onstep: (next: Partial<Step>) => void;
  }
  let { drill, i, onstep }: Props = $props();
  const s = $derived(drill.stages[i]!);
  type Shot = NonNullable<Step['shots']>[number];
  type Choice = NonNullable<Step['choices']>[number];
  const shots = $derived(s.shots ?? []);
  const choices = $derived(s.choices ?? []);
  const setShots = (next: Shot[]) => onstep({ shots: next.length ? next : undefined });
  const setShot = (k: number, next: Partial<Shot>) =>
    setShots(shots.map((o, j) => (j === k ? { ...o, ...next } : o)));
  const own = (): Shot => ({ stroke: s.stroke, direction: s.direction, shape: s.shape, target: s.target });
  const setChoices = (next: Choice[]) => onstep({ choices: next.length ? next : undefined });
  const setChoice = (k: number, next: Partial<Choice>) =>
    setChoices(choices.map((o, j) => (j === k ? { ...o, ...next } : o)));
  function addChoice() {
    const ids = new Set(choices.map((c) => c.id));
    let n = choices.length + 1;
    while (ids.has(`choice${n}`)) n++;
    setChoices([...choices, { id: `choice${n}`, words: `Choice ${n}` }]);
  }
</script>

{#snippet shape(value: string | undefined, label: string, set: (v: string | undefined) => void)}
  <select
    class="select w-28 border-base-content/60 select-xs"
    aria-label={label}
    value={value ?? ''}
    onchange={(e) => set(e.currentTarget.value || undefined)}
    ><option value="">any shape</option>{#each vocabulary.shapes as o (o.id)}<option value={o.id}
        >{o.label}</option
      >{/each}</select
  >
{/snippet}

<div class="mt-1 flex flex-wrap items-center gap-1 text-sm">
  {@render shape(s.shape, `Shape of goal ${i + 1}`, (v) => onstep({ shape: v }))}
  {#if i > 0}<label class="flex items-center gap-1"
      ><input
        type="checkbox"
        class="checkbox border-base-content checkbox-xs"
        checked={!!s.beside}
        onchange={(e) => onstep({ beside: e.currentTarget.checked || undefined })}
      />at the same time as the stage before it</label
    >{/if}
</div>
{#each shots as shot, k (k)}
  <div class="mt-1 flex flex-wrap items-center gap-1 text-sm" role="group" aria-label="Shot {k + 1}">
    <span class="figures w-4">{k + 1}</span>
    <select
      class="select w-24 border-base-content/60 select-xs"
      aria-label="Stroke of shot {k + 1}"
      value={shot.stroke}
      onchange={(e) => setShot(k, { stroke: e.currentTarget.value as Shot['stroke'] })}
      >{#each vocabulary.strokes as o (o.id)}<option value={o.id}>{o.label}</option>{/each}</select
    >
    <select
      class="select w-24 border-base-content/60 select-xs"
      aria-label="Direction of shot {k + 1}"
      value={shot.direction}
      onchange={(e) => setShot(k, { direction: e.currentTarget.value })}
      >{#each vocabulary.directions as o (o.id)}<option value={o.id}>{o.label}</option>{/each}</select
    >
    {@render shape(shot.shape, `Shape of shot ${k + 1}`, (v) => setShot(k, { shape: v }))}
    {#if drill.targets.length > 1}<select
        class="select w-24 border-base-content/60 select-xs"
        aria-label="Target of shot {k + 1}"
        value={shot.target}
        onchange={(e) => setShot(k, { target: Number(e.currentTarget.value) })}
        >{#each drill.targets as t, j (j)}<option value={j}>{t.name || `Target ${j + 1}`}</option
          >{/each}</select
      >{/if}
    <button
      type="button"
      class="btn btn-xs"
      aria-label="Remove shot {k + 1}"
      onclick={() => setShots(shots.filter((_, j) => j !== k))}>✕</button
    >
  </div>
{/each}
{#each choices as c, k (c.id)}
  <div class="mt-1 flex flex-wrap items-center gap-1 text-sm" role="group" aria-label="Choice {k + 1}">
    <input
      dir="auto"
      class="input w-40 border-base-content/60 input-xs"
      maxlength="40"
      aria-label="Name of choice {k + 1}"
      value={c.words}
      onchange={(e) => setChoice(k, { words: e.currentTarget.value.trim() || c.words })}
    />
    <select
      class="select w-24 border-base-content/60 select-xs"
      aria-label="Whether choice {k + 1} is right"
      value={c.right ? 'right' : c.wrong ? 'wrong' : ''}
      onchange={(e) =>
        setChoice(k, {
          right: e.currentTarget.value === 'right' || undefined,
          wrong: e.currentTarget.value === 'wrong' || undefined
        })}
      ><option value="">neither</option><option value="right">right</option><option value="wrong"
        >wrong</option
      ></select
    >
    <button
      type="button"
      class="btn btn-xs"
      aria-label="Remove choice {k + 1}"
      onclick={() => setChoices(choices.filter((_, j) => j !== k))}>✕</button
    >
  </div>
{/each}
<p class="mt-1 flex flex-wrap gap-2">
  <button
    type="button"
    class="btn btn-xs"
    disabled={shots.length >= 6}
    onclick={() => setShots(shots.length ? [...shots, own()] : [own(), own()])}
    >{shots.length ? 'Add a shot' : 'Let shots take turns'}</button
  >
  <button type="button" class="btn btn-xs" disabled={choices.length >= 4} onclick={addChoice}
    >Add a choice</button
  >
</p>
