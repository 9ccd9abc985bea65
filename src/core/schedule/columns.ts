/** Columns of a schedule, in the order in which they are written. */
export const SCHEDULE_COLUMNS = ['link', 'head_closet', 'head_panel', 'head_port', 'tail_room', 'tail_outlet', 'tail_position', 'cable', 'scheme', 'ordered', 'length_m', 'head_connector', 'tail_connector', 'note', 'tail_floor'] as const; // prettier-ignore
/** A column of a schedule. */
export type ScheduleColumn = (typeof SCHEDULE_COLUMNS)[number];

/** What the columns are called on every screen, in the order in which a person reads a row. */
export const COLUMN_WORDS: Readonly<Record<ScheduleColumn, string>> = {
  link: 'label',
  head_closet: 'closet',
  head_panel: 'panel',
  head_port: 'port',
  tail_floor: 'floor',
  tail_room: 'room',
  tail_outlet: 'outlet',
  tail_position: 'position',
  cable: 'cable',
  scheme: 'scheme',
  ordered: 'order',
  length_m: 'length',
  head_connector: 'connector at the head',
  tail_connector: 'connector at the tail',
  note: 'note',
};
/** The columns as a person reads a row. */
export const COLUMNS_AS_READ = Object.keys(COLUMN_WORDS) as ScheduleColumn[];

/** Columns a schedule cannot do without: where it has a panel, a port too, else the space each head ends in. */
export const REQUIRED_COLUMNS: readonly ScheduleColumn[] = ['link', 'head_panel', 'head_port', 'tail_room'];
const REQUIRED_WITHOUT_PANELS: readonly ScheduleColumn[] = ['link', 'head_closet', 'tail_room'];

/** What columns are called in common practice, the surest first. Compared without case, blanks, signs and units. */
const NAMES: Record<ScheduleColumn, readonly string[]> = {
  link: [
    'link', 'label', 'link id', 'cable id', 'cable number', 'cable label', 'cable ref', 'cable reference', 'cable tag', 'cable name',
    'drop id', 'drop number', 'drop', 'circuit id', 'circuit', 'run id', 'run number', 'point id', 'point number', 'data point',
    'identifier', 'reference', 'ref', 'tag', 'id', 'name',
  ],
  head_closet: [
    'head closet', 'closet', 'telecom room', 'telecoms room', 'telecommunications room', 'tr', 'comms room', 'comms cupboard', 'comms',
    'equipment room', 'server room', 'riser', 'mdf', 'idf', 'cabinet', 'rack room', 'rack', 'from closet', 'from room', 'from location',
  ],
  head_panel: ['head panel', 'panel', 'patch panel', 'panel id', 'panel name', 'panel number', 'pp', 'from panel', 'from patch panel'],
  head_port: ['head port', 'port', 'panel port', 'patch panel port', 'port number', 'pp port', 'from port', 'port id'],
  tail_floor: ['tail floor', 'floor', 'level', 'lvl', 'storey', 'story', 'flr', 'to floor', 'to level'],
  tail_room: ['tail room', 'room', 'room number', 'room name', 'rm', 'rm number', 'to room', 'to location', 'location', 'space', 'area', 'destination'],
  tail_outlet: ['tail outlet', 'outlet', 'outlet id', 'outlet number', 'plate', 'faceplate', 'wall outlet', 'wall plate', 'wo', 'to outlet'],
  tail_position: ['tail position', 'position', 'jack', 'jack id', 'jack number', 'outlet position', 'outlet port', 'plate position', 'to jack', 'to port', 'to position'],
  cable: ['cable', 'cable type', 'cable kind', 'media', 'cable category', 'category', 'type'],
  scheme: ['scheme', 'wiring', 'wiring scheme', 'wiring standard', 'pinout', 'pin out', 't568', '568', 'std', 'standard', 'termination standard'],
  ordered: ['ordered', 'order', 'straight or crossover', 'straight crossover'],
  length_m: ['length', 'cable length', 'len', 'est length', 'estimated length', 'run length', 'distance', 'metres', 'meters', 'feet'],
  head_connector: ['head connector', 'panel connector', 'from connector', 'connector a', 'a end connector', 'panel termination', 'from termination', 'head termination'],
  tail_connector: ['tail connector', 'outlet connector', 'jack type', 'to connector', 'connector b', 'b end connector', 'connector', 'connector type', 'outlet termination', 'to termination', 'termination'],
  note: ['note', 'notes', 'remark', 'remarks', 'comment', 'comments'],
}; // prettier-ignore

/** A unit lengths are given in. */
export type LengthUnit = 'm' | 'ft' | 'in' | 'cm';
const UNITS: readonly [LengthUnit, RegExp][] = [
  ['ft', /\b(?:ft|feet|foot)\b|\(\s*['′]\s*\)/i],
  ['in', /\b(?:in|inch|inches)\b|\(\s*["″]\s*\)/i],
  ['cm', /\bcm\b/i],
  ['m', /\b(?:m|mtrs?|metres?|meters?)\b/i],
];
/** The unit a column's name says its lengths are in; null where it says none. */
export const unitNamed = (name: string): LengthUnit | null =>
  UNITS.find(([, pattern]) => pattern.test(name.replaceAll('_', ' ')))?.[0] ?? null;

/** A column's name as names are compared: `Length (ft)` is `length`, `Port No.` is `portnumber`. */
export const bareName = (name: string): string =>
  name
    .toLowerCase()
    .replaceAll('_', ' ')
    .replace(/[([{].*?[)\]}]/g, ' ')
    .replace(/#|\b(?:no|nr|num|nos)\b\.?/g, ' number ')
    .replace(/(?<=\S\s+)\b(?:m|ft|feet|metres|meters|in)\b\s*$/, ' ')
    .replace(/[^\p{L}\p{N}]+/gu, '');
const BARE_NAMES = new Map(
  SCHEDULE_COLUMNS.map((c) => [c, new Set([c, ...NAMES[c]].map(bareName))] as const),
);

/**
 * Which column of a schedule each column of a sheet is, by its name; null where none matches. Each at most once. A name
 * that stands in two rows (`From` over `Port`) is given as its parts: all of it is tried, then its last part, then its first.
 *
 * @example
 * matchColumns(['Drop ID', ['From', 'Panel'], ['From', 'Port'], 'Rm']) // ['link', 'head_panel', 'head_port', 'tail_room']
 */
export function matchColumns(header: readonly (string | readonly string[])[]): (ScheduleColumn | null)[] {
  const matched: (ScheduleColumn | null)[] = header.map(() => null);
  const taken = new Set<ScheduleColumn>();
  const parts = header.map((h) => (typeof h === 'string' ? [h] : h).filter((p) => p.trim()));
  const tries = [
    (p: readonly string[]) => p.join(' '),
    (p: readonly string[]) => p.at(-1) ?? '',
    (p: readonly string[]) => p[0] ?? '',
  ];
  const give = (i: number, c: ScheduleColumn) => {
    matched[i] = c;
    taken.add(c);
  };
  for (const said of tries) {
    const bare = parts.map((p) => bareName(said(p)));
    for (const c of SCHEDULE_COLUMNS) {
      if (taken.has(c)) continue;
      for (const name of BARE_NAMES.get(c)!) {
        const i = bare.findIndex((h, j) => h !== '' && !matched[j] && h === name);
        if (i < 0) continue;
        give(i, c);
        break;
      }
    }
  }
  return matched;
}

/** The columns a schedule cannot do without and that are not matched. */
export const missingColumns = (matched: readonly (ScheduleColumn | null)[]): ScheduleColumn[] => {
  const bySpace = matched.includes('head_closet') && !matched.includes('head_panel') && !matched.includes('head_port'); // prettier-ignore
  return (bySpace ? REQUIRED_WITHOUT_PANELS : REQUIRED_COLUMNS).filter((c) => !matched.includes(c));
};
