<!-- Who is where, turn by turn? -->
<script lang="ts">
  import { replaceState } from '$app/navigation';
  import { page } from '$app/state';
  import { api, type Court, type Preset, type RotationAnswer } from '$lib/api/client';
  import { derivations } from '$lib/api/vocabulary';
  import Num from '$lib/shell/Num.svelte';
  import { typing } from '$lib/shell/keys';
  import Reading from '$lib/wheel/Reading.svelte';
  import { sayMinutes } from '$lib/units/say';
  import Choice from '$lib/shell/Choice.svelte';
  import CourtPick from './CourtPick.svelte';
  import Frame from './Frame.svelte';
  import RotationPicture from './RotationPicture.svelte';
  import { Question } from './state.svelte';
  import { Latest } from '$lib/shell/latest.svelte';

  let { courts, title }: { courts: Court[]; games: Preset[]; title: string } = $props();

  // svelte-ignore state_referenced_locally
  const first = courts[0]!;
  const defaults = {
    court: first.id,
    kind: 'line',
    n: 6,
    places: 3,
    balls: 3,
    sec: 4,
    change: 5,
    turns: 0,
    most: 0,
    names: '',
    at: 1
  };
  const q = new Question(defaults, page.url.searchParams, (address) =>
    replaceState(address || location.pathname, {})
  );
  const now = $derived(q.values);
  const court = $derived(courts.find((c) => c.id === now.court) ?? courts[0]!);
  const mixed = $derived(now.kind === 'roundRobin' || now.kind === 'doubles');

  const answer = new Latest<RotationAnswer>();
  $effect(() => {
    const { kind, n, places, balls, sec, change, turns, most } = now;
    const on = court.id;
    void answer.ask(() =>
      api.POST('/api/v1/reckon/rotation', {
        body: {
          kind: kind as 'line',
          players: n,
          court: on,
          ...(kind === 'roles' || kind === 'stations'
            ? { places: kind === 'roles' ? Math.min(3, places) : places }
            : {}),
          turns,
          ballsPerTurn: balls,
          secondsPerBall: sec,
          changeSeconds: change,
          mostWins: most
        }
      })
    );
  });
  const a = $derived(answer.value);
  const sheet = $derived(a?.sheet);
  const count = $derived(sheet?.turns.length ?? a?.rounds.length ?? 0);
  const turn = $derived(Math.max(0, Math.min(count - 1, now.at - 1)));
  // An answer for another number of people is still on the screen while the next one comes.
  const people = $derived(
    sheet
      ? sheet.shares.length
      : a?.rounds[0]
        ? a.rounds[0].games.flatMap((g) => [...g.a, ...g.b]).length + a.rounds[0].sitting.length
        : 0
  );
  const given = $derived(now.names.split(',').map((s) => s.trim()));
  const names = $derived(
    Array.from(
      { length: people },
      (_, i) => given[i] || String.fromCharCode(65 + (i % 26)) + (i >= 26 ? '2' : '')
    )
  );

  const kinds = [
    { id: 'line', name: 'single line' },
    { id: 'twoLines', name: 'two lines' },
    { id: 'roles', name: 'roles' },
    { id: 'onDeck', name: 'two on two, on deck' },
    { id: 'winnersStay', name: 'winners stay' },
    { id: 'stations', name: 'stations' },
    { id: 'roundRobin', name: 'round robin' },
    { id: 'doubles', name: 'changing partners' }
  ];
  const least: Record<string, number> = { onDeck: 4, doubles: 4, line: 1, stations: 1 };
  function choose(kind: string) {
    q.set({
      kind,
      at: 1,
      n: Math.max(least[kind] ?? 2, Math.min(kind === 'roundRobin' || kind === 'doubles' ? 20 : 30, now.n))
    });
  }
  function step(by: number) {
    if (count) q.set({ at: ((turn + by + count) % count) + 1 });
  }
  function key(e: KeyboardEvent) {
    if (typing(e) || e.ctrlKey || e.metaKey || e.altKey) return;
    const role = e.target instanceof Element ? e.target.getAttribute('role') : null;
    if (role === 'slider' || (e.key !== 'ArrowLeft' && e.key !== 'ArrowRight')) return;
    e.preventDefault();
    step(e.key === 'ArrowRight' ? 1 : -1);
  }
  const share = $derived(sheet?.shares[0]);
  const range = $derived(
    sheet &&
      ([
        Math.min(...sheet.shares.map((s) => s.turns)),
        Math.max(...sheet.shares.map((s) => s.turns))
      ] as const)
  );
  const idle = $derived(
    sheet && sheet.seconds > 0
      ? sheet.shares.reduce((sum, s) => sum + s.waiting, 0) / (sheet.shares.length * sheet.seconds)
      : 0
  );
  const m = $derived(a?.meetings);
  const asked = $derived([
    { name: 'Players', said: String(now.n) },
    { name: 'Balls in a turn', said: String(now.balls) },
    { name: 'Time between feeds', said: `${now.sec} s` },
    { name: 'Change', said: `${now.change} s` }
  ]);
  const doing = {
    hitting: 'var(--doing-hitting)',
    feeding: 'var(--doing-collecting)',
    collecting: 'var(--doing-collecting)',
    waiting: 'transparent'
  };
  const doingOf = (who: number, t: number) => {
    const i = sheet?.turns[t]?.findIndex((players) => players.includes(who)) ?? -1;
    return sheet?.places[i]?.doing ?? 'waiting';
  };
</script>

<svelte:window onkeydown={key} />

<Frame
  {title}
  question={q}
  error={answer.error}
  caution={mixed
    ? undefined
    : 'Clear the hitting area before each turn; one hitting lane per hitter, and room to swing for those who wait. Do not feed until the collector is clear.'}
>
  {#snippet says()}
    {#if sheet && range}
      {#if sheet.evenAfter}After <strong>{sheet.evenAfter} turns</strong> everyone has been in each place equally
        often{:else}The places do not even out: who plays depends on who wins{/if}; {sayMinutes(
        sheet.seconds / 60
      )} for the
      {count} turns laid out.
      {#if idle > 0.5}Everyone waits {Math.round(idle * 100)}% of the time.{#if now.kind === 'line'}&nbsp;<button
            type="button"
            class="btn ml-1 btn-primary btn-xs"
            onclick={() => choose('twoLines')}>Split into two lines</button
          >{/if}{/if}
      {#if sheet.apart > sheet.leastApart}Over these turns one student hits {sheet.apart} turns more than another;
        {sheet.leastApart ? `${sheet.leastApart} is the minimum` : 'it can be even'}.{/if}
    {:else if m}
      <strong>{count} rounds</strong>.
      {#if now.kind === 'doubles'}{m.optimal
          ? `Everyone partners everyone ${m.partnersMost === 1 ? 'once' : `${m.partnersMost} times`} and opposes everyone ${m.opponentsMost === 2 ? 'twice' : `${m.opponentsMost} times`}: the best possible.`
          : `Nobody partners another more than ${m.partnersMost === 1 ? 'once' : `${m.partnersMost} times`} or opposes another more than ${m.opponentsMost} times; ${m.excess === 0 ? 'no number could be more even' : `${m.excess} meetings more than the minimum`}.`}
      {:else}Everyone meets everyone once.{/if}
      {#if m.satMost}Each sits out {m.satLeast !== m.satMost
          ? `${m.satLeast} to ${m.satMost} times`
          : m.satMost === 1
            ? 'once'
            : m.satMost === 2
              ? 'twice'
              : `${m.satMost} times`}.{/if}
    {/if}
  {/snippet}
  {#snippet picture()}
    <div class="mb-2 flex items-center gap-2">
      <button type="button" class="btn btn-sm" onclick={() => step(-1)} aria-label="Previous turn">←</button>
      <p class="w-32 text-center" role="status">
        {mixed ? 'Round' : 'Turn'} <strong class="figures">{turn + 1}</strong> of
        <span class="figures">{count}</span>
      </p>
      <button type="button" class="btn btn-sm" onclick={() => step(1)} aria-label="Next turn">→</button>
      <span class="text-xs">or use the arrow keys</span>
    </div>
    {#if a}<RotationPicture {court} answer={a} {turn} {names} onturn={(t) => q.set({ at: t + 1 })} />{/if}
    {#if sheet}
      <div
        class="lanes"
        style:grid-template-columns="minmax(2rem, auto) 1fr auto"
        role="group"
        aria-label="Turns of each player"
      >
        {#each names as name, who (who)}
          <span class="truncate text-sm font-semibold">{name}</span>
          <span class="lane">
            {#each sheet.turns.keys() as t (t)}
              <button
                type="button"
                tabindex="-1"
                class:at={t === turn}
                style:background={doing[doingOf(who, t)]}
                aria-label="Turn {t + 1}: {doingOf(who, t)}"
                onclick={() => q.set({ at: t + 1 })}
              ></button>
            {/each}
          </span>
          <span class="figures text-xs whitespace-nowrap"
            >{sheet.shares[who]?.balls} balls, {Math.round(
              (100 * (sheet.shares[who]?.waiting ?? 0)) / Math.max(1, sheet.seconds)
            )}% waits</span
          >
        {/each}
      </div>
      <p class="mt-1 flex gap-4 text-xs">
        <span><i class="key" style:background={doing.hitting}></i> hitting</span
        >{#if now.kind === 'roles'}<span
            ><i class="key" style:background={doing.feeding}></i> feeding or collecting</span
          >{/if}<span><i class="key"></i> waiting</span>
      </p>
    {/if}
  {/snippet}
  {#snippet asks()}
    <Choice label="Rotation" value={now.kind} options={kinds} onset={choose} />
    <div class="flex flex-wrap gap-x-4 gap-y-2">
      <Num
        label="Players"
        whole
        value={now.n}
        min={least[now.kind] ?? 2}
        max={mixed ? 20 : 30}
        onset={(n) => q.set({ n, at: 1 })}
      />
      {#if now.kind === 'stations'}<Num
          label="Stations"
          whole
          value={now.places}
          min={2}
          max={12}
          onset={(places) => q.set({ places })}
        />{/if}
      {#if now.kind === 'roles'}<Num
          label="Roles"
          whole
          value={Math.min(3, now.places)}
          min={2}
          max={3}
          onset={(places) => q.set({ places })}
        />{/if}
      {#if now.kind === 'winnersStay'}<Num
          label="Leaves after wins"
          whole
          value={now.most}
          min={0}
          max={20}
          onset={(most) => q.set({ most })}
        />{/if}
      {#if !mixed}
        <Num
          label={now.kind === 'stations' ? 'Balls at a station' : 'Balls in a turn'}
          whole
          value={now.balls}
          min={1}
          max={500}
          onset={(balls) => q.set({ balls })}
        />
        <Num
          label="Time between feeds"
          unit="s"
          value={now.sec}
          min={0.5}
          max={600}
          step={0.5}
          onset={(sec) => q.set({ sec })}
        />
        <Num
          label="Change"
          unit="s"
          value={now.change}
          min={0}
          max={600}
          onset={(change) => q.set({ change })}
        />
        <Num
          label="Turns (0: until even)"
          whole
          value={now.turns}
          min={0}
          max={400}
          onset={(turns) => q.set({ turns, at: 1 })}
        />
      {/if}
    </div>
    <div class="flex flex-col gap-0.5">
      <label for="names" class="text-[0.8rem] leading-tight">Names, separated by commas</label>
      <input
        id="names"
        class="input w-full border-base-content/60 input-sm"
        value={now.names}
        maxlength="300"
        autocomplete="off"
        onchange={(e) => q.set({ names: e.currentTarget.value })}
      />
    </div>
    {#if !mixed}<CourtPick {courts} value={now.court} onset={(id) => q.set({ court: id })} />{/if}
  {/snippet}
  {#snippet readings()}
    {#if sheet && share && range}
      <Reading
        label="Turns each"
        shown={range[0] === range[1] ? String(range[0]) : `${range[0]}–${range[1]}`}
        said={range[0] === range[1] ? String(range[0]) : `${range[0]} to ${range[1]}`}
        derivation={derivations.rotation}
        inputs={asked}
      />
      <Reading
        label="Work : rest"
        shown="1:{share.workToRest > 0 ? (1 / share.workToRest).toFixed(1) : '0'}"
        said="one to {share.workToRest > 0 ? (1 / share.workToRest).toFixed(1) : '0'}"
        derivation={derivations.rotation}
        inputs={asked}
      />
      <Reading
        label="Total time"
        shown={(sheet.seconds / 60).toFixed(1)}
        unit="min"
        said={sayMinutes(sheet.seconds / 60)}
        derivation={derivations.rotation}
        inputs={asked}
      />
    {:else if m}
      <Reading
        label="Rounds"
        shown={String(count)}
        said={String(count)}
        derivation={derivations.rotation}
        inputs={asked.slice(0, 1)}
      />
      <Reading
        label="Extra meetings"
        shown={String(m.excess)}
        said={String(m.excess)}
        derivation={derivations.rotation}
        inputs={asked.slice(0, 1)}
      />
    {/if}
  {/snippet}
</Frame>

<style>
  .lanes {
    display: grid;
    align-items: center;
    gap: 2px 0.6rem;
    margin-top: 0.8rem;
  }
  .lane {
    display: flex;
    border-bottom: 1px solid var(--color-base-300);
  }
  .lane button {
    flex: 1;
    min-width: 2px;
    height: 1.05rem;
    border-right: 1px solid var(--color-base-100);
    cursor: pointer;
  }
  .lane button.at {
    box-shadow:
      inset 0 -4px 0 #d7ee2a,
      inset 0 0 0 1.5px var(--color-base-content);
  }
  .key {
    display: inline-block;
    width: 0.9rem;
    height: 0.7rem;
    border: 1px solid var(--color-base-content);
    vertical-align: baseline;
  }
</style>
