<!-- The shelf: drills as small courts, searched as one types and narrowed by what a coach has at hand. -->
<script lang="ts">
  import type { Court, ShelfDrill } from '$lib/api/client';
  import { label, vocabulary } from '$lib/api/vocabulary';
  import { sayRun } from '$lib/units/length';
  import { settings } from '$lib/units/settings.svelte';
  import { placesOf } from '$lib/shelf/places';
  import ShelfFind from '$lib/shelf/ShelfFind.svelte';
  import type { Shelf } from '$lib/shelf/shelf.svelte';
  import { anything, find, kitOnShelf, type Wanted } from './shelf';
  import InView from '$lib/shell/InView.svelte';
  import Thumb, { shapeOf } from './Thumb.svelte';

  interface Props {
    drills: ShelfDrill[];
    courts: Court[];
    /** What is looked for when the shelf is opened. */
    first?: Partial<Wanted>;
    /** Opening a drill goes to its bench; or, in a lesson, takes it. */
    onpick?: (s: ShelfDrill) => void;
    onfavourite?: (s: ShelfDrill) => void;
    /** Where drills can be ticked. */
    shelf?: Shelf<ShelfDrill>;
  }
  let { drills, courts, first = {}, onpick, onfavourite, shelf }: Props = $props();
  // svelte-ignore state_referenced_locally
  let wanted = $state<Wanted>({ ...anything, ...first });
  const found = $derived(find(drills, wanted));
  const manyCourts = $derived(new Set(found.map((s) => s.drill.pattern.court)).size > 1);
  const zones = $derived([
    ...new Set(find(drills, { ...anything, sport: wanted.sport }).flatMap((s) => s.zones))
  ]);
  const places = $derived(placesOf(courts));
  const narrowed = $derived(Object.entries(wanted).some(([key, v]) => v !== anything[key as keyof Wanted]));
  /** Names of the zones, which drills give by their ids. */
  const zoneNames = $derived(
    new Map(courts.flatMap((c) => c.schemes.flatMap((x) => x.zones.map((z) => [z.id, z.name] as const))))
  );
</script>

<ShelfFind
  what="drills"
  placeholder="deep, net, band …"
  bind:wanted
  {places}
  {found}
  all={drills.length}
  {narrowed}
  onall={() => (wanted = { ...anything })}
  favourites
  {shelf}
>
  {#snippet filters()}
    {@render pick(
      'Focus',
      'focus',
      vocabulary.focuses.map((f) => [f.id, f.label]),
      'w-36'
    )}
    {@render pick(
      'Level',
      'level',
      vocabulary.levels.map((l) => [l.id, l.label]),
      'w-30'
    )}
    {@render pick(
      'Zone',
      'zone',
      zones.map((z) => [z, zoneNames.get(z) ?? '']),
      'w-28'
    )}
    {@render pick(
      'Equipment',
      'kit',
      kitOnShelf(drills).map((t) => [t.id, t.one]),
      'w-28'
    )}
    <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
      >Students
      <input
        class="figures input w-16 border-base-content/60 input-sm"
        type="number"
        min="1"
        max="16"
        value={wanted.students || ''}
        oninput={(e) => (wanted.students = e.currentTarget.valueAsNumber || 0)}
      /></label
    >
    <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
      >Minutes
      <input
        class="figures input w-16 border-base-content/60 input-sm"
        type="number"
        min="1"
        max="240"
        value={wanted.minutes || ''}
        oninput={(e) => (wanted.minutes = e.currentTarget.valueAsNumber || 0)}
      /></label
    >
  {/snippet}
</ShelfFind>
<ul class="shelf mt-2" aria-label="Drills">
  {#each found as s (s.id)}
    {@const d = s.drill}
    {@const court = courts.find((c) => c.id === d.pattern.court)}
    {#if court}
      <li>
        {#if onpick}<button type="button" class="open" aria-label="Choose {d.title}" onclick={() => onpick(s)}
            >{@render card(s, court)}</button
          >
        {:else}<a class="open" href="/drills/{s.id}" aria-label="{d.title}, {court.name}"
            >{@render card(s, court)}</a
          >{/if}
        <span class="corner">
          {#if shelf}<input
              type="checkbox"
              class="checkbox border-base-content checkbox-sm"
              aria-label="Choose {d.title}"
              checked={shelf.chosen.includes(s.id)}
              onchange={() => shelf.choose(s)}
            />{/if}
          {#if onfavourite}<button
              type="button"
              class="star"
              aria-label="Favourite: {d.title}"
              aria-pressed={s.favourite}
              onclick={() => onfavourite(s)}>{s.favourite ? '★' : '☆'}</button
            >{/if}
        </span>
      </li>
    {/if}
  {:else}
    <li class="py-6">
      No drills match. Remove a word or a filter{drills.length ? '' : ', or make a new drill'}.
    </li>
  {/each}
</ul>

{#snippet pick(
  label: string,
  field: 'focus' | 'level' | 'zone' | 'kit',
  options: [string, string][],
  width: string
)}
  <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
    >{label}
    <select class="select border-base-content/60 select-sm {width}" bind:value={wanted[field]}
      ><option value="">any</option>{#each options as [id, name] (id)}<option value={id}>{name}</option
        >{/each}</select
    ></label
  >
{/snippet}
{#snippet card(s: ShelfDrill, court: Court)}
  {@const d = s.drill}
  <InView ratio={shapeOf(court)}><Thumb drill={d} {court} /></InView>
  <span dir="auto" class="mt-1 block leading-snug font-semibold"
    >{d.title}{#if s.edited}<span class="font-normal">: {s.edited}</span>{/if}</span
  >
  <span class="block min-h-8 text-xs leading-snug"
    >{label(vocabulary.focuses, d.focus)} · {manyCourts ? `${court.short} · ` : ''}<span
      class="whitespace-nowrap"
      >{d.players.least === d.players.most ? d.players.least : `${d.players.least}–${d.players.most}`} students</span
    >
    · <span class="whitespace-nowrap">{d.minutes.best} min</span></span
  >
  <span class="figures block pr-14 text-xs"
    ><span class="whitespace-nowrap">{s.balls} {s.balls === 1 ? 'ball' : 'balls'} a turn,</span>
    {#if s.metres >= 0.5}<span class="whitespace-nowrap">runs {sayRun(s.metres, settings.units)},</span>{/if}
    <span class="whitespace-nowrap"
      >{label(vocabulary.efforts, s.effort)} effort{s.own ? ', my own' : ''}</span
    ></span
  >
{/snippet}

<style>
  .shelf {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(13.5rem, 1fr));
    gap: 1.4rem 1.1rem;
  }
  li {
    position: relative;
    display: flex;
  }
  .open {
    display: block;
    width: 100%;
    text-align: left;
    cursor: pointer;
  }
  .open:hover .font-semibold {
    text-decoration: underline;
  }
  .corner {
    position: absolute;
    bottom: 0;
    right: 0;
    display: flex;
    align-items: center;
    gap: 0.3rem;
  }
  .star {
    width: 1.7rem;
    height: 1.7rem;
    border-radius: 50%;
    line-height: 1.7rem;
    cursor: pointer;
  }
</style>
