<!-- Whose turn it is and how full it is; when it is full, the change is called. -->
<script lang="ts">
  import { initials } from '$lib/lesson/where';
  import { sayPosts, sayTurn } from './called';
  import MiniCourt from './MiniCourt.svelte';
  import type { Session } from './session.svelte';
  import { call } from './sound';

  let { session, names }: { session: Session; names: string[] } = $props();
  const turn = $derived(session.blockState?.turn);
  const block = $derived(session.block);
  const place = (id: string) => session.students.findIndex((s) => s.id === id);
  const name = (id: string) => names[place(id)] ?? '';
  const short = $derived(initials(names));
  const words = $derived(sayTurn(turn, block, session.due, session.elapsed, name));
  const due = $derived(words.due);
  const waits = $derived(words.waits);
  /** Groups at stations stand where the coach knows; their names say more than a picture. */
  const stations = $derived(!!turn && turn.now.some((p) => p.place.id.startsWith('station')));

  function begin(n: number) {
    if (block) session.add({ kind: 'turn', block: block.id, value: n });
  }
  let called = '';
  $effect(() => {
    const key = due && block && turn ? `${block.id} ${turn.n}` : '';
    if (key && key !== called) call('change');
    called = key;
  });
</script>

{#if turn && block}
  {#if due}
    <button
      type="button"
      class="change"
      aria-keyshortcuts="t"
      onclick={() => begin(turn.n + 1)}
      aria-label="Change. {sayPosts(turn.next, name, waits)}. Press when they have changed"
    >
      <strong class="text-2xl">Change.</strong>
      <span class="line-clamp-3 text-base leading-[1.15] font-semibold"
        >{sayPosts(turn.next, name, waits)}</span
      >
    </button>
    <p class="sr-only" role="alert">Change. {sayPosts(turn.next, name, waits)}</p>
  {:else}
    <section class="strip" aria-label="Turn">
      {#if block.drill && !stations}
        <div class="h-14 w-20 shrink-0">
          <MiniCourt posts={turn.now} drill={block.drill} initial={(id) => short[place(id)] ?? ''} />
        </div>
      {/if}
      <div class="min-w-0 flex-1">
        <p class="truncate text-base leading-tight font-bold">
          {words.head}{words.tail ? `, ${words.tail}` : ''}
        </p>
        <div
          class="bar"
          role="meter"
          aria-label="Progress of this turn"
          aria-valuenow={Math.round(words.filled * 100)}
          aria-valuemin="0"
          aria-valuemax="100"
        >
          <span style:width="{100 * words.filled}%"></span>
        </div>
        {#if stations && !turn.held}
          <p class="line-clamp-2 text-sm leading-tight">
            {#each turn.now as p, i (p.place.id)}{i ? ' · ' : ''}<strong>{i ? i + 1 : 'With you'}</strong>
              {p.students.map(name).join(', ')}{/each}
          </p>
        {:else}<p class="truncate text-base leading-tight">
            {turn.held ? 'Paused: no changes are called' : words.next}
          </p>{/if}
      </div>
      <button
        type="button"
        class="small"
        aria-pressed={!!turn.held}
        aria-label={turn.held ? 'Resume turns' : 'Pause turns: no changes are called'}
        onclick={() => session.add({ kind: 'hold', block: block.id, value: turn.held ? 0 : 1 })}
        ><svg viewBox="0 0 24 24" aria-hidden="true"
          ><path
            d="M7 11V6a5 5 0 0 1 10 0v5M5 11h14v10H5z"
            fill="none"
            stroke="currentColor"
            stroke-width="2.4"
          /></svg
        ></button
      >
      {#if turn.by !== 'score'}<button
          type="button"
          class="small"
          aria-label="Change now: {sayPosts(turn.next, name, waits)}"
          onclick={() => begin(turn.n + 1)}
          ><svg viewBox="0 0 24 24" aria-hidden="true"
            ><path d="M4 9h13l-4-4M20 15H7l4 4" fill="none" stroke="currentColor" stroke-width="2.4" /></svg
          ></button
        >{/if}
    </section>
  {/if}
{/if}

<style>
  .strip {
    display: flex;
    align-items: center;
    gap: 0.5rem;
    min-height: 4.25rem;
  }
  .change {
    display: flex;
    align-items: center;
    gap: 0.75rem;
    width: 100%;
    min-height: 4.25rem;
    padding: 0 0.75rem;
    text-align: left;
    border: 3px solid var(--color-base-content);
    border-radius: 0.375rem;
    background: var(--color-accent);
    color: var(--color-accent-content);
  }
  .bar {
    height: 0.9rem;
    border: 2px solid var(--color-base-content);
    border-radius: 0.2rem;
    overflow: hidden;
  }
  .bar span {
    display: block;
    height: 100%;
    background: var(--color-accent);
    border-right: 2px solid var(--color-base-content);
  }
  .small {
    display: grid;
    place-items: center;
    flex: none;
    width: 3.5rem;
    height: 3.5rem;
    border: 2px solid var(--color-base-content);
    border-radius: 0.375rem;
  }
  .small svg {
    width: 1.6rem;
  }
  .small[aria-pressed='true'] {
    background: var(--color-accent);
    color: var(--color-accent-content);
  }
</style>
