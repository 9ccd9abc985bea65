import { goto } from '$app/navigation';
import type { Look, Diagnosis, Explanation, LookAnswer } from '$core/diagnose/types';
import { DEFAULT_COSTS } from '$core/diagnose/types';
import type { Measured } from '$core/formats/reading';
import type { EntryOf } from '$core/formats/entry';
import type { Link } from '$core/formats/job';
import { askedOf, specOf } from '$core/log/link-spec';
import { readMeasured } from '$core/log/measured';
import { evidenceCovers, type Evidence } from '$core/reading/reading';
import { judge, type Judgement } from '$core/reading/verdict';
import { expectedWalk } from '$core/reading/walk';
import { ENDS, type Contact, type ContactPair, type End } from '$core/wiring/conductors';
import { schemesFor } from '$core/wiring/schemes';
import { diagnoseHere, prepareHere } from '$lib/diagnosis/client';
import { LampPad } from '$lib/lamp-pad/pad.svelte';
import type { Site } from '$lib/site/site.svelte';

/** Testers the technician can choose, by what they show. */
export const TESTERS = [
  { evidence: 'continuity', name: 'lamps' },
  { evidence: 'wiremap', name: 'wiremap' },
  { evidence: 'wiremap-length', name: 'wiremap + length' },
] as const satisfies { evidence: Evidence; name: string }[];

/** Proving one link: what is read, what it means, what was looked at, and the logging of it. */
export class ProveSession {
  readonly pad: LampPad;
  evidence = $state<Evidence>('wiremap');
  from = $state<End>('head');
  splits = $state<ContactPair[]>([]);
  metres = $state<Record<string, string>>({});
  looked = $state.raw<readonly Look[]>([]);
  diagnosis = $state.raw<Diagnosis | null>(null);
  contradiction = $state('');
  chosen = $state(0);
  private blameChoice = $state.raw<readonly End[] | null>(null);
  private asked = 0;

  constructor(
    readonly site: Site,
    readonly link: Link,
  ) {
    this.pad = new LampPad(link.shielded ? 9 : 8, `gauntlet:pad:${site.plan.id}:${link.id}`);
    const spec = specOf(link, site.plan.policy);
    this.schemes = schemesFor(spec);
  }
  readonly schemes;

  /** Takes up what this device kept, and has the worker get ready. Call once, in the browser. */
  resume(): void {
    const kept = localStorage.getItem('gauntlet:tester');
    if (TESTERS.some((t) => t.evidence === kept)) this.evidence = kept as Evidence;
    this.pad.resume();
    prepareHere({ link: specOf(this.link, this.site.plan.policy) }, this.site.weights);
  }

  use(evidence: Evidence): void {
    this.evidence = evidence;
    localStorage.setItem('gauntlet:tester', evidence);
  }

  readonly looksAtSplits = $derived.by(() => evidenceCovers(this.evidence, 'wiremap'));
  /** What is measured so far; undefined until every contact has its answer. */
  readonly measured = $derived.by((): Measured | undefined => {
    if (!this.pad.full) return undefined;
    const distances = Object.entries(this.metres).flatMap(([contact, m]) => {
      const metres = Number(m.replace(',', '.'));
      return m.trim() !== '' && metres >= 0 && metres <= 2000
        ? [{ contact: contact as Contact, from: this.from, metres }]
        : [];
    });
    return {
      from: this.from,
      evidence: this.evidence,
      walk: this.pad.text,
      ...(this.looksAtSplits ? { splits: [...this.splits] } : {}),
      ...(distances.length ? { distances } : {}),
    };
  });
  private readonly read = $derived.by(() => this.measured && readMeasured(this.measured, this.link.shielded));
  readonly problem = $derived.by(() => (this.read && !this.read.ok ? this.read.message : this.contradiction));
  readonly judgement = $derived.by((): Judgement | null =>
    this.read?.ok
      ? judge(this.read.reading, this.link.ordered, askedOf(this.link, this.site.plan.policy))
      : null,
  );
  /** Contacts with an open or a short, to which a distance may be known. */
  readonly distanceContacts = $derived.by(() => {
    const faults = this.judgement?.faults ?? [];
    return [
      ...new Set(
        faults
          .filter((f) => ['open', 'short', 'all-open', 'shield-open'].includes(f.kind))
          .flatMap((f) => f.contacts),
      ),
    ];
  });
  readonly explanation = $derived.by(
    (): Explanation | null => this.diagnosis?.explanations[this.chosen] ?? null,
  );
  /** Ends to be done again: as the technician set them, else those that the chosen explanation mends. */
  readonly blame = $derived.by((): readonly End[] => {
    if (this.blameChoice) return this.blameChoice;
    const { remedy, then } = this.explanation ?? {};
    const ends = [remedy?.end, then?.end].filter((e) => e !== undefined);
    return ends.length ? ends : [...ENDS];
  });

  toggleBlame(end: End): void {
    const now = this.blame.includes(end) ? this.blame.filter((e) => e !== end) : [...this.blame, end];
    if (now.length) this.blameChoice = ENDS.filter((e) => now.includes(e));
  }

  /** Asks the worker what the reading means; an answer to an older question is dropped. */
  async diagnose(): Promise<void> {
    const asked = ++this.asked;
    if (!this.read?.ok || this.judgement?.verdict !== 'fail') {
      this.diagnosis = null;
      this.contradiction = '';
      return;
    }
    const status = this.site.statusOf(this.link.id);
    const answer = await diagnoseHere({
      link: specOf(this.link, this.site.plan.policy),
      reading: JSON.parse(JSON.stringify(this.read.reading)) as typeof this.read.reading,
      standingAt: this.site.standingAt,
      knowledge: {
        looked: this.looked,
        readBack: ENDS.filter((e) => status[e].readBack),
        redone: ENDS.filter((e) => status[e].redoneSinceFail),
      },
      costs: DEFAULT_COSTS,
    });
    if (asked !== this.asked) return;
    if ('contradiction' in answer) {
      this.contradiction = answer.contradiction;
      if (this.looked.length) this.looked = this.looked.slice(0, -1);
      return;
    }
    this.contradiction = '';
    this.chosen = 0;
    this.diagnosis = answer.diagnosis;
  }

  /** Takes in what the look just asked for showed. */
  answer(a: LookAnswer): void {
    const next = this.diagnosis?.next;
    if (next?.action !== 'look' || !a.conductor) return;
    this.looked = [
      ...this.looked,
      { end: next.end!, contact: next.contact!, conductor: a.conductor, open: a.open, bridged: a.bridged },
    ];
    this.site.stand(next.end!);
  }

  readAgain(): void {
    this.pad.clear();
    this.splits = [];
    this.metres = {};
    this.looked = [];
    this.blameChoice = null;
    this.diagnosis = null;
    this.contradiction = '';
  }

  /** Logs all contacts as ordered, in one go. */
  async logAllGood(): Promise<void> {
    this.splits = [];
    this.metres = {};
    const walk = expectedWalk(this.link.ordered, this.link.shielded);
    this.pad.fill(walk);
    if (this.judgement) await this.log();
  }

  /** Logs the reading with its verdict and goes on to the next link that wants one. */
  async log(): Promise<void> {
    const { measured, judgement, explanation } = this;
    if (!measured || !judgement || this.problem) return;
    const data: EntryOf<'reading'>['data'] = {
      reading: JSON.parse(JSON.stringify(measured)) as Measured,
      tester: TESTERS.find((t) => t.evidence === this.evidence)!.name,
    };
    if (judgement.verdict === 'fail') {
      data.blame = [...this.blame];
      if (explanation)
        data.diagnosis = {
          mistakes: explanation.mistakes,
          probability: Math.min(1, explanation.probability),
          remedy: [explanation.remedy.text, explanation.then?.text].filter(Boolean).join(' '),
          looked: [...this.looked],
        };
    }
    const word = { pass: 'pass', provisional: 'provisional pass', fail: 'fail' }[judgement.verdict];
    this.site.log(this.link.id, 'reading', data, undefined, `${this.link.label}: ${word} logged.`);
    this.readAgain();
    const next = this.site.nextToProve(this.link.id);
    await goto(
      next ? `/${this.site.plan.id}/prove/${next.id}` : `/${this.site.plan.id}/rack?at=${this.link.id}`,
      { noScroll: true },
    );
  }
}

/** A walk written out for an answer that a tester gave, for prefilling a pad. */
export const answersOf = (walk: string): Contact[][] =>
  (walk.includes(' ') ? walk.split(/\s+/) : [...walk]).map((t) =>
    t === '-' ? [] : (t.split('+') as Contact[]),
  );
