<!-- Who is where in a block, stepped turn by turn; what it comes to for each; and the other ways to arrange the group. -->
<script lang="ts">
  import type { Block, BlockDetail, Court, Student } from '$lib/api/client';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import Sides from '$lib/court/Sides.svelte';
  import { frame, toView } from '$lib/court/geometry';
  import { callNames } from '$lib/people/names';
  import type { Editor } from './editor.svelte';
  import { initials } from './where';

  interface Props {
    editor: Editor;
    block: Block;
    detail: BlockDetail;
    court: Court;
    students: Student[];
  }
  let { editor, block, detail, court, students }: Props = $props();

  let at = $state(0);
  let playing = $state(false);
  const rotation = $derived(detail.rotation);
  const turns = $derived(rotation?.turns.length ?? 1);
  const turn = $derived(rotation?.turns[at % turns] ?? []);
  const names = $derived(callNames(students.map((s) => s.name)));
  const short = $derived(initials(names));
  const stations = $derived(block.arrangement?.manner === 'stations');
  const onCourt = $derived(!!block.drill && !stations);
  const places = $derived((onCourt && rotation?.at) || []);
  const coach = $derived(block.drill?.pattern.people.find((p) => p.role === 'feeder')?.at);
  /** The court, and as much around it as the people on it need. */
  const box = $derived.by(() => {
    const f = frame(court, 'across', court.halfLength * 0.12, 'all', court.halfWidth.doubles * 0.2);
    const room = f.width / 24;
    const all = [...places, ...(coach ? [coach] : [])].map((p) => toView(p, 'across'));
    const x = Math.min(f.x, ...all.map((p) => p.x - room));
    const y = Math.min(f.y, ...all.map((p) => p.y - room));
    return {
      x,
      y,
      width: Math.max(f.x + f.width, ...all.map((p) => p.x + room)) - x,
      height: Math.max(f.y + f.height, ...all.map((p) => p.y + room)) - y
    };
  });
  const u = $derived(box.width / 31);
  const spots = $derived.by(() => {
    const out: { x: number; y: number; doing: string; name: string }[] = [];
    turn.forEach((held, i) =>
      held.forEach(
        (p) =>
          (out[p] = {
            ...toView(places[i] ?? { x: 0, y: 0 }, 'across'),
            doing: rotation!.places[i]!.doing,
            name: rotation!.places[i]!.name
          })
      )
    );
    return out;
  });
  const said = $derived(
    turn
      .map((held, i) =>
        held.length ? `${rotation?.places[i]?.name}: ${held.map((p) => names[p]).join(', ')}` : ''
      )
      .filter(Boolean)
      .join('; ')
  );
  const feeds = $derived(!!coach && (block.arrangement?.feeders ?? 0) < (block.drill?.hitters ?? 1));

  function step(by: number) {
    at = (at + by + turns) % turns;
  }
  $effect(() => {
    if (!playing) return;
    const timer = setInterval(() => step(1), 1100);
    return () => clearInterval(timer);
  });
  const minutes = (m: number) => (m < 0.05 ? '–' : m < 10 ? m.toFixed(1) : String(Math.round(m)));
  const seconds = (s: number) => (s < 120 ? `${Math.round(s)} s` : `${(s / 60).toFixed(1)} min`);
  /** Who plays whom on each court of a game; a place of the whole court is shared by turns. */
  const games = $derived.by(() => {
    if (!rotation || block.drill) return [];
    const courts: { sides: [number[], number[]] }[] = [];
    rotation.places.forEach((p, i) => {
      if (p.doing !== 'hitting') return;
      const held = turn[i] ?? [];
      const game = (courts[(p.court ?? 1) - 1] ??= { sides: [[], []] });
      if (p.side) game.sides[p.side - 1]!.push(...held);
      else held.forEach((who, k) => game.sides[k % 2]!.push(who));
    });
    return courts;
  });
  const idle = $derived(
    rotation ? turn.flatMap((held, i) => (rotation.places[i]!.doing === 'waiting' ? held : [])) : []
  );
</script>

{#if rotation}
  <div class="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
    <section aria-label="Who is where">
      {#if onCourt}
        <svg
          viewBox="{box.x} {box.y} {box.width} {box.height}"
          class="block max-h-[42vh] w-full"
          role="img"
          aria-label="Turn {(at % turns) + 1}. {said}"
        >
          <rect
            x={box.x}
            y={box.y}
            width={box.width}
            height={box.height}
            fill="var(--court-out)"
            rx={0.3 * u}
          />
          <CourtFloor {court} margin={court.halfLength * 0.12} side={court.halfWidth.doubles * 0.2} />
          {#if coach && feeds}{@const c = toView(coach, 'across')}
            <rect
              x={c.x - 0.7 * u}
              y={c.y - 0.7 * u}
              width={1.4 * u}
              height={1.4 * u}
              rx={0.2 * u}
              fill="#f7f4ea"
              stroke="#10201c"
              stroke-width={0.14 * u}
            /><circle cx={c.x} cy={c.y} r={0.3 * u} fill="#d7ee2a" stroke="#10201c" stroke-width={0.1 * u} />
          {/if}
          {#each names as name, i (i)}
            {#if spots[i]}
              <g class="person" style:transform="translate({spots[i]!.x}px, {spots[i]!.y}px)">
                {#if spots[i]!.doing === 'feeding'}<rect
                    x={-0.95 * u}
                    y={-0.95 * u}
                    width={1.9 * u}
                    height={1.9 * u}
                    rx={0.3 * u}
                    fill="#35597f"
                    stroke="#f7f4ea"
                    stroke-width={0.12 * u}
                  />
                {:else}<circle
                    r={0.98 * u}
                    fill={spots[i]!.doing === 'hitting'
                      ? '#d7ee2a'
                      : spots[i]!.doing === 'collecting'
                        ? '#a98742'
                        : '#f7f4ea'}
                    stroke="#10201c"
                    stroke-width={0.12 * u}
                    stroke-dasharray={spots[i]!.doing === 'waiting' ? `${0.25 * u} ${0.16 * u}` : undefined}
                  />{/if}
                <text
                  text-anchor="middle"
                  y={0.34 * u}
                  font-size={(short[i]!.length > 2 ? 0.7 : 0.92) * u}
                  font-weight="700"
                  fill={spots[i]!.doing === 'feeding' ? '#f7f4ea' : '#10201c'}
                  >{short[i]}<title>{name}, {spots[i]!.name}</title></text
                >
              </g>
            {/if}
          {/each}
        </svg>
        <p class="mt-1 flex flex-wrap gap-x-4 text-xs">
          <span><b class="key hits"></b> hits</span><span><b class="key feeds"></b> feeds</span><span
            ><b class="key collects"></b> collects</span
          ><span><b class="key waits"></b> waits</span>{#if feeds}<span>□ coach</span>{/if}
        </p>
      {:else if stations}
        <div class="stations" role="img" aria-label="Turn {(at % turns) + 1}. {said}">
          {#each rotation.places as p, i (i)}
            <div class="station">
              <span class="text-xs">{i + 1}</span><strong dir="auto">{p.name}</strong><span
                class="flex flex-wrap gap-1"
                >{#each turn[i] ?? [] as k (k)}<b class="token">{names[k]}</b>{/each}</span
              >
            </div>
            {#if i < rotation.places.length - 1}<span aria-hidden="true" class="self-center text-xl">→</span
              >{/if}
          {/each}
        </div>
      {:else}
        <div class="games" role="group" aria-label="Turn {(at % turns) + 1}. {said}">
          {#each games as g, i (i)}
            {#if g.sides.some((s) => s.length)}<Sides
                a={g.sides[0].map((k) => names[k]!)}
                b={g.sides[1].map((k) => names[k]!)}
              />{/if}
          {/each}
          {#if idle.length}<p class="self-center text-sm">
              On deck: <bdi>{idle.map((k) => names[k]).join(', ')}</bdi>. {block.waiting ||
                'Keep your feet moving'}.
            </p>{/if}
        </div>
      {/if}
      <div class="mt-2 flex flex-wrap items-center gap-2">
        {#if turns > 1}
          <div class="join">
            <button
              type="button"
              class="btn join-item btn-sm"
              aria-label="Previous turn"
              onclick={() => step(-1)}>←</button
            >
            <button
              type="button"
              class="figures btn join-item btn-sm"
              aria-pressed={playing}
              onclick={() => (playing = !playing)}
              >{playing ? 'Pause' : 'Play'} · turn {(at % turns) + 1} of {turns}</button
            >
            <button type="button" class="btn join-item btn-sm" aria-label="Next turn" onclick={() => step(1)}
              >→</button
            >
          </div>
        {/if}
        <p class="text-sm">
          {rotation.summary}{turns > 1 ? ` · a turn is ${seconds(rotation.seconds)}` : ''}.
        </p>
      </div>
      {#if idle.length || block.waiting}
        <label class="mt-2 flex flex-wrap items-center gap-2 text-sm"
          >Task while waiting
          <input
            dir="auto"
            class="input w-72 border-base-content/60 input-sm"
            maxlength="60"
            placeholder="keep your feet moving"
            value={block.waiting ?? ''}
            onchange={(e) =>
              editor.setBlock(block.id, { waiting: e.currentTarget.value.trim() || undefined })}
          /></label
        >
      {/if}
      <table class="mt-3 w-full text-sm [&_th]:pr-2">
        <thead
          ><tr class="border-b border-base-content text-left"
            ><th scope="col" class="py-1 font-semibold">Minutes</th
            >{#each ['hitting', 'feeding', 'collecting', 'waiting'] as d (d)}<th
                scope="col"
                class="font-semibold">{d}</th
              >{/each}<th scope="col" class="font-semibold">work : rest</th><th
              scope="col"
              class="font-semibold">longest wait</th
            ></tr
          ></thead
        >
        <tbody>
          {#each rotation.shares as s, i (i)}
            <tr class="border-b border-base-300"
              ><th scope="row" class="py-0.5 text-left font-normal">{names[i]}</th><td class="figures"
                >{minutes(s.hitting)}</td
              ><td class="figures">{minutes(s.feeding)}</td><td class="figures">{minutes(s.collecting)}</td
              ><td class="figures">{minutes(s.waiting)}</td><td class="figures"
                >{s.workToRest
                  ? s.workToRest >= 1
                    ? `${s.workToRest.toFixed(1)} : 1`
                    : `1 : ${(1 / s.workToRest).toFixed(1)}`
                  : '–'}</td
              ><td class="figures">{s.longestWait > 0.5 ? seconds(s.longestWait) : '–'}</td></tr
            >
          {/each}
        </tbody>
      </table>
      {#if rotation.apart}<p class="mt-1 text-xs">
          In a full round some students hit {rotation.apart}
          {rotation.apart === 1 ? 'turn' : 'turns'} more than others. The smallest possible difference is {rotation.leastApart}.
        </p>{/if}
    </section>
    <section aria-label="Other arrangements">
      {#if detail.offers.length}
        <h3 class="text-base">Other arrangements for {students.length} students, least waiting first</h3>
        <ul class="mt-2 space-y-1.5">
          {#each detail.offers as o, i (i)}
            <li>
              <button type="button" class="offer" onclick={() => editor.fix(o.fix)}>
                <span class="flex items-baseline gap-2"
                  ><strong>{o.fix.label}</strong>{#if o.best}<span class="text-xs">least waiting</span
                    >{/if}<span class="figures ml-auto text-xs">{o.fix.outcome}</span></span
                >
                <span class="bar" aria-hidden="true"
                  ><i style:width="{100 * o.hitting}%" class="hits"></i><i
                    style:width="{100 * Math.max(0, 1 - o.hitting - o.waiting)}%"
                    class="feeds"
                  ></i></span
                >
              </button>
            </li>
          {/each}
        </ul>
        <p class="mt-2 flex flex-wrap gap-x-4 text-xs">
          <span><b class="key bar hits"></b> hitting</span><span
            ><b class="key bar feeds"></b> feeding, collecting</span
          ><span><b class="key bar"></b> waiting</span>
        </p>
      {:else}<p class="text-sm">
          With {students.length || 'no'} students there is nothing to arrange: everyone plays.
        </p>{/if}
      {#if stations && block.arrangement}
        <h3 class="mt-4 text-base">Tasks at the other stations</h3>
        {#each block.arrangement.others ?? [] as o, i (i)}
          <input
            dir="auto"
            class="input mt-1 w-full border-base-content/60 input-sm"
            aria-label="Station {i + 2}"
            value={o}
            maxlength="120"
            onchange={(e) =>
              editor.setBlock(block.id, {
                arrangement: {
                  ...block.arrangement!,
                  others: block.arrangement!.others!.map((x, j) => (j === i ? e.currentTarget.value : x))
                }
              })}
          />
        {/each}
      {/if}
      {#if block.arrangement}<button
          type="button"
          class="btn mt-3 btn-sm"
          onclick={() => editor.setBlock(block.id, { arrangement: undefined })}
          >Reset to {block.drill ? 'a single line' : 'the default'}</button
        >{/if}
    </section>
  </div>
{/if}

<style>
  .person {
    transition: transform 420ms cubic-bezier(0.3, 0.8, 0.3, 1);
  }
  .key {
    display: inline-block;
    width: 0.8rem;
    height: 0.8rem;
    border: 1px solid #10201c;
    border-radius: 50%;
    background: #f7f4ea;
    vertical-align: -0.1rem;
  }
  .key.hits {
    background: #d7ee2a;
  }
  .key.feeds {
    background: #35597f;
    border-radius: 0.15rem;
  }
  .key.collects {
    background: #a98742;
  }
  .key.waits {
    border-style: dashed;
  }
  .key.bar {
    border-radius: 0;
    background: var(--color-base-100);
  }
  .key.bar.hits,
  .bar .hits {
    background: var(--doing-hitting);
  }
  .key.bar.feeds,
  .bar .feeds {
    background: var(--doing-feeding);
  }
  .offer {
    display: block;
    width: 100%;
    padding: 0.4rem 0.6rem;
    text-align: left;
    cursor: pointer;
    border-left: 4px solid var(--color-base-300);
    background: var(--color-base-200);
  }
  .offer:hover {
    border-left-color: var(--color-primary);
  }
  .offer .bar {
    display: flex;
    height: 0.6rem;
    margin-top: 0.3rem;
    background: var(--color-base-100);
    border: 1px solid var(--color-base-content);
  }
  .stations,
  .games {
    display: flex;
    flex-wrap: wrap;
    gap: 0.7rem;
  }
  .station {
    display: flex;
    flex: 1 1 9rem;
    flex-direction: column;
    gap: 0.4rem;
    min-height: 8rem;
    padding: 0.6rem;
    color: #fdfcf6;
    background: var(--court-in);
    border: 2px solid var(--court-line);
    outline: 6px solid var(--court-out);
    margin: 6px;
  }
  .token {
    min-width: 2.2rem;
    padding: 0.15rem 0.55rem;
    border: 2px solid #10201c;
    border-radius: 1.2rem;
    background: #d7ee2a;
    color: #10201c;
    text-align: center;
  }
</style>
