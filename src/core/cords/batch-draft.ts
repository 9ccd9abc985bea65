import { fitOf, type FitReason } from '../bench/fit';
import { cableNamed, connectorsFor, isShielded } from '../model/cable-named';
import type { Batch, JobPlan, Link, Part } from '../model/job';
import { MOST_CORD_METRES, MOST_CORDS } from '../model/limits';
import { readMetres } from '../model/metres';
import type { PlanChanges } from '../model/plan-changes';
import { NewIds, slugOf } from '../plan/new-ids';
import { FAMILY_NAMES, mediumOf, type ConnectorFamily } from '../wiring/connector';
import type { Order, Scheme } from '../wiring/schemes';

/** A batch of cords as it is typed. */
export interface BatchDraft {
  name: string;
  count: string;
  /** Length of each, as `readMetres` takes it. */
  length: string;
  cable: string;
  head: ConnectorFamily;
  tail: ConnectorFamily;
  boots: boolean;
  ordered: Order;
  scheme: Scheme;
  /** What stands before the numbers of the cords, and the first number. */
  prefix: string;
  first: string;
  /** The box it is cut from and what lies in it; both empty where nobody counts. */
  boxName: string;
  boxLength: string;
}

/** A letter for the numbers of a batch that no label begins with, C for cord first; none where all are in use. */
export function freePrefix(labels: readonly string[]): string {
  const letters = [...'CDEFGHJKLMNPQRSTUVWXYZAB'];
  const free = letters.find((l) => !labels.some((label) => label.toUpperCase().startsWith(`${l}-`)));
  return free ? `${free}-` : '';
}

/** A batch that can be begun, or the field that is wrong and a sentence. */
export type ReadBatch =
  | { ok: true; batch: Batch; links: Link[]; changes: PlanChanges }
  | { ok: false; field: keyof BatchDraft; message: string };

/** Addresses beside those of batches. */
const TAKEN_ADDRESSES = ['which'];

const whole = (text: string): number | null => (/^\d{1,6}$/.test(text.trim()) ? Number(text) : null);

/** Reads a batch as it was typed and makes its cords; nothing of the plan is taken twice. */
export function readBatch(draft: BatchDraft, plan: JobPlan): ReadBatch {
  const no = (field: keyof BatchDraft, message: string) => ({ ok: false as const, field, message });
  const { units } = plan.policy;
  const name = draft.name.trim();
  if (!name) return no('name', 'Give the batch a name, such as what the cords are for.');
  if (plan.batches.some((b) => !b.retired && b.name.trim().toLowerCase() === name.toLowerCase()))
    return no('name', `There is a batch called ${name} already: give this one another name.`);
  const count = whole(draft.count);
  if (!count) return no('count', 'Say how many cords: a number from 1 on.');
  if (count > MOST_CORDS)
    return no('count', `${count} cords are too many for one batch: make it ${MOST_CORDS} at most, and another batch of the rest.`); // prettier-ignore
  const length = readMetres(draft.length, units);
  if (!length.ok) return no('length', length.message);
  const metres = Math.round(length.metres * 1000) / 1000;
  if (metres < 0.1)
    return no('length', 'A cord of less than 10 cm cannot be made: both plugs need that much.');
  if (metres > MOST_CORD_METRES)
    return no('length', `A cord of ${draft.length.trim()} is past the ${MOST_CORD_METRES} m of a whole channel: make it shorter, or plan it as a link.`); // prettier-ignore
  if (mediumOf(draft.head) !== mediumOf(draft.tail))
    return no('tail', 'A coax connector at one end needs one at the other.');
  const first = whole(draft.first);
  if (first === null || first < 1 || first + count - 1 > MOST_CORDS)
    return no('first', `The numbers run from 1 to ${MOST_CORDS}: begin with a smaller one.`);
  const box = readBox(draft, units);
  if ('field' in box) return no(box.field, box.message);
  const batch: Batch = {
    id: new NewIds([...plan.batches.map((b) => b.id), ...TAKEN_ADDRESSES]).give(slugOf(name)),
    name,
    ...(draft.boots ? { boots: true as const } : {}),
    ...box,
  };
  const links = numbered(
    {
      head: { connector: draft.head },
      tail: { connector: draft.tail },
      ...(draft.scheme === plan.policy.scheme ? {} : { scheme: draft.scheme }),
      ordered: draft.ordered,
      shielded: isShielded(draft.cable, plan.parts),
      cable: draft.cable.trim(),
      lengthMetres: metres,
    },
    { batch: batch.id, prefix: draft.prefix.trim(), first, count, digits: Math.max(2, String(first + count - 1).length) }, // prettier-ignore
    plan,
  );
  const double = labelTaken(links, plan);
  if (double)
    return no('prefix', `${double} is the label of another link: begin the numbers with something else.`);
  return { ok: true, batch, links, changes: { put: { batches: [batch], links } } };
}

type Numbering = { batch: string; prefix: string; first: number; count: number; digits: number };

/** Cords that are alike, numbered one after another. */
function numbered(
  like: Omit<Link, 'id' | 'label' | 'cord'>,
  { batch, prefix, first, count, digits }: Numbering,
  plan: JobPlan,
): Link[] {
  const ids = new NewIds(plan.links.map((l) => l.id));
  return Array.from({ length: count }, (_, i): Link => {
    const number = first + i;
    const label = `${prefix}${String(number).padStart(digits, '0')}`;
    return { ...like, id: ids.give(label.slice(0, 60)), label, cord: { batch, number } };
  });
}

/** The first of these labels that another link has already; null where none. */
function labelTaken(links: readonly Link[], plan: JobPlan): string | null {
  const taken = new Set(plan.links.filter((l) => !l.retired).map((l) => l.label.toLowerCase()));
  return links.find((l) => taken.has(l.label.toLowerCase()))?.label ?? null;
}

/** More cords for a batch, like its last one and numbered on from it; the sentence that says why not otherwise. */
export function moreCords(
  cords: readonly Link[],
  text: string,
  plan: JobPlan,
): { ok: true; links: Link[] } | { ok: false; message: string } {
  const last = cords.at(-1);
  const count = whole(text);
  if (!last?.cord)
    return { ok: false, message: 'There is no cord left to make more of: begin another batch.' };
  if (!count) return { ok: false, message: 'Say how many more: a number from 1 on.' };
  const first = last.cord.number + 1;
  if (first + count - 1 > MOST_CORDS)
    return { ok: false, message: `A batch holds ${MOST_CORDS} cords at most: begin another one.` };
  const [, prefix, digits] = /^(.*?)(\d+)$/.exec(last.label) ?? [null, `${last.label}-`, '00'];
  const { id: _id, label: _label, cord, note: _note, ...like } = last;
  const links = numbered(like, { batch: cord.batch, prefix: prefix!, first, count, digits: digits!.length }, plan); // prettier-ignore
  const double = labelTaken(links, plan);
  return double
    ? {
        ok: false,
        message: `${double} is the label of another link: begin another batch with other numbers.`,
      }
    : { ok: true, links };
}

function readBox(
  { boxName, boxLength }: BatchDraft,
  units: JobPlan['policy']['units'],
): Pick<Batch, 'box'> | { field: 'boxName' | 'boxLength'; message: string } {
  const [name, text] = [boxName.trim(), boxLength.trim()];
  if (!name && !text) return {};
  if (!name) return { field: 'boxName', message: 'Name the box or reel, such as its number.' };
  if (!text) return { field: 'boxLength', message: `Say how much lies in ${name}, or leave out its name.` };
  const read = readMetres(text, units);
  if (!read.ok) return { field: 'boxLength', message: read.message };
  if (read.metres > 2000) return { field: 'boxLength', message: 'More than 2,000 m lie on no reel.' };
  return { box: { name, metres: Math.round(read.metres * 100) / 100 } };
}

/** Why no connector known of a family takes a cable, by the one that comes nearest; none where one does, or nobody knows. */
function misfits(cable: string, family: ConnectorFamily, parts: readonly Part[]): FitReason[] {
  const spec = cableNamed(cable, parts);
  if (!spec) return [];
  const fits = connectorsFor(family, parts).map((c) => fitOf(spec, c.spec));
  if (!fits.length || fits.some((f) => f.grade !== 'does-not-fit')) return [];
  const against = fits.map((f) => f.reasons.filter((r) => r.grade === 'does-not-fit'));
  return against.reduce((least, reasons) => (reasons.length < least.length ? reasons : least));
}

/** What has to be known before the first cut: that no connector of one of these families takes the cable, and why. */
export const misfitWords = (
  cable: string,
  families: readonly ConnectorFamily[],
  parts: readonly Part[],
): string[] =>
  [...new Set(families)].flatMap((family) => {
    const reasons = misfits(cable, family, parts);
    return reasons.length
      ? [`No ${FAMILY_NAMES[family]} known here takes ${cable}. ${reasons.map((r) => r.text).join(' ')}`]
      : [];
  });
