<!-- Next time it is asked once: did you do it? How often is tapped, and kept with what was counted. -->
<script lang="ts">
  import { api, need, type Practice } from '$lib/api/client';

  let { student, name, ask }: { student: string; name: string; ask: Practice[] } = $props();
  let said = $state<Record<string, number>>({});
  let wrong = $state('');

  async function did(practice: string, times: number) {
    wrong = '';
    try {
      await need(
        api.POST('/api/v1/students/{student}/home/done', {
          params: { path: { student } },
          body: { practice, times }
        })
      );
      said = { ...said, [practice]: times };
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
</script>

<section class="mt-4 border-l-6 border-info bg-base-200 px-3 py-2" aria-label="Home, {name}">
  {#each ask as p (p.id)}
    <div class="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
      <p class="min-w-0 flex-1">
        How many times did <strong dir="auto">{name}</strong> do “<bdi>{p.title}</bdi>” at home?
        {#if p.times}<span class="text-sm"> Planned: {p.times} a week.</span>{/if}
      </p>
      <div class="flex gap-1" role="group" aria-label="Times {name} did {p.title}">
        {#each [0, 1, 2, 3, 4] as n (n)}<button
            type="button"
            class="figures btn min-w-11 btn-sm"
            class:btn-primary={said[p.id] === n}
            aria-pressed={said[p.id] === n}
            onclick={() => did(p.id, n)}>{n === 4 ? '4+' : n}</button
          >{/each}
      </div>
    </div>
  {/each}
  {#if wrong}<p class="text-sm font-semibold text-error" role="alert">{wrong}</p>{/if}
</section>
