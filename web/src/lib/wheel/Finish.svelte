<!-- What a student's goals come to: the chance to meet them, or for repetitions the time they take. -->
<script lang="ts">
  import Wheel from './Wheel.svelte';
  import type { PlayerOutlook } from '$lib/api/client';

  interface Props {
    player: PlayerOutlook;
    /** The name to say. */
    who: string;

    small?: boolean;
    bare?: boolean;
    /** Also the chance in words, under the wheel. */
    words?: boolean;
  }
  let { player, who, small = false, bare = false, words = false }: Props = $props();
</script>

{#if player.finish}
  <Wheel label="Chance that {who} finishes" figure={player.finish} {small} {bare} />
  {#if words && player.said}<p class="mt-1 max-w-56 text-sm">
      {player.said[0]?.toUpperCase()}{player.said.slice(1)}.
    </p>{/if}
{:else}<Wheel label="Time {who} needs" figure={player.likely} {small} {bare} />{/if}
