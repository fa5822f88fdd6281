<!-- What keeps anything from being saved, on every screen; in a line where every line counts. -->
<script lang="ts">
  import { page } from '$app/state';
  import { clock } from '$lib/device/clock.svelte';
  import { sayMoment } from '$lib/units/when';
  import { door } from './door.svelte';

  const court = $derived(page.url.pathname.startsWith('/court/'));

  /** What stands on court fills what is left of the screen. */
  let height = $state(0);
  $effect(() => document.documentElement.style.setProperty('--above', `${height}px`));
</script>

<div bind:clientHeight={height}>
  {#if door.access?.trouble && court}
    <div role="alert" class="bg-error px-4 py-1 text-error-content">
      <details>
        <summary class="cursor-pointer font-semibold">The server cannot save. Show why</summary>
        <p>{door.access.trouble}</p>
      </details>
    </div>
  {:else if door.access?.trouble}
    <div class="bg-error px-4 py-2 text-error-content" role="alert">
      <p class="mx-auto max-w-[1230px] font-semibold">{door.access.trouble}</p>
    </div>
  {/if}
  {#if clock.ask && !court}
    <div class="border-b border-base-content bg-base-200 px-4 py-2" role="alert">
      <p class="mx-auto flex max-w-[1230px] flex-wrap items-center gap-x-4 gap-y-2">
        <span class="min-w-0 flex-1 basis-80"
          ><strong
            >This device’s clock shows {sayMoment(Date.now())}, the server’s {sayMoment(
              Date.now() + clock.off
            )}.</strong
          >
          Which one is right? What you count here is dated by it.</span
        >
        <span class="flex gap-2">
          <button type="button" class="btn border-base-content btn-sm" onclick={() => clock.answer('server')}
            >The server’s</button
          >
          <button type="button" class="btn border-base-content btn-sm" onclick={() => clock.answer('device')}
            >This device’s</button
          >
        </span>
      </p>
    </div>
  {/if}
  {#if door.out && court}
    <div class="flex items-center gap-3 bg-warning px-4 py-1 text-warning-content" role="alert">
      <p class="min-w-0 flex-1 leading-tight">This device is signed out. Your counts are saved on it.</p>
      <a class="btn" href="/pair">Sign in</a>
    </div>
  {/if}
</div>
