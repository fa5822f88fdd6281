<!-- Everybody taught. -->
<script lang="ts">
  import { api, need } from '$lib/api/client';
  import EstimateChart from '$lib/progress/EstimateChart.svelte';
  import Load from '$lib/shell/Load.svelte';

  const ask = async () => {
    const students = await need(api.GET('/api/v1/students'));
    return Promise.all(students.map((s) => need(api.GET('/api/v1/students/{student}', { params: { path: { student: s.id } } }))));
  };
</script>

<svelte:head><title>Students · Hodometer</title></svelte:head>

<Load {ask}>
  {#snippet children(records)}
    <main class="mx-auto max-w-[1280px] px-6 py-6">
      <h1 class="text-3xl">Students</h1>
      <ul class="border-base-content mt-4 border-t">
        {#each records as r (r.student.id)}
          <li class="border-base-300 grid items-center gap-4 border-b py-3 md:grid-cols-[11rem_1fr]">
            <div>
              <a class="text-lg font-semibold hover:underline" href="/students/{r.student.id}">{r.student.name}</a>
              <p class="text-sm">{r.student.hand}-handed, {r.student.level}</p>
            </div>
            <div class="grid grid-cols-2 gap-x-6 gap-y-2 md:grid-cols-4">
              {#each r.skills as k (k.skill)}
                {@const last = k.track.at(-1)}
                {@const by = last && k.track.length > 1 ? Math.round(last.mean * 100) - Math.round(k.track.at(-2)!.mean * 100) : 0}
                {#if last}
                  <div>
                    <p class="flex items-baseline gap-2 text-sm whitespace-nowrap">
                      {k.skill.split(',')[0]}
                      <span class="ml-auto text-lg font-semibold tabular-nums">{Math.round(last.mean * 100)}%</span>
                      <span class="w-8 text-sm tabular-nums">{by ? `${by > 0 ? '▲' : '▼'}${Math.abs(by)}` : ''}</span>
                    </p>
                    <EstimateChart track={k.track} small label="{k.skill}: {Math.round(last.mean * 100)} percent, {by > 0 ? `up ${by}` : by < 0 ? `down ${-by}` : 'as before'}" />
                  </div>
                {/if}
              {:else}<p class="text-sm">Nothing counted yet.</p>{/each}
            </div>
          </li>
        {:else}<li class="py-4">Nobody yet. Students are added in a lesson, under Students.</li>{/each}
      </ul>
    </main>
  {/snippet}
</Load>
