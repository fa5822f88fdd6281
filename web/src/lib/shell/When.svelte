<!--
  A day or a time to type, shown as it is written everywhere: "Tue 1 Dec", "16:00". What was typed stays in the
  field until it can be read. The calendar is the browser's; arrow keys move a day or five minutes.
-->
<script lang="ts">
  import { tick } from 'svelte';
  import { later, readDay, readTime, sayDate } from '$lib/units/when';

  interface Props {
    label: string;
    /** 2026-12-01 or 16:00; '' when there is none. */
    value: string;
    time?: boolean;
    /** None is an answer too. */
    blank?: boolean;
    /** The label is for those who cannot see it. */
    hidden?: boolean;
    onset: (value: string) => void;
  }
  let { label, value, time = false, blank = false, hidden = false, onset }: Props = $props();

  const id = $props.id();
  let typed = $state<string>();
  let wrong = $state('');
  let calendar = $state<HTMLInputElement>();
  const shown = $derived(typed ?? (value && !time ? sayDate(value) : value));

  function set(next: string) {
    typed = undefined;
    wrong = '';
    if (next !== value) onset(next);
  }
  function commit(text: string) {
    if (text === shown && typed === undefined) return;
    const read = text.trim() === '' ? (blank ? '' : undefined) : time ? readTime(text) : readDay(text);
    if (read !== undefined) return set(read);
    typed = text;
    wrong = time ? 'Write a time, such as 16:00' : 'Write a date, such as 1 Dec';
  }
  function key(e: KeyboardEvent) {
    if (e.key === 'Enter') commit((e.currentTarget as HTMLInputElement).value);
    const by = { ArrowUp: 1, ArrowDown: -1 }[e.key];
    if (!by || !value) return;
    e.preventDefault();
    set(later(value, by));
  }
</script>

<div class="flex flex-col gap-0.5">
  <label for={id} class={hidden ? 'sr-only' : 'text-[0.8rem] leading-tight'}>{label}</label>
  <span class="relative inline-block {time ? 'w-18' : 'w-40'}">
    <input
      {id}
      class="figures input w-full border-base-content/60 pl-2 input-sm {time ? 'pr-2' : 'pr-8'}"
      class:border-error={wrong}
      autocomplete="off"
      value={shown}
      aria-invalid={wrong ? 'true' : undefined}
      aria-describedby={wrong ? `${id}-wrong` : undefined}
      onchange={async (e) => {
        const field = e.currentTarget;
        commit(field.value);
        await tick();
        field.value = shown; // the same day written otherwise is written as it was
      }}
      onkeydown={key}
    />
    {#if !time}
      <input
        bind:this={calendar}
        type="date"
        class="pointer-events-none absolute inset-0 opacity-0"
        tabindex="-1"
        aria-hidden="true"
        {value}
        onchange={(e) => (e.currentTarget.value || blank) && set(e.currentTarget.value)}
      />
      <button
        type="button"
        class="absolute inset-y-0 right-0 w-8 cursor-pointer"
        tabindex="-1"
        aria-label="Open calendar: {label}"
        onclick={() => calendar?.showPicker()}
        ><svg viewBox="0 0 16 16" class="m-auto size-4" aria-hidden="true"
          ><path
            d="M1.5 3.5h13v11h-13zM1.5 7h13M4.5 1v3M11.5 1v3"
            fill="none"
            stroke="currentColor"
            stroke-width="1.3"
          /></svg
        ></button
      >
    {/if}
  </span>
  {#if wrong}<span id="{id}-wrong" class="text-xs font-semibold text-error" role="alert">{wrong}</span>{/if}
</div>
