import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

const standards = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']

/** Axe finds nothing against WCAG 2.2 AA on the page, or in the part of it that is asked about. */
export async function accessible(
  page: Page,
  where: string,
  { only, rules }: { only?: string; rules?: string[] } = {},
): Promise<void> {
  // Only what is wrong is told in full; what passed need not be. There are no frames from elsewhere, for which the newer
  // mode carries all results through a page of its own, at two to three times the time.
  const builder = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] })
  const axe = rules ? builder.withRules(rules) : builder.withTags(standards)
  const { violations } = await (only ? axe.include(only) : axe).analyze()
  expect(
    violations.map(({ id, nodes }) => `${where}: ${id} at ${nodes.map((n) => n.target.join(' ')).join(', ')}`),
  ).toEqual([])
}
