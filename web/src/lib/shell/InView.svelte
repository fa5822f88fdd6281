<!-- What takes long to draw is drawn as it comes into view; before, its place is kept. -->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Attachment } from 'svelte/attachments';

  let { ratio, children }: { ratio: number; children: Snippet } = $props();
  let seen = $state(false);
  /** How far outside of the window it is drawn already. */
  const ahead = '300px';

  const watch: Attachment = (place) => {
    if (typeof IntersectionObserver === 'undefined') {
      seen = true;
      return;
    }
    const looks = new IntersectionObserver(
      (all) => {
        if (!all.some((e) => e.isIntersecting)) return;
        seen = true;
        looks.disconnect();
      },
      { rootMargin: ahead }
    );
    looks.observe(place);
    return () => looks.disconnect();
  };
</script>

<svelte:window onbeforeprint={() => (seen = true)} />
<div {@attach watch} style:aspect-ratio={seen ? undefined : ratio} class="w-full">
  {#if seen}{@render children()}{/if}
</div>
