<!-- One student's card, for who has the link; nothing else of the club is behind it. -->
<script lang="ts">
  import { page } from '$app/state';
  import { api, need } from '$lib/api/client';
  import { label, vocabulary } from '$lib/api/vocabulary';
  import Boxes from '$lib/people/Boxes.svelte';
  import Load from '$lib/shell/Load.svelte';
  import { sayDay } from '$lib/units/when';

  const ask = () => need(api.POST('/api/v1/cards/open', { body: { secret: page.url.hash.slice(1) } }));
</script>

<svelte:head><title>Home card · Hodometer</title></svelte:head>

<Load {ask}>
  {#snippet children(card)}
    <main class="mx-auto max-w-3xl px-6 py-5">
      <article class="border-2 border-base-content p-5" aria-label="Home card of {card.name}">
        <h1 class="text-2xl"><bdi>{card.name}</bdi>: until next time</h1>
        {#each card.practices as p (p.id)}
          <section class="mt-4 border-t border-base-300 pt-3" aria-label={p.title}>
            <h2 dir="auto" class="text-lg">{p.title}</h2>
            <p class="text-sm">{label(vocabulary.withs, p.with ?? 'alone')}, {p.times || 2} a week</p>
            <p dir="auto" class="mt-1">{p.do}</p>
            {#if p.cue}<p dir="auto" class="italic">{p.cue}</p>{/if}
            <Boxes />
          </section>
        {:else}<p class="mt-3">No practices on the card at the moment.</p>{/each}
        <p class="mt-5 text-xs">
          Stop if something hurts or you feel dizzy, and tell someone. Clear the space around you and watch
          out for people and breakable things.
        </p>
      </article>
      <p class="mt-3 flex items-center gap-3 text-sm print:hidden">
        <span>This link works until {sayDay(card.expires)}.</span>
        <button type="button" class="btn ml-auto btn-sm" onclick={() => print()}>Print</button>
      </p>
    </main>
  {/snippet}
</Load>
