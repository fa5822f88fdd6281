<!-- What the rules come to, while they change: the race, the chance, rallies and minutes. -->
<script lang="ts">
  import { api, type Rules } from '$lib/api/client';
  import type { components } from '$lib/api/schema';
  import { Latest } from '$lib/shell/latest.svelte';
  import { sayChance, sayMinutes } from '$lib/units/say';
  import Race from './Race.svelte';

  let { rules, sides }: { rules: Rules; sides: readonly string[] } = $props();
  const odds = new Latest<components['schemas']['GameAnswer']>();
  // Of two who are equal: what the rules favour is all that tells them apart.
  const point = $derived(rules.favours || 0.5);
  $effect(() => {
    const body = {
      rules,
      pointChance: point,
      marks: Object.fromEntries((rules.marks ?? []).map((m) => [m.id, m.usual ?? 0]))
    };
    void odds.ask(() => api.POST('/api/v1/reckon/game', { body }));
  });
  const o = $derived(odds.value);
</script>

<Race {sides} targets={[rules.to, rules.toB || rules.to]} chance={o?.chanceA} small />
{#if o}
  <p class="mt-2 text-base" role="status">
    Between equal players the first side wins {sayChance(o.chanceA)} of the games. A game takes about
    <strong class="figures">{o.meanRallies.toFixed(0)}</strong>
    rallies, <strong>{sayMinutes(o.meanMinutes)}</strong>; 9 in 10 games end within {sayMinutes(
      o.p90Minutes
    )}.
  </p>
{/if}
{#if odds.error}<p class="mt-1 text-sm text-error" role="alert">{odds.error}</p>{/if}
