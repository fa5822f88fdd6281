<!-- A figure of the core as a rolling counter. -->
<script lang="ts">
  import type { Figure } from '$lib/api/client';
  import { derivations } from '$lib/api/vocabulary';
  import { sayRun } from '$lib/units/length';
  import { say, sayChance } from '$lib/units/say';
  import { settings } from '$lib/units/settings.svelte';
  import Reading from './Reading.svelte';

  interface Props {
    /** Nothing: it takes more than four times the block. */
    figure: Figure | undefined;
    label: string;
    small?: boolean;
    bare?: boolean;
  }
  let { figure: known, label, small = false, bare = false }: Props = $props();
  const never: Figure = { value: Infinity, unit: 'minutes', derivation: 'rehearse.minutes', inputs: [] };
  const figure = $derived(known ?? never);

  const percent = (chance: number) => Math.round(100 * chance);
  const how = $derived(derivations[figure.derivation]);
  const inputs = $derived([
    ...(how?.inputs ?? []).flatMap((p, i) =>
      figure.inputs[i] === undefined
        ? []
        : [{ name: p.name, said: say({ value: figure.inputs[i], unit: p.unit }, settings.units) }]
    ),
    ...(figure.more ?? []).map((i) => ({ name: i.name, said: say(i, settings.units) }))
  ]);
  /** So many minutes that the figure has no use. */
  const long = $derived(!!known && figure.unit === 'minutes' && figure.value > 240);
  /** A distance run, as number and unit. */
  const run = $derived(
    figure.unit === 'metres' ? sayRun(figure.value, settings.units).split(' ') : undefined
  );
  const shown = $derived(
    run
      ? run[0]!
      : figure.unit === 'chance'
        ? sayChance(figure.value).replace('%', '')
        : long
          ? '4'
          : figure.unit === 'minutes' && figure.value < 10
            ? String(Math.round(figure.value * 10) / 10)
            : String(Math.round(Math.min(figure.value, 99999)))
  );
  const unit = $derived(
    !known
      ? ''
      : run
        ? run[1]!
        : long
          ? 'h or more'
          : {
              chance: '%',
              minutes: 'min',
              seconds: 's',
              balls: '',
              metres: '',
              count: '',
              load: 'min × effort'
            }[figure.unit]
  );
  const range = $derived(
    figure.low !== undefined && figure.high !== undefined && percent(figure.low) !== percent(figure.high)
      ? `${percent(figure.low)}–${percent(figure.high)}%`
      : undefined
  );
</script>

<Reading
  {label}
  {small}
  {bare}
  {unit}
  {range}
  shown={known ? shown.padStart(figure.unit === 'chance' || small ? 1 : 2, '0') : '–'}
  said={known ? say(figure, settings.units) : 'more than four times the block'}
  note={range && `There is an 80% chance that the true value is within ${range}.`}
  derivation={how}
  {inputs}
/>
