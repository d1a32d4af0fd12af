export const THEME_COOKIE = 'fierce-lung-theme';

/** Paper, cell, or as the system asks: per device, kept in a cookie, so that the server paints the first page right. */
const themeChoices = ['paper', 'cell', 'system'] as const;
export type ThemeChoice = (typeof themeChoices)[number];

/** The cookie's value as a choice; a device that never chose follows its system. */
export const themeOf = (cookie: string | undefined): ThemeChoice =>
  themeChoices.find((choice) => choice === cookie) ?? 'system';
