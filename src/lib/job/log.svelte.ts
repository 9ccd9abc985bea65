import { ofLink } from '$core/model/of-link';
import { SvelteMap } from 'svelte/reactivity';
import { v7 as uuid } from 'uuid';
import { findingsCounted, weightsForJob, type FoundCounts } from '$core/diagnose/learn';
import { printedLabels, type PrintedLabels } from '$core/labels/printed';
import { memories, type Memories } from '$core/drill/memory';
import { cautionsRead, type CautionsRead } from '$core/log/cautions';
import { resolve, type Resolved } from '$core/log/effective';
import { heldBack } from '$core/log/held-back';
import { historyOf, type HistoryFilter } from '$core/log/history';
import { leadProofs, type LeadProof } from '$core/log/leads';
import { patternAt, seeReading, toolsAt, type Pattern } from '$core/log/patterns';
import { projectSince, type Projection } from '$core/log/projection';
import { recentReadings } from '$core/log/recent';
import { latestOf } from '$core/log/latest-of';
import type { EndStates, LinkStates } from '$core/log/link-states';
import { linkState, type LinkStatus } from '$core/log/state';
import { sharedTraces, type SharedTraces } from '$core/survey/shared-trace';
import { teller, type Told } from '$core/log/told';
import { toolStatuses, toolUse, type ToolStatus, type ToolUse } from '$core/log/tools';
import type { Terms } from '$core/log/judge-measured';
import {
  type Entry,
  type EntryKind,
  type EntryOf,
  type JobEntry,
  type JobEntryKind,
  type JobEntryOf,
  type LogEntry,
} from '$core/model/entry';
import type { Link } from '$core/model/job';
import type { ConnectorFamily } from '$core/wiring/connector';
import { apiAddress, asking } from '$lib/address/address';
import { nextWritten } from '$lib/device/device-id';

/** What the server hands over of a job's log: states of the core's projections, and the log itself where it is short. */
export interface LogData {
  seq: number;
  /** Names what this is; it begins with the last entry's number and its id. */
  mark: string;
  statuses: LinkStates;
  views: {
    tools: ToolUse;
    leadProofs: LeadProof[];
    recentReadings: EntryOf<'reading'>[];
    cautions: CautionsRead;
    found: FoundCounts;
    /** Missing from what an older build kept on this device. */
    drills?: Memories;
    traces?: SharedTraces;
    labels?: PrintedLabels;
  };
  foundElsewhere: FoundCounts;
  log: readonly LogEntry[] | null;
}

/** One of the last things done on this device, as long as it can be taken back with one tap. */
export interface Undoable {
  entry: LogEntry;
  says: string;
  /** Written by the same press, and taken back by it. */
  with?: readonly LogEntry[] | undefined;
}

/** How many of the last entries can be taken back with one tap each. */
const MOST_UNDOABLE = 5;

/**
 * A job's log on this device. Every view of it is a projection of the core, gone on from what the server handed over;
 * nothing is kept by hand, so that what is taken back is gone from all of them at once.
 */
export class JobLog {
  /** States of links that changed since this log was opened. */
  private readonly changed = new SvelteMap<string, LinkStatus>();
  /** What the server's states were made from; none where the log is too long to have here. */
  private archive: LogEntry[] | null;
  /** Entries of links that were asked for one by one, where the archive is not here. */
  private readonly links = new Map<string, Entry[]>();
  /** Entries this device wrote or heard since the server's views were made. */
  private since = $state.raw<readonly LogEntry[]>([]);
  /** States of links that the server told since this log was opened. */
  private readonly bases = new Map<string, LinkStatus>();
  undoable = $state.raw<readonly Undoable[]>([]);
  /** A pattern over the last links that asks to stop and check something first. */
  pattern = $state.raw<Pattern | null>(null);
  /** The last entry of the server's log that this device knows of. */
  last: { seq: number; id: string };

  constructor(
    private readonly job: string,
    private readonly data: LogData,
    private readonly terms: () => Terms & {
      policy: { thresholds?: Parameters<typeof patternAt>[1] };
      revision?: number;
    },
    private readonly linkOf: (id: string) => Link | undefined,
    private readonly me: () => string,
    /** Takes an entry that was just written on its way to the server. */
    private readonly sends: (entry: LogEntry) => void,
  ) {
    this.last = { seq: data.seq, id: data.mark.split('.')[1] ?? '' };
    this.archive = data.log ? [...data.log] : null;
  }

  /** The entry of the log as the server handed it over that happened last, as an instant. */
  private get until(): string | undefined {
    this.newest ??= this.data.statuses.all().reduce((a, s) => Math.max(a, latestOf(s) ?? 0), 0);
    return this.newest ? new Date(this.newest).toISOString() : undefined;
  }
  private newest: number | undefined;

  /** Reads what was handed over of links that nobody has looked at yet, before it is wanted all at once. */
  readAhead(): Generator<void, void> {
    return this.data.statuses.readAhead();
  }

  private view<S>(projection: Projection<S>, base: S): S {
    const { since } = this;
    // Of a long log that takes a while, and nothing is gone on from before something was logged.
    const until = since.length ? this.until : undefined;
    return projectSince(projection, { base, until, since, before: this.archive }).state;
  }
  private readonly toolUse = $derived.by(() => this.view(toolUse, this.data.views.tools));
  /** Proofs of test leads, oldest first. */
  readonly leadProofs = $derived.by(() => this.view(leadProofs, this.data.views.leadProofs));
  /** The last readings of the job, oldest first. */
  readonly recentReadings = $derived.by(() => this.view(recentReadings, this.data.views.recentReadings));
  /** Families whose cautions each person has read. */
  readonly cautions = $derived.by(() => this.view(cautionsRead, this.data.views.cautions));
  /** What everybody keeps of what they drilled. */
  readonly drills = $derived.by(() => this.view(memories, this.data.views.drills ?? {}));
  /** Traces of this job, on all devices. */
  readonly traces = $derived.by(() => this.view(sharedTraces, this.data.views.traces ?? {}));
  /** What was printed on labels last. */
  readonly labels = $derived.by(() => this.view(printedLabels, this.data.views.labels ?? {}));
  /** What was found on this job so far, counted. */
  readonly found = $derived.by(() =>
    this.view(
      findingsCounted((id) => this.linkOf(id)),
      this.data.views.found,
    ),
  );
  /** What was found on the crew's other jobs. */
  get foundElsewhere(): FoundCounts {
    return this.data.foundElsewhere;
  }
  /** How much each mistake weighs by now. */
  readonly weights = $derived.by(() => weightsForJob(this.found, this.data.foundElsewhere));

  /** How the job's parts stand, used or not. */
  tools(parts: Parameters<typeof toolStatuses>[0]): ToolStatus[] {
    return toolStatuses(parts, this.toolUse);
  }

  /** Whether the whole log is on this device: it is not where it is long. */
  get whole(): boolean {
    return this.archive !== null;
  }

  /** The log as far as it is on this device, in no order. */
  get here(): readonly LogEntry[] {
    return [...(this.archive ?? []), ...this.since];
  }

  /** The log in order, with what counts, and what tells an entry of it; null where it is too long to be on this device. */
  private readonly inOrder = $derived.by(() => {
    const { archive, since } = this;
    if (!archive) return null;
    const log = resolve([...archive, ...since]);
    return { log, tell: teller(log, (id) => this.linkOf(id), this.terms()) };
  });
  /** What a filter lets through of the log, newest first; null where the log is too long to be on this device. */
  history(filter: HistoryFilter): Resolved[] | null {
    return this.inOrder && historyOf(this.inOrder.log, filter, (id) => this.linkOf(id));
  }
  /** The same, asked of the server where the log is too long; null where that is out of reach. */
  async historyAsked(filter: HistoryFilter): Promise<readonly Resolved[] | null> {
    const here = this.history(filter);
    if (here) return here;
    const given = Object.entries(filter).filter((x): x is [string, string] => Boolean(x[1]));
    const answer = await fetch(
      asking(apiAddress(this.job, 'history'), { as: 'json', ...Object.fromEntries(given) }),
    ).catch(() => null);
    return answer?.ok ? ((await answer.json()) as { entries: Told[] }).entries : null;
  }
  /** An entry of the log with what it came to. */
  tell(r: Resolved): Told {
    return this.inOrder ? this.inOrder.tell(r) : r;
  }

  /** Whether a person has read the cautions of a connector family. */
  hasReadCautions(person: string, family: ConnectorFamily): boolean {
    return (Object.hasOwn(this.cautions, person) && this.cautions[person]!.includes(family)) || false;
  }

  statusOf(link: string): LinkStatus {
    return this.changed.get(link) ?? this.baseOf(link) ?? linkState(this.linkOf(link)!, this.terms()).init();
  }
  /** How the ends of a link stand: for whoever looks at all links of a job, and at no more of them. */
  endsOf(link: string): EndStates {
    return (
      this.changed.get(link) ?? this.bases.get(link) ?? this.data.statuses.endsOf(link) ?? this.statusOf(link)
    );
  }
  private baseOf(link: string): LinkStatus | undefined {
    return this.bases.get(link) ?? this.data.statuses.get(link);
  }

  /** All entries of a link; null where some of them are not on this device. */
  private logOf(link: string): Entry[] | null {
    const of = (list: readonly LogEntry[]) => list.filter((e): e is Entry => ofLink(e) && e.link === link);
    const old = this.archive ? of(this.archive) : this.links.get(link);
    return old ? [...old, ...of(this.since)] : null;
  }

  /** Makes sure that a link's whole log is here, so that anything of it can be taken back offline. */
  async fetchLogOf(link: string): Promise<void> {
    if (this.logOf(link)) return;
    try {
      const answer = await fetch(apiAddress(this.job, 'links', link, 'history'));
      if (!answer.ok) return;
      const { entries } = (await answer.json()) as { entries: Entry[] };
      this.links.set(link, entries);
      this.refresh(link);
    } catch {
      /* out of reach: it is asked for again when the link is opened again */
    }
  }

  private readonly beyond = new Map<string, Entry[]>();
  /** Folds a link anew from what the server told of it and what is known beyond that. */
  private refresh(id: string): void {
    const link = this.linkOf(id);
    if (!link) return;
    const projection = linkState(link, this.terms());
    const base = this.baseOf(id) ?? projection.init();
    const since = this.beyond.get(id) ?? [];
    const latest = latestOf(base);
    const until = latest === undefined ? undefined : new Date(latest).toISOString();
    const { state, sure } = projectSince(projection, { base, until, since, before: this.logOf(id) });
    this.changed.set(id, sure ? state : heldBack(projection, base, since));
  }

  /** Shows an entry that this device wrote or heard. */
  private show(entry: LogEntry): void {
    if (this.since.some((e) => e.id === entry.id) || this.archive?.some((e) => e.id === entry.id)) return;
    this.since = [...this.since, entry];
    if (!ofLink(entry)) return;
    this.beyond.set(entry.link, [...(this.beyond.get(entry.link) ?? []), entry]);
    this.refresh(entry.link);
  }

  /** Takes up entries that wait on this device from before. */
  takeUp(waiting: readonly LogEntry[]): void {
    for (const e of waiting) this.show(e);
  }

  /** Forgets entries that are not to count after all, as those the server refused. */
  forget(entries: readonly LogEntry[]): void {
    const ids = new Set(entries.map((e) => e.id));
    this.since = this.since.filter((e) => !ids.has(e.id));
    this.undoable = this.undoable.filter((u) => !ids.has(u.entry.id));
    for (const link of new Set(entries.filter(ofLink).map((e) => e.link))) {
      this.beyond.set(
        link,
        (this.beyond.get(link) ?? []).filter((e) => !ids.has(e.id)),
      );
      this.refresh(link);
    }
  }

  /** Takes in what others logged, and the states the server made of it. `waiting` has not reached the server yet. */
  hear(entries: readonly LogEntry[], states: readonly LinkStatus[], waiting: readonly LogEntry[]): void {
    const mine = new Set(this.since.map((e) => e.id));
    const fresh = entries.filter((e) => !mine.has(e.id));
    const told = new Set(states.map((s) => s.link));
    this.since = [...this.since, ...fresh.filter((e) => !ofLink(e) || told.has(e.link))];
    for (const e of fresh) if (ofLink(e) && !told.has(e.link)) this.show(e);
    this.told(states, waiting);
  }

  /** Takes in states of links as the server has them; what still waits on this device stands on top of them. */
  told(states: readonly LinkStatus[], waiting: readonly LogEntry[]): void {
    for (const s of states) {
      const here = waiting.filter((e): e is Entry => ofLink(e) && e.link === s.link);
      this.bases.set(s.link, s);
      this.beyond.set(s.link, here);
      this.refresh(s.link);
    }
  }
  /** Writes an entry about a link: shown at once, then on its way. */
  write<K extends EntryKind>(
    link: string,
    kind: K,
    data: EntryOf<K>['data'],
    end?: 'head' | 'tail',
    says?: string,
    /** When and by whom it was done, where that was not here and now; and what the same press wrote before it. */
    done: { at?: string | undefined; by?: string | undefined; with?: readonly LogEntry[] | undefined } = {},
  ): Entry {
    const stamp = this.stamp(done.at ?? new Date().toISOString());
    const entry = {
      ...stamp,
      ...(done.by ? { by: done.by } : {}),
      link,
      ...(end ? { end } : {}),
      kind,
      data: this.byPlan(kind, data),
    } as Entry;
    this.keep(entry, says, done.with);
    return entry;
  }

  /** A reading says which plan this device goes by; one that is brought was taken by whoever knew what. */
  private byPlan<K extends EntryKind>(kind: K, data: EntryOf<K>['data']): EntryOf<K>['data'] {
    const { revision } = this.terms();
    return kind === 'reading' && revision !== undefined && !('brought' in data) ? { ...data, revision } : data; // prettier-ignore
  }

  /** Writes an entry about the job as a whole. */
  writeForJob<K extends JobEntryKind>(kind: K, data: JobEntryOf<K>['data'], says?: string): JobEntry {
    const entry = { ...this.stamp(new Date().toISOString()), kind, data } as JobEntry;
    this.keep(entry, says);
    return entry;
  }

  private stamp(at: string) {
    return { id: uuid(), job: this.job, at, by: this.me(), ...nextWritten() };
  }

  private keep(entry: LogEntry, says?: string, others?: readonly LogEntry[]): void {
    const plain = $state.snapshot(entry) as LogEntry;
    this.show(plain);
    if (says)
      this.undoable = [{ entry: plain, says, with: others }, ...this.undoable].slice(0, MOST_UNDOABLE);
    this.sends(plain);
  }

  /** Takes an entry back, by one of its own. */
  takeBack(entry: LogEntry, reason = 'Taken back at once.'): LogEntry {
    this.undoable = this.undoable.filter((u) => u.entry.id !== entry.id);
    const data = { entry: entry.id, reason };
    return ofLink(entry) ? this.write(entry.link, 'void', data) : this.writeForJob('void', data);
  }

  /** Takes back the last thing, or the one that is named, of those done here. */
  undo(id?: string): LogEntry | null {
    const found = id ? this.undoable.find((u) => u.entry.id === id) : this.undoable[0];
    if (!found) return null;
    for (const entry of [...(found.with ?? []), found.entry]) this.takeBack(entry);
    return found.entry;
  }

  /** Looks whether the reading just logged makes a pattern with those before it. */
  watchForPattern(): void {
    const seen = this.recentReadings.flatMap((entry) => {
      const link = this.linkOf(entry.link);
      return (link && seeReading(link, entry, toolsAt(this.statusOf(link.id), this.terms().parts))) || [];
    });
    const pattern = patternAt(seen, this.terms().policy.thresholds, this.terms().policy.leadHours);
    this.pattern = pattern?.kind === 'all-open' ? null : pattern;
  }
}
