import type { Policy } from '../model/job';

/** Whose job it is and where, as far as something was entered: nothing where all of it is empty. */
export function aboutJob(
  entered: Readonly<Partial<Record<'client' | 'address' | 'number', string>>>,
): Pick<Policy, 'about'> {
  const about = Object.fromEntries(Object.entries(entered).filter(([, value]) => value?.trim()));
  return Object.keys(about).length ? { about } : {};
}
