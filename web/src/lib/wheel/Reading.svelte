<!--
  A reading as a rolling counter. Pressed, it opens how it was reckoned: the idea
  in words, the formula, the values that went in, and where it comes from.
-->
<script lang="ts">
  import type { Derivation } from '$lib/api/client';
  import { beside } from '$lib/shell/float';

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
  const digits = $derived(shown.split(''));
  const column = [...'0123456789'].join('\n');
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
  class:small
  popovertarget="how-{id}"
  aria-label="{label}: {said}. How this was calculated"
>
  {#if !bare}<span class="name">{label}</span>{/if}
  <span class="flex items-baseline gap-1" aria-hidden="true">
    <span class="drums figures">
      {#each digits as d, i (digits.length - i)}
        {#if !(d >= '0' && d <= '9')}<span class="sign">{d}</span>
        {:else}<span class="drum"
            ><span class="roll" style:transform="translateY(-{Number(d) * 10}%)">{column}</span></span
          >{/if}
      {/each}
    </span>
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
  .wheel:hover .drums {
    border-color: #d7ee2a;
  }
  .name {
    font-size: 0.8rem;
    line-height: 1.1;
  }
  .drums {
    display: inline-flex;
    background: #1c2421;
    color: #f7f4ea;
    border: 2px solid var(--color-neutral);
    border-radius: 0.25rem;
    overflow: hidden;
    font-size: 1.35rem;
    line-height: 1.3;
    font-weight: 500;
  }
  :global([data-theme='lamplight']) .drums {
    border-color: var(--color-base-300);
  }
  .small .drums {
    font-size: 1rem;
  }
  .drum {
    display: inline-block;
    height: 1.3em;
    overflow: hidden;
    padding: 0 0.14em;
    border-right: 1px solid #47524d;
    background: linear-gradient(#0d1210, #2c3632 45%, #2c3632 55%, #0d1210);
  }
  .drum:last-child {
    border-right: 0;
  }
  .sign {
    padding: 0 0.1em;
  }
  .roll {
    display: block;
    white-space: pre;
    transition: transform 260ms cubic-bezier(0.3, 1.2, 0.5, 1);
  }
  .how {
    width: min(23.75rem, calc(100vw - 16px));
  }
</style>
