<!-- Weeks as rows, days across; each week’s theme and load before it. Lessons are dragged, or pressed and moved. -->
<script lang="ts">
  import type { CourseState } from '$lib/api/client';
  import { vocabulary } from '$lib/api/vocabulary';
  import { sayDay, today, weekdays } from '$lib/units/when';
  import { dayOfMonth, daysOf, monday } from './days';
  import type { Entry } from './entries';

  interface Props {
    entries: Entry[];
    /** The Mondays shown. */
    rows: string[];
    courses: CourseState[];
    held: string;
    onhold: (e: Entry) => void;
    onmove: (e: Entry, day: string) => void;
    ontheme: (c: CourseState, week: number, theme: string) => void;
  }
  let { entries, rows, courses, held, onhold, onmove, ontheme }: Props = $props();
  let dragged = $state('');
  const on = (day: string) => entries.filter((e) => e.date === day);
  /** Which of a course’s weeks that is; below 0 or past its end: none of it. */
  const weekOf = (c: CourseState, start: string) =>
    Math.round(
      (new Date(`${start}T12:00`).getTime() - new Date(`${monday(c.course.from)}T12:00`).getTime()) /
        (7 * 86_400_000)
    );
  const most = $derived(
    Math.max(
      60,
      ...rows.map((r) =>
        entries.filter((e) => monday(e.date) === r && !e.slot?.state).reduce((n, e) => n + e.minutes, 0)
      )
    )
  );
</script>

<div class="calendar" role="group" aria-label="Calendar">
  <div class="row head" aria-hidden="true">
    <span></span>{#each weekdays as d (d)}<span class="text-center text-sm">{d}</span>{/each}
  </div>
  {#each rows as start (start)}
    {@const load = entries
      .filter((e) => monday(e.date) === start && !e.slot?.state)
      .reduce((n, e) => n + e.minutes, 0)}
    <div class="row" role="group" aria-label="Week of {sayDay(start)}">
      <div class="gutter">
        {#each courses as c (c.course.id)}
          {@const i = weekOf(c, start)}
          {#if i >= 0 && i < c.course.weeks.length}
            <label class="block text-xs" title={c.course.title}
              ><span dir="auto" class="block truncate">{c.course.title}</span><select
                class="select w-full border-l-6 border-base-content/40 select-xs"
                style:border-left-color="var(--theme-{c.course.weeks[i]?.theme || 'open'})"
                aria-label="Theme of {c.course.title}, week {i + 1}"
                value={c.course.weeks[i]?.theme}
                onchange={(e) => ontheme(c, i, e.currentTarget.value)}
                ><option value="">Automatic (what they need most)</option
                >{#each vocabulary.themes as t (t.id)}<option value={t.id}>{t.label.split(':')[0]}</option
                  >{/each}</select
              ></label
            >
          {/if}
        {/each}
        {#if load}<span class="load" title="{load} minutes planned"
            ><span style:width="{(100 * load) / most}%"></span></span
          ><span class="figures text-xs">{load} min</span>{/if}
      </div>
      {#each daysOf(start) as day (day)}
        {@const isOff = courses.some((c) => c.course.off?.some((o) => o.from <= day && day <= o.to))}
        {@const event = courses.find((c) => c.course.event === day)}
        <div
          class="day"
          class:today={day === today()}
          class:past={day < today()}
          class:off={isOff}
          role="group"
          aria-label={sayDay(day)}
          ondragover={(e) => dragged && e.preventDefault()}
          ondrop={(e) => {
            e.preventDefault();
            const what = entries.find((x) => x.id === dragged);
            dragged = '';
            if (what) onmove(what, day);
          }}
        >
          <span class="figures text-xs">{dayOfMonth(day)}{isOff ? ' off' : ''}</span>
          {#if event}<span class="event">★ <bdi>{event.course.title}</bdi>: event day</span>{/if}
          {#each on(day) as e (e.id)}
            <button
              type="button"
              class="slot"
              class:gone={!!e.slot?.state}
              class:there={e.there}
              class:here={e.id === held}
              style:border-left-color="var(--theme-{e.course?.course.weeks[e.slot?.week ?? 0]?.theme ||
                'open'})"
              draggable={!e.given}
              ondragstart={() => (dragged = e.id)}
              ondragend={() => (dragged = '')}
              aria-pressed={e.id === held}
              onclick={() => onhold(e)}
            >
              <span class="figures text-xs">{e.start}</span>{e.given ? ' ✓' : ''}
              <span dir="auto" class="block truncate">{e.who}</span>
              {#if e.slot?.state}<span class="text-xs"
                  >{e.slot.state === 'rained' ? 'rained off' : 'cancelled'}</span
                >{:else if e.slot?.carries?.length}<span class="text-xs"
                  >+ content of {e.slot.carries.length} more</span
                >{/if}
            </button>
          {/each}
        </div>
      {/each}
    </div>
  {/each}
</div>

<style>
  .row {
    display: grid;
    grid-template-columns: 8.5rem repeat(7, minmax(0, 1fr));
    gap: 2px;
  }
  .row + .row {
    margin-top: 2px;
  }
  .gutter {
    padding: 0.2rem 0.4rem 0.2rem 0;
  }
  .load {
    display: block;
    height: 0.45rem;
    margin-top: 0.25rem;
    background: var(--color-base-200);
  }
  .load > span {
    display: block;
    height: 100%;
    background: var(--doing-feeding);
  }
  .day {
    min-height: 4.6rem;
    padding: 0.15rem 0.3rem;
    background: var(--color-base-200);
  }
  .day.today {
    outline: 3px solid var(--color-base-content);
  }
  .day.past {
    background: var(--color-base-100);
  }
  .day.off {
    background: repeating-linear-gradient(45deg, var(--color-base-200) 0 6px, var(--color-base-300) 6px 8px);
  }
  .event {
    display: block;
    font-size: 0.75rem;
    font-weight: 650;
  }
  .slot {
    display: block;
    width: 100%;
    padding: 0.15rem 0.3rem;
    margin-top: 2px;
    font-size: 0.85rem;
    line-height: 1.25;
    text-align: left;
    cursor: grab;
    background: var(--color-base-100);
    border: 1px dashed color-mix(in oklab, var(--color-base-content) 60%, transparent);
    border-left: 6px solid var(--color-neutral);
  }
  .slot.there {
    border-style: solid;
  }
  .slot.here {
    outline: 3px solid var(--color-accent);
    outline-offset: 0;
    box-shadow: 0 0 0 4px var(--color-base-content);
  }
  .slot.gone {
    text-decoration: line-through;
  }
  @media (max-width: 46rem) {
    .row.head {
      display: none;
    }
    .row {
      display: block;
      padding-top: 0.5rem;
      border-top: 1px solid var(--color-base-content);
    }
    .day {
      display: flex;
      gap: 0.5rem;
      align-items: center;
      min-height: 0;
      margin-top: 2px;
    }
    .day:not(:has(.slot, .event)) {
      display: none;
    }
    .slot {
      min-height: 2.75rem;
    }
  }
</style>
