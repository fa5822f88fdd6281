<!--
  A number or a length to type. What was typed stays in the field until it can
  be read; a message says what would be right.
-->
<script lang="ts">
  import { readLength, sayLength } from '$lib/units/length';
  import { readSpeed, saySpeed } from '$lib/units/speed';
  import { settings } from '$lib/units/settings.svelte';

  interface Props {
    label: string;
    value: number;
    unit?: string;
    /** The value is a length in metres, typed as coaches say it. */
    length?: boolean;
    /** The value is a speed in metres per second. */
    speed?: boolean;
    whole?: boolean;
    min?: number;
    max?: number;
    step?: number;
    /** The label stands beside the field, not above it. */
    beside?: boolean;
    /** The label is for those who cannot see it: a heading says it. */
    hidden?: boolean;
    /** Nothing typed is a value too, zero, and is shown as nothing. */
    blank?: boolean;
    onset: (value: number) => void;
  }
  let {
    label,
    value,
    unit = '',
    length = false,
    speed = false,
    whole = false,
    min,
    max,
    step = 1,
    beside = false,
    hidden = false,
    blank = false,
    onset
  }: Props = $props();

  const id = $props.id();
  /** What stands in the field while it is typed, whatever the value becomes meanwhile. */
  let typed = $state<string>();
  let wrong = $state('');
  const spell = (v: number) =>
    blank && v === 0
      ? ''
      : length
        ? sayLength(v, settings.units)
        : speed
          ? saySpeed(v, settings.units)
          : String(Math.round(v * 1000) / 1000);
  const shown = $derived(typed ?? spell(value));

  function read(text: string): number | string {
    if (blank && text.trim() === '') return 0;
    const n = length
      ? readLength(text, settings.units)
      : speed
        ? readSpeed(text, settings.units)
        : text.trim() === ''
          ? NaN
          : Number(text.replace(',', '.'));
    if (n === undefined || Number.isNaN(n))
      return length
        ? 'Write a length, such as 4 ft 6 in or 1.37 m'
        : speed
          ? 'Write a speed, such as 60 mph or 97 km/h'
          : 'Write a number';
    if (whole && !Number.isInteger(n)) return 'Write a whole number';
    if (min !== undefined && n < min) return `At least ${spell(min)}`;
    if (max !== undefined && n > max) return `At most ${spell(max)}`;
    return n;
  }
  function commit(text: string) {
    const n = read(text);
    // What was only looked at, and rounded to be said, is not a change.
    if (text === spell(value)) {
      typed = undefined;
      wrong = '';
      return;
    }
    if (typeof n === 'string') {
      typed = text;
      wrong = n;
      return;
    }
    typed = undefined;
    wrong = '';
    if (n !== value) onset(n);
  }
  function key(e: KeyboardEvent) {
    const by = { ArrowUp: step, ArrowDown: -step }[e.key];
    if (!by) return;
    e.preventDefault();
    const next = Math.min(
      max ?? Infinity,
      Math.max(min ?? -Infinity, Math.round((value + by) * 1000) / 1000)
    );
    typed = undefined;
    wrong = '';
    if (next !== value) onset(next);
  }
</script>

<div class="flex gap-0.5 {beside ? 'items-center gap-2' : 'flex-col'}">
  <label for={id} class={hidden ? 'sr-only' : 'text-[0.8rem] leading-tight'}>{label}</label>
  <span class="flex items-center gap-1">
    <input
      {id}
      class="figures input input-sm {length || speed ? 'w-28' : 'w-16'} border-base-content/60 px-2"
      class:border-error={wrong}
      inputmode={length || speed ? 'text' : 'decimal'}
      autocomplete="off"
      value={shown}
      aria-invalid={wrong ? 'true' : undefined}
      aria-describedby={wrong ? `${id}-wrong` : undefined}
      oninput={(e) => (typed = e.currentTarget.value)}
      onchange={(e) => commit(e.currentTarget.value)}
      onblur={() => wrong || (typed = undefined)}
      onkeydown={key}
    />
    {#if unit}<span class="text-sm">{unit}</span>{/if}
  </span>
  {#if wrong}<span id="{id}-wrong" class="text-xs font-semibold text-error" role="alert">{wrong}</span>{/if}
</div>
