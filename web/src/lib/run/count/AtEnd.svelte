<!-- A turn that is counted when it is over: one touch on how many were good, or on when the streak broke. -->
<script lang="ts">
  import type { Session } from '../session.svelte';

  let { session, name, balls, streak }: { session: Session; name: string; balls: number; streak: boolean } =
    $props();
  const most = $derived(streak ? (session.stage?.goal.count ?? 0) : balls);

  function enter(n: number) {
    if (!streak) return session.at('count', { value: n, of: balls });
    if (n) session.at('count', { value: n, of: n });
    if (n < most) session.at('miss');
  }
</script>

<section aria-label={streak ? 'When the streak broke' : 'Good balls of this turn'}>
  <p class="text-lg leading-tight font-semibold">
    {streak ? 'How many in a row, before the miss?' : `How many of the ${balls} were good?`}
  </p>
  <div
    class="mt-1 grid gap-1.5"
    style:grid-template-columns="repeat({Math.min(most + 1, most > 12 ? 7 : 5)}, minmax(0, 1fr))"
  >
    {#each { length: most + 1 }, n (n)}
      <button
        type="button"
        class="figures grid h-14 place-items-center rounded border-2 border-base-content text-2xl font-semibold"
        class:bg-accent={n === most}
        class:text-accent-content={n === most}
        aria-label="{n} {streak ? 'in a row' : `of ${balls} good`}, {name}"
        onclick={() => enter(n)}>{n}{streak && n === most ? '+' : ''}</button
      >
    {/each}
  </div>
</section>
