import { openPad } from '../claims/ClaimPad';
import { chooseTheme, switchSize, switchTheme } from '../device/theme';
import type { Entry } from '../finder/entries';

/** What a device sets for itself. */
export const deviceEntries: Entry[] = [
  {
    id: 'theme',
    kind: 'action',
    title: 'Paper or cell theme',
    detail: 'key t',
    words: 'dark light',
    run: switchTheme,
  },
  {
    id: 'system-theme',
    kind: 'action',
    title: 'Theme as the system has it',
    detail: 'action',
    words: 'dark light',
    run: () => chooseTheme('system'),
  },
  {
    id: 'size',
    kind: 'action',
    title: 'Large figures, or usual',
    detail: 'key l',
    words: 'cell size',
    run: switchSize,
  },
  {
    id: 'units',
    kind: 'action',
    title: 'Units',
    detail: 'key u',
    words: 'metric us psi kpa',
    run: () => window.dispatchEvent(new KeyboardEvent('keydown', { key: 'u' })),
  },
  {
    id: 'pad',
    kind: 'action',
    title: 'Claim pad',
    detail: 'key p',
    words: 'calculator check trap injector wheel gauge',
    run: openPad,
  },
];
