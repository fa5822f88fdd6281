<!-- The coach's words: what it is for, cues, kit, cautions. One to a line. -->
<script lang="ts">
  import type { Drill } from '$lib/api/client';

  let { drill, cautions, onset }: { drill: Drill; cautions: string[]; onset: (drill: Drill) => void } =
    $props();
  const lines = (text: string, most: number, long: number) =>
    text
      .split('\n')
      .map((l) => l.trim().slice(0, long))
      .filter(Boolean)
      .slice(0, most);
  const found = $derived(cautions.filter((c) => !drill.cautions.includes(c)));
</script>

{#snippet area(label: string, value: string, rows: number, save: (text: string) => void)}
  <label class="mt-2 flex flex-col gap-0.5 text-[0.8rem] leading-tight"
    >{label}
    <textarea
      class="textarea w-full border-base-content/60 leading-snug textarea-sm"
      {rows}
      {value}
      onchange={(e) => save(e.currentTarget.value)}></textarea></label
  >
{/snippet}
{@render area('What it is for', drill.intent, 2, (t) => onset({ ...drill, intent: t.trim().slice(0, 300) }))}
{@render area('Cues, one to a line', drill.cues.join('\n'), 4, (t) =>
  onset({ ...drill, cues: lines(t, 12, 200) })
)}
{@render area('To bring, one to a line', drill.kit.join('\n'), 3, (t) =>
  onset({ ...drill, kit: lines(t, 20, 80) })
)}
{@render area('Cautions of your own', drill.cautions.join('\n'), 2, (t) =>
  onset({ ...drill, cautions: lines(t, 12, 300) })
)}
<label class="mt-2 flex flex-col gap-0.5 text-[0.8rem] leading-tight"
  >Played off, as results are kept under
  <input
    class="input w-full border-base-content/60 input-sm"
    maxlength="60"
    value={drill.situation}
    onchange={(e) => {
      const t = e.currentTarget.value.trim();
      if (t) onset({ ...drill, situation: t });
      else e.currentTarget.value = drill.situation;
    }}
  /></label
>
{#if found.length}
  <h2 class="mt-3 text-base">Cautions that apply</h2>
  <ul class="mt-1 space-y-1 text-sm">
    {#each found as c (c)}<li class="flex gap-2"><span class="heed" aria-hidden="true">!</span>{c}</li>{/each}
  </ul>
{/if}
<p class="mt-2 text-xs">The venue’s rules and qualified people come first.</p>
