import { expect, test, type Page } from '@playwright/test';
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
    return found;
  });

/** Every demo job at 20 speeds from idle to the red line: what meets. */
async function walk(page: Page): Promise<string[]> {
  const met: string[] = [];
  for (const job of [single, truck]) {
    await open(page, `${job}/charger`);
    const track = (await page.getByRole('slider', { name: 'Engine speed' }).boundingBox())!;
    for (let i = 0; i < 20; i++) {
      await page.mouse.click(track.x + 9 + ((track.width - 18) * i) / 19, track.y + 20);
      const speed = await page.getByTestId('speed').innerText();
      met.push(...(await collisions(page)).map((what) => `${job.slice(-6)} at ${speed}: ${what}`));
    }
  }
  return met;
}

const inUnits = (page: Page, units: string, at: string) =>
  page.context().addCookies([{ name: 'fierce-lung-units', value: encodeURIComponent(units), url: at }]);

for (const width of [1024, 1120, 1280, 1600, 1920])
  test(`no texts of the Airway meet at ${width} px, in house and US units`, async ({ page, baseURL }) => {
    await page.setViewportSize({ width, height: 800 });
    expect(await walk(page)).toEqual([]);
    await inUnits(page, 'us', baseURL!);
    expect(await walk(page)).toEqual([]);
    // The measure itself: letters half as large again do meet.
    await page.addStyleTag({ content: 'svg text { font-size: 19px }' });
    expect((await collisions(page)).length).toBeGreaterThan(3);
  });

test('nor with the longest units, in the large mode, or on a phone', async ({ page, context, baseURL }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await inUnits(
    page,
    'own&pressure=mbar&massFlow=kg/h&temperature=°F&shaftPower=PS&density=lb/ft³',
    baseURL!,
  );
  expect(await walk(page)).toEqual([]);
  await context.addCookies([{ name: 'fierce-lung-size', value: 'large', url: baseURL! }]);
  expect(await walk(page)).toEqual([]);
  await context.clearCookies();
  await page.setViewportSize({ width: 360, height: 740 });
  expect(await walk(page)).toEqual([]);
});
