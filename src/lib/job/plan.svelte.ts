import { recallJson, rememberJson } from '$lib/device/small';
import { apiAddress } from '$lib/address/address';
import { v7 as uuid } from 'uuid';
import { inPortOrder } from '$core/log/next';
import type { JobPlan, Link, Part } from '$core/model/job';
import type { PlanChanges } from '$core/model/plan-changes';
import { activePlan } from '$core/plan/active';
import { groupsOf, type Group } from '$core/plan/groups';
import type { MovedLink } from '$core/plan/history';
import { conflictPath, type Conflict } from '$core/plan/merge';
import { LEGENDS, type Legend } from '$core/wiring/legend';
import { refusalWords, sendJson } from '$lib/device/ask-server';
import { keepSentChange } from '$lib/device/sent';
import { LostChanges } from './lost-changes.svelte';
import { Ways } from '$core/survey/ways';
import { whereabouts, type Whereabouts } from '$core/plan/whereabouts';

/** What somebody has to choose before a change of plan can be taken: for each conflict whose version stands, for each link whether it was moved. */
export interface PlanQuestion {
  conflicts: readonly Conflict[];
  moved: readonly MovedLink[];
  /** `true` at the index of a conflict: theirs stands. Null: the change is given up. */
  answer: (choice: { theirs: readonly boolean[]; moved: Record<string, 'paper' | 'site'> } | null) => void;
}

/** What the server asks back instead of taking a change. */
interface Asked {
  revision: number;
  conflicts?: Conflict[];
  moved?: MovedLink[];
}

/** Makes the other person's version stand where it was chosen. */
export function withTheirs(
  changes: PlanChanges,
  conflicts: readonly Conflict[],
  theirs: readonly boolean[],
): PlanChanges {
  const next = structuredClone(changes);
  conflicts.forEach((c, i) => {
    if (!theirs[i]) return;
    if (c.list === 'job') {
      if (c.id === 'name') delete next.name;
      else if (next.policy) setField(next.policy, c.field, c.theirs);
      return;
    }
    const put = next.put?.[c.list] as { id: string }[] | undefined;
    const remove = next.remove?.[c.list];
    if (c.field === '') {
      if (put) (next.put as Record<string, unknown>)[c.list] = put.filter((x) => x.id !== c.id);
      if (remove) next.remove![c.list] = remove.filter((id) => id !== c.id);
    } else {
      const item = put?.find((x) => x.id === c.id);
      if (item) setField(item, c.field, c.theirs);
    }
  });
  return next;
}

function setField(target: object, path: string, value: unknown): void {
  const keys = path.split('.');
  const last = keys.pop()!;
  const inner = keys.reduce(
    (x, k) => (x[k] ??= {}) as Record<string, unknown>,
    target as Record<string, unknown>,
  );
  if (value === undefined) delete inner[last];
  else inner[last] = value;
}

function groupBy(links: readonly Link[], key: (link: Link) => string): Map<string, Link[]> {
  const groups = new Map<string, Link[]>();
  for (const l of links) {
    const group = groups.get(key(l));
    if (group) group.push(l);
    else groups.set(key(l), [l]);
  }
  return groups;
}

/** A job's plan on this device: what is worked on, where things are, and how it is changed. */
export class OpenPlan {
  /** The whole plan, retired things with it: the history names them. */
  readonly whole: JobPlan;
  readonly ordered: readonly Link[];
  readonly where: (link: Link) => Whereabouts;
  /** Walks along the corridors, as far as they are known. */
  readonly ways: Ways;
  private readonly active: JobPlan;
  /** Panels, spaces and batches as their links come one after another. */
  readonly groups: readonly Group[];
  /** Made when a screen asks: the first one need not wait for them. */
  private ofGroup: ReadonlyMap<string, Group> | undefined;
  private ofRoom: ReadonlyMap<string, Link[]> | undefined;
  private readonly links_: ReadonlyMap<string, Link>;
  /** Parts and legends, which are added to on the way and may wait for the server. */
  parts = $state.raw<readonly Part[]>([]);
  private own = $state.raw<readonly Legend[]>([]);
  /** Why the server would not keep the last part or legend. */
  refused = $state('');
  /** Somebody else changed the plan since this device loaded it. */
  outdated = $state(false);
  /** A choice that has to be made before the change on its way can be taken. */
  question = $state.raw<PlanQuestion | null>(null);
  /** What the server took of this device and has no more. */
  readonly lost: LostChanges;
  /** Names of changes this device sent: it need not be told of them. */
  private readonly sent = sentHere;

  constructor(
    kept: JobPlan,
    private readonly me: () => string,
    private readonly takeUp: () => Promise<void>,
    /** Which database the plan is of, where that is known. */
    private readonly database?: string,
  ) {
    // A device may have kept it before there were batches or runs.
    const plan = {
      ...kept,
      batches: kept.batches ?? [],
      floors: kept.floors ?? [],
      runs: kept.runs ?? [],
    };
    this.whole = plan;
    this.active = activePlan(plan);
    this.links_ = new Map(plan.links.map((l) => [l.id, l]));
    this.ordered = inPortOrder(
      this.active.links,
      this.active.panels.map((p) => p.id),
      this.active.batches.map((b) => b.id),
    );
    this.where = whereabouts(plan);
    this.ways = new Ways(this.active.floors);
    this.groups = groupsOf(this.ordered, this.where);
    this.parts = plan.parts;
    this.own = plan.legends;
    this.lost = new LostChanges(plan.id, (changes) => this.send(changes));
  }

  get id(): string {
    return this.whole.id;
  }
  get name(): string {
    return this.whole.name;
  }
  get createdAt(): string {
    return this.whole.createdAt;
  }
  get policy(): JobPlan['policy'] {
    return this.whole.policy;
  }
  get revision(): number {
    return this.whole.revision;
  }
  get spaces(): JobPlan['spaces'] {
    return this.active.spaces;
  }
  get panels(): JobPlan['panels'] {
    return this.active.panels;
  }
  get outlets(): JobPlan['outlets'] {
    return this.active.outlets;
  }
  get floors(): JobPlan['floors'] {
    return this.active.floors;
  }
  get batches(): JobPlan['batches'] {
    return this.active.batches;
  }
  get runs(): JobPlan['runs'] {
    return this.active.runs;
  }
  get links(): JobPlan['links'] {
    return this.active.links;
  }
  get crew(): JobPlan['crew'] {
    return this.active.crew;
  }
  /** Legends to choose from: those of this job first. */
  get legends(): Legend[] {
    return [...this.own, ...LEGENDS];
  }
  /** The plan as data, without what was retired, the parts and legends that wait included. */
  get now(): JobPlan {
    return { ...this.active, parts: [...this.parts], legends: [...this.own] };
  }

  legend(id: string): Legend {
    return this.legends.find((l) => l.id === id) ?? LEGENDS[0]!;
  }
  /** A link by its id, retired ones included. */
  link(id: string | undefined): Link | undefined {
    return id === undefined ? undefined : this.links_.get(id);
  }
  panelLinks(panel: string): readonly Link[] {
    return this.groups.find((g) => g.id === `panel ${panel}`)?.links ?? [];
  }
  batchLinks(batch: string): readonly Link[] {
    return this.groups.find((g) => g.id === `batch ${batch}`)?.links ?? [];
  }
  /** What a link is worked on together with. */
  groupOf(link: Link): Group | undefined {
    this.ofGroup ??= new Map(this.groups.flatMap((g) => g.links.map((l) => [l.id, g])));
    return this.ofGroup.get(link.id);
  }
  /** Links whose tails are in a room, in the order of the rack. */
  roomLinks(room: string): readonly Link[] {
    this.ofRoom ??= groupBy(this.ordered, (l) => this.where(l).tail.space?.id ?? '');
    return this.ofRoom.get(room) ?? [];
  }
  person(id: string | undefined): string {
    return this.whole.crew.find((p) => p.id === id)?.name ?? 'somebody';
  }

  /** Hears of a change of plan by its name and the revision it made. */
  heard(change: string, revision: number): void {
    if (revision > this.revision && !this.sent.has(change)) this.outdated = true;
  }

  /**
   * Changes the plan, all or nothing, and takes the new one up; '' or the sentence that says why not. Asks where two
   * people changed the same thing, and where a terminated link gets another place. `from` names the screen or file.
   */
  async change(changes: PlanChanges, from: string): Promise<string> {
    const me = this.me();
    const said = await this.send({ revision: this.revision, ...changes, id: uuid(), from, ...(me ? { by: me } : {}) }); // prettier-ignore
    if (!said) await this.takeUp();
    return said;
  }

  /** Makes again what the server has lost of the changes that were made here; '' or the sentence that says why not all. */
  async makeAgain(): Promise<string> {
    const before = this.lost.list.length;
    const said = await this.lost.makeAgain();
    if (!said) await this.takeUp();
    else if (this.lost.list.length < before) this.outdated = true;
    return said;
  }

  /** Sends a change by its name, and asks what the server asks back; '' or the sentence that says why not. */
  private async send(asked: PlanChanges & { id: string }): Promise<string> {
    this.sent.add(asked.id);
    let body = asked;
    try {
      for (;;) {
        const answer = await sendJson(apiAddress(this.id, 'plan'), body);
        if (answer.ok) break;
        const back = (await answer.clone().json().catch(() => ({}))) as Partial<Asked>; // prettier-ignore
        if (!back.conflicts?.length && !back.moved?.length) return await refusalWords(answer);
        const choice = await this.ask(back.conflicts ?? [], back.moved ?? []);
        if (!choice) return 'Nothing was changed.';
        body = {
          ...withTheirs(body, back.conflicts ?? [], choice.theirs),
          id: asked.id,
          ...(back.conflicts?.length
            ? { decided: { revision: back.revision!, fields: back.conflicts.map(conflictPath) } }
            : {}),
          moved: { ...body.moved, ...choice.moved },
        };
      }
    } catch {
      return 'The server is out of reach: what you entered stays here, try again when it is back.';
    } finally {
      this.question = null;
    }
    await this.keepSent(body);
    return '';
  }

  /** A server may be put back from a backup of before: what it took stays on this device a while. */
  private async keepSent(changes: PlanChanges & { id: string }): Promise<void> {
    const { id, database } = this;
    if (database === undefined) return;
    await keepSentChange({ id: changes.id, job: id, database, at: Date.now(), changes }).catch(() => {
      // No room for it: the server has it.
    });
  }

  private ask(conflicts: Conflict[], moved: MovedLink[]): Promise<Parameters<PlanQuestion['answer']>[0]> {
    return new Promise((resolve) => (this.question = { conflicts, moved, answer: resolve }));
  }

  private waiting: { parts?: Part; legends?: Legend }[] = [];
  private get key(): string {
    return `gauntlet:extras:${this.id}`;
  }

  /** Takes up parts and legends that wait on this device. */
  resume(): void {
    this.waiting = (recallJson<typeof this.waiting>(this.key) ?? []).filter((w) => w.parts || w.legends);
    for (const w of this.waiting) this.show(w);
    void this.sendWaiting();
  }

  keepLegend(legend: Legend): void {
    this.keep({ legends: legend });
  }
  keepPart(part: Part): void {
    this.keep({ parts: part });
  }

  private keep(w: { parts?: Part; legends?: Legend }): void {
    this.show(w);
    this.waiting = [
      ...this.waiting.filter((x) => (x.parts ?? x.legends)!.id !== (w.parts ?? w.legends)!.id),
      w,
    ];
    this.storeWaiting();
    void this.sendWaiting();
  }
  private show({ parts, legends }: { parts?: Part; legends?: Legend }): void {
    if (parts) this.parts = [...this.parts.filter((x) => x.id !== parts.id), parts];
    if (legends) this.own = [...this.own.filter((x) => x.id !== legends.id), legends];
  }
  private storeWaiting(): void {
    rememberJson(this.key, this.waiting);
  }

  /** Sends parts and legends that wait, one by one; what the server refuses is put away with its reason. */
  async sendWaiting(): Promise<void> {
    for (const w of [...this.waiting]) {
      const id = uuid();
      this.sent.add(id);
      const put = w.parts ? { parts: [w.parts] } : { legends: [w.legends!] };
      const changes = { id, put, from: 'tools', ...(this.me() ? { by: this.me() } : {}) };
      try {
        const answer = await sendJson(apiAddress(this.id, 'plan'), changes);
        // Not let in, or a job that is not here for a while: it waits, as entries do.
        if (!answer.ok && !REFUSED.has(answer.status)) return;
        if (answer.ok) await this.keepSent(changes);
        else this.refused = `${(w.parts ?? w.legends)!.name}: ${await refusalWords(answer)}`;
        this.waiting = this.waiting.filter((x) => x !== w);
        this.storeWaiting();
      } catch {
        return;
      }
    }
  }
}

/** Answers after which a part or a legend is not sent again by itself; all others may pass. */
const REFUSED: ReadonlySet<number> = new Set([400, 409, 413]);

/** Changes of plan sent from this page: a plan is opened anew after each. */
const sentHere = new Set<string>();
