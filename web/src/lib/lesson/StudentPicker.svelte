<!-- Who comes: students as tokens, others to add, somebody new by name. -->
<script lang="ts">
  import type { Student } from '$lib/api/client';
  import WhoComes from '$lib/people/WhoComes.svelte';
  import { beside } from '$lib/shell/float';

  interface Props {
    people: Student[];
    chosen: string[];
    onchoose: (ids: string[]) => void;
    onadded: (s: Student) => void;
  }
  let { people, chosen, onchoose, onadded }: Props = $props();
  const id = $props.id();
  let button: HTMLButtonElement;
  const there = $derived(people.filter((p) => !p.archived || chosen.includes(p.id)));
</script>

<div class="flex flex-col gap-0.5">
  <span class="text-[0.8rem] leading-tight">Students</span>
  <div class="flex flex-wrap items-center gap-1.5">
    {#each chosen as s (s)}
      {@const who = people.find((p) => p.id === s)}
      <span
        class="flex border-base-content/60 {chosen.length > 4
          ? 'h-7'
          : 'h-8'} items-center gap-1 rounded-full border pr-1 pl-3 text-sm"
      >
        <a dir="auto" class="hover:underline" href="/students/{s}" title={who?.name}
          >{chosen.length > 3 ? who?.name.split(' ')[0] : who?.name}</a
        >
        <button
          type="button"
          class="btn btn-circle btn-ghost btn-xs"
          aria-label="Remove {who?.name}"
          onclick={() => onchoose(chosen.filter((c) => c !== s))}>×</button
        >
      </span>
    {/each}
    <button bind:this={button} type="button" class="btn btn-sm" popovertarget="who-{id}">Add</button>
  </div>
</div>
<div
  id="who-{id}"
  popover
  {@attach beside(() => button)}
  role="dialog"
  aria-label="Add students"
  class="sheet w-96 max-w-[96vw]"
>
  <h3 class="mb-2 text-base">Add students</h3>
  <WhoComes {people} {chosen} {onchoose} onsaved={onadded} />
  <ul class="mt-2 max-h-60 overflow-auto border-t border-base-300 pt-2">
    {#each there as p (p.id)}
      <li>
        <label class="flex items-center gap-2 py-1">
          <input
            type="checkbox"
            class="checkbox border-base-content checkbox-sm"
            checked={chosen.includes(p.id)}
            onchange={(e) =>
              onchoose(e.currentTarget.checked ? [...chosen, p.id] : chosen.filter((c) => c !== p.id))}
          />
          <bdi>{p.name}</bdi>
        </label>
      </li>
    {/each}
  </ul>
</div>
