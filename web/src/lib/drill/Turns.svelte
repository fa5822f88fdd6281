<!-- How a turn goes: what ends it, with how many balls, and who holds which place. -->
<script lang="ts">
  import type { Drill } from '$lib/api/client';
  import { goalKind, vocabulary } from '$lib/api/vocabulary';
  import Word from '$lib/game/Word.svelte';

  let { drill, onset }: { drill: Drill; onset: (drill: Drill) => void } = $props();
  type Turn = NonNullable<Drill['turn']>;
  type End = NonNullable<Turn['ends']>[number];
  type Role = NonNullable<Drill['roles']>[number];
  const turn = $derived(drill.turn ?? {});
  const end = $derived<End>(turn.ends?.[0] ?? { by: 'balls' });
  const drawn = $derived(end.by === 'balls' && !!end.most);
  const way = $derived(turn.runs ? 'runs' : drawn ? 'drawn' : end.by);
  const roles = $derived(drill.roles ?? []);

  /** A turn that is nothing but so many balls says nothing more. */
  function set(next: Turn) {
    const plain = Object.values(next).every((v) => v === undefined || v === false || v === 0);
    onset({ ...drill, turn: plain ? undefined : next });
  }
  const ends: { id: string; label: string }[] = $derived([
    ...vocabulary.ends
      .filter((e) => e.id !== 'balls')
      .map((e) => ({ id: e.id, label: endWords[e.id] ?? e.label })),
    { id: 'balls', label: 'after' },
    { id: 'drawn', label: 'after a number drawn each time:' },
    ...(drill.stages.some((s) => goalKind(s.goal.kind)?.time === 'always')
      ? [{ id: 'runs', label: 'by the bell: stage after stage, student after student' }]
      : [])
  ]);
  const endWords: Record<string, string> = {
    met: 'when the stage is met',
    miss: 'on the first miss',
    row: 'after this many good in a row:',
    seconds: 'after this many seconds:',
    press: 'when I press'
  };
  function choose(id: string) {
    const first: End =
      id === 'drawn'
        ? { by: 'balls', least: 3, most: 8 }
        : id === 'row'
          ? { by: 'row', count: 3 }
          : id === 'seconds'
            ? { by: 'seconds', seconds: 60 }
            : { by: id as End['by'] };
    const bounded = id === 'met' || id === 'miss' || id === 'row';
    set({
      ...turn,
      runs: id === 'runs' || undefined,
      ends: id === 'balls' || id === 'runs' ? undefined : [first],
      mostBalls: bounded ? turn.mostBalls : undefined,
      mostSeconds: bounded ? turn.mostSeconds : undefined
    });
  }
  const setEnd = (next: Partial<End>) =>
    set({ ...turn, ends: [{ ...end, ...next }, ...(turn.ends ?? []).slice(1)] });

  /** Who hits at once follows from the roles. */
  function setRoles(next: Role[]) {
    const hitters = next.filter((r) => r.is === 'hitter').reduce((n, r) => n + Math.max(1, r.held ?? 1), 0);
    const known = new Set(next.map((r) => r.id));
    const feeds = drill.pattern.feeds.map((f) =>
      f.hitter && !known.has(f.hitter) ? { ...f, hitter: undefined } : f
    );
    onset({
      ...drill,
      roles: next.length ? next : undefined,
      hitters: next.length && hitters ? hitters : drill.hitters,
      pattern: { ...drill.pattern, feeds }
    });
  }
  const setRole = (i: number, next: Partial<Role>) =>
    setRoles(roles.map((r, j) => (j === i ? { ...r, ...next } : r)));
  function addRole() {
    const ids = new Set(roles.map((r) => r.id));
    let n = roles.length + 1;
    while (ids.has(`role${n}`)) n++;
    setRoles([...roles, { id: `role${n}`, is: roles.length ? 'partner' : 'hitter' }]);
  }
  const does: Record<string, string> = {
    hitter: 'hits',
    partner: 'partner',
    feeder: 'feeds',
    collector: 'collects'
  };
  const roleKinds = $derived(
    vocabulary.roles.filter((r) => does[r.id]).map((r) => ({ id: r.id, label: does[r.id]! }))
  );
</script>

<h2 class="mt-4 border-t border-base-300 pt-3 text-base">Turns</h2>
<p class="mt-1 text-[0.95rem] leading-8">
  A turn ends <Word
    label="What ends a turn"
    value={way}
    options={ends}
    onset={choose}
  />{#if way === 'balls'}<Word
      label="Balls of a turn"
      value={drill.turnBalls}
      min={1}
      max={500}
      onset={(v) => onset({ ...drill, turnBalls: Math.round(+v) })}
    /> balls{:else if way === 'drawn'}<Word
      label="Fewest balls of a turn"
      value={end.least ?? 3}
      min={1}
      max={500}
      onset={(v) => setEnd({ least: Math.round(+v), most: Math.max(Math.round(+v), end.most ?? 8) })}
    /> to <Word
      label="Most balls of a turn"
      value={end.most ?? 8}
      min={1}
      max={500}
      onset={(v) => setEnd({ most: Math.round(+v), least: Math.min(Math.round(+v), end.least ?? 3) })}
    /> balls, <Word
      label="Whether the number is announced"
      value={end.told ? 'told' : 'not'}
      options={[
        { id: 'told', label: 'announced' },
        { id: 'not', label: 'not announced' }
      ]}
      onset={(v) => setEnd({ told: v === 'told' || undefined })}
    />{:else if way === 'row'}<Word
      label="Good balls in a row that end a turn"
      value={end.count ?? 3}
      min={1}
      max={500}
      onset={(v) => setEnd({ count: Math.round(+v) })}
    />{:else if way === 'seconds'}<Word
      label="Seconds of a turn"
      value={end.seconds ?? 60}
      min={1}
      max={3600}
      onset={(v) => setEnd({ seconds: Math.round(+v) })}
    />{/if}{#if way === 'met' || way === 'miss' || way === 'row'}, at most <Word
      label="Most balls of a turn; 0 for no limit"
      value={turn.mostBalls ?? 0}
      min={0}
      max={500}
      onset={(v) => set({ ...turn, mostBalls: Math.round(+v) || undefined })}
    /> balls and <Word
      label="Most seconds of a turn; 0 for no limit"
      value={turn.mostSeconds ?? 0}
      min={0}
      max={3600}
      onset={(v) => set({ ...turn, mostSeconds: Math.round(+v) || undefined })}
    /> s (0: no limit){/if}.
</p>
{#if !turn.runs && !turn.oneBall}
  <p class="text-[0.95rem] leading-8">
    The next student comes up <Word
      label="When the next student comes up"
      value={turn.nextAt ? 'at' : 'after'}
      options={[
        { id: 'after', label: 'after the turn' },
        { id: 'at', label: 'at ball' }
      ]}
      onset={(v) =>
        set({ ...turn, nextAt: v === 'at' ? Math.max(1, drill.pattern.feeds.length) : undefined })}
    />{#if turn.nextAt}
      <Word
        label="Ball at which the next student comes up"
        value={turn.nextAt}
        min={1}
        max={500}
        onset={(v) => set({ ...turn, nextAt: Math.round(+v) || undefined })}
      />{/if}.
  </p>
{/if}
<label class="flex items-center gap-2 text-sm"
  ><input
    type="checkbox"
    class="checkbox border-base-content checkbox-xs"
    checked={!!turn.oneBall}
    onchange={(e) =>
      set({
        ...turn,
        oneBall: e.currentTarget.checked || undefined,
        again: e.currentTarget.checked ? 'start' : undefined
      })}
  />Played with one ball</label
>
{#if turn.oneBall}
  <p class="text-[0.95rem] leading-8">
    After a miss the next try begins <Word
      label="Where the next try begins"
      value={turn.again ?? 'start'}
      options={vocabulary.agains}
      onset={(v) => set({ ...turn, again: v as Turn['again'] })}
    />.
  </p>
{/if}
<h3 class="mt-2 text-sm font-semibold">Places</h3>
{#each roles as r, i (r.id)}
  <div class="mt-1 flex flex-wrap items-center gap-1 text-sm" role="group" aria-label="Place {i + 1}">
    <input
      dir="auto"
      class="input w-28 border-base-content/60 input-xs"
      maxlength="40"
      aria-label="Name of place {i + 1}"
      placeholder={roleKinds.find((k) => k.id === r.is)?.label ?? ''}
      value={r.name ?? ''}
      onchange={(e) => setRole(i, { name: e.currentTarget.value.trim() || undefined })}
    />
    <select
      class="select w-28 border-base-content/60 select-xs"
      aria-label="What place {i + 1} does"
      value={r.is}
      onchange={(e) => setRole(i, { is: e.currentTarget.value })}
      >{#each roleKinds as k (k.id)}<option value={k.id}>{k.label}</option>{/each}</select
    >
    <label class="flex items-center gap-1"
      >× <input
        type="number"
        class="figures input w-14 border-base-content/60 input-xs"
        min="1"
        max="16"
        aria-label="How many hold place {i + 1} at once"
        value={r.held ?? 1}
        onchange={(e) => setRole(i, { held: Math.max(1, Math.round(+e.currentTarget.value)) })}
      /></label
    >
    <label class="flex items-center gap-1"
      ><input
        type="checkbox"
        class="checkbox border-base-content checkbox-xs"
        checked={!!r.line}
        onchange={(e) => setRole(i, { line: e.currentTarget.checked || undefined })}
      />line behind it</label
    >
    <button
      type="button"
      class="btn btn-xs"
      aria-label="Remove place {i + 1}"
      onclick={() => setRoles(roles.filter((_, j) => j !== i))}>✕</button
    >
  </div>
{/each}
<p class="mt-1 flex flex-wrap items-center gap-2 text-sm">
  <button type="button" class="btn btn-xs" disabled={roles.length >= 8} onclick={addRole}>Add a place</button>
  {roles.length
    ? 'Students go through the places from top to bottom.'
    : `${drill.hitters} hit, the others wait. Add places for lines, partners or collectors.`}
</p>
{#if roles.length > 1 && drill.pattern.feeds.length > 1}
  <div class="mt-1 flex flex-wrap items-center gap-1 text-sm" role="group" aria-label="Who hits each ball">
    Who hits each ball
    {#each drill.pattern.feeds as f, k (k)}
      <label class="flex items-center gap-1"
        >{k + 1}<select
          class="select w-28 border-base-content/60 select-xs"
          aria-label="Who hits ball {k + 1}"
          value={f.hitter ?? ''}
          onchange={(e) =>
            onset({
              ...drill,
              pattern: {
                ...drill.pattern,
                feeds: drill.pattern.feeds.map((o, j) =>
                  j === k ? { ...o, hitter: e.currentTarget.value || undefined } : o
                )
              }
            })}
          ><option value="">whoever hits</option
          >{#each roles.filter((r) => r.is === 'hitter' || r.is === 'partner') as r (r.id)}<option
              value={r.id}>{r.name || roleKinds.find((o) => o.id === r.is)?.label}</option
            >{/each}</select
        ></label
      >
    {/each}
  </div>
{/if}
