<!-- Boxes to tick, two weeks of days. -->
<script lang="ts">
  import { weekdays } from '$lib/units/when';

  const WEEKS = 2;
</script>

<div class="mt-2 flex flex-wrap gap-x-5 gap-y-1" aria-label="Boxes to tick">
  {#each Array.from({ length: WEEKS }, (_, w) => w) as w (w)}<span class="flex gap-1"
      >{#each weekdays as d (d)}<span class="flex flex-col items-center text-[0.65rem]"
          >{d}<span class="h-5 w-5 border-2 border-base-content"></span></span
        >{/each}</span
    >{/each}
</div>
