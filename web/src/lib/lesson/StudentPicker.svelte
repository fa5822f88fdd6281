<!-- Who comes: students as tokens, others to add, somebody new by name. -->
<script lang="ts">
  import { api, need, type Student } from '$lib/api/client';
  import { vocabulary } from '$lib/api/vocabulary';
  import { beside } from '$lib/shell/float';
  import { v7 } from 'uuid';

  interface Props {
    people: Student[];
    chosen: string[];
    onchoose: (ids: string[]) => void;
    onadded: (s: Student) => void;
  }
  let { people, chosen, onchoose, onadded }: Props = $props();
  const id = $props.id();
  let name = $state('');
  let hand = $state<Student['hand']>('right');
  let level = $state<Student['level']>('club');
  let wrong = $state('');
  let button: HTMLButtonElement;

  async function add(e: SubmitEvent) {
    e.preventDefault();
    wrong = '';
    if (!name.trim()) {
      wrong = 'A name, please';
      return;
    }
    const student: Student = { id: v7(), version: 0, name: name.trim(), hand, level };
    try {
      const saved = await need(
        api.PUT('/api/v1/students/{student}', { params: { path: { student: student.id } }, body: student })
      );
      onadded(saved);
      onchoose([...chosen, saved.id]);
      name = '';
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
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
        <a class="hover:underline" href="/students/{s}" title={who?.name}
          >{chosen.length > 3 ? who?.name.split(' ')[0] : who?.name}</a
        >
        <button
          type="button"
          class="btn btn-circle btn-ghost btn-xs"
          aria-label="Take {who?.name} out"
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
  class="sheet w-80"
>
  <h3 class="text-base">Who comes?</h3>
  <ul class="mt-2 max-h-60 overflow-auto">
    {#each people as p (p.id)}
      <li>
        <label class="flex items-center gap-2 py-1">
          <input
            type="checkbox"
            class="checkbox border-base-content checkbox-sm"
            checked={chosen.includes(p.id)}
            onchange={(e) =>
              onchoose(e.currentTarget.checked ? [...chosen, p.id] : chosen.filter((c) => c !== p.id))}
          />
          {p.name}
        </label>
      </li>
    {/each}
  </ul>
  <form class="mt-3 border-t border-base-300 pt-3" onsubmit={add}>
    <label class="text-sm" for="name-{id}">Somebody new</label>
    <input
      id="name-{id}"
      class="input w-full border-base-content/60 input-sm"
      bind:value={name}
      maxlength="60"
      autocomplete="off"
      aria-describedby="wrong-{id}"
    />
    <div class="mt-2 flex gap-2">
      <select class="select border-base-content/60 select-sm" aria-label="Hand" bind:value={hand}>
        <option value="right">right-handed</option>
        <option value="left">left-handed</option>
      </select>
      <select class="select border-base-content/60 select-sm" aria-label="Level" bind:value={level}>
        {#each vocabulary.levels as l (l.id)}<option value={l.id}>{l.label}</option>{/each}
      </select>
    </div>
    <p id="wrong-{id}" class="text-sm text-error" role="alert">{wrong}</p>
    <button class="btn mt-2 btn-primary btn-sm">Add</button>
  </form>
</div>
