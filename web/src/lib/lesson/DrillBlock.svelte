<!-- A drill on the workbench of a lesson: the court, its goals, its tempo, and what it asks of each student. -->
<script lang="ts">
  import type { Block, BlockDetail, Court, Drill, Plan, Point, Student } from '$lib/api/client';
  import { goalKind, kitName, vocabulary } from '$lib/api/vocabulary';
  import { heading, ofKind } from '$lib/drill/stages';
  import CourtDiagram from '$lib/court/CourtDiagram.svelte';
  import Bench from '$lib/drill/Bench.svelte';
  import DrillCourt from '$lib/drill/DrillCourt.svelte';
  import type { Holder } from '$lib/drill/holder';
  import { betweenFeeds, inRhythm, round, soleCircle } from '$lib/drill/parts';
  import Num from '$lib/shell/Num.svelte';
  import Finish from '$lib/wheel/Finish.svelte';
  import Wheel from '$lib/wheel/Wheel.svelte';
  import { sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';
  import { sayChance, sayMinutes, sayRate, sayTime } from '$lib/units/say';
  import { calledAmong } from '$lib/people/names';
  import type { Editor } from './editor.svelte';
  import EachStudent from './EachStudent.svelte';
  import MachinePlan from './MachinePlan.svelte';
  import Notices from './Notices.svelte';
  import WhoIsWhere from './WhoIsWhere.svelte';

  interface Props {
    editor: Editor;
    block: Block;
    drill: Drill;
    court: Court;
    courts: Court[];
    plan?: Plan['blocks'][number];
    detail?: BlockDetail;
    /** Which side of the block is shown. */
    side: 'drill' | 'where' | 'each';
    students: Student[];
  }
  let { editor, block, drill, court, courts, plan, detail, side, students }: Props = $props();

  let who = $state(0);
  let step = $state(0);
  const players = $derived(plan?.drill?.players ?? []);
  const player = $derived(players[Math.min(who, players.length - 1)]);
  // Of a pair all stands side by side; of a group the one who is looked at.
  const many = $derived(players.length > 3);
  const columns = $derived(many && player ? [player] : players);
  const shown = $derived(player?.stages[Math.min(step, drill.stages.length - 1)]);
  const name = $derived(calledAmong(students));
  /** How many of the goals a student meets, and which one is left most often. */
  function goalsSaid(p: (typeof players)[number]) {
    if (!p.finish || p.stages.length < 2 || p.goalsMet === undefined) return '';
    const left = p.holds === undefined ? undefined : p.stages[p.holds];
    return (
      `About ${p.goalsMet.toFixed(1)} of ${p.stages.length} goals.` +
      (left ? ` Left most often: ${left.label.toLowerCase()}, ${left.goalLabel}.` : '')
    );
  }
  /** Tries at a timed goal, and the best of them where something is counted: "6 tries, best about 4". */
  function triesSaid(s: (typeof players)[number]['stages'][number]) {
    const n = Math.round(s.tries ?? 0);
    if (n < 1) return '';
    const best = s.best ? `, best about ${s.best < 10 ? s.best.toFixed(1) : Math.round(s.best)}` : '';
    return `${n} ${n > 1 ? 'tries' : 'try'}${best}`;
  }
  const was = (id: string) => plan?.before?.find((b) => b.student === id)?.chance;

  function set(next: Partial<Drill>, key = '') {
    editor.setBlock(block.id, { drill: { ...drill, ...next } }, key && `${block.id} ${key}`);
  }
  // A circle that stands in both corners is set out by dragging it here; other
  // drills are drawn as they are, and changed on the bench.
  const target = $derived(soleCircle(drill));
  function setTarget(next: Partial<Drill['targets'][number]>, key = '') {
    if (target) set({ targets: [{ ...target, ...next }] }, key);
  }
  function moveTarget(p: Point) {
    setTarget({ at: { x: Math.abs(p.x), y: p.y } }, 'target');
  }
  function offset(which: 'fromSideline' | 'fromBaseline', metres: number) {
    if (!target) return;
    moveTarget(
      which === 'fromSideline'
        ? { x: court.halfWidth[drill.pattern.area]! - metres, y: target.at.y }
        : { x: target.at.x, y: court.halfLength - metres }
    );
    editor.rest();
  }
  const ownScale = $derived(block.variants?.find((o) => o.student === player?.id)?.scale ?? 1);
  let benching = $state(false);
  const holder: Holder = {
    get drill() {
      return drill;
    },
    set: (next, key = '') => editor.setBlock(block.id, { drill: next }, key && `${block.id} ${key}`),
    rest: () => editor.rest()
  };
  const chances = $derived(
    drill.targets.map((_, i) => player?.stages[drill.stages.findIndex((st) => st.target === i)]?.rate?.mean)
  );
  function setStep(i: number, goal: Partial<Drill['stages'][number]['goal']>) {
    set({ stages: drill.stages.map((s, j) => (j === i ? { ...s, goal: { ...s.goal, ...goal } } : s)) });
  }
  const label = heading;
</script>

{#if benching}
  <Bench
    {holder}
    {courts}
    {students}
    lesson={{ minutes: block.minutes, outlook: plan?.drill, name }}
    ontake={(d) => holder.set(d)}
  >
    {#snippet head()}<p class="flex items-center gap-3">
        <span class="text-sm">Changes apply to this lesson only. The drill on the shelf stays as it is.</span
        ><button type="button" class="btn ml-auto btn-sm" onclick={() => (benching = false)}
          >Back to the block</button
        >
      </p>{/snippet}
  </Bench>
{:else if side === 'where'}
  {#if detail}<WhoIsWhere {editor} {block} {detail} {court} {students} />{/if}
{:else if side === 'each'}
  <EachStudent {editor} {block} {drill} {plan} {detail} {students} />
{:else}
  <div class="grid gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1.05fr)_minmax(0,1fr)]">
    <section aria-label="The drill on court">
      {#if target}
        <div class="aspect-[30/17] w-full">
          <CourtDiagram
            {court}
            shape={shown?.shape}
            target={{ centre: target.at, radius: target.radius }}
            offsets={plan?.drill?.offsets}
            chance={shown?.rate ? sayChance(shown.rate.mean) : undefined}
            initial={player ? name(player.id)[0] : ''}
            label="{drill.title} on {court.name}, near end left"
            onmove={moveTarget}
            onresize={(radius) => setTarget({ radius: round(radius) }, 'radius')}
            onrest={() => editor.rest()}
          />
        </div>
        <p class="mt-1 flex flex-wrap gap-x-4 text-xs">
          <span>□ coach with the basket</span><span>● student</span><span
            >··· feed, ring where it bounces</span
          ><span>— stroke to the target, with the chance to hit it</span>
        </p>
        <div class="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2">
          {#if plan?.drill}
            <Num
              label="Inside the sideline"
              length
              value={plan.drill.offsets.fromSideline}
              min={0}
              step={0.1}
              onset={(v) => offset('fromSideline', v)}
            />
            <Num
              label="Inside the baseline"
              length
              value={plan.drill.offsets.fromBaseline}
              min={0}
              step={0.1}
              onset={(v) => offset('fromBaseline', v)}
            />
          {/if}
          <Num
            label="Radius"
            length
            value={target.radius}
            min={0.1}
            max={6}
            step={0.05}
            onset={(radius) => setTarget({ radius })}
          />
          {#if ownScale !== 1 && player}<p class="w-full border-l-4 border-primary pl-2 text-sm">
              <bdi>{name(player.id)}</bdi>’s target radius is {sayLength(
                target.radius * ownScale,
                settings.units
              )}; the {shown?.rate ? sayChance(shown.rate.mean) : 'chance'} shown is for that radius.
            </p>{/if}
          <p class="max-w-56 text-xs">
            Drag the target or use the arrow keys. + and − change its size. Hold Shift for small steps.
          </p>
        </div>
      {:else}<DrillCourt
          {drill}
          {court}
          {chances}
          waiting={Math.max(1, players.length - drill.hitters)}
          label="{drill.title} on {court.name}, near end left"
        />{/if}
      <button type="button" class="btn mt-3 btn-sm" onclick={() => (benching = true)}>Edit drill</button>
      <div class="mt-4 flex flex-wrap gap-x-4 gap-y-2">
        <Num
          label="Time between feeds"
          unit="s"
          value={betweenFeeds(drill)}
          min={0.5}
          max={60}
          step={0.5}
          onset={(seconds) => set(inRhythm(drill, seconds))}
        />
        <Num
          label="Balls in the basket"
          whole
          value={drill.basket}
          min={0}
          max={2000}
          step={6}
          onset={(basket) => set({ basket })}
        />
        <Num
          label="Pick-up time"
          unit="min"
          value={drill.pickUpMinutes}
          min={0}
          max={60}
          step={0.5}
          onset={(pickUpMinutes) => set({ pickUpMinutes })}
        />
        <Num
          label="Balls in a turn"
          whole
          value={drill.turnBalls}
          min={1}
          max={500}
          onset={(turnBalls) => set({ turnBalls })}
        />
        <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight">
          Counted{plan?.quick ? ' (balls come fast: rather when the turn is over)' : ''}
          <select
            class="select w-52 border-base-content/60 select-sm"
            value={block.atEnd ? 'end' : 'ball'}
            onchange={(e) =>
              editor.setBlock(
                block.id,
                { atEnd: e.currentTarget.value === 'end' || undefined },
                `counted ${block.id}`
              )}
          >
            <option value="ball">ball by ball</option>
            <option value="end">when the turn is over</option>
          </select>
        </label>
      </div>
      {#if detail?.machine}<MachinePlan
          {editor}
          {block}
          {drill}
          machine={detail.machine}
          lastTime={detail.lastTime}
          {name}
        />{/if}
      <div class="mt-4">
        <h3 class="text-base">Cues</h3>
        <ul class="mt-1 list-inside list-disc text-sm">
          {#each drill.cues as c, i (i)}<li>{c}</li>{/each}
        </ul>
        <p class="mt-2 text-sm">
          <span class="font-semibold">To bring:</span>
          {drill.kit.map(kitName).join(', ')}
        </p>
      </div>
    </section>

    <section aria-label="Results" class="min-w-0">
      {#if plan}<Notices notices={plan.notices.filter((n) => !n.caution)} onfix={(f) => editor.fix(f)} />{/if}
      {#if plan?.drill}
        <div class="mt-3 flex flex-wrap gap-x-5 gap-y-2">
          {#if plan.drill.balls.value > 0}
            <Wheel label="Balls fed" figure={plan.drill.balls} />
            <Wheel label="Pick-ups" figure={plan.drill.pickUps} small />
          {/if}
          {#if players[0]}<Wheel
              label={players[0].finish ? 'Balls hit each' : 'Repetitions each'}
              figure={players[0].contacts}
            />{/if}
          {#if plan.drill.all}<Wheel label="Chance that all finish" figure={plan.drill.all} />
            {#if (plan.drill.waits ?? 0) >= 0.5 && plan.drill.all.value >= 0.05}<p
                class="max-w-36 self-end text-sm leading-tight"
              >
                Then the first waits {sayMinutes(plan.drill.waits!)} for the last.
              </p>{/if}{/if}
        </div>
        {#if many}
          <table class="mt-3 w-full text-sm" aria-label="Chance of each student">
            <thead
              ><tr class="border-b border-base-content text-left"
                ><th scope="col" class="py-1 font-semibold">Student</th><th scope="col"
                  ><span class="sr-only">As a bar</span></th
                ><th scope="col" class="font-semibold">Chance</th><th scope="col" class="font-semibold"
                  >Half the time under</th
                ><th scope="col" class="font-semibold">9 in 10 under</th><th scope="col" class="font-semibold"
                  >Before last lesson</th
                ></tr
              ></thead
            >
            <tbody>
              {#each players as p, i (p.id)}
                {@const before = was(p.id)}
                <tr class="border-b border-base-300" class:now={i === who}>
                  <th scope="row" class="py-0.5 pl-3 text-left font-normal"
                    ><button
                      dir="auto"
                      type="button"
                      class="hover:underline"
                      aria-pressed={i === who}
                      onclick={() => (who = i)}>{name(p.id)}</button
                    ></th
                  >
                  <td class="w-2/5 pr-3" aria-hidden="true"
                    >{#if p.finish}<span class="chance"><i style:width="{100 * p.finish.value}%"></i></span
                      >{/if}</td
                  >
                  <td title={goalsSaid(p)}><Finish who={name(p.id)} bare small player={p} /></td>
                  <td class="figures">{sayTime(p.likely)}</td>
                  <td class="figures">{sayTime(p.sure)}</td>
                  <td class="figures"
                    >{p.finish && before !== undefined && Math.abs(before - p.finish.value) >= 0.01
                      ? `${p.finish.value > before ? '▲' : '▼'} ${sayChance(before)}`
                      : ''}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        {:else}
          <div class="mt-3 flex flex-wrap gap-x-6 gap-y-3">
            {#each players as p, i (p.id)}
              {@const before = was(p.id)}
              <div>
                <button
                  dir="auto"
                  type="button"
                  class="btn mb-1 btn-xs"
                  class:btn-primary={i === who}
                  aria-pressed={i === who}
                  onclick={() => (who = i)}>{name(p.id)}</button
                >
                <div class="flex gap-3">
                  {#if p.finish}<Wheel label="Chance to finish" figure={p.finish} />{/if}
                  <Wheel label={p.finish ? 'Half the time under' : 'Takes'} figure={p.likely} small />
                  {#if p.finish}<Wheel label="9 in 10 under" figure={p.sure} small />{/if}
                </div>
                {#if p.said}<p class="mt-1 max-w-72 text-sm">
                    {p.said[0]?.toUpperCase()}{p.said.slice(1)}.
                    {goalsSaid(p)}
                  </p>{/if}
                {#if p.finish && before !== undefined && Math.abs(before - p.finish.value) >= 0.01}
                  <p class="mt-1 text-sm">
                    {p.finish.value > before ? '▲ up' : '▼ down'} from {sayChance(before)} before the last lesson
                  </p>
                {/if}
              </div>
            {/each}
          </div>
        {/if}
      {/if}
      <div class="overflow-x-auto">
        <table class="mt-4 w-full text-sm">
          <thead>
            <tr class="border-b border-base-content text-left">
              <th class="py-1 pl-3 font-semibold" scope="col">Goal</th>
              <th class="py-1 font-semibold" scope="col">How many</th>
              {#each columns as p (p.id)}<th class="py-1 pl-3 font-semibold" scope="col"
                  ><bdi>{name(p.id)}</bdi>
                  <span class="block text-xs font-normal"
                    >success rate · half the time under (9 in 10 under)</span
                  ></th
                >{/each}
            </tr>
          </thead>
          <tbody>
            {#each drill.stages as s, i (i)}
              <tr class="border-b border-base-300" class:now={i === step}>
                <th scope="row" class="py-1 pl-3 text-left font-normal">
                  <button
                    type="button"
                    class="hover:underline"
                    aria-pressed={i === step}
                    onclick={() => (step = i)}>{label(s)}</button
                  >
                </th>
                <td class="py-1 whitespace-nowrap">
                  <input
                    class="figures input w-11 border-base-content/60 px-1.5 input-xs"
                    inputmode="numeric"
                    aria-label="How many, {label(s)}"
                    value={s.goal.count}
                    onchange={(e) => {
                      const n = Number(e.currentTarget.value);
                      const least = goalKind(s.goal.kind)?.open ? 0 : 1;
                      if (Number.isInteger(n) && n >= least && n <= 1000) setStep(i, { count: n });
                      else e.currentTarget.value = String(s.goal.count);
                    }}
                  />
                  <select
                    class="select w-22 border-base-content/60 select-xs"
                    aria-label="How it is counted, {label(s)}"
                    value={s.goal.kind}
                    onchange={(e) =>
                      set({
                        stages: drill.stages.map((t, j) => (j === i ? ofKind(t, e.currentTarget.value) : t))
                      })}
                  >
                    {#each vocabulary.goals as o (o.id)}<option value={o.id}>{o.label}</option>{/each}
                  </select>
                  {#if s.goal.seconds || s.holder || s.gate}<span class="block text-xs"
                      >{players[0]?.stages[i]?.goalLabel ?? ''}{s.gate
                        ? '; gate: must be met to go on'
                        : ''}</span
                    >{/if}
                </td>
                {#each columns as p (p.id)}
                  {@const j = players.indexOf(p)}
                  {@const sp = p.stages[i]}
                  {#if sp}
                    <td class="py-1 pl-3">
                      <button
                        type="button"
                        class="figures text-left hover:underline"
                        onclick={() => ((who = j), (step = i))}
                        title="Show on the court"
                      >
                        {#if sp.rate}{sayRate(sp.rate)}
                          <span
                            >· {sayTime(sp.likely).replace(' min', '')} ({sayTime(sp.sure).replace(
                              ' min',
                              ''
                            )})</span
                          >{:else}{sayTime(sp.likely)}{/if}
                      </button>
                      {#if sp.tries}<span class="figures block text-xs">{triesSaid(sp)}</span>{/if}
                    </td>
                  {/if}
                {/each}
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      {#if shown}
        <div class="mt-2 flex flex-wrap items-end gap-3 text-sm">
          <span><bdi>{name(player!.id)}</bdi>, {shown.label.toLowerCase()}, {shown.goalLabel}:</span>
          <Wheel label={shown.rate ? 'Half the time under' : 'Takes'} figure={shown.likely} small />
          {#if shown.rate}<Wheel label="9 in 10 under" figure={shown.sure} small />{/if}
        </div>
      {/if}
      <div class="mt-4">
        <h3 class="text-base">Watch out</h3>
        {#if plan}
          <Notices
            notices={plan.notices.filter((n) => n.caution)}
            of={{ lesson: editor.lesson.id, group: editor.lesson.students }}
            onfix={(f) => editor.fix(f)}
            onseen={(text, seen) =>
              editor.setBlock(block.id, {
                seen: seen ? [...(block.seen ?? []), text] : (block.seen ?? []).filter((t) => t !== text)
              })}
          />
        {/if}
        <p class="mt-1 text-xs">Always follow the venue’s rules and the advice of qualified people.</p>
      </div>
    </section>
  </div>
{/if}

<style>
  .chance {
    display: block;
    height: 0.7rem;
    border: 1px solid var(--color-base-content);
    background: var(--color-base-100);
  }
  .chance i {
    display: block;
    height: 100%;
    background: var(--doing-hitting);
  }
  tr.now {
    background: var(--color-base-200);
    box-shadow: inset 6px 0 0 #d7ee2a;
  }
</style>
