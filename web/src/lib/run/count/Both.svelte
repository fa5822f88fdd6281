<!-- Two who play with each other, counted side by side: a ball of either is one press. -->
<script lang="ts">
  import { settings } from '$lib/units/settings.svelte';
  import type { Session } from '../session.svelte';

  let { session, ids, name }: { session: Session; ids: string[]; name: (id: string) => string } = $props();
  const both = $derived(
    ids.map((id) => {
      const s = session.blockState?.students?.find((o) => o.id === id);
      const step = session.due?.student === id ? session.due.stage : (s?.stage ?? 0);
      return { id, step, stage: s?.stages[step] };
    })
  );
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
        <p class="flex items-baseline justify-between gap-1">
          <strong dir="auto" class="truncate text-lg">{name(p.id)}</strong>
          <span
            class="figures text-3xl leading-none font-semibold"
            aria-label="{p.stage.count} of {p.stage.goalLabel}"
            >{p.stage.count}<span class="text-lg">/{p.stage.goal.count}</span></span
          >
        </p>
        <p class="figures text-sm leading-tight">
          {p.stage.good} of {p.stage.balls}, streak {p.stage.streak}
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
