import { allCautions, CAUTIONS } from '$core/bench/cautions';
import { GUIDES } from '$core/bench/families';
import { keyWords } from '$core/handover/seal';
import { rootWords } from '$core/handover/chain';
import { OPEN_KINDS, OPEN_WORDS } from '$core/handover/open-points';
import type { HandoverRecord, LinkRecord } from '$core/handover/record';
import { WHAT_IT_PROVES } from '$core/handover/verify';
import { formatMetres } from '$core/model/metres';
import type { JobEntryOf } from '$core/model/entry';
import { EVIDENCE_WORDS } from '$core/reading/verdict';
import { FAMILY_NAMES, type ConnectorFamily } from '$core/wiring/connector';
import { Ways } from '$core/survey/ways';
import type { Floor, Space } from '$core/model/job';
import { Paper } from '../pdf/paper';
import { floorOnPaper } from './floor-drawing';
import { loomOnPaper } from './loom-drawing';
import type { WrongCopper } from './wrong-copper';

const day = (at: string) => at.slice(0, 10);
const RESULT = { pass: 'pass', provisional: 'provisional', fail: 'FAIL', none: 'not proven' } as const;
const SHARES = [13, 6, 32, 13, 14, 20, 13] as const;

/** Most links that are named at one open point. */
const MOST_NAMED = 300;

/** The box a signature is drawn in on the glass, in its own units. */
export const SIGNATURE_BOX = { width: 600, height: 200 } as const;

/** A close-up of an end as it is drawn in the record. */
export interface RecordPicture {
  bytes: Uint8Array;
  width: number;
  height: number;
  alt: string;
}
/** What a record shows beside its words, by the link's id. */
export interface Shown {
  copper: ReadonlyMap<string, readonly WrongCopper[]>;
  pictures: ReadonlyMap<string, readonly RecordPicture[]>;
}
/** How high a close-up is, in mm. */
const PICTURE_MM = 34;

/** Where the spaces are, floor by floor to scale, and how far it is from each closet. */
async function plans(paper: Paper, file: HandoverRecord['file']): Promise<void> {
  const spaces = (file.spaces as Space[]).filter((s) => !s.retired);
  if (!spaces.length) return;
  const floors = ((file.floors ?? []) as Floor[]).filter((f) => !f.retired);
  const ways = new Ways(floors);
  paper.h1('Where it is');
  paper.p(
    'Closets are filled. Drawn to the scale of the plan of spaces; what was not measured lies where it was put.',
  );
  for (const floor of [...new Set(spaces.map((s) => s.floor))].sort((a, b) => a - b)) {
    const here = spaces.filter((s) => s.floor === floor);
    paper.h2(`Floor ${floor}`);
    floorOnPaper(
      paper,
      floor,
      here,
      floors.find((f) => f.floor === floor),
    );
    for (const closet of spaces.filter((s) => s.kind === 'closet')) {
      const walks = here.filter((s) => s.id !== closet.id).map((s) => ({ s, way: ways.between(closet, s) }));
      if (walks.length)
        paper.p(
          `On foot from ${closet.name}: ${walks.map(({ s, way }) => `${s.name} ${Math.round(way.metres)} m${way.guess ? ', straight' : ''}`).join('; ')}.`,
        );
    }
    await paper.breathe();
  }
}

/** The as-built record as a PDF: searched, read aloud, printed on A4. Drawn in slices, so that others are answered meanwhile. */
export async function recordPdf(record: HandoverRecord, handed: JobEntryOf<'handed-over'> | null, shown: Shown = { copper: new Map(), pictures: new Map() }): Promise<Buffer> {
  const { file, summary } = record;
  const { policy } = file.job;
  const metres = (l: LinkRecord) =>
    l.lengthMetres === undefined ? '' : `${formatMetres(l.lengthMetres, policy.units)}${{ planned: ' planned', marks: ' by its marks', measured: '' }[l.lengthFrom ?? 'measured']}`;
  const paper = new Paper(`${file.job.name}: as-built record`, `${file.job.name}, record of ${day(record.madeAt)}`);
  paper.title(file.job.name);
  paper.p(`As-built record of the cabling, made ${day(record.madeAt)} from revision ${file.job.revision ?? 0} of the plan and ${record.log.count} entries of the log.`);
  const { about } = policy;
  if (about) paper.p([about.client && `Client: ${about.client}`, about.address, about.number && `number ${about.number}`].filter(Boolean).join(', '));
  paper.h1('What was asked');
  paper.p(`Scheme ${policy.scheme} (TIA-568, from memory). Every link is to be proven by ${EVIDENCE_WORDS[policy.evidence]} or more.`);
  for (const [cable, evidence] of Object.entries(policy.evidenceByCable ?? {})) paper.item(`${cable}: ${EVIDENCE_WORDS[evidence]}.`);
  paper.h1('Summary');
  paper.p(`${summary.links} links: ${summary.pass} pass, ${summary.provisional} provisional, ${summary.fail} fail, ${summary.none} not proven.`, 'bold');
  const byEvidence = new Map<string, LinkRecord[]>();
  for (const l of record.links) if (l.evidence && l.result === 'pass') byEvidence.set(l.evidence, [...(byEvidence.get(l.evidence) ?? []), l]);
  for (const [evidence, links] of byEvidence) {
    const open = [...new Set(links.flatMap((l) => l.notRuledOut))];
    paper.item(`${links.length} by ${EVIDENCE_WORDS[evidence as keyof typeof EVIDENCE_WORDS]}${open.length ? `; that does not rule out: ${open.join(', ')}` : ''}.`);
  }
  paper.h1('Open points and exceptions');
  if (!record.open.length) paper.p('None.');
  for (const kind of OPEN_KINDS) {
    const points = record.open.filter((o) => o.kind === kind);
    if (!points.length) continue;
    paper.h2(`${points.length} ${OPEN_WORDS[kind]}`);
    paper.p(points.slice(0, MOST_NAMED).map((o) => `${o.label} ${o.says}`).join('; ') + (points.length > MOST_NAMED ? `; and ${points.length - MOST_NAMED} more, which stand in the record as data` : '') + '.'); // prettier-ignore
    await paper.breathe();
  }
  paper.h1('Port map');
  const groups = new Map<string, LinkRecord[]>();
  for (const l of record.links) {
    const on = l.head.on.replace(/, port \d+$/, '') || 'links without a panel';
    const key = `${l.head.space}${l.head.space ? ', ' : ''}${on}`;
    groups.set(key, [...(groups.get(key) ?? []), l]);
  }
  for (const [name, links] of groups) {
    paper.h2(name);
    paper.row(['identifier', 'port', 'other end', 'length', 'cable', 'result', 'tested'], SHARES, 'bold');
    for (const l of links) {
      const port = /port (\d+)$/.exec(l.head.on)?.[1] ?? '';
      paper.row([l.identifier, port, [l.tail.space, l.tail.on].filter(Boolean).join(', '), metres(l), l.cable, `${RESULT[l.result]}${l.evidence ? `, ${l.evidence}` : ''}`, l.testedAt ? day(l.testedAt) : ''], SHARES);
      await paper.breathe();
    }
  }
  await plans(paper, file);
  const told = record.links.filter((l) => l.story.length);
  if (told.length) {
    paper.h1('Links that were not right at once');
    for (const l of told) {
      paper.h2(`${l.identifier}: ${RESULT[l.result]}`);
      for (const s of l.story) paper.item(`${s.at.slice(0, 16).replace('T', ' ')} ${s.by}: ${s.says}`);
      for (const copper of shown.copper.get(l.id) ?? []) {
        loomOnPaper(paper, copper);
        await paper.breathe();
      }
      paper.pictures(shown.pictures.get(l.id) ?? [], PICTURE_MM);
      await paper.breathe();
    }
  }
  const swept = record.links.filter((l) => l.sweep);
  if (swept.length) {
    paper.h1('Sweeps');
    paper.p('Worked out from the sweeps as they were brought in; limits TIA-568.2 from memory. The instrument’s own verdict counts.');
    for (const l of swept) paper.item(`${l.identifier}: ${l.sweep}`);
  }
  paper.h1('Materials and testers');
  const families = new Map<string, number>();
  for (const l of record.links) for (const end of [l.head, l.tail]) families.set(end.connector, (families.get(end.connector) ?? 0) + 1);
  for (const [family, n] of families) paper.item(`${n} ${FAMILY_NAMES[family as ConnectorFamily] ?? family}`);
  const cables = new Map<string, number>();
  for (const l of record.links) cables.set(l.cable || 'cable not named', (cables.get(l.cable || 'cable not named') ?? 0) + (l.lengthMetres ?? 0));
  for (const [cable, sum] of cables) paper.item(`${cable}: ${formatMetres(sum, policy.units)} as far as lengths are known`);
  for (const tester of new Set(record.links.flatMap((l) => l.tester ?? []))) paper.item(`tester: ${tester}`);
  for (const part of file.parts) paper.item(`${part.kind} ${part.name}${part.lot ? `, lot ${part.lot}` : ''}`);
  paper.h1('For whoever works on it next');
  paper.p('Local codes and licensed practice come before anything here. Switch off and disconnect what feeds a link before it is opened; coaxial drops may carry supply voltage, and network ports may carry power over Ethernet.');
  const cautions = [...families.keys()].flatMap((f) => allCautions(GUIDES[f as ConnectorFamily], null));
  for (const caution of new Set(cautions)) paper.item(CAUTIONS[caution]);
  paper.h1('How this record is checked');
  paper.p(`Root of the log, first half (SHA-256): ${rootWords(record.log.root)}`, 'bold');
  for (const says of WHAT_IT_PROVES) paper.p(says);
  if (handed) {
    paper.h1('Taken over');
    paper.p(`By ${handed.data.client}, ${day(handed.at)}, ${handed.data.count} entries, root ${rootWords(handed.data.root)}${handed.data.seal ? `, sealed by the key ${keyWords(handed.data.seal.key)}` : ''}.`);
    if (handed.data.open) paper.p(`${handed.data.open} open points were shown before it was signed.`);
    for (const r of handed.data.refused) paper.item(`refused: ${record.links.find((l) => l.id === r.link)?.identifier ?? r.link}: ${r.reason}`);
    if (handed.data.signature) paper.path(handed.data.signature, SIGNATURE_BOX, 22, `Signature of ${handed.data.client}`);
  }
  return paper.end();
} // prettier-ignore
