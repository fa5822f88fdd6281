<!-- A station that was counted in the head: once its bell has rung, one touch on how many were good. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import { hitters } from '../called';
  import type { Session } from '../session.svelte';

  interface Props {
    session: Session;
    name: (id: string) => string;
    /** A result is waited for. */
    asking: boolean;
  }
  let { session, name, asking = $bindable() }: Props = $props();

  /** What is in the hands of whom while a bell runs. */
  interface Station {
    key: string;
    block: string;
    step: number;
    label: string;
    students: string[];
  }
  const now = $derived.by((): Station | undefined => {
    const { block, blockState } = session;
    const turn = blockState?.turn;
    if (!block || !turn?.bell || turn.rests) return undefined;
    const students = hitters(turn.now);
    const first = blockState?.students?.find((s) => s.id === students[0]);
    const step = first?.stage ?? 0;
    return {
      key: `${turn.n} ${step}`,
      block: block.id,
      step,
      label: first?.stages[step]?.label ?? '',
      students
    };
  });
  /** Whose result is waited for, those first whose bell rang first. */
  let asked = $state<{ student: string; step: number; label: string; block: string }[]>([]);
  let before: Station | undefined;
  $effect(() => {
    const next = now;
    untrack(() => {
      if (before && before.key !== next?.key) {
        const { block, step, label } = before;
        asked = [...asked, ...before.students.map((student) => ({ student, step, label, block }))];
      }
      before = next;
    });
  });
  const first = $derived(asked[0]);
  $effect(() => void (asking = !!first));
  function enter(value: number) {
    if (!first) return;
    if (value)
      session.add({ kind: 'count', block: first.block, student: first.student, step: first.step, value });
    asked = asked.slice(1);
  }
  const MOST = 11;
</script>

{#if first}
  <section aria-label="Result of the station">
    <p class="text-lg leading-tight font-semibold">
      <bdi>{name(first.student)}</bdi>, {first.label}: how many good?{asked.length > 1
        ? ` Then ${asked.length - 1} more.`
        : ''}
    </p>
    <div class="mt-1 grid grid-cols-6 gap-1.5">
      {#each { length: MOST + 1 }, n (n)}
        <button
          type="button"
          class="figures grid h-14 place-items-center rounded border-2 border-base-content text-2xl font-semibold"
          aria-label="{n} good, {name(first.student)}"
          onclick={() => enter(n)}>{n}</button
        >
      {/each}
    </div>
  </section>
{:else}
  <p class="text-lg leading-tight">Count in your head. At the bell, one touch enters the result.</p>
{/if}
