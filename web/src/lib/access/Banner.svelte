<!-- What keeps anything from being saved, on every screen. -->
<script lang="ts">
  import { page } from '$app/state';
  import { door } from './door.svelte';

  const court = $derived(page.url.pathname.startsWith('/court/'));
</script>

{#if door.access?.trouble}
  <div class="bg-error px-4 py-2 text-error-content" role="alert">
    <p class="mx-auto max-w-[1230px] font-semibold">{door.access.trouble}</p>
  </div>
{/if}
{#if door.out && court}
  <div class="flex flex-wrap items-center gap-3 bg-warning px-4 py-2 text-warning-content" role="alert">
    <p class="min-w-0 flex-1">
      This device was signed out. Every tap is kept on it, and sent when it is back in.
    </p>
    <a class="btn" href="/pair">Come back in</a>
  </div>
{/if}
