import type { Projection } from '../log/projection';
import type { Label, LabelSpot } from './label-text';

/** What was printed last for each link, by where it goes: the text as it stood on the label. */
export type PrintedLabels = Record<string, Partial<Record<LabelSpot, string>>>;

/** What labels were printed, as a projection of a job's log. */
export const printedLabels: Projection<PrintedLabels> = {
  kinds: ['labelled'],
  init: () => ({}),
  step: (all, e) => {
    if (e.kind !== 'labelled') return all;
    for (const { link, spot, says } of e.data.labels) (all[link] ??= {})[spot] = says;
    return all;
  },
};

/** All that stands on a label, as it is kept to tell whether it still holds. */
export const labelSays = ({ large, small }: Pick<Label, 'large' | 'small'>): string =>
  [large, ...small].join(' | ').slice(0, 300);

/** How a label stands: never printed, printed as it is now, or printed with something else on it. */
export type LabelState = 'new' | 'printed' | 'stale';

/** How a label stands against what was printed. */
export function labelState(label: Label, printed: PrintedLabels): LabelState {
  const said = Object.hasOwn(printed, label.link) ? printed[label.link]![label.spot] : undefined;
  return said === undefined ? 'new' : said === labelSays(label) ? 'printed' : 'stale';
}
