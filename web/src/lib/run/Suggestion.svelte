<!-- One thing the clock says should be done, with the button that does it. -->
<script lang="ts">
  import type { Session } from './session.svelte';

  let {
    session,
    names,
    any = $bindable(false)
  }: { session: Session; names: string[]; any?: boolean } = $props();
  const NOT_NOW = 5 * 60_000;
  let quiet = $state<Record<string, number>>({});
  /** Asked again every few seconds, not at every tick. */
  const every = $derived(Math.floor(session.now / 5000));
  const refit = $derived.by(() => {
    void every;
    void session.state;
    return session.running ? session.refit() : null;
  });
  const minute = $derived(session.state.began ? (session.now - session.state.began) / 60_000 : 0);
  const name = (id: string) => names[session.students.findIndex((s) => s.id === id)] ?? '';
  const comes = $derived(
    (session.lesson.attendance ?? []).find(
      (a) => session.state.expected?.includes(a.student) && minute >= a.from
    )
  );
  const goes = $derived(
    (session.lesson.attendance ?? []).find(
      (a) =>
        a.to > 0 &&
        minute >= a.to &&
        session.state.began &&
        !session.state.gone?.includes(a.student) &&
        !session.state.absent?.includes(a.student)
    )
  );
  interface Said {
    key: string;
    text: string;
    button: string;
    act: () => void;
  }
  const said = $derived.by((): Said | undefined => {
    const all: (Said | undefined)[] = [
      comes && {
        key: `comes ${comes.student}`,
        text: `${name(comes.student)} should be here by now.`,
        button: 'Mark as here',
        act: () => session.add({ kind: 'there', student: comes.student, value: 1 })
      },
      goes && {
        key: `goes ${goes.student}`,
        text: `${name(goes.student)} should have left by now.`,
        button: 'Mark as left',
        act: () => session.add({ kind: 'there', student: goes.student, value: 2 })
      },
      refit
        ? {
            key: 'refit',
            text: refit.said,
            button: 'Apply',
            act: () => {
              for (const c of refit.changes)
                session.add({ kind: 'minutes', block: c.block, value: c.minutes || undefined });
            }
          }
        : undefined
    ];
    return all.find((s): s is Said => !!s && !(quiet[s.key]! > session.now));
  });
  $effect(() => {
    any = !!said;
  });
</script>

{#if said}
  <div class="flex items-center gap-2 rounded bg-base-200 pl-2" role="status" aria-label="Suggestion">
    <p dir="auto" class="line-clamp-4 min-w-0 flex-1 text-[0.9rem] leading-tight">{said.text}</p>
    <button
      type="button"
      class="btn h-14 border-2 border-base-content px-3 text-base btn-accent"
      onclick={said.act}>{said.button}</button
    >
    <button
      type="button"
      class="btn h-14 w-14 border-2 border-base-content px-0 text-xl"
      aria-label="Not now"
      onclick={() => (quiet = { ...quiet, [said.key]: session.now + NOT_NOW })}>×</button
    >
  </div>
{/if}
