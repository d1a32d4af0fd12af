import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** Rules that another theme can break; the rest goes by what stands on the page, whatever its colours. */
const colourRules = ['color-contrast', 'link-in-text-block'];

/**
 * What axe finds serious on a page: rule and elements. In: colours alone, where the rest was looked at in the other theme;
 * a part of the page.
 */
export async function seriousFindings(
  page: Page,
  { coloursOnly = false, within }: { coloursOnly?: boolean; within?: string } = {},
): Promise<string[]> {
  const axe = new AxeBuilder({ page }).options({
    resultTypes: ['violations'],
    ...(coloursOnly ? { runOnly: { type: 'rule', values: colourRules } } : {}),
  });
  const { violations } = await (within ? axe.include(within) : axe).analyze();
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`);
}
