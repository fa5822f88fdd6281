<!-- What can be put on the court: balls, targets, people and things. -->
<script lang="ts">
  import type { Court, Drill } from '$lib/api/client';
  import { heading, vocabulary } from '$lib/api/vocabulary';
  import { withPerson, withTarget, withThing } from './putDown';

  interface Props {
    drill: Drill;
    court: Court;
    onball: () => void;
    /** The drill with one more, the last of its kind. */
    onput: (drill: Drill, part: 'target' | 'person' | 'thing') => void;
  }
  let { drill, court, onball, onput }: Props = $props();
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
      onput(withTarget(drill, court, t.id), 'target')
    )}{/each}
  <span aria-hidden="true"></span>
  {#each vocabulary.roles as r (r.id)}{@render put(heading(vocabulary.roles, r.id), () =>
      onput(withPerson(drill, court, r.id), 'person')
    )}{/each}
  <span aria-hidden="true"></span>
  {#each vocabulary.objects as k (k.id)}{@render put(heading(vocabulary.objects, k.id), () =>
      onput(withThing(drill, court, k.id), 'thing')
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
