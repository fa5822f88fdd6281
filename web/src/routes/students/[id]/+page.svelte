<!-- One student: each skill's estimate with its interval, as it moved. -->
<script lang="ts">
  import { page } from '$app/state';
  import { api, need, type StudentRecord } from '$lib/api/client';
  import Besides from '$lib/progress/Besides.svelte';
  import EstimateChart from '$lib/progress/EstimateChart.svelte';
  import StudentHeader from '$lib/progress/StudentHeader.svelte';
  import Load from '$lib/shell/Load.svelte';
  import { sayLength } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';

  // What was read again after a change of hand or level, which moves the estimates.
  let again = $state.raw<StudentRecord>();
  const ask = () =>
    need(api.GET('/api/v1/students/{student}', { params: { path: { student: page.params.id ?? '' } } }));
  const percent = (p: number) => Math.round(p * 100);
</script>

<svelte:head><title>Student · Hodometer</title></svelte:head>

<Load {ask}>
  {#snippet children(read)}
    {@const record = again ?? read}
    <main class="mx-auto max-w-[1280px] px-6 py-6">
      <StudentHeader student={read.student} onsaved={async () => (again = await ask())} />
      {#if record.skills.length === 0 && record.games.length === 0 && record.series.length === 0}
        <p class="mt-6 max-w-xl">
          Nothing counted yet. Until then the tool goes by the level alone; every ball counted courtside makes
          it surer.
        </p>
      {:else}
        <p class="mt-3 text-sm">
          Chance of a good ball at the last target: the line is the estimate, the band holds it with 80%
          certainty, each ring is one session’s own share at the target of that day. What is older fades a
          little every day.
        </p>
      {/if}
      <div class="mt-4 grid gap-x-10 gap-y-6 md:grid-cols-2">
        {#each record.skills.filter((o) => o.track.at(-1)?.chance) as k (k.skill)}
          {@const last = k.track.at(-1)}
          {@const before = k.track.at(-2)}
          {#if last}
            <section aria-label={k.label}>
              <div class="flex items-baseline gap-3 border-t border-base-content pt-2">
                <h2 class="text-lg">{k.label}</h2>
                {#if last.chance}
                  <p class="figures ml-auto text-2xl font-semibold">{percent(last.chance.mean)}%</p>
                  <p class="figures text-sm">{percent(last.chance.low)}–{percent(last.chance.high)}%</p>
                {:else}<p class="figures ml-auto text-2xl font-semibold">{last.balls}</p>
                  <p class="text-sm">repetitions</p>{/if}
              </div>
              {#if last.chance}<EstimateChart
                  track={k.track}
                  label="{k.label}: {percent(last.chance.mean)} percent now, between {percent(
                    last.chance.low
                  )} and {percent(last.chance.high)}, over {k.track.length} sessions"
                />{/if}
              <p class="text-sm">
                {before?.chance && last.chance
                  ? percent(last.chance.mean) === percent(before.chance.mean)
                    ? 'As before. '
                    : `${last.chance.mean > before.chance.mean ? '▲ up' : '▼ down'} from ` +
                      `${percent(before.chance.mean)}%. `
                  : ''}Last: {last.good} of {last.balls}, best streak {last.best}{last.met
                  ? ', goals met'
                  : ''}.
                {#if k.within}Half of the balls within {sayLength(k.within, settings.units)} of the aim.{/if}
              </p>
            </section>
          {/if}
        {/each}
      </div>
      <Besides {record} />
      {#if record.lessons.length}<p class="mt-6 text-sm">
          <a
            class="hover:underline"
            href="/api/v1/results?student={record.student.id}&as=csv"
            download="results.csv">All of it as a table</a
          >
        </p>{/if}
    </main>
  {/snippet}
</Load>
