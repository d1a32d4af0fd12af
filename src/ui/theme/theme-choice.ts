import { THEME_COOKIE, type ThemeChoice } from './theme-cookie';

/** What is seen now: a choice, or what the system asks for. */
function themeInForce(): 'paper' | 'cell' {
  const chosen = document.documentElement.dataset.theme;
  if (chosen === 'paper' || chosen === 'cell') return chosen;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'cell' : 'paper';
}

export function chooseTheme(choice: ThemeChoice): void {
  document.documentElement.dataset.theme = choice;
  document.cookie = `${THEME_COOKIE}=${choice}; path=/; max-age=31536000; samesite=lax`;
}

/** From what is seen to the other; from then on it is this device's own choice. */
export const switchTheme = (): void => chooseTheme(themeInForce() === 'cell' ? 'paper' : 'cell');
