<!-- A run as it was: block by block, and put right where it is wrong. -->
<script lang="ts">
  import { door } from '$lib/access/door.svelte';
  import { onDestroy } from 'svelte';
  import type { Run } from '$lib/api/client';
  import { sayDay, sayMoment } from '$lib/units/when';
  import { calledAmong } from '$lib/people/names';
  import MendCount from './MendCount.svelte';
  import MendGame from './MendGame.svelte';
  import { Session } from './session.svelte';

  let { run }: { run: Run } = $props();
  // svelte-ignore state_referenced_locally
  const session = new Session(run);
  onDestroy(() => session.close());
  // svelte-ignore state_referenced_locally
  let trace = $state(run.trace);

  const s = $derived(session.state);
  const name = $derived(calledAmong(session.students));
  const minutes = $derived(s.blocks.map((b) => Math.round(b.elapsedMs / 60000)));
  const total = $derived(minutes.reduce((n, m) => n + m, 0));
  const absent = (id: string) => s.absent?.includes(id) ?? false;
  let wide = $state<Record<string, boolean>>({});
  const status = $derived(
    { finished: '', givenUp: 'Abandoned: results are not used', removed: 'Removed from the log' }[
      s.status as string
    ] ?? 'Not finished'
  );
  const words: Record<string, string> = {
    lasted: 'block minutes corrected',
    there: 'attendance corrected',
    counted: 'count corrected',
    scored: 'score corrected',
    amend: 'entry corrected',
    giveUp: 'abandoned',
    remove: 'removed from the log'
  };

  /** A change, which leaves its trace. */
  function change(event: Parameters<Session['add']>[0]) {
    session.soon(() => {
      trace = [...trace, { id: session.write(event), at: Date.now(), kind: event.kind }];
    });
  }
  function takeBack(id: string) {
    session.add({ kind: 'undo', undoes: id });
    trace = trace.map((t) => (t.id === id ? { ...t, undone: true } : t));
  }
  function bringBack() {
    const last = trace.findLast(
      (t) => !t.undone && t.kind === (s.status === 'removed' ? 'remove' : 'giveUp')
    );
    if (last) takeBack(last.id);
  }
  function setMinutes(block: string, e: Event & { currentTarget: HTMLInputElement }, was: number) {
    const n = Number(e.currentTarget.value.replace(',', '.'));
    if (n >= 0 && n <= 480 && n !== was) change({ kind: 'lasted', block, value: Math.round(n * 60000) });
    else e.currentTarget.value = String(was);
  }
</script>

<svelte:head><title>{session.lesson.title} · Log · Hodometer</title></svelte:head>
<main class="mx-auto max-w-[1100px] px-6 py-6">
  <p class="text-sm"><a class="hover:underline" href="/log">‹ Log</a></p>
  <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
    <h1 dir="auto" class="text-3xl">{session.lesson.title}</h1>
    <p class="figures text-base">{sayDay(session.lesson.date)} · {total} min</p>
    {#if status}<p class="rounded border border-base-content px-2 text-base font-semibold" role="status">
        {status}
      </p>{/if}
    {#if door.coach}<a
        class="ml-auto text-sm underline"
        href="/api/v1/share?run={session.id}"
        download="given.json"
        title="For another coach: the lesson, its students and every count">Export</a
      >{/if}
    <span class="text-sm" class:ml-auto={!door.coach} role="status"
      >{session.waiting ? 'saving' : 'saved'}</span
    >
  </div>
  {#if session.trouble}<p class="mt-2 rounded bg-warning px-3 py-2 text-sm text-warning-content" role="alert">
      {session.trouble}
    </p>{/if}
  <div class="mt-3 flex flex-wrap gap-2">
    {#if s.status === 'removed' || s.status === 'givenUp'}
      <button type="button" class="btn border-base-content btn-accent btn-sm" onclick={bringBack}
        >Restore</button
      >
    {:else}
      {#if s.status !== 'finished'}
        <a class="btn border-base-content btn-accent btn-sm" href="/court/{session.id}">Continue courtside</a>
        <button type="button" class="btn btn-sm" onclick={() => session.add({ kind: 'finish' })}
          >Finish lesson and keep results</button
        >
        {#if door.coach}<button type="button" class="btn btn-sm" onclick={() => change({ kind: 'giveUp' })}
            >Abandon this lesson</button
          >{/if}
      {/if}
      {#if door.coach}<button type="button" class="btn btn-sm" onclick={() => change({ kind: 'remove' })}
          >Remove from log</button
        >{/if}
    {/if}
    {#if door.owner}<a class="btn btn-ghost btn-sm" href="/log/{session.id}/erase">Erase for good…</a>{/if}
    {#if door.coach}<a class="btn btn-ghost btn-sm" href="/lessons/{session.lesson.id}">Open lesson</a>{/if}
  </div>

  <section class="mt-5" aria-labelledby="there">
    <h2 class="text-base font-semibold" id="there">Who was there</h2>
    <div class="mt-1 flex flex-wrap gap-2">
      {#each session.students as p (p.id)}
        <label class="flex items-center gap-1.5 text-base"
          ><input
            type="checkbox"
            class="checkbox border-base-content checkbox-sm"
            checked={!absent(p.id)}
            onchange={(e) => change({ kind: 'there', student: p.id, value: e.currentTarget.checked ? 1 : 0 })}
          /><bdi>{name(p.id)}</bdi>{#if s.engagement[p.id]}<span class="text-sm"
              >engaged {s.engagement[p.id]}</span
            >{/if}</label
        >
      {/each}
    </div>
  </section>

  {#each session.lesson.blocks as b, i (b.id)}
    {@const bs = s.blocks[i]!}
    {@const counted = (bs.students ?? []).some((st) => st.stages.some((g) => g.said))}
    <section class="mt-5 border-t border-base-content pt-2" aria-label={b.title}>
      <div class="flex flex-wrap items-baseline gap-x-3">
        <h2 dir="auto" class="text-xl">{b.title}</h2>
        <label class="flex items-baseline gap-1 text-sm"
          ><input
            class="figures input w-14 border-base-content/60 px-1.5 text-right input-xs"
            inputmode="decimal"
            aria-label="Minutes that {b.title} took"
            value={minutes[i]}
            onchange={(e) => setMinutes(b.id, e, minutes[i]!)}
          />
          of {b.minutes} min</label
        >
        {#if bs.students?.length}<button
            type="button"
            class="btn ml-auto btn-ghost btn-xs"
            aria-expanded={wide[b.id] ?? false}
            onclick={() => (wide[b.id] = !wide[b.id])}
            >{wide[b.id] ? 'Show counted stages only' : 'Add or correct a count'}</button
          >{/if}
      </div>
      {#if bs.students?.length && (counted || wide[b.id])}
        <table class="mt-1 w-full max-w-3xl text-base">
          <thead class="sr-only"><tr><th>Student</th><th>Stage</th><th>Counted</th></tr></thead>
          <tbody>
            {#each bs.students as st (st.id)}
              {@const shown = st.stages.map((g, j) => ({ g, j })).filter((x) => x.g.said || wide[b.id])}
              {#each shown as { g, j }, k (j)}
                <tr class:opacity-60={absent(st.id)} class="align-top">
                  <th scope="row" class="w-28 py-0.5 text-left font-semibold">{k ? '' : name(st.id)}</th>
                  <td class="w-96 py-0.5 pr-3"
                    >{g.label}, {g.goalLabel}{#if g.met}&nbsp;<span role="img" aria-label="met">✓</span
                      >{/if}</td
                  >
                  <td class="py-0.5"
                    >{#if wide[b.id]}<MendCount
                        stage={g}
                        label="{name(st.id)}, {g.label}"
                        onset={(v) => change({ kind: 'counted', block: b.id, student: st.id, step: j, ...v })}
                      />{:else}{g.said}{/if}</td
                  >
                </tr>
              {/each}
              {#if st.machine}<tr class="align-top"
                  ><th scope="row" class="w-28 py-0.5 text-left font-semibold"
                    >{shown.length ? '' : name(st.id)}</th
                  ><td class="w-96 py-0.5 pr-3">By ball machine</td><td class="py-0.5">{st.machine}</td></tr
                >{/if}
            {/each}
          </tbody>
        </table>
      {:else if bs.students?.length}<p class="mt-1 text-base">Nothing counted.</p>{/if}
      {#if bs.courts}
        <MendGame block={b} now={bs} {name} onset={(v) => change({ kind: 'scored', block: b.id, ...v })} />
      {/if}
    </section>
  {/each}

  {#if s.note || Object.keys(s.notes ?? {}).length || Object.keys(s.tags ?? {}).length}
    <section class="mt-5 border-t border-base-content pt-2" aria-labelledby="written">
      <h2 class="text-xl" id="written">Notes and observations</h2>
      {#if s.note}<p class="italic">“<bdi>{s.note}</bdi>”</p>{/if}
      <ul class="text-base">
        {#each session.students as p (p.id)}
          {@const tags = Object.entries(s.tags?.[p.id] ?? {})}
          {#if s.notes?.[p.id] || tags.length}<li>
              <strong dir="auto">{name(p.id)}</strong>
              {tags.map(([w, n]) => (n > 1 ? `${w} × ${n}` : w)).join(', ')}
              {#if s.notes?.[p.id]}<span class="italic">“{s.notes[p.id]}”</span>{/if}
            </li>{/if}
        {/each}
      </ul>
    </section>
  {/if}
  {#if trace.length}
    <section class="mt-5 border-t border-base-content pt-2" aria-labelledby="trace">
      <h2 class="text-base font-semibold" id="trace">Corrections</h2>
      <ul class="mt-1 text-sm">
        {#each trace as t (t.id)}<li class="flex items-baseline gap-3">
            <span class="figures w-32">{sayMoment(t.at)}</span>
            <span class:line-through={t.undone}>{words[t.kind] ?? 'entry corrected'}</span>
            {#if !t.undone}<button type="button" class="btn btn-ghost btn-xs" onclick={() => takeBack(t.id)}
                >Undo</button
              >{/if}
          </li>{/each}
      </ul>
    </section>
  {/if}
</main>
