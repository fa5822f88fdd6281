<!-- Takes a drill from the shelf for the lesson being planned. -->
<script lang="ts">
  import { api, need, type Court, type ShelfDrill } from '$lib/api/client';
  import { on } from '$lib/shelf/find';
  import DrillShelf from '$lib/drill/DrillShelf.svelte';
  import Load from '$lib/shell/Load.svelte';

  let {
    court,
    courts,
    students,
    onpick
  }: { court: Court; courts: Court[]; students: number; onpick: (s: ShelfDrill) => void } = $props();
  let dialog: HTMLDialogElement;
  let open = $state(false);
  const ask = () => need(api.GET('/api/v1/drills'));

  function show() {
    open = true;
    dialog.showModal();
  }
  function pick(s: ShelfDrill) {
    dialog.close();
    onpick(s);
  }
</script>

<button type="button" class="btn btn-sm" onclick={show}>Drill</button>
<dialog bind:this={dialog} class="modal" aria-label="Choose a drill" onclose={() => (open = false)}>
  <div class="modal-box max-h-[88vh] max-w-6xl">
    <div class="mb-3 flex items-center">
      <h2 class="text-xl">Choose a drill</h2>
      <form method="dialog" class="ml-auto"><button class="btn btn-sm">Close</button></form>
    </div>
    {#if open}
      <Load {ask} small>
        {#snippet children(drills)}<DrillShelf
            {drills}
            {courts}
            first={{ sport: on(court.id), students }}
            onpick={pick}
          />{/snippet}
      </Load>
    {/if}
  </div>
  <form method="dialog" class="modal-backdrop"><button aria-label="Close" tabindex="-1">close</button></form>
</dialog>
