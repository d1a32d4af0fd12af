import type { Page } from '@playwright/test';
import axe from 'axe-core';

/** Rules that another theme can break; the rest goes by what stands on the page, whatever its colours. */
const colourRules = ['color-contrast', 'link-in-text-block'];

/** Rules that find nothing worse than 'moderate', which is not asked for: they cost a fifth of the time. */
const neverSerious = [
  'aria-allowed-role',
  'empty-heading',
  'heading-order',
  'image-redundant-alt',
  'landmark-banner-is-top-level',
  'landmark-complementary-is-top-level',
  'landmark-contentinfo-is-top-level',
  'landmark-main-is-top-level',
  'landmark-no-duplicate-banner',
  'landmark-no-duplicate-contentinfo',
  'landmark-no-duplicate-main',
  'landmark-one-main',
  'landmark-unique',
  'page-has-heading-one',
  'region',
  'skip-link',
];

/** What goes when a narrow page hides something: names that were taken from it, and what scrolls instead. */
const narrowRules = [
  'aria-command-name',
  'aria-hidden-focus',
  'aria-input-field-name',
  'aria-required-children',
  'aria-required-parent',
  'aria-toggle-field-name',
  'aria-tooltip-name',
  'button-name',
  'image-alt',
  'input-button-name',
  'label',
  'link-name',
  'nested-interactive',
  'role-img-alt',
  'scrollable-region-focusable',
  'select-name',
  'summary-name',
  'svg-img-alt',
];

/** Colours alone where the rest was looked at in the other theme: of all rules they cost the most. */
type Rules = 'all' | 'colours' | 'narrow';
const only: Record<Rules, string[] | null> = { all: null, colours: colourRules, narrow: narrowRules };

/**
 * What axe finds serious on a page: rule and elements. In: which rules; a part of the page. Runs inside the page itself: our pages have no frames, whose results would have to be put together.
 */
export async function seriousFindings(
  page: Page,
  { rules = 'all', within }: { rules?: Rules; within?: string } = {},
): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  const found = await run(page, rules, within);
  if (found.length === 0) return found;
  // A page that is still taking in its new width on a busy machine is looked at once more; what is wrong stays wrong.
  await page.waitForTimeout(500);
  return run(page, rules, within);
}

async function run(page: Page, rules: Rules, within: string | undefined): Promise<string[]> {
  const violations = await page.evaluate(
    async ({ within, only, never }) => {
      const inPage = (window as unknown as { axe: typeof axe }).axe;
      // What a new width changes is there two frames later.
      for (let frame = 0; frame < 2; frame++) await new Promise((done) => requestAnimationFrame(done));
      const found = await inPage.run(within ?? document, {
        resultTypes: ['violations'],
        ...(only
          ? { runOnly: { type: 'rule', values: only } }
          : { rules: Object.fromEntries(never.map((rule) => [rule, { enabled: false }])) }),
      });
      return found.violations.map(({ id, impact, nodes }) => ({
        id,
        impact,
        nodes: nodes.map((node) => node.target.join(' ')),
      }));
    },
    {
      within,
      only: only[rules],
      never: neverSerious,
    },
  );
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes.join(', ')}`);
}
