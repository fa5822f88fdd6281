<!-- The lesson on paper: one page to teach from, the court set-up with its measures, and a card for each student. -->
<script lang="ts">
  import { page } from '$app/state';
  import {
    api,
    need,
    type Block,
    type BlockRotation,
    type Court,
    type Drill,
    type Sheet
  } from '$lib/api/client';
  import Thumb from '$lib/drill/Thumb.svelte';
  import SetUpMap from '$lib/lesson/SetUpMap.svelte';
  import { partner } from '$lib/lesson/where';
  import Load from '$lib/shell/Load.svelte';
  import Tape from '$lib/tape/Tape.svelte';
  import { sayChance } from '$lib/units/say';
  import { sayDate } from '$lib/units/when';
  import { calledAmong, callNames } from '$lib/people/names';
  import { settings } from '$lib/units/settings.svelte';

  const id = $derived(page.params.id ?? '');
  const ask = async () => {
    const [sheet, courts] = await Promise.all([
      need(
        api.GET('/api/v1/lessons/{lesson}/sheet', {
          params: { path: { lesson: id }, query: { units: settings.units } }
        })
      ),
      need(api.GET('/api/v1/courts'))
    ]);
    return { sheet, courts };
  };
  let cards = $state(true);
  let maps = $state(true);
  // A long lesson is printed smaller, so that it stays one page on A4 and on
  // Letter. The screen lays it out as the paper does, a fifth larger.
  let tall = $state(0);
  const fit = $derived(Math.max(0.55, Math.min(1, (1120 / Math.max(1, tall)) ** 0.55)));
  $effect(() => {
    document.documentElement.style.setProperty('--paper-fit', String(fit));
    return () => document.documentElement.style.removeProperty('--paper-fit');
  });
  const drillOf = (b: Block): Drill | undefined => b.drill ?? b.match?.from;
  const courtOf = (courts: Court[], s: string) => courts.find((c) => c.id === s);
  /** Who is where in a turn, in words: those who hit, then those who feed and collect. */
  const at = (r: BlockRotation, turn: number[][], names: string[]) => {
    const of = (doing: string) =>
      turn.flatMap((held, k) => (r.places[k]!.doing === doing ? held.map((n) => names[n]) : [])).join(' ');
    /** The two sides of each court of a game. */
    const courts: string[][] = [];
    r.places.forEach((p, k) => {
      const held = (turn[k] ?? []).map((n) => names[n]).join(' ');
      if (!p.court || !p.side || !held) return;
      const sides = (courts[p.court - 1] ??= []);
      sides[p.side - 1] = [sides[p.side - 1], held].filter(Boolean).join(' ');
    });
    const hit = courts.length ? courts.map((sides) => sides.join(' – ')).join(' · ') : of('hitting');
    return [hit, of('feeding') && `${of('feeding')} feed`, of('collecting') && `${of('collecting')} collect`]
      .filter(Boolean)
      .join('; ');
  };
  /** Stations and lines have names of their own: each with who begins there, and where they go next. */
  const named = (r: BlockRotation) => r.places.some((p) => /^(station|role-)/.test(p.id));
  const posts = (r: BlockRotation, names: string[]) => {
    const placeOf = (turn: number[][] | undefined, who: number) =>
      r.places[turn?.findIndex((held) => held.includes(who)) ?? -1];
    const out: { task: string; who: string[]; then: string }[] = [];
    r.places.forEach((p, k) => {
      const held = r.turns[0]?.[k] ?? [];
      if (!held.length) return;
      const next = placeOf(r.turns[1], held[0]!);
      const then = next && next.name !== p.name ? next.name : '';
      const same = out.find((o) => o.task === p.name);
      if (same) {
        same.who.push(...held.map((n) => names[n]!));
        same.then ||= then;
      } else out.push({ task: p.name, who: held.map((n) => names[n]!), then });
    });
    return out;
  };
  /** The same drill, or two without an id that are drawn alike. */
  const same = (a?: Drill, b?: Drill) =>
    a?.id || b?.id ? a?.id === b?.id : JSON.stringify(a?.pattern) === JSON.stringify(b?.pattern);
  const distinct = (s: Sheet) =>
    s.lesson.blocks
      .map((b, i) => ({ b, d: drillOf(b), laid: s.blocks[i]!.setUp }))
      .filter((x, i, all) => x.d && x.laid.length && all.findIndex((y) => same(x.d, y.d)) === i) as {
      b: Block;
      d: Drill;
      laid: Sheet['blocks'][number]['setUp'];
    }[];
</script>

<svelte:head><title>Lesson sheet · Hodometer</title></svelte:head>

<Load {ask}>
  {#snippet children({ sheet: s, courts })}
    {@const names = callNames(s.students.map((p) => p.name))}
    {@const called = calledAmong(s.students)}
    {@const court = courtOf(courts, s.lesson.court)}
    <div class="no-print mx-auto flex max-w-[820px] flex-wrap items-center gap-3 px-4 pt-4">
      <a class="btn btn-sm" href="/lessons/{s.lesson.id}">Back to lesson</a>
      <label class="flex items-center gap-1.5 text-sm"
        ><input type="checkbox" class="checkbox border-base-content checkbox-sm" bind:checked={maps} />court
        set-up</label
      >
      <label class="flex items-center gap-1.5 text-sm"
        ><input type="checkbox" class="checkbox border-base-content checkbox-sm" bind:checked={cards} />cards
        to take home</label
      >
      <button type="button" class="btn ml-auto btn-primary" onclick={() => print()}>Print</button>
    </div>
    <main class="paper" data-theme="chalk">
      <section class="page one" aria-label="The lesson" bind:clientHeight={tall}>
        <header class="flex items-end gap-4">
          <div class="min-w-0 flex-1">
            <h1 dir="auto" class="text-2xl">{s.lesson.title}</h1>
            <p dir="auto" class="text-sm">{s.lesson.aim}</p>
          </div>
          <p class="figures text-right text-sm">
            {sayDate(s.lesson.date)}<br />{s.lesson.start}–{s.plan.end} · {court?.name}
          </p>
        </header>
        <p class="text-sm">
          <strong>{s.students.map((p) => p.name).join(', ') || 'No students yet'}</strong
          >{#if s.lesson.attendance?.length}{#each s.lesson.attendance as t (t.student)}
              · {names[s.students.findIndex((p) => p.id === t.student)] ?? ''}
              {t.from ? `arrives at minute ${t.from}` : ''}{t.to
                ? ` leaves at minute ${t.to}`
                : ''}{/each}{/if}
        </p>
        <div class="mt-2">
          <Tape
            blocks={s.lesson.blocks}
            start={s.lesson.start}
            slot={s.lesson.slotMinutes}
            lanes={s.plan.students}
            between={Object.fromEntries(s.plan.blocks.map((b) => [b.id, b.between]))}
            coach={s.plan.coach}
          />
        </div>
        <ol class="blocks">
          {#each s.lesson.blocks as b, i (b.id)}
            {@const p = s.plan.blocks[i]!}
            {@const d = drillOf(b)}
            {@const c = d && courtOf(courts, d.pattern.court)}
            <li>
              <div class="figures time">{p.start}<br /><span class="text-xs">{b.minutes} min</span></div>
              {#if d && c}<div class="thumb"><Thumb drill={d} court={c} /></div>{/if}
              <div class="min-w-0 flex-1">
                <h2 dir="auto" class="text-[0.95rem]">{b.title}</h2>
                {#if b.drill}
                  <p>
                    {s.blocks[i]!.goals}.
                    <em dir="auto">{b.drill.cues.join(' · ')}</em>
                  </p>
                {:else if b.match}
                  <p>
                    Play to {b.match.rules.to}{b.match.rules.toB ? ` against ${b.match.rules.toB}` : ''}. Each
                    rally starts with {b.match.start}. <em dir="auto">{b.match.cue}</em>
                  </p>
                {:else if b.script?.length}
                  {@const who = [0, 1].map((k) => partner(names, s.plan.pairs, k, true))}
                  {@const short = names.length > 2 ? ['A', 'B'] : who}
                  <p>
                    {#if names.length > 2}<span class="mr-1"><strong>A</strong> {who[0]},</span><span
                        class="mr-2"><strong>B</strong> {who[1]}:</span
                      >{/if}
                    {#each b.script as m, k (k)}<span class="minute"
                        ><span class="figures">{k + 1}</span>
                        <bdi>{m.title}</bdi> ({m.roles
                          .map((r) => `${short[r.partner]} ${r.does}`)
                          .join(', ')})</span
                      >{/each}
                  </p>
                {:else if b.prompts?.length}<p dir="auto">{b.prompts.join(' · ')}</p>{/if}
                {#if s.blocks[i]!.rotation && names.length > 1}{@const r = s.blocks[i]!.rotation!}
                  <p class="rotation">
                    <span class="mr-2">{r.summary}.</span
                    >{#if named(r)}{#each posts(r, names) as o (o.task)}<span class="turn post"
                          ><strong><bdi>{o.task}:</bdi></strong>
                          <bdi>{o.who.join(', ')}</bdi>{o.then ? `, then ${o.then}` : ''}</span
                        >{/each}{:else}{#each r.turns.slice(0, 4) as turn, t (t)}<span class="turn"
                          >{t + 1}: {at(r, turn, names)}</span
                        >{/each}{/if}
                  </p>{/if}
                {#each s.students as st, n (st.id)}{@const o = s.blocks[i]!.own[n] ?? []}{#if o.length}<span
                      class="own"><strong>{names[n]}</strong> {o.join(', ')}</span
                    >{/if}{/each}
                {#if b.notes}<p dir="auto">{b.notes}</p>{/if}
              </div>
            </li>
          {/each}
        </ol>
        <footer class="text-[0.75rem]">
          <p>
            <strong>To bring:</strong>
            {s.plan.kit.map((k) => `${k.label} (${k.carrier})`).join(', ') || 'rackets'} ·
            <strong>balls needed</strong>
            {Math.round(s.plan.atOnce.value)}{s.lesson.resources?.balls
              ? ` of ${s.lesson.resources.balls}`
              : ''}, fed {Math.round(s.plan.balls.value)}, pick-ups {Math.round(s.plan.pickUps.value)} ·
            <strong>serves and overheads each</strong>
            {s.plan.students.map((t) => `${called(t.id)} ${Math.round(t.overhead.value)}`).join(', ')}
          </p>
          <p>
            {[...new Set(s.plan.blocks.flatMap((b) => b.notices.filter((n) => n.caution).map((n) => n.text)))]
              .slice(0, 5)
              .join(' ')} Always follow the venue’s rules and the advice of qualified people.
          </p>
        </footer>
      </section>
      {#if maps && distinct(s).length}
        <section class="page" aria-label="Court set-up">
          <h1 class="text-2xl">Court set-up</h1>
          <p class="text-sm">
            The students’ end is on the left. Distances are from the lines. {s.plan.kit
              .map((k) => `${k.carrier}: ${k.label}`)
              .join(' · ')}
          </p>
          <div class="mt-2 space-y-4">
            {#each distinct(s) as x (x.b.id)}{@const c = courtOf(courts, x.d.pattern.court)}{#if c}<SetUpMap
                  title={x.d.title}
                  drill={x.d}
                  court={c}
                  laid={x.laid}
                />{/if}{/each}
          </div>
        </section>
      {/if}
      {#if cards}
        <section class="page cards" aria-label="Cards to take home">
          {#each s.plan.students as t, n (t.id)}
            <article class="card-home">
              <h2 dir="auto" class="text-xl">{t.name}</h2>
              <p class="text-sm"><bdi>{s.lesson.title}</bdi>, {sayDate(s.lesson.date)}</p>
              <ul class="mt-1 text-sm">
                {#each s.lesson.blocks as b, i (b.id)}{#if b.drill}{@const p = s.plan.blocks[
                      i
                    ]!.drill?.players.find((x) => x.id === t.id)}
                    <li>
                      <strong dir="auto">{b.title}</strong>{p?.stages[0]?.rate
                        ? `: ${sayChance(p.stages[0].rate.mean)} of the balls good at the first goal`
                        : ''}{s.blocks[i]!.own[n]?.length ? ` (${s.blocks[i]!.own[n]!.join(', ')})` : ''}
                    </li>{/if}{/each}
              </ul>
              <h3 class="mt-2 text-base">Until next time</h3>
              <ol class="mt-1 space-y-1.5 text-sm">
                {#each s.home[n] ?? [] as h, k (k)}<li>
                    <strong><bdi>{h.title}</bdi>.</strong>
                    <bdi>{h.do}</bdi> <em><bdi>{h.cue}</bdi>.</em><br /><span class="text-xs"
                      >{h.often} <span class="boxes" aria-hidden="true">☐ ☐ ☐</span></span
                    >
                  </li>{/each}
              </ol>
              <p class="mt-2 text-xs">
                What did you have to do well today? ______________________________<br />Pain or dizziness:
                stop, and see a qualified professional.
              </p>
            </article>
          {/each}
        </section>
      {/if}
    </main>
  {/snippet}
</Load>

<style>
  .paper {
    max-width: 820px;
    margin: 1rem auto 3rem;
    color: #1c2421;
    print-color-adjust: exact;
    -webkit-print-color-adjust: exact;
  }
  .page {
    padding: 1.2rem 1.4rem;
    margin-bottom: 1.5rem;
    background: #fffdf6;
    border: 1px solid var(--color-base-300);
  }
  .blocks {
    margin-top: 0.6rem;
    border-top: 1px solid #1c2421;
  }
  .blocks > li {
    display: flex;
    gap: 0.7rem;
    padding: 0.35rem 0;
    border-bottom: 1px solid var(--color-base-300);
    font-size: 0.8rem;
    line-height: 1.3;
    break-inside: avoid;
  }
  .time {
    width: 3.4rem;
    flex: none;
  }
  .thumb {
    width: 8.6rem;
    flex: none;
  }
  .minute + .minute::before {
    content: ' · ';
    white-space: pre;
  }
  .turn {
    display: inline-block;
    margin-right: 0.7rem;
    font-weight: 600;
  }
  .turn.post {
    font-weight: 400;
  }
  .own {
    display: inline-block;
    margin-right: 0.8rem;
    padding-left: 0.35rem;
    border-left: 3px solid #1f4d47;
  }
  footer {
    margin-top: 0.5rem;
    line-height: 1.35;
  }
  .cards {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 1rem 1.4rem;
  }
  .card-home {
    padding: 0.7rem 0.9rem;
    border: 1.5px dashed #1c2421;
    break-inside: avoid;
  }
  .boxes {
    letter-spacing: 0.2em;
  }
  @media print {
    .no-print {
      display: none;
    }
    .paper {
      max-width: none;
      margin: 0;
      background: none;
    }
    .page {
      padding: 0;
      margin: 0;
      border: 0;
      background: none;
    }
    .page + .page {
      break-before: page;
    }
  }
</style>
