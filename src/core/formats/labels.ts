import { z } from 'zod';
import { LABEL_SPOTS } from '../labels/label-text';
import { sheetProblem } from '../labels/label-sheet';

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
/** What is asked for when labels are printed. */
export type LabelRequest = z.infer<typeof labelRequestSchema>;
