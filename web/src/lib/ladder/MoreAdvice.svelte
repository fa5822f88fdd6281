<!-- Advice beside the ladders: what fades and is repeated, what holds and is played. -->
<script lang="ts">
  import { api, need, type StudentLadders } from '$lib/api/client';

  interface Props {
    student: string;
    more: StudentLadders['more'];
    onchanged: (all: StudentLadders) => void;
  }
  let { student, more, onchanged }: Props = $props();
  let wrong = $state('');
  const words = { repeat: 'Repeat', play: 'Use in match play' };
  async function decline(advice: string, declined: boolean) {
    wrong = '';
    try {
      onchanged(
        await need(
          api.PUT('/api/v1/students/{student}/declined', {
            params: { path: { student } },
            body: { advice, declined }
          })
        )
      );
    } catch (error) {
      wrong = (error as Error).message;
    }
  }
</script>

<ul class="mt-4">
  {#each more as m (m.id)}
    <li
      class="mt-1.5 flex flex-wrap items-start gap-x-3 gap-y-1 border-l-6 border-info bg-base-200 px-3 py-2"
      class:faded={m.declined}
    >
      <p class="min-w-0 flex-1 basis-64">
        <strong
          >{words[m.kind]}:
          <a dir="auto" class="hover:underline" href="/drills/{m.drill}">{m.title}</a>.</strong
        >
        <bdi>{m.reason}</bdi>
      </p>
      {#if m.declined}<button type="button" class="btn btn-sm" onclick={() => decline(m.id, false)}
          >Show advice again</button
        >{:else}
        <a class="btn btn-sm" href="/lessons/new?students={student}">Plan a lesson</a>
        <button type="button" class="btn btn-sm" onclick={() => decline(m.id, true)}>Not now</button>{/if}
    </li>
  {/each}
</ul>
{#if wrong}<p class="text-sm font-semibold text-error" role="alert">{wrong}</p>{/if}
