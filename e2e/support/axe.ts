import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import type { AxeResults } from 'axe-core';

const source = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/**
 * What axe finds of WCAG 2.2 A and AA in the page as it stands, nothing left out. It runs in the page itself and tells
 * violations only: to describe all that passes in a full ledger takes three times as long.
 * @param rules the ids to ask, or null for all of the standard
 */
export async function violations(page: Page, rules: readonly string[] | null): Promise<string[]> {
  if (!(await page.evaluate<boolean>('"axe" in globalThis'))) await page.evaluate(source);
  const runOnly = rules ? { type: 'rule', values: rules } : tags;
  const { violations: found, incomplete } = await page.evaluate<
    Pick<AxeResults, 'violations' | 'incomplete'>
  >(
    `axe.run(${JSON.stringify({ runOnly, resultTypes: ['violations', 'incomplete'] })})
      .then(({ violations, incomplete }) => ({ violations, incomplete: incomplete.filter(({ id }) => id === 'color-contrast') }))`,
  );
  // Words of the colour that they stand on: axe takes them as undecided, since somebody may hide words so.
  const unseen = incomplete.map((one) => ({ ...one, nodes: one.nodes.filter(isUnseen) }));
  return [...found, ...unseen.filter(({ nodes }) => nodes.length)].map(({ id, nodes }) => {
    const where = nodes.map((node) => node.target.join(' ')).slice(0, 4);
    return `${id}: ${where.join(', ')}`;
  });
}

function isUnseen({ any }: AxeResults['incomplete'][number]['nodes'][number]): boolean {
  return any.some(({ data }) => (data as { messageKey?: string } | null)?.messageKey === 'equalRatio');
}
