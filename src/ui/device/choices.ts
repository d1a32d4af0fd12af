import { readChoice, type UnitChoice } from '@/core/units/systems';

/** What a device chose for itself, kept in cookies. Read on the server for the first page. */
export const THEME_COOKIE = 'fierce-lung-theme';
export const SIZE_COOKIE = 'fierce-lung-size';
export const UNITS_COOKIE = 'fierce-lung-units';

/** Paper, cell, or as the system asks. */
const themeChoices = ['paper', 'cell', 'system'] as const;
export type ThemeChoice = (typeof themeChoices)[number];

/** Large is for the dyno cell: read from two metres. */
const sizes = ['usual', 'large'] as const;
export type Size = (typeof sizes)[number];

/** The cookie's value as a choice; a device that never chose follows its system. */
export const themeOf = (cookie: string | undefined): ThemeChoice =>
  themeChoices.find((choice) => choice === cookie) ?? 'system';

export const sizeOf = (cookie: string | undefined): Size => sizes.find((size) => size === cookie) ?? 'usual';

/** The units of the cookie; what it cannot read is the house's mix. */
export function unitsOfCookie(value: string | undefined): UnitChoice {
  try {
    return readChoice(value === undefined ? undefined : decodeURIComponent(value));
  } catch {
    return readChoice(undefined);
  }
}
