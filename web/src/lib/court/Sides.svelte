<!-- A game drawn small: who is on which side of the net, by name. -->
<script lang="ts">
  let { a, b }: { a: string[]; b: string[] } = $props();
</script>

<div class="game" role="img" aria-label="{a.join(' and ')} against {b.join(' and ')}">
  {#each [a, b] as names, side (side)}<span class="half"
      >{#each names as name, i (i)}<b dir="auto" class:b={side === 1}>{name}</b>{/each}</span
    >{/each}
</div>

<style>
  .game {
    display: grid;
    grid-template-columns: 1fr 1fr;
    aspect-ratio: 2.1;
    min-width: 13rem;
    border: 2px solid var(--court-line);
    outline: 6px solid var(--court-out);
    margin: 6px;
    background:
      linear-gradient(
        90deg,
        transparent calc(50% - 1.5px),
        var(--court-net) 0 calc(50% + 1.5px),
        transparent 0
      ),
      var(--court-in);
  }
  .half {
    display: flex;
    flex-direction: column;
    align-items: center;
    justify-content: space-evenly;
  }
  .half b {
    min-width: 2.4rem;
    padding: 0.25rem 0.5rem;
    border: 2px solid #10201c;
    border-radius: 1.2rem;
    background: #d7ee2a;
    color: #10201c;
    text-align: center;
  }
  .half b.b {
    background: #f7f4ea;
  }
</style>
