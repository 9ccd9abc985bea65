<script lang="ts">
  import Toggle from '$lib/controls/Toggle.svelte';
  import { USUAL_WORKING } from '$core/trend/calendar';
  import type { Person, Policy } from '$core/model/job';
  import Choice from '$lib/controls/Choice.svelte';

  interface Props {
    working: Policy['working'];
    crew: readonly Person[];
    onchange: (working: Policy['working']) => void;
  }
  /** When a job is worked on, and who is away: the day it is done is reckoned by it. */
  let { working, crew, onchange }: Props = $props();
  const now = $derived(working ?? { ...USUAL_WORKING, days: [...USUAL_WORKING.days] });
  const DAYS = [
    [1, 'Mo'],
    [2, 'Tu'],
    [3, 'We'],
    [4, 'Th'],
    [5, 'Fr'],
    [6, 'Sa'],
    [7, 'Su'],
  ] as const;
  const people = $derived(crew.filter((p) => !p.retired));
  let who = $state('');
  let from = $state('');
  let to = $state('');
  const away = $derived(now.away ?? []);
  const good = $derived(from !== '' && to !== '' && from <= to);
  function turn(day: number): void {
    const days = now.days.includes(day) ? now.days.filter((d) => d !== day) : [...now.days, day].sort();
    if (days.length) onchange({ ...now, days });
  }
  const name = (id: string) => crew.find((p) => p.id === id)?.name ?? id;
  function add(): void {
    onchange({ ...now, away: [...away, { person: who || people[0]!.id, from, to }] });
    from = to = '';
  }
  function drop(i: number): void {
    const left = away.filter((_, k) => k !== i);
    const { away: _, ...rest } = now;
    onchange(left.length ? { ...rest, away: left } : rest);
  }
</script>

<fieldset class="grid gap-2">
  <legend class="font-bold">When it is worked on</legend>
  <div class="grid grid-cols-7 gap-1" role="group" aria-label="Working days">
    {#each DAYS as [day, word] (day)}
      <Toggle tone="bright" pressed={now.days.includes(day)} onclick={() => turn(day)}>{word}</Toggle>
    {/each}
  </div>
  <div class="grid grid-cols-2 gap-2">
    <label class="text-sm"
      >hours a day at it<input
        class="field font-mono"
        type="number"
        min="0.5"
        max="16"
        step="0.5"
        value={now.hours}
        onchange={(e) =>
          onchange({ ...now, hours: Math.min(16, Math.max(0.5, Number(e.currentTarget.value) || 6)) })}
      /></label
    >
    <label class="text-sm"
      >people at it<input
        class="field font-mono"
        type="number"
        min="1"
        max="50"
        value={now.people}
        onchange={(e) =>
          onchange({
            ...now,
            people: Math.min(50, Math.max(1, Math.round(Number(e.currentTarget.value)) || 1)),
          })}
      /></label
    >
  </div>
  {#each away as a, i (`${a.person} ${a.from} ${i}`)}
    <p class="flex items-center gap-3">
      <span class="flex-1">{name(a.person)} is away {a.from} to {a.to}</span>
      <button type="button" class="min-h-12 underline underline-offset-4" onclick={() => drop(i)}
        >take out</button
      >
    </p>
  {/each}
  {#if people.length}
    <details>
      <summary class="flex min-h-12 cursor-pointer items-center">Somebody will be away</summary>
      <div class="grid grid-cols-3 gap-2">
        <Choice
          label="who"
          options={people.map((p) => [p.id, p.name] as const)}
          value={who || people[0]!.id}
          onchoose={(p) => (who = p)}
        />
        <label class="text-sm">from<input class="field" type="date" bind:value={from} /></label>
        <label class="text-sm">to<input class="field" type="date" bind:value={to} /></label>
      </div>
      {#if from && to && !good}<p class="border-l-4 border-wrong pl-3" role="alert">
          The last day is before the first.
        </p>{/if}
      <button type="button" class="mt-2 act" disabled={!good} onclick={add}>Add it</button>
    </details>
  {/if}
</fieldset>
