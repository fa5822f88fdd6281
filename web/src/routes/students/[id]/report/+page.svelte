<!-- What a period came to for a student, on one page to print or send. -->
<script lang="ts">
  import When from '$lib/shell/When.svelte';
  import { page } from '$app/state';
  import { api, need, type Report } from '$lib/api/client';
  import Load from '$lib/shell/Load.svelte';
  import { sayDate, today } from '$lib/units/when';
  import { settings } from '$lib/units/settings.svelte';
  import { sayLength, sayRun } from '$lib/units/length';
  import { callNames } from '$lib/people/names';

  const id = $derived(page.params.id ?? '');
  const ago = (days: number) => today(new Date(Date.now() - days * 86_400_000));
  let from = $state(ago(84));
  let to = $state(today());
  let shared = $state<Record<string, boolean>>({});
  const ask = async () => {
    const report = (await need(
      api.GET('/api/v1/students/{student}/report', {
        params: { path: { student: id }, query: { from: from || undefined, to: to || undefined } }
      })
    )) as Report;
    shared = Object.fromEntries(report.notes.map((n) => [n.run, n.shared]));
    return report;
  };
  const percent = (p?: number) => (p === undefined ? '–' : `${Math.round(100 * p)}%`);
  async function share(run: string, yes: boolean) {
    shared = { ...shared, [run]: yes };
    await api.PUT('/api/v1/students/{student}/notes/{run}', {
      params: { path: { student: id, run } },
      body: { shared: yes }
    });
  }
  const query = $derived(`from=${from}&to=${to}`);
  const figures = (r: Report): [string, string][] => [
    [String(r.attended), r.missed ? `lessons attended, ${r.missed} missed` : 'lessons'],
    [String(Math.round(r.minutes)), 'minutes'],
    [String(r.balls), 'balls counted'],
    [r.balls ? percent(r.good / r.balls) : '–', 'success rate'],
    [sayRun(r.metres, settings.units), 'distance run'],
    [r.engaged ? r.engaged.toFixed(1) : '–', 'engaged, out of 10'],
    [r.effort ? r.effort.toFixed(1) : '–', 'effort, out of 10']
  ];
  const notes = (r: Report) => r.notes.filter((n) => shared[n.run]);
</script>

<svelte:head><title>Report · Hodometer</title></svelte:head>

<div class="mx-auto flex max-w-4xl flex-wrap items-end gap-3 px-6 pt-5 print:hidden">
  <a class="btn btn-sm" href="/students/{id}">Back to student</a>
  <When label="From" value={from} onset={(d) => (from = d)} />
  <When label="To" value={to} onset={(d) => (to = d)} />
  <span class="flex gap-1.5"
    >{#each [['4 weeks', 28], ['12 weeks', 84], ['a year', 365]] as const as [words, days] (words)}<button
        type="button"
        class="btn btn-sm"
        onclick={() => ((from = ago(days)), (to = today()))}>{words}</button
      >{/each}</span
  >
  <span class="ml-auto flex gap-1.5">
    <a class="btn btn-sm" href="/api/v1/students/{id}/report?{query}&as=csv" download="report.csv"
      >Export table</a
    >
    <a class="btn btn-sm" href="/api/v1/students/{id}/report?{query}" download="report.json">Export JSON</a>
    <button type="button" class="btn btn-primary btn-sm" onclick={() => print()}>Print</button>
  </span>
</div>
<Load {ask}>
  {#snippet children(r)}
    <main class="mx-auto max-w-4xl px-6 py-5">
      <h1 dir="auto" class="text-3xl">{r.student.name}</h1>
      <p class="figures text-sm">
        {r.from ? sayDate(r.from) : 'from the beginning'} to {sayDate(r.to || today())}
      </p>
      {#if !r.attended && !r.balls && !r.games.length}
        <p class="mt-4">No finished lessons in this period. Choose another period, or run a lesson.</p>
      {/if}
      <dl class="mt-4 flex flex-wrap gap-x-8 gap-y-3 border-y border-base-content py-3">
        {#each figures(r) as [value, words] (words)}<div>
            <dt class="sr-only">{words}</dt>
            <dd>
              <span class="figures text-2xl font-semibold">{value}</span><br /><span class="text-sm"
                >{words}</span
              >
            </dd>
          </div>{/each}
      </dl>
      <div class="mt-4 grid gap-x-10 gap-y-5 md:grid-cols-2">
        {#if r.rungs.length}<section aria-label="Ladders">
            <h2 class="text-lg">Ladders</h2>
            {#each r.rungs as g, i (i)}<p class="mt-1">
                <strong>{g.ladder}</strong>: rung {g.place} of {g.of}, {g.rung}.
                {#if g.moves.length}
                  <span class="text-sm">{g.moves.join('; ')}.</span>{/if}
              </p>{/each}
          </section>{/if}
        {#if r.skills.length}<section aria-label="Success rates">
            <h2 class="text-lg">Success rates</h2>
            <table class="w-full text-base [&_td]:pr-3 [&_th]:pr-3">
              <thead class="text-left text-sm"
                ><tr
                  ><th class="font-normal">Skill</th><th class="font-normal">Before</th><th
                    class="font-normal">Now</th
                  ><th class="font-normal">Balls</th></tr
                ></thead
              >
              <tbody
                >{#each r.skills as s, i (i)}<tr>
                    <td
                      >{s.label}{#if s.target}<span class="block text-xs"
                          >at a target of {sayLength(s.target, settings.units)}{s.used &&
                          Math.abs(s.used - s.target) > 0.04
                            ? `; last played to ${sayLength(s.used, settings.units)}`
                            : ''}</span
                        >{/if}</td
                    >
                    <td class="figures whitespace-nowrap"
                      >{percent(s.was?.mean)}{#if s.first}<span class="block text-xs">first lesson</span
                        >{/if}</td
                    >
                    <td class="figures font-semibold whitespace-nowrap"
                      >{percent(s.is?.mean)}<span class="text-xs font-normal">
                        ({percent(s.is?.low)}–{percent(s.is?.high)})</span
                      ></td
                    >
                    <td class="figures">{s.balls}</td>
                  </tr>{/each}</tbody
              >
            </table>
          </section>{/if}
        {#if r.streaks.length}<section aria-label="Best results">
            <h2 class="text-lg">Best results</h2>
            <ul>
              {#each r.streaks as s, i (i)}<li>
                  <strong>{s.best}</strong>, {s.stage}, <bdi>{s.title}</bdi>
                </li>{/each}
            </ul>
          </section>{/if}
        {#if r.misses.length || r.choices.length}<section aria-label="Misses and choices">
            <h2 class="text-lg">Misses and choices</h2>
            {#if r.misses.length}<p>
                Marked misses: <span class="figures"
                  >{r.misses.map((m) => `${m.where} ${m.n}`).join(', ')}</span
                >
              </p>{/if}
            <ul>
              {#each r.choices as c, i (i)}<li>
                  {#if c.first}<strong class="figures">{c.last ? `${c.first} → ${c.last}` : c.first}</strong>
                    right,
                  {/if}<bdi>{c.title}</bdi>, {c.stage}<span class="text-sm">: {c.said}</span>
                </li>{/each}
            </ul>
          </section>{/if}
        {#if r.games.length}<section aria-label="Games">
            <h2 class="text-lg">Games</h2>
            <ul>
              {#each r.games.slice(0, 16) as g, i (i)}<li>
                  <span class="figures text-sm">{sayDate(g.at)}</span>
                  <strong class="figures">{g.score[0]}–{g.score[1]}</strong>
                  <bdi>{callNames(g.against).join(' & ')}</bdi><span class="text-sm"
                    >, <bdi>{g.title}</bdi>{g.over ? '' : ', unfinished'}{g.marks.length
                      ? ` (${g.marks.join(', ')})`
                      : ''}</span
                  >
                </li>{/each}
              {#if r.games.length > 16}<li class="text-sm">and {r.games.length - 16} more</li>{/if}
            </ul>
          </section>{/if}
        {#if r.home.length}<section aria-label="Home practice">
            <h2 class="text-lg">Home practice</h2>
            <ul>
              {#each r.home as d, i (i)}<li>
                  <span class="figures text-sm">{sayDate(d.at)}</span>
                  <bdi>{d.title}</bdi>: {d.times} times
                </li>{/each}
            </ul>
          </section>{/if}
        {#if notes(r).length}<section aria-label="Notes">
            <h2 class="text-lg">Notes</h2>
            {#each notes(r) as n (n.run)}<p>
                <span class="figures text-sm">{sayDate(n.at)}</span>
                <span class="italic">“<bdi>{n.text}</bdi>”</span>
              </p>{/each}
          </section>{/if}
      </div>
      {#if r.notes.length}
        <fieldset class="mt-6 border-t border-base-content pt-2 print:hidden">
          <legend class="sr-only">Which notes others may read</legend>
          <p class="text-sm">Choose the notes that others may read. The rest stay private:</p>
          {#each r.notes as n (n.run)}<label class="flex items-center gap-2 py-0.5">
              <input
                type="checkbox"
                class="checkbox border-base-content checkbox-sm"
                checked={shared[n.run] ?? false}
                onchange={(e) => share(n.run, e.currentTarget.checked)}
              /><span class="figures text-sm">{sayDate(n.at)}</span> “<bdi>{n.text}</bdi>”
            </label>{/each}
        </fieldset>
      {/if}
      <p class="mt-6 text-xs">
        Success rates are estimates from the balls counted, with an 80% range. None of this is medical advice.
      </p>
    </main>
  {/snippet}
</Load>
