<!-- Who is counted: a few at once; in a group those whose turn it is, who is next, and all. -->
<script lang="ts">
  import { hitters } from './called';
  import type { Session } from './session.svelte';
  import Sheet from './Sheet.svelte';

  let { session, names }: { session: Session; names: string[] } = $props();
  const all = $derived(session.blockState?.students ?? []);
  const focus = $derived(session.student?.id ?? '');
  const turn = $derived(session.blockState?.turn);
  const name = (id: string) => names[session.students.findIndex((s) => s.id === id)] ?? '';
  let open = $state(false);
  /** At most four tiles: who is counted, those who hit with them, who comes next. */
  const shown = $derived.by(() => {
    if (all.length <= 4) return all.map((s) => s.id);
    const now = turn ? hitters(turn.now) : all.map((s) => s.id);
    const next = turn ? hitters(turn.next).filter((id) => !now.includes(id)) : [];
    const here = [focus, ...now.filter((id) => id !== focus), ...next].filter(Boolean);
    const few = [...new Set(here)].slice(0, 3);
    return all.map((s) => s.id).filter((id) => few.includes(id));
  });
  function pick(id: string) {
    session.add({ kind: 'focus', student: id });
    open = false;
  }
  const away = (id: string) =>
    !!session.state.absent?.includes(id) ||
    !!session.state.gone?.includes(id) ||
    !!session.state.expected?.includes(id);
</script>

{#snippet tile(id: string)}
  {@const s = all.find((o) => o.id === id)}
  {#if s}
    <button
      type="button"
      class="student"
      class:away={away(id)}
      aria-pressed={id === focus}
      aria-label="Count {name(id)}, {s.stages.filter((t) => t.met).length} of {s.stages.length} goals met"
      onclick={() => pick(id)}
    >
      <span dir="auto" class="max-w-full truncate text-xl leading-tight font-semibold">{name(id)}</span>
      <span class="dots" class:many={s.stages.length > 5} aria-hidden="true"
        >{#each s.stages as t, j (j)}<span class="dot" class:met={t.met} class:skipped={t.skipped}
          ></span>{/each}</span
      >
    </button>
  {/if}
{/snippet}

<div class="grid auto-cols-fr grid-flow-col gap-2" role="group" aria-label="Student to count">
  {#each shown as id (id)}{@render tile(id)}{/each}
  {#if all.length > 4}<button type="button" class="student text-lg" onclick={() => (open = true)}
      >All {all.length}…</button
    >{/if}
</div>
{#if open}
  <Sheet label="All students" onclose={() => (open = false)}>
    <h2 class="text-2xl">Choose the student to count</h2>
    <div class="grid grid-cols-2 gap-2">
      {#each all as s (s.id)}{@render tile(s.id)}{/each}
    </div>
    <button
      type="button"
      class="btn mt-auto h-16 border-2 border-base-content text-xl"
      onclick={() => (open = false)}>Back to counting</button
    >
  </Sheet>
{/if}

<style>
  .student {
    display: flex;
    flex-direction: column;
    align-items: center;
    justify-content: center;
    gap: 0.25rem;
    min-height: 3.5rem;
    min-width: 0;
    border: 2px solid color-mix(in oklab, var(--color-base-content) 60%, transparent);
    border-radius: 0.375rem;
  }
  .student[aria-pressed='true'] {
    border-color: var(--color-base-content);
    border-width: 4px;
  }
  .away {
    border-style: dashed;
  }
  .dots {
    display: flex;
    gap: 2px;
  }
  .dot {
    width: 0.6rem;
    height: 0.6rem;
    border: 2px solid var(--color-base-content);
    border-radius: 50%;
  }
  .many .dot {
    width: 0.45rem;
    height: 0.45rem;
    border-width: 1.5px;
  }
  .dot.met {
    background: var(--color-base-content);
  }
  .dot.skipped {
    border-style: dotted;
  }
</style>
