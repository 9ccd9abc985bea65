import type { JobPlan, Outlet, Space } from '$core/model/job';
import type { PlanChanges } from '$core/model/plan-changes';
import { applyChanges } from '$core/plan/apply-changes';
import { fieldWords, valueWords } from '$core/plan/change-words';
import { differences, withDifferences, type Difference } from '$core/plan/drafts';
import { NewIds, slugOf } from '$core/plan/new-ids';
import { USUAL_SPACE } from '$core/schedule/changes';
import { KeptDraft } from '$lib/device/kept-draft';

/** What a draft keeps: only what this person changed. */
interface Draft {
  spaces: Difference<Space>[];
  outlets: Difference<Outlet>[];
}
/** White left round the boxes of a floor, in metres. */
const AROUND = 4;
/** Boxes snap to half metres. */
export const SNAP_METRES = 0.5;
export const snapped = (metres: number): number => Math.round(metres / SNAP_METRES) * SNAP_METRES;

/** How large a space is drawn, in metres. */
export const sizeOf = (s: Space): { width: number; depth: number } => ({
  width: s.width ?? USUAL_SPACE[s.kind].width,
  depth: s.depth ?? USUAL_SPACE[s.kind].depth,
});

/** Spaces and outlets while they are placed: nothing is kept on the server before one says so. */
export class PlacesDraft {
  spaces = $state<Space[]>([]);
  outlets = $state<Outlet[]>([]);
  floor = $state(0);
  chosen = $state('');
  private readonly draft: KeptDraft<Draft>;

  constructor(readonly plan: JobPlan) {
    this.draft = new KeptDraft(`gauntlet:places:${plan.id}`);
    this.spaces = JSON.parse(JSON.stringify(plan.spaces)) as Space[];
    this.outlets = JSON.parse(JSON.stringify(plan.outlets)) as Outlet[];
    this.floor = this.floors[0] ?? 0;
    this.floor = plan.spaces.find((s) => s.kind === 'closet')?.floor ?? this.floor;
  }
  /** What somebody else changed in the meantime, in words. */
  clashes = $state.raw<readonly string[]>([]);
  private past: { spaces: Space[]; outlets: Outlet[] }[] = [];

  /** Takes up what was left half done, on top of the plan as it is now. */
  resume(): void {
    const draft = this.draft.read();
    if (!draft?.spaces?.every?.((d) => 'is' in d)) return;
    const spaces = withDifferences(this.plan.spaces, draft.spaces);
    const outlets = withDifferences(this.plan.outlets, draft.outlets);
    this.spaces = spaces.items;
    this.outlets = outlets.items;
    const name = (id: string) => [...this.spaces, ...this.outlets].find((x) => x.id === id)?.name ?? id;
    this.clashes = [...spaces.clashes, ...outlets.clashes].map((c) => c.field ? `${name(c.id)}, ${fieldWords(c.field)}: somebody else made it ${valueWords(c.theirs)}; your draft says ${valueWords(c.mine)}.` : `${name(c.id)}: somebody else ${c.theirs === null ? 'took it out' : 'changed it'} meanwhile.`); // prettier-ignore
  }
  private save(): void {
    const draft: Draft = $state.snapshot({
      spaces: differences(this.plan.spaces, this.spaces),
      outlets: differences(this.plan.outlets, this.outlets),
    });
    if (draft.spaces.length || draft.outlets.length) this.draft.keep(draft);
    else this.draft.drop();
  }
  private remember(): void {
    this.past.push($state.snapshot({ spaces: this.spaces, outlets: this.outlets }));
  }
  get canUndo(): boolean {
    return this.past.length > 0;
  }
  undo(): void {
    const before = this.past.pop();
    if (!before) return;
    this.spaces = before.spaces;
    this.outlets = before.outlets;
    this.save();
  }
  /** Throws the draft away: the plan is shown as it is kept. */
  putAway(): void {
    this.spaces = [...this.plan.spaces];
    this.outlets = [...this.plan.outlets];
    this.past = [];
    this.clashes = [];
    this.done();
  }
  done(): void {
    this.draft.drop();
  }
  /** Why the plan would not be kept like this; '' while it would. */
  readonly refusal = $derived.by(() => {
    const used = { links: new Set<string>(), parts: new Set<string>() };
    return applyChanges(this.plan, this.changes, used).problems[0]?.message ?? '';
  });

  get floors(): number[] {
    return [...new Set(this.spaces.map((s) => s.floor))].sort((a, b) => b - a);
  }
  readonly here = $derived.by(() => this.spaces.filter((s) => s.floor === this.floor));
  readonly space = $derived.by(() => this.spaces.find((s) => s.id === this.chosen) ?? null);
  /** The part of the floor that is drawn, in metres. */
  readonly extent = $derived.by(() => {
    const boxes = this.here.map((s) => ({ ...s, ...sizeOf(s) }));
    const left = Math.min(0, ...boxes.map((b) => b.x - b.width / 2)) - AROUND;
    const top = Math.min(0, ...boxes.map((b) => b.y - b.depth / 2)) - AROUND;
    return {
      left,
      top,
      width: Math.max(20, ...boxes.map((b) => b.x + b.width / 2)) + AROUND - left,
      depth: Math.max(12, ...boxes.map((b) => b.y + b.depth / 2)) + AROUND - top,
    };
  });

  place(id: string, x: number, y: number): void {
    this.change(id, { x: snapped(x), y: snapped(y) });
  }
  change(id: string, to: Partial<Space>): void {
    this.remember();
    this.spaces = this.spaces.map((s) => (s.id === id ? { ...s, ...to } : s));
    this.save();
  }
  add(kind: Space['kind']): void {
    const taken = new Set(this.spaces.map((s) => s.name.toLowerCase()));
    const word = kind === 'closet' ? 'Closet' : 'Room';
    let n = 1;
    while (taken.has(`${word} ${n}`.toLowerCase())) n++;
    const name = `${word} ${n}`;
    const id = new NewIds([...this.spaces, ...this.plan.spaces].map((s) => s.id)).give(slugOf(name));
    this.remember();
    const { left, top, width, depth } = this.extent;
    this.spaces = [...this.spaces, { id, name, kind, floor: this.floor, x: snapped(left + width / 2), y: snapped(top + depth / 2) }]; // prettier-ignore
    this.chosen = id;
    this.save();
  }
  /** Takes a space out with its outlets; where links hang there nothing is done, and the sentence says why. */
  remove(id: string): string {
    const inside = new Set(this.outlets.filter((o) => o.space === id).map((o) => o.id));
    const links = this.plan.links.filter((l) => l.tail.outlet !== undefined && inside.has(l.tail.outlet));
    const panels = this.plan.panels.filter((p) => p.space === id);
    const name = this.spaces.find((s) => s.id === id)?.name ?? id;
    if (links.length) return `${name} still holds ${links.length} ${links.length === 1 ? 'link' : 'links'}: take those out first, or give them another room.`; // prettier-ignore
    if (panels.length)
      return `${name} still holds panel ${panels[0]!.name}: move or take out its panels first.`;
    this.remember();
    this.spaces = this.spaces.filter((s) => s.id !== id);
    this.outlets = this.outlets.filter((o) => o.space !== id);
    this.chosen = '';
    this.save();
    return '';
  }
  changeOutlet(id: string, to: Partial<Outlet>): void {
    this.remember();
    this.outlets = this.outlets.map((o) => (o.id === id ? { ...o, ...to } : o));
    this.save();
  }
  addOutlet(space: string): void {
    const here = this.outlets.filter((o) => o.space === space);
    const name = String(here.length + 1);
    const id = new NewIds([...this.outlets, ...this.plan.outlets].map((o) => o.id)).give(
      slugOf(`${space}-${name}`),
    );
    this.remember();
    this.outlets = [...this.outlets, { id, name, space, positions: 2 }];
    this.save();
  }
  /** Takes an outlet out; where links hang on it nothing is done, and the sentence says why. */
  removeOutlet(id: string): string {
    const links = this.plan.links.filter((l) => l.tail.outlet === id);
    if (links.length) return `Outlet ${this.outlets.find((o) => o.id === id)?.name ?? id} still holds ${links[0]!.label}${links.length > 1 ? ` and ${links.length - 1} more` : ''}: give them another outlet first.`; // prettier-ignore
    this.remember();
    this.outlets = this.outlets.filter((o) => o.id !== id);
    this.save();
    return '';
  }

  /** What differs from the plan that is kept. */
  readonly changes = $derived.by((): PlanChanges => {
    const [spaces, outlets] = [
      differences(this.plan.spaces, this.spaces),
      differences(this.plan.outlets, this.outlets),
    ];
    const put = <T extends { id: string }>(list: Difference<T>[]) =>
      list.flatMap((d) => (d.is ? [d.is] : []));
    const gone = (list: Difference<Space | Outlet>[]) => list.flatMap((d) => (d.is ? [] : [d.id]));
    return $state.snapshot({
      put: { spaces: put(spaces), outlets: put(outlets) },
      remove: { outlets: gone(outlets), spaces: gone(spaces) },
    });
  });
  readonly changed = $derived.by(
    () =>
      [...Object.values(this.changes.put ?? {}), ...Object.values(this.changes.remove ?? {})].flat().length,
  );
}
