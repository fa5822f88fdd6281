<!-- One student, one page: where they stand, which way it goes, how sure we are, and what comes next. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import { page } from '$app/state';
  import { door } from '$lib/access/door.svelte';
  import { api, need, type StudentLadders, type StudentRecord } from '$lib/api/client';
  import ClimbCard from '$lib/ladder/ClimbCard.svelte';
  import FormChart from '$lib/ladder/FormChart.svelte';
  import MoreAdvice from '$lib/ladder/MoreAdvice.svelte';
  import PutOn from '$lib/ladder/PutOn.svelte';
  import Fold from '$lib/shell/Fold.svelte';
  import Glance from '$lib/progress/Glance.svelte';
  import Besides from '$lib/progress/Besides.svelte';
  import Skills from '$lib/progress/Skills.svelte';
  import StudentHeader from '$lib/progress/StudentHeader.svelte';
  import Load from '$lib/shell/Load.svelte';
  import { callName } from '$lib/people/names';
  import { readWhole } from '$lib/device/outbox';

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
  // A lesson that was just finished counts as soon as the server has heard of it.
  $effect(() => {
    void id;
    let first = true; // ask reads it
    return untrack(() =>
      readWhole(() => {
        if (!first) void saved();
        first = false;
      })
    );
  });
  const merged = $derived(page.url.searchParams.get('merged'));
  async function apart() {
    if (!merged) return;
    await need(api.POST('/api/v1/students/{student}/split', { params: { path: { student: merged } } }));
    split = merged;
    await saved();
  }
  /** The sports of what was counted: ladders of those come first. */
  const sportsOf = (r: StudentRecord) => (r.student.sports ?? []).map((s) => s.sport);
  const sayAdvice = (all?: StudentLadders) =>
    [...(all?.ladders ?? []).map((c) => c.ladder.title), ...(all?.more ?? []).map((m) => m.title)]
      .slice(0, 3)
      .join(' · ');
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
        {#if ladders}<Glance
            record={r}
            {ladders}
            sports={sportsOf(r)}
            onchanged={(all) => (ladders = all)}
          />{/if}
        <div class="mt-6">
          <Fold title="Ladders and advice" says={sayAdvice(ladders)}>
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
            {#if ladders?.ladders.length}
              <PutOn
                student={r.student.id}
                on={ladders.ladders.map((c) => c.ladder.id)}
                sports={sportsOf(r)}
                onchanged={(all) => (ladders = all)}
              />{/if}
            {#if ladders?.more.length}<MoreAdvice
                student={r.student.id}
                more={ladders.more}
                onchanged={(all) => (ladders = all)}
              />{/if}
          </Fold>
          <Fold
            title="Success rates"
            says={r.skills.length ? `${r.skills.length} counted` : 'nothing counted yet'}
          >
            {#if nothing}
              <p class="mt-1 max-w-xl">
                Nothing counted yet. Until then estimates use only the level. Every ball you count makes them
                more certain.
              </p>
            {:else}
              <div class="max-w-3xl"><Skills skills={r.skills} /></div>
            {/if}
          </Fold>
          {#if ladders?.charts.length}
            <Fold title="Practice form" says="shadow, tossed, fed, rally, game">
              <div class="mt-2 flex flex-wrap gap-x-8 gap-y-4">
                {#each ladders.charts.slice(0, 8) as chart (chart.stroke)}<FormChart {chart} />{/each}
              </div>
              <p class="mt-1 max-w-xl text-xs">
                Rows: what is trained. Columns: practice form. The size of a ring is the number of balls, its
                filled part the share that was good. Faded: older than a month.
              </p>
            </Fold>
          {/if}
          <Besides record={r} onchanged={() => void saved()} />
        </div>
        <p class="mt-6 text-sm">
          {#if r.lessons.length}<a
              class="hover:underline"
              href="/api/v1/results?student={r.student.id}&as=csv"
              download="results.csv">Export results</a
            >,
            <a class="hover:underline" href="/api/v1/calendar.ics?student={r.student.id}">Export calendar</a
            >{/if}{#if door.owner}{#if r.lessons.length},{/if}
            <a class="hover:underline" href="/api/v1/students/{r.student.id}/archive" download="student.zip"
              >Export everything</a
            >, <a class="hover:underline" href="/students/{r.student.id}/erase">Erase for good…</a>{/if}
        </p>
      </main>
    {/snippet}
  </Load>
{/key}
