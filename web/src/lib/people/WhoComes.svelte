<!--
  Who comes? One field: a name and Enter. Who is known by that name comes, anybody else is made
  there and then. Those chosen stand before the field; what is new can be put right on the spot.
-->
<script lang="ts">
  import type { Student } from '$lib/api/client';
  import { vocabulary } from '$lib/api/vocabulary';
  import { fold, meant, newStudent, onlyMeant, putStudent } from './people';

  interface Props {
    people: Student[];
    chosen: string[];
    onchoose: (ids: string[]) => void;
    /** Somebody was made, or changed. */
    onsaved: (s: Student) => void;
    label?: string;
    most?: number;
    autofocus?: boolean;
  }
  let {
    people,
    chosen,
    onchoose,
    onsaved,
    label = 'Who is coming?',
    most = 16,
    autofocus = false
  }: Props = $props();
  const id = $props.id();
  let typed = $state('');
  let at = $state(-1);
  let wrong = $state('');
  /** Names are made one after the other; the field is free for the next while one is under way. */
  let making = Promise.resolve();
  /** Those made here, whose hand and level are still a guess. */
  let fresh = $state.raw<string[]>([]);

  const found = $derived(
    meant(
      people.filter((s) => !chosen.includes(s.id)),
      typed
    ).slice(0, 6)
  );
  /** Whom Enter takes: the one the typed name alone means. */
  const taken = $derived(
    onlyMeant(
      people.filter((s) => !s.archived && !chosen.includes(s.id)),
      typed
    )
  );
  const exact = $derived(taken && fold(taken.name) === fold(typed) ? taken : undefined);
  /** Somebody of that name is chosen already. */
  const there = $derived(
    onlyMeant(
      people.filter((s) => chosen.includes(s.id)),
      typed
    )
  );
  const open = $derived(typed.trim() !== '');

  /** Takes a student; what was typed stood for them, unless it is the next name by now. */
  function choose(s: Student, next = false) {
    if (chosen.length >= most) {
      wrong = `A lesson has at most ${most} students.`;
      return;
    }
    onchoose([...chosen, s.id]);
    if (!next) typed = '';
    at = -1;
    wrong = '';
  }
  async function make(name: string) {
    try {
      // Somebody archived of that name is the one meant, and comes back.
      const before = people.find((p) => p.archived && fold(p.name) === fold(name));
      const s = await putStudent(before ? { ...before, archived: undefined } : newStudent(name));
      onsaved(s);
      if (!before) fresh = [...fresh, s.id];
      choose(s, true);
    } catch (error) {
      wrong = (error as Error).message;
      typed ||= name;
    }
  }
  function add() {
    const name = typed;
    typed = '';
    making = making.then(() => make(name));
  }
  function enter() {
    const who = at < 0 ? taken : found[at];
    if (who) choose(who);
    else if (at < 0 && there) wrong = `${there.name} is already in this lesson.`;
    else if (typed.trim()) add();
    else if (!chosen.length) wrong = 'Type a name first.';
  }
  function key(e: KeyboardEvent) {
    const n = found.length + (exact ? 0 : 1);
    if (e.key === 'Enter') {
      e.preventDefault();
      enter();
    } else if (e.key === 'ArrowDown' && open) {
      e.preventDefault();
      at = (at + 1) % n;
    } else if (e.key === 'ArrowUp' && open) {
      e.preventDefault();
      at = (at + n - 1) % n;
    } else if (e.key === 'Escape') {
      typed = '';
      at = -1;
    } else if (e.key === 'Backspace' && !typed && chosen.length) {
      onchoose(chosen.slice(0, -1));
    }
  }
  async function put(s: Student, next: Partial<Student>) {
    try {
      onsaved(await putStudent({ ...s, ...next }));
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
  function focus(field: HTMLInputElement) {
    if (autofocus) field.focus();
  }
</script>

<div>
  {#if chosen.length}
    <ul class="mb-1.5 flex flex-wrap gap-1.5" aria-label="Students in this lesson">
      {#each chosen as c (c)}
        {@const who = people.find((p) => p.id === c)}
        <li
          class="flex min-h-9 flex-wrap items-center gap-1 rounded-full border border-base-content/60 bg-base-100 pr-1 pl-3"
        >
          <span class="font-semibold">{who?.name ?? '…'}</span>
          {#if who && fresh.includes(c)}
            <select
              class="select w-auto border-base-content/40 select-xs"
              aria-label="Level of {who.name}"
              value={who.level}
              onchange={(e) => put(who, { level: e.currentTarget.value as Student['level'] })}
              >{#each vocabulary.levels as l (l.id)}<option value={l.id}>{l.label}</option>{/each}</select
            >
            <select
              class="select w-auto border-base-content/40 select-xs"
              aria-label="Hand of {who.name}"
              value={who.hand}
              onchange={(e) => put(who, { hand: e.currentTarget.value as Student['hand'] })}
              ><option value="right">right</option><option value="left">left</option></select
            >
          {/if}
          <button
            type="button"
            class="btn btn-circle btn-ghost btn-sm"
            aria-label="Remove {who?.name ?? 'this student'}"
            onclick={() => onchoose(chosen.filter((x) => x !== c))}>×</button
          >
        </li>
      {/each}
    </ul>
  {/if}
  <div class="relative">
    <label class="sr-only" for="name-{id}">{label}</label>
    <input
      dir="auto"
      id="name-{id}"
      class="input w-full border-base-content/60"
      role="combobox"
      aria-expanded={open}
      aria-controls="list-{id}"
      aria-activedescendant={at >= 0 ? `o-${id}-${at}` : undefined}
      aria-describedby="wrong-{id}"
      placeholder={chosen.length ? 'Add another name, then Enter' : 'Type a name, then Enter'}
      maxlength="60"
      autocomplete="off"
      autocapitalize="words"
      enterkeyhint="done"
      bind:value={typed}
      oninput={() => {
        at = -1;
        wrong = '';
      }}
      onkeydown={key}
      {@attach focus}
    />
    <ul
      id="list-{id}"
      role="listbox"
      aria-label="Matching students"
      class="absolute z-20 w-full border border-base-content bg-base-100 shadow"
      class:hidden={!open}
    >
      {#each found as s, i (s.id)}
        <li
          dir="auto"
          id="o-{id}-{i}"
          role="option"
          aria-selected={i === at}
          class="cursor-pointer px-3 py-2"
          class:bg-base-200={i === at || (at < 0 && s === taken)}
          onpointerdown={(e) => {
            e.preventDefault();
            choose(s);
          }}
        >
          {s.name}
        </li>
      {/each}
      {#if open && !exact}
        <li
          id="o-{id}-{found.length}"
          role="option"
          aria-selected={at === found.length}
          class="cursor-pointer border-base-300 px-3 py-2"
          class:border-t={found.length > 0}
          class:bg-base-200={at === found.length || (at < 0 && !taken && !there)}
          onpointerdown={(e) => {
            e.preventDefault();
            add();
          }}
        >
          Add <strong>{typed.trim()}</strong> as a new student
        </li>
      {/if}
    </ul>
  </div>
  {#if wrong}<p id="wrong-{id}" class="text-sm font-semibold text-error" role="alert">{wrong}</p>{/if}
</div>
