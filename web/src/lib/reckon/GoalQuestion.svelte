<!-- How many balls will the goal take? -->
<script lang="ts">
  import { replaceState } from '$app/navigation';
  import { page } from '$app/state';
  import { api, type Court, type GoalAnswer, type Lesson, type Preset } from '$lib/api/client';
  import { derivations } from '$lib/api/vocabulary';
  import Num from '$lib/shell/Num.svelte';
  import Reading from '$lib/wheel/Reading.svelte';
  import { sayChance, sayCount, sayMinutes } from '$lib/units/say';
  import Choice from '$lib/shell/Choice.svelte';
  import { inRhythm } from '$lib/drill/parts';
  import { inFirstDrill } from '$lib/lesson/create';
  import Frame from './Frame.svelte';
  import GoalPicture from './GoalPicture.svelte';
  import RateBar from './RateBar.svelte';
  import { Question } from './state.svelte';
  import { Latest } from '$lib/shell/latest.svelte';
  import UseIn from '$lib/lesson/UseIn.svelte';

  let { title }: { courts: Court[]; games: Preset[]; title: string } = $props();

  const defaults = { kind: 'inARow', n: 10, p: 80, sec: 4, min: 5, basket: 60, pick: 2, p2: 65, p3: 50 };
  const q = new Question(defaults, page.url.searchParams, (address) =>
    replaceState(address || location.pathname, {})
  );
  const now = $derived(q.values);
  const team = $derived(now.kind === 'teamTotal');
  const timed = $derived(now.kind === 'timed' || now.kind === 'bestRally');

  const answer = new Latest<GoalAnswer>();
  $effect(() => {
    const v = now;
    void answer.ask(() =>
      api.POST('/api/v1/reckon/goal', {
        body: {
          kind: v.kind as 'total',
          count: v.n,
          ...(v.kind === 'teamTotal'
            ? { rates: [v.p / 100, v.p2 / 100, v.p3 / 100] }
            : { successRate: v.p / 100 }),
          secondsPerBall: v.sec,
          minutes: v.min,
          basket: v.basket,
          pickUpMinutes: v.pick,
          curve: true
        }
      })
    );
  });
  const a = $derived(answer.value);
  const kinds = [
    { id: 'total', name: 'total' },
    { id: 'inARow', name: 'in a row' },
    { id: 'timed', name: 'as many as possible' },
    { id: 'bestRally', name: 'best rally' },
    { id: 'teamTotal', name: 'team of three' }
  ];
  const balls = (n: number) => (n >= 1e9 ? 'too many to count' : sayCount(n));
  const asked = $derived([
    { name: 'Good balls needed', said: String(now.n) },
    { name: 'Success rate', said: team ? `${now.p}, ${now.p2}, ${now.p3}%` : `${now.p}%` },
    { name: 'Time between feeds', said: `${now.sec} s` },
    { name: 'Block', said: sayMinutes(now.min) },
    {
      name: 'Basket, pick-up time',
      said: now.basket ? `${now.basket} balls, ${now.pick} min` : 'never empty'
    }
  ]);
  /** The first drill's goals of this kind get this count; all of them where it has none of the kind. */
  const put = (lesson: Lesson) =>
    inFirstDrill(lesson, (drill) => {
      const kind = now.kind as 'total' | 'inARow';
      const any = drill.stages.some((s) => s.goal.kind === kind);
      const stages = drill.stages.map((s) =>
        !any || s.goal.kind === kind ? { ...s, goal: { kind, count: now.n } } : s
      );
      return inRhythm({ ...drill, stages }, now.sec);
    });
</script>

<Frame
  {title}
  question={q}
  error={answer.error}
  caution={now.kind === 'inARow'
    ? 'A student may slow the swing to protect a streak: watch the swing, not the count.'
    : undefined}
>
  {#snippet says()}
    {#if a}
      {#if timed && a.inTime}
        In {sayMinutes(now.min)} typically
        <strong
          >{now.kind === 'timed'
            ? `${a.inTime.median} good balls`
            : `a best of ${a.inTime.median} in a row`}</strong
        >; 9 in 10 at least {a.inTime.low}, 1 in 10 {a.inTime.high} or more. Chance to beat {now.n}: {sayChance(
          a.chanceInTime
        )}.
      {:else}
        Half the time under <strong>{balls(a.medianBalls)} balls</strong>, 9 in 10 under {balls(a.p90Balls)}.
        Chance to finish in {sayMinutes(now.min)}: <strong>{sayChance(a.chanceInTime)}</strong>.
        {#if a.chanceInTime < 0.6 && !team && a.fittingCount > 0 && a.fittingCount < now.n}
          For an 80% chance, set the goal to {a.fittingCount}.
          <button
            type="button"
            class="btn ml-1 btn-primary btn-xs"
            onclick={() => q.set({ n: a.fittingCount })}>Make it {a.fittingCount}</button
          >
        {/if}
      {/if}
    {/if}
  {/snippet}
  {#snippet picture()}
    {#if a}
      <GoalPicture
        answer={a}
        minutes={now.min}
        onminutes={(min) => q.move({ min: Math.round(Math.min(240, min) * 10) / 10 })}
        onrest={q.rest}
      />
      <p class="mt-1 text-xs">
        Each dot is one of fifty tries, drawn where the goal was met. Bright dots finish before the block
        ends. Drag the end of the block to change it.
      </p>
    {/if}
  {/snippet}
  {#snippet asks()}
    <Choice label="Goal" value={now.kind} options={kinds} onset={(kind) => q.set({ kind })} />
    <Num
      label={timed ? 'To beat' : 'Good balls'}
      whole
      value={now.n}
      min={1}
      max={1000}
      onset={(n) => q.set({ n })}
    />
    <RateBar
      label={team ? 'First player' : 'Success rate'}
      percent={now.p}
      onset={(p) => q.move({ p })}
      onrest={q.rest}
    />
    {#if team}
      <RateBar label="Second player" percent={now.p2} onset={(p2) => q.move({ p2 })} onrest={q.rest} />
      <RateBar label="Third player" percent={now.p3} onset={(p3) => q.move({ p3 })} onrest={q.rest} />
    {/if}
    <div class="flex flex-wrap gap-x-4 gap-y-2">
      <Num
        label="Time between feeds"
        unit="s"
        value={now.sec}
        min={0.5}
        max={120}
        step={0.5}
        onset={(sec) => q.set({ sec })}
      />
      <Num
        label="Block"
        unit="min"
        value={now.min}
        min={0.5}
        max={240}
        step={0.5}
        onset={(min) => q.set({ min })}
      />
      <Num
        label="Basket"
        whole
        value={now.basket}
        min={0}
        max={2000}
        step={6}
        onset={(basket) => q.set({ basket })}
      />
      <Num
        label="Pick-up time"
        unit="min"
        value={now.pick}
        min={0}
        max={60}
        step={0.5}
        onset={(pick) => q.set({ pick })}
      />
    </div>
  {/snippet}
  {#snippet readings()}
    {#if a}
      <Reading
        label="Chance to finish"
        shown={sayChance(a.chanceInTime).replace('%', '')}
        unit="%"
        said={sayChance(a.chanceInTime)}
        derivation={derivations.goal}
        inputs={asked}
      />
      <Reading
        label="Average number of balls"
        shown={a.meanBalls >= 1e6 ? '>999999' : String(Math.round(a.meanBalls))}
        said={balls(a.meanBalls)}
        derivation={derivations.goal}
        inputs={asked}
      />
      <Reading
        label="9 in 10 under"
        shown={a.p90Minutes > 999 ? '>999' : a.p90Minutes.toFixed(a.p90Minutes < 10 ? 1 : 0)}
        unit="min"
        said={sayMinutes(a.p90Minutes)}
        derivation={derivations.goal}
        inputs={asked}
      />
      {#if a.secondsFor80 !== undefined && !timed}<Reading
          label="Time between feeds for 80%"
          shown={a.secondsFor80.toFixed(1)}
          unit="s"
          said="{a.secondsFor80.toFixed(1)} s"
          derivation={derivations.goal}
          inputs={asked}
          small
        />{/if}
      {#if a.inTime && !timed}<Reading
          label={now.kind === 'total' ? 'Good balls in the time' : 'Best streak in the time'}
          shown={String(a.inTime.median)}
          range="{a.inTime.low}–{a.inTime.high}"
          said="{a.inTime.low} to {a.inTime.high}"
          derivation={derivations.goal}
          inputs={asked}
        />{/if}
    {/if}
    {#if now.kind === 'total' || now.kind === 'inARow'}
      <p class="w-full">
        <UseIn label="Use in a drill" {put} />
      </p>
    {/if}
  {/snippet}
</Frame>
