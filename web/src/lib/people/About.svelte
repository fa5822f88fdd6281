<!-- What a coach knows of a student besides: saved as it is written, the last change can be taken back. -->
<script lang="ts">
  import When from '$lib/shell/When.svelte';
  import type { Court, Student } from '$lib/api/client';
  import { sportName, vocabulary } from '$lib/api/vocabulary';
  import Num from '$lib/shell/Num.svelte';

  interface Props {
    student: Student;
    courts: Court[];
    onset: (next: Partial<Student>) => void;
  }
  let { student: s, courts, onset }: Props = $props();
  const sports = $derived(s.sports ?? []);
  const dates = $derived(s.dates ?? []);
  const cautions = $derived(s.cautions ?? []);
  const put = (i: number, next: Partial<NonNullable<Student['sports']>[number]>) =>
    onset({ sports: sports.map((p, j) => (j === i ? { ...p, ...next } : p)) });
  let caution = $state('');
  let on = $state('');
  let what = $state('');
</script>

<div class="grid gap-x-8 gap-y-3 bg-base-200 p-4 md:grid-cols-3">
  <div>
    <label class="flex flex-col text-[0.8rem]"
      >Age band<select
        class="select w-48 border-base-content/60 select-sm"
        value={s.age ?? ''}
        onchange={(e) => onset({ age: e.currentTarget.value || undefined })}
      >
        <option value="">not given</option>
        {#each vocabulary.ages as a (a.id)}<option value={a.id}>{a.label}</option>{/each}
      </select></label
    >
    <p class="mt-3 text-[0.8rem]">Sports, with level and court</p>
    {#each sports as p, i (p.sport)}
      <div class="mt-1 flex flex-wrap items-center gap-1.5">
        <strong class="w-28">{sportName(p.sport)}</strong>
        <select
          class="select w-32 border-base-content/60 select-sm"
          aria-label="Level in {sportName(p.sport)}"
          value={p.level}
          onchange={(e) => put(i, { level: e.currentTarget.value as Student['level'] })}
          >{#each vocabulary.levels as l (l.id)}<option value={l.id}>{l.label}</option>{/each}</select
        >
        <select
          class="select w-44 border-base-content/60 select-sm"
          aria-label="Court in {sportName(p.sport)}"
          value={p.stage ?? ''}
          onchange={(e) => put(i, { stage: e.currentTarget.value || undefined })}
          ><option value="">full court</option
          >{#each courts.filter((c) => c.sport === p.sport) as c (c.id)}<option value={c.id}>{c.name}</option
            >{/each}</select
        >
        <button
          type="button"
          class="btn btn-ghost btn-xs"
          aria-label="Remove {sportName(p.sport)}"
          onclick={() => onset({ sports: sports.filter((_, j) => j !== i) })}>×</button
        >
      </div>
    {/each}
    <select
      class="select mt-1 w-48 border-base-content/60 select-sm"
      aria-label="Add a sport"
      value=""
      onchange={(e) => {
        if (e.currentTarget.value)
          onset({ sports: [...sports, { sport: e.currentTarget.value, level: s.level }] });
        e.currentTarget.value = '';
      }}
    >
      <option value="">add a sport…</option>
      {#each vocabulary.sports.filter((v) => !sports.some((p) => p.sport === v.id)) as v (v.id)}<option
          value={v.id}>{v.name}</option
        >{/each}
    </select>
    <div class="mt-3 flex gap-3">
      <Num
        label="Top speed (0: usual for the level)"
        unit="m/s"
        value={s.speed ?? 0}
        min={0}
        max={10}
        step={0.1}
        onset={(speed) => onset({ speed: speed || undefined })}
      />
      <Num
        label="Reach (0: usual for the level)"
        unit="m"
        value={s.reach ?? 0}
        min={0}
        max={3}
        step={0.05}
        onset={(reach) => onset({ reach: reach || undefined })}
      />
    </div>
  </div>
  <div>
    <label class="flex flex-col text-[0.8rem]"
      >Objectives<textarea
        dir="auto"
        class="textarea w-full border-base-content/60"
        rows="3"
        maxlength="2000"
        value={s.aims ?? ''}
        onchange={(e) => onset({ aims: e.currentTarget.value.trim() || undefined })}></textarea></label
    >
    <label class="mt-2 flex flex-col text-[0.8rem]"
      >Private notes<textarea
        dir="auto"
        class="textarea w-full border-base-content/60"
        rows="3"
        maxlength="2000"
        value={s.notes ?? ''}
        onchange={(e) => onset({ notes: e.currentTarget.value.trim() || undefined })}></textarea></label
    >
  </div>
  <div>
    <p class="text-[0.8rem]">Cautions (shown courtside)</p>
    {#each cautions as c, i (i)}<p class="flex items-center gap-2">
        <span aria-hidden="true">⚠</span>{c}<button
          type="button"
          class="btn btn-ghost btn-xs"
          aria-label="Remove {c}"
          onclick={() => onset({ cautions: cautions.filter((_, j) => j !== i) })}>×</button
        >
      </p>{/each}
    {#if cautions.length < 6}<form
        onsubmit={(e) => {
          e.preventDefault();
          if (caution.trim()) onset({ cautions: [...cautions, caution.trim()] });
          caution = '';
        }}
      >
        <input
          dir="auto"
          class="input mt-1 w-full border-base-content/60 input-sm"
          aria-label="A caution"
          placeholder="no overheads until March, then Enter"
          maxlength="100"
          bind:value={caution}
        />
      </form>{/if}
    <p class="mt-1 text-xs">
      Only what you must watch out for on court. Injury and illness are matters for a qualified professional.
    </p>
    <p class="mt-3 text-[0.8rem]">Upcoming dates</p>
    {#each dates as d, i (i)}<p class="flex items-center gap-2">
        <span class="figures text-sm">{d.on}</span>{d.what}<button
          type="button"
          class="btn btn-ghost btn-xs"
          aria-label="Remove {d.what}"
          onclick={() => onset({ dates: dates.filter((_, j) => j !== i) })}>×</button
        >
      </p>{/each}
    <form
      class="mt-1 flex gap-1.5"
      onsubmit={(e) => {
        e.preventDefault();
        if (on && what.trim())
          onset({
            dates: [...dates, { on, what: what.trim() }].toSorted((a, b) => a.on.localeCompare(b.on))
          });
        what = '';
      }}
    >
      <When label="Day" hidden value={on} onset={(d) => (on = d)} />
      <input
        dir="auto"
        class="input min-w-0 flex-1 border-base-content/60 input-sm"
        aria-label="Event"
        placeholder="match, away… then Enter"
        maxlength="100"
        bind:value={what}
      />
      <button class="btn btn-sm">Add</button>
    </form>
  </div>
</div>
