<!-- What the lesson comes to: balls against the basket, and for each student contacts, metres, strokes overhead, minutes and load; what to bring. -->
<script lang="ts">
  import type { Lesson, Plan } from '$lib/api/client';
  import { calledAmong } from '$lib/people/names';
  import Wheel from '$lib/wheel/Wheel.svelte';

  let { lesson, plan }: { lesson: Lesson; plan: Plan } = $props();
  const refills = $derived(
    plan.blocks
      .filter((b) => (b.drill?.pickUps.value ?? 0) > 0)
      .map((b) => `${lesson.blocks.find((x) => x.id === b.id)?.title} ${b.drill!.pickUps.value}`)
  );
  const called = $derived(calledAmong(plan.students));
  const minutes = (m: number) => (m < 0.05 ? '–' : m < 10 ? m.toFixed(1) : String(Math.round(m)));
</script>

<div class="flex flex-wrap items-start gap-x-8 gap-y-3">
  <div class="flex flex-wrap gap-x-4 gap-y-2">
    {#if plan.atOnce.value > 0}<Wheel
        label="Balls needed{lesson.resources?.balls ? ` of ${lesson.resources.balls}` : ''}"
        figure={plan.atOnce}
      />{/if}
    {#if plan.balls.value > 0}
      <Wheel label="Balls fed" figure={plan.balls} />
      <Wheel label="Pick-ups" figure={plan.pickUps} />
    {/if}
    <Wheel label="Changeover" figure={plan.between} />
  </div>
  <div class="min-w-60 flex-1 text-sm">
    {#if refills.length}<p><strong>Ball pick-ups during</strong> {refills.join(', ')}</p>{/if}
    <p>
      <strong>To bring</strong>
      {plan.kit.map((k) => `${k.label} (${k.carrier})`).join(', ') || 'rackets'}
    </p>
  </div>
</div>
{#if plan.students.length}
  <table class="mt-3 w-full text-sm">
    <thead>
      <tr class="border-b border-base-content text-left">
        <th scope="col" class="py-1 font-semibold">Student</th>
        {#each ['Balls hit', 'Distance run', 'Serves, overheads', '7-day load'] as h (h)}<th
            scope="col"
            class="font-semibold">{h}</th
          >{/each}
        {#each ['hitting', 'feeding', 'collecting', 'waiting'] as h (h)}<th scope="col" class="font-semibold"
            >{h}</th
          >{/each}
        <th scope="col" class="font-semibold">longest wait</th>
      </tr>
    </thead>
    <tbody>
      {#each plan.students as s (s.id)}
        <tr class="border-b border-base-300">
          <th dir="auto" scope="row" class="py-1 text-left font-semibold">{called(s.id)}</th>
          <td><Wheel label="Balls {called(s.id)} hits" bare small figure={s.contacts} /></td>
          <td><Wheel label="Distance {called(s.id)} runs" bare small figure={s.metres} /></td>
          <td><Wheel label="{called(s.id)}’s serves and overheads" bare small figure={s.overhead} /></td>
          <td><Wheel label="{called(s.id)}’s load" bare small figure={s.load} /></td>
          {#each [s.part.hitting, s.part.feeding, s.part.collecting, s.part.waiting] as m, i (i)}<td
              class="figures">{minutes(m)}</td
            >{/each}
          <td class="figures">{s.part.longestWait > 0.5 ? `${Math.round(s.part.longestWait)} s` : '–'}</td>
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="mt-1 text-xs">
    Serving and overhead volume for juniors: follow the federation’s or clinician’s limits. Load is
    information, never medical advice.
  </p>
{/if}
