import { byName } from '$core/model/by-name';
import { arrangedAlong, copiedFloor, type Sides } from '$core/plan/arrange';
import { Ways } from '$core/survey/ways';
import type { Floor, JobPlan, Outlet, Space } from '$core/model/job';
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
  floors?: Difference<Floor>[];
}
/** What a tap on the plan does: it moves spaces, or puts points of a corridor, stairs, or two points a known way apart. */
export type Tool = 'move' | 'corridor' | 'stairs' | 'scale';
/** A corridor this near to straight across or down is meant to be, in metres. Our judgement. */
const NEARLY = 1.5;
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
  floors_ = $state<Floor[]>([]);
  floor = $state(0);
  tool = $state<Tool>('move');
  /** Points tapped so far, in metres. */
  points = $state.raw<readonly [number, number][]>([]);
  chosen = $state('');
  private readonly draft: KeptDraft<Draft>;

  constructor(readonly plan: JobPlan) {
    this.draft = new KeptDraft(`gauntlet:places:${plan.id}`);
    this.spaces = JSON.parse(JSON.stringify(plan.spaces)) as Space[];
    this.outlets = JSON.parse(JSON.stringify(plan.outlets)) as Outlet[];
    this.floors_ = JSON.parse(JSON.stringify(plan.floors)) as Floor[];
    this.floor = this.floors[0] ?? 0;
    this.floor = plan.spaces.find((s) => s.kind === 'closet')?.floor ?? this.floor;
  }
  /** What somebody else changed in the meantime, in words. */
  clashes = $state.raw<readonly string[]>([]);
  private past: { spaces: Space[]; outlets: Outlet[]; floors: Floor[] }[] = [];

  /** Takes up what was left half done, on top of the plan as it is now. */
  resume(): void {
    const draft = this.draft.read();
    if (!draft?.spaces?.every?.((d) => 'is' in d)) return;
    const spaces = withDifferences(this.plan.spaces, draft.spaces);
    const outlets = withDifferences(this.plan.outlets, draft.outlets);
    this.spaces = spaces.items;
    this.outlets = outlets.items;
    if (draft.floors) this.floors_ = withDifferences(this.plan.floors, draft.floors).items;
    const name = (id: string) => [...this.spaces, ...this.outlets].find((x) => x.id === id)?.name ?? id;
    this.clashes = [...spaces.clashes, ...outlets.clashes].map((c) => c.field ? `${name(c.id)}, ${fieldWords(c.field)}: somebody else made it ${valueWords(c.theirs)}; your draft says ${valueWords(c.mine)}.` : `${name(c.id)}: somebody else ${c.theirs === null ? 'took it out' : 'changed it'} meanwhile.`); // prettier-ignore
  }
  private save(): void {
    const draft: Draft = $state.snapshot({
      spaces: differences(this.plan.spaces, this.spaces),
      outlets: differences(this.plan.outlets, this.outlets),
      floors: differences(this.plan.floors, this.floors_),
    });
    if (draft.spaces.length || draft.outlets.length || draft.floors?.length) this.draft.keep(draft);
    else this.draft.drop();
  }
  private remember(): void {
    this.past.push($state.snapshot({ spaces: this.spaces, outlets: this.outlets, floors: this.floors_ }));
  }
  get canUndo(): boolean {
    return this.past.length > 0;
  }
  undo(): void {
    const before = this.past.pop();
    if (!before) return;
    this.spaces = before.spaces;
    this.outlets = before.outlets;
    this.floors_ = before.floors;
    this.save();
  }
  /** Throws the draft away: the plan is shown as it is kept. */
  putAway(): void {
    this.spaces = [...this.plan.spaces];
    this.outlets = [...this.plan.outlets];
    this.floors_ = [...this.plan.floors];
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
    const drawn = this.drawn;
    const points = [
      ...(drawn.corridors ?? []).flatMap((c) => c.points),
      ...(drawn.stairs ?? []).map((s): [number, number] => [s.x, s.y]),
      ...this.points,
    ].map(([x, y]) => ({ x, y, width: 2, depth: 2 }));
    const { picture } = drawn;
    const below = picture ? [{ x: picture.x + picture.width / 2, y: picture.y + picture.height / 2, width: picture.width, depth: picture.height }] : []; // prettier-ignore
    const boxes = [...this.here.map((s) => ({ x: s.x, y: s.y, ...sizeOf(s) })), ...points, ...below];
    const left = Math.min(0, ...boxes.map((b) => b.x - b.width / 2)) - AROUND;
    const top = Math.min(0, ...boxes.map((b) => b.y - b.depth / 2)) - AROUND;
    return {
      left,
      top,
      width: Math.max(20, ...boxes.map((b) => b.x + b.width / 2)) + AROUND - left,
      depth: Math.max(12, ...boxes.map((b) => b.y + b.depth / 2)) + AROUND - top,
    };
  });

  /** Corridors, stairs and picture of the floor that is shown. */
  readonly drawn = $derived.by(
    (): Floor =>
      this.floors_.find((f) => f.floor === this.floor && !f.retired) ?? {
        id: `floor-${this.floor}`,
        floor: this.floor,
      },
  );
  readonly ways = $derived.by(() => new Ways($state.snapshot(this.floors_)));

  private draw(to: Partial<Floor>): void {
    this.remember();
    const floor = { ...this.drawn, ...to };
    this.floors_ = [...this.floors_.filter((f) => f.id !== floor.id), floor];
    this.save();
  }
  take(tool: Tool): void {
    this.tool = tool;
    this.points = [];
  }
  /** A tap on the plan, in metres. */
  tap(x: number, y: number): void {
    const last = this.points.at(-1);
    const straight = (v: number, before: number | undefined) =>
      this.tool === 'corridor' && before !== undefined && Math.abs(v - before) < NEARLY ? before : v;
    const exact = this.tool === 'scale';
    this.points = [
      ...this.points,
      [exact ? x : snapped(straight(x, last?.[0])), exact ? y : snapped(straight(y, last?.[1]))],
    ];
  }
  backPoint(): void {
    this.points = this.points.slice(0, -1);
  }
  addCorridor(points: readonly [number, number][]): void {
    const corridors = this.drawn.corridors ?? [];
    const id = new NewIds(corridors.map((c) => c.id)).give('corridor-1');
    this.draw({ corridors: [...corridors, { id, points: [...points] }] });
    this.take('move');
  }
  changeCorridor(id: string, points: readonly [number, number][]): void {
    this.draw({
      corridors: (this.drawn.corridors ?? []).map((c) => (c.id === id ? { ...c, points: [...points] } : c)),
    });
  }
  removeCorridor(id: string): void {
    this.draw({ corridors: (this.drawn.corridors ?? []).filter((c) => c.id !== id) });
  }
  addStairs(to: number): void {
    const [at] = this.points;
    if (!at) return;
    const stairs = this.drawn.stairs ?? [];
    const id = new NewIds(stairs.map((s) => s.id)).give('stairs-1');
    this.draw({ stairs: [...stairs, { id, x: at[0], y: at[1], to }] });
    this.take('move');
  }
  removeStairs(id: string): void {
    this.draw({ stairs: (this.drawn.stairs ?? []).filter((s) => s.id !== id) });
  }
  /** Sets all rooms of this floor along a corridor. */
  arrange(corridor: string, sides: Sides): void {
    const along = this.drawn.corridors?.find((c) => c.id === corridor);
    if (!along) return;
    this.remember();
    const rooms = byName(this.here.filter((s) => s.kind === 'room'));
    const at = arrangedAlong(rooms, along.points, sides, (r) => sizeOf(r).depth);
    this.spaces = this.spaces.map((s) => ({ ...s, ...at.get(s.id) }));
    this.save();
  }
  /** Draws another floor like this one, and goes there. */
  copyTo(floor: number): void {
    this.remember();
    const parts = copiedFloor(
      $state.snapshot({ spaces: this.spaces, outlets: this.outlets, floors: this.floors_ }),
      this.floor,
      floor,
    );
    this.spaces = [...parts.spaces];
    this.outlets = [...parts.outlets];
    this.floors_ = [...parts.floors];
    this.floor = floor;
    this.chosen = '';
    this.save();
  }
  /** Lays a picture under the floor, as wide as what is drawn. */
  layPicture(photo: string, width: number, height: number): void {
    const { left, top, width: wide } = this.extent;
    this.draw({ picture: { photo, x: left, y: top, width: wide, height: (wide * height) / width } });
  }
  /** Makes two tapped points so many metres apart; the first stays where it is. */
  scalePicture(metres: number): void {
    const { picture } = this.drawn;
    const [a, b] = this.points;
    if (!picture || !a || !b) return;
    const by = metres / Math.hypot(a[0] - b[0], a[1] - b[1]);
    this.draw({
      picture: {
        ...picture,
        x: a[0] - (a[0] - picture.x) * by,
        y: a[1] - (a[1] - picture.y) * by,
        width: picture.width * by,
        height: picture.height * by,
      },
    });
    this.take('move');
  }
  movePicture(dx: number, dy: number): void {
    const { picture } = this.drawn;
    if (picture) this.draw({ picture: { ...picture, x: picture.x + dx, y: picture.y + dy } });
  }
  removePicture(): void {
    const { picture: _, ...rest } = this.drawn;
    this.remember();
    this.floors_ = [...this.floors_.filter((f) => f.id !== rest.id), rest];
    this.save();
  }

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
    const [spaces, outlets, floors] = [
      differences(this.plan.spaces, this.spaces),
      differences(this.plan.outlets, this.outlets),
      differences(this.plan.floors, this.floors_),
    ];
    const put = <T extends { id: string }>(list: Difference<T>[]) =>
      list.flatMap((d) => (d.is ? [d.is] : []));
    const gone = (list: Difference<Space | Outlet | Floor>[]) => list.flatMap((d) => (d.is ? [] : [d.id]));
    return $state.snapshot({
      put: { spaces: put(spaces), outlets: put(outlets), floors: put(floors) },
      remove: { outlets: gone(outlets), spaces: gone(spaces), floors: gone(floors) },
    });
  });
  readonly changed = $derived.by(
    () =>
      [...Object.values(this.changes.put ?? {}), ...Object.values(this.changes.remove ?? {})].flat().length,
  );
}
