<!--
  What a ball machine feeds, on a small court: where each ball comes from and comes down, in order.
  The ball in the air is drawn as it goes; balls that are not fed yet are hollow.
-->
<script lang="ts">
  import { api, need, type Court, type Machine } from '$lib/api/client';
  import CourtFloor from '$lib/court/CourtFloor.svelte';
  import { frame, toView } from '$lib/court/geometry';

  interface Props {
    machine: Machine;
    /** The programme with all of its balls, to show those that are left out. */
    whole?: Machine['programme'];
    /** The ball in the air, by its place in the programme, and a new number for each. */
    now?: number;
    count?: number;
    label: string;
  }
  let { machine, whole, now = -1, count = 0, label }: Props = $props();
  let court = $state.raw<Court>();
  $effect(() => {
    const id = machine.programme.court;
    void need(api.GET('/api/v1/courts'))
      .then((all) => (court = all.find((c) => c.id === id)))
      .catch(() => undefined); // the words say the same
  });
  const balls = $derived(machine.programme.balls);
  const out = $derived((whole?.balls ?? []).filter((b) => !balls.some((o) => o.feed === b.feed)));
  const near = $derived(machine.programme.anywhere);
</script>

{#if court}
  {@const margin = court.halfLength * 0.14}
  {@const box = frame(court, 'across', margin, 'all', court.halfWidth.doubles * 0.12)}
  {@const r = box.height * 0.055}
  <svg viewBox="{box.x} {box.y} {box.width} {box.height}" class="h-full w-full" role="img" aria-label={label}>
    <CourtFloor {court} {margin} side={court.halfWidth.doubles * 0.12} />
    {#each out as b (b.feed)}
      {@const v = toView(b.to, 'across')}
      <circle cx={v.x} cy={v.y} r={r * 0.8} class="out" stroke-width={r * 0.16} />
    {/each}
    {#each balls as b, i (i)}
      {@const from = toView(b.from, 'across')}
      {@const to = toView(b.to, 'across')}
      <line
        x1={from.x}
        y1={from.y}
        x2={to.x}
        y2={to.y}
        class="way"
        class:now={i === now}
        stroke-width={r * (i === now ? 0.4 : 0.2)}
        stroke-dasharray="{r} {r * 0.7}"
      />
      {#if near}<circle cx={to.x} cy={to.y} r={near} class="near" stroke-width={r * 0.12} />{/if}
    {/each}
    {#each balls as b, i (i)}
      {@const to = toView(b.to, 'across')}
      <g transform="translate({to.x} {to.y})">
        <circle r={r * 1.25} class="place" class:now={i === now} stroke-width={r * 0.16} />
        <text font-size={r * 1.5} font-weight="700" text-anchor="middle" dominant-baseline="central"
          >{i + 1}</text
        >
      </g>
    {/each}
    {#each balls as b, i (`${b.from.x} ${b.from.y} ${i}`)}
      {#if i === 0}
        {@const from = toView(b.from, 'across')}
        <path
          d="M{-r} {-r * 1.2}H{r}V{r * 1.2}H{-r}L{-r * 2} 0Z"
          transform="translate({from.x} {from.y})"
          class="machine"
          stroke-width={r * 0.16}
        />
      {/if}
    {/each}
    {#if balls[now]}
      {#key count}
        {@const from = toView(balls[now].from, 'across')}
        {@const to = toView(balls[now].to, 'across')}
        <circle
          r={r * 0.7}
          class="ball"
          stroke-width={r * 0.14}
          style:--fx="{from.x}px"
          style:--fy="{from.y}px"
          style:--tx="{to.x}px"
          style:--ty="{to.y}px"
          style:animation-duration="{Math.max(0.2, balls[now].met)}s"
        />
      {/key}
    {/if}
  </svg>
{/if}

<style>
  .way {
    stroke: #1c2421;
    opacity: 0.55;
  }
  .way.now {
    opacity: 1;
  }
  .near {
    fill: #d7ee2a55;
    stroke: #1c2421;
  }
  .place {
    fill: #f7f4ea;
    stroke: #1c2421;
  }
  .place.now {
    fill: #d7ee2a;
  }
  .out {
    fill: none;
    stroke: #1c2421;
    opacity: 0.5;
  }
  .machine {
    fill: #1c2421;
    stroke: #f7f4ea;
  }
  text {
    fill: #1c2421;
  }
  .ball {
    fill: #d7ee2a;
    stroke: #1c2421;
    animation: thrown linear both;
  }
  @keyframes thrown {
    from {
      transform: translate(var(--fx), var(--fy));
    }
    90% {
      opacity: 1;
    }
    to {
      transform: translate(var(--tx), var(--ty));
      opacity: 0;
    }
  }
  @media (prefers-reduced-motion: reduce) {
    .ball {
      animation-duration: 1ms !important;
    }
  }
</style>
