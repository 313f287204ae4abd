import { createRequire } from 'node:module';
import type { Page as Tab } from 'playwright-core';

const AXE = createRequire(import.meta.url).resolve('axe-core/axe.min.js');

/**
 * What axe-core finds on a page, rule and place. Contrast over pictures is left to the engine: axe cannot read it and
 * says so; what it can read, it judges.
 */
export async function findings(tab: Tab, without: string[] = []): Promise<string[]> {
  // A tip under the pointer hangs outside of all landmarks while it is there.
  if ((await tab.getByRole('tooltip').count()) > 0) {
    await tab.mouse.move(0, 0);
    await tab.getByRole('tooltip').waitFor({ state: 'detached' });
  }
  await tab.addScriptTag({ path: AXE });
  return tab.evaluate(async (excluded) => {
    const { axe } = globalThis as unknown as {
      axe: {
        run(
          context: object,
          options: object,
        ): Promise<{ violations: { id: string; nodes: { target: string[]; failureSummary?: string }[] }[] }>;
      };
    };
    const { violations } = await axe.run(
      { exclude: excluded.map((selector) => [selector]) },
      { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'], iframes: false },
    );
    return violations.flatMap(({ id, nodes }) =>
      nodes.map(({ target, failureSummary }) => `${id}: ${target} ${failureSummary ?? ''}`),
    );
  }, without);
}
