<!-- The ball machine of a block: what it feeds, drawn and played; how fast; and what each setting asks of whom. -->
<script lang="ts">
  import { onDestroy } from 'svelte';
  import type { Block, BlockDetail, Drill, Machine, MachineSetting } from '$lib/api/client';
  import FedCourt from '$lib/machine/FedCourt.svelte';
  import { faster } from '$lib/machine/setting';
  import Num from '$lib/shell/Num.svelte';
  import { sayRun } from '$lib/units/length';
  import { saySpeed } from '$lib/units/speed';
  import { settings } from '$lib/units/settings.svelte';
  import type { Editor } from './editor.svelte';

  interface Props {
    editor: Editor;
    block: Block;
    drill: Drill;
    machine: Machine;
    lastTime: BlockDetail['lastTime'];
    name: (id: string) => string;
  }
  let { editor, block, drill, machine, lastTime, name }: Props = $props();
  const balls = $derived(machine.programme.balls);
  const step = $derived(machine.steps[machine.step]);
  const students = $derived(step?.asks.map((a) => a.student) ?? []);

  function begin(setting: MachineSetting) {
    editor.setBlock(block.id, { machine: setting }, `machine ${block.id}`);
  }
  /** All balls come so much faster or slower; a slow second one stays slow beside the others. */
  function rate(perMinute: number) {
    editor.setBlock(
      block.id,
      { drill: faster(drill, perMinute / machine.perMinute) },
      `machine rate ${block.id}`
    );
  }
  function gap(feed: number, seconds: number) {
    const feeds = drill.pattern.feeds.map((f, i) => (i === feed ? { ...f, gap: seconds } : f));
    editor.setBlock(block.id, { drill: { ...drill, pattern: { ...drill.pattern, feeds } } });
  }

  // It is played at its own rhythm, in the order it is drawn.
  let at = $state(-1);
  let thrown = $state(0);
  let timer: ReturnType<typeof setTimeout> | undefined;
  function play(i = 0) {
    at = i;
    thrown++;
    timer = setTimeout(() => play((i + 1) % balls.length), 1000 * (balls[i]?.gap ?? 1));
  }
  function halt() {
    clearTimeout(timer);
    at = -1;
  }
  onDestroy(halt);
  const sayTime = (s: number) => `${Math.abs(s) < 0.05 ? '0' : s.toFixed(1)} s`;
  const spin = (b: (typeof balls)[number]) =>
    [
      b.topRpm > 0 ? `topspin ${b.topRpm} rpm` : b.topRpm < 0 ? `backspin ${-b.topRpm} rpm` : '',
      b.sideRpm ? `sidespin ${Math.abs(b.sideRpm)} rpm` : ''
    ]
      .filter(Boolean)
      .join(', ') || 'no spin';
</script>

<section aria-label="Ball machine" class="mt-5 border-t-2 border-base-content pt-3">
  <div class="flex flex-wrap items-baseline gap-x-3">
    <h3 class="text-base">Ball machine</h3>
    <p class="label text-sm">
      {step?.label}, {machine.perMinute.toFixed(0)} a minute. Holds {machine.kind.hopper} balls{machine.refills
        ? `: refill ${machine.refills === 1 ? 'once' : `${machine.refills} times`}`
        : ''}.
    </p>
  </div>
  {#each lastTime as l (`${l.student} ${l.stage}`)}
    <p class="mt-1 text-sm">Last time <bdi>{name(l.student)}</bdi>: {l.said}.</p>
  {/each}
  <div class="mt-2 grid gap-4 sm:grid-cols-[15rem_minmax(0,1fr)]">
    <div>
      <div class="aspect-[30/17]">
        <FedCourt {machine} now={at} count={thrown} label="Where the ball machine’s balls come down" />
      </div>
      <button type="button" class="btn mt-1 btn-sm" onclick={() => (at < 0 ? play() : halt())}
        >{at < 0 ? '▶ Play the programme' : '■ Stop'}</button
      >
    </div>
    <div class="flex flex-col gap-2">
      <label class="text-[0.8rem] leading-tight">
        <span class="flex justify-between"
          ><span>Balls a minute</span><span class="figures">{machine.perMinute.toFixed(0)}</span></span
        >
        <input
          type="range"
          class="range w-full range-sm"
          min={machine.kind.perMinute.least}
          max={machine.kind.perMinute.most}
          value={Math.round(machine.perMinute)}
          onchange={(e) => rate(Number(e.currentTarget.value))}
        />
      </label>
      <label class="flex items-center gap-2 text-sm"
        ><input
          type="checkbox"
          class="checkbox checkbox-sm"
          checked={!!machine.programme.setting.mirrored}
          onchange={(e) =>
            begin({ ...machine.programme.setting, mirrored: e.currentTarget.checked || undefined })}
        />Mirrored: forehands become backhands</label
      >
      <table class="w-full text-sm" aria-label="The balls of the programme">
        <thead
          ><tr class="border-b border-base-content text-left"
            ><th scope="col" class="font-semibold">Ball</th><th scope="col" class="font-semibold"
              >Leaves at</th
            ><th scope="col" class="font-semibold">Then waits</th></tr
          ></thead
        >
        <tbody>
          {#each balls as b, i (b.feed)}
            <tr class="border-b border-base-300" class:now={i === at}>
              <th scope="row" class="figures py-0.5 pl-2 text-left">{i + 1}</th>
              <td>{saySpeed(b.speed, settings.units)}, {spin(b)}</td>
              <td class="w-24"
                ><Num
                  label="Seconds after ball {i + 1}"
                  hidden
                  unit="s"
                  value={drill.pattern.feeds[b.feed]?.gap ?? b.gap}
                  min={0.3}
                  max={60}
                  step={0.1}
                  onset={(s) => gap(b.feed, s)}
                /></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  </div>

  <table class="mt-3 w-full text-sm" aria-label="Begins with, from easy to hard">
    <thead
      ><tr class="border-b border-base-content text-left"
        ><th scope="col" class="py-1 font-semibold">Begins with</th>{#each students as id (id)}<th
            scope="col"
            class="font-semibold"><bdi>{name(id)}</bdi> <span class="font-normal">to spare</span></th
          >{/each}</tr
      ></thead
    >
    <tbody>
      {#each machine.steps as s, i (i)}
        <tr class="border-b border-base-300" class:now={i === machine.step}>
          <th scope="row" class="py-0.5 pl-3 text-left font-normal"
            ><button
              type="button"
              class="label text-left hover:underline"
              aria-pressed={i === machine.step}
              onclick={() => begin(s.setting)}>{s.label}</button
            ></th
          >
          {#each s.asks as a (a.student)}
            <td class="figures" class:font-bold={!a.reach}>{a.reach ? sayTime(a.slack) : 'cannot reach'}</td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
  {#each step?.asks ?? [] as a (a.student)}
    <p class="mt-1 text-sm">
      <bdi>{name(a.student)}</bdi> runs {sayRun(a.metres, settings.units)} a minute, and {a.rest < 0
        ? 'the next ball leaves before this one is met'
        : `has ${sayTime(a.rest)} from meeting a ball to the next one`}.
    </p>
  {/each}
  <p class="mt-1 text-xs">
    Make it easier or harder on court, one step at a time. Nobody stands in front of the machine or collects
    balls while it feeds; follow the instructions of your machine.
  </p>
</section>

<style>
  .label {
    display: inline-block;
  }
  .label::first-letter {
    text-transform: uppercase;
  }
  tr.now {
    background: var(--color-base-200);
    box-shadow: inset 6px 0 0 #d7ee2a;
  }
</style>
