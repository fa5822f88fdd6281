<!-- The games of a block: who against whom, the score, marks and own scores; the last of a court can be put right. -->
<script lang="ts">
  import { sideCounts } from '$lib/game/marks';
  import type { Block, Run } from '$lib/api/client';

  type State = Run['state']['blocks'][number];
  interface Props {
    block: Block;
    now: State;
    name: (id: string) => string;
    onset: (v: { value: number; of: number; court?: number }) => void;
  }
  let { block, now, name, onset }: Props = $props();
  const courts = $derived(now.courts ?? []);
  const played = $derived(now.played ?? []);
  // The game that runs, or the last one where it is over, is the one that can be mended.
  const open = $derived(
    courts.map((c, i) => ({ ...c, i })).filter((c) => c.rallies.some((n) => n > 0) || c.score.over)
  );
  const said = (sides: string[][], i: number) => (sides[i] ?? []).map(name).join(' & ') || `Side ${'AB'[i]}`;
  const words = (id: string) =>
    id === 'secondServe' ? 'second serve' : (block.match?.rules.marks?.find((m) => m.id === id)?.words ?? id);
  const list = (of: Record<string, number> | undefined, as: (k: string) => string) =>
    Object.entries(of ?? {})
      .sort((a, b) => b[1] - a[1])
      .map(([k, n]) => `${as(k)} ${n}`)
      .join(', ');
  /** Whose each mark was: "Marker hit: Ida 2, Otto 1". */
  const whose = (g: (typeof played)[number]) =>
    Object.entries(g.marks ?? {})
      .map(([id, by]) => `${words(id)}: ${sideCounts(by, (i) => said(g.sides, i))}`)
      .join('; ');
  let trouble = $state('');

  function set(c: (typeof open)[number], side: number, e: Event & { currentTarget: HTMLInputElement }) {
    const n = Number(e.currentTarget.value);
    if (!Number.isInteger(n) || n < 0 || n > 200) {
      e.currentTarget.value = String(c.score.points[side]);
      trouble = 'A score is a whole number.';
      return;
    }
    trouble = '';
    const points = [...c.score.points];
    points[side] = n;
    onset({ value: points[0]!, of: points[1]!, court: c.i || undefined });
  }
</script>

<ul class="mt-1 space-y-0.5 text-base">
  {#each played as g, n (n)}
    <li>
      <span class="figures">{n + 1}.</span>
      <span dir="auto" class:font-bold={g.over && g.winner === 0}>{said(g.sides, 0)}</span>
      <strong class="figures">{g.points[0]}–{g.points[1]}</strong>
      <span dir="auto" class:font-bold={g.over && g.winner === 1}>{said(g.sides, 1)}</span>
      {#if !g.over}<span class="text-sm">unfinished</span>{/if}
      {#if g.marks}<span class="text-sm">· {whose(g)}</span>{/if}
      {#if g.own}<span class="text-sm">· individual scores: {list(g.own, name)}</span>{/if}
    </li>
  {:else}{#if !open.length}<li>No rallies were counted.</li>{/if}{/each}
</ul>
{#each open as c (c.i)}
  <p class="mt-1 flex flex-wrap items-baseline gap-1.5 text-base">
    {c.score.over ? 'Last game' : 'Current game'}{courts.length > 1 ? `, court ${c.i + 1}` : ''}:
    <bdi>{said(c.sides, 0)}</bdi>
    {#each [0, 1] as side (side)}
      {#if side}–{/if}<input
        class="figures input w-12 border-base-content/60 px-1.5 text-right input-xs"
        inputmode="numeric"
        aria-label="Points of {said(c.sides, side)} in {block.title}"
        value={c.score.points[side]}
        onchange={(e) => set(c, side, e)}
      />
    {/each}
    <bdi>{said(c.sides, 1)}</bdi>
  </p>
{/each}
{#if trouble}<p class="text-sm text-error" role="alert">{trouble}</p>{/if}
