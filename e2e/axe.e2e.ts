/** Every screen held against the rules of axe (WCAG 2.2, level AA), in light and dark; what stands is printed. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openBrowser, startServer } from './browser.ts';

const SCREENS = [
  '/lineage',
  '/lineage?at=distribution:tidewater',
  '/lineage?view=outline',
  '/dossiers',
  ...[
    'summary',
    'layers',
    'changes',
    'packages',
    'editions',
    'evidence',
    'timeline',
    'history',
    'assessment',
  ].map((tab) => `/dossiers/release:tidewater-7.1?tab=${tab}`),
  ...['repositories', 'welcome', 'themes'].map((area) => `/dossiers/release:tidewater-7.1?area=${area}`),
  '/visit',
  '/visit?of=release:bramblecote-3&source=source:live-session-bramblecote-3',
  '/sides',
  ...['', '&view=packages', '&view=closeness', ';release:quickthorn-26.10&point=welcome.actions'].map(
    (more) => `/sides?of=release:tidewater-7.1;release:varnley-6${more}`,
  ),
  '/company',
  ...[
    '',
    '&view=fact&fact=footprint.memory',
    '&view=fact&fact=defaults.desktop',
    '&view=grid',
    '&view=near',
  ].map((more) => `/company?about=distribution:varnley${more}`),
  '/intake',
  '/freshness',
  '/support',
  '/settle?of=release:tidewater-7.1',
  '/settle?of=release:tidewater-7.1&view=visit',
  '/choose',
  ...['report&of=release:tidewater-7.1', 'data', 'take', 'merge', 'watch'].map(
    (view) => `/handover?view=${view}`,
  ),
  '/nowhere',
];

/** What stood when this was written, in both colour schemes together: it may fall, and does not rise. */
const STANDING = { critical: 0, serious: 204 };

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  readonly id: string;
  readonly impact: string;
  readonly nodes: readonly { readonly html: string }[];
}

const found = new Map<string, number>();
const lines: string[] = [];

describe.each(['light', 'dark'])('in %s colours', (scheme) => {
  let server: Awaited<ReturnType<typeof startServer>>;
  let browser: Awaited<ReturnType<typeof openBrowser>>;
  beforeAll(async () => {
    server = await startServer();
    browser = await openBrowser({ dark: scheme === 'dark' });
    await browser.page.goto(server.address);
    await browser.page.getByText(/^Saved/).waitFor();
  });
  afterAll(async () => {
    await browser?.close();
    await server?.close();
  });

  it.each(SCREENS)('%s', async (path) => {
    const { page } = browser;
    await page.goto(server.address + path);
    await page.getByText(/^Saved/).waitFor();
    await page.waitForTimeout(300);
    await page.evaluate(axe);
    const violations = (await page.evaluate(
      `axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] }).then(({ violations }) => violations)`,
    )) as Violation[];
    for (const { id, impact, nodes } of violations) {
      found.set(impact, (found.get(impact) ?? 0) + nodes.length);
      lines.push(
        `${scheme} ${path}: ${impact} ${id}, ${nodes.length} times, such as ${nodes[0].html.slice(0, 110)}`,
      );
    }
    expect(await page.evaluate('axe.version')).toMatch(/^4\./);
  });
});

describe('all screens together', () => {
  it('have no more against them than stood before', () => {
    const counts = [...found].map(([impact, count]) => `${count} ${impact}`).join(', ') || 'nothing';
    console.log(`axe on ${SCREENS.length} screens in light and dark: ${counts}.\n${lines.join('\n')}`);
    for (const [impact, most] of Object.entries(STANDING))
      expect(found.get(impact) ?? 0, impact).toBeLessThanOrEqual(most);
  });
});
