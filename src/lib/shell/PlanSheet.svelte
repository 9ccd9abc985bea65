<script lang="ts">
  import { untrack } from 'svelte';
  import { fieldWords, valueWords } from '$core/plan/change-words';
  import type { PlanQuestion } from '$lib/job/plan.svelte';
  import Sheet from '$lib/controls/Sheet.svelte';

  /** What has to be chosen before a change of plan is taken: whose version stands, and whether cables were really moved. */
  let { question }: { question: PlanQuestion } = $props();
  const { conflicts, moved } = untrack(() => question);
  let theirs = $state(conflicts.map((): boolean | null => null));
  let answers = $state<Record<string, 'paper' | 'site'>>({});
  const done = $derived(theirs.every((t) => t !== null) && moved.every((m) => m.link in answers));
  const say = (value: unknown, field: string) =>
    field === '' ? (value === null ? 'taken out' : 'kept') : valueWords(value);
  const all = (answer: 'paper' | 'site') =>
    (answers = Object.fromEntries(moved.map((m) => [m.link, answer])));
</script>

<Sheet
  title={conflicts.length ? 'Somebody changed the same' : 'Terminated already'}
  onclose={() => question.answer(null)}
>
  <div class="grid gap-4" data-testid="plan-question">
    {#each conflicts as c, i (`${c.list} ${c.id} ${c.field}`)}
      <fieldset class="border-t border-rule pt-2">
        <legend class="font-bold">{c.name}{c.field ? `, ${fieldWords(c.field)}` : ''}</legend>
        <p class="text-sm text-faint">It was: {c.field === '' ? 'in the plan' : valueWords(c.was)}</p>
        <div class="mt-1 grid grid-cols-2 gap-2">
          <button
            class={['act px-2', theirs[i] === true && 'bg-hivis text-on-hivis']}
            aria-pressed={theirs[i] === true}
            onclick={() => (theirs[i] = true)}>theirs: {say(c.theirs, c.field)}</button
          >
          <button
            class={['act px-2', theirs[i] === false && 'bg-hivis text-on-hivis']}
            aria-pressed={theirs[i] === false}
            onclick={() => (theirs[i] = false)}>mine: {say(c.mine, c.field)}</button
          >
        </div>
      </fieldset>
    {/each}
    {#if moved.length}
      <p>
        {moved.length === 1 ? 'This link is' : `${moved.length} links are`} terminated already. Was only the plan
        wrong, or was the cable really moved? A moved cable has to be proven again.
      </p>
      {#if moved.length > 1}
        <div class="grid grid-cols-2 gap-2">
          <button class="act px-2" onclick={() => all('paper')}>All: only the plan was wrong</button>
          <button class="act px-2" onclick={() => all('site')}>All were moved on site</button>
        </div>
      {/if}
      <ul class="max-h-[50vh] overflow-y-auto border-t border-rule">
        {#each moved as m (m.link)}
          <li class="border-b border-rule py-2">
            <p><strong class="font-mono">{m.label}</strong> {m.changed.join('; ')}</p>
            <div class="mt-1 grid grid-cols-2 gap-2">
              <button
                class={['act px-2', answers[m.link] === 'paper' && 'bg-hivis text-on-hivis']}
                aria-pressed={answers[m.link] === 'paper'}
                aria-label="{m.label}: only the plan was wrong"
                onclick={() => (answers[m.link] = 'paper')}>only the plan was wrong</button
              >
              <button
                class={['act px-2', answers[m.link] === 'site' && 'bg-hivis text-on-hivis']}
                aria-pressed={answers[m.link] === 'site'}
                aria-label="{m.label}: moved on site"
                onclick={() => (answers[m.link] = 'site')}>moved on site</button
              >
            </div>
          </li>
        {/each}
      </ul>
    {/if}
    <button
      class="act act-now"
      disabled={!done}
      onclick={() => question.answer({ theirs: theirs.map((t) => t === true), moved: { ...answers } })}
      >Change the plan</button
    >
  </div>
</Sheet>
