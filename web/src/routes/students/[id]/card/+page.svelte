<!-- The card to take home: two or three practices of the coach's choosing, with boxes to tick; printed or shown. -->
<script lang="ts">
  import { page } from '$app/state';
  import { api, need, type Home, type Practice } from '$lib/api/client';
  import { label, vocabulary } from '$lib/api/vocabulary';
  import ShareCard from '$lib/access/ShareCard.svelte';
  import AskHome from '$lib/people/AskHome.svelte';
  import Boxes from '$lib/people/Boxes.svelte';
  import Load from '$lib/shell/Load.svelte';
  import { sayDay } from '$lib/units/when';
  import { callName } from '$lib/people/names';
  import { v7 } from 'uuid';

  const id = $derived(page.params.id ?? '');
  let home = $state.raw<Home>();
  let wrong = $state('');
  const MOST = 3;
  const ask = async () => {
    const [h, record] = await Promise.all([
      need(api.GET('/api/v1/students/{student}/home', { params: { path: { student: id } } })),
      need(api.GET('/api/v1/students/{student}', { params: { path: { student: id } } }))
    ]);
    home = h;
    return record.student;
  };
  async function put(practices: Practice[]) {
    wrong = '';
    try {
      home = await need(
        api.PUT('/api/v1/students/{student}/home', {
          params: { path: { student: id } },
          body: { practices }
        })
      );
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  const practices = $derived(home?.practices ?? []);
  const set = (i: number, next: Partial<Practice>) =>
    put(practices.map((p, j) => (j === i ? { ...p, ...next } : p)));
  const own = (): Practice => ({
    id: v7(),
    title: 'New practice',
    do: '',
    cue: '',
    often: '',
    source: '',
    with: 'alone',
    times: 2
  });
</script>

<svelte:head><title>Home card · Hodometer</title></svelte:head>

<Load {ask}>
  {#snippet children(student)}
    <main class="mx-auto max-w-3xl px-6 py-5">
      <div class="flex flex-wrap items-center gap-3 print:hidden">
        <a class="btn btn-sm" href="/students/{id}">Back to <bdi>{callName(student.name)}</bdi></a>
        {#if home && !home.chosen}<span class="text-sm"
            >Suggested after the last lesson. Edit any practice to make your own card.</span
          >{/if}
        <button type="button" class="btn ml-auto btn-primary btn-sm" onclick={() => print()}>Print</button>
      </div>
      {#if wrong}<p class="font-semibold text-error" role="alert">{wrong}</p>{/if}
      {#if home?.ask.length}<div class="print:hidden">
          <AskHome student={id} name={callName(student.name)} ask={home.ask} />
        </div>{/if}
      <article class="mt-4 border-2 border-base-content p-5" aria-label="Home card of {student.name}">
        <h1 class="text-2xl"><bdi>{callName(student.name)}</bdi>: until next time</h1>
        {#each practices as p, i (p.id)}
          <section class="mt-4 border-t border-base-300 pt-3" aria-label={p.title}>
            <div class="flex flex-wrap items-baseline gap-x-3">
              <input
                dir="auto"
                class="written min-w-0 flex-1 text-lg font-semibold"
                aria-label="Practice {i + 1}"
                value={p.title}
                maxlength="120"
                onchange={(e) =>
                  e.currentTarget.value.trim() && set(i, { title: e.currentTarget.value.trim() })}
              />
              <span class="text-sm print:hidden">
                <select
                  class="select w-28 border-base-content/60 select-xs"
                  aria-label="With, practice {i + 1}"
                  value={p.with ?? 'alone'}
                  onchange={(e) => set(i, { with: e.currentTarget.value })}
                  >{#each vocabulary.withs as w (w.id)}<option value={w.id}>{w.label}</option>{/each}</select
                >
                <select
                  class="select w-28 border-base-content/60 select-xs"
                  aria-label="How often, practice {i + 1}"
                  value={String(p.times || 2)}
                  onchange={(e) => set(i, { times: Number(e.currentTarget.value) })}
                  >{#each [1, 2, 3, 4, 5, 6, 7] as n (n)}<option value={String(n)}>{n} a week</option
                    >{/each}</select
                >
                <button
                  type="button"
                  class="btn btn-ghost btn-xs"
                  aria-label="Remove {p.title}"
                  onclick={() => put(practices.filter((_, j) => j !== i))}>×</button
                >
              </span>
              <span class="hidden text-sm print:inline"
                >{label(vocabulary.withs, p.with ?? 'alone')}, {p.times || 2} a week</span
              >
            </div>
            <textarea
              dir="auto"
              class="written mt-1 w-full resize-none text-base"
              aria-label="What to do, practice {i + 1}"
              rows="2"
              maxlength="600"
              value={p.do}
              placeholder="What to do"
              onchange={(e) => set(i, { do: e.currentTarget.value.trim() })}></textarea>
            <input
              dir="auto"
              class="written w-full italic"
              aria-label="Cue, practice {i + 1}"
              value={p.cue}
              maxlength="300"
              placeholder="One cue to mind"
              onchange={(e) => set(i, { cue: e.currentTarget.value.trim() })}
            />
            <Boxes />
          </section>
        {:else}<p class="mt-3">No practices on the card. Choose one below, or write your own.</p>{/each}
        <p class="mt-5 text-xs">
          Stop if something hurts or you feel dizzy, and tell someone. Clear the space around you and watch
          out for people and breakable things.
        </p>
      </article>
      <div class="mt-4 flex flex-wrap items-center gap-2 print:hidden">
        {#if practices.length < MOST}
          <select
            class="select w-80 max-w-full border-base-content/60 select-sm"
            aria-label="Add a practice from the shelf"
            value=""
            onchange={(e) => {
              const p = home?.shelf.find((x) => x.id === e.currentTarget.value);
              if (p) void put([...practices, p]);
              e.currentTarget.value = '';
            }}
          >
            <option value="">Add a practice…</option>
            {#each (home?.shelf ?? []).filter((p) => !practices.some((x) => x.id === p.id)) as p (p.id)}<option
                value={p.id}>{p.title} ({label(vocabulary.withs, p.with ?? 'alone')})</option
              >{/each}
          </select>
          <button type="button" class="btn btn-sm" onclick={() => put([...practices, own()])}
            >Write your own practice</button
          >
        {:else}<span class="text-sm">A card has at most three practices. Remove one to add another.</span
          >{/if}
      </div>
      <ShareCard student={id} name={callName(student.name)} />
      {#if home?.done.length}
        <section class="mt-5 print:hidden" aria-label="Done so far">
          <h2 class="text-lg">Done so far</h2>
          <ul>
            {#each home.done.toReversed() as d, i (i)}<li>
                <span class="figures text-sm">{sayDay(d.at)}</span>
                <bdi>{d.title}</bdi>: <strong>{d.times}</strong>{d.of ? `, planned ${d.of} a week` : ''}
              </li>{/each}
          </ul>
        </section>
      {/if}
    </main>
  {/snippet}
</Load>
