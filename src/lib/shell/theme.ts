import { recall, remember } from '$lib/device/small';
/** A theme, or what the system says. */
export type Theme = 'paper' | 'closet' | null;

/** The theme this device was set to. */
export const storedTheme = (): Theme => (recall('gauntlet:theme') as Theme) ?? null;

/** Turns to the other theme and keeps it. */
export function turnTheme(): Theme {
  const dark = document.documentElement.dataset.theme
    ? document.documentElement.dataset.theme === 'closet'
    : matchMedia('(prefers-color-scheme: dark)').matches;
  const theme = dark ? 'paper' : 'closet';
  document.documentElement.dataset.theme = theme;
  remember('gauntlet:theme', theme);
  return theme;
}
