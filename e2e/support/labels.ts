import type { Page } from '@playwright/test';

/** Paraphrases that stood where the trade has a term. As a whole label none may come back. */
const banned = [
  'height above sea level',
  'venue height',
  'water in it',
  'spark later than best',
  'bearings leave',
  'what holds the boost',
  'held by',
  'boost at which it cracks',
  'through the wastegate',
  'passed by from',
  'and back below it by',
  'boost begins at',
  'full from',
  'it makes, of a sound one',
  'card the shape belongs to',
  'mend what contradicts itself first',
];

/** Labels, heads, keys and options of a page that are paraphrases. */
export async function bannedLabels(page: Page): Promise<string[]> {
  const texts = await page
    .locator('label, th, dt, dd, h1, h2, h3, h4, legend, button, a, [role=tab], option, p, small, text')
    .allTextContents();
  const seen = new Set(texts.map((text) => text.replaceAll('\u00a0', ' ').trim().toLowerCase()));
  if (seen.size < 4) throw new Error('This page says next to nothing.');
  return banned.filter((phrase) => seen.has(phrase));
}
