<!-- What was counted besides chance: tempo, seconds, rallies, repetitions; games; what was seen and said. -->
<script lang="ts">
  import Shown from './Shown.svelte';
  import Fold from '$lib/shell/Fold.svelte';
  import { sayFelt } from '$lib/people/felt';
  import type { StudentRecord } from '$lib/api/client';
  import { sayDay } from '$lib/units/when';
  import { calledAmong } from '$lib/people/names';
  import SeriesChart from './SeriesChart.svelte';

  let { record, onchanged }: { record: StudentRecord; onchanged: () => void } = $props();
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
        how: g.over ? (g.winner === mine ? 'won' : 'lost') : 'unfinished',
        /** What the student's own side did in it. */
        marks: (g.marks ?? [])
          .filter((m) => m.words && m.by[mine])
          .map((m) => `${m.words} ${m.by[mine]}`)
          .join(', ')
      };
    })
  );
  let all = $state(false);
  /** The latest, until more are wanted. */
  const shown = $derived(all ? record.lessons : record.lessons.slice(0, 12));
</script>

{#if series.length}
  <Fold title="Other results" says={series[0]?.said ?? ''}>
    <div class="mt-2 grid gap-x-10 gap-y-4 md:grid-cols-2">
      {#each series as s (`${s.drill} ${s.stage} ${s.measure} ${s.seconds} ${s.setOf}`)}
        {@const name = s.marks.at(-1)?.name || s.stage}
        <section aria-label="{s.title}, {name}">
          <p class="flex items-baseline gap-3 text-base">
            <strong dir="auto">{name}</strong><span dir="auto" class="min-w-0 truncate text-sm"
              >{s.title}</span
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
  </Fold>
{/if}
{#if games.length}
  <Fold
    title="Games"
    says={games[0]
      ? `last ${games[0].score}, ${games[0].how}, against ${games[0].against || 'nobody named'}`
      : ''}
  >
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
            <td>{g.how}{g.own ? `, individual score ${g.own}` : ''}{g.marks ? `; ${g.marks}` : ''}</td>
          </tr>{/each}
      </tbody>
    </table>
  </Fold>
{/if}
{#if record.tags.length || record.notes.length}
  <Fold
    title="Observations and notes"
    says={record.notes[0]?.text ?? record.tags.map((t) => t.word).join(', ')}
  >
    {#if record.tags.length}<p class="mt-1 text-base">
        {record.tags
          .map((t) => `${t.word}${t.times > 1 ? ` × ${t.times}` : ''} (${sayDay(t.at)})`)
          .join(', ')}
      </p>{/if}
    <ul class="text-base">
      {#each record.notes as n (n.run)}<li>
          <a class="figures text-sm hover:underline" href="/log/{n.run}">{sayDay(n.at)}</a>
          <span class="italic">“<bdi>{n.text}</bdi>”</span>
        </li>{/each}
    </ul>
  </Fold>
{/if}
<Fold title="Video and paper" says={record.shown[0]?.words ?? 'a line and a link for a day'}>
  <Shown student={record.student.id} shown={record.shown} {onchanged} />
</Fold>
{#if record.lessons.length}
  <Fold title="Lessons" says="{record.lessons.length} so far">
    <table class="mt-1 text-base">
      <thead class="text-left text-sm"
        ><tr
          ><th class="pr-6 font-normal">Day</th><th class="pr-6 font-normal">Lesson</th><th
            class="pr-6 font-normal">Good</th
          ><th class="font-normal">Said, 1 to 10</th></tr
        ></thead
      >
      <tbody>
        {#each shown as l (l.run)}<tr>
            <td class="figures pr-6 text-sm whitespace-nowrap"
              ><a class="hover:underline" href="/log/{l.run}">{sayDay(l.at)}</a></td
            >
            <td dir="auto" class="py-0.5 pr-6">{l.title}</td>
            <td class="figures pr-6">{l.balls ? `${l.good} of ${l.balls}` : ''}</td>
            <td class="text-sm">{sayFelt(l)}</td>
          </tr>{/each}
      </tbody>
    </table>
    {#if shown.length < record.lessons.length}<button
        type="button"
        class="py-1.5 text-sm underline"
        onclick={() => (all = true)}>{record.lessons.length - shown.length} more</button
      >{/if}
  </Fold>
{/if}
