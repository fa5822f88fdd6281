<!-- A word of a sentence that can be another: a choice, or a number, where it stands. -->
<script lang="ts">
  interface Props {
    label: string;
    value: string | number;
    /** What the word can be; absent: a number from min to max. */
    options?: readonly { id: string; label: string }[];
    min?: number;
    max?: number;
    onset: (value: string) => void;
  }
  let { label, value, options, min = 0, max = 100, onset }: Props = $props();
  let wrong = $state('');
  const width = $derived(Math.max(2, String(value).length) + 1.6);

  function read(e: Event & { currentTarget: HTMLInputElement }) {
    const n = Number(e.currentTarget.value.replace(',', '.'));
    if (e.currentTarget.value.trim() !== '' && n >= min && n <= max) {
      wrong = '';
      onset(String(n));
    } else {
      wrong = `${min} to ${max}`;
    }
  }
</script>

{#if options}
  <select class="word" aria-label={label} value={String(value)} onchange={(e) => onset(e.currentTarget.value)}
    >{#each options as o (o.id)}<option value={o.id}>{o.label}</option>{/each}</select
  >
{:else}
  <input
    class="word figures"
    inputmode="decimal"
    aria-label={label}
    aria-invalid={wrong !== ''}
    style:width="{width}ch"
    {value}
    onchange={read}
    onkeydown={(e) => {
      const by = e.key === 'ArrowUp' ? 1 : e.key === 'ArrowDown' ? -1 : 0;
      const n = Number(value) + by;
      if (by && n >= min && n <= max) {
        e.preventDefault();
        onset(String(n));
      }
    }}
  />{#if wrong}<span class="text-sm text-error" role="alert">{wrong}</span>{/if}
{/if}

<style>
  .word {
    display: inline-block;
    field-sizing: content;
    height: 1.9rem;
    margin: 0 0.12rem;
    line-height: 1.8rem;
    vertical-align: middle;
    max-width: 100%;
    padding: 0 0.3rem;
    font-weight: 650;
    background: var(--color-base-200);
    border-bottom: 2px solid var(--color-base-content);
    border-radius: 0.2rem 0.2rem 0 0;
    cursor: pointer;
  }
  input.word {
    text-align: center;
    cursor: text;
  }
  .word:focus-visible {
    outline: 3px solid var(--color-base-content);
    outline-offset: 1px;
  }
</style>
