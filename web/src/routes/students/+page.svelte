<!-- Everybody taught. -->
<script lang="ts">
  import { api, need, type Group, type Student } from '$lib/api/client';
  import { label, vocabulary } from '$lib/api/vocabulary';
  import EstimateChart from '$lib/progress/EstimateChart.svelte';
  import Load from '$lib/shell/Load.svelte';
  import { first } from '$lib/units/say';

  let groups = $state.raw<Group[]>([]);
  /** The last change of a group, to be taken back. */
  let last = $state.raw<{ words: string; was: Group; now?: Group }>();
  let wrong = $state('');
  const put = (g: Group) =>
    need(api.PUT('/api/v1/groups/{group}', { params: { path: { group: g.id } }, body: g }));
  async function change(work: () => Promise<void>) {
    wrong = '';
    try {
      await work();
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  const save = (was: Group, next: Partial<Group>, words: string) =>
    change(async () => {
      const now = await put({ ...was, ...next });
      groups = groups.map((g) => (g.id === now.id ? now : g));
      last = { words, was, now };
    });
  const remove = (was: Group) =>
    change(async () => {
      const { error } = await api.DELETE('/api/v1/groups/{group}', { params: { path: { group: was.id } } });
      if (error) throw new Error(error.detail);
      groups = groups.filter((g) => g.id !== was.id);
      last = { words: `${was.name} was taken away`, was };
    });
  const undo = () =>
    change(async () => {
      if (!last) return;
      const back = await put({ ...last.was, version: last.now?.version ?? 0 });
      groups = last.now ? groups.map((g) => (g.id === back.id ? back : g)) : [...groups, back];
      last = undefined;
    });
  const names = (students: Student[], g: Group) =>
    g.students.map((id) => first(students.find((s) => s.id === id)?.name ?? ''));

  const ask = async () => {
    const [students, all] = await Promise.all([
      need(api.GET('/api/v1/students')),
      need(api.GET('/api/v1/groups'))
    ]);
    groups = all;
    return Promise.all(
      students.map((s) =>
        need(api.GET('/api/v1/students/{student}', { params: { path: { student: s.id } } }))
      )
    );
  };
</script>

<svelte:head><title>Students · Hodometer</title></svelte:head>

<Load {ask}>
  {#snippet children(records)}
    <main class="mx-auto max-w-[1280px] px-6 py-6">
      <div class="flex items-baseline gap-6">
        <h1 class="text-3xl">Students</h1>
        <a class="text-sm underline" href="#groups">Groups</a>
      </div>
      <ul class="mt-4 border-t border-base-content">
        {#each records as r (r.student.id)}
          <li class="grid items-center gap-4 border-b border-base-300 py-3 md:grid-cols-[11rem_1fr]">
            <div>
              <a class="text-lg font-semibold hover:underline" href="/students/{r.student.id}"
                >{r.student.name}</a
              >
              <p class="text-sm">{r.student.hand}-handed, {label(vocabulary.levels, r.student.level)}</p>
            </div>
            <div class="grid grid-cols-2 gap-x-6 gap-y-2 md:grid-cols-4">
              {#each r.skills as k (k.skill)}
                {@const last = k.track.at(-1)}
                {@const by =
                  last?.chance && k.track.length > 1
                    ? Math.round(last.chance.mean * 100) -
                      Math.round((k.track.at(-2)?.chance?.mean ?? 0) * 100)
                    : 0}
                {#if last}
                  <div>
                    <p class="flex items-baseline gap-2 text-sm whitespace-nowrap" title={k.label}>
                      {k.short}
                      <span class="ml-auto text-lg font-semibold tabular-nums"
                        >{last.chance ? `${Math.round(last.chance.mean * 100)}%` : `${last.balls} done`}</span
                      >
                      <span class="w-8 text-sm tabular-nums"
                        >{by ? `${by > 0 ? '▲' : '▼'}${Math.abs(by)}` : ''}</span
                      >
                    </p>
                    {#if last.chance}<EstimateChart
                        track={k.track}
                        small
                        label="{k.label}: {Math.round(last.chance.mean * 100)} percent, {by > 0
                          ? `up ${by}`
                          : by < 0
                            ? `down ${-by}`
                            : 'as before'}"
                      />{/if}
                  </div>
                {/if}
              {:else}<p class="text-sm">Nothing counted yet.</p>{/each}
            </div>
          </li>
        {:else}<li class="py-4">Nobody yet. Students are added in a lesson, under Students.</li>{/each}
      </ul>
      <section class="mt-8" aria-labelledby="groups">
        <h2 id="groups" class="text-xl">Groups</h2>
        {#if wrong}<p class="text-sm font-semibold text-error" role="alert">{wrong}</p>{/if}
        {#if last}<p class="text-sm" role="status">
            {last.words}. <button type="button" class="underline" onclick={undo}>Undo</button>
          </p>{/if}
        <ul class="mt-1 border-t border-base-content">
          {#each groups as g (g.id)}
            <li class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-base-300 py-2">
              <input
                class="written w-60 font-semibold"
                aria-label="Name of {g.name}"
                value={g.name}
                maxlength="60"
                onchange={(e) =>
                  e.currentTarget.value.trim()
                    ? void save(g, { name: e.currentTarget.value.trim() }, `${g.name} has a new name`)
                    : (e.currentTarget.value = g.name)}
              />
              <span class="flex min-w-60 flex-1 flex-wrap gap-x-3 text-sm"
                >{#each names( records.map((r) => r.student), g ) as name, i (g.students[i])}<span
                    >{name}<button
                      type="button"
                      class="btn btn-ghost btn-xs"
                      aria-label="Take {name} out of {g.name}"
                      onclick={() =>
                        void save(
                          g,
                          { students: g.students.filter((_, j) => j !== i) },
                          `${name} is out of ${g.name}`
                        )}>×</button
                    ></span
                  >{/each}</span
              >
              <select
                class="select w-40 border-base-content/60 select-sm"
                aria-label="Add somebody to {g.name}"
                value=""
                onchange={(e) => (
                  e.currentTarget.value &&
                    void save(
                      g,
                      { students: [...g.students, e.currentTarget.value] },
                      `${g.name} has one more`
                    ),
                  (e.currentTarget.value = '')
                )}
              >
                <option value="">add…</option>
                {#each records.filter((r) => !g.students.includes(r.student.id)) as r (r.student.id)}<option
                    value={r.student.id}>{r.student.name}</option
                  >{/each}
              </select>
              <button
                type="button"
                class="btn btn-sm"
                aria-label="Take {g.name} away"
                onclick={() => void remove(g)}>Remove</button
              >
            </li>
          {:else}<li class="py-3 text-sm">
              No groups yet. Choose who comes under Plan a lesson, and keep them as a group.
            </li>{/each}
        </ul>
      </section>
    </main>
  {/snippet}
</Load>
