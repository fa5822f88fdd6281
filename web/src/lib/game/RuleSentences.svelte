<!-- The rules of a game as sentences whose words are the controls. -->
<script lang="ts">
  import type { Rules } from '$lib/api/client';
  import Word from './Word.svelte';

  interface Props {
    rules: Rules;
    sides: readonly string[];
    onset: (rules: Rules) => void;
  }
  let { rules, sides, onset }: Props = $props();
  type Mark = NonNullable<Rules['marks']>[number];

  const set = (next: Partial<Rules>) => onset({ ...rules, ...next });
  const name = (i: number) => ((sides[i]?.length ?? 0) > 1 ? sides[i]! : `side ${'AB'[i]}`);
  const marks = $derived(rules.marks ?? []);
  const setMark = (i: number, next: Partial<Mark>) =>
    set({ marks: marks.map((m, j) => (j === i ? { ...m, ...next } : m)) });

  const feeds = [
    { id: 'coach', label: 'is done by the coach' },
    { id: 'every', label: 'changes every' },
    { id: 'winner', label: 'goes to the winner of the rally' },
    { id: 'loser', label: 'goes to the loser of the rally' }
  ];
  const feed = $derived(rules.feeder ?? (rules.feedChangesEvery > 0 ? 'every' : 'coach'));
  function setFeed(id: string) {
    if (id === 'winner' || id === 'loser') set({ feeder: id, feedFirst: undefined, feedChangesEvery: 0 });
    else set({ feeder: undefined, feedFirst: undefined, feedChangesEvery: id === 'every' ? 4 : 0 });
  }
  const nets = $derived([
    { id: 'no', label: 'Nobody changes places' },
    { id: 'winner', label: 'The net goes to the winner of a rally' },
    ...(rules.set ? [{ id: 'set', label: 'The net goes to the winner of a set' }] : [])
  ]);
  const effects = [
    { id: 'worth', label: 'makes the rally worth' },
    { id: 'times', label: 'multiplies the rally by' },
    { id: 'bonus', label: 'gives the server’s side, whoever wins,' },
    { id: 'ends', label: 'ends the rally and loses it for the player who did it' }
  ];
  const effect = (m: Mark) => (m.ends ? 'ends' : m.bonus ? 'bonus' : m.times ? 'times' : 'worth');
  function setEffect(i: number, id: string) {
    setMark(i, {
      worth: id === 'worth' ? 3 : undefined,
      times: id === 'times' ? 2 : undefined,
      bonus: id === 'bonus' ? 1 : undefined,
      ends: id === 'ends' || undefined,
      firstServe: undefined
    });
  }
  function addMark() {
    let n = marks.length + 1;
    while (marks.some((m) => m.id === `mark${n}`)) n++;
    set({ marks: [...marks, { id: `mark${n}`, words: 'Marker hit', worth: 3, usual: 0.15 }] });
  }
  const yesNo = (yes: string, no: string) => [
    { id: 'yes', label: yes },
    { id: 'no', label: no }
  ];
</script>

<div class="sentences" role="group" aria-label="The rules">
  <p>
    The game goes to <Word
      label="Points to play to"
      value={rules.to}
      min={1}
      max={100}
      onset={(v) => set({ to: Math.round(+v), cap: rules.cap && Math.max(rules.cap, +v) })}
    />{#if rules.toB}
      for <bdi>{name(0)}</bdi> and to <Word
        label="Points of the other side"
        value={rules.toB}
        min={1}
        max={100}
        onset={(v) => set({ toB: Math.round(+v) })}
      /> for <bdi>{name(1)}</bdi>{/if}, <Word
      label="Even or uneven"
      value={rules.toB ? 'no' : 'yes'}
      options={yesNo('the same for both', 'uneven')}
      onset={(v) =>
        v === 'yes' ? set({ toB: undefined }) : set({ toB: Math.max(1, Math.round(rules.to / 2)), winBy: 1 })}
    />{#if !rules.toB}, won by <Word
        label="Won by"
        value={rules.winBy}
        options={[
          { id: '1', label: 'one' },
          { id: '2', label: 'two' }
        ]}
        onset={(v) => set({ winBy: +v })}
      />{/if}; <Word
      label="Cap"
      value={rules.cap ? 'yes' : 'no'}
      options={yesNo('whoever has', 'no cap')}
      onset={(v) => set({ cap: v === 'yes' ? Math.max(rules.to, rules.toB ?? 0) + 4 : undefined })}
    />{#if rules.cap}
      <Word
        label="The cap"
        value={rules.cap}
        min={Math.max(rules.to, rules.toB ?? 0)}
        max={200}
        onset={(v) => set({ cap: Math.round(+v) })}
      /> wins, whatever the lead{/if}.
  </p>
  <p>
    The feed or serve <Word
      label="Feeder"
      value={feed}
      options={feeds}
      onset={setFeed}
    />{#if feed === 'every'}
      <Word
        label="Rallies between changes of feed"
        value={rules.feedChangesEvery}
        min={1}
        max={50}
        onset={(v) => set({ feedChangesEvery: Math.round(+v), feedFirst: undefined })}
      /> rallies, first after <Word
        label="Rallies to the first change of feed"
        value={rules.feedFirst || rules.feedChangesEvery}
        min={1}
        max={rules.feedChangesEvery}
        onset={(v) => set({ feedFirst: +v === rules.feedChangesEvery ? undefined : Math.round(+v) })}
      />{/if}. A rally takes <Word
      label="Seconds of a rally"
      value={rules.secondsPerPoint}
      min={1}
      max={300}
      onset={(v) => set({ secondsPerPoint: +v })}
    /> s.
  </p>
  <p>
    <Word
      label="Rallies or sets"
      value={rules.set ? 'yes' : 'no'}
      options={yesNo('Rallies come in sets of', 'Every rally counts by itself')}
      onset={(v) =>
        set(
          v === 'yes'
            ? { set: { rallies: 3, points: 1, sweep: 2 } }
            : { set: undefined, net: rules.net === 'set' ? undefined : rules.net }
        )}
    />{#if rules.set}
      {@const s = rules.set}
      <Word
        label="Rallies of a set"
        value={s.rallies}
        min={2}
        max={15}
        onset={(v) => set({ set: { ...s, rallies: Math.round(+v) } })}
      />. The side that wins more of them scores <Word
        label="A set is worth"
        value={s.points}
        min={1}
        max={10}
        onset={(v) => set({ set: { ...s, points: Math.round(+v) } })}
      />, a side that wins all scores <Word
        label="A sweep is worth"
        value={s.sweep || s.points}
        min={1}
        max={20}
        onset={(v) => set({ set: { ...s, sweep: +v === s.points ? 0 : Math.round(+v) } })}
      />{/if}.
  </p>
  <p>
    <Word
      label="The net"
      value={rules.net ?? 'no'}
      options={nets}
      onset={(v) =>
        set({
          net: v === 'no' ? undefined : (v as 'winner' | 'set'),
          onlyNetScores: v === 'winner' ? rules.onlyNetScores : undefined
        })}
    />{#if rules.net === 'winner'}, and <Word
        label="Who scores"
        value={rules.onlyNetScores ? 'yes' : 'no'}
        options={yesNo('only the side at the net scores', 'both sides score')}
        onset={(v) => set({ onlyNetScores: v === 'yes' || undefined })}
      />{/if}. <Word
      label="Individual scores"
      value={rules.ownScores ? 'yes' : 'no'}
      options={yesNo('Each player also has an individual score', 'Only sides keep a score')}
      onset={(v) => set({ ownScores: v === 'yes' || undefined })}
    />.
  </p>
  <p>
    <Word
      label="Practice rounds"
      value={rules.warmUp ?? 0}
      min={0}
      max={50}
      onset={(v) => set({ warmUp: Math.round(+v) || undefined })}
    /> practice {rules.warmUp === 1 ? 'round comes' : 'rounds come'} before scoring starts. Between equal players
    <bdi>{name(0)}</bdi> wins
    <Word
      label="Share of rallies the first side wins, %"
      value={Math.round(100 * (rules.favours || 0.5))}
      min={5}
      max={95}
      onset={(v) => set({ favours: +v === 50 ? undefined : +v / 100 })}
    /> % of the rallies{rules.favours ? ' because of its position' : ''}.
  </p>
  {#each marks as m, i (m.id)}
    <p>
      “<input
        dir="auto"
        class="input inline-block h-8 w-44 border-x-0 border-t-0 border-b-2 border-base-content bg-base-200 px-1 font-semibold"
        aria-label="Name of bonus or penalty {i + 1}"
        maxlength="60"
        value={m.words ?? ''}
        onchange={(e) => setMark(i, { words: e.currentTarget.value.trim() || 'Bonus' })}
      />” <Word
        label="Effect of bonus or penalty {i + 1}"
        value={effect(m)}
        options={effects}
        onset={(v) => setEffect(i, v)}
      />{#if !m.ends}
        <Word
          label="Value of bonus or penalty {i + 1}"
          value={m.worth ?? m.times ?? m.bonus ?? 1}
          min={1}
          max={m.times || m.bonus ? 5 : 10}
          onset={(v) => setMark(i, { [effect(m)]: Math.round(+v) })}
        />{/if}{#if m.bonus}, <Word
          label="Serve for bonus or penalty {i + 1}"
          value={m.firstServe ? 'yes' : 'no'}
          options={yesNo('with the first serve only', 'with either serve')}
          onset={(v) => setMark(i, { firstServe: v === 'yes' || undefined })}
        />{/if}{#if !m.ends}; it happens in about <Word
          label="Share of rallies with bonus or penalty {i + 1}, %"
          value={Math.round(100 * (m.usual ?? 0))}
          min={0}
          max={100}
          onset={(v) => setMark(i, { usual: +v / 100 || undefined })}
        /> % of the rallies{/if}.
      <button
        type="button"
        class="btn btn-ghost btn-xs"
        aria-label="Remove bonus or penalty {i + 1}"
        onclick={() => set({ marks: marks.filter((_, j) => j !== i) })}>✕</button
      >
    </p>
  {/each}
  {#if marks.length < 6}<button type="button" class="btn btn-xs" onclick={addMark}
      >Add a bonus or penalty</button
    >{/if}
</div>

<style>
  .sentences {
    max-width: 46rem;
    font-size: 1.06rem;
    line-height: 2.3rem;
  }
</style>
