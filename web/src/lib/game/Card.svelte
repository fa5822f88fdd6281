<!-- A game as a small court: who stands where, who feeds, and where the points come from. -->
<script lang="ts">
  import type { Court, Game } from '$lib/api/client';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import { toView } from '$lib/court/geometry';
  import { floorOf, frameOf } from '$lib/drill/Thumb.svelte';
  import { feeds, places, points } from './picture';

  let { game, court }: { game: Game; court: Court } = $props();
  const f = $derived(frameOf(court));
  const u = $derived(f.width / 100);
  const sides = $derived(places(game, court));
  const coach = $derived(!game.rules.feeder && !game.rules.feedChangesEvery);
  /** From where the coach feeds, beside the net. */
  const at = $derived(
    toView({ x: court.halfWidth.doubles * 0.98, y: court.walls ? -court.halfLength * 0.4 : 0 }, 'across')
  );
  const first = $derived(toView(sides[0][0] ?? { x: 0, y: 0 }, 'across'));
  const other = $derived(toView(sides[1][0] ?? { x: 0, y: 0 }, 'across'));
</script>

<svg viewBox="{f.x} {f.y} {f.width} {f.height}" aria-hidden="true" class="block w-full rounded">
  <CourtFloor {court} margin={floorOf(court).back} side={floorOf(court).side} />
  <line
    x1={coach ? at.x : first.x}
    y1={coach ? at.y : first.y}
    x2={coach ? first.x : other.x}
    y2={coach ? first.y : other.y}
    stroke="#fdfcf6"
    stroke-width={0.8 * u}
    stroke-dasharray="{1.6 * u} {1.2 * u}"
  />
  {#if coach}<rect
      x={at.x - 2.2 * u}
      y={at.y - 2.2 * u}
      width={4.4 * u}
      height={4.4 * u}
      fill="#f7f4ea"
      stroke="#10201c"
      stroke-width={0.7 * u}
    />{/if}
  {#each sides as side, i (i)}
    {#each side as p, j (j)}
      {@const q = toView(p, 'across')}
      <circle
        cx={q.x}
        cy={q.y}
        r={2.8 * u}
        fill={i ? '#f7f4ea' : '#10201c'}
        stroke={i ? '#10201c' : '#f7f4ea'}
        stroke-width={0.8 * u}
      />
    {/each}
  {/each}
</svg>
<p class="mt-1 text-xs leading-snug">
  {game.sides[0] === 'A' && game.sides[1] === 'B'
    ? `${game.players[0]} against ${game.players[1]}`
    : `${game.sides[0]} (${game.players[0]}, dark) against ${game.sides[1]} (${game.players[1]}, light)`} · {feeds(
    game
  )}
</p>
<p class="text-xs leading-snug">{points(game).join(' · ')}</p>
