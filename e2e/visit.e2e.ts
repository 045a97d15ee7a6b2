/**
 * A session of notes typed as a person would, with a line of each kind; and what happens when the page goes away in the middle of a line, the
 * release is deleted meanwhile, or something is pasted. The four tours are typed in core/editing/lines/tours.test.ts.
 */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { ABOUT_ID, createAbout } from '../core/catalogue/about.ts';
import { allRecords } from '../core/catalogue/allRecords.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { formatCatalogueFile, parseCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { valueOf } from '../testing/catalogues.ts';
import { GORSEMOOR, GORSEMOOR_PASTED } from '../testing/tours/gorsemoor.ts';
import type { Tour } from '../testing/tours/tour.ts';
import { TypedVisit } from '../testing/tours/typed.ts';
import { openApplication } from './application.ts';

const app = openApplication();
const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-visit-'));
afterAll(() => rmSync(folder, { recursive: true }));

beforeEach(({ onTestFailed, task }) => {
  onTestFailed(async () => {
    await app.page.screenshot({ path: `build/results/${task.name.replace(/\W+/g, '-').slice(0, 50)}.png` });
    console.error(app.page.url(), app.errors.slice(0, 3));
  });
});

beforeAll(() => app.page.context().addInitScript(shiftableClock));

const field = () => app.page.locator('#visit-line');

/** A catalogue in which only what is known before the tour stands; the visit screen is open. */
async function begin(tour: Tour, title: string): Promise<void> {
  const { page } = app;
  const visit = TypedVisit.before(tour);
  const about = createAbout({ id: ABOUT_ID, title });
  const catalogue = withRecords(visit.catalogue, [about]);
  const path = join(folder, 'before.json');
  writeFileSync(path, formatCatalogueFile({ catalogue, packages: new Map() }, '2026-10-01T10:00:00Z'));
  await app.open('/lineage');
  await on(tour.today);
  await page.reload();
  await page.getByLabel('Catalogue file to read').setInputFiles(path);
  await page.getByRole('button', { name: 'Open it beside' }).click();
  await page.getByText(`Opened “${title}”.`).waitFor();
  await page.keyboard.press('4');
  await field().waitFor();
}

/** The day on which the analyst sits there: the page’s own clock, shifted to its noon. */
async function on(day: string): Promise<void> {
  await app.page.evaluate((noon) => window.localStorage.setItem('test-noon', noon), `${day}T12:00:00Z`);
}
/** A clock that can be shifted, in every page that is opened. Dates that are written down stay what they are. */
function shiftableClock(): void {
  const Real = Date;
  const now = () => {
    const noon = window.localStorage.getItem('test-noon');
    return noon ? Real.parse(noon) + (Real.now() % 1000) : Real.now();
  };
  window.Date = class extends Real {
    constructor(...parts: []) {
      super(...((parts.length > 0 ? parts : [now()]) as []));
    }
    static override now = now;
  } as DateConstructor;
}

/** Types one line as notes are typed, and takes the reading that is meant where one is asked for. */
async function type(line: string, choice = 1): Promise<void> {
  const { page } = app;
  await field().pressSequentially(line);
  await page.keyboard.press('Enter');
  const asked = page.getByText('Which is meant? Press its number.');
  await expect
    .poll(async () => (await asked.isVisible()) || (await field().inputValue()) === '', { message: line })
    .toBe(true);
  if (await asked.isVisible()) await page.keyboard.press(String(choice));
  await expect.poll(() => field().inputValue(), { message: `recorded: ${line}` }).toBe('');
}

async function exported(title: string): Promise<Catalogue> {
  const { page } = app;
  await page.getByRole('button', { name: title }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByText('Export this catalogue as a file').click(),
  ]);
  const path = join(folder, 'after.json');
  await download.saveAs(path);
  return valueOf(parseCatalogueFile(readFileSync(path, 'utf8'), 'after.json')).catalogue;
}

/** A session of notes with a line of each kind, in words of its own, and what has to be on record behind it. */
const SESSION: readonly (readonly [line: string, kind: string, says: RegExp])[] = [
  [
    'looks like kernel 6.11.3 to me',
    'reading',
    /"key":"kernel\.version".*"unsure"|"unsure".*"kernel\.version"/,
  ],
  [
    'browser is Saltmarsh and there is no mail program',
    'reading',
    /"defaults\.application\.mail","state":"none"/,
  ],
  ['memory 610 MB with nothing open', 'reading', /"footprint\.memory".*"moment":"idle"/],
  ['the panel vanished twice in five tries', 'fault', /"n":2,"of":5/],
  ['does the guide still open once it is installed?', 'question', /guide/],
  ['they claim to be the fastest of all', 'claim', /fastest/],
  ['next release due in March 2027', 'plan', /2027-03/],
  ['a foundation took over in 2023', 'event', /2023/],
  ['forked from Aldermoor in 2019', 'link', /forked from/],
  ['first update goes refresh, update, restart, then the guide', 'procedure', /refresh/],
  ['i would give it 7 out of 10', 'assessment', /"least":7/],
];

describe('a session of notes', () => {
  it(
    'takes a line of each kind as it is written, and keeps the words of each',
    { timeout: 120_000 },
    async () => {
      await begin(GORSEMOOR, 'Notes');
      await type('Gorsemoor 2026.10');
      await type('live, vm, 3 GiB, 1 core, index never');
      for (const [line] of SESSION) await type(line);
      const records = [...allRecords(await exported('Notes'))];
      const missing = SESSION.filter(
        ([, kind, says]) =>
          !records.some((record) => record.kind === kind && says.test(JSON.stringify(record))),
      ).map(([line]) => line);
      expect(missing).toEqual([]);
      const kept = records.flatMap((record) => (record.kind === 'note' ? [record.text] : []));
      expect(kept.sort()).toEqual(SESSION.map(([line]) => line).sort());
      expect(app.errors).toEqual([]);
    },
  );
});

describe('a visit', () => {
  it('begins with what is looked at, and how', async () => {
    await begin(GORSEMOOR, 'Field notes');
    await type('Gorsemoor 2026.10');
    await type('live, vm, 3 GiB, 1 core, index never');
    await type('kernel 6.11.3');
    await app.page.getByRole('listitem', { name: /^Default kernel: 6\.11\.3\./ }).waitFor();
  });

  it('keeps a line that is cut in the middle: another screen, a reload, a closed page', async () => {
    const { page } = app;
    await page.keyboard.type('icons Gor');
    await page.getByRole('link', { name: 'Dossiers' }).click();
    await page.getByRole('link', { name: 'Field notes' }).click();
    await expect.poll(() => field().inputValue()).toBe('icons Gor');
    await page.reload();
    await expect.poll(() => field().inputValue()).toBe('icons Gor');
    await page.keyboard.press('Escape');
    await page.getByRole('heading', { name: /^Field notes: Gorsemoor/ }).click();
    await expect.poll(() => field().inputValue()).toBe('icons Gor');
    await field().focus();
    await page.keyboard.press('End');
    await page.keyboard.type('se');
    await page.keyboard.press('Enter');
    await page.getByRole('listitem', { name: /^Icons: Gorse\./ }).waitFor();
  });
  it('keeps what it does not understand as a note, which is sorted later', async () => {
    const { page } = app;
    await type('grmbl zzz frobnicate');
    await page.getByText('Kept as a note to be sorted.').waitFor();
    await page.getByRole('listitem', { name: /^To be sorted: grmbl zzz frobnicate/ }).waitFor();
    await field().focus();
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('Enter');
    await expect.poll(() => field().inputValue()).toBe('grmbl zzz frobnicate');
    await field().fill('');
    await type('swap: none');
    await page.getByRole('listitem', { name: /^Swap: none/ }).waitFor();
    await expect.poll(() => page.getByRole('listitem', { name: /^To be sorted/ }).count()).toBe(0);
  });
  it('asks where two readings are near each other: a digit takes one, Escape goes back to the line', async () => {
    const { page } = app;
    await field().pressSequentially('uses roughly 5 gigs');
    await page.keyboard.press('Enter');
    await page.getByText('Which is meant? Press its number.').waitFor();
    await page.keyboard.press('Escape');
    await expect.poll(() => field().inputValue()).toBe('uses roughly 5 gigs');
    await page.keyboard.press('Enter');
    await page.getByText('Which is meant? Press its number.').waitFor();
    await page.keyboard.press('0');
    await page.getByRole('listitem', { name: /^To be sorted: uses roughly 5 gigs/ }).waitFor();
    await app.undo();
    await expect.poll(() => page.getByRole('listitem', { name: /^To be sorted/ }).count()).toBe(0);
  });
  it('has its lines corrected, moved to another source and deleted from the keyboard', async () => {
    const { page } = app;
    await field().focus();
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('ArrowUp');
    await expect
      .poll(() => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? ''))
      .toMatch(/^Icons: Gorse/);
    await page.keyboard.press('Enter');
    await expect.poll(() => field().inputValue()).toBe('Icons: Gorse');
    await page.keyboard.type(' dark');
    await page.keyboard.press('Enter');
    await page.getByRole('listitem', { name: /^Icons: Gorse dark\./ }).waitFor();
    await type('from page gorsemoor.example');
    await type('widgets Gorse');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('m');
    await page.keyboard.type('live');
    await page.keyboard.press('Enter');
    await expect.poll(() => page.getByRole('listitem', { name: /^Widgets: Gorse\./ }).count()).toBe(0);
    await field().focus();
    await type('from live');
    await page.getByRole('listitem', { name: /^Widgets: Gorse\./ }).waitFor();
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('Delete');
    await expect.poll(() => page.getByRole('listitem', { name: /^Widgets: Gorse\./ }).count()).toBe(0);
    await app.undo();
    await page.getByRole('listitem', { name: /^Widgets: Gorse\./ }).waitFor();
  });
  it('takes what is pasted from a terminal, and a text sentence by sentence; what is left stays', async () => {
    const { page } = app;
    const paste = (text: string) =>
      field().evaluate((element, pasted) => {
        const data = new DataTransfer();
        data.setData('text', pasted);
        element.dispatchEvent(
          new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
        );
      }, text);
    await field().focus();
    await type('from installed, hardware, fresh');
    await paste(GORSEMOOR_PASTED);
    await page.getByText('Text of a terminal').waitFor();
    await page.reload();
    await page.getByRole('button', { name: /^Record \d+ facts/ }).click();
    for (const line of [
      /^Kernel string: 6\.11\.3-1-gorse\b/,
      /^Widgets: Gorse-dark\b/,
      /^Font: Weir Sans 10\b/,
      /^Desktop: Porch\b/,
    ])
      await page.getByRole('listitem', { name: line }).first().waitFor();
    await paste(
      'The cursor is called Thistle. The default font is Weir Sans 12! Nobody minds the rain here.',
    );
    const sentences = page.getByRole('list', { name: 'Sentences of the text' });
    await sentences
      .getByRole('button', { name: /Thistle/ })
      .first()
      .waitFor();
    expect(await sentences.locator('> li').count()).toBe(3);
    await page.reload();
    await sentences.locator('> li').first().focus();
    await sentences
      .getByRole('button', { name: /Thistle/ })
      .first()
      .waitFor();
    await page.keyboard.press('a');
    await page.getByRole('listitem', { name: /^Cursor: Thistle\b/ }).waitFor();
    await expect.poll(() => sentences.locator('> li').count()).toBe(2);
    await page.keyboard.press('c');
    await expect.poll(() => field().inputValue()).toBe('The default font is Weir Sans 12!');
    await page.keyboard.press('Enter');
    await page.getByRole('listitem', { name: /^Font: Weir Sans 12\b/ }).waitFor();
    await sentences.locator('> li').first().focus();
    await page.keyboard.press('x');
    await sentences.waitFor({ state: 'detached' });
    await paste('x\n'.repeat(600_000));
    await page
      .getByRole('alert')
      .filter({ hasText: /more than 200,000 letters/ })
      .waitFor();
    await page.getByRole('button', { name: 'Discard the text' }).click();
  });
  it('shows what a clear line may mean besides, and what can be said', async () => {
    const { page } = app;
    await field().fill('the kernel is 6.9.2');
    await page.getByText('Enter records:').waitFor();
    await page.keyboard.press('ArrowDown');
    const readings = page.getByRole('list', { name: 'Readings of the line' });
    await readings
      .getByRole('button', { name: /6\.9\.2/ })
      .first()
      .waitFor();
    await page.keyboard.press('Escape');
    await readings.waitFor({ state: 'detached' });
    await field().fill('');
    await page.getByRole('button', { name: 'What can be said' }).click();
    await page.getByLabel(/^Search, or ask/).fill('pointer');
    await page.getByRole('button', { name: 'Write: pointer theme is Quill' }).click();
    await expect.poll(() => field().inputValue()).toBe('pointer theme is Quill');
    await field().fill('');
    await page.getByRole('button', { name: 'First page' }).click();
  });
  it('whose release is deleted in another window says so, and keeps what is typed', async () => {
    const { page } = app;
    await field().fill('font Weir');
    const other = await page.context().newPage();
    await other.goto(`${app.address}/lineage`);
    await other.getByRole('button', { name: 'Write here' }).click();
    await other.getByRole('group', { name: 'Lineage map' }).waitFor();
    await other.locator('[data-id="distribution:gorsemoor"]').click();
    await other
      .getByRole('button', { name: /^Delete/ })
      .first()
      .click();
    await other.getByText(/^Saved/).waitFor();
    await other.close();
    await page.bringToFront();
    await expect.poll(() => field().inputValue()).toBe('font Weir');
    await field().focus();
    await page.keyboard.press('Enter');
    await page
      .getByRole('alert')
      .filter({ hasText: /no longer there|Another window/ })
      .waitFor();
    expect(await field().inputValue()).toBe('font Weir');
  });
});
