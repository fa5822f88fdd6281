<!-- A rally is over: who missed, and how many shots it had. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import type { Session } from '../session.svelte';
  import Sheet from '../Sheet.svelte';

  interface Props {
    session: Session;
    ids: string[];
    name: (id: string) => string;
    onclose: () => void;
  }
  let { session, ids, name, onclose }: Props = $props();
  const MOST = 500;
  /** As many as fit between the last ball and now, at the pace of the drill. */
  const per = $derived(session.blockState?.shotMs ?? 0);
  let shots = $state(untrack(proposed));

  function proposed() {
    const began = Math.max(session.ballAt, session.state.since);
    return per && began ? Math.min(MOST, Math.max(1, Math.round((Date.now() - began) / per))) : 1;
  }
  function over(id: string) {
    const step = session.blockState?.students?.find((s) => s.id === id)?.stage ?? 0;
    if (session.block)
      session.add({ kind: 'rally', block: session.block.id, student: id, players: ids, step, value: shots });
    session.ballAt = Date.now();
    onclose();
  }
  const change = (by: number) => (shots = Math.min(MOST, Math.max(0, shots + by)));
</script>

<Sheet label="Rally over" {onclose}>
  <h2 class="text-2xl">Rally over: how many shots?</h2>
  <div class="grid grid-cols-[4.5rem_1fr_4.5rem] items-center gap-2">
    <button
      type="button"
      class="btn h-18 border-2 border-base-content text-3xl"
      aria-label="One shot fewer"
      disabled={shots <= 0}
      onclick={() => change(-1)}>−</button
    >
    <p class="text-center" aria-live="polite">
      <span class="figures text-7xl leading-none font-semibold">{shots}</span>
      <span class="text-lg">{shots === 1 ? 'shot' : 'shots'} in</span>
    </p>
    <button
      type="button"
      class="btn h-18 border-2 border-base-content text-3xl"
      aria-label="One shot more"
      onclick={() => change(1)}>+</button
    >
  </div>
  {#if per}<p class="text-base">Suggested from the time since the last ball, at the drill’s pace.</p>{/if}
  <h2 class="mt-2 text-2xl">Who missed?</h2>
  <div class="grid grid-cols-2 gap-2">
    {#each ids as id (id)}
      <button
        type="button"
        class="btn h-24 border-3 border-base-content text-2xl btn-accent"
        aria-label="{name(id)} missed"
        onclick={() => over(id)}><span dir="auto" class="truncate">{name(id)}</span></button
      >
    {/each}
  </div>
  <button type="button" class="btn mt-auto h-16 border-2 border-base-content text-xl" onclick={onclose}
    >The rally goes on</button
  >
</Sheet>
