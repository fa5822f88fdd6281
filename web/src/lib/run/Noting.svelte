<!-- Words and a line about a student, in a block where no balls are counted. -->
<script lang="ts">
  import Observations from './count/Observations.svelte';
  import type { Session } from './session.svelte';
  import Sheet from './Sheet.svelte';

  interface Props {
    session: Session;
    names: string[];
    student: string;
    onpick: (id: string) => void;
    onclose: () => void;
  }
  let { session, names, student, onpick, onclose }: Props = $props();
  const name = $derived(names[session.students.findIndex((s) => s.id === student)] ?? '');
</script>

<Sheet label="Notes on {name}" {onclose}>
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
</Sheet>
