<!--
  A reading as a rolling counter. Pressed, it opens how it was reckoned: the idea
  in words, the formula, the values that went in, and where it comes from.
-->
<script lang="ts">
  import type { Derivation } from '$lib/api/client';
  import { beside } from '$lib/shell/float';
  import Drums from './Drums.svelte';

  interface Props {
    label: string;
    /** As it stands on the drums: digits roll, the rest stands. */
    shown: string;
    unit?: string;
    /** Said to who cannot see the drums, and in the heading of the panel. */
    said: string;
    range?: string;
    note?: string;
    derivation?: Derivation;
    inputs?: { name: string; said: string }[];
    small?: boolean;
    /** A heading elsewhere says the label. */
    bare?: boolean;
  }
  let {
    label,
    shown,
    unit = '',
    said,
    range,
    note,
    derivation,
    inputs = [],
    small = false,
    bare = false
  }: Props = $props();

  const id = $props.id();
  const marks = {
    rule: 'Published rule or exact formula',
    paper: 'Published result',
    trade: 'Common practice, no source',
    memory: 'Quoted from memory'
  };
  let button: HTMLButtonElement;
</script>

<button
  bind:this={button}
  type="button"
  class="wheel group inline-flex flex-col items-start gap-0.5 rounded px-1 text-left"
  popovertarget="how-{id}"
  aria-label="{label}: {said}. How this was calculated"
>
  {#if !bare}<span class="name">{label}</span>{/if}
  <span class="flex items-baseline gap-1" aria-hidden="true">
    <Drums {shown} {small} />
    {#if unit}<span class="text-sm">{unit}</span>{/if}
    {#if range && !small}<span class="figures text-xs opacity-80">{range}</span>{/if}
  </span>
</button>

<div
  id="how-{id}"
  popover
  {@attach beside(() => button)}
  class="sheet how"
  role="dialog"
  aria-label="How {label} was calculated"
>
  {#if derivation}
    <h3 class="text-base">{derivation.name}: <span class="figures">{said}</span></h3>
    {#if note}<p dir="auto" class="mt-1 text-sm">{note}</p>{/if}
    <p class="mt-2 text-sm">{derivation.words}</p>
    <p class="figures mt-2 border-l-2 border-current pl-2 text-xs">{derivation.formula}</p>
    {#if inputs.length}
      <dl class="mt-3 grid grid-cols-[1fr_auto] gap-x-4 gap-y-0.5 text-sm">
        {#each inputs as input, i (i)}
          <dt>{input.name}</dt>
          <dd class="figures text-right">{input.said}</dd>
        {/each}
      </dl>
    {/if}
    <p class="mt-3 text-xs opacity-80">{marks[derivation.mark]}: {derivation.source}.</p>
  {/if}
</div>

<style>
  .name {
    font-size: 0.8rem;
    line-height: 1.1;
  }
  .how {
    width: min(23.75rem, calc(100vw - 16px));
  }
</style>
