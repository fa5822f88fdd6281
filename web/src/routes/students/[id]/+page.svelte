<!-- One student, one page: where they stand, which way it goes, how sure we are, and what comes next. -->
<script lang="ts">
  import { page } from '$app/state';
  import { api, need, type StudentLadders, type StudentRecord } from '$lib/api/client';
  import ClimbCard from '$lib/ladder/ClimbCard.svelte';
  import FormChart from '$lib/ladder/FormChart.svelte';
  import MoreAdvice from '$lib/ladder/MoreAdvice.svelte';
  import PutOn from '$lib/ladder/PutOn.svelte';
  import Besides from '$lib/progress/Besides.svelte';
  import Skills from '$lib/progress/Skills.svelte';
  import StudentHeader from '$lib/progress/StudentHeader.svelte';
  import Load from '$lib/shell/Load.svelte';
  import { callName } from '$lib/people/names';

  // What was read again after a change, which moves estimates and advice.
  let again = $state.raw<StudentRecord>();
  let ladders = $state.raw<StudentLadders>();
  let split = $state('');
  const id = $derived(page.params.id ?? '');
  const path = $derived({ student: id });
  const record = () => need(api.GET('/api/v1/students/{student}', { params: { path } }));
  const ask = async () => {
    const [read, climbs, everybody, courts] = await Promise.all([
      record(),
      need(api.GET('/api/v1/students/{student}/ladders', { params: { path } })),
      need(api.GET('/api/v1/students')),
      need(api.GET('/api/v1/courts'))
    ]);
    ladders = climbs;
    again = undefined;
    return { read, everybody, courts };
  };
  async function saved() {
    again = await record();
    ladders = await need(api.GET('/api/v1/students/{student}/ladders', { params: { path } }));
  }
  const merged = $derived(page.url.searchParams.get('merged'));
  async function apart() {
    if (!merged) return;
    await need(api.POST('/api/v1/students/{student}/split', { params: { path: { student: merged } } }));
    split = merged;
    await saved();
  }
  /** The sports of what was counted: ladders of those come first. */
  const sportsOf = (r: StudentRecord) => (r.student.sports ?? []).map((s) => s.sport);
</script>

<svelte:head><title>Student · Hodometer</title></svelte:head>

{#key id}
  <Load {ask}>
    {#snippet children({ read, everybody, courts })}
      {@const r = again ?? read}
      {@const nothing = r.skills.length === 0 && r.games.length === 0 && r.series.length === 0}
      <main class="mx-auto max-w-[1280px] px-6 py-5">
        <StudentHeader student={read.student} {everybody} {courts} onsaved={saved} />
        {#if merged && split !== merged}<p class="mt-1 text-sm" role="status">
            The two students were merged. <button type="button" class="underline" onclick={apart}
              >Undo merge</button
            >
          </p>{/if}
        <div class="mt-3 grid items-start gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1.05fr)_minmax(0,1fr)]">
          <section aria-labelledby="stands">
            <h2 id="stands" class="border-t border-base-content pt-2 text-xl">
              Where <bdi>{callName(r.student.name)}</bdi> stands
            </h2>
            {#each ladders?.ladders ?? [] as climb (climb.ladder.id)}
              <ClimbCard
                student={r.student.id}
                name={callName(r.student.name)}
                {climb}
                onchanged={(all) => (ladders = all)}
              />
            {:else}<p class="mt-1 max-w-xl">
                Not on a ladder yet. A ladder is an ordered list of drills and goals. Once a student is on
                one, each lesson’s results give advice: move up, stay or move down, with the reason.
              </p>{/each}
            <PutOn
              student={r.student.id}
              on={ladders?.ladders.map((c) => c.ladder.id) ?? []}
              sports={sportsOf(r)}
              onchanged={(all) => (ladders = all)}
            />
            {#if ladders?.more.length}<MoreAdvice
                student={r.student.id}
                more={ladders.more}
                onchanged={(all) => (ladders = all)}
              />{/if}
          </section>
          <section aria-labelledby="hits">
            <h2 id="hits" class="border-t border-base-content pt-2 text-xl">Success rates</h2>
            {#if nothing}
              <p class="mt-1 max-w-xl">
                Nothing counted yet. Until then estimates use only the level. Every ball you count makes them
                more certain.
              </p>
            {:else}
              <Skills skills={r.skills} />
            {/if}
          </section>
        </div>
        {#if ladders?.charts.length}
          <h2 class="mt-8 border-t border-base-content pt-2 text-xl">Practice form</h2>
          <div class="mt-2 flex flex-wrap gap-x-8 gap-y-4">
            {#each ladders.charts.slice(0, 8) as chart (chart.stroke)}<FormChart {chart} />{/each}
          </div>
          <p class="mt-1 max-w-xl text-xs">
            Rows: what is trained. Columns: practice form. The size of a ring is the number of balls, its
            filled part the share that was good. Faded: older than a month.
          </p>
        {/if}
        <Besides record={r} />
        {#if r.lessons.length}<p class="mt-6 text-sm">
            <a
              class="hover:underline"
              href="/api/v1/results?student={r.student.id}&as=csv"
              download="results.csv">Export results</a
            >,
            <a class="hover:underline" href="/api/v1/calendar.ics?student={r.student.id}">Export calendar</a>
          </p>{/if}
      </main>
    {/snippet}
  </Load>
{/key}
