<!-- Finds lessons or runs by words, by a student and by month. / begins to type. -->
<script lang="ts">
  import { typing } from './keys';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { api, need, type Student } from '$lib/api/client';
  import { sayMonth, today } from '$lib/units/when';
  import { addressOf, findingOf, monthsBack, type Finding } from './finding';

  interface Props {
    label: string;
    placeholder: string;
  }
  let { label, placeholder }: Props = $props();

  let people = $state.raw<Student[]>([]);
  need(api.GET('/api/v1/students')).then(
    (all) => (people = all),
    () => undefined // the list says so
  );
  const looked = $derived(findingOf(page.url));
  const any = $derived(!!(looked.words || looked.student || looked.month));
  let search: HTMLInputElement;
  const look = (change: Partial<Finding>) =>
    goto(addressOf(page.url, { ...looked, ...change }), {
      replaceState: true,
      keepFocus: true,
      noScroll: true
    });
  let waiting: ReturnType<typeof setTimeout>;
  function typed(words: string) {
    clearTimeout(waiting);
    waiting = setTimeout(() => void look({ words }), 250);
  }
  function key(e: KeyboardEvent) {
    if (e.key !== '/' || typing(e)) return;
    e.preventDefault();
    search.focus();
  }
</script>

<svelte:window onkeydown={key} />

<div class="mt-3 flex flex-wrap items-end gap-x-2.5 gap-y-2" role="search" aria-label={label}>
  <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
    >Search
    <input
      dir="auto"
      bind:this={search}
      type="search"
      class="input w-56 border-base-content/60 input-sm"
      maxlength="100"
      {placeholder}
      value={looked.words}
      oninput={(e) => typed(e.currentTarget.value)}
    /></label
  >
  <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
    >Student
    <select
      class="select w-44 border-base-content/60 select-sm"
      value={looked.student}
      onchange={(e) => look({ student: e.currentTarget.value })}
    >
      <option value="">All students</option>
      {#each people as s (s.id)}<option value={s.id}>{s.name}</option>{/each}
    </select></label
  >
  <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
    >Month
    <select
      class="select w-36 border-base-content/60 select-sm"
      value={looked.month}
      onchange={(e) => look({ month: e.currentTarget.value })}
    >
      <option value="">Any month</option>
      {#each monthsBack(today()) as y (y.year)}<optgroup label={y.year}
          >{#each y.months as m (m)}<option value={m}>{sayMonth(m)}</option>{/each}</optgroup
        >{/each}
    </select></label
  >
  {#if any}<button
      type="button"
      class="btn btn-ghost btn-sm"
      onclick={() => look({ words: '', student: '', month: '' })}>Show all</button
    >{/if}
</div>
