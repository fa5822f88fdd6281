<!-- Two who play with each other, counted side by side: a ball of either is one press. -->
<script lang="ts">
  import { settings } from '$lib/units/settings.svelte';
  import type { Session } from '../session.svelte';

  let { session, ids, name }: { session: Session; ids: string[]; name: (id: string) => string } = $props();
  const both = $derived(
    ids.map((id) => {
      const s = session.blockState?.students?.find((o) => o.id === id);
      const step = session.due?.student === id ? session.due.stage : (s?.stage ?? 0);
      return { id, step, stage: s?.stages[step], stages: s?.stages ?? [] };
    })
  );
  /** Whom the coach chose; nobody: the balls go round. */
  const picked = $derived(session.due && !session.due.sure ? session.due.student : '');
</script>

<div
  class="grid grid-cols-2 gap-2"
  class:left={settings.thumb === 'left'}
  role="group"
  aria-label="Both players"
>
  {#each both as p (p.id)}
    {#if p.stage}
      <section class="one" class:due={session.due?.student === p.id} aria-label={name(p.id)}>
        <button
          type="button"
          class="head"
          aria-pressed={picked === p.id}
          aria-label="Count {name(p.id)}, {p.stages.filter((t) => t.met).length} of {p.stages
            .length} goals met"
          onclick={() => session.add({ kind: 'focus', student: picked === p.id ? undefined : p.id })}
        >
          <strong dir="auto" class="min-w-0 flex-1 truncate text-lg">{name(p.id)}</strong>
          <span
            class="figures text-3xl leading-none font-semibold"
            aria-label="{p.stage.count} of {p.stage.goalLabel}"
            >{p.stage.count}<span class="text-lg">/{p.stage.goal.count}</span></span
          >
        </button>
        <p class="line-clamp-2 text-sm leading-tight">
          {#if p.stages.length > 1}{p.stage.label}.
          {/if}<span class="figures">{p.stage.good} of {p.stage.balls}, streak {p.stage.streak}</span>
        </p>
        <button
          type="button"
          class="big good"
          aria-label="Good, {name(p.id)}"
          onclick={() => session.tapOf('good', p.id, p.step)}><span aria-hidden="true">✓</span> Good</button
        >
        <button
          type="button"
          class="big miss"
          aria-label="Miss, {name(p.id)}"
          onclick={() => session.tapOf('miss', p.id, p.step)}><span aria-hidden="true">×</span> Miss</button
        >
      </section>
    {/if}
  {/each}
</div>

<style>
  .one {
    display: flex;
    flex-direction: column;
    gap: 0.4rem;
    min-width: 0;
    padding: 0.35rem;
    border: 2px solid color-mix(in oklab, var(--color-base-content) 60%, transparent);
    border-radius: 0.5rem;
  }
  .one.due {
    border: 4px solid var(--color-base-content);
    padding: calc(0.35rem - 2px);
  }
  .head {
    display: flex;
    align-items: center;
    gap: 0.25rem;
    min-height: 3.5rem;
    padding: 0 0.35rem;
    text-align: left;
    border: 2px solid color-mix(in oklab, var(--color-base-content) 60%, transparent);
    border-radius: 0.375rem;
  }
  .head[aria-pressed='true'] {
    border-color: var(--color-base-content);
    border-width: 4px;
  }
  .big {
    min-height: 4rem;
    border-radius: 0.5rem;
    font-size: 1.5rem;
    font-weight: 700;
    border: 3px solid var(--color-base-content);
    touch-action: manipulation;
  }
  .big.good {
    background: #d7ee2a;
    color: #1c2421;
  }
  .big.miss {
    background: var(--color-base-100);
  }
  .big:active {
    transform: scale(0.97);
  }
</style>
