<!-- Puts the drill as it stands into a lesson to come, as a block of its own. -->
<script lang="ts">
  import type { Block, Drill } from '$lib/api/client';
  import UseIn from '$lib/lesson/UseIn.svelte';
  import { v7 } from 'uuid';

  let { drill }: { drill: Drill } = $props();
  /** Before the first game, talk or break after the drills, as a coach would add it. */
  function add(blocks: Block[]): Block[] {
    const block: Block = { id: v7(), kind: 'drill', title: drill.title, minutes: drill.minutes.best, drill };
    const last = blocks.findLastIndex((b) => b.kind === 'drill');
    const at = last >= 0 ? last + 1 : blocks.findLastIndex((b) => b.kind === 'warmUp') + 1;
    return blocks.toSpliced(at, 0, block);
  }
</script>

<UseIn label="Put in a lesson" {add} strong />
