<!-- The shelf of drills: find, draw a new one, bring files in and take them out. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { api, need, type Court, type ShelfDrill } from '$lib/api/client';
  import DrillShelf from '$lib/drill/DrillShelf.svelte';
  import { beside } from '$lib/shell/float';
  import Load from '$lib/shell/Load.svelte';
  import { drills as shelf } from '$lib/shelf/kinds';
  import ShelfPage from '$lib/shelf/ShelfPage.svelte';
  import { v7 } from 'uuid';

  let drawButton = $state<HTMLButtonElement>();
  const ask = async () => {
    const [, courts] = await Promise.all([shelf.again(), need(api.GET('/api/v1/courts'))]);
    return courts;
  };
  async function draw(court: Court) {
    const made = v7();
    const drill = await need(
      api.GET('/api/v1/courts/{court}/drill', { params: { path: { court: court.id } } })
    );
    await need(
      api.PUT('/api/v1/drills/{drill}', {
        params: { path: { drill: made } },
        body: { version: 0, drill }
      })
    );
    await goto(`/drills/${made}`);
  }
  async function favourite(s: ShelfDrill) {
    const set = (favourite: boolean) =>
      (shelf.items = shelf.items.map((o) => (o.id === s.id ? { ...o, favourite } : o)));
    set(!s.favourite);
    const { error } = await api
      .PUT('/api/v1/drills/{drill}/favourite', {
        params: { path: { drill: s.id } },
        body: { favourite: !s.favourite }
      })
      .catch((error: unknown) => ({ error }));
    if (error) set(s.favourite);
  }
</script>

<Load {ask}>
  {#snippet children(courts)}
    <ShelfPage {shelf} title="Drills">
      {#snippet make()}
        <button bind:this={drawButton} type="button" class="btn btn-primary btn-sm" popovertarget="draw-on"
          >New drill</button
        >
        <div
          id="draw-on"
          popover
          {@attach beside(() => drawButton)}
          class="sheet draw"
          role="dialog"
          aria-label="New drill"
        >
          <h2 class="text-base">Which court?</h2>
          <ul class="mt-2 space-y-1">
            {#each courts as c (c.id)}<li>
                <button
                  type="button"
                  class="btn w-full justify-start font-normal btn-sm"
                  onclick={() => draw(c)}>{c.name}</button
                >
              </li>{/each}
          </ul>
        </div>
      {/snippet}
      <DrillShelf drills={shelf.items} {courts} onfavourite={favourite} {shelf} />
    </ShelfPage>
  {/snippet}
</Load>

<style>
  .draw {
    width: 15rem;
  }
</style>
