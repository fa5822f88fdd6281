<!-- Takes what was found into a lesson to come, as a saved change there that can be undone by the lesson's own means. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, need, type Lesson } from '$lib/api/client';
  import { beside } from '$lib/shell/float';
  import Load from '$lib/shell/Load.svelte';
  import { sayDay } from '$lib/units/when';
  import { upcoming } from './lists';

  interface Props {
    label: string;
    /** The lesson with the change in it; throws what is wrong in a coach's words. */
    put: (lesson: Lesson) => Lesson | Promise<Lesson>;
    strong?: boolean;
  }
  let { label, put, strong = false }: Props = $props();

  const id = $props.id();
  let open = $state(false);
  let wrong = $state('');
  let button: HTMLButtonElement;

  const ask = () => upcoming();
  async function use(lesson: string) {
    wrong = '';
    try {
      const path = { lesson };
      const body = await put(await need(api.GET('/api/v1/lessons/{lesson}', { params: { path } })));
      await need(api.PUT('/api/v1/lessons/{lesson}', { params: { path }, body }));
      await goto(`/lessons/${lesson}`);
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
</script>

<button
  bind:this={button}
  type="button"
  class="btn btn-sm"
  class:btn-primary={strong}
  popovertarget="use-{id}">{label}</button
>
<div
  id="use-{id}"
  popover
  {@attach beside(() => button)}
  ontoggle={(e) => (open = e.newState === 'open')}
  class="sheet use"
  role="dialog"
  aria-label={label}
>
  <h2 class="text-base">Which lesson?</h2>
  {#if wrong}<p class="mt-2 text-sm font-semibold text-error" role="alert">{wrong}</p>{/if}
  {#if open}
    <Load {ask} small>
      {#snippet children(lessons)}
        <ul class="mt-2 space-y-1">
          {#each lessons as l (l.id)}
            <li>
              <button
                type="button"
                class="btn h-auto w-full justify-start py-1.5 text-left font-normal btn-sm"
                onclick={() => use(l.id)}
                ><span class="figures shrink-0 text-xs">{sayDay(l.date)} {l.start}</span>
                <bdi>{l.title}</bdi></button
              >
            </li>
          {:else}<li class="text-sm">No upcoming lessons. Plan one under Lessons.</li>{/each}
        </ul>
      {/snippet}
    </Load>
  {/if}
</div>

<style>
  .use {
    width: min(20.5rem, calc(100vw - 16px));
  }
</style>
