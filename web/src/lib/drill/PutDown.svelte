<!-- What can be put on the court: balls, targets, people and things. -->
<script lang="ts">
  import type { Drill, DrillCheck } from '$lib/api/client';
  import { heading, vocabulary } from '$lib/api/vocabulary';
  import { withOne } from './parts';

  interface Props {
    onball: () => void;
    /** One more of what the answer says can be put there, the last of its kind. */
    onput: (one: (put: Put) => Drill | undefined, part: 'target' | 'person' | 'thing') => void;
    drill: Drill;
  }
  type Put = DrillCheck['edits']['put'];
  let { drill, onball, onput }: Props = $props();
  const targets = [
    { id: 'circle', name: 'Circle' },
    { id: 'box', name: 'Box' },
    { id: 'gate', name: 'Window' }
  ] as const;
</script>

{#snippet put(name: string, does: () => void)}
  <button dir="auto" type="button" class="btn btn-xs" onclick={does}>{name}</button>
{/snippet}

<div
  class="bar mt-2 flex flex-wrap items-center gap-x-1 gap-y-1 text-xs"
  role="toolbar"
  aria-label="Put on the court"
>
  <button type="button" class="btn btn-primary btn-xs" onclick={onball}>+ Ball</button>
  <span aria-hidden="true"></span>
  {#each targets as t (t.id)}{@render put(t.name, () =>
      onput((put) => withOne(drill, 'targets', put.targets[t.id]), 'target')
    )}{/each}
  <span aria-hidden="true"></span>
  {#each vocabulary.roles as r (r.id)}{@render put(heading(vocabulary.roles, r.id), () =>
      onput((put) => withOne(drill, 'people', put.people[r.id]), 'person')
    )}{/each}
  <span aria-hidden="true"></span>
  {#each vocabulary.objects as k (k.id)}{@render put(heading(vocabulary.objects, k.id), () =>
      onput((put) => withOne(drill, 'objects', put.objects[k.id]), 'thing')
    )}{/each}
</div>

<style>
  .bar :global(.btn) {
    padding-inline: 0.36rem;
    font-weight: 500;
  }
  .bar span {
    border-left: 2px solid var(--color-base-300);
    height: 1.2rem;
    margin-inline: 0.08rem;
  }
</style>
