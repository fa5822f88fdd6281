<!-- The drill's neighbours from easier to harder, each as a small court with what changes. -->
<script lang="ts">
  import type { Court, DrillCheck, Neighbour } from '$lib/api/client';
  import { sayRun } from '$lib/units/length';
  import { sayChance } from '$lib/units/say';
  import { settings } from '$lib/units/settings.svelte';
  import { sayEffort } from './parts';
  import Thumb from './Thumb.svelte';

  interface Props {
    neighbours: Neighbour[];
    /** The drill as it is, for what would change. */
    now: DrillCheck;
    courts: Court[];
    /** A variation was chosen, by its id. */
    onvary: (id: string) => void;
  }
  let { neighbours, now, courts, onvary }: Props = $props();
  const ratio = $derived(Math.max(...now.turn.balls.map((b) => b.leg.ratio)));
  const good = $derived(now.player.stages[0]?.rate?.mean ?? 0);
  const hard = (r: number) =>
    sayEffort(r > 1 ? 'unreachable' : r > 0.85 ? 'stretch' : r > 0.5 ? 'working' : 'easy');
  const sign = (v: number, digits = 0) => `${v > 0 ? '+' : '−'}${Math.abs(v).toFixed(digits)}`;
  /** The most telling figures first: only what changes. */
  function changes(n: Neighbour): string {
    const out: string[] = [];
    if (hard(n.ratio) !== hard(ratio)) out.push(hard(n.ratio));
    if (n.balls !== now.turn.balls.length)
      out.push(
        `${sign(n.balls - now.turn.balls.length)} ${Math.abs(n.balls - now.turn.balls.length) === 1 ? 'ball' : 'balls'}`
      );
    if (Math.abs(n.seconds - now.turn.seconds) >= 0.15)
      out.push(`${sign(n.seconds - now.turn.seconds, 1)} s`);
    if (Math.abs(n.metres - now.turn.metres) >= 0.7)
      out.push(
        `${n.metres > now.turn.metres ? '+' : '−'}${sayRun(Math.abs(n.metres - now.turn.metres), settings.units)}`
      );
    if (n.good > 0 && Math.abs(n.good - good) >= 0.01) out.push(`${sayChance(n.good)} good`);
    return out.length ? out.join(', ') : 'same difficulty';
  }
</script>

<h2 class="mt-3 text-base">Variations, easier to harder</h2>
<ul class="tray" aria-label="Variations">
  {#each neighbours as n (n.id)}
    {@const court = courts.find((c) => c.id === n.drill.pattern.court)}
    {#if court}
      <li class:harder={n.ratio > ratio + 0.005}>
        <button type="button" onclick={() => onvary(n.id)}>
          <span class="frame"><Thumb drill={n.drill} {court} /></span>
          <span class="font-semibold">{n.label}</span>
          <span class="text-xs">{changes(n)}</span>
        </button>
      </li>
    {/if}
  {/each}
</ul>

<style>
  .tray {
    display: flex;
    gap: 0.6rem;
    overflow-x: auto;
    padding: 0.4rem 2px 0.6rem;
  }
  .tray button {
    display: flex;
    flex-direction: column;
    width: 9.2rem;
    text-align: left;
    line-height: 1.25;
    cursor: pointer;
  }
  .frame {
    border: 2px solid transparent;
    border-radius: 5px;
  }
  button:hover .frame {
    border-color: var(--color-base-content);
  }
  li:not(.harder) + li.harder {
    border-left: 3px solid var(--color-base-content);
    padding-left: 0.6rem;
  }
</style>
