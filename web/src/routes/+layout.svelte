<script lang="ts">
  import '../app.css';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import Banner from '$lib/access/Banner.svelte';
  import ComeIn from '$lib/access/ComeIn.svelte';
  import { door } from '$lib/access/door.svelte';
  import { sendNow } from '$lib/device/outbox';
  import { tidy } from '$lib/device/packs';
  import { FOR_ALL, MORE, shortcuts, typing, views } from '$lib/shell/keys';
  import { settings } from '$lib/units/settings.svelte';

  let { children } = $props();
  let help: HTMLDialogElement;
  let more = $state<HTMLDetailsElement>();

  // Whatever page is open sends what waits.
  onMount(() => {
    sendNow();
    void tidy();
    return door.watch();
  });
  /** Who only counts sees what is on and what was; the rest is not for them. */
  const mine = $derived(door.coach ? views : views.filter((v) => FOR_ALL.includes(v.path)));
  /** These stand outside the door. */
  const outside = $derived(['/pair', '/card'].includes(page.url.pathname));
  const courtside = $derived(page.url.pathname.startsWith('/court/'));

  function key(e: KeyboardEvent) {
    if (typing(e) || e.ctrlKey || e.metaKey || e.altKey) return;
    if (e.key === '?') help.showModal();
    const view = courtside || outside ? undefined : mine.find((v) => v.key === e.key.toLowerCase());
    if (view && !help.open) void goto(view.path);
    if (e.key.toLowerCase() === 'n' && door.coach && !courtside && !outside && !help.open)
      void goto('/lessons/new');
  }
  const here = (path: string) =>
    path === '/' ? page.url.pathname === '/' : page.url.pathname.startsWith(path);
</script>

<svelte:window onkeydown={key} ononline={sendNow} />
<svelte:document onvisibilitychange={() => document.visibilityState === 'visible' && sendNow()} />

{#if !courtside && !outside && !door.out}
  <header class="border-b border-base-content">
    <div class="mx-auto flex max-w-[1280px] flex-wrap items-center gap-x-4 px-6">
      <a href="/" class="flex items-center gap-2 py-2 text-lg font-bold tracking-tight">
        <svg viewBox="0 0 32 32" class="h-7 w-7" aria-hidden="true">
          <circle cx="16" cy="14" r="11" fill="none" stroke="currentColor" stroke-width="2.6" />
          <path
            d="M16 3v22M5 14h22M8.2 6.2l15.6 15.6M23.8 6.2 8.2 21.8"
            stroke="currentColor"
            stroke-width="1.2"
          />
          <circle cx="16" cy="14" r="4" fill="#d7ee2a" stroke="currentColor" stroke-width="1.4" />
          <path d="M2 29h28" stroke="currentColor" stroke-width="2.6" stroke-dasharray="4 2" />
        </svg>
        <span class="sr-only sm:not-sr-only">Hodometer</span>
      </a>
      <nav
        aria-label="Main"
        class="order-last -mx-3 flex w-full self-stretch sm:order-none sm:mx-0 sm:w-auto"
      >
        {#each mine as v, i (v.path)}
          <a
            href={v.path}
            class="view"
            class:here={here(v.path)}
            class:far={i >= MORE}
            aria-current={here(v.path) ? 'page' : undefined}>{v.name}</a
          >
        {/each}
        <details class="more" bind:this={more}>
          <summary class="view" class:here={mine.slice(MORE).some((v) => here(v.path))}>More</summary>
          <ul class="absolute right-3 z-30 border border-base-content bg-base-100 shadow">
            {#each mine.slice(MORE) as v (v.path)}<li>
                <a
                  href={v.path}
                  class="block min-h-11 px-5 py-2.5"
                  class:font-semibold={here(v.path)}
                  onclick={() => more && (more.open = false)}>{v.name}</a
                >
              </li>{/each}
          </ul>
        </details>
      </nav>
      <div class="ml-auto flex items-center gap-1">
        <button
          type="button"
          class="btn btn-ghost btn-sm"
          onclick={() => settings.toggleUnits()}
          aria-label="Units: {settings.units === 'metric' ? 'metres' : 'feet and inches'}. Switch units"
        >
          {settings.units === 'metric' ? 'm' : 'ft in'}
        </button>
        <button
          type="button"
          class="btn btn-ghost btn-sm"
          onclick={() => settings.toggleTheme()}
          aria-label="Theme: {settings.theme === 'chalk' ? 'daylight' : 'evening'}. Switch theme"
        >
          {settings.theme === 'chalk' ? '☀' : '☾'}
        </button>
        <button
          type="button"
          class="btn btn-ghost btn-sm"
          onclick={() => help.showModal()}
          aria-label="Help: keyboard shortcuts and symbols">?</button
        >
      </div>
    </div>
  </header>
{/if}

<Banner />
{#if door.out && !courtside && !outside}
  <ComeIn done={() => undefined} />
{:else if door.ready || outside}
  {@render children()}
{/if}

<dialog bind:this={help} class="modal" aria-labelledby="keys-title">
  <div class="modal-box max-w-xl">
    <h2 id="keys-title" class="text-xl">Keyboard shortcuts</h2>
    <dl class="mt-3 grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5">
      {#each shortcuts as [keys, what] (keys)}
        <dt class="figures text-sm whitespace-nowrap">{keys}</dt>
        <dd>{what}</dd>
      {/each}
    </dl>
    <div class="mt-4 flex items-center justify-between gap-3">
      <a class="btn btn-sm" href="/read" onclick={() => help.close()}>How to read it</a>
      <form method="dialog"><button class="btn btn-sm">Close</button></form>
    </div>
  </div>
  <form method="dialog" class="modal-backdrop"><button aria-label="Close" tabindex="-1">close</button></form>
</dialog>

<style>
  .view {
    display: flex;
    align-items: center;
    min-height: 2.75rem;
    padding: 0 clamp(0.36rem, 0.95vw, 0.9rem);
    border-bottom: 4px solid transparent;
    border-top: 4px solid transparent;
  }
  .more {
    display: none;
  }
  @media (max-width: 46rem) {
    .far {
      display: none;
    }
    .more {
      display: block;
      margin-left: auto;
    }
    summary.view {
      cursor: pointer;
      list-style: none;
    }
    summary.view::after {
      content: '▾';
      padding-left: 0.25rem;
    }
  }
  .view:hover {
    border-bottom-color: var(--color-base-300);
  }
  .view.here {
    border-bottom-color: var(--color-base-content);
    font-weight: 650;
  }
</style>
