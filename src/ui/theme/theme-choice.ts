import { THEME_COOKIE } from './theme-cookie';

/** Paper or cell: chosen per device and kept in a cookie, so that the server paints the first page right. */
export type ThemeChoice = 'paper' | 'cell';

const readTheme = (): ThemeChoice => (document.documentElement.dataset.theme === 'cell' ? 'cell' : 'paper');

export function switchTheme(): ThemeChoice {
  const next: ThemeChoice = readTheme() === 'cell' ? 'paper' : 'cell';
  document.documentElement.dataset.theme = next;
  document.cookie = `${THEME_COOKIE}=${next}; path=/; max-age=31536000; samesite=lax`;
  return next;
}
