<script lang="ts">
  import type { LinkStatus } from '$core/log/state';
  import { otherEnd } from '$core/wiring/conductors';

  /** What was seen of this link from one end alone, and what is still wanted. */
  let { status }: { status: LinkStatus } = $props();
  const seen = $derived(status.oneEnd);
  const said = $derived(/[.?]$/.test(seen?.reason ?? '') ? seen!.reason : `${seen?.reason}.`);
</script>

{#if seen}
  <p
    class={['pl-3', seen.grade === 'good' ? 'border-l-4 border-rule' : 'border-l-4 border-wrong']}
    data-testid="one-end"
  >
    {seen.grade === 'fail' ? 'Fail' : seen.grade === 'doubt' ? 'Look again' : 'Good so far'}: {said}
    {#if seen.grade === 'good'}A reading with the remote at the {otherEnd(seen.from)} completes it.{/if}
  </p>
{/if}
