<!--
  The two axes of a stroke: what is trained, in what form. The size of a mark says how many balls,
  its filling how many were good; what was not counted for long fades; where nothing is, nothing was.
-->
<script lang="ts">
  import type { StudentLadders } from '$lib/api/client';
  import { label, vocabulary } from '$lib/api/vocabulary';

  let { chart }: { chart: StudentLadders['charts'][number] } = $props();
  const most = $derived(Math.max(...chart.cells.map((c) => c.balls)));
  const at = (d: string, f: string) => chart.cells.find((c) => c.dimension === d && c.form === f);
  const weeks = (t: number) => (Date.now() - t) / (7 * 86_400_000);
  const radius = (balls: number) => 5 + 9 * Math.sqrt(balls / most);
</script>

<section aria-label="{chart.label}: what was counted in which form">
  <h3 class="text-base font-semibold">{chart.label}</h3>
  <table class="text-xs">
    <thead>
      <tr
        ><td></td>{#each vocabulary.forms as f (f.id)}<th
            scope="col"
            class="w-9 px-0.5 align-bottom leading-tight font-normal">{f.label}</th
          >{/each}</tr
      >
    </thead>
    <tbody>
      {#each vocabulary.dimensions as d (d.id)}
        <tr>
          <th scope="row" class="pr-2 text-right font-normal">{d.label}</th>
          {#each vocabulary.forms as f (f.id)}
            {@const c = at(d.id, f.id)}
            <td class="border border-base-300 p-0 text-center">
              {#if c}
                {@const share = c.judged ? c.good / c.judged : 0}
                {@const words =
                  `${label(vocabulary.dimensions, d.id)}, ${label(vocabulary.forms, f.id)}: ` +
                  (c.judged < c.balls ? `${c.balls} done, ` : '') +
                  (c.judged ? `${c.good} of ${c.judged} good` : 'not rated')}
                <a href="/log/{c.run}" title={words} aria-label={words}>
                  <svg
                    viewBox="0 0 34 30"
                    width="32"
                    height="28"
                    style:opacity={weeks(c.at) > 8 ? 0.35 : weeks(c.at) > 4 ? 0.6 : 1}
                    aria-hidden="true"
                  >
                    <circle cx="17" cy="15" r={radius(c.balls)} class="all" />
                    <circle cx="17" cy="15" r={radius(c.balls) * Math.sqrt(share)} class="good" />
                  </svg>
                </a>
              {:else}<span class="inline-block h-[28px] w-[32px]"></span>{/if}
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
  {#if chart.onePlace}<p class="max-w-sm text-sm font-semibold">
      Practised in one form only so far: there is no evidence from match play yet.
    </p>{/if}
</section>

<style>
  .all {
    fill: none;
    stroke: var(--color-base-content);
    stroke-width: 1.5;
  }
  .good {
    fill: var(--doing-hitting);
  }
</style>
