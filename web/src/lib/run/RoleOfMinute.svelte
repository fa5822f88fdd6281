<!-- The warm-up: the role of this minute and its cue, large; the next one, small. -->
<script lang="ts">
  import { partner } from '$lib/lesson/where';
  import { roleAt } from './clock';
  import Noting from './Noting.svelte';
  import type { Session } from './session.svelte';
  import { beep } from './sound';
  import UndoButton from './UndoButton.svelte';

  let { session, names }: { session: Session; names: string[] } = $props();
  const script = $derived(session.block?.script ?? []);
  const onNow = $derived(session.blockState?.minute);
  const at = $derived(
    onNow
      ? {
          minute: onNow.n,
          left: onNow.held ? 60 : Math.max(0, 60 - (session.elapsed - onNow.from) / 1000),
          last: onNow.n === script.length - 1
        }
      : roleAt(session.elapsed, script.length)
  );
  const errors = $derived(session.blockState?.errors ?? {});
  const here = $derived(session.students.filter((s) => !session.state.absent?.includes(s.id)));
  const nameOf = (id: string) => names[session.students.findIndex((s) => s.id === id)] ?? '';
  let noting = $state('');
  const goTo = (n: number) =>
    session.block && session.add({ kind: 'minute', block: session.block.id, value: n });
  const hold = () =>
    session.block && session.add({ kind: 'hold', block: session.block.id, value: onNow?.held ? 0 : 1 });
  const wrong = (student?: string) =>
    session.block && session.add({ kind: 'error', block: session.block.id, student, value: 1 });
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
    <div class="flex items-center gap-2">
      <p class="figures min-w-0 flex-1 leading-tight whitespace-nowrap" role="status">
        <span class="block text-sm">Minute {at.minute + 1} of {script.length}</span>
        <strong class="text-2xl">{onNow?.held ? 'held' : `${Math.ceil(at.left)} s`}</strong>
      </p>
      <button
        type="button"
        class="btn h-14 w-14 border-2 border-base-content px-0 text-2xl"
        aria-label="Back to minute {at.minute}"
        disabled={at.minute === 0}
        onclick={() => goTo(at.minute - 1)}>‹</button
      >
      <button
        type="button"
        class="btn h-14 border-2 border-base-content px-3 text-lg"
        class:btn-accent={onNow?.held}
        aria-pressed={!!onNow?.held}
        onclick={hold}>{onNow?.held ? 'Go on' : 'Hold'}</button
      >
      <button
        type="button"
        class="btn h-14 w-14 border-2 border-base-content px-0 text-2xl"
        aria-label="On to minute {at.minute + 2}"
        disabled={at.last}
        onclick={() => goTo(at.minute + 1)}>›</button
      >
    </div>
    <h2 dir="auto" class="text-3xl">{now.title}</h2>
    <ul class="space-y-2">
      {#each now.roles as r, i (i)}
        <li class="border-l-4 border-base-content pl-3 text-xl leading-tight">
          <strong>{partner(names, session.pairs, r.partner)}</strong><br /><bdi>{r.does}</bdi>
        </li>
      {/each}
    </ul>
    <p dir="auto" class="rounded bg-base-200 px-3 py-2 text-xl leading-snug">{now.cue}</p>
  </section>
  <h3 id="errors" class="-mb-1 text-sm font-semibold">Errors: press for each one</h3>
  <div
    class="grid gap-2 {here.length > 3 ? 'grid-cols-3' : 'grid-cols-2'}"
    role="group"
    aria-labelledby="errors"
  >
    {#each here.slice(0, 8) as s (s.id)}
      <button
        type="button"
        class="btn h-14 min-w-0 border-2 border-base-content px-1 text-base leading-tight"
        aria-label="Error by {nameOf(s.id)}, {errors[s.id] ?? 0} so far"
        onclick={() => wrong(s.id)}
        ><span dir="auto" class="truncate">{nameOf(s.id)}</span>
        <span class="figures">× {errors[s.id] ?? 0}</span></button
      >
    {/each}
    {#if !here.length || here.length > 8}<button
        type="button"
        class="btn h-14 border-2 border-base-content text-base"
        onclick={() => wrong()}>Error × {errors[''] ?? 0}</button
      >{/if}
  </div>
  <div class="grid grid-cols-2 gap-2">
    <UndoButton {session} />
    <button
      type="button"
      class="btn h-14 border-2 border-base-content text-lg"
      onclick={() => (noting = here[0]?.id ?? '')}
      disabled={!here.length}>Notes…</button
    >
  </div>
  {#if noting}<Noting
      {session}
      {names}
      student={noting}
      onpick={(id) => (noting = id)}
      onclose={() => (noting = '')}
    />{/if}
  <p class="rounded px-2 py-1 text-lg" class:bg-accent={soon} class:text-accent-content={soon}>
    {#if next}<strong>{soon ? 'Changing soon' : 'Then'}:</strong>
      <bdi>{next.title}</bdi> ·
      <bdi>{next.roles.map((r) => `${partner(names, session.pairs, r.partner)}: ${r.does}`).join(' · ')}</bdi
      >{:else}<strong>Last minute.</strong> Aim for no errors and keep your feet moving.{/if}
  </p>
{:else}
  <p class="flex-1 p-4 text-2xl">Warm up as agreed.</p>
{/if}
