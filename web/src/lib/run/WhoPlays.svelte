<!-- Who plays whom: the next pairing of the plan, another of its turns, or as the coach puts them. -->
<script lang="ts">
  import type { Session } from './session.svelte';
  import Sheet from './Sheet.svelte';

  let { session, names, court }: { session: Session; names: string[]; court: number } = $props();
  const turns = $derived(session.pairings[session.block?.id ?? ''] ?? []);
  const now = $derived(session.blockState?.courts?.[court]?.sides ?? [[], []]);
  let open = $state(false);
  let picked = $state<string[][]>([[], []]);
  const name = (id: string) => names[session.students.findIndex((s) => s.id === id)] ?? '';
  const said = (sides: string[][]) => sides.map((s) => s.map(name).join(' & ') || 'nobody').join(' against ');
  const same = (a: string[][], b: string[][]) => JSON.stringify(a) === JSON.stringify(b);

  function take(games: string[][][]) {
    games.forEach((sides, i) => {
      if (session.block && sides[0]?.length && sides[1]?.length)
        session.add({ kind: 'sides', block: session.block.id, court: i || undefined, sides });
    });
    open = false;
  }
  /** A student goes to side A, then to side B, then off. */
  function cycle(id: string) {
    const on = picked.findIndex((s) => s.includes(id));
    const off = picked.map((s) => s.filter((x) => x !== id));
    if (on < 1) off[on + 1] = [...off[on + 1]!, id];
    picked = off;
  }
  const mark = (id: string) => ['A', 'B'][picked.findIndex((s) => s.includes(id))] ?? 'off';
</script>

<button
  type="button"
  class="btn h-14 min-w-0 border-2 border-base-content text-lg leading-tight"
  onclick={() => {
    picked = now.map((s) => [...s]);
    open = true;
  }}>Who plays…</button
>
{#if open}
  <Sheet label="Who plays" onclose={() => (open = false)}>
    <h2 class="text-2xl">Who plays</h2>
    {#each turns as games, i (i)}
      {@const on = games.some((g) => same(g, now))}
      <button
        type="button"
        class="btn h-auto min-h-14 justify-start border-2 border-base-content py-2 text-left text-lg leading-tight"
        class:btn-accent={on}
        aria-pressed={on}
        onclick={() => take(games)}
        ><span class="figures w-7">{i + 1}</span>
        <span>{games.map(said).join('; ')}</span></button
      >
    {/each}
    <h3 class="mt-2 text-lg font-semibold">Or choose the sides: <bdi>{said(picked)}</bdi></h3>
    <div class="grid grid-cols-3 gap-2">
      {#each session.students as s, i (s.id)}
        <button
          type="button"
          class="btn h-14 border-2 border-base-content text-lg"
          class:btn-accent={mark(s.id) !== 'off'}
          aria-label="{names[i]}, {mark(s.id) === 'off' ? 'not playing' : `side ${mark(s.id)}`}"
          onclick={() => cycle(s.id)}
          >{names[i]} <span class="figures">{mark(s.id) === 'off' ? '' : mark(s.id)}</span></button
        >
      {/each}
    </div>
    <div class="mt-auto grid grid-cols-2 gap-2">
      <button
        type="button"
        class="btn h-16 border-2 border-base-content text-lg"
        onclick={() => (open = false)}>Cancel</button
      >
      <button
        type="button"
        class="btn h-16 border-2 border-base-content text-lg btn-accent"
        disabled={!picked[0]?.length || !picked[1]?.length}
        onclick={() => {
          if (session.block)
            session.add({ kind: 'sides', block: session.block.id, court: court || undefined, sides: picked });
          open = false;
        }}>Use these sides</button
      >
    </div>
  </Sheet>
{/if}
