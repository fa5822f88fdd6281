<!-- What each student has for themselves in a block, and what would level it, with the reason for each. -->
<script lang="ts">
  import type { Block, BlockDetail, Drill, Plan, Student } from '$lib/api/client';
  import { vocabulary } from '$lib/api/vocabulary';
  import Num from '$lib/shell/Num.svelte';
  import { sayChance, sayRate, sayTime } from '$lib/units/say';
  import { calledAmong } from '$lib/people/names';
  import { heading } from '$lib/drill/stages';
  import type { Editor } from './editor.svelte';

  interface Props {
    editor: Editor;
    block: Block;
    drill: Drill;
    plan?: Plan['blocks'][number];
    detail?: BlockDetail;
    students: Student[];
  }
  let { editor, block, drill, plan, detail, students }: Props = $props();
  const called = $derived(calledAmong(students));

  const own = (id: string) => block.variants?.find((o) => o.student === id);
  const circle = $derived(drill.targets.find((t) => t.kind === 'circle'));
  const counts = $derived(drill.stages.map((s) => s.goal.count));
  const said = (id: string) => {
    const c = own(id)?.counts;
    return c?.some((n) => n > 0) ? counts.map((n, i) => c[i] || n).join(' ') : '';
  };
  let wrong = $state<Record<string, string>>({});
  function setCounts(id: string, text: string) {
    const n = text.trim()
      ? text
          .trim()
          .split(/[\s,·]+/)
          .map(Number)
      : [];
    if (n.some((k) => !Number.isInteger(k) || k < 1 || k > 1000) || n.length > counts.length) {
      wrong = { ...wrong, [id]: `Write at most ${counts.length} whole numbers, such as ${counts.join(' ')}` };
      return;
    }
    wrong = { ...wrong, [id]: '' };
    editor.setVariant(block, id, { counts: n.length ? n : undefined });
  }
</script>

{#if detail?.levelling.length}
  <div class="mb-4 flex flex-wrap gap-3" role="group" aria-label="Make it even">
    {#each detail.levelling as l (l.what)}
      <div class="level">
        <button
          type="button"
          class="btn h-auto flex-col items-start gap-0 py-1 btn-primary btn-sm"
          onclick={() => editor.fix(l.fix)}
          ><span>{l.fix.label}</span><span class="figures text-xs font-normal">{l.fix.outcome}</span></button
        >
        <ul class="mt-1.5 space-y-0.5 text-sm">
          {#each l.why as w, k (k)}<li>{w}</li>{/each}
        </ul>
      </div>
    {/each}
  </div>
{:else}<p class="mb-3 text-sm">
    This drill cannot be made more even by its target, shot, goals, turns or tempo. Each student’s result is
    in the last columns.
  </p>{/if}

<div class="overflow-x-auto">
  <table class="w-full text-sm">
    <thead>
      <tr class="border-b border-base-content text-left">
        <th scope="col" class="py-1 pr-3 font-semibold">Student</th>
        {#if drill.targets.length}<th scope="col" class="font-semibold"
            >{circle ? 'Target radius' : 'Target size, ×'}</th
          >{/if}
        <th scope="col" class="pr-2 font-semibold">Time between feeds, ×</th>
        <th scope="col" class="pr-2 font-semibold">Goals ({counts.join(' ')})</th>
        {#if drill.stages.length > 1}<th scope="col" class="pr-2 font-semibold">Starts at stage</th>{/if}
        <th scope="col" class="pr-2 font-semibold">Variation</th>
        <th scope="col" class="pr-2 font-semibold">Cue</th>
        <th scope="col" class="pl-3 font-semibold whitespace-nowrap">Success rate</th>
        <th scope="col" class="pr-2 font-semibold">Chance to finish</th>
        <th scope="col" class="pr-2 font-semibold">Half the time under</th>
      </tr>
    </thead>
    <tbody>
      {#each students as s, i (s.id)}
        {@const o = own(s.id)}
        {@const p = plan?.drill?.players[i]}
        {@const name = called(s.id)}
        <tr class="border-b border-base-300 align-middle">
          <th dir="auto" scope="row" class="py-1.5 pr-2 text-left font-semibold"
            >{name}{#if o?.rung}<span class="block max-w-40 text-xs font-normal">on the ladder: {o.rung}</span
              >{/if}</th
          >
          {#if drill.targets.length}
            <td>
              {#if circle}<Num
                  label="{name}’s radius"
                  beside
                  hidden
                  length
                  value={circle.radius * (o?.scale ?? 1)}
                  min={circle.radius * 0.25}
                  max={circle.radius * 3}
                  step={0.05}
                  onset={(r) =>
                    editor.setVariant(block, s.id, { scale: Math.round((1000 * r) / circle.radius) / 1000 })}
                />
              {:else}<Num
                  label="{name}’s target size, times the drill’s"
                  beside
                  hidden
                  value={o?.scale ?? 1}
                  min={0.25}
                  max={3}
                  step={0.05}
                  onset={(scale) => editor.setVariant(block, s.id, { scale })}
                />{/if}
            </td>
          {/if}
          <td
            ><Num
              label="{name}’s time between feeds, times the drill’s"
              beside
              hidden
              value={o?.tempo || 1}
              min={0.5}
              max={3}
              step={0.1}
              onset={(tempo) => editor.setVariant(block, s.id, { tempo: tempo === 1 ? undefined : tempo })}
            /></td
          >
          <td>
            <input
              dir="auto"
              class="figures input w-44 border-base-content/60 px-2 input-sm"
              aria-label="{name}’s goals"
              placeholder="same as the drill"
              value={said(s.id)}
              onchange={(e) => setCounts(s.id, e.currentTarget.value)}
              aria-invalid={wrong[s.id] ? 'true' : undefined}
            />
            {#if wrong[s.id]}<span class="block max-w-40 text-xs font-semibold text-error" role="alert"
                >{wrong[s.id]}</span
              >{/if}
          </td>
          {#if drill.stages.length > 1}<td>
              <select
                class="select w-36 border-base-content/60 select-sm"
                aria-label="{name} starts at stage"
                value={o?.begin ?? 0}
                onchange={(e) =>
                  editor.setVariant(block, s.id, { begin: Number(e.currentTarget.value) || undefined })}
              >
                {#each drill.stages as st, k (k)}<option value={k}>{heading(st)}</option>{/each}
              </select>
            </td>{/if}
          <td>
            <select
              class="select w-36 border-base-content/60 select-sm"
              aria-label="{name}’s variation"
              value={o?.bend ?? ''}
              onchange={(e) => editor.setVariant(block, s.id, { bend: e.currentTarget.value || undefined })}
            >
              <option value="">same as the drill</option>
              {#each vocabulary.bends as b (b.id)}<option value={b.id}>{b.label}</option>{/each}
            </select>
          </td>
          <td
            ><input
              dir="auto"
              class="input w-full min-w-32 border-base-content/60 input-sm"
              aria-label="{name}’s cue"
              placeholder={drill.cues[0] ?? ''}
              value={o?.cue ?? ''}
              maxlength="200"
              onchange={(e) =>
                editor.setVariant(block, s.id, { cue: e.currentTarget.value.trim() || undefined })}
            /></td
          >
          <td class="figures pl-3">{p?.stages[0] ? sayRate(p.stages[0].rate) : '–'}</td>
          <td class="figures">{p?.finish ? sayChance(p.finish.value) : '–'}</td>
          <td class="figures whitespace-nowrap">{p ? sayTime(p.likely) : '–'}</td>
        </tr>
      {:else}<tr><td class="py-2" colspan="10">No students in this lesson yet.</td></tr>{/each}
    </tbody>
  </table>
</div>
{#if detail?.lastTime.length}
  <h3 class="mt-4 text-base font-semibold">Last time</h3>
  <ul class="mt-1 text-sm">
    {#each students as s (s.id)}
      {@const of = detail.lastTime.filter((l) => l.student === s.id)}
      {#if of.length}<li>
          <strong dir="auto">{called(s.id)}</strong>
          {of
            .map(
              (l) =>
                `${drill.stages[l.stage] ? heading(drill.stages[l.stage]!) : ''}: ${l.said}${l.met ? ' ✓' : ''}${l.trend > 0 ? ', better' : l.trend < 0 ? ', worse' : ''}`
            )
            .join('; ')}
        </li>{/if}
    {/each}
  </ul>
{/if}
{#if block.variants?.length}<button
    type="button"
    class="btn mt-3 btn-sm"
    onclick={() => editor.setBlock(block.id, { variants: undefined })}>Make all the same</button
  >{/if}

<style>
  .level {
    flex: 1 1 20rem;
    padding: 0.5rem 0.7rem;
    background: var(--color-base-200);
    border-left: 6px solid var(--color-primary);
  }
</style>
