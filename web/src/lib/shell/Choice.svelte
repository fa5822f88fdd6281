<!-- One of a few, side by side. -->
<script lang="ts" generics="T extends string">
  let {
    label,
    value,
    options,
    onset
  }: { label: string; value: T; options: readonly { id: T; name: string }[]; onset: (id: T) => void } =
    $props();
</script>

<fieldset class="min-w-0">
  <legend class="text-[0.8rem] leading-tight">{label}</legend>
  <div class="mt-0.5 flex flex-wrap gap-1">
    {#each options as o (o.id)}
      <button
        type="button"
        class="btn border-base-content/50 px-2 font-normal btn-sm"
        class:btn-primary={o.id === value}
        aria-pressed={o.id === value}
        onclick={() => onset(o.id)}>{o.name}</button
      >
    {/each}
  </div>
</fieldset>
