<!-- Links to a student's card: they run out, and can be taken back. -->
<script lang="ts">
  import { api, done, need } from '$lib/api/client';
  import { door } from './door.svelte';
  import { sayDate } from '$lib/units/when';

  let { student, name }: { student: string; name: string } = $props();
  const params = $derived({ path: { student } });
  type Link = Awaited<ReturnType<typeof read>>[number];
  const read = () => need(api.GET('/api/v1/students/{student}/links', { params }));
  /** The address means something on the club's network alone. */
  const near = $derived(['own', 'plain'].includes(door.access?.kind ?? ''));
  let links = $state.raw<Link[]>([]);
  let fresh = $state('');
  let days = $state(14);
  let said = $state('');

  async function act(work: () => Promise<void>) {
    said = '';
    try {
      await work();
    } catch (error) {
      said = (error as Error).message;
    }
  }
  const make = () =>
    act(async () => {
      const l = await need(api.POST('/api/v1/students/{student}/links', { params, body: { days } }));
      const at = door.access?.links[0]?.url ?? `${location.origin}/`;
      fresh = `${at}card#${l.secret}`;
      links = await read();
    });
  const takeBack = (link: string) =>
    act(async () => {
      await done(
        api.DELETE('/api/v1/students/{student}/links/{link}', { params: { path: { student, link } } })
      );
      links = await read();
      fresh = '';
    });
  async function copy() {
    await navigator.clipboard.writeText(fresh);
    said = 'Copied.';
  }
  $effect(() => void act(async () => void (links = await read())));
</script>

<section class="mt-6 print:hidden" aria-label="Share this card">
  <h2 class="text-lg">Link to this card</h2>
  <p class="text-sm">
    Anyone with the link sees this card and the first name only. The link expires and can be revoked.
    {#if near}The link opens on this network only, on devices that trust the club’s certificate. For others,
      print the card.{/if}
    {#if door.access?.open}<strong
        >Only this computer can open this server; <a class="link" href="/phone">open it to others</a> first.</strong
      >{/if}
  </p>
  <div class="mt-2 flex flex-wrap items-center gap-2">
    <label
      >for <select class="select w-32 border-base-content/60 select-sm" bind:value={days}>
        {#each [7, 14, 30, 60] as n (n)}<option value={n}>{n} days</option>{/each}
      </select></label
    >
    <button type="button" class="btn btn-sm" onclick={make}>Create link</button>
    <span role="status" class="text-sm">{said}</span>
  </div>
  {#if fresh}<p class="mt-2 flex flex-wrap items-center gap-2">
      <input
        dir="auto"
        class="figures input min-w-0 flex-1 text-sm input-sm"
        readonly
        value={fresh}
        aria-label="The link"
      />
      <button type="button" class="btn btn-sm" onclick={copy}>Copy</button>
      <span class="w-full text-sm"
        >The link is shown only once. Send it to <bdi>{name}</bdi> or to a parent.</span
      >
    </p>{/if}
  <ul class="mt-2 space-y-1">
    {#each links as l (l.id)}<li class="flex flex-wrap items-center gap-x-3">
        <span
          >made {sayDate(l.made)}, until {sayDate(l.expires)}, {l.opened
            ? `last opened ${sayDate(l.opened)}`
            : 'not opened yet'}</span
        >
        <button type="button" class="btn btn-xs" onclick={() => takeBack(l.id)}>Revoke link</button>
      </li>{/each}
  </ul>
</section>
