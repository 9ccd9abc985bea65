/** Kinds of evidence, least first. */
export const EVIDENCE = [
  'continuity',
  'wiremap',
  'wiremap-length',
  'qualification',
  'certification',
] as const;
/** What a tester can show; each kind shows all that the ones before it do. */
export type Evidence = (typeof EVIDENCE)[number];

/** Whether evidence `a` shows at least what `b` does. */
export const evidenceCovers = (a: Evidence, b: Evidence): boolean =>
  EVIDENCE.indexOf(a) >= EVIDENCE.indexOf(b);
