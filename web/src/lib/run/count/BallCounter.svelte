<!-- Balls, one press each: good or missed; the shots of a rally; a race. -->
<script lang="ts">
  import { goalKind } from '$lib/api/vocabulary';
  import type { Session } from '../session.svelte';

  let { session, tight = false }: { session: Session; tight?: boolean } = $props();
  const step = $derived(session.stage!);
  const kind = $derived(goalKind(step.goal.kind));
  const rally = $derived(kind?.counter === 'shots');
  const race = $derived(kind?.holding === 'none');
  const pips = $derived(step.goal.count > 1 && step.goal.count <= 12 ? step.goal.count : 0);
  const others = $derived(
    race
      ? (session.blockState?.students ?? [])
          .filter((s) => s.id !== session.student?.id)
          .map((s) => s.stages[session.step]?.count ?? 0)
      : []
  );
</script>

<div class="flex items-end justify-between gap-3" aria-live="polite">
  <p class="figures leading-none" aria-label="{step.count} of {step.goalLabel}">
    <span class="text-7xl font-semibold">{step.count}</span><span class="text-3xl">/{step.goal.count}</span>
  </p>
  <dl class="grid grid-cols-[auto_auto] items-baseline gap-x-2 text-right leading-tight">
    {#if race}
      <dt>the other{others.length > 1 ? 's' : ''}</dt>
      <dd class="figures text-3xl font-semibold">{others.join(' · ')}</dd>
    {:else}
      <dt>{rally ? 'this rally' : 'streak'}</dt>
      <dd class="figures">
        <span class="text-3xl font-semibold" role="status" aria-label={rally ? 'This rally' : 'Streak'}
          >{step.streak}</span
        > <span class="text-lg">best {step.best}</span>
      </dd>
    {/if}
    {#if !rally}
      <dt>good</dt>
      <dd class="figures text-xl">{step.good} of {step.balls}</dd>
    {/if}
  </dl>
</div>
{#if pips && !tight && !session.student?.met}<div class="flex gap-1" aria-hidden="true">
    {#each { length: pips }, i (i)}<span class="pip" class:on={i < step.count}></span>{/each}
  </div>{/if}

<style>
  .pip {
    flex: 1;
    height: 0.8rem;
    border: 2px solid var(--color-base-content);
    border-radius: 0.2rem;
  }
  .pip.on {
    background: #d7ee2a;
  }
</style>
