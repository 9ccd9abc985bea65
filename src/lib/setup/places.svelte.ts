import type { JobPlan, Outlet, Space } from '$core/model/job';
import type { PlanChanges } from '$core/model/plan-changes';
import { NewIds, slugOf } from '$core/plan/new-ids';
import { USUAL_SPACE } from '$core/plan/schedule-changes';
import { KeptDraft } from '$lib/site/kept-draft';

interface Draft {
  spaces: Space[];
  outlets: Outlet[];
  gone: { spaces: string[]; outlets: string[] };
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
  private gone = $state<Draft['gone']>({ spaces: [], outlets: [] });
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
  /** Takes up what was left half done. */
  resume(): void {
    const draft = this.draft.read();
    if (!draft) return;
    this.spaces = draft.spaces;
    this.outlets = draft.outlets;
    this.gone = draft.gone;
  }
  save(): void {
    this.draft.keep(JSON.parse(JSON.stringify({ spaces: this.spaces, outlets: this.outlets, gone: this.gone })) as Draft); // prettier-ignore
  }
  done(): void {
    this.draft.drop();
  }

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
    this.spaces = this.spaces.map((s) => (s.id === id ? { ...s, ...to } : s));
    this.save();
  }
  add(kind: Space['kind']): void {
    const taken = new Set(this.spaces.map((s) => s.name.toLowerCase()));
    const word = kind === 'closet' ? 'Closet' : 'Room';
    let n = 1;
    while (taken.has(`${word} ${n}`.toLowerCase())) n++;
    const name = `${word} ${n}`;
    const id = new NewIds([...this.spaces.map((s) => s.id), ...this.gone.spaces]).give(slugOf(name));
    const { left, top, width, depth } = this.extent;
    this.spaces = [...this.spaces, { id, name, kind, floor: this.floor, x: snapped(left + width / 2), y: snapped(top + depth / 2) }]; // prettier-ignore
    this.chosen = id;
    this.save();
  }
  remove(id: string): void {
    this.spaces = this.spaces.filter((s) => s.id !== id);
    const inside = this.outlets.filter((o) => o.space === id).map((o) => o.id);
    this.outlets = this.outlets.filter((o) => o.space !== id);
    this.gone = { spaces: [...this.gone.spaces, id], outlets: [...this.gone.outlets, ...inside] };
    this.chosen = '';
    this.save();
  }
  changeOutlet(id: string, to: Partial<Outlet>): void {
    this.outlets = this.outlets.map((o) => (o.id === id ? { ...o, ...to } : o));
    this.save();
  }
  addOutlet(space: string): void {
    const here = this.outlets.filter((o) => o.space === space);
    const name = String(here.length + 1);
    const id = new NewIds([...this.outlets.map((o) => o.id), ...this.gone.outlets]).give(slugOf(`${space}-${name}`)); // prettier-ignore
    this.outlets = [...this.outlets, { id, name, space, positions: 2 }];
    this.save();
  }
  removeOutlet(id: string): void {
    this.outlets = this.outlets.filter((o) => o.id !== id);
    this.gone = { ...this.gone, outlets: [...this.gone.outlets, id] };
    this.save();
  }

  /** What differs from the plan that is kept. */
  readonly changes = $derived.by((): PlanChanges => {
    const differing = <T extends { id: string }>(now: readonly T[], kept: readonly T[]): T[] => {
      const before = new Map(kept.map((x) => [x.id, JSON.stringify(x)]));
      return now.filter((x) => before.get(x.id) !== JSON.stringify(x));
    };
    const were = (list: readonly { id: string }[], gone: readonly string[]) =>
      gone.filter((id) => list.some((x) => x.id === id));
    return JSON.parse(
      JSON.stringify({
        put: {
          spaces: differing(this.spaces, this.plan.spaces),
          outlets: differing(this.outlets, this.plan.outlets),
        },
        remove: {
          outlets: were(this.plan.outlets, this.gone.outlets),
          spaces: were(this.plan.spaces, this.gone.spaces),
        },
      }),
    ) as PlanChanges;
  });
  readonly changed = $derived.by(
    () =>
      [...Object.values(this.changes.put ?? {}), ...Object.values(this.changes.remove ?? {})].flat().length,
  );
}
