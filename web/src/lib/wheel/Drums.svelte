<!-- A number as it stands on rolling drums: digits roll, the rest stands. -->
<script lang="ts">
  let { shown, small = false }: { shown: string; small?: boolean } = $props();
  const digits = $derived(shown.split(''));
  const column = [...'0123456789'].join('\n');
</script>

<span class="drums figures" class:small>
  {#each digits as d, i (digits.length - i)}
    {#if !(d >= '0' && d <= '9')}<span class="sign">{d}</span>
    {:else}<span class="drum"
        ><span class="roll" style:transform="translateY(-{Number(d) * 10}%)">{column}</span></span
      >{/if}
  {/each}
</span>

<style>
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
  :global(.wheel:hover) .drums {
    border-color: #d7ee2a;
  }
  .small {
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
</style>
