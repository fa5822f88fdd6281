<!-- The blocks that are not drills: warm-up script, game, talk, break. -->
<script lang="ts">
  import type { Block, Plan, Student } from '$lib/api/client';
  import Num from '$lib/shell/Num.svelte';
  import { first } from '$lib/units/say';
  import Wheel from '$lib/wheel/Wheel.svelte';
  import type { Editor } from './editor.svelte';
  import Notices from './Notices.svelte';

  interface Props {
    editor: Editor;
    block: Block;
    plan?: Plan['blocks'][number];
    students: Student[];
  }
  let { editor, block, plan, students }: Props = $props();

  type Minute = NonNullable<Block['script']>[number];
  const script = $derived(block.script ?? []);
  const who = (i: number) => (students[i] ? first(students[i].name) : `Student ${i + 1}`);

  function setScript(next: Minute[]) {
    // A minute more or less of script is a minute more or less of block.
    const minutes = block.minutes === script.length ? Math.max(1, next.length) : block.minutes;
    editor.setBlock(block.id, { script: next, minutes });
  }
  function setMinute(i: number, next: Partial<Minute>) {
    setScript(script.map((m, j) => (j === i ? { ...m, ...next } : m)));
  }
  const rules = $derived(block.match?.rules);
  function setRules(next: Partial<NonNullable<Block['match']>['rules']>) {
    if (block.match) editor.setBlock(block.id, { match: { ...block.match, rules: { ...block.match.rules, ...next } } });
  }
  const field = 'input input-sm w-full border-transparent bg-transparent px-1 hover:border-base-content/50 focus:border-base-content';
</script>

{#if plan}<Notices notices={plan.notices} onfix={(b) => editor.replace(b)} />{/if}

{#if block.kind === 'warmUp'}
  <table class="mt-3 w-full text-sm">
    <thead>
      <tr class="border-base-content border-b text-left">
        <th class="w-16 py-1" scope="col">Minute</th>
        <th class="w-44" scope="col">Role</th>
        {#each [0, 1] as i (i)}<th scope="col">{who(i)}</th>{/each}
        <th scope="col">Cue</th>
        <th class="w-10"><span class="sr-only">Remove</span></th>
      </tr>
    </thead>
    <tbody>
      {#each script as m, i (i)}
        <tr class="border-base-300 border-b">
          <td class="figures pl-1">{i + 1}</td>
          <td><input class={field} aria-label="Role of minute {i + 1}" value={m.title} maxlength="120" onchange={(e) => setMinute(i, { title: e.currentTarget.value })} /></td>
          {#each [0, 1] as w (w)}
            <td>
              <input
                class={field}
                aria-label="What {who(w)} does in minute {i + 1}"
                value={m.roles.find((r) => r.who === w)?.does ?? ''}
                maxlength="200"
                onchange={(e) => setMinute(i, { roles: [...m.roles.filter((r) => r.who !== w), { who: w, does: e.currentTarget.value }].sort((a, b) => a.who - b.who) })}
              />
            </td>
          {/each}
          <td><input class={field} aria-label="Cue of minute {i + 1}" value={m.cue} maxlength="200" onchange={(e) => setMinute(i, { cue: e.currentTarget.value })} /></td>
          <td><button type="button" class="btn btn-ghost btn-xs" aria-label="Remove minute {i + 1}" onclick={() => setScript(script.filter((_, j) => j !== i))}>×</button></td>
        </tr>
      {/each}
    </tbody>
  </table>
  <button type="button" class="btn btn-sm mt-2" onclick={() => setScript([...script, { title: 'Rally', roles: [{ who: 0, does: 'rally' }, { who: 1, does: 'rally' }], cue: 'Feet always moving' }])}>Add a minute</button>
{:else if block.kind === 'game' && rules && block.match}
  <div class="mt-3 flex flex-wrap items-end gap-x-6 gap-y-3">
    <Num label="To" unit="points" whole value={rules.to} min={1} max={100} onset={(to) => setRules({ to })} />
    <Num label="Won by" whole value={rules.winBy} min={1} max={2} onset={(winBy) => setRules({ winBy })} />
    <Num label="Feed changes every" unit="points" whole value={rules.feedChangesEvery} min={0} max={50} onset={(feedChangesEvery) => setRules({ feedChangesEvery })} />
    <Num label="A point takes" unit="s" value={rules.secondsPerPoint} min={1} max={300} onset={(secondsPerPoint) => setRules({ secondsPerPoint })} />
    {#if plan?.match}
      <Wheel label="One game" figure={plan.match.minutes} />
      <Wheel label="Games that fit" figure={plan.match.games} small />
    {/if}
  </div>
  <p class="mt-4 text-base"><span class="font-semibold">A point begins with</span> {block.match.start}.</p>
  <p class="mt-1 text-base"><span class="font-semibold">Cue:</span> {block.match.cue}</p>
  {#if students.length !== 2}<p class="mt-2 text-sm">The score is kept for two sides; this lesson has {students.length} students.</p>{/if}
{:else if block.kind === 'talk' || block.kind === 'physical' || block.kind === 'stretch'}
  <ol class="mt-3 max-w-xl space-y-1">
    {#each block.prompts ?? [] as p, i (i)}
      <li>
        <input class="{field} text-base" aria-label="{block.kind === 'talk' ? 'Question' : 'Step'} {i + 1}" value={p} maxlength="200" onchange={(e) => editor.setBlock(block.id, { prompts: (block.prompts ?? []).map((q, j) => (j === i ? e.currentTarget.value : q)) })} />
      </li>
    {/each}
  </ol>
  {#if (block.prompts ?? []).length < 12}<button type="button" class="btn btn-sm mt-2" onclick={() => editor.setBlock(block.id, { prompts: [...(block.prompts ?? []), 'One more'] })}>Add a line</button>{/if}
  {#if block.kind !== 'talk'}<p class="mt-3 flex gap-2 text-sm"><span class="heed" aria-hidden="true">!</span>Only as far as is comfortable; pain or dizziness: stop, and see a qualified professional.</p>{/if}
{:else}
  <p class="mt-3 text-base">Water, shade, a breath. Follow the venue’s rules in heat and lightning.</p>
{/if}
