<!-- The coach's words: what it is for, cues, cautions; the ball it is played off; and what to bring. -->
<script lang="ts">
  import type { Caution, Drill, KitItem } from '$lib/api/client';
  import { heading, thingName, vocabulary } from '$lib/api/vocabulary';
  import { v7 } from 'uuid';

  let { drill, cautions, onset }: { drill: Drill; cautions: Caution[]; onset: (drill: Drill) => void } =
    $props();
  const lines = (text: string, most: number, long: number) =>
    text
      .split('\n')
      .map((l) => l.trim().slice(0, long))
      .filter(Boolean)
      .slice(0, most);

  /** A situation of the coach's own keeps its id when it is renamed, and with it the results. */
  const OWN = 'own-';
  const own = $derived(drill.situation.startsWith(OWN));
  function setSituation(id: string) {
    if (id !== OWN) onset({ ...drill, situation: id, situationName: undefined });
    else onset({ ...drill, situation: `${OWN}${v7()}`, situationName: 'my own situation' });
  }

  const setKit = (kit: KitItem[]) => onset({ ...drill, kit });
  const change = (i: number, next: Partial<KitItem>) =>
    setKit(drill.kit.map((k, j) => (j === i ? { ...k, ...next } : k)));
  function bring(id: string) {
    if (id) setKit([...drill.kit, id === 'own' ? { id, words: 'my own item' } : { id }]);
  }
</script>

{#snippet area(label: string, value: string, rows: number, save: (text: string) => void)}
  <label class="mt-2 flex flex-col gap-0.5 text-[0.8rem] leading-tight"
    >{label}
    <textarea
      dir="auto"
      class="textarea w-full border-base-content/60 leading-snug textarea-sm"
      {rows}
      {value}
      onchange={(e) => save(e.currentTarget.value)}></textarea></label
  >
{/snippet}
{@render area('Purpose', drill.intent, 2, (t) => onset({ ...drill, intent: t.trim().slice(0, 300) }))}
{@render area('Cues, one to a line', drill.cues.join('\n'), 4, (t) =>
  onset({ ...drill, cues: lines(t, 12, 200) })
)}
{@render area('Your own cautions', drill.cautions.join('\n'), 2, (t) =>
  onset({ ...drill, cautions: lines(t, 12, 300) })
)}
<div class="mt-2 flex flex-wrap items-end gap-x-3 gap-y-2">
  <label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
    >Situation (results are grouped by it)
    <select
      class="select w-52 border-base-content/60 select-sm"
      value={own ? OWN : drill.situation}
      onchange={(e) => setSituation(e.currentTarget.value)}
    >
      {#each vocabulary.situations as s (s.id)}<option value={s.id}>{s.label}</option>{/each}
      <option value={OWN}>my own…</option>
    </select></label
  >
  {#if own}<label class="flex flex-col gap-0.5 text-[0.8rem] leading-tight"
      >Name
      <input
        dir="auto"
        class="input w-40 border-base-content/60 input-sm"
        maxlength="60"
        value={drill.situationName ?? ''}
        onchange={(e) => {
          const t = e.currentTarget.value.trim();
          if (t) onset({ ...drill, situationName: t });
          else e.currentTarget.value = drill.situationName ?? '';
        }}
      /></label
    >{/if}
</div>
<h2 class="mt-3 text-base">To bring</h2>
<ul class="mt-1 space-y-1" aria-label="To bring">
  {#each drill.kit as item, i (i)}
    {@const name = thingName(item)}
    <li class="flex items-center gap-2 text-sm">
      <input
        class="figures input w-14 border-base-content/60 px-1.5 input-xs"
        inputmode="numeric"
        aria-label="How many: {name}"
        placeholder="–"
        value={item.count || ''}
        onchange={(e) => {
          const n = Number(e.currentTarget.value);
          if (Number.isInteger(n) && n >= 0 && n <= 2000) change(i, { count: n || undefined });
          else e.currentTarget.value = String(item.count || '');
        }}
      />
      {#if item.id === 'own'}<input
          dir="auto"
          class="input min-w-0 flex-1 border-base-content/60 input-xs"
          aria-label="Name of the item"
          maxlength="80"
          value={item.words ?? ''}
          onchange={(e) => {
            const words = e.currentTarget.value.trim();
            if (words) change(i, { words });
            else e.currentTarget.value = item.words ?? '';
          }}
        />
      {:else}<span class="min-w-0 flex-1">{thingName(item)}</span>
        <label class="flex items-center gap-1 text-xs"
          ><input
            type="checkbox"
            class="checkbox border-base-content checkbox-xs"
            checked={item.each ?? false}
            onchange={(e) => change(i, { each: e.currentTarget.checked || undefined })}
          />each</label
        >{/if}
      <button
        type="button"
        class="btn btn-ghost btn-xs"
        aria-label="Remove: {name}"
        onclick={() => setKit(drill.kit.filter((_, j) => j !== i))}>✕</button
      >
    </li>
  {/each}
</ul>
{#if drill.kit.length < 20}<select
    class="select mt-1.5 w-52 border-base-content/60 select-sm"
    aria-label="Add an item"
    value=""
    onchange={(e) => {
      bring(e.currentTarget.value);
      e.currentTarget.value = '';
    }}
  >
    <option value="">add an item…</option>
    {#each vocabulary.things.filter((t) => !drill.kit.some((k) => k.id === t.id)) as t (t.id)}<option
        value={t.id}>{heading([{ id: t.id, label: t.one }], t.id)}</option
      >{/each}
    <option value="own">my own item</option>
  </select>{/if}
{#if cautions.length}
  <h2 class="mt-3 text-base">Cautions that apply</h2>
  <ul class="mt-1 space-y-1 text-sm">
    {#each cautions as c (c.id)}<li class="flex gap-2">
        <span class="heed" aria-hidden="true">!</span><bdi>{c.text}</bdi>
      </li>{/each}
  </ul>
{/if}
<p class="mt-2 text-xs">Always follow the venue’s rules and the advice of qualified people.</p>
