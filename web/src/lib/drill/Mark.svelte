<!-- The small set of symbols for people and things on a court; the legend shows each with its word. -->
<script lang="ts">
  interface Props {
    kind: string;
    x: number;
    y: number;
    /** Half the height of a person, in the drawing's units. */
    r: number;
    /** How many stand in a line. */
    count?: number;
  }
  let { kind, x, y, r, count = 1 }: Props = $props();
</script>

{#if kind === 'feeder'}
  <rect
    class="here"
    x={x - r}
    y={y - r}
    width={2 * r}
    height={2 * r}
    rx={0.3 * r}
    fill="#f7f4ea"
    stroke="#10201c"
    stroke-width={0.22 * r}
  />
  <circle cx={x} cy={y} r={0.45 * r} fill="#d7ee2a" stroke="#10201c" stroke-width={0.14 * r} />
{:else if kind === 'partner'}
  <rect
    class="here"
    x={x - 0.85 * r}
    y={y - 0.85 * r}
    width={1.7 * r}
    height={1.7 * r}
    transform="rotate(45 {x} {y})"
    fill="#f7f4ea"
    stroke="#10201c"
    stroke-width={0.22 * r}
  />
{:else if kind === 'hitter'}
  <circle class="here" cx={x} cy={y} {r} fill="#4b5752" stroke="#f7f4ea" stroke-width={0.2 * r} />
{:else if kind === 'waiting'}
  {#each Array.from({ length: Math.min(count, 7) }, (_, i) => i) as i (i)}
    <circle
      class:here={i === 0}
      cx={x}
      cy={y + i * 1.35 * r}
      r={0.8 * r}
      fill="#f7f4ea"
      stroke="#10201c"
      stroke-width={0.2 * r}
      stroke-dasharray="{0.45 * r} {0.25 * r}"
    />
  {/each}
{:else if kind === 'collector'}
  <path
    class="here"
    d="M{x - r} {y - 0.8 * r}h{2 * r}l{-r} {1.8 * r}z"
    fill="#f7f4ea"
    stroke="#10201c"
    stroke-width={0.2 * r}
    stroke-linejoin="round"
  />
{:else if kind === 'cone'}
  <path
    class="here"
    d="M{x} {y - 0.8 * r}l{0.7 * r} {1.4 * r}h{-1.4 * r}z"
    fill="#c2571a"
    stroke="#10201c"
    stroke-width={0.16 * r}
    stroke-linejoin="round"
  />
{:else if kind === 'marker'}
  <ellipse
    class="here"
    cx={x}
    cy={y}
    rx={0.6 * r}
    ry={0.35 * r}
    fill="#f4d35e"
    stroke="#10201c"
    stroke-width={0.16 * r}
  />
{:else if kind === 'basket'}
  <path
    class="here"
    d="M{x - 0.8 * r} {y - 0.5 * r}h{1.6 * r}l{-0.3 * r} {1.1 * r}h{-r}z"
    fill="#f7f4ea"
    stroke="#10201c"
    stroke-width={0.16 * r}
    stroke-linejoin="round"
  />
  <path
    d="M{x - 0.4 * r} {y - 0.5 * r}v{1 * r}M{x} {y - 0.5 * r}v{1.1 * r}M{x + 0.4 * r} {y - 0.5 * r}v{1 * r}"
    stroke="#10201c"
    stroke-width={0.1 * r}
  />
{:else if kind === 'obstacle'}
  <rect
    class="here"
    x={x - 0.3 * r}
    y={y - 0.9 * r}
    width={0.6 * r}
    height={1.8 * r}
    rx={0.3 * r}
    fill="#8c5a7c"
    stroke="#10201c"
    stroke-width={0.16 * r}
  />
{:else if kind === 'machine'}
  <rect
    class="here"
    x={x - 0.9 * r}
    y={y - 0.7 * r}
    width={1.8 * r}
    height={1.4 * r}
    rx={0.2 * r}
    fill="#35597f"
    stroke="#10201c"
    stroke-width={0.16 * r}
  />
  <circle cx={x - 0.9 * r} cy={y} r={0.35 * r} fill="#d7ee2a" stroke="#10201c" stroke-width={0.12 * r} />
{/if}
