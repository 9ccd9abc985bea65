/** Digits that were typed while the screen of the link they were read at was on its way. */
let ahead: { link: string; keys: readonly string[] } = { link: '', keys: [] };

const forget = (link: string) => {
  if (ahead.link === link) ahead = { link: '', keys: [] };
};

/** Whether the key says what a contact answered, or corrects the answer before. */
export const isAnswer = (key: string): boolean => /^[0-8sS+-]$/.test(key) || key === 'Backspace';

/**
 * Keeps a key for the link whose screen is on its way, until it is there or was turned away from (`arrived` settles).
 * What was kept for another link is let go.
 */
export function typeAhead(link: string, key: string, arrived: Promise<void>): void {
  if (ahead.link !== link) {
    ahead = { link, keys: [] };
    void arrived.catch(() => {}).then(() => forget(link));
  }
  ahead = { link, keys: [...ahead.keys, key] };
}

/** Keys typed ahead for this link, in order; they are given once. */
export function takeTypedAhead(link: string): readonly string[] {
  const keys = ahead.link === link ? ahead.keys : [];
  forget(link);
  return keys;
}
