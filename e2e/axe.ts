/** Screens held against the rules of axe (WCAG 2.2, level AA, and good practice), in light and dark. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect } from 'vitest';
import type { openApplication } from './application.ts';

/** What may stand, in both colour schemes together. */
const STANDING = { critical: 0, serious: 0, moderate: 0, minor: 0 };

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  readonly id: string;
  readonly impact: string;
  readonly nodes: readonly { readonly html: string }[];
}

/** In light colours all rules; in dark ones those that ask about colours, the rest being the same page. */
const RULES = {
  light: `{ type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] }`,
  dark: `{ type: 'rule', values: ['color-contrast', 'link-in-text-block'] }`,
};

/** Looks at what an application shows. */
export function axeOn(app: ReturnType<typeof openApplication>) {
  const found = new Map<string, number>();
  const lines: string[] = [];
  let screens = 0;

  async function look(what: string, colours: keyof typeof RULES): Promise<void> {
    const { page } = app;
    await page.waitForTimeout(300);
    await page.evaluate(axe);
    const violations = (await page.evaluate(
      `axe.run({ runOnly: ${RULES[colours]}, resultTypes: ['violations'], selectors: false }).then(({ violations }) => violations)`,
    )) as Violation[];
    for (const { id, impact, nodes } of violations) {
      found.set(impact, (found.get(impact) ?? 0) + nodes.length);
      lines.push(
        `${colours} ${what}: ${impact} ${id}, ${nodes.length} times, such as ${nodes[0].html.slice(0, 110)}`,
      );
    }
    expect(await page.evaluate('axe.version')).toMatch(/^4\./);
  }
  /** Looks in both colours; what is open stays open. */
  async function lookTwice(what: string): Promise<void> {
    screens += 1;
    const { page } = app;
    const change = (name: string) =>
      page.locator(`button[aria-label="${name} colours"]`).dispatchEvent('click');
    await look(what, 'light');
    await change('Dark');
    await look(what, 'dark');
    await change('Light');
  }

  return {
    lookTwice,
    async go(path: string): Promise<void> {
      await app.page.goto(app.address + path);
      await app.page.getByText(/^Saved/).waitFor();
    },
    /** Prints what was found, and fails where more stands than may. */
    expectNothing(): void {
      const counts = [...found].map(([impact, count]) => `${count} ${impact}`).join(', ') || 'nothing';
      console.log(`axe on ${screens} screens in light and dark: ${counts}.\n${lines.join('\n')}`);
      for (const [impact, most] of Object.entries(STANDING))
        expect(found.get(impact) ?? 0, impact).toBeLessThanOrEqual(most);
    },
  };
}
