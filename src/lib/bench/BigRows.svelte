<script lang="ts">
  import type { BenchConductor, BenchContact } from '$core/bench/seats';
  import Swatch from '$lib/strand/Swatch.svelte';
  import { conductorText } from '$lib/strand/words';

  interface Props {
    contacts: readonly BenchContact[];
    /** What is shown at each contact; null keeps it hidden. */
    shows: (contact: BenchContact) => BenchConductor | null;
    here?: BenchContact | null;
    wrong?: readonly BenchContact[];
  }
  let { contacts, shows, here = null, wrong = [] }: Props = $props();
</script>

<ol class="grid border-2 border-ink" aria-label="Contacts, one a row" data-testid="big rows">
  {#each contacts as c (c)}
    {@const conductor = shows(c)}
    <li
      class={[
        'grid grid-cols-[2.2rem_4.5rem_1fr] items-center border-b border-rule px-2 font-mono text-[30px] leading-[2.4rem] font-bold last:border-b-0',
        c === here && 'bg-hivis text-on-hivis outline-3 -outline-offset-3 outline-ink',
        wrong.includes(c) && 'hatched',
      ]}
    >
      <span>{c}</span>
      {#if conductor}
        <span class="scale-150 justify-self-center"
          >{#if conductor !== 'CENTRE' && conductor !== 'BRAID'}<Swatch {conductor} />{/if}</span
        >
        <span><span class={wrong.includes(c) ? 'bg-paper px-1' : ''}>{conductorText(conductor)}</span></span>
      {:else}<span class="col-span-2 text-faint">{c === here ? '?' : '·'}</span>{/if}
    </li>
  {/each}
</ol>
