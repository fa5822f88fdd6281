<!-- A place as coaches say it: in from the sideline, from the baseline, from the net. -->
<script lang="ts">
  import type { Court, Point } from '$lib/api/client';
  import Choice from '$lib/shell/Choice.svelte';
  import Num from '$lib/shell/Num.svelte';

  let {
    at,
    court,
    area,
    onset
  }: { at: Point; court: Court; area: 'singles' | 'doubles'; onset: (to: Point) => void } = $props();
  const half = $derived(court.halfWidth[area]!);
  const side = $derived(at.x < 0 ? -1 : 1);
  const end = $derived(at.y < 0 || court.walls ? -1 : 1);
</script>

<div class="flex flex-wrap items-end gap-x-3 gap-y-1.5">
  <Num
    label={court.walls ? 'From the side wall' : 'Inside the sideline'}
    length
    value={half - Math.abs(at.x)}
    step={0.1}
    onset={(m) => onset({ x: side * (half - m), y: at.y })}
  />
  <Num
    label={court.walls ? 'From the back wall' : 'Inside the baseline'}
    length
    value={court.halfLength - Math.abs(at.y)}
    step={0.1}
    onset={(m) => onset({ x: at.x, y: end * (court.halfLength - m) })}
  />
  <Num
    label={court.walls ? 'From the front wall' : 'From the net'}
    length
    value={Math.abs(at.y)}
    min={0}
    step={0.1}
    onset={(m) => onset({ x: at.x, y: end * m })}
  />
  <Choice
    label="Side"
    value={side < 0 ? 'left' : 'right'}
    options={[
      { id: 'left', name: 'left' },
      { id: 'right', name: 'right' }
    ]}
    onset={(s) => onset({ x: (s === 'left' ? -1 : 1) * Math.abs(at.x), y: at.y })}
  />
</div>
