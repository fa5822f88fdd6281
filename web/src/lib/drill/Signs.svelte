<!-- What the signs on a drill's court mean: those that are on it, each with its word. -->
<script lang="ts">
  import type { Drill } from '$lib/api/client';
  import { label, vocabulary } from '$lib/api/vocabulary';
  import Mark from './Mark.svelte';
  import { letters } from './parts';

  let { drill }: { drill: Drill } = $props();
  const words = [...vocabulary.roles, ...vocabulary.objects];
  const present = $derived([
    ...new Set([...drill.pattern.people.map((q) => q.role), ...drill.pattern.objects.map((o) => o.kind)])
  ]);
</script>

<ul class="mt-1 flex flex-wrap gap-x-3 gap-y-0.5 text-xs" aria-label="Symbols">
  <li>
    <svg viewBox="-8 -8 16 16"><circle r="6" fill="#10201c" stroke="#f7f4ea" stroke-width="1" /></svg>student
  </li>
  <li>
    <svg viewBox="-8 -8 16 16"><circle r="6" fill="#d7ee2a" stroke="#10201c" stroke-width="1.4" /></svg>bounce
  </li>
  {#each present as k (k)}<li>
      <svg viewBox="-8 -8 16 16"><Mark kind={k} x={0} y={0} r={6} /></svg>{label(words, k)}
    </li>{/each}
  <li>··· feed, — stroke</li>
  <li>
    {#each Object.entries(letters) as [id, letter] (id)}<b>{letter}</b>
      {label(vocabulary.efforts, id)}&ensp;{/each}
  </li>
</ul>

<style>
  li {
    display: inline-flex;
    align-items: center;
    gap: 0.25rem;
  }
  li svg {
    width: 0.95rem;
    height: 0.95rem;
  }
</style>
