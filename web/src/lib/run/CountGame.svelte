<!-- A game being scored: press the side that won the rally, or what it was won with. -->
<script lang="ts">
  import type { Block } from '$lib/api/client';
  import type { Session } from './session.svelte';
  import Suggestion from './Suggestion.svelte';
  import Turn from './Turn.svelte';
  import UndoButton from './UndoButton.svelte';
  import WhoPlays from './WhoPlays.svelte';

  let { session, match, names }: { session: Session; match: NonNullable<Block['match']>; names: string[] } =
    $props();
  const rules = $derived(match.rules);
  const courts = $derived(session.blockState?.courts ?? []);
  let at = $state(0);
  let second = $state(false);
  let suggested = $state(false);
  let armed = $state<string[]>([]);
  const court = $derived(courts[Math.min(at, courts.length - 1)]);
  const score = $derived(court?.score);
  const name = (id: string) => names[session.students.findIndex((s) => s.id === id)] ?? '';
  const who = (i: number) => court?.sides[i] ?? [];
  const side = (i: number) => who(i).map(name).join(' & ') || `Side ${'AB'[i]}`;
  /** What a side is or does; a place that changes hands is told by who has it. */
  const role = (i: number) => ((match.sides?.[i]?.length ?? 0) > 1 && !rules.net ? match.sides![i]! : '');
  // A bonus is the feeder's, whoever wins: it is set before the side is pressed. What
  // changes a rally's worth, or ends it, belongs to a side and is one press.
  /** What a bonus or penalty is called; the game's author may have left it without a name. */
  const markName = (m: NonNullable<typeof rules.marks>[number]) => m.words || 'Bonus';
  const bonuses = $derived((rules.marks ?? []).filter((m) => m.bonus && !m.worth && !m.times && !m.ends));
  const ofASide = $derived((rules.marks ?? []).filter((m) => m.worth || m.times || m.ends));
  const servesTwice = $derived((rules.marks ?? []).some((m) => m.firstServe));
  const started = $derived(!!court && court.rallies.some((n) => n > 0));
  const own = (id: string) => score?.own?.[session.students.findIndex((s) => s.id === id)] ?? 0;
  const ranked = $derived(
    rules.ownScores
      ? session.students
          .map((s) => ({ id: s.id, name: name(s.id), points: own(s.id) }))
          .sort((a, b) => b.points - a.points)
      : []
  );

  function point(i: number, marks: string[] = [], student?: string) {
    if (!session.block) return;
    const all = [...armed, ...(second ? ['secondServe'] : []), ...marks];
    session.add({
      kind: 'point',
      block: session.block.id,
      value: i,
      court: at || undefined,
      marks: all.length ? all : undefined,
      student
    });
    armed = [];
    second = false;
  }
  const toggle = (id: string) =>
    (armed = armed.includes(id) ? armed.filter((a) => a !== id) : [...armed, id]);
  function practice(rounds: number) {
    if (session.block)
      session.add({ kind: 'practice', block: session.block.id, value: rounds, court: at || undefined });
  }
  const rounds = $derived(Math.ceil((score?.warmUpLeft ?? 0) / (rules.set?.rallies ?? 1)));
  const worth = (m: { worth?: number; times?: number }) =>
    m.worth ? ` ${m.worth}` : m.times ? ` × ${m.times}` : '';
</script>

{#if score && court}
  <Turn {session} {names} />
  {#if courts.length > 1}
    <div class="mb-2 grid grid-flow-col gap-2" role="group" aria-label="Court">
      {#each courts as c, i (i)}
        <button
          type="button"
          class="btn h-14 border-2 border-base-content text-lg"
          class:btn-accent={i === at}
          aria-pressed={i === at}
          onclick={() => (at = i)}
          >Court {i + 1} <span class="figures">{c.score.points[0]}–{c.score.points[1]}</span></button
        >
      {/each}
    </div>
  {/if}
  {#if score.warmUpLeft || !started}
    <div class="mb-1 flex items-center justify-center gap-3 text-lg" role="status">
      <button
        type="button"
        class="btn h-14 w-14 border-2 border-base-content text-2xl"
        aria-label="One practice round fewer"
        disabled={!rounds}
        onclick={() => practice(rounds - 1)}>−</button
      >
      <span class="font-semibold"
        >{rounds
          ? `Practice: ${rounds} ${rounds === 1 ? 'round' : 'rounds'} before scoring starts`
          : `Play to ${rules.to}${rules.toB ? ` against ${rules.toB}` : ''}. Scoring starts with the first rally`}</span
      >
      <button
        type="button"
        class="btn h-14 w-14 border-2 border-base-content text-2xl"
        aria-label="One practice round more"
        disabled={rounds >= 20}
        onclick={() => practice(rounds + 1)}>+</button
      >
    </div>
  {:else}
    <p class="truncate py-1 text-center text-base">
      Play to {rules.to}{rules.toB ? ` against ${rules.toB}` : ''}{rules.winBy === 2 ? ', win by two' : ''} · {match.start}
    </p>
  {/if}
  {#if rules.set && score.set && (score.warmUpLeft || started)}<p class="text-center text-lg" role="status">
      Ball {rules.set.rallies - (score.setLeft ?? 0) + 1} of {rules.set.rallies}:
      <strong class="figures">{score.set[0]}–{score.set[1]}</strong>
    </p>{/if}
  {#if bonuses.length || servesTwice}
    <div class="mb-2 flex flex-wrap gap-2">
      {#if servesTwice}<button
          type="button"
          class="btn h-14 flex-1 border-2 border-base-content text-lg"
          class:btn-accent={second}
          aria-pressed={second}
          onclick={() => (second = !second)}>Second serve</button
        >{/if}
      {#each bonuses as m (m.id)}
        <button
          type="button"
          class="btn h-14 flex-1 border-2 border-base-content text-lg leading-tight"
          class:btn-accent={armed.includes(m.id)}
          aria-pressed={armed.includes(m.id)}
          disabled={second && m.firstServe}
          onclick={() => toggle(m.id)}>{markName(m)}, {m.bonus} more</button
        >
      {/each}
    </div>
  {/if}
  <div class="grid flex-1 grid-cols-2 gap-2">
    {#each [0, 1] as i (i)}
      <div class="flex min-w-0 flex-col gap-2">
        <button
          type="button"
          class="side flex-1"
          aria-keyshortcuts={String(i + 1)}
          aria-label="Point to {side(i)}, now on {score.points[i]}"
          onclick={() => point(i)}
        >
          <span dir="auto" class="max-w-full truncate px-1 text-2xl font-semibold">{side(i)}</span>
          {#if role(i)}<span class="max-w-full truncate text-base">{role(i)}</span>{/if}
          <span class="figures text-7xl font-semibold">{score.points[i]}</span>
          <span class="min-h-8 text-lg">
            {#if score.over && score.winner === i}<strong>won the game</strong>
            {:else if rules.net && score.net === i}<span class="feeds"
                >{rules.onlyNetScores ? 'has the feed' : 'has the net'}</span
              >
            {:else if match.rules.feedChangesEvery > 0 && score.feeder === i && !score.over}<span
                class="feeds">feeds, {score.feedsLeft} more</span
              >{:else if rules.feeder && score.feeder === i && !score.over}<span class="feeds">feeds</span
              >{/if}
          </span>
          {#if score.games[0] || score.games[1]}<span class="figures text-sm">games {score.games[i]}</span
            >{/if}
        </button>
        {#if rules.ownScores}
          <div class="grid grid-cols-2 gap-2">
            {#each who(i) as id (id)}
              <button
                type="button"
                class="btn h-14 min-w-0 flex-col gap-0 border-2 border-base-content text-base leading-tight"
                class:col-span-2={who(i).length === 1}
                aria-label="Point made by {name(id)}, individual score {own(id)}"
                onclick={() => point(i, [], id)}
                ><span dir="auto" class="max-w-full truncate">{name(id)}</span><span class="figures"
                  >{own(id)}</span
                ></button
              >
            {/each}
          </div>
        {/if}
        {#each ofASide as m (m.id)}
          <button
            type="button"
            class="btn h-14 border-2 border-base-content text-base leading-tight"
            aria-label="{markName(m)}, {side(i)}"
            onclick={() => point(m.ends ? 1 - i : i, [m.id])}>{markName(m)}{worth(m)}</button
          >
        {/each}
      </div>
    {/each}
  </div>
  <Suggestion {session} {names} bind:any={suggested} />
  <p class="py-0.5 text-center text-lg leading-tight" role="status">
    {#if score.over}<strong>{session.state.reached ?? 'Game over'}.</strong> The next point starts a new game.
    {:else if ranked.length > 2}{ranked.map((r) => `${r.name} ${r.points}`).join(' · ')}
    {:else if !suggested}<span class="line-clamp-2">“<bdi>{match.cue}</bdi>”</span>{/if}
  </p>
  <div class="grid grid-cols-2 gap-2">
    <UndoButton {session} />
    {#if session.students.length > 2}<WhoPlays {session} {names} court={at} />{/if}
  </div>
{/if}

<style>
  .side {
    display: flex;
    flex-direction: column;
    align-items: center;
    justify-content: center;
    gap: 0.25rem;
    min-height: 8rem;
    border: 3px solid var(--color-base-content);
    border-radius: 0.5rem;
    touch-action: manipulation;
  }
  .side:active {
    background: var(--color-base-200);
  }
  .feeds {
    background: #d7ee2a;
    color: #1c2421;
    padding: 0.15rem 0.6rem;
    border-radius: 1rem;
    font-weight: 650;
  }
</style>
