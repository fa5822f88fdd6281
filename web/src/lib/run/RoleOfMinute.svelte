<!-- The warm-up: the role of this minute and its cue, large; the next one, small. -->
<script lang="ts">
  import { partner } from '$lib/lesson/where';
  import { roleAt } from './clock';
  import type { Session } from './session.svelte';
  import { beep } from './sound';

  let { session, names }: { session: Session; names: string[] } = $props();
  const script = $derived(session.block?.script ?? []);
  const at = $derived(roleAt(session.elapsed, script.length));
  const now = $derived(script[at.minute]);
  const next = $derived(script[at.minute + 1]);
  const soon = $derived(session.running && at.left <= 10 && !at.last);

  let announced = -1;
  $effect(() => {
    if (soon && announced !== at.minute) {
      announced = at.minute;
      beep(520, 0.12);
    }
  });
</script>

{#if now}
  <section class="flex flex-1 flex-col justify-center gap-4 px-1" aria-label="Role of this minute">
    <p class="figures text-lg">Minute {at.minute + 1} of {script.length} · {Math.ceil(at.left)} s</p>
    <h2 dir="auto" class="text-4xl">{now.title}</h2>
    <ul class="space-y-3">
      {#each now.roles as r, i (i)}
        <li class="border-l-4 border-base-content pl-3 text-2xl leading-tight">
          <strong>{partner(names, session.pairs, r.partner)}</strong><br /><bdi>{r.does}</bdi>
        </li>
      {/each}
    </ul>
    <p dir="auto" class="rounded bg-base-200 px-3 py-3 text-2xl leading-snug">{now.cue}</p>
  </section>
  <p class="rounded px-2 py-3 text-lg" class:bg-accent={soon} class:text-accent-content={soon}>
    {#if next}<strong>{soon ? 'Changing soon' : 'Then'}:</strong>
      <bdi>{next.title}</bdi> ·
      <bdi>{next.roles.map((r) => `${partner(names, session.pairs, r.partner)}: ${r.does}`).join(' · ')}</bdi
      >{:else}<strong>Last minute.</strong> Aim for no errors and keep your feet moving.{/if}
  </p>
{:else}
  <p class="flex-1 p-4 text-2xl">Warm up as agreed.</p>
{/if}
