<!-- Which court, and for singles or doubles where that makes a difference. -->
<script lang="ts">
  import type { Court } from '$lib/api/client';
  import Choice from '$lib/shell/Choice.svelte';

  let {
    courts,
    value,
    area,
    onset,
    onarea
  }: {
    courts: Court[];
    value: string;
    area?: string;
    onset: (id: string) => void;
    onarea?: (area: string) => void;
  } = $props();
  const id = $props.id();
  const court = $derived(courts.find((c) => c.id === value));
  const areas = [
    { id: 'singles', name: 'singles' },
    { id: 'doubles', name: 'doubles' }
  ];
</script>

<div class="flex flex-wrap items-end gap-x-4 gap-y-2">
  <div class="flex flex-col gap-0.5">
    <label for={id} class="text-[0.8rem] leading-tight">Court</label>
    <select
      {id}
      class="select w-44 border-base-content/60 select-sm"
      {value}
      onchange={(e) => onset(e.currentTarget.value)}
    >
      {#each courts as c (c.id)}<option value={c.id}>{c.name}</option>{/each}
    </select>
  </div>
  {#if onarea && area && court && court.halfWidth.doubles > court.halfWidth.singles}
    <Choice label="Played" value={area} options={areas} onset={onarea} />
  {/if}
</div>
