<!-- Which coach gives a lesson; shown where coaches sign in by name. -->
<script lang="ts">
  import { api, need, type ClubCoach } from '$lib/api/client';
  import { door } from './door.svelte';

  let { lesson, coach = '' }: { lesson: string; coach?: string } = $props();
  let coaches = $state.raw<ClubCoach[]>([]);
  // svelte-ignore state_referenced_locally
  let chosen = $state(coach);
  let wrong = $state('');
  const there = $derived(coaches.filter((c) => !c.disabled || c.id === chosen));
  $effect(() => {
    if (door.access?.coaches)
      void api
        .GET('/api/v1/access/coaches')
        .then(({ data }) => (coaches = data ?? []))
        .catch(() => {}); // without an answer there is nothing to choose
  });
  async function give(id: string) {
    const was = chosen;
    [chosen, wrong] = [id, ''];
    try {
      const path = { lesson };
      await need(
        api.PUT('/api/v1/lessons/{lesson}/coach', { params: { path }, body: id ? { coach: id } : {} })
      );
    } catch (error) {
      [chosen, wrong] = [was, (error as Error).message];
    }
  }
</script>

{#if there.length}
  <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight">
    Given by
    <select
      class="select w-40 border-base-content/60 select-sm"
      value={chosen}
      onchange={(e) => void give(e.currentTarget.value)}
    >
      <option value="">anybody</option>
      {#each there as c (c.id)}<option value={c.id}>{c.name}</option>{/each}
    </select>
  </label>
  {#if wrong}<p class="font-semibold text-error" role="alert">{wrong}</p>{/if}
{/if}
