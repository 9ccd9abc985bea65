<script lang="ts">
  import Toggle from '$lib/controls/Toggle.svelte';
  import { endName } from '$core/model/end-name';
  import { untrack } from 'svelte';
  import { CONFIGURATIONS, CONFIGURATION_WORDS, type TesterResult } from '$core/model/tester-result';
  import { configurationOf } from '$core/log/judge-measured';
  import type { ProveSession } from './session.svelte';

  /** What a tester shows beside the map: the length, and for those that judge by themselves what they said. */
  let { session }: { session: ProveSession } = $props();
  const kept = untrack(() => session.result);
  const SAYS = ['pass', 'pass*', 'fail*', 'fail'] as const;
  let says = $state<TesterResult['says'] | null>(kept?.says ?? null);
  let limit = $state(kept?.limit ?? '');
  let parameter = $state(kept?.worst?.parameter ?? '');
  let pairs = $state(kept?.worst?.pairs ?? '');
  let margin = $state(kept?.worst ? String(kept.worst.marginDb) : '');
  let end = $state<'' | 'head' | 'tail'>(kept?.worst?.end ?? '');
  let problem = $state('');

  function tell(): void {
    problem = '';
    if (!says || !limit.trim()) return void (session.result = null);
    const marginDb = Number(margin.replace(',', '.').replace('−', '-'));
    const wanted = parameter.trim() || margin.trim() || pairs.trim();
    if (wanted && (!parameter.trim() || margin.trim() === '' || !Number.isFinite(marginDb))) {
      problem = 'The worst value needs its name and its margin in dB, such as NEXT and -1.2.';
      return void (session.result = null);
    }
    if (pairs.trim() && !/^(12|36|45|78)(-(12|36|45|78))?$/.test(pairs.trim())) {
      problem = 'Pairs are named by their contacts, such as 36-45.';
      return void (session.result = null);
    }
    session.result = {
      says,
      limit: limit.trim().slice(0, 120),
      ...(wanted
        ? {
            worst: {
              parameter: parameter.trim().slice(0, 40),
              marginDb,
              ...(pairs.trim() ? { pairs: pairs.trim() } : {}),
              ...(end ? { end } : {}),
            },
          }
        : {}),
    };
  }
</script>

<div class="grid gap-3">
  <label class="text-sm"
    >length, metres
    <input
      class="field font-mono"
      inputmode="decimal"
      autocomplete="off"
      placeholder={session.allGoodNeeds === 'length' ? 'as the tester shows it' : ''}
      bind:value={session.length}
    />
  </label>
  <fieldset>
    <legend class="text-sm">tested as</legend>
    <div class="grid grid-cols-2 gap-1">
      {#each CONFIGURATIONS as c (c)}
        {@const chosen = (session.configuration ?? configurationOf(session.link)) === c}
        <Toggle class="px-1 text-sm" pressed={chosen} onclick={() => (session.configuration = c)}
          >{CONFIGURATION_WORDS[c]}</Toggle
        >
      {/each}
    </div>
  </fieldset>
  {#if session.hasResult}
    <fieldset class="grid gap-2">
      <legend class="text-sm">what the tester itself says</legend>
      <div class="grid grid-cols-4 gap-1">
        {#each SAYS as s (s)}
          <Toggle
            class="font-mono"
            pressed={says === s}
            onclick={() => {
              says = s;
              tell();
            }}>{s}</Toggle
          >
        {/each}
      </div>
      <label class="text-sm"
        >by which limit<input
          class="field"
          maxlength="120"
          placeholder="such as TIA Cat 6A permanent link"
          bind:value={limit}
          oninput={tell}
        /></label
      >
      <div class="grid grid-cols-2 gap-2">
        <label class="text-sm"
          >worst value<input class="field" placeholder="NEXT" bind:value={parameter} oninput={tell} /></label
        >
        <label class="text-sm"
          >margin, dB<input
            class="field font-mono"
            inputmode="text"
            bind:value={margin}
            oninput={tell}
          /></label
        >
        <label class="text-sm"
          >pairs<input class="field font-mono" placeholder="36-45" bind:value={pairs} oninput={tell} /></label
        >
        <div class="grid grid-cols-2 gap-1 self-end">
          {#each ['head', 'tail'] as const as e (e)}
            <Toggle
              pressed={end === e}
              onclick={() => {
                end = end === e ? '' : e;
                tell();
              }}>{endName(session.link, e)}</Toggle
            >
          {/each}
        </div>
      </div>
      {#if problem}<p class="border-l-4 border-wrong pl-3" role="alert">{problem}</p>{/if}
    </fieldset>
  {/if}
</div>
