<!-- What was counted besides chance: tempo, seconds, rallies, repetitions; games; what was seen and said. -->
<script lang="ts">
  import type { StudentRecord } from '$lib/api/client';
  import { sayDay } from '$lib/units/when';
  import { calledAmong } from '$lib/people/names';
  import SeriesChart from './SeriesChart.svelte';

  let { record }: { record: StudentRecord } = $props();
  // Good balls in all are said by the chance; streaks are shown where they were asked for.
  const series = $derived(record.series.filter((s) => s.measure !== 'good'));
  const id = $derived(record.student.id);
  const trend = (n: number) => (n > 0 ? '▲ improving' : n < 0 ? '▼ getting worse' : '');
  const percent = (p: number) => Math.round(100 * p);
  const games = $derived(
    record.games.slice(0, 12).map((g) => {
      const called = calledAmong(g.sides.flat());
      const mine = g.sides[0]?.some((p) => p.id === id) ? 0 : 1;
      const names = (i: number, but = '') =>
        (g.sides[i] ?? [])
          .filter((p) => p.id !== but)
          .map((p) => called(p.id))
          .join(' & ');
      return {
        run: g.run,
        day: sayDay(g.at),
        title: g.title,
        with: names(mine, id),
        against: names(1 - mine),
        own: g.own?.[id],
        score: `${g.points[mine]}–${g.points[1 - mine]}`,
        how: g.over ? (g.winner === mine ? 'won' : 'lost') : 'unfinished'
      };
    })
  );
  const lived = $derived(
    record.lessons
      .filter((l) => l.engaged || l.effort)
      .slice(0, 12)
      .reverse()
  );
</script>

{#if series.length}
  <h2 class="mt-8 border-t border-base-content pt-2 text-xl">Other results</h2>
  <div class="mt-2 grid gap-x-10 gap-y-4 md:grid-cols-2">
    {#each series as s (`${s.drill} ${s.stage} ${s.measure} ${s.seconds} ${s.setOf}`)}
      {@const name = s.marks.at(-1)?.name || s.stage}
      <section aria-label="{s.title}, {name}">
        <p class="flex items-baseline gap-3 text-base">
          <strong dir="auto">{name}</strong><span dir="auto" class="min-w-0 truncate text-sm">{s.title}</span
          ><span class="ml-auto text-sm">{trend(s.trend)}</span>
        </p>
        <p class="text-base">{s.said}</p>
        {#if new Set(s.marks.map((m) => m.value)).size > 1}<SeriesChart
            series={s}
            label="{name}, {s.title}: {s.said}, over {s.marks.length} sessions"
          />{/if}
      </section>
    {/each}
  </div>
{/if}
{#if record.missed.length}
  <h2 class="mt-8 border-t border-base-content pt-2 text-xl">Where balls are missed</h2>
  <ul class="mt-1 text-base">
    {#each record.missed as m, i (i)}<li>
        <strong>{m.said}</strong>
        <span dir="auto" class="text-sm"
          >{m.title}{m.name ? `, ${m.name}` : ''}; {m.lessons === 1
            ? 'one lesson'
            : `last ${m.lessons} lessons`}</span
        >
      </li>{/each}
  </ul>
{/if}
{#if games.length}
  <h2 class="mt-8 border-t border-base-content pt-2 text-xl">Games</h2>
  {#if record.strength}
    <p class="mt-1 text-base">
      Against an average player of the same level: wins about <strong
        >{percent(record.strength.chance)}%</strong
      >
      of rallies ({percent(record.strength.low)} to {percent(record.strength.high)}%, from {record.strength
        .rallies}
      rallies).
    </p>
  {/if}
  <table class="mt-2 w-full max-w-3xl text-base">
    <thead class="sr-only"
      ><tr><th>Day</th><th>Game</th><th>Against</th><th>Score</th><th>How it ended</th></tr></thead
    >
    <tbody>
      {#each games as g, i (i)}<tr>
          <td class="figures w-28 text-sm"><a class="hover:underline" href="/log/{g.run}">{g.day}</a></td>
          <td dir="auto" class="py-0.5">{g.title}</td>
          <td>{g.with ? `with ${g.with} ` : ''}against {g.against || 'nobody named'}</td>
          <td class="figures font-semibold">{g.score}</td>
          <td>{g.how}{g.own ? `, individual score ${g.own}` : ''}</td>
        </tr>{/each}
    </tbody>
  </table>
{/if}
{#if record.tags.length || record.notes.length || lived.length}
  <h2 class="mt-8 border-t border-base-content pt-2 text-xl">Observations and notes</h2>
  {#if record.tags.length}<p class="mt-1 text-base">
      {record.tags.map((t) => `${t.word}${t.times > 1 ? ` × ${t.times}` : ''} (${sayDay(t.at)})`).join(', ')}
    </p>{/if}
  <ul class="text-base">
    {#each record.notes as n (n.run)}<li>
        <a class="figures text-sm hover:underline" href="/log/{n.run}">{sayDay(n.at)}</a>
        <span class="italic">“<bdi>{n.text}</bdi>”</span>
      </li>{/each}
  </ul>
  {#if lived.length}<p class="mt-1 text-base">
      Engagement by lesson: <span class="figures">{lived.map((l) => l.engaged ?? '–').join(' ')}</span>.
      Effort by lesson: <span class="figures">{lived.map((l) => l.effort ?? '–').join(' ')}</span>.
    </p>{/if}
{/if}
