<!-- Puts a student on a ladder, on the rung chosen. -->
<script lang="ts">
  import { api, need, type ShelfLadder, type StudentLadders } from '$lib/api/client';
  import { sportName } from '$lib/api/vocabulary';
  import Load from '$lib/shell/Load.svelte';

  interface Props {
    student: string;
    on: string[];
    sports: string[];
    onchanged: (all: StudentLadders) => void;
  }
  let { student, on, sports, onchanged }: Props = $props();
  let open = $state(false);
  let chosen = $state('');
  let rung = $state('');
  let wrong = $state('');
  const ask = () => need(api.GET('/api/v1/ladders'));
  async function put(all: ShelfLadder[]) {
    wrong = '';
    const l = all.find((x) => x.ladder.id === chosen)?.ladder;
    if (!l) return;
    try {
      onchanged(
        await need(
          api.POST('/api/v1/students/{student}/moves', {
            params: { path: { student } },
            body: { ladder: l.id, kind: 'begin', rung: rung || l.rungs[0]!.id }
          })
        )
      );
      open = false;
      chosen = rung = '';
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
</script>

<button type="button" class="btn mt-2 btn-sm" aria-expanded={open} onclick={() => (open = !open)}
  >{on.length ? 'Add to another ladder' : 'Add to a ladder'}</button
>
{#if open}
  <Load {ask} small>
    {#snippet children(all)}
      {@const free = all
        .filter((l) => !on.includes(l.ladder.id))
        .toSorted(
          (a, b) => Number(sports.includes(b.ladder.sport)) - Number(sports.includes(a.ladder.sport))
        )}
      {@const l = free.find((x) => x.ladder.id === chosen)?.ladder}
      <div class="mt-2 flex flex-wrap items-end gap-2">
        <label class="flex flex-col text-[0.8rem]"
          >Ladder<select
            class="select w-80 max-w-[88vw] border-base-content/60 select-sm"
            bind:value={chosen}
          >
            <option value="" disabled>choose…</option>
            {#each free as x (x.ladder.id)}<option value={x.ladder.id}
                >{sportName(x.ladder.sport)}: {x.ladder.title}</option
              >{/each}
          </select></label
        >
        {#if l}
          <label class="flex flex-col text-[0.8rem]"
            >Starting rung<select class="select w-64 border-base-content/60 select-sm" bind:value={rung}>
              {#each l.rungs as r, i (r.id)}<option value={i ? r.id : ''}>{i + 1} {r.title}</option>{/each}
            </select></label
          >
          <button type="button" class="btn btn-primary btn-sm" onclick={() => put(all)}>Add to ladder</button>
          <p class="w-full text-sm"><bdi>{l.intent}</bdi>.</p>
        {/if}
      </div>
      {#if wrong}<p class="text-sm font-semibold text-error" role="alert">{wrong}</p>{/if}
    {/snippet}
  </Load>
{/if}
