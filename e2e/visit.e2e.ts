/**
 * Visits typed as a person would: four tours from the keyboard alone, each key counted; and what happens when the page goes away in the
 * middle of a line, the release is deleted meanwhile, or something is pasted.
 */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { ABOUT_ID, createAbout } from '../core/catalogue/about.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { formatCatalogueFile, parseCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { valueOf } from '../testing/catalogues.ts';
import { CORVANE } from '../testing/tours/corvane.ts';
import { GORSEMOOR, GORSEMOOR_PASTED } from '../testing/tours/gorsemoor.ts';
import { LANTERNHEAD } from '../testing/tours/lanternhead.ts';
import { STENNOCK } from '../testing/tours/stennock.ts';
import { hasRecordOf, type Tour } from '../testing/tours/tour.ts';
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
async function begin(tour: Tour, title = tour.name): Promise<TypedVisit> {
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
  await page.keyboard.press('3');
  await field().waitFor();
  return visit;
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

/** Types one line; gives how many keys that took. */
async function type(visit: TypedVisit, line: string): Promise<number> {
  const { page } = app;
  const keys = visit.keysOf(line);
  for (const key of keys.slice(0, -1)) {
    if (key === 'Tab') await page.keyboard.press('Tab');
    else await page.keyboard.type(key);
  }
  await expect.poll(() => field().inputValue()).toBe(line);
  await page.keyboard.press('Enter');
  await expect.poll(() => field().inputValue(), { message: `recorded: ${line}` }).toBe('');
  visit.write(line);
  return keys.length;
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

describe.each([CORVANE, LANTERNHEAD, GORSEMOOR, STENNOCK])('“$name”', (tour) => {
  it(
    `is typed from the keyboard in at most ${tour.target} keys, and each statement is found again`,
    { timeout: 240_000 },
    async () => {
      const visit = await begin(tour);
      let keys = 0;
      for (const { line, today } of tour.lines) {
        if (today) {
          await on(today);
          visit.today = today;
        }
        keys += await type(visit, line);
      }
      console.log(
        `${tour.name}: ${keys} keys, ${Math.round(keys / 3)} seconds at three a second; the pointer was not used`,
      );
      expect(keys).toBeLessThanOrEqual(tour.target);
      const catalogue = await exported(tour.name);
      const missing = tour.lines
        .filter((line) => line.kind && !hasRecordOf(catalogue, line))
        .map(({ line }) => line);
      expect(missing).toEqual([]);
      expect(app.errors).toEqual([]);
    },
  );
});

describe('a visit', () => {
  let visit: TypedVisit;
  it('begins with what is looked at, and how', async () => {
    visit = await begin(GORSEMOOR, 'A visit');
    await type(visit, 'Gorsemoor 2026.10');
    await type(visit, 'live, vm, 3 GiB, 1 core, index never');
    await type(visit, 'kernel 6.11.3-1-gorse');
    await app.page.getByRole('listitem', { name: /^Default kernel: 6\.11\.3-1-gorse\./ }).waitFor();
  });

  it('keeps a line that is cut in the middle: another screen, a reload, a closed page', async () => {
    const { page } = app;
    await page.keyboard.type('icons Gor');
    await page.getByRole('link', { name: 'Dossiers' }).click();
    await page.getByRole('link', { name: 'Visit' }).click();
    await expect.poll(() => field().inputValue()).toBe('icons Gor');
    await page.reload();
    await expect.poll(() => field().inputValue()).toBe('icons Gor');
    await page.keyboard.press('Escape');
    await page.getByRole('heading', { name: /^Visit: Gorsemoor/ }).click();
    await expect.poll(() => field().inputValue()).toBe('icons Gor');
    await field().focus();
    await page.keyboard.press('End');
    await page.keyboard.type('se');
    await page.keyboard.press('Enter');
    await page.getByRole('listitem', { name: /^Icons: Gorse\./ }).waitFor();
    visit.write('icons Gorse');
  });
  it('says beside the field what is wrong, and keeps the text', async () => {
    const { page } = app;
    for (const [line, says] of [
      ['opens sometimes', /does not fit Opens by itself: expected one of each login/],
      ['zzz 4', /begins with no fact and no word that is known here/],
      ['mem 590 bananas', /does not fit Memory in use/],
      ['supported until 31 Feb 2027', /expected a date/],
      ['mem 590 MB @ in the rain', /“in the rain” is no condition/],
    ] as const) {
      await field().fill(line);
      await page.keyboard.press('Enter');
      await page.getByRole('alert').filter({ hasText: says }).waitFor();
      expect(await field().inputValue()).toBe(line);
      await field().fill('');
    }
  });
  it('has its lines corrected, moved to another source and deleted from the keyboard', async () => {
    const { page } = app;
    await field().focus();
    await page.keyboard.press('ArrowUp');
    await expect
      .poll(() => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? ''))
      .toMatch(/^Icons: Gorse/);
    await page.keyboard.press('Enter');
    await expect.poll(() => field().inputValue()).toBe('Icons: Gorse');
    await page.keyboard.type(' dark');
    await page.keyboard.press('Enter');
    await page.getByRole('listitem', { name: /^Icons: Gorse dark\./ }).waitFor();
    await type(visit, 'from page gorsemoor.example');
    await type(visit, 'widgets Gorse');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('m');
    await page.keyboard.type('live');
    await page.keyboard.press('Enter');
    await expect.poll(() => page.getByRole('listitem', { name: /^Widgets: Gorse\./ }).count()).toBe(0);
    await field().focus();
    await type(visit, 'from live');
    await page.getByRole('listitem', { name: /^Widgets: Gorse\./ }).waitFor();
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('Delete');
    await expect.poll(() => page.getByRole('listitem', { name: /^Widgets: Gorse\./ }).count()).toBe(0);
    await app.undo();
    await page.getByRole('listitem', { name: /^Widgets: Gorse\./ }).waitFor();
  });
  it('takes what is pasted from a terminal, and lines that are pasted; those that are wrong stay', async () => {
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
    await type(visit, 'from installed, hardware, fresh');
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
    await paste('font\tWeir Sans\n- cursor Gorse\nnonsense here\n');
    await page.getByRole('button', { name: 'Record 2 lines' }).click();
    await page.getByRole('listitem', { name: /^Cursor: Gorse\./ }).waitFor();
    await expect
      .poll(() => page.getByLabel(/The text; what cannot be taken/).inputValue())
      .toBe('nonsense here');
    await page.getByRole('button', { name: 'Throw the pasted text away' }).click();
    await paste('x\n'.repeat(600_000));
    await page
      .getByRole('alert')
      .filter({ hasText: /more than 200,000 letters/ })
      .waitFor();
    await page.getByRole('button', { name: 'Throw the pasted text away' }).click();
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
