<!-- What is written beside the count: a total, where a miss went, what was seen, a line. -->
<script lang="ts">
  import type { Drill } from '$lib/api/client';
  import { goalKind } from '$lib/api/vocabulary';
  import type { Session } from '../session.svelte';
  import Observations from './Observations.svelte';
  import WhereItWent from './WhereItWent.svelte';
  import Sheet from '../Sheet.svelte';

  interface Props {
    session: Session;
    drill: Drill;
    name: string;
    onclose: () => void;
  }
  let { session, drill, name, onclose }: Props = $props();
  const student = $derived(session.student!);
  const step = $derived(session.stage!);
  const kind = $derived(goalKind(step.goal.kind));
  const byBalls = $derived(!!kind?.misses && !step.repeats);
  const whole = $derived(!!kind?.streaks);
  let good = $state('');
  let of = $state('');

  function total() {
    const g = Number(good);
    const n = of === '' ? 0 : Number(of);
    if (good === '' || !Number.isInteger(g) || g < 0 || g > 500 || !Number.isInteger(n) || (n > 0 && n < g))
      return;
    session.at('count', { value: g, of: n || undefined });
    good = of = '';
  }
</script>

<Sheet label="Notes on {name}" {onclose}>
  <h2 dir="auto" class="text-2xl">{name}</h2>
  {#if byBalls}
    <section>
      <h3 class="text-lg font-semibold">{whole ? 'Enter a streak' : 'Enter a total'}</h3>
      <div class="mt-1 flex items-center gap-2 text-lg">
        <input
          class="figures input h-14 w-20 border-base-content text-xl"
          inputmode="numeric"
          aria-label="Good balls"
          bind:value={good}
        />
        {#if whole}in a row{:else}good of
          <input
            class="figures input h-14 w-20 border-base-content text-xl"
            inputmode="numeric"
            aria-label="Total balls"
            bind:value={of}
          />{/if}
        <button type="button" class="btn ml-auto h-14 border-base-content text-lg btn-accent" onclick={total}
          >Add</button
        >
      </div>
      {#if !whole}<p class="mt-1 text-base">
          Without the total number of balls this counts toward the goal but not toward the success rate.
        </p>{/if}
    </section>
    <section>
      <h3 class="text-lg font-semibold">A miss: where did it go?</h3>
      <WhereItWent {drill} misses={step.misses ?? {}} onmiss={(more) => session.at('miss', more)} />
    </section>
  {/if}
  <Observations {session} student={student.id} {name} />
  <button
    type="button"
    class="btn mt-auto h-16 border-2 border-base-content text-xl btn-accent"
    onclick={onclose}>Back to counting</button
  >
</Sheet>
