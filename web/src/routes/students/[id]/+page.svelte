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
  import { first } from '$lib/units/say';

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
            Two students are one now. <button type="button" class="underline" onclick={apart}
              >Take them apart again</button
            >
          </p>{/if}
        <div class="mt-3 grid items-start gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1.05fr)_minmax(0,1fr)]">
          <section aria-labelledby="stands">
            <h2 id="stands" class="border-t border-base-content pt-2 text-xl">
              Where {first(r.student.name)} stands
            </h2>
            {#each ladders?.ladders ?? [] as climb (climb.ladder.id)}
              <ClimbCard
                student={r.student.id}
                name={first(r.student.name)}
                {climb}
                onchanged={(all) => (ladders = all)}
              />
            {:else}<p class="mt-1 max-w-xl">
                On no ladder yet. A ladder says what comes after what; once on one, every lesson is judged by
                what was counted: up, stay or ease, with the reason.
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
            <h2 id="hits" class="border-t border-base-content pt-2 text-xl">What to expect of a ball</h2>
            {#if nothing}
              <p class="mt-1 max-w-xl">
                Nothing counted yet. Until then the tool goes by the level alone; every ball counted courtside
                makes it surer.
              </p>
            {:else}
              <Skills skills={r.skills} />
            {/if}
          </section>
        </div>
        {#if ladders?.charts.length}
          <h2 class="mt-8 border-t border-base-content pt-2 text-xl">In what form</h2>
          <div class="mt-2 flex flex-wrap gap-x-8 gap-y-4">
            {#each ladders.charts.slice(0, 8) as chart (chart.stroke)}<FormChart {chart} />{/each}
          </div>
          <p class="mt-1 max-w-xl text-xs">
            What is trained, down; in what form, across. The ring says how many balls, its filling how many
            were good; older than a month it fades.
          </p>
        {/if}
        <Besides record={r} />
        {#if r.lessons.length}<p class="mt-6 text-sm">
            <a
              class="hover:underline"
              href="/api/v1/results?student={r.student.id}&as=csv"
              download="results.csv">All of it as a table</a
            >,
            <a class="hover:underline" href="/api/v1/calendar.ics?student={r.student.id}"
              >lessons as a calendar</a
            >
          </p>{/if}
      </main>
    {/snippet}
  </Load>
{/key}
