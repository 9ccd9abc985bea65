import { z } from 'zod';
import { LABEL_SPOTS } from '../labels/label-text';
import { sheetProblem } from '../labels/label-sheet';
import { stripProblem } from '../labels/strip';

const mm = (least: number, most: number) => z.number().min(least).max(most);

/** What is asked for when labels are printed. */
export const labelRequestSchema = z.strictObject({
  sheet: z
    .strictObject({
      pageWidth: mm(15, 1200),
      pageHeight: mm(6, 1200),
      columns: z.number().int().min(1).max(40),
      rows: z.number().int().min(1).max(60),
      labelWidth: mm(1, 1200),
      labelHeight: mm(1, 1200),
      marginLeft: mm(-50, 300),
      marginTop: mm(-50, 300),
      gapX: mm(0, 100),
      gapY: mm(0, 100),
    })
    .superRefine((sheet, ctx) => {
      const message = sheetProblem(sheet);
      if (message) ctx.addIssue({ code: 'custom', message });
    }),
  /** Flat, or round a cable with its lines again and again. */
  form: z.enum(['flat', 'wrap']).default('flat'),
  sort: z.enum(['port', 'room']).default('port'),
  together: z.enum(['link', 'spot']).default('link'),
  /** What is printed in the place of lines with letters that no typeface here has. */
  instead: z.record(z.string().max(200), z.string().max(60)).default({}),
  spots: z.array(z.enum(LABEL_SPOTS)).min(1, { error: 'Choose at least one place for labels.' }),
  /** Links by id; all of the job where missing. */
  links: z.array(z.string().min(1).max(80)).max(20_000).optional(),
  /** Labels at the start of the first sheet that are used up. */
  skip: z.number().int().min(0).max(2400).default(0),
  /** Codes open a link here: the address phones reach the server under, and the screen. */
  opens: z.strictObject({ base: z.url({ protocol: /^https?$/, error: 'Write the address as http://… or https://…' }).max(200, { error: 'An address of more than 200 letters does not fit into a code: use a shorter one.' }), screen: z.enum(['bench', 'prove']) }).optional(), // prettier-ignore
  /** Thin lines round labels, to try on plain paper. */
  outlines: z.boolean().default(false),
});
/** What is asked for when strips at port pitch are printed. */
export const stripRequestSchema = z.strictObject({
  strip: z
    .strictObject({
      pageWidth: mm(50, 1200),
      pageHeight: mm(50, 1200),
      pitch: mm(5, 60),
      height: mm(4, 40),
      group: z.number().int().min(1).max(96),
      gap: mm(0, 60),
    })
    .superRefine((strip, ctx) => {
      const message = stripProblem(strip);
      if (message) ctx.addIssue({ code: 'custom', message });
    }),
  /** Panels by id; all where missing. */
  panels: z.array(z.string().min(1).max(80)).max(2000).optional(),
  instead: z.record(z.string().max(200), z.string().max(60)).default({}),
});
/** What is asked for when labels are printed. */
export type LabelRequest = z.infer<typeof labelRequestSchema>;
