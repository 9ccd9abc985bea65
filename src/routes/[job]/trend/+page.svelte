<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { DEFAULT_COSTS } from '$core/model/costs';
  import { causesOf } from '$core/trend/causes';
  import { madeEnds, RATE_KINDS, RATE_WORDS, yields } from '$core/trend/ends';
  import { FEWEST_MINUTES, forecast, minutesOfEnds, workingDay } from '$core/trend/forecast';
  import { randomFrom } from '$core/practice/random';
  import { FEWEST_CASES } from '$core/statistics/rates';
  import { ENDS } from '$core/wiring/conductors';
  import { useJob } from '$lib/job/open-job.svelte';
  import RateBar from '$lib/trend/RateBar.svelte';

  const job = useJob();
  /** The same forecast for the same log: it does not flicker while one looks. */
  const SEED = 7;
  const key = `gauntlet:hours:${untrack(() => job.plan.id)}`;
  let people = $state(2);
  let hours = $state(6);
  onMount(() => {
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as { people: number; hours: number } | null;
    if (kept) [people, hours] = [kept.people, kept.hours];
  });
  const keep = () => localStorage.setItem(key, JSON.stringify({ people, hours }));
  const role = $derived(job.plan.crew.find((p) => p.id === job.here.me)?.role);
  const made = $derived(madeEnds(job.plan.ordered, (id) => job.statusOf(id)));
  const rates = $derived(yields(job.plan.now, made));
  /** A person sees their own figures; the lead sees the crew's. */
  const shown = $derived(
    rates.groups.filter(
      (g) => g.kind !== 'person' || role === 'lead' || g.name === job.plan.person(job.here.me),
    ),
  );
  const telling = $derived(shown.filter((g) => g.differs));
  const causes = $derived(causesOf(job.log.here, (id) => job.plan.link(id)?.label ?? id));
  const statuses = $derived(job.plan.ordered.map((l) => job.statusOf(l.id)));
  const minutes = $derived(minutesOfEnds(job.log.here));
  const input = $derived({
    ends: statuses.reduce(
      (n, s) => n + ENDS.filter((e) => s[e].state === 'bare' || s[e].state === 'failed').length,
      0,
    ),
    proofs: statuses.filter((s) => ENDS.some((e) => s[e].state !== 'proven')).length,
    minutes,
    right: rates.all.hits,
    of: rates.all.of,
    minutesADay: people * hours * 60,
    provingMinutes: DEFAULT_COSTS.prove,
  });
  const when = $derived(job.log.whole ? forecast(input, randomFrom(SEED)) : null);
  const another = $derived(
    when && forecast({ ...input, minutesADay: (people + 1) * hours * 60 }, randomFrom(SEED)),
  );
  const day = (days: number) => workingDay(new Date(), days).toLocaleDateString(undefined, { weekday: 'long', day: 'numeric', month: 'long' }); // prettier-ignore
  const worst = $derived(causes[0]);
</script>

<svelte:head><title>trend · {job.plan.name}</title></svelte:head>
<main class="grid grid-cols-[minmax(0,1fr)] content-start gap-6 px-3 py-4 lg:max-w-4xl lg:px-5">
  <h1 class="text-2xl font-bold">Trend</h1>
  {#if !job.log.whole}<p class="border-l-4 border-ink pl-3">
      The log of this job is too long to lie on this device: causes and the day it is done are left out here.
    </p>{/if}
  <section class="grid gap-2" aria-label="Right at once">
    <h2 class="text-xl font-bold">
      {#if rates.all.of < FEWEST_CASES}
        Too little is known yet: {rates.all.of} of the fewest {FEWEST_CASES} ends.
      {:else if telling.length}
        {telling[0]!.name} is {telling[0]!.differs} than the others, by more than chance.
      {:else}
        Nothing differs by more than chance.
      {/if}
    </h2>
    {#if rates.all.of}<p class="flex flex-wrap items-center gap-x-3">
        right at once, all ends <RateBar rate={rates.all} few={rates.all.of < FEWEST_CASES} />
      </p>{/if}
    {#each RATE_KINDS as kind (kind)}
      {@const groups = shown.filter((g) => g.kind === kind)}
      {#if groups.length}
        <details open={groups.some((g) => g.differs)}>
          <summary class="flex min-h-12 cursor-pointer items-center font-bold">{RATE_WORDS[kind]}</summary>
          <ul class="border-t border-rule">
            {#each groups as g (g.name)}
              <li class="grid gap-x-4 border-b border-rule py-1 sm:grid-cols-[14rem_1fr]">
                <span
                  >{g.name}{#if g.differs}<strong class="block">{g.differs} than the others</strong
                    >{/if}</span
                >
                <span
                  ><RateBar rate={g} few={g.few} />{#if g.differs === 'worse'}<span
                      class="block text-sm text-faint">{g.links.slice(0, 12).join(', ')}</span
                    >{/if}</span
                >
              </li>
            {/each}
          </ul>
        </details>
      {/if}
    {/each}
    <p class="text-sm text-faint">
      Bounds hold in nine cases of ten (Jeffreys). A group is said to differ only where Fisher’s exact test
      still counts after Benjamini and Hochberg’s correction over all groups shown; nothing is claimed of
      fewer than {FEWEST_CASES} ends.
    </p>
  </section>
  {#if job.log.whole}
    <section class="grid gap-2" aria-label="Causes">
      <h2 class="text-xl font-bold">
        {worst ? `Most often: ${worst.says}` : 'No mistake was written down yet'}
      </h2>
      <ul class="border-t border-rule">
        {#each causes as c (c.kind)}
          <li class="grid gap-x-4 border-b border-rule py-2 sm:grid-cols-[14rem_1fr]">
            <strong>{c.says}</strong>
            <span
              ><RateBar rate={c} few={c.of < FEWEST_CASES} /><span class="block">{c.advice}</span><span
                class="block text-sm text-faint">{c.links.slice(0, 12).join(', ')}</span
              ></span
            >
          </li>
        {/each}
      </ul>
    </section>
    <section class="grid gap-2" aria-label="When it will be done">
      <h2 class="text-xl font-bold">
        {!input.ends && !input.proofs
          ? 'It is done'
          : when
            ? `Done on ${day(when.nine)}, nine chances in ten`
            : 'When it will be done cannot be said yet'}
      </h2>
      <div class="flex flex-wrap gap-2">
        <label class="grid text-sm"
          >people<input
            class="field w-24 font-mono"
            type="number"
            min="1"
            max="50"
            bind:value={people}
            onchange={keep}
          /></label
        >
        <label class="grid text-sm"
          >hours a day at it<input
            class="field w-24 font-mono"
            type="number"
            min="1"
            max="16"
            bind:value={hours}
            onchange={keep}
          /></label
        >
      </div>
      {#if when}
        <p>
          An even chance by {day(when.half)}.{another && another.nine < when.nine
            ? ` With one more: ${day(another.nine)}.`
            : ''}
        </p>
        <p class="text-sm text-faint">
          {input.ends} ends and {input.proofs} proofs left, from {minutes.length} times an end took on this job,
          breaks left out, and how often one was done again. Walks and pulling cable are not in it.
        </p>
      {:else if input.ends}<p>
          {minutes.length} times an end took are known from the log, of the fewest {FEWEST_MINUTES}.
        </p>{/if}
    </section>
  {/if}
</main>
