import { labelsOf, SPOT_NAMES, type Label, type LabelSpot } from '$core/labels/label-text';
import { byRoom, together } from '$core/labels/label-order';
import { labelSays, labelState, type LabelState } from '$core/labels/printed';
import { doubles } from '$core/model/identifiers';
import { linkIdentifiers } from '$core/plan/link-identifiers';
import { apiAddress } from '$lib/address/address';
import type { OpenJob } from '$lib/job/open-job.svelte';
import { fetchPdf } from './fetch-pdf';
import { LabelChoice } from './sheet.svelte';

/** So many labels go into one entry. */
const AT_ONCE = 2000;

/** Printing labels of a job: which, on what, and what was printed. */
export class Printing {
  readonly choice: LabelChoice;
  /** Which links: those asked for, a group's, those not printed yet, those that changed since, or all. */
  which = $state('');
  /** Why nothing was drawn. */
  says = $state('');
  working = $state(false);
  /** How far the drawing is. */
  told = $state('');
  /** Lines that no typeface here has letters for. */
  strange = $state.raw<readonly string[]>([]);
  /** What was saved last and may have been printed: it is asked, since only a person sees the printer. */
  saved = $state.raw<readonly Label[]>([]);

  constructor(
    readonly job: OpenJob,
    /** Links that were asked for by name. */
    readonly asked: readonly string[],
    group: string,
  ) {
    this.choice = new LabelChoice(job.plan.id);
    this.which = asked.length ? 'asked' : group;
  }

  private readonly identify = $derived.by(() => linkIdentifiers(this.job.plan));
  /** Links that have a label of a state among the chosen places. */
  private having(state: LabelState) {
    const is = (label: Label) => labelState(label, this.job.log.labels) === state;
    return this.job.plan.ordered.filter((l) => labelsOf([l], this.identify, this.choice.spots).some(is));
  }
  readonly fresh = $derived.by(() => this.having('new'));
  readonly stale = $derived.by(() => this.having('stale'));
  readonly links = $derived.by(() => {
    const { which } = this;
    const { ordered, groups } = this.job.plan;
    if (which === 'asked') return ordered.filter((l) => this.asked.includes(l.id));
    if (which === ' new') return this.fresh;
    if (which === ' stale') return this.stale;
    return which ? (groups.find((g) => g.id === which)?.links ?? []) : ordered;
  });
  /** What labels can be printed for, with what it is called. */
  readonly whose = $derived.by((): [string, string][] => {
    const { ordered, groups } = this.job.plan;
    const { asked, fresh, stale } = this;
    return [
      ...(asked.length ? [['asked', `the ${asked.length} links asked for`] as [string, string]] : []),
      ['', `all ${ordered.length} links`],
      ...(fresh.length && fresh.length < ordered.length
        ? [[' new', `${fresh.length} not printed yet`] as [string, string]]
        : []),
      ...(stale.length
        ? [[' stale', `${stale.length} that changed since they were printed`] as [string, string]]
        : []),
      ...groups.map((g): [string, string] => [g.id, `${g.kind} ${g.name}`]),
    ];
  });
  readonly labels = $derived.by(() => {
    const { sort, spots, together: how } = this.choice;
    const sorted = sort === 'room' ? byRoom(this.links, (l) => this.job.plan.where(l).tail.space) : this.links; // prettier-ignore
    return together(labelsOf(sorted, this.identify, spots), how);
  });
  /** Labels of the first page that are used up already. */
  readonly skip = $derived.by(() => Math.max(0, Math.floor(Number(this.choice.skip)) || 0));
  readonly pages = $derived.by(() => {
    const { sheet } = this.choice;
    return sheet ? Math.ceil((this.labels.length + this.skip) / (sheet.columns * sheet.rows)) : 0;
  });
  /** Identifiers that stand on several links. */
  readonly twice = $derived.by(() => {
    const all = this.job.plan.ordered.map(this.identify);
    return [
      ...doubles(all.map((i) => i.link)),
      ...doubles(all.map((i) => i.head)),
      ...doubles(all.map((i) => i.tail)),
    ];
  });
  /** What a place is called: on a cord a cable's label is a flag. */
  spotName(spot: LabelSpot): string {
    const cords = this.links.length > 0 && this.links.every((l) => l.cord);
    if (cords && spot === 'cable-head') return 'flag, end 1';
    return cords && spot === 'cable-tail' ? 'flag, end 2' : SPOT_NAMES[spot];
  }

  private async fetched(asked: unknown, name: string): Promise<boolean> {
    this.working = true;
    this.says = this.told = '';
    const answer = await fetchPdf(apiAddress(this.job.plan.id, 'labels'), asked, (pages, of) => {
      this.told = `page ${pages} of ${of}`;
    });
    this.working = false;
    this.strange = answer.kind === 'strange' ? answer.lines : [];
    if (answer.kind !== 'drawn') {
      this.says = answer.message;
      return false;
    }
    const address = URL.createObjectURL(answer.pdf);
    Object.assign(document.createElement('a'), { href: address, download: name }).click();
    setTimeout(() => URL.revokeObjectURL(address), 60_000);
    return true;
  }
  /** Has the labels drawn and saved as a PDF. */
  async print(): Promise<void> {
    const { choice, labels } = this;
    const done = await this.fetched(
      {
        sheet: choice.sheet,
        spots: choice.spots,
        links: this.links.map((l) => l.id),
        skip: this.skip,
        outlines: choice.outlines,
        form: choice.form,
        sort: choice.sort,
        together: choice.together,
        instead: choice.instead,
        ...(choice.withCode ? { opens: { base: choice.base, screen: choice.screen } } : {}),
      },
      `${this.job.plan.id}-labels.pdf`,
    );
    if (done) this.saved = labels;
  }
  /** Has the strips of the panels drawn and saved as a PDF. */
  printStrips(): Promise<boolean> {
    const { strips, instead } = this.choice;
    return this.fetched({ strip: strips, instead }, `${this.job.plan.id}-strips.pdf`);
  }
  /** Writes down that what was saved last is printed. */
  markPrinted(): void {
    const { saved } = this;
    for (let i = 0; i < saved.length; i += AT_ONCE)
      this.job.log.writeForJob(
        'labelled',
        { labels: saved.slice(i, i + AT_ONCE).map((l) => ({ link: l.link, spot: l.spot, says: labelSays(l) })) }, // prettier-ignore
        i + AT_ONCE >= saved.length ? `${saved.length} labels are marked as printed.` : undefined,
      );
    this.saved = [];
    if (this.which === ' new' || this.which === ' stale') this.which = '';
  }
}
