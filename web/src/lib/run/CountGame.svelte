<!-- A game being scored: press the side that won the point. -->
<script lang="ts">
  import type { Block } from '$lib/api/client';
  import type { Session } from './session.svelte';

  let { session, match, names }: { session: Session; match: NonNullable<Block['match']>; names: string[] } =
    $props();
  const score = $derived(session.blockState?.score);
  const rules = $derived(match.rules);
  const side = (i: number) => (names.length > 2 ? `Side ${'AB'[i]}` : (names[i] ?? `Side ${i + 1}`));
</script>

{#if score}
  <p class="py-2 text-center text-lg">
    To {rules.to}{rules.toB ? ` against ${rules.toB}` : ''}{rules.winBy === 2 ? ', by two' : ''} · {match.start}
  </p>
  {#if score.warmUpLeft}<p class="text-center text-lg font-semibold" role="status">
      Warming up: {score.warmUpLeft}
      {score.warmUpLeft === 1 ? 'rally' : 'rallies'} before it counts
    </p>
  {:else if rules.set && score.set}<p class="text-center text-lg" role="status">
      This set: <strong class="figures">{score.set[0]}–{score.set[1]}</strong>, {score.setLeft} of {rules.set
        .rallies} to come
    </p>{/if}
  <div class="grid flex-1 grid-cols-2 gap-2">
    {#each [0, 1] as i (i)}
      <button
        type="button"
        class="side"
        aria-keyshortcuts={String(i + 1)}
        aria-label="Point to {side(i)}, who has {score.points[i]}"
        onclick={() => session.block && session.add({ kind: 'point', block: session.block.id, value: i })}
      >
        <span class="text-2xl font-semibold">{side(i)}</span>
        <span class="figures text-8xl font-semibold">{score.points[i]}</span>
        <span class="h-8 text-lg">
          {#if score.over && score.winner === i}<strong>won the game</strong>
          {:else if rules.net && score.net === i}<span class="feeds"
              >{rules.onlyNetScores ? 'has the feed' : 'has the net'}</span
            >
          {:else if match.rules.feedChangesEvery > 0 && score.feeder === i && !score.over}<span class="feeds"
              >feeds, {score.feedsLeft} more</span
            >{/if}
        </span>
        {#if score.games[0] || score.games[1]}<span class="figures text-sm">games {score.games[i]}</span>{/if}
      </button>
    {/each}
  </div>
  <p class="py-2 text-center text-lg" role="status">
    {#if score.over}<strong>{session.state.reached ?? 'Game over'}.</strong> The next point opens a new game.{:else}“{match.cue}”{/if}
  </p>
  <button
    type="button"
    class="btn mb-2 h-14 w-full text-lg"
    aria-keyshortcuts="u"
    disabled={!session.state.undoable}
    onclick={() => session.undo()}>Undo {session.state.undoWords ?? ''}</button
  >
{/if}

<style>
  .side {
    display: flex;
    flex-direction: column;
    align-items: center;
    justify-content: center;
    gap: 1rem;
    min-height: 16rem;
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
