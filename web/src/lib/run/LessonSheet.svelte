<!-- The lesson from the court: its blocks, who is there, and its end. -->
<script lang="ts">
  import { door } from '$lib/access/door.svelte';
  import { settings } from '$lib/units/settings.svelte';
  import type { Session } from './session.svelte';
  import Sheet from './Sheet.svelte';
  import { say } from './sound';

  interface Props {
    session: Session;
    names: string[];
    awake: boolean;
    oncaller: () => void;
    onunseen: () => void;
    onfinish: () => void;
    onclose: () => void;
  }
  let { session, names, awake, oncaller, onunseen, onfinish, onclose }: Props = $props();
  type Presence = 'here' | 'absent' | 'left' | 'expected';
  const presence = (id: string): Presence =>
    session.state.absent?.includes(id)
      ? 'absent'
      : session.state.gone?.includes(id)
        ? 'left'
        : session.state.expected?.includes(id)
          ? 'expected'
          : 'here';
  const presences: Record<Presence, { label: string; next: number }> = {
    here: { label: 'here', next: 2 },
    left: { label: 'left early', next: 0 },
    absent: { label: 'not here', next: 1 },
    expected: { label: 'arriving later', next: 1 }
  };
  /** From here to left early to not here at all, and back. */
  function cycle(id: string) {
    const value = presences[presence(id)].next;
    session.add({ kind: 'there', student: id, value: value || undefined });
  }
  const set = (i: number, minutes: number) =>
    session.add({
      kind: 'minutes',
      block: session.lesson.blocks[i]!.id,
      value: Math.max(0, Math.min(480, minutes)) || undefined
    });
  const spent = (i: number) =>
    Math.round(
      (i === session.state.block ? session.elapsed : (session.state.blocks[i]?.elapsedMs ?? 0)) / 60000
    );
</script>

<Sheet label="Lesson menu" close {onclose}>
  <div class="flex items-center gap-2">
    <h2 dir="auto" class="min-w-0 flex-1 truncate text-2xl">{session.lesson.title}</h2>
    <button type="button" class="btn h-14 border-2 border-base-content text-lg btn-accent" onclick={onclose}
      >Back to counting</button
    >
  </div>
  <ol class="space-y-2">
    {#each session.lesson.blocks as b, i (b.id)}
      {@const minutes = session.minutes(i)}
      <li class="grid grid-cols-[1fr_3.5rem_4.5rem_3.5rem] items-center gap-2">
        <button
          type="button"
          class="btn h-14 min-w-0 justify-start border-2 border-base-content text-left text-lg leading-tight"
          class:btn-accent={i === session.state.block}
          aria-current={i === session.state.block ? 'step' : undefined}
          onclick={() => {
            session.goTo(i);
            onclose();
          }}
          ><span dir="auto" class="line-clamp-2" class:line-through={minutes === 0}>{b.title}</span>
          {#if spent(i) > 0}<span class="figures ml-auto shrink-0 text-base">{spent(i)} min so far</span
            >{/if}</button
        >
        <button
          type="button"
          class="btn h-14 border-2 border-base-content text-2xl"
          disabled={minutes === 0}
          aria-label="{b.title}: one minute less"
          onclick={() => set(i, minutes - 1)}>−</button
        >
        {#if i <= session.state.block}
          <span class="text-center text-lg"><span class="figures">{minutes}</span> min</span>
        {:else if minutes === 0}
          <button
            type="button"
            class="btn h-14 border-2 border-base-content px-1 text-base leading-tight"
            aria-label="Put {b.title} back in"
            onclick={() => set(i, b.minutes)}>put back</button
          >
        {:else}
          <button
            type="button"
            class="btn h-14 border-2 border-base-content px-1 text-lg leading-tight"
            aria-label="{b.title}: {minutes} minutes; leave it out"
            onclick={() => set(i, 0)}
            ><span
              ><span class="figures">{minutes}</span> min<br /><span class="text-sm">leave out</span></span
            ></button
          >
        {/if}
        <button
          type="button"
          class="btn h-14 border-2 border-base-content text-2xl"
          aria-label="{b.title}: one minute more"
          onclick={() => set(i, minutes + 1)}>+</button
        >
      </li>
    {/each}
  </ol>
  {#if session.students.length}
    <section>
      <h3 class="text-lg font-semibold">Who is here</h3>
      <div class="mt-1 grid grid-cols-3 gap-2">
        {#each session.students as s, i (s.id)}
          <button
            type="button"
            class="btn h-14 min-w-0 flex-col gap-0 border-2 border-base-content text-lg leading-tight"
            class:opacity-70={presence(s.id) === 'absent'}
            aria-label="{names[i]}: {presences[presence(s.id)].label}; change"
            onclick={() => cycle(s.id)}
            ><span class="max-w-full truncate">{names[i]}</span><span class="text-sm"
              >{presences[presence(s.id)].label}</span
            ></button
          >
        {/each}
      </div>
      <p class="mt-1 text-base">Turns are rearranged for the students who are here.</p>
    </section>
  {/if}
  <section class="grid grid-cols-2 gap-2">
    <button
      type="button"
      class="btn col-span-2 h-14 border-2 border-base-content text-lg"
      aria-keyshortcuts="c"
      onclick={oncaller}>Caller and metronome…</button
    >
    <button type="button" class="btn col-span-2 h-14 border-2 border-base-content text-lg" onclick={onunseen}
      >Count without the screen…</button
    >
    <button
      type="button"
      class="btn col-span-2 h-14 border-2 border-base-content text-lg"
      aria-pressed={settings.voice}
      title="Changes and who is next, the last ball, half-time, bells and the end of a block"
      onclick={() => {
        settings.toggleVoice();
        say(settings.voice ? 'Calls are spoken' : '');
      }}>Spoken calls: {settings.voice ? 'on' : 'off'}</button
    >
    <button
      type="button"
      class="btn h-14 border-2 border-base-content text-lg"
      onclick={() => settings.toggleThumb()}>“Good” button: {settings.thumb} side</button
    >
    <button
      type="button"
      class="btn h-14 border-2 border-base-content text-lg"
      onclick={() => settings.toggleTheme()}
      >Switch to {settings.theme === 'chalk' ? 'evening' : 'daylight'} theme</button
    >
  </section>
  <p class="text-base">
    {awake
      ? 'The screen stays on while you are here.'
      : 'The screen may switch off on this device. Set a longer screen time-out, or tap the screen now and then. Nothing is lost if it switches off.'}
  </p>
  {#if door.coach}<a class="btn h-14 border-2 border-base-content text-lg" href="/lessons/{session.lesson.id}"
      >Open lesson</a
    >{/if}
  <button type="button" class="btn mt-auto h-16 border-2 border-base-content text-xl" onclick={onfinish}
    >Finish lesson</button
  >
</Sheet>
