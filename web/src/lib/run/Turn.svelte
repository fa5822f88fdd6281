<!-- Whose turn it is and how full it is; when it is full, the change is called. -->
<script lang="ts">
  import { initials } from '$lib/lesson/where';
  import { hitters, sayPosts } from './called';
  import { sayLeft } from './clock';
  import MiniCourt from './MiniCourt.svelte';
  import type { Session } from './session.svelte';
  import { call } from './sound';

  let { session, names }: { session: Session; names: string[] } = $props();
  const turn = $derived(session.blockState?.turn);
  const block = $derived(session.block);
  const place = (id: string) => session.students.findIndex((s) => s.id === id);
  const name = (id: string) => names[place(id)] ?? '';
  const short = $derived(initials(names));
  const into = $derived(turn ? session.elapsed - turn.from : 0);
  const left = $derived(turn?.ms ? (turn.ms - into) / 1000 : 0);
  const due = $derived(
    !!turn && !turn.held && !turn.bell && (turn.full || (!!turn.ms && turn.by !== 'ends' && left <= 0))
  );
  const filled = $derived(
    !turn || turn.secret
      ? 0
      : turn.ms && turn.by !== 'ends'
        ? Math.min(1, into / turn.ms)
        : turn.of
          ? Math.min(1, turn.balls / turn.of)
          : 0
  );
  /** What those do whose turn it is not, with the task that the plan gives them. */
  const waits = $derived((block?.match ? 'On deck' : 'Wait') + (block?.waiting ? ` (${block.waiting})` : ''));
  const task = $derived(
    block?.waiting && turn?.now.some((p) => p.place.doing === 'waiting') ? `Others: ${block.waiting}` : ''
  );
  const who = $derived(turn ? hitters(turn.now).map(name) : []);
  const head = $derived.by(() => {
    if (!turn) return '';
    if (turn.by === 'score') return `Winner stays on`;
    if (turn.by === 'time' && block?.match)
      return `Round ${(turn.n % turn.round) + 1} of ${turn.round} · ${sayLeft(left)}`;
    if (turn.by === 'time') return `Change in ${sayLeft(left)}`;
    const whose =
      who.length === 1 ? `${who[0]}’s turn` : who.length < 4 ? who.join(' & ') : `${who.length} hit`;
    if (turn.rests) return `${who.join(' & ')} steps in`;
    return turn.by === 'rallies' ? `Ball ${Math.min(turn.balls + 1, turn.of ?? 0)} of ${turn.of}` : whose;
  });
  /** Groups at stations stand where the coach knows; their names say more than a picture. */
  const stations = $derived(!!turn && turn.now.some((p) => p.place.id.startsWith('station')));
  const tail = $derived.by(() => {
    if (!turn) return '';
    if (turn.by === 'balls') return `${turn.balls} of ${turn.of}`;
    if (turn.by === 'ends' && !turn.bell && session.due)
      return `ball ${session.due.ball}${turn.of && !turn.secret ? ` of ${turn.of}` : ''}`;
    return '';
  });
  const next = $derived.by(() => {
    if (!turn || !turn.next?.length) {
      const line = turn?.now.find((p) => p.place.doing === 'waiting')?.students ?? [];
      return line.length ? `Next in: ${name(line[0]!)}` : '';
    }
    const comes = hitters(turn.next).filter((id) => !hitters(turn.now).includes(id));
    if (!comes.length) return '';
    const all = comes.map(name).join(', ');
    return turn.comes ? `${all} ${comes.length > 1 ? 'come' : 'comes'} up now` : `Next: ${all}`;
  });

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
        <p class="truncate text-base leading-tight font-bold">{head}{tail ? `, ${tail}` : ''}</p>
        <div
          class="bar"
          role="meter"
          aria-label="Progress of this turn"
          aria-valuenow={Math.round(filled * 100)}
          aria-valuemin="0"
          aria-valuemax="100"
        >
          <span style:width="{100 * filled}%"></span>
        </div>
        {#if stations && !turn.held}
          <p class="line-clamp-2 text-sm leading-tight">
            {#each turn.now as p, i (p.place.id)}{i ? ' · ' : ''}<strong>{i ? i + 1 : 'With you'}</strong>
              {p.students.map(name).join(', ')}{/each}
          </p>
        {:else}<p class="truncate text-base leading-tight">
            {turn.held
              ? 'Paused: no changes are called'
              : [next, turn.until && !turn.bell ? `Ends ${turn.until}` : '', task].filter(Boolean).join('. ')}
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
