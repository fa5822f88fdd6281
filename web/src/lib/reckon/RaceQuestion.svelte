<!-- Which race is fair? -->
<script lang="ts">
  import { replaceState } from '$app/navigation';
  import { page } from '$app/state';
  import { api, type Court, type Lesson, type Preset } from '$lib/api/client';
  import type { components } from '$lib/api/schema';
  import { derivations } from '$lib/api/vocabulary';
  import Num from '$lib/shell/Num.svelte';
  import Reading from '$lib/wheel/Reading.svelte';
  import { sayChance, sayMinutes } from '$lib/units/say';
  import Race from '$lib/game/Race.svelte';
  import Frame from './Frame.svelte';
  import RateBar from './RateBar.svelte';
  import { Question } from './state.svelte';
  import { Latest } from '$lib/shell/latest.svelte';
  import UseIn from '$lib/lesson/UseIn.svelte';

  let { games, title }: { courts: Court[]; games: Preset[]; title: string } = $props();

  const defaults = { p: 67, longest: 11, sec: 15, min: 10, game: 'fair', edge: 0 };
  const q = new Question(defaults, page.url.searchParams, (address) =>
    replaceState(address || location.pathname, {})
  );
  const now = $derived(q.values);
  const game = $derived(games.find((g) => g.id === now.game));

  const fair = new Latest<components['schemas']['HandicapAnswer']>();
  const odds = new Latest<components['schemas']['GameAnswer']>();
  const point = $derived(now.p / 100);
  $effect(() => {
    const v = now;
    void fair.ask(() =>
      api.POST('/api/v1/reckon/handicap', {
        body: {
          pointChance: v.p / 100,
          longestTarget: v.longest,
          secondsPerPoint: v.sec,
          minutes: v.min,
          table: true
        }
      })
    );
  });
  const rules = $derived(
    game?.rules ?? {
      to: fair.value?.targetA ?? now.longest,
      toB: fair.value?.targetB ?? now.longest,
      winBy: 1,
      feedChangesEvery: 0,
      secondsPerPoint: now.sec
    }
  );
  $effect(() => {
    const body = {
      rules,
      pointChance: point,
      feederEdge: Math.max(-0.4, Math.min(now.edge / 100, Math.min(point, 1 - point) - 0.005)),
      marks: Object.fromEntries((game?.rules.marks ?? []).map((m) => [m.id, m.usual ?? 0]))
    };
    void odds.ask(() => api.POST('/api/v1/reckon/game', { body }));
  });
  const f = $derived(fair.value);
  const o = $derived(odds.value);
  const even = $derived(f?.table?.find((r) => Math.round(r.pointChance * 100) === Math.round(now.p / 5) * 5));
  const targets = $derived([rules.to, rules.toB || rules.to] as const);
  const asked = $derived([
    { name: 'A wins, % of rallies', said: String(now.p) },
    { name: 'Longest target', said: String(now.longest) },
    { name: 'A rally takes', said: `${rules.secondsPerPoint} s` }
  ]);
  /** The lesson with this race as its first game. */
  function put(lesson: Lesson): Lesson {
    const i = lesson.blocks.findIndex((b) => b.match);
    const b = lesson.blocks[i];
    if (!b?.match) throw new Error('This lesson has no game yet. Add one first. Nothing was changed.');
    const title = game?.title ?? `Race, ${targets[0]} against ${targets[1]}`;
    const match = { ...b.match, rules, ...(game ? { start: game.start } : {}) };
    return { ...lesson, blocks: lesson.blocks.with(i, { ...b, title, match }) };
  }
  const how = $derived(game ? derivations.game : derivations.handicap);
</script>

<Frame {title} question={q} error={fair.error || odds.error} caution={game?.caution}>
  {#snippet says()}
    {#if !game && f}
      {#if now.p === 50}Even players, an even race: <strong>{f.targetA} to {f.targetB}</strong>.
      {:else}<strong>A plays to {f.targetA}, B to {f.targetB}</strong>: A then wins {sayChance(f.chanceA)} of the
        races, and one takes about {sayMinutes(f.meanMinutes ?? 0)}.{/if}
      {#if !f.fair}No race that fits {sayMinutes(now.min)} is within 3% of even; this one is closest.{/if}
    {:else if game && o}
      <strong>{game.title}</strong>: A wins {sayChance(o.chanceA)} of the games; one takes about {sayMinutes(
        o.meanMinutes
      )}, 9 in 10 end within {sayMinutes(o.p90Minutes)}. {game.how}
    {/if}
  {/snippet}
  {#snippet picture()}
    <Race sides={game ? game.sides : ['A', 'B']} {targets} chance={o?.chanceA} />
    {#if f?.table}
      <table class="mt-5 w-full max-w-3xl text-sm">
        <thead>
          <tr class="border-b border-base-content text-left">
            <th scope="col" class="py-1 pr-3 font-semibold">Rallies A wins, %</th>
            <th scope="col" class="py-1 pr-3 font-semibold">Fair race, A to B</th>
            <th scope="col" class="py-1 pr-3 font-semibold">A then wins</th>
            <th scope="col" class="py-1 pr-3 font-semibold">With {now.longest} each</th>
            <th scope="col" class="py-1 font-semibold">Rallies</th>
          </tr>
        </thead>
        <tbody>
          {#each f.table as r (r.pointChance)}
            <tr class="border-b border-base-300" class:now={r === even}>
              <th scope="row" class="py-1 text-left font-normal"
                ><button
                  type="button"
                  class="figures cursor-pointer px-1 underline-offset-2 hover:underline"
                  aria-pressed={r === even}
                  onclick={() => q.set({ p: Math.round(r.pointChance * 100), game: 'fair' })}
                  >{Math.round(r.pointChance * 100)}</button
                ></th
              >
              <td class="figures">{r.targetA} : {r.targetB}</td>
              <td class="figures">{sayChance(r.chanceA)}</td>
              <td class="figures">{sayChance(r.evenChance)}</td>
              <td class="figures">{r.meanPoints.toFixed(0)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
  {/snippet}
  {#snippet asks()}
    <RateBar
      label="Rallies A wins, of twenty"
      percent={now.p}
      min={5}
      max={95}
      filled="A’s"
      onset={(p) => q.move({ p })}
      onrest={q.rest}
    />
    <div class="flex flex-col gap-0.5">
      <label for="game" class="text-[0.8rem] leading-tight">Game</label>
      <select
        id="game"
        class="select w-full border-base-content/60 select-sm"
        value={now.game}
        onchange={(e) => q.set({ game: e.currentTarget.value })}
      >
        <option value="fair">Fair race</option>
        {#each games as g (g.id)}<option value={g.id}>{g.title}</option>{/each}
      </select>
    </div>
    {#if game}
      <dl class="space-y-1 text-sm">
        <div>
          <dt class="inline font-semibold">Starts with</dt>
          <dd class="inline">{game.start}.</dd>
        </div>
        {#each game.rules.marks ?? [] as m (m.id)}
          <div>
            <dt class="inline font-semibold">{m.words}</dt>
            <dd class="inline">
              {m.ends
                ? 'ends the rally'
                : m.worth
                  ? `counts ${m.worth}`
                  : m.times
                    ? `counts ${m.times} times`
                    : `gives the feeder ${m.bonus}`}{m.usual
                ? `, assumed in ${Math.round(m.usual * 100)} % of the rallies`
                : ''}.
            </dd>
          </div>
        {/each}
        {#if game.givesUp}<div>
            <dt class="inline font-semibold">Trade-off</dt>
            <dd class="inline">{game.givesUp}</dd>
          </div>{/if}
      </dl>
    {:else}
      <div class="flex flex-wrap gap-x-4 gap-y-2">
        <Num
          label="Longest target"
          whole
          value={now.longest}
          min={1}
          max={50}
          onset={(longest) => q.set({ longest })}
        />
        <Num
          label="A rally takes"
          unit="s"
          value={now.sec}
          min={1}
          max={300}
          onset={(sec) => q.set({ sec })}
        />
        <Num
          label="Time limit"
          unit="min"
          value={now.min}
          min={0.5}
          max={240}
          onset={(min) => q.set({ min })}
        />
      </div>
    {/if}
    <Num
      label="Feeder’s advantage"
      unit="% of the rallies"
      whole
      value={now.edge}
      min={-30}
      max={30}
      beside
      onset={(edge) => q.set({ edge })}
    />
  {/snippet}
  {#snippet readings()}
    {#if o}
      <Reading
        label="A wins"
        shown={sayChance(o.chanceA).replace('%', '')}
        unit="%"
        said={sayChance(o.chanceA)}
        derivation={how}
        inputs={asked}
      />
      <Reading
        label="Rallies"
        shown={o.meanRallies.toFixed(0)}
        said={o.meanRallies.toFixed(1)}
        derivation={derivations.game}
        inputs={asked}
      />
      <Reading
        label="Minutes"
        shown={o.meanMinutes.toFixed(1)}
        unit="min"
        said={sayMinutes(o.meanMinutes)}
        derivation={derivations.game}
        inputs={asked}
      />
      <Reading
        label="9 in 10 under"
        shown={o.p90Minutes.toFixed(0)}
        unit="min"
        said={sayMinutes(o.p90Minutes)}
        derivation={derivations.game}
        inputs={asked}
        small
      />
    {/if}
    {#if !(rules.marks ?? []).some((m) => !m.ends)}
      <p class="w-full">
        <UseIn label="Use in a lesson’s game" {put} />
      </p>
    {/if}
  {/snippet}
</Frame>

<style>
  tr.now {
    background: var(--color-base-200);
    font-weight: 700;
  }
</style>
