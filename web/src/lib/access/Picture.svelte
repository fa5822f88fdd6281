<!-- An address as a picture that a phone reads, with the address under it. -->
<script lang="ts">
  import type { DoorLink } from '$lib/api/client';

  let { link, label }: { link: DoorLink; label: string } = $props();
  const QUIET = 4; // modules of white around it, without which phones do not find it
  const side = $derived(link.dark.length + 2 * QUIET);
  const path = $derived(
    link.dark
      .flatMap((row, y) => [...row].map((m, x) => (m === '1' ? `M${x + QUIET} ${y + QUIET}h1v1h-1z` : '')))
      .join('')
  );
</script>

<svg
  viewBox="0 0 {side} {side}"
  class="w-full max-w-56 bg-white"
  role="img"
  aria-label={label}
  shape-rendering="crispEdges"
>
  <path d={path} fill="#000" />
</svg>
