<!-- The blocks that are not drills: warm-up script, game, talk, break. -->
<script lang="ts">
  import {
    api,
    need,
    type Block,
    type BlockDetail,
    type Court,
    type Drill,
    type Plan,
    type Preset,
    type Student
  } from '$lib/api/client';
  import DrillCourt from '$lib/drill/DrillCourt.svelte';
  import { matchOf } from '$lib/game/block';
  import { playedOn } from '$lib/game/picture';
  import Race from '$lib/game/Race.svelte';
  import RuleSentences from '$lib/game/RuleSentences.svelte';
  import Load from '$lib/shell/Load.svelte';
  import Num from '$lib/shell/Num.svelte';
  import { callNames } from '$lib/people/names';
  import Wheel from '$lib/wheel/Wheel.svelte';
  import type { Editor } from './editor.svelte';
  import Notices from './Notices.svelte';
  import WhoIsWhere from './WhoIsWhere.svelte';
  import { kindOf } from '$lib/api/vocabulary';
  import { partner } from './where';
  import { v7 } from 'uuid';

  interface Props {
    editor: Editor;
    block: Block;
    plan?: Plan['blocks'][number];
    detail?: BlockDetail;
    court: Court;
    courts: Court[];
    students: Student[];
  }
  let { editor, block, plan, detail, court, courts, students }: Props = $props();

  type Minute = NonNullable<Block['script']>[number];
  const script = $derived(block.script ?? []);
  const holds = $derived(kindOf(block.kind)?.holds ?? '');
  const names = $derived(callNames(students.map((s) => s.name)));
  const who = (i: number) => partner(names, editor.plan?.pairs ?? [], i);

  function setScript(next: Minute[]) {
    // A minute more or less of script is a minute more or less of block.
    const minutes = block.minutes === script.length ? Math.max(1, next.length) : block.minutes;
    editor.setBlock(block.id, { script: next, minutes });
  }
  function setMinute(i: number, next: Partial<Minute>) {
    setScript(script.map((m, j) => (j === i ? { ...m, ...next } : m)));
  }
  function moveMinute(i: number, by: number) {
    const to = i + by;
    if (to < 0 || to >= script.length) return;
    const next = script.slice();
    [next[i], next[to]] = [next[to]!, next[i]!];
    setScript(next);
  }
  const swapped = (m: Minute): Minute => ({
    ...m,
    roles: m.roles.map((r) => ({ ...r, partner: 1 - r.partner })).sort((a, b) => a.partner - b.partner)
  });
  const ask = () => need(api.GET('/api/v1/games'));
  const askWarmUps = () =>
    need(api.GET('/api/v1/courts/{court}/warmUps', { params: { path: { court: court.id } } }));
  function takeScript(b: Block | undefined) {
    if (b) editor.setBlock(block.id, { title: b.title, script: b.script, minutes: b.minutes });
  }
  /** Those of the court, what was made for it first. */
  const ofCourt = (games: Preset[]) =>
    games
      .filter((g) => playedOn(g, court))
      .toSorted((a, b) => Number(!!b.courts?.length) - Number(!!a.courts?.length));
  function takeGame(g: Preset | undefined) {
    if (g && block.match)
      editor.setBlock(block.id, {
        title: g.title,
        match: matchOf(g)
      });
  }
  const from = $derived<Drill | undefined>(block.match?.from);
  const fromCourt = $derived(courts.find((c) => c.id === from?.pattern.court) ?? court);
  const setMatch = (next: Partial<NonNullable<Block['match']>>) =>
    block.match && editor.setBlock(block.id, { match: { ...block.match, ...next } });
  const rules = $derived(block.match?.rules);
  const sideNames = $derived(
    (block.match?.sides?.length ?? 0) > 1 && block.match!.sides!.some((x) => x.length > 1)
      ? block.match!.sides!
      : students.length === 2
        ? names
        : ['A', 'B']
  );
  let kept = $state('');
  /** The game as it stands here, as one of the coach's own. */
  async function keepOnShelf() {
    const m = block.match;
    if (!m) return;
    const n = Math.min(8, m.side || (students.length > 3 ? 2 : 1));
    const { error } = await api.PUT('/api/v1/games/{game}', {
      params: { path: { game: v7() } },
      body: {
        edition: 0,
        game: {
          format: 'hodometer.game',
          version: 1,
          title: block.title,
          sports: [court.sport],
          sides: m.sides ?? ['A', 'B'],
          players: [n, n],
          start: m.start,
          how: m.cue,
          rules: m.rules
        }
      }
    });
    kept = error ? 'Could not save. Try again.' : 'Saved in your games';
  }
  const field =
    'input input-sm w-full border-transparent bg-transparent px-1 hover:border-base-content/50 focus:border-base-content';
</script>

{#if plan}<Notices notices={plan.notices} onfix={(f) => editor.fix(f)} />{/if}

{#if holds === 'script'}
  <table class="mt-3 w-full text-sm">
    <thead>
      <tr class="border-b border-base-content text-left">
        <th class="w-16 py-1" scope="col">Minute</th>
        <th class="w-44" scope="col">Role</th>
        {#each [0, 1] as i (i)}<th scope="col">{who(i)}</th>{/each}
        <th scope="col">Cue</th>
        <th class="w-44"><span class="sr-only">Change</span></th>
      </tr>
    </thead>
    <tbody>
      {#each script as m, i (i)}
        <tr class="border-b border-base-300">
          <td class="figures pl-1">{i + 1}</td>
          <td
            ><input
              dir="auto"
              class={field}
              aria-label="Role of minute {i + 1}"
              value={m.title}
              maxlength="120"
              onchange={(e) => setMinute(i, { title: e.currentTarget.value })}
            /></td
          >
          {#each [0, 1] as w (w)}
            <td>
              <input
                dir="auto"
                class={field}
                aria-label="What {who(w)} does in minute {i + 1}"
                value={m.roles.find((r) => r.partner === w)?.does ?? ''}
                maxlength="200"
                onchange={(e) =>
                  setMinute(i, {
                    roles: [
                      ...m.roles.filter((r) => r.partner !== w),
                      { partner: w, does: e.currentTarget.value }
                    ].sort((a, b) => a.partner - b.partner)
                  })}
              />
            </td>
          {/each}
          <td
            ><input
              dir="auto"
              class={field}
              aria-label="Cue of minute {i + 1}"
              value={m.cue}
              maxlength="200"
              onchange={(e) => setMinute(i, { cue: e.currentTarget.value })}
            /></td
          >
          <td class="whitespace-nowrap">
            <button
              type="button"
              class="btn btn-ghost btn-xs"
              aria-label="Minute {i + 1} earlier"
              disabled={i === 0}
              onclick={() => moveMinute(i, -1)}>↑</button
            >
            <button
              type="button"
              class="btn btn-ghost btn-xs"
              aria-label="Minute {i + 1} later"
              disabled={i === script.length - 1}
              onclick={() => moveMinute(i, 1)}>↓</button
            >
            <button
              type="button"
              class="btn btn-ghost btn-xs"
              aria-label="Repeat minute {i + 1}"
              onclick={() => setScript(script.toSpliced(i + 1, 0, m))}>+</button
            >
            <button
              type="button"
              class="btn btn-ghost btn-xs"
              aria-label="Swap sides in minute {i + 1}"
              onclick={() => setMinute(i, swapped(m))}>⇄</button
            >
            <button
              type="button"
              class="btn btn-ghost btn-xs"
              aria-label="Remove minute {i + 1}"
              onclick={() => setScript(script.filter((_, j) => j !== i))}>×</button
            ></td
          >
        </tr>
      {/each}
    </tbody>
  </table>
  <button
    type="button"
    class="btn mt-2 btn-sm"
    onclick={() =>
      setScript([
        ...script,
        {
          title: 'Rally',
          roles: [
            { partner: 0, does: 'rally' },
            { partner: 1, does: 'rally' }
          ],
          cue: 'Feet always moving'
        }
      ])}>Add a minute</button
  >
  {#if script.length && script.length <= 30}<button
      type="button"
      class="btn mt-2 btn-sm"
      onclick={() => setScript([...script, ...script.map(swapped)])}>Repeat with sides swapped</button
    >{/if}
  <Load ask={askWarmUps} small>
    {#snippet children(ready)}
      <label class="mt-3 flex flex-col gap-0.5 text-[0.8rem] leading-tight"
        >Choose another script
        <select
          class="select w-64 border-base-content/60 select-sm"
          value=""
          onchange={(e) => takeScript(ready.find((b) => b.id === e.currentTarget.value))}
        >
          <option value="">keep this script</option>
          {#each ready as b (b.id)}<option value={b.id}>{b.title}</option>{/each}
        </select></label
      >
    {/snippet}
  </Load>
  {#if students.length > 2}<p class="mt-2 text-sm">
      Students pair up in the order of the lesson; with an odd number the last three take turns.
    </p>{/if}
{:else if holds === 'match' && rules && block.match}
  <div class="mt-3 flex flex-wrap items-end gap-x-6 gap-y-3">
    {#if plan?.match}
      <Wheel label="One game" figure={plan.match.minutes} />
      <Wheel label="Games that end" figure={plan.match.games} small />
      {#if plan.match.ends}<Wheel label="A game ends in its time" figure={plan.match.ends} small />{/if}
      {#if plan.match.score}<p class="text-sm leading-tight">
          {plan.match.stands ? 'When the time is up it stands at about' : 'Likely score'}<br /><strong
            class="figures text-lg">{plan.match.score.join('–')}</strong
          >
        </p>{/if}
      {#if plan.match.chanceA && students[0]}<Wheel
          label="{names[0]} wins"
          figure={plan.match.chanceA}
          small
        />{/if}
    {/if}
    <div class="min-w-80 flex-1">
      <Race
        sides={sideNames}
        targets={[rules.to, rules.toB || rules.to]}
        chance={plan?.match?.chanceA?.value}
        small
      />
    </div>
  </div>
  <div class="mt-3">
    <RuleSentences
      {rules}
      sides={sideNames}
      onset={(next) => block.match && editor.setBlock(block.id, { match: { ...block.match, rules: next } })}
    />
  </div>
  <div class="mt-3 flex flex-wrap items-end gap-x-4 gap-y-2">
    <Load {ask} small>
      {#snippet children(games)}
        <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
          >Choose another game
          <select
            class="select w-56 border-base-content/60 select-sm"
            value=""
            onchange={(e) => takeGame(games.find((g) => g.id === e.currentTarget.value))}
          >
            <option value="">keep this game</option>
            {#each ofCourt(games) as g (g.id)}<option value={g.id}>{g.own ? '★ ' : ''}{g.title}</option
              >{/each}
          </select>
        </label>
      {/snippet}
    </Load>
    <Num
      label="Players per side (0: automatic)"
      whole
      value={block.match.side ?? 0}
      min={0}
      max={8}
      onset={(side) => setMatch({ side: side || undefined })}
    />
    <label class="flex min-w-60 flex-1 flex-col gap-0.5 text-[0.8rem] leading-tight"
      >Each rally starts with<input
        dir="auto"
        class="input w-full border-base-content/60 input-sm"
        value={block.match.start}
        maxlength="200"
        onchange={(e) => setMatch({ start: e.currentTarget.value })}
      /></label
    >
    <label class="flex min-w-60 flex-1 flex-col gap-0.5 text-[0.8rem] leading-tight"
      >Instruction to the students<input
        dir="auto"
        class="input w-full border-base-content/60 input-sm"
        value={block.match.cue}
        maxlength="200"
        onchange={(e) => setMatch({ cue: e.currentTarget.value })}
      /></label
    >
    <button type="button" class="btn btn-sm" onclick={keepOnShelf}>{kept || 'Save to my games'}</button>
  </div>
  {#each detail?.levelling ?? [] as l (l.what)}
    <div class="mt-3 max-w-3xl border-l-6 border-primary bg-base-200 px-3 py-2">
      <p class="text-sm">{l.why[0]}</p>
      <button
        type="button"
        class="btn mt-1.5 h-auto flex-col items-start gap-0 py-1 btn-primary btn-sm"
        onclick={() => editor.fix(l.fix)}
        ><span>{l.fix.label}</span><span class="figures text-xs font-normal">{l.fix.outcome}</span></button
      >
    </div>
  {/each}
  <div class="mt-4">
    {#if detail?.rotation && students.length > 2}<WhoIsWhere {editor} {block} {detail} {court} {students} />
    {:else if from}<div class="max-w-2xl">
        <DrillCourt drill={from} court={fromCourt} label="{from.title}, from which each point begins" />
      </div>{/if}
  </div>
{:else if holds === 'prompts'}
  <ol class="mt-3 max-w-xl space-y-1">
    {#each block.prompts ?? [] as p, i (i)}
      <li>
        <input
          dir="auto"
          class="{field} text-base"
          aria-label="Line {i + 1}"
          value={p}
          maxlength="200"
          onchange={(e) =>
            editor.setBlock(block.id, {
              prompts: (block.prompts ?? []).map((q, j) => (j === i ? e.currentTarget.value : q))
            })}
        />
      </li>
    {/each}
  </ol>
  {#if (block.prompts ?? []).length < 12}<button
      type="button"
      class="btn mt-2 btn-sm"
      onclick={() => editor.setBlock(block.id, { prompts: [...(block.prompts ?? []), 'New line'] })}
      >Add a line</button
    >{/if}
  {#if kindOf(block.kind)?.everyone === 'moving'}<p class="mt-3 flex gap-2 text-sm">
      <span class="heed" aria-hidden="true">!</span>Only as far as is comfortable. If there is pain or
      dizziness, stop and see a qualified professional.
    </p>{/if}
{:else}
  <p class="mt-3 text-base">
    Drink water, rest in the shade, catch your breath. Follow the venue’s rules in heat and lightning.
  </p>
{/if}
