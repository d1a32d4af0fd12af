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

for (const width of [1024, 1120, 1280, 1600, 1920])
  test(`no texts of the Airway meet at ${width} px, for every demo job at 20 speeds`, async ({ page }) => {
    await page.setViewportSize({ width, height: 800 });
    const met: string[] = [];
    for (const job of [single, truck]) {
      await open(page, `${job}/charger`);
      const slider = page.getByRole('slider', { name: 'Engine speed' });
      const [least, most] = await Promise.all(
        ['aria-valuemin', 'aria-valuemax'].map(async (name) => Number(await slider.getAttribute(name))),
      );
      await slider.focus();
      await page.keyboard.press('Home');
      const steps = Math.max(1, Math.floor((most! - least!) / 100 / 19));
      for (let i = 0; i < 20; i++) {
        const speed = await page.getByTestId('speed').innerText();
        met.push(...(await collisions(page)).map((what) => `${job.slice(-6)} at ${speed}: ${what}`));
        for (let k = 0; k < steps; k++) await page.keyboard.press('.');
      }
    }
    expect(met).toEqual([]);
    // The measure itself: letters half as large again do meet.
    await page.addStyleTag({ content: 'svg text { font-size: 19px }' });
    expect((await collisions(page)).length).toBeGreaterThan(3);
  });
