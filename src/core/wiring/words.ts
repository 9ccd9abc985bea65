/** Items as a person lists them: `1, 2 and 3`. */
export const listed = (items: readonly string[]): string =>
  items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`;

/** Words as a sentence: with a full stop, where they do not end in one or in a question. */
export const sentence = (text: string): string => (/[.?]$/.test(text) ? text : `${text}.`);
