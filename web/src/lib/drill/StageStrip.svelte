<!-- The stages of a drill in their order, to pick, to drag, to move with Alt and the arrows. -->
<script lang="ts">
  import type { Drill, DrillCheck } from '$lib/api/client';
  import { sayChance } from '$lib/units/say';
  import { heading, strokeNameOf } from './stages';

  interface Props {
    drill: Drill;
    check?: DrillCheck;
    /** The stage in hand; −1: the drill as a whole. */
    chosen: number;
    onchoose: (i: number) => void;
    onset: (drill: Drill) => void;
  }
  let { drill, check, chosen, onchoose, onset }: Props = $props();
  let dragged = $state(-1);

  function move(from: number, to: number) {
    if (to < 0 || to >= drill.stages.length || from === to) return;
    const stages = drill.stages.slice();
    stages.splice(to, 0, ...stages.splice(from, 1));
    onset({ ...drill, stages });
    onchoose(to);
  }
  function key(e: KeyboardEvent, i: number) {
    const by = e.key === 'ArrowLeft' ? -1 : e.key === 'ArrowRight' ? 1 : 0;
    if (!by) return;
    e.preventDefault();
    if (e.altKey) move(i, i + by);
    else onchoose(Math.max(-1, Math.min(drill.stages.length - 1, i + by)));
  }
</script>

<div class="strip" role="group" aria-label="Stages">
  <button
    type="button"
    class="stage all"
    class:on={chosen < 0}
    aria-pressed={chosen < 0}
    onclick={() => onchoose(-1)}>The drill</button
  >
  {#each drill.stages as s, i (i)}
    {@const sp = check?.player.stages[i]}
    {#if i}<span class="link" class:gate={drill.stages[i - 1]?.gate} aria-hidden="true"
        >{drill.stages[i - 1]?.gate ? '⎮' : '–'}</span
      >{/if}
    <button
      type="button"
      class="stage"
      class:on={chosen === i}
      class:over={dragged >= 0 && dragged !== i}
      aria-pressed={chosen === i}
      aria-label="Stage {i + 1}: {heading(s)}, {sp?.goalLabel ?? ''}{s.gate
        ? ', gate: must be met to go on'
        : ''}. Alt and arrows move it"
      draggable="true"
      ondragstart={(e) => {
        dragged = i;
        e.dataTransfer?.setData('text/plain', String(i));
      }}
      ondragover={(e) => e.preventDefault()}
      ondrop={(e) => {
        e.preventDefault();
        move(dragged, i);
      }}
      ondragend={() => (dragged = -1)}
      onkeydown={(e) => key(e, i)}
      onclick={() => onchoose(i)}
    >
      <span class="name">{heading(s)}</span>
      <span class="goal"
        >{sp?.goalLabel ?? strokeNameOf(s)}{sp?.rate ? ` · ${sayChance(sp.rate.mean)}` : ''}</span
      >
    </button>
  {/each}
  {#if drill.stages.length < 24}<button
      type="button"
      class="btn btn-xs"
      onclick={() => {
        onset({ ...drill, stages: [...drill.stages, { ...drill.stages.at(-1)!, gate: undefined }] });
        onchoose(drill.stages.length);
      }}>Add stage</button
    >{/if}
</div>

<style>
  .strip {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.25rem;
    margin-top: 0.5rem;
  }
  .stage {
    display: flex;
    flex-direction: column;
    align-items: flex-start;
    max-width: 11rem;
    padding: 0.2rem 0.5rem;
    border: 1.5px solid color-mix(in oklab, var(--color-base-content) 60%, transparent);
    border-radius: 0.3rem;
    line-height: 1.2;
    text-align: left;
    cursor: grab;
  }
  .stage.all {
    cursor: pointer;
    font-size: 0.85rem;
    padding-block: 0.55rem;
  }
  .stage.on {
    border-color: var(--color-base-content);
    background: var(--color-base-content);
    color: var(--color-base-100);
  }
  .stage.over {
    border-style: dashed;
  }
  .name {
    max-width: 100%;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    font-size: 0.85rem;
    font-weight: 650;
  }
  .goal {
    font-size: 0.72rem;
  }
  .link.gate {
    font-weight: 900;
    font-size: 1.3rem;
    line-height: 1;
  }
</style>
