<!-- A student in the list: who, where they stand, which way it goes. What was counted is asked for when it comes into view. -->
<script lang="ts">
  import { api, type StudentLadders, type StudentRecord, type Student } from '$lib/api/client';
  import { label, vocabulary } from '$lib/api/vocabulary';
  import EstimateChart from '$lib/progress/EstimateChart.svelte';

  let { student }: { student: Student } = $props();
  let record = $state.raw<StudentRecord>();
  let ladders = $state.raw<StudentLadders>();
  const path = $derived({ student: student.id });

  function see(row: HTMLElement) {
    const eye = new IntersectionObserver((seen) => {
      if (!seen.some((s) => s.isIntersecting)) return;
      eye.disconnect();
      void api.GET('/api/v1/students/{student}', { params: { path } }).then(({ data }) => (record = data));
      void api
        .GET('/api/v1/students/{student}/ladders', { params: { path } })
        .then(({ data }) => (ladders = data));
    });
    eye.observe(row);
    return () => eye.disconnect();
  }
  const skills = $derived(
    (record?.skills ?? [])
      .toSorted((a, b) => (b.track.at(-1)?.at ?? 0) - (a.track.at(-1)?.at ?? 0))
      .slice(0, 4)
  );
  const advised = { up: '▲ ready to move up', ease: '▼ ease', top: '★ at the top', stay: '' };
</script>

<li
  class="grid items-center gap-x-4 gap-y-2 border-b border-base-300 py-3 md:grid-cols-[13rem_1fr]"
  {@attach see}
>
  <div class="min-w-0">
    <a dir="auto" class="text-lg font-semibold hover:underline" href="/students/{student.id}"
      >{student.name}</a
    >
    <p class="text-sm">
      {student.hand === 'left' ? 'left-handed' : 'right-handed'}, {label(
        vocabulary.levels,
        student.level
      )}{student.age ? `, ${label(vocabulary.ages, student.age)}` : ''}
    </p>
    {#each ladders?.ladders.slice(0, 2) ?? [] as c (c.ladder.id)}
      {@const at = c.ladder.rungs.findIndex((r) => r.id === c.rung)}
      <p class="text-sm" title={c.ladder.title}>
        <span class="figures">{at + 1}/{c.ladder.rungs.length}</span>
        <bdi>{c.ladder.rungs[at]?.title}</bdi>
        {#if advised[c.advice.verdict] && !c.declined}<strong class="whitespace-nowrap"
            >{advised[c.advice.verdict]}</strong
          >{/if}
      </p>
    {/each}
  </div>
  <div class="grid grid-cols-2 gap-x-6 gap-y-2 md:grid-cols-4">
    {#each skills as k (k.skill)}
      {@const last = k.track.at(-1)}
      {@const by =
        last?.chance && last.moved
          ? Math.round(last.chance.mean * 100) - Math.round((k.track.at(-2)?.chance?.mean ?? 0) * 100)
          : 0}
      {#if last}
        <div class="min-w-0">
          <p class="flex items-baseline gap-2 text-sm" title={k.label}>
            <span class="truncate">{k.short}</span>
            <span
              class="ml-auto text-lg tabular-nums"
              class:font-semibold={!k.guess}
              title={k.guess
                ? `a guess by level: ${k.balls} ${k.balls === 1 ? 'ball' : 'balls'} counted`
                : undefined}
              >{last.chance
                ? `${k.guess ? '~' : ''}${Math.round(last.chance.mean * 100)}%`
                : `${last.balls} done`}</span
            >
            <span class="w-8 text-sm tabular-nums">{by ? `${by > 0 ? '▲' : '▼'}${Math.abs(by)}` : ''}</span>
          </p>
          {#if last.chance}<EstimateChart
              track={k.track}
              small
              guess={k.guess}
              label="{k.label}: {Math.round(last.chance.mean * 100)} percent, {by > 0
                ? `up ${by}`
                : by < 0
                  ? `down ${-by}`
                  : 'as before'}"
            />{/if}
        </div>
      {/if}
    {:else}<p class="col-span-2 text-sm md:col-span-4">
        {record ? 'Nothing counted yet: estimates use only the level.' : ''}
      </p>{/each}
  </div>
</li>
