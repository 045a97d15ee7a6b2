/** Handing over: reports, open data, a table taken in, merging, and what is new at the mirrors, by hand. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openBrowser, startServer } from './browser.ts';

let server: Awaited<ReturnType<typeof startServer>>;
let browser: Awaited<ReturnType<typeof openBrowser>>;
const folder = mkdtempSync(`${tmpdir()}/aspen-handover-`);

beforeAll(async () => {
  server = await startServer();
  browser = await openBrowser();
});
afterAll(async () => {
  await browser.close();
  await server.close();
  rmSync(folder, { recursive: true });
});

const go = async (query: string) => {
  await browser.page.goto(`${server.address}/handover?${query}`);
  await browser.page.getByRole('navigation', { name: 'Publish' }).waitFor();
};
async function saved(name: string): Promise<{ name: string; text: string }> {
  const [download] = await Promise.all([
    browser.page.waitForEvent('download'),
    browser.page.getByRole('button', { name, exact: true }).click(),
  ]);
  return { name: download.suggestedFilename(), text: readFileSync(await download.path(), 'utf8') };
}
/** What the catalogue holds, without when it was saved. */
const status = async () =>
  (await browser.page.getByRole('contentinfo', { name: 'Catalogue' }).innerText()).replace(
    /Saved.*$|Saving.*$/s,
    '',
  );
const undo = () => browser.page.getByRole('button', { name: 'Undo', exact: true }).click();

describe('a report', () => {
  it('is reached by a key, takes a subject by its name, and is previewed as it is saved', async () => {
    const { page } = browser;
    await page.goto(`${server.address}/lineage`);
    await page.getByRole('group', { name: 'Lineage map' }).waitFor();
    await page.keyboard.press('h');
    await page.getByRole('heading', { name: 'Which system?' }).waitFor();
    await page
      .getByRole('combobox', { name: /of whom/ })
      .or(page.getByPlaceholder(/of whom/))
      .first()
      .fill('tide water 7.1');
    await page.keyboard.press('Enter');
    const preview = page.frameLocator('iframe');
    await preview.getByRole('heading', { name: 'Tidewater 7.1', level: 1 }).waitFor();
    expect(await preview.locator('script').count()).toBe(0);
    const html = await saved('Save as HTML');
    expect(html.name).toMatch(/^tidewater-7\.1-.*\.html$/);
    expect(html.text).toContain('<h2 id="part-support">Support</h2>');
  });
  it('is of one of the names that are offered', async () => {
    await go('view=report');
    await browser.page.getByRole('button', { name: 'Quickthorn', exact: true }).click();
    await browser.page
      .frameLocator('iframe')
      .getByRole('heading', { name: /^Quickthorn/, level: 1 })
      .waitFor();
  });
  it('holds its parts in the order they are put in, by keyboard alone', async () => {
    const { page } = browser;
    await go('view=report&kind=purpose&parts=answer,candidates');
    const preview = page.frameLocator('iframe');
    await preview.getByRole('heading', { name: 'In short' }).waitFor();
    const order = async () => preview.locator('main h2').allInnerTexts();
    expect(await order()).toEqual(['In short', 'Candidates']);
    await page.getByRole('checkbox', { name: 'Candidates' }).focus();
    await page.keyboard.press('Alt+ArrowUp');
    await expect.poll(order).toEqual(['Candidates', 'In short']);
    await page.keyboard.press('Space');
    await expect.poll(order).toEqual(['In short']);
  });
  it('has the analyst’s words where a sentence is rewritten on the dossier’s page', async () => {
    const { page } = browser;
    await page.goto(`${server.address}/dossiers/release:tidewater-7.1?tab=summary`);
    await page.getByRole('button', { name: 'Edit the text' }).click();
    await page.getByRole('button', { name: /^Its support is promised/ }).click();
    await page.getByLabel('Sentence').fill('Support ends two months too late.');
    await page.keyboard.press('Control+Enter');
    await page.getByRole('button', { name: 'Add a paragraph: Verdict' }).click();
    await page.getByRole('textbox', { name: 'Heading' }).fill('How it was tested');
    await page.getByRole('textbox', { name: 'Paragraph' }).fill('Three weeks in a reading room.');
    await page.getByRole('button', { name: 'Add paragraph', exact: true }).click();
    await page.getByRole('button', { name: 'Leave out: Support' }).click();
    await page.getByText('Add back “Support”').waitFor();
    await page.getByText(/^Saved/).waitFor();
    await go('view=report&of=release:tidewater-7.1');
    const preview = page.frameLocator('iframe');
    await preview.getByText('Support ends two months too late.').waitFor();
    const headings = await preview.locator('main h2').allInnerTexts();
    expect(headings.slice(1, 3)).toEqual(['Verdict', 'How it was tested']);
    expect(headings).not.toContain('Support');
    for (let steps = 0; steps < 3; steps++) await undo();
    await expect.poll(() => preview.locator('main h2').allInnerTexts()).toContain('Support');
    expect(await preview.getByText('Support ends two months too late.').count()).toBe(0);
  });
  it('has at most seven pages of the largest dossier, and four of one with some thirty facts', async () => {
    const { page } = browser;
    const pages = async (id: string): Promise<number> => {
      await go(`view=report&of=${id}`);
      await page.frameLocator('iframe').getByRole('heading', { level: 1 }).waitFor();
      const html = await saved('Save as HTML');
      const alone = await browser.context.newPage();
      await alone.setContent(html.text);
      expect(await alone.evaluate(() => document.fonts.ready.then((fonts) => fonts.size))).toBe(1);
      const pdf = await alone.pdf({ preferCSSPageSize: true });
      await alone.close();
      return pdf.toString('latin1').match(/\/Type \/Page\b/g)!.length;
    };
    expect(await pages('release:tidewater-7.1')).toBeLessThanOrEqual(7);
    expect(await pages('release:varnley-6')).toBeLessThanOrEqual(4);
  });
});

describe('open data', () => {
  it('saves every format', async () => {
    await go('view=data&table=links&asof=2026-11-24');
    for (const [button, ending, begins] of [
      ['Save as CSV', 'links-2026-11-24.csv', 'id,derivative,relation,base'],
      ['Save as CycloneDX', '.cdx.json', '{"$schema"'],
      ['Save as SPDX', '.spdx.json', '{"spdxVersion":"SPDX-2.3"'],
      ['Save: Linked data (JSON-LD)', '.jsonld', '{"@context"'],
      ['Save: The lineage graph (GraphML)', '.graphml', '<?xml'],
      ['Save: Ends of support (iCalendar)', '.ics', 'BEGIN:VCALENDAR'],
      ['Save the map as PNG', '.png', '\ufffdPNG'],
    ]) {
      const file = await saved(button);
      expect(file.name.endsWith(ending), file.name).toBe(true);
      expect(file.text.startsWith(begins), file.name).toBe(true);
    }
  });
});

describe('a table', () => {
  it('is taken in as its columns are mapped, as one step', async () => {
    const { page } = browser;
    const path = `${folder}/table.csv`;
    writeFileSync(
      path,
      'Name,Version,Base,Machine\nMossrick,1,Larkspur,12 minutes\nMossrick,2,Nobody,soon\n',
    );
    await go('view=take');
    await page.setInputFiles('[aria-label="Table to take in"]', path);
    await page
      .getByText('1 distribution, 2 releases and 1 base would come. 1 cell or line would be left out.')
      .waitFor();
    await page.getByLabel('Machine', { exact: true }).fill('Duration of an install');
    await page.getByRole('option', { name: 'Duration of an install' }).click();
    await page.getByText(/1 base and 1 fact would come\. 2 cells/).waitFor();
    const before = await status();
    await page.getByRole('button', { name: 'Take it in' }).click();
    await page.getByText(/came\. One undo takes it back/).waitFor();
    expect(await status()).not.toBe(before);
    await undo();
    await expect.poll(status).toBe(before);
    // The mapping is remembered for tables with these heads.
    await page.setInputFiles('[aria-label="Table to take in"]', path);
    await page.getByText(/1 base and 1 fact would come\. 2 cells/).waitFor();
  });
});

describe('a catalogue of a colleague', () => {
  it('that went out from here comes back: compared with what both had, decided, merged as one step', async () => {
    const { page } = browser;
    await go('view=merge');
    await page
      .getByRole('button', { name: /Highmoor reading rooms/ })
      .first()
      .click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByText('Export this catalogue as a file').click(),
    ]);
    const file = JSON.parse(readFileSync(await download.path(), 'utf8')) as {
      records: Record<string, unknown>[];
    };
    const find = (id: string) => file.records.find((each) => each.id === id)!;
    find('distribution:quickthorn').note = 'hers';
    find('release:tidewater-7.1').note = 'hers too';
    const path = `${folder}/hers.json`;
    writeFileSync(path, JSON.stringify(file));
    // Meanwhile something is changed here.
    const mine: Record<string, unknown> = { ...find('release:tidewater-7.1'), note: 'mine' };
    const minePath = `${folder}/mine.json`;
    writeFileSync(
      minePath,
      JSON.stringify({
        ...file,
        records: file.records.map((each) =>
          each.id === mine.id ? mine : each.id === 'distribution:quickthorn' ? { ...each, note: '' } : each,
        ),
      }),
    );
    await page.setInputFiles('[aria-label="Catalogue file to read"]', minePath);
    await page.getByRole('button', { name: 'Replace “Highmoor reading rooms” by it' }).click();
    await page.getByText(/is in place of what was there/).waitFor();
    await page.getByText(/^Saved \d/).waitFor();
    await go('view=merge');
    await page.setInputFiles('[aria-label="Catalogue file to merge"]', path);
    await page.getByText('Compared with what both had when they parted').waitFor();
    await page.getByText('1 conflict, 1 to decide.').waitFor();
    const take = page.getByRole('group', { name: 'Take, of Tidewater 7.1' });
    await take.getByRole('button', { name: 'theirs' }).click();
    await page.getByRole('button', { name: 'Merge into “Highmoor reading rooms”' }).click();
    await page.getByRole('heading', { name: '“Highmoor reading rooms” is merged' }).waitFor();
    expect(await page.getByRole('button', { name: 'Undo', exact: true }).getAttribute('title')).toContain(
      'Merge “Highmoor reading rooms”',
    );
    // The same file again brings nothing.
    await page.getByRole('button', { name: 'Merge another file' }).click();
    await page.setInputFiles('[aria-label="Catalogue file to merge"]', path);
    await page.getByText('Nothing new would come; 0 records of yours would change.').waitFor();
    await page.getByRole('button', { name: 'Keep as is' }).click();
    await undo();
    await undo();
  });
  it('that is none changes nothing, and says what to do', async () => {
    const { page } = browser;
    await go('view=merge');
    const path = `${folder}/none.json`;
    writeFileSync(path, '{"format":"something else"}');
    await page.setInputFiles('[aria-label="Catalogue file to merge"]', path);
    await page
      .getByRole('status')
      .filter({ hasText: /none\.json/ })
      .waitFor();
    await page.getByRole('heading', { name: /Merge another catalogue/ }).waitFor();
  });
});

describe('coming back', () => {
  it('proposes what is new at a mirror, and takes nothing by itself', async () => {
    const { page } = browser;
    const move = (day: string) => fetch(`${server.mirror}/day/${day}`, { method: 'POST' });
    await move('2026-08-19');
    await go('view=watch');
    await page
      .getByLabel('Address of a repository')
      .fill(`${server.mirror}/larkspur.example/archive/dists/brindle`);
    await page.getByLabel('Owner').fill('Larkspur');
    await page.keyboard.press('Enter');
    await page.getByText('Nothing new at 1 repository.').waitFor();
    const before = await status();
    await move('now');
    await page.getByRole('button', { name: 'Look now' }).click();
    await page.getByText(/A new state, of 20 November 2026/).waitFor();
    expect((await status()).split('\n').slice(0, 4)).toEqual(before.split('\n').slice(0, 4));
    // It is remembered, and told on every screen.
    await page.goto(`${server.address}/settle`);
    await page.getByRole('link', { name: '1 repository changed' }).click();
    await page.getByRole('button', { name: 'Seen' }).click();
    await page.getByText('Nothing new at 1 repository.').waitFor();
    expect(browser.errors).toEqual([]);
  });
});
