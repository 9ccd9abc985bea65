import { forget, recall, remember } from '$lib/device/small';
import { endName } from '$core/model/end-name';
import { briefAt, DEPTHS, depthsFor, type Depth } from '$core/bench/depth';
import { GUIDES } from '$core/bench/families';
import {
  ALWAYS_FULL,
  briefOfCord,
  gateAfter,
  gateBefore,
  GATES,
  remindedBefore,
  type Gate,
} from '$core/bench/gates';
import type { Guide } from '$core/bench/guide';
import { placesOf, type Legend } from '$core/wiring/legend';
import { seenInPlug, type PlugView } from '$core/bench/plug-view';
import type { Ground } from '$core/bench/guide-text';
import { firstMismatch, patternsSoFar, readBackFinding } from '$core/bench/read-back';
import { belongsAt, benchContacts, type BenchConductor, type BenchContact } from '$core/bench/seats';
import { BREAK_MINUTES } from '$core/bench/sweep';
import { readUntwist } from '$core/bench/untwist';
import { cableNamed, connectorsFor } from '$core/model/cable-named';
import type { Link } from '$core/model/job';
import { specOf } from '$core/log/link-spec';
import { usedFor } from '$core/log/tools';
import { otherEnd, type End } from '$core/wiring/conductors';
import { CONNECTOR_FAMILIES, FAMILY_NAMES, type ConnectorFamily } from '$core/wiring/connector';
import { endOrder, SCHEMES, type Scheme } from '$core/wiring/schemes';
import type { OpenJob } from '$lib/job/open-job.svelte';
import { PressGuard, STEP_AFTER_MS } from '$lib/controls/press-guard.svelte';
import type { Seen } from './drawing/drawing';

const REMINDERS = 'gauntlet:bench-reminders';

/** What this device keeps of a termination under way. */
interface Kept {
  gate: Gate;
  connector: ConnectorFamily;
  scheme: Scheme;
  view: PlugView;
  legend: string;
  held: BenchConductor[];
  readBack: boolean;
  readBackFrom: number | null;
  lastReadBack: string | null;
  amiss: string[];
  workedMs: number;
  untwist: string;
  parts: string[];
}

/** Terminating one end: the gate one stands at, what is in the hand, and the logging of it. */
export class BenchSession {
  gate = $state<Gate>('identify');
  connector = $state<ConnectorFamily>('closed-plug');
  scheme = $state<Scheme>('T568B');
  view = $state<PlugView>({ up: 'contacts', from: 'rear' });
  legendId = $state('');
  private connectorPartId = $state('');
  /** Conductors read back so far, in the order asked. */
  held = $state<BenchConductor[]>([]);
  /** The whole order was read back and found right. */
  readBack = $state(false);
  /** The contact that was said to be wrong when its conductor was told; it is put right before the next. */
  toldWrong = $state<BenchContact | null>(null);
  private byEar = false;
  /** What is wrong was seen, and the rest is read all the same, so that the whole can be named. */
  readingOn = $state(false);
  /** Things that were not as they should be at the look. */
  amiss = $state<string[]>([]);
  untwist = $state('');
  parts = $state<string[]>([]);
  reminders = $state.raw<readonly Gate[]>([]);
  /** Keeps one press from being two. */
  readonly guard = new PressGuard(undefined, STEP_AFTER_MS);
  private readBackFrom: number | null = null;
  private lastReadBack = $state<string | null>(null);
  private workedMs = 0;
  private lastAt = Date.now();
  private readonly key: string;

  readonly ordered: Scheme;

  constructor(
    readonly job: OpenJob,
    readonly link: Link,
    readonly end: End,
  ) {
    this.key = `gauntlet:bench:${job.plan.id}:${link.id}:${end}`;
    this.ordered = specOf(link, job.plan.policy)[end].scheme;
    this.scheme = this.ordered;
    this.choose(link[end].connector);
    const ground = recall(`gauntlet:ground:${job.plan.id}`);
    if (ground === 'internal' || ground === 'external') this.ground = ground;
  }

  /** How this end is to be laid: to its scheme, or as its link's order carries that here. */
  readonly order = $derived.by(() => endOrder(this.link.ordered, this.end, this.scheme));
  readonly guide = $derived.by((): Guide => GUIDES[this.connector]);
  readonly contacts = $derived.by(() => this.askOrder());
  readonly wanted = $derived.by(() => this.contacts.map((c) => belongsAt(this.connector, this.order, c)));
  readonly mismatch = $derived.by(() => firstMismatch(this.contacts, this.wanted, this.held));
  /** What it may be as a whole, by what was read so far. */
  readonly patterns = $derived.by(() => patternsSoFar(this.connector, this.order, this.contacts, this.held));
  /** What a reading that is over amounts to, where it is not right. */
  readonly finding = $derived.by(() => readBackFinding(this.connector, this.order, this.contacts, this.held));
  readonly legend = $derived.by((): Legend => this.job.plan.legend(this.legendId));
  /** Where the shielded plugs of this job take their drain, once somebody said so. */
  ground = $state<Ground | ''>('');
  readonly seen = $derived.by((): Seen => {
    const { layout } = this.guide;
    if (layout.kind === 'coax') return { kind: 'coax' };
    if (layout.kind === 'legend')
      return { kind: 'legend', shape: this.legend.shape, places: placesOf(this.legend) };
    return {
      kind: 'plug',
      view: this.view,
      rows: layout.rows,
      places: seenInPlug(this.view, layout.rows),
      ...(this.ground ? { ground: this.ground } : {}),
    };
  });
  setGround(ground: Ground): void {
    this.ground = ground;
    remember(`gauntlet:ground:${this.job.plan.id}`, ground);
  }
  /** Which connector of its family is used here: the one chosen last on this device, else the first that is known. */
  readonly connectorPart = $derived.by(() => {
    const known = connectorsFor(this.connector, this.job.plan.parts);
    return known.find((k) => k.id === this.connectorPartId) ?? known[0];
  });
  /** The cable as the job or the program knows it, by what the plan calls it. */
  readonly cable = $derived.by(() => cableNamed(this.link.cable, this.job.plan.parts));
  readonly setting = $derived.by(() => ({
    units: this.job.plan.policy.units,
    untwist: this.job.plan.policy.untwist,
    category: this.cable?.category ?? ('6' as const),
    order: this.order,
    ...(this.ground ? { ground: this.ground } : {}),
  }));
  readonly untwistSaid = $derived.by(() =>
    readUntwist(this.untwist, this.setting.untwist, this.setting.category, this.setting.units),
  );
  private chosenDepth = $state<Depth>('full');
  /** How much of this kind is shown to who works here: never less than their role may choose. */
  readonly depth = $derived.by((): Depth => {
    const { plan, here } = this.job;
    const may = depthsFor(plan.crew.find((p) => p.id === here.me)?.role);
    return may.includes(this.chosenDepth) ? this.chosenDepth : may.at(-1)!;
  });
  /** Laid as everything else of this job: nothing that one press would pass over. */
  readonly asUsual = $derived.by(
    () => this.ordered === this.job.plan.policy.scheme && this.link.ordered === 'straight',
  );
  /** Whether less may still be offered. */
  offerOpen = $state(true);
  private get depthKey(): string {
    return `gauntlet:depth:${this.job.here.me}:${this.connector}`;
  }
  setDepth(depth: Depth): void {
    this.chosenDepth = depth;
    remember(this.depthKey, depth);
    if (this.brief.includes(this.gate)) this.next();
  }
  /** What was offered is left: not asked again until another end. */
  leaveOffer(): void {
    this.offerOpen = false;
  }

  /** Gates that are one line here. Cautions that nobody read yet keep the first gate. */
  readonly brief = $derived.by((): readonly Gate[] => {
    if (this.cautionsNew) return this.reminders;
    if (!this.link.cord) return [...new Set([...this.reminders, ...briefAt(this.depth)])];
    const other = this.job.statusOf(this.link.id)[otherEnd(this.end)];
    const second = other.state !== 'bare' && other.connector === this.connector;
    return [...new Set([...this.reminders, ...briefAt(this.depth), ...briefOfCord(second)])];
  });
  readonly reminded = $derived.by(() => remindedBefore(this.gate, this.brief));
  /** The family's cautions still have to be acknowledged by who works here. */
  readonly cautionsNew = $derived.by(() => !this.job.log.hasReadCautions(this.job.here.me, this.connector));

  /** Takes up what this device kept. Call once, in the browser. */
  resume(): void {
    try {
      const list = JSON.parse(recall(REMINDERS) ?? '[]') as Gate[];
      this.reminders = list.filter((g) => GATES.includes(g) && !ALWAYS_FULL.has(g));
      const kept = JSON.parse(recall(this.key) ?? 'null') as Kept | null;
      if (!kept || !CONNECTOR_FAMILIES.includes(kept.connector) || !SCHEMES.includes(kept.scheme)) {
        this.gate = this.firstGate();
        return;
      }
      this.connector = kept.connector;
      this.scheme = kept.scheme;
      this.view = kept.view;
      this.legendId = kept.legend;
      this.gate = GATES.includes(kept.gate) ? kept.gate : 'identify';
      this.held = kept.held;
      this.readBack = kept.readBack;
      this.readBackFrom = kept.readBackFrom;
      this.lastReadBack = kept.lastReadBack;
      this.amiss = kept.amiss;
      this.workedMs = kept.workedMs;
      this.untwist = kept.untwist;
      this.parts = kept.parts;
    } catch {
      forget(this.key);
    }
  }

  /** Where a termination begins. */
  firstGate(): Gate {
    return this.brief.includes('identify') ? (gateAfter('identify', this.brief) ?? 'log') : 'identify';
  }

  private save(): void {
    const now = Date.now();
    if (now - this.lastAt < BREAK_MINUTES * 60_000) this.workedMs += now - this.lastAt;
    this.lastAt = now;
    const kept: Kept = {
      gate: this.gate,
      connector: this.connector,
      scheme: this.scheme,
      view: { ...this.view },
      legend: this.legendId,
      held: [...this.held],
      readBack: this.readBack,
      readBackFrom: this.readBackFrom,
      lastReadBack: this.lastReadBack,
      amiss: [...this.amiss],
      workedMs: this.workedMs,
      untwist: this.untwist,
      parts: [...this.parts],
    };
    remember(this.key, JSON.stringify(kept));
  }

  /** Contacts in the order they are asked: 1 to 8, or along the slots of a legend. */
  private askOrder(): readonly BenchContact[] {
    const all = benchContacts(this.connector, this.link.shielded);
    if (this.guide.layout.kind !== 'legend') return all;
    return [...this.legend.contacts, ...all.filter((c) => c === 'S')];
  }

  /** The legend last chosen holds for all of a kind: at the head for its panel, since panels differ too. */
  private get legendKey(): string {
    const at = this.end === 'head' ? this.link.head.panel : '';
    return `gauntlet:legend:${this.job.plan.id}:${this.connector}:${at}`;
  }

  private get partKey(): string {
    return `gauntlet:connector:${this.job.plan.id}:${this.connector}`;
  }

  private choose(connector: ConnectorFamily): void {
    this.connector = connector;
    this.connectorPartId = recall(this.partKey) ?? '';
    this.parts = this.toolsInHand();
    const depth = recall(this.depthKey);
    this.chosenDepth = DEPTHS.find((d) => d === depth) ?? 'full';
    const { layout } = GUIDES[connector];
    if (layout.kind === 'plug') this.view = { up: layout.usual, from: 'rear' };
    if (layout.kind === 'legend') this.legendId = recall(this.legendKey) ?? layout.usual;
  }

  setConnector(connector: ConnectorFamily): void {
    this.choose(connector);
    this.readAgain();
  }
  setScheme(scheme: Scheme): void {
    this.scheme = scheme;
    this.readAgain();
  }
  setLegend(id: string): void {
    this.legendId = id;
    remember(this.legendKey, id);
    this.readAgain();
  }
  setConnectorPart(id: string): void {
    this.connectorPartId = id;
    remember(this.partKey, id);
  }
  setView(view: Partial<PlugView>): void {
    this.view = { ...this.view, ...view };
    this.save();
  }
  setUntwist(text: string): void {
    this.untwist = text;
    this.save();
  }
  togglePart(id: string): void {
    this.parts = this.parts.includes(id) ? this.parts.filter((p) => p !== id) : [...this.parts, id];
    remember(this.toolsKey, JSON.stringify(this.parts));
    this.save();
  }

  /** Tools stay in the hand from port to port: those said last by this person for this kind of connector. */
  private get toolsKey(): string {
    return `gauntlet:tools:${this.job.plan.id}:${this.job.here.me}:${this.connector}`;
  }
  private toolsInHand(): string[] {
    try {
      const kept = JSON.parse(recall(this.toolsKey) ?? '[]') as string[];
      const used = usedFor(this.connector, this.job.plan.parts).map((p) => p.id);
      return kept.filter((id) => used.includes(id));
    } catch {
      return [];
    }
  }

  to(gate: Gate): void {
    if (gate === 'seat' && this.gate !== 'seat' && this.mismatch) this.writeReadBack(false);
    this.gate = gate;
    this.guard.shown();
    if (gate === 'read-back' && this.readBackFrom === null) this.readBackFrom = Date.now();
    this.save();
  }
  next(): void {
    const next = gateAfter(this.gate, this.brief);
    if (next) this.to(next);
  }
  /** Goes on as a press of the main action does, once. */
  press(): void {
    if (this.guard.take()) this.next();
  }
  back(): void {
    const before = gateBefore(this.gate, this.brief);
    if (before) this.to(before);
  }

  /** Sets a gate to a reminder of one line from now on, or back to a screen of its own. */
  remind(gate: Gate, only: boolean): void {
    if (!only && !this.reminders.includes(gate)) return this.to(gate);
    this.reminders = only ? [...this.reminders, gate] : this.reminders.filter((g) => g !== gate);
    remember(REMINDERS, JSON.stringify(this.reminders));
    if (only && gate === this.gate) this.next();
  }

  acknowledge(): void {
    this.job.log.write(this.link.id, 'cautioned', { family: this.connector });
  }

  /** Takes in the conductor that is in the hand at the contact asked. */
  tap(conductor: BenchConductor): void {
    // The same one twice is the same press twice: it is at one contact only.
    if ((this.mismatch && !this.readingOn) || this.held.length >= this.contacts.length) return;
    if (this.held.at(-1) === conductor) return;
    this.readBackFrom ??= Date.now();
    this.held = [...this.held, conductor];
    if (!this.mismatch && this.held.length === this.contacts.length) {
      this.lastReadBack = this.writeReadBack(true);
      this.readBack = true;
      this.readBackFrom = null;
      this.next();
    }
    this.save();
  }

  /** The centre and the braid of a coax were looked at, and both are as they should be. */
  coaxRight(): void {
    this.held = [...this.wanted];
    this.lastReadBack = this.writeReadBack(true);
    this.readBack = true;
    this.next();
  }
  /** They were not: it is put right and looked at again. */
  coaxWrong(): void {
    this.writeReadBack(false);
    this.guard.shown();
  }

  private writeReadBack(right: boolean): string {
    const from = this.readBackFrom ?? Date.now();
    const seconds = Math.min(86_400, (Date.now() - from) / 1000);
    const data = { right, held: [...this.held], seconds, ...(this.byEar ? { told: true as const } : {}) };
    return this.job.log.write(this.link.id, 'read-back', data, this.end).id;
  }

  /** The conductor of the contact asked was told, and it is there or not. */
  told(right: boolean): void {
    const asked = this.contacts[this.held.length];
    if (!asked) return;
    this.byEar = true;
    if (right) return this.tap(this.wanted[this.held.length]!);
    this.readBackFrom ??= Date.now();
    this.toldWrong = asked;
    this.writeReadBack(false);
  }
  /** What was wrong was put right: asked again from there on. */
  putRight(): void {
    this.toldWrong = null;
    this.save();
  }

  /** Reads the rest although something is wrong, so that the whole can be named. */
  readOn(): void {
    this.readingOn = true;
    this.save();
  }

  /** The last tap was a slip. */
  takeBack(): void {
    this.held = this.held.slice(0, -1);
    if (!this.mismatch) this.readingOn = false;
    this.save();
  }

  /** The conductors were exchanged in the hand: on from the first that was wrong. */
  exchanged(): void {
    this.writeReadBack(false);
    this.held = this.held.slice(
      0,
      this.held.findIndex((c, i) => c !== this.wanted[i]),
    );
    this.readingOn = false;
    this.save();
  }

  /** Reads all of it again; a read-back that was right before no longer counts. */
  readAgain(): void {
    if (this.mismatch) this.writeReadBack(false);
    if (this.readBack && this.lastReadBack)
      this.job.log.write(
        this.link.id,
        'void',
        { entry: this.lastReadBack, reason: 'Laid or chosen again: to be read back again.' },
        this.end,
      );
    this.forgetReadBack();
  }

  private forgetReadBack(): void {
    this.held = [];
    this.toldWrong = null;
    this.byEar = false;
    this.readingOn = false;
    this.readBack = false;
    this.readBackFrom = null;
    this.lastReadBack = null;
    this.save();
  }

  toggleAmiss(what: string): void {
    this.amiss = this.amiss.includes(what) ? this.amiss.filter((x) => x !== what) : [...this.amiss, what];
    this.save();
  }

  /** What was amiss could be mended in place: look again. */
  mended(): void {
    this.amiss = [];
    this.save();
  }

  /** It cannot be mended: the attempt is written down as done and refused, and one begins anew. */
  startAgain(): void {
    this.refuse(this.amiss.join(' ').slice(0, 400) || 'Refused at the look.');
  }

  /** Writes the attempt down as done and refused; one begins anew. */
  refuse(reason: string, untwistMm?: number): void {
    this.logWork(untwistMm);
    this.job.log.write(this.link.id, 'rejected', { reason }, this.end);
    this.amiss = [];
    this.untwist = '';
    this.forgetReadBack();
    this.to(this.firstGate());
  }

  private logWork(untwistMm?: number): void {
    this.save();
    const { connector, scheme } = this;
    const bare = this.job.statusOf(this.link.id)[this.end].state === 'bare';
    const work = {
      connector,
      scheme,
      minutes: Math.min(1440, Math.round(this.workedMs / 6000) / 10),
      ...(untwistMm === undefined ? {} : { untwistMm }),
      ...(this.guide.layout.kind === 'legend' ? { legend: this.legendId } : {}),
      ...(this.parts.length ? { parts: [...this.parts] } : {}),
    };
    const says = `${this.link.label} ${endName(this.link, this.end)}: ${bare ? 'seated' : 'done again'}, ${FAMILY_NAMES[connector]}.`;
    if (bare) this.job.log.write(this.link.id, 'seated', work, this.end, says);
    else this.job.log.write(this.link.id, 'redone', { action: 'redo', ...work }, this.end, says);
    this.workedMs = 0;
  }

  /** A cord that was read back is written down with the look at it: nothing is left to ask. */
  get logsAtLook(): boolean {
    return Boolean(this.link.cord) && this.readBack && (this.untwistSaid === null || (this.untwistSaid.ok && this.untwistSaid.judged.ok)); // prettier-ignore
  }

  /** Writes the termination down and forgets what this device kept of it. */
  log(untwistMm?: number): void {
    this.logWork(untwistMm);
    forget(this.key);
  }
}
