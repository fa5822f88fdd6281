<!-- A student in ten seconds: where they stand, the one thing to do next, what moved, and what they miss. -->
<script lang="ts">
  import type { StudentLadders, StudentRecord } from '$lib/api/client';
  import ClimbCard from '$lib/ladder/ClimbCard.svelte';
  import MoreAdvice from '$lib/ladder/MoreAdvice.svelte';
  import PutOn from '$lib/ladder/PutOn.svelte';
  import { callName } from '$lib/people/names';
  import { sayFelt } from '$lib/people/felt';
  import { sayDate } from '$lib/units/when';

  interface Props {
    record: StudentRecord;
    ladders: StudentLadders;
    /** Ladders of these come first. */
    sports: string[];
    onchanged: (all: StudentLadders) => void;
  }
  let { record, ladders, sports, onchanged }: Props = $props();
  const name = $derived(callName(record.student.name));
  const first = $derived(ladders.first);
  const climb = $derived(ladders.ladders.find((c) => c.ladder.id === first?.ladder));
  const more = $derived(ladders.more.filter((m) => m.id === first?.more));
  /** The ladder whose rung is told: that of the advice, else the one moved on last. */
  const on = $derived(climb ?? ladders.ladders[0]);
  const place = $derived(on ? on.rungs.findIndex((r) => r.id === on.rung) : -1);
  const latest = $derived(record.lessons[0]);
  const percent = (p = 0) => Math.round(100 * p);
  /** What the last lesson changed, where the change is likely to be real. */
  const moved = $derived(
    record.skills
      .filter((k) => k.track.at(-1)?.moved && k.track.at(-1)?.run === latest?.run)
      .map((k) => {
        const { moved, chance, good, balls } = k.track.at(-1)!;
        return { label: k.label, up: (moved ?? 0) > 0, now: percent(chance?.mean), good, balls };
      })
  );
</script>

<div
  class="mt-3 grid gap-x-10 gap-y-5 border-t border-base-content pt-3 lg:grid-cols-[minmax(0,5fr)_minmax(0,7fr)]"
>
  <section aria-labelledby="stands">
    <h2 id="stands" class="text-sm font-semibold">Where <bdi>{name}</bdi> stands</h2>
    {#if on}
      <div class="mt-1 flex items-end gap-4">
        <svg
          viewBox="0 0 40 {10 * on.rungs.length + 4}"
          class="h-24 w-16 shrink-0"
          role="img"
          aria-label="Rung {place + 1} of {on.rungs.length}"
        >
          <path d="M6 0V{10 * on.rungs.length + 4}M34 0V{10 * on.rungs.length + 4}" class="pole" />
          {#each on.rungs as r, i (r.id)}
            {@const y = 10 * (on.rungs.length - i) - 2}
            <path d="M6 {y}H34" class="rung" class:here={i === place} />
            {#if i === place}<circle cx="20" cy={y - 4.6} r="3.6" class="ball" />{/if}
          {/each}
        </svg>
        <p class="min-w-0">
          <span dir="auto" class="block text-sm">{on.ladder.title}</span>
          <strong dir="auto" class="block text-xl leading-tight">{on.rungs[place]?.title ?? ''}</strong>
          <span class="text-base"
            >rung {place + 1} of {on.rungs.length}{on.rungs[place]?.gate
              ? `: ${on.rungs[place].gate}`
              : ''}</span
          >
        </p>
      </div>
    {:else}
      <p class="mt-1 text-base">Not on a ladder yet.</p>
      <PutOn student={record.student.id} on={[]} {sports} {onchanged} />
    {/if}
  </section>
  <section aria-labelledby="next">
    <h2 id="next" class="text-sm font-semibold">Next</h2>
    {#if climb}
      <ClimbCard student={record.student.id} {name} {climb} {onchanged} small />
    {:else if more.length}
      <MoreAdvice student={record.student.id} {more} {onchanged} />
    {:else}
      <p class="mt-1 text-base">
        {record.lessons.length ? 'Nothing is advised yet.' : 'Plan a first lesson. Nothing is counted yet.'}
      </p>
    {/if}
  </section>
  <section aria-labelledby="moved">
    <h2 id="moved" class="text-sm font-semibold">
      {latest ? `Last lesson: ${sayDate(latest.at)}` : 'Last lesson'}
    </h2>
    {#if latest}
      <p class="mt-1 text-base">
        {#if latest.balls}<strong class="figures">{latest.good} of {latest.balls}</strong> good{/if}
        <span>{sayFelt(latest)}</span>
      </p>
      <ul class="text-base">
        {#each moved as m (m.label)}<li>
            <strong>{m.up ? '▲' : '▼'} {m.label}: {m.now}%</strong>
            <span class="text-sm">({m.good} of {m.balls})</span>
          </li>{:else}<li>
            {latest.balls ? 'No change yet in any success rate.' : 'No balls were counted.'}
          </li>{/each}
      </ul>
    {:else}<p class="mt-1 text-base">None yet.</p>{/if}
  </section>
  <section aria-labelledby="missed">
    <h2 id="missed" class="text-sm font-semibold">Where balls are missed</h2>
    <ul class="mt-1 text-base">
      {#each record.missed.slice(0, 3) as m, i (i)}<li>
          <strong>{m.said}</strong>
          <span dir="auto" class="text-sm"
            >{m.title}{m.name ? `, ${m.name}` : ''}; {m.lessons === 1
              ? 'one lesson'
              : `last ${m.lessons} lessons`}</span
          >
        </li>{:else}<li>Not marked yet. Courtside, Write… says where a miss went.</li>{/each}
    </ul>
  </section>
</div>

<style>
  .pole {
    stroke: var(--color-base-content);
    stroke-width: 2;
  }
  .rung {
    stroke: var(--color-base-content);
    stroke-width: 1;
    opacity: 0.5;
  }
  .rung.here {
    stroke-width: 2.4;
    opacity: 1;
  }
  .ball {
    fill: var(--color-accent);
    stroke: var(--color-base-content);
    stroke-width: 0.8;
  }
</style>
