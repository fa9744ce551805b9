import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

// The lights differ in their colours alone: everything is checked in the day, the colours again in the dusk.
export async function check(page: Page) {
  for (const light of ['day', 'dusk']) {
    await page.evaluate((l) => document.documentElement.setAttribute('data-light', l), light);
    // A picture is one image with its words; its marks are not read one by one.
    const axe = new AxeBuilder({ page }).exclude('svg[role="img"] > *');
    const rules =
      light === 'day' ? axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']) : axe.withRules(['color-contrast']);
    const { violations } = await rules.analyze();
    expect(violations.map((v) => `${light}, ${v.id}: ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`)).toEqual([]);
  }
}
