<!-- What was seen of a student: a word, or a line. -->
<script lang="ts">
  import type { Session } from '../session.svelte';

  let { session, student, name }: { session: Session; student: string; name: string } = $props();
  let word = $state('');
  /** Words to begin with, until the coach has some [trade]. */
  const usual = ['late', 'off balance', 'slowed the swing', 'stood still', 'too close', 'stiff grip'];
  const tags = $derived(session.state.tags?.[student] ?? {});
  const words = $derived([...new Set([...session.words, ...Object.keys(tags), ...usual])].slice(0, 12));

  function tag(text: string) {
    const said = text.trim().slice(0, 24);
    if (said) session.add({ kind: 'tag', student, text: said });
    word = '';
  }
</script>

<section>
  <h3 class="text-lg font-semibold">Observations</h3>
  <div class="mt-1 flex flex-wrap gap-2">
    {#each words as w (w)}
      <button
        type="button"
        class="btn h-14 border-2 border-base-content text-lg"
        class:btn-accent={tags[w]}
        aria-label="{w}, {tags[w] ?? 0} times so far"
        onclick={() => tag(w)}
        >{w}{#if tags[w]}<span class="figures">{tags[w]}</span>{/if}</button
      >
    {/each}
    <input
      dir="auto"
      class="input h-14 w-44 border-base-content text-lg"
      maxlength="24"
      placeholder="Your own observation"
      aria-label="Your own observation"
      bind:value={word}
      onkeydown={(e) => e.key === 'Enter' && tag(word)}
    />
  </div>
</section>
<label class="block">
  <span class="text-lg font-semibold">Note about <bdi>{name}</bdi></span>
  <input
    dir="auto"
    class="input mt-1 h-14 w-full border-base-content text-lg"
    maxlength="500"
    value={session.state.notes?.[student] ?? ''}
    onchange={(e) => session.add({ kind: 'note', student: student, text: e.currentTarget.value })}
  />
</label>
