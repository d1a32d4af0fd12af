import { readFileSync } from 'node:fs';

const css = readFileSync('src/ui/theme/tokens.css', 'utf8');

/** The two themes as they stand in the style sheet: paper first, then cell. */
const tokens = new Map(
  [...css.matchAll(/--([\w-]+): light-dark\((#\w{6}), (#\w{6})\)/g)].map((m) => [
    m[1]!,
    [m[2]!, m[3]!] as const,
  ]),
);
const onHeat = /--on-heat: (#\w{6})/.exec(css)![1]!;

/** Relative luminance and contrast ratio: WCAG 2.2, definitions. */
const luminance = (hex: string) =>
  [1, 3, 5]
    .map((i) => parseInt(hex.slice(i, i + 2), 16) / 255)
    .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4))
    .reduce((sum, c, i) => sum + c * [0.2126, 0.7152, 0.0722][i]!, 0);
const contrast = (a: string, b: string) => {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
};

const words = ['ink', 'mute', 'teal', 'ember-text', 'brass-text', 'plum', 'moss-text'];

describe.each([
  ['paper', 0],
  ['cell', 1],
] as const)('contrast in the %s theme', (_, theme) => {
  const colour = (name: string) => tokens.get(name)![theme];

  it.each(words)('%s reads on ground and panel: at least 4.5 to 1', (word) => {
    expect(contrast(colour(word), colour('ground'))).toBeGreaterThanOrEqual(4.5);
    expect(contrast(colour(word), colour('panel'))).toBeGreaterThanOrEqual(4.5);
  });

  it('a selected bench and a field’s value read on ink; figures on the map on every sand', () => {
    expect(contrast(colour('ground'), colour('ink'))).toBeGreaterThanOrEqual(4.5);
    for (let i = 0; i < 7; i++)
      expect(contrast(colour('sand-ink'), colour(`sand-${i}`))).toBeGreaterThanOrEqual(4.5);
  });

  it('lines that carry a meaning stand out: at least 3 to 1', () => {
    for (const line of ['ember', 'brass', 'teal', 'plum', 'ink'])
      expect(contrast(colour(line), colour('ground'))).toBeGreaterThanOrEqual(3);
  });

  it('symbols over the tube read on every heat up to the warmth of a charge pipe', () => {
    for (const heat of ['25', '55', '110', '180'])
      expect(contrast(onHeat, colour(`heat-${heat}`))).toBeGreaterThanOrEqual(4.5);
  });
});

it('the measure itself: black on white is 21, and raw ember is no colour for words on paper', () => {
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6);
  expect(contrast(tokens.get('ember')![0], tokens.get('ground')![0])).toBeLessThan(4.5);
});
