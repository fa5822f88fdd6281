<!-- Undo: the last thing in the block shown; what is older is named, and asked about. -->
<script lang="ts">
  import type { Session } from './session.svelte';

  let { session }: { session: Session } = $props();
  const older = $derived(session.lesson.blocks.find((b) => b.id === session.state.undoBlock)?.title ?? '');
  const words = $derived(session.state.undoWords ?? 'Undo');
  let asking = $state('');
  $effect(() => {
    if (asking && asking !== session.state.undoable) asking = '';
  });
  function press() {
    if (older && asking !== session.state.undoable) {
      asking = session.state.undoable ?? '';
      return;
    }
    asking = '';
    session.undo();
  }
</script>

<button
  type="button"
  class="btn h-14 min-w-0 border-2 border-base-content px-2 leading-tight {older ? 'text-base' : 'text-lg'}"
  class:btn-warning={!!asking}
  aria-keyshortcuts="u"
  aria-label={older ? `${words} in ${older}${asking ? ': press again to do it' : ''}` : words}
  disabled={!session.state.undoable}
  onclick={press}
  ><span class="line-clamp-2"
    >{#if asking}Sure? In <bdi>{older}</bdi>{:else}{words}{/if}</span
  ></button
>
