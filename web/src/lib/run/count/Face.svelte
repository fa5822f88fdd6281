<!-- A face for held, nearly and not yet: the mouth says it, not the colour. -->
<script lang="ts">
  let { mood }: { mood: number } = $props();
  const mouth = ['M6 17q6 -6 12 0', 'M7 16h10', 'M6 14q6 6 12 0'];
</script>

<svg
  viewBox="0 0 24 24"
  class="h-7 w-7 shrink-0"
  aria-hidden="true"
  fill="none"
  stroke="currentColor"
  stroke-width="2"
>
  <circle cx="12" cy="12" r="10" />
  <path d="M8.5 8.5v2M15.5 8.5v2" stroke-linecap="round" />
  <path d={mouth[mood]} stroke-linecap="round" />
</svg>
