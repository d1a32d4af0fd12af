import { SIZE_COOKIE, THEME_COOKIE, type ThemeChoice } from './choices';
import { keepOnDevice } from './cookie';

/** What is seen now: a choice, or what the system asks for. */
function themeInForce(): 'paper' | 'cell' {
  const chosen = document.documentElement.dataset.theme;
  if (chosen === 'paper' || chosen === 'cell') return chosen;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'cell' : 'paper';
}

export function chooseTheme(choice: ThemeChoice): void {
  document.documentElement.dataset.theme = choice;
  keepOnDevice(THEME_COOKIE, choice);
}

/** From what is seen to the other; from then on it is this device's own choice. */
export const switchTheme = (): void => chooseTheme(themeInForce() === 'cell' ? 'paper' : 'cell');

/** Larger for the cell, or back. */
export function switchSize(): void {
  const { dataset } = document.documentElement;
  dataset.size = dataset.size === 'large' ? 'usual' : 'large';
  keepOnDevice(SIZE_COOKIE, dataset.size);
}
