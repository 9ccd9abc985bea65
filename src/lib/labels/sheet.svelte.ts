import { LABEL_SHEETS, sheetProblem, type LabelSheet } from '$core/labels/label-sheet';
import type { LabelForm } from '$core/labels/label-layout';
import type { LabelSort, LabelTogether } from '$core/labels/label-order';
import { stripProblem, USUAL_STRIP, type StripSpec } from '$core/labels/strip';
import type { LabelSpot } from '$core/labels/label-text';
import { KeptDraft } from '$lib/device/kept-draft';

interface Kept {
  sheetId: string;
  figures: Record<keyof LabelSheet, string>;
  spots: LabelSpot[];
  screen: 'bench' | 'prove';
  withCode: boolean;
  outlines: boolean;
  base: string;
  form?: LabelForm;
  sort?: LabelSort;
  together?: LabelTogether;
  instead?: Record<string, string>;
  strip?: Record<StripFigure, string>;
}
/** Figures of a strip that can be adjusted. */
export type StripFigure = 'pitch' | 'height' | 'group' | 'gap';
export const STRIP_FIGURES: readonly [StripFigure, string][] = [
  ['pitch', 'port to port, mm'],
  ['height', 'strip high, mm'],
  ['group', 'ports in a group'],
  ['gap', 'more between groups, mm'],
];
/** Figures of a sheet that can be adjusted, with what they are called. */
export const FIGURES: readonly [keyof LabelSheet, string][] = [
  ['pageWidth', 'page wide'], ['pageHeight', 'page high'], ['columns', 'columns'], ['rows', 'rows'],
  ['labelWidth', 'label wide'], ['labelHeight', 'label high'], ['marginLeft', 'first from the left'],
  ['marginTop', 'first from the top'], ['gapX', 'gap across'], ['gapY', 'gap down'],
]; // prettier-ignore
const asText = (sheet: LabelSheet) =>
  Object.fromEntries(Object.entries(sheet).map(([k, v]) => [k, String(Math.round(v * 100) / 100)])) as Record<keyof LabelSheet, string>; // prettier-ignore

/** The sheet labels are printed on, as this device last had it. */
export class LabelChoice {
  sheetId = $state(LABEL_SHEETS[0]!.id);
  figures = $state<Record<keyof LabelSheet, string>>(asText(LABEL_SHEETS[0]!.sheet));
  spots = $state<LabelSpot[]>(['cable-head', 'cable-tail']);
  screen = $state<'bench' | 'prove'>('prove');
  withCode = $state(true);
  outlines = $state(false);
  base = $state('');
  skip = $state('0');
  form = $state<LabelForm>('flat');
  sort = $state<LabelSort>('port');
  together = $state<LabelTogether>('link');
  /** What is printed in the place of lines that no typeface here has letters for. */
  instead = $state<Record<string, string>>({});
  strip = $state<Record<StripFigure, string>>({
    pitch: String(USUAL_STRIP.pitch),
    height: String(USUAL_STRIP.height),
    group: String(USUAL_STRIP.group),
    gap: String(USUAL_STRIP.gap),
  });
  private readonly draft: KeptDraft<Kept>;

  constructor(job: string) {
    this.draft = new KeptDraft(`gauntlet:labels:${job}`);
  }
  resume(origin: string): void {
    this.base = origin;
    const kept = this.draft.read();
    if (kept) Object.assign(this, kept);
  }
  save(): void {
    const { sheetId, figures, spots, screen, withCode, outlines, base, form, sort, together } = this;
    this.draft.keep({
      sheetId,
      figures: { ...figures },
      spots: [...spots],
      screen,
      withCode,
      outlines,
      base,
      form,
      sort,
      together,
      instead: { ...this.instead },
      strip: { ...this.strip },
    });
  }
  take(id: string): void {
    this.sheetId = id;
    const known = LABEL_SHEETS.find((s) => s.id === id);
    if (known) this.figures = asText(known.sheet);
    this.save();
  }
  readonly sheet = $derived.by((): LabelSheet | null => {
    const read = Object.fromEntries(Object.entries(this.figures).map(([k, v]) => [k, Number(v.replace(',', '.'))])) as unknown as LabelSheet; // prettier-ignore
    const whole = [read.columns, read.rows].every((n) => Number.isInteger(n) && n >= 1 && n <= 60);
    return whole && Object.values(read).every((v) => Number.isFinite(v)) ? read : null;
  });
  readonly strips = $derived.by((): StripSpec => {
    const read = Object.fromEntries(Object.entries(this.strip).map(([k, v]) => [k, Number(v.replace(',', '.'))])) as Record<StripFigure, number>; // prettier-ignore
    return { ...USUAL_STRIP, ...read };
  });
  readonly stripProblem = $derived.by((): string | null =>
    Object.values(this.strips).every((v) => Number.isFinite(v)) && this.strips.pitch >= 5 && this.strips.height >= 4 && Number.isInteger(this.strips.group) && this.strips.group >= 1
      ? stripProblem(this.strips)
      : 'Every figure of a strip is a number: at least 5 mm from port to port, 4 mm high, one port in a group.',
  ); // prettier-ignore
  readonly problem = $derived.by((): string | null =>
    !this.sheet
      ? 'Every figure of the sheet is a number: columns and rows whole ones from 1 on.'
      : !this.spots.length
        ? 'Choose at least one place for labels.'
        : sheetProblem(this.sheet),
  );
}
