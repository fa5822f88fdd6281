<!-- Who is where: people on a court, moving to their next places as the turns are stepped. -->
<script lang="ts">
  import type { Court, RotationAnswer } from '$lib/api/client';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import Sides from '$lib/court/Sides.svelte';
  import { frame, toView } from '$lib/court/geometry';

  interface Props {
    court: Court;
    answer: RotationAnswer;
    turn: number;
    names: string[];
    onturn: (turn: number) => void;
  }
  let { court, answer, turn, names, onturn }: Props = $props();

  const sheet = $derived(answer.sheet);
  const people = $derived(names.length);
  const places = $derived(answer.at ?? []);
  /** How far behind the baseline people stand, in half lengths, and a little more. */
  const behind = $derived(Math.max(0.1, ...places.map((p) => -p.y / court.halfLength - 1)) + 0.12);
  const side = $derived(Math.max(court.halfWidth.doubles * 0.3, court.net.postOutside * 1.1));
  const box = $derived.by(() => {
    const f = frame(court, 'across', court.halfLength * 0.1, 'all', side);
    const more = court.halfLength * Math.max(0, behind - 0.1);
    return court.walls ? f : { ...f, x: f.x - more, width: f.width + more };
  });
  const u = $derived(box.width / 31);
  /** Half of the way to the nearest other place, so that nobody stands on anybody. */
  function crowd(i: number): number {
    const p = places[i]!;
    return 0.47 * Math.min(...places.map((o, j) => (i === j ? Infinity : Math.hypot(o.x - p.x, o.y - p.y))));
  }
  const spots = $derived.by(() => {
    const at: { x: number; y: number; r: number; doing: string; place: string }[] = [];
    sheet?.turns[turn]?.forEach((players, i) => {
      const p = toView(places[i] ?? { x: 0, y: 0 }, 'across');
      players.forEach((who, k) => {
        const fan = (k - (players.length - 1) / 2) * 1.5 * u;
        at[who] = {
          x: p.x,
          y: p.y + fan,
          r: Math.min(0.92 * u, crowd(i)),
          doing: sheet.places[i]!.doing,
          place: sheet.places[i]!.name
        };
      });
    });
    return at;
  });
  const round = $derived(answer.rounds[turn]);
</script>

{#if sheet}
  <svg
    viewBox="{box.x} {box.y} {box.width} {box.height}"
    class="mx-auto block max-h-[44vh] w-full"
    role="img"
    aria-label="Turn {turn + 1}: {spots.map((s, i) => `${names[i]} ${s?.place}`).join(', ')}"
  >
    <rect x={box.x} y={box.y} width={box.width} height={box.height} fill="var(--court-out)" rx={0.3 * u} />
    <CourtFloor {court} margin={court.halfLength * 0.1} {side} />
    {#each sheet.places as p, i (i)}
      {@const at = toView(places[i]!, 'across')}
      {#if p.doing !== 'waiting'}<text
          x={at.x}
          y={at.y + 1.75 * u}
          text-anchor="middle"
          class="place"
          font-size={0.62 * u}
          stroke-width={0.16 * u}>{p.name}</text
        >{/if}
    {/each}
    {#each names.slice(0, people) as name, i (i)}
      {#if spots[i]}
        <g class="person" style:transform="translate({spots[i]!.x}px, {spots[i]!.y}px)">
          <circle
            r={spots[i]!.r}
            fill={spots[i]!.doing === 'hitting'
              ? '#d7ee2a'
              : spots[i]!.doing === 'waiting'
                ? '#f7f4ea'
                : '#10201c'}
            stroke="#10201c"
            stroke-width={0.12 * u}
            stroke-dasharray={spots[i]!.doing === 'waiting' ? `${0.25 * u} ${0.16 * u}` : undefined}
          />
          <text
            text-anchor="middle"
            y={0.35 * spots[i]!.r}
            font-size={(name.length > 2 ? 0.65 : 1) * spots[i]!.r}
            font-weight="700"
            fill={spots[i]!.doing === 'feeding' || spots[i]!.doing === 'collecting' ? '#f7f4ea' : '#10201c'}
            >{name.slice(0, 4)}</text
          >
        </g>
      {/if}
    {/each}
  </svg>
{:else if round}
  <div class="courts">
    {#each round.games as g, i (i)}
      <Sides a={g.a.map((p) => names[p]!)} b={g.b.map((p) => names[p]!)} />
    {/each}
    {#if round.sitting.length}<p class="self-center text-sm">
        Sitting out: {round.sitting.map((p) => names[p]).join(', ')}
      </p>{/if}
  </div>
  <ol class="rounds" aria-label="All rounds">
    {#each answer.rounds as r, i (i)}
      <li>
        <button
          type="button"
          class:at={i === turn}
          aria-current={i === turn ? 'step' : undefined}
          onclick={() => onturn(i)}
        >
          <span class="figures w-6 text-right text-xs">{i + 1}</span>
          {#each r.games as g, k (k)}<span class="whitespace-nowrap"
              >{g.a.map((p) => names[p]).join(' ')} – {g.b.map((p) => names[p]).join(' ')}</span
            >{/each}
          {#if r.sitting.length}<span class="opacity-80">({r.sitting.map((p) => names[p]).join(', ')})</span
            >{/if}
        </button>
      </li>
    {/each}
  </ol>
{/if}

<style>
  .person {
    transition: transform 420ms cubic-bezier(0.3, 0.8, 0.3, 1);
  }
  .place {
    font-weight: 650;
    fill: #10201c;
    paint-order: stroke;
    stroke: rgb(247 244 234 / 0.7);
  }
  .rounds {
    columns: 21rem;
    margin-top: 1rem;
  }
  .rounds button {
    display: flex;
    flex-wrap: wrap;
    gap: 0 1.1rem;
    width: 100%;
    padding: 0.2rem 0.3rem;
    text-align: left;
    cursor: pointer;
    border-radius: 0.2rem;
  }
  .rounds button:hover {
    text-decoration: underline;
  }
  .rounds button.at {
    background: var(--color-base-300);
    font-weight: 650;
  }
  .courts {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(13.5rem, 1fr));
    gap: 0.8rem;
  }
</style>
