<script lang="ts">let { title }: { title: string; courts: unknown; bases: unknown; games: unknown } = $props();</script><p>{title}</p>
