<!-- A race drawn: two rows of points to be had, and how often each side gets there first. -->
<script lang="ts">
  import { sayChance } from '$lib/units/say';

  interface Props {
    sides: readonly string[];
    targets: readonly [number, number];
    /** The chance that the first side wins; absent while it is not known. */
    chance?: number;
    small?: boolean;
  }
  let { sides, targets, chance, small = false }: Props = $props();
  const rows = $derived([0, 1].map((i) => ({ who: sides[i] ?? 'AB'[i]!, n: targets[i]! })));
</script>

<div class="race" class:small role="group" aria-label="The race">
  {#each rows as side, i (i)}
    <p dir="auto" class="who">{side.who}</p>
    <div class="pips" aria-hidden="true">
      {#each { length: Math.max(...targets) }, k (k)}<span
          class="pip"
          class:mine={k < side.n}
          class:goal={k === side.n - 1}
        ></span>{/each}
    </div>
    <p class="figures text-lg font-semibold">{side.n}</p>
  {/each}
</div>
{#if chance !== undefined}
  <div
    class="split"
    role="img"
    aria-label="{rows[0]!.who} wins {sayChance(chance)}, {rows[1]!.who} {sayChance(1 - chance)}"
  >
    <span style:width="{chance * 100}%">{rows[0]!.who.slice(0, 12)} {sayChance(chance)}</span><span class="b"
      >{rows[1]!.who.slice(0, 12)} {sayChance(1 - chance)}</span
    >
    <i></i>
  </div>
{/if}

<style>
  .race {
    display: grid;
    grid-template-columns: minmax(4rem, auto) 1fr auto;
    align-items: center;
    gap: 0.6rem 0.9rem;
    max-width: 48rem;
  }
  .who {
    max-width: 11rem;
    font-weight: 650;
  }
  .pips {
    display: flex;
    gap: 3px;
  }
  .pip {
    flex: 0 1 2.1rem;
    aspect-ratio: 1;
    border-radius: 50%;
    border: 1px dashed var(--color-base-300);
  }
  .pip.mine {
    border: 1.5px solid var(--color-base-content);
    background: var(--court-in);
  }
  .pip.goal {
    background: #d7ee2a;
  }
  .split {
    position: relative;
    display: flex;
    max-width: 48rem;
    height: 2.2rem;
    margin-top: 1rem;
    border: 1.5px solid var(--color-base-content);
    border-radius: 0.25rem;
    overflow: hidden;
    font-weight: 650;
  }
  .split span {
    padding: 0.25rem 0.6rem;
    white-space: nowrap;
    overflow: hidden;
    background: #1c2421;
    color: #f7f4ea;
    transition: width 200ms;
  }
  .split .b {
    flex: 1;
    text-align: right;
    background: var(--color-base-200);
    color: var(--color-base-content);
  }
  /* The middle, where a race is fair. */
  .split i {
    position: absolute;
    left: 50%;
    top: 0;
    bottom: 0;
    width: 0;
    border-left: 3px dashed #d7ee2a;
    mix-blend-mode: normal;
  }
  .race.small {
    gap: 0.3rem 0.9rem;
  }
  .race.small .pip {
    flex-basis: 1.1rem;
  }
</style>
