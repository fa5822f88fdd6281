<!-- Words and a line about a student, in a block where no balls are counted. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import Observations from './count/Observations.svelte';
  import type { Session } from './session.svelte';

  interface Props {
    session: Session;
    names: string[];
    student: string;
    onpick: (id: string) => void;
    onclose: () => void;
  }
  let { session, names, student, onpick, onclose }: Props = $props();
  const name = $derived(names[session.students.findIndex((s) => s.id === student)] ?? '');
  let box: HTMLElement;
  onMount(() => box.focus());
</script>

<svelte:window onkeydown={(e) => e.key === 'Escape' && onclose()} />
<div
  class="fixed inset-0 z-20 mx-auto flex max-w-3xl flex-col gap-4 overflow-y-auto bg-base-100 p-4"
  role="dialog"
  aria-modal="true"
  aria-label="Notes on {name}"
  tabindex="-1"
  bind:this={box}
>
  <div class="grid grid-cols-3 gap-2" role="group" aria-label="Student">
    {#each session.students as s, i (s.id)}
      <button
        type="button"
        class="btn h-14 min-w-0 border-2 border-base-content text-lg"
        class:btn-accent={s.id === student}
        aria-pressed={s.id === student}
        onclick={() => onpick(s.id)}><span dir="auto" class="truncate">{names[i]}</span></button
      >
    {/each}
  </div>
  <h2 dir="auto" class="text-2xl">{name}</h2>
  {#key student}<Observations {session} {student} {name} />{/key}
  <button
    type="button"
    class="btn mt-auto h-16 border-2 border-base-content text-xl btn-accent"
    onclick={onclose}>Back to the warm-up</button
  >
</div>
