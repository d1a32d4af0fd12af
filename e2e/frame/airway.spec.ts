import type { Page } from '@playwright/test';
import { expect, test } from '../support/test';
import { open, single, truck } from '../support/job';

/** Texts of the Airway whose boxes meet, or that leave the strip, as they are drawn now. */
const collisions = (page: Page) =>
  page.evaluate(() => {
    const strip = document.querySelector('[aria-label^="Airway"] svg')!;
    const frame = strip.getBoundingClientRect();
    const texts = [...strip.querySelectorAll('text')]
      .filter((t) => t.textContent?.trim())
      .map((t) => ({ words: t.textContent!, box: t.getBoundingClientRect() }));
    const found: string[] = [];
    texts.forEach((a, i) => {
      if (a.box.left < frame.left - 1 || a.box.right > frame.right + 1) found.push(`outside: ${a.words}`);
      for (const b of texts.slice(i + 1)) {
        // Line boxes of neighbouring rows touch by their leading; glyphs meet only if they share more than that.
        const across = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
        const down = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
        if (across > 0.5 && down > 4.5) found.push(`${a.words} | ${b.words}`);
      }
    });
    const speed = document.querySelector('[data-testid=speed]')!.textContent;
    return found.map((what) => `${speed}: ${what}`);
  });

/** Both jobs at 20 speeds from idle to the red line, in windows of these widths: what meets. */
async function walk(page: Page, widths: number[], height = 800): Promise<string[]> {
  const met: string[] = [];
  for (const job of [single, truck]) {
    // The Airway is the same on every bench; the Brief has least beside it that follows the speed.
    await open(page, `${job}/brief`);
    for (const width of widths) {
      await page.setViewportSize({ width, height });
      const track = (await page.getByRole('slider', { name: 'Engine speed' }).boundingBox())!;
      for (let i = 0; i < 20; i++) {
        await page.mouse.click(track.x + 9 + ((track.width - 18) * i) / 19, track.y + 20);
        met.push(...(await collisions(page)).map((what) => `${job.slice(-6)}, ${width} px, ${what}`));
      }
    }
  }
  return met;
}

const inUnits = (page: Page, units: string, at: string) =>
  page.context().addCookies([{ name: 'fierce-lung-units', value: encodeURIComponent(units), url: at }]);

for (const units of ['house', 'us'])
  test(`no texts of the Airway meet from 1024 to 1920 px, in ${units} units`, async ({ page, baseURL }) => {
    await inUnits(page, units, baseURL!);
    expect(await walk(page, [1024, 1120, 1280, 1600, 1920])).toEqual([]);
    // The measure itself: letters half as large again do meet.
    await page.addStyleTag({ content: 'svg text { font-size: 19px }' });
    expect((await collisions(page)).length).toBeGreaterThan(3);
  });

test('nor with the longest units, in the large mode, or on a phone', async ({ page, context, baseURL }) => {
  await inUnits(
    page,
    'own&pressure=mbar&massFlow=kg/h&temperature=°F&shaftPower=PS&density=lb/ft³',
    baseURL!,
  );
  expect(await walk(page, [1280])).toEqual([]);
  await context.addCookies([{ name: 'fierce-lung-size', value: 'large', url: baseURL! }]);
  expect(await walk(page, [1280])).toEqual([]);
  await context.clearCookies();
  expect(await walk(page, [360], 740)).toEqual([]);
});
