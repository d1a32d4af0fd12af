import type { Page } from '@playwright/test';

/** The page as on a device that is touched, or again as one with a mouse: what the style asks of the pointer. */
export async function touching(page: Page, enabled: boolean): Promise<void> {
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setTouchEmulationEnabled', { enabled });
  await session.detach();
}

/** What can be touched and is smaller than a thumb: width or height under 48 px. */
export const small = (page: Page) =>
  page.evaluate(() => {
    document.querySelectorAll('details').forEach((d) => (d.open = true));
    const found: string[] = [];
    const all = 'a, button, input, select, textarea, summary, [role=link], [role=slider]';
    for (const element of document.querySelectorAll<HTMLElement>(all)) {
      if (element.closest('.unseen') || getComputedStyle(element).visibility === 'hidden') continue;
      const label = element.matches('[type=radio], [type=checkbox]') ? element.closest('label') : null;
      const row = element.matches('[type=checkbox]') ? element.parentElement : null;
      // A figure within a sentence is text (WCAG 2.5.8: inline targets).
      if (element.matches(':is(p, li) button') && getComputedStyle(element).display === 'inline') continue;
      const box = (label ?? row ?? element).getBoundingClientRect();
      if (!box.width) continue;
      // A name in a line of a table is as wide as it is; its line opens it too.
      const isName = element.matches(':is(th, td) > a');
      if (box.height < 47.5 || (box.width < 47.5 && !isName))
        found.push(
          `${element.tagName} ${element.getAttribute('aria-label') ?? element.textContent?.slice(0, 20)} ${box.width.toFixed()}x${box.height.toFixed()}`,
        );
    }
    return found;
  });
