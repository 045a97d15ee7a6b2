/** The lineage in the real interface: dates, links drawn and refused, editions, filters, outline, files. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SaxesParser } from 'saxes';
import type { Download } from 'playwright-core';
import { afterAll, describe, expect, it } from 'vitest';
import { openApplication } from './application.ts';
import { openMenu, plateOf } from './browser.ts';

const app = openApplication();
const { query } = app;
const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-lineage-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const plate = (name: string) => plateOf(app.page, name);
/** Opens an address, and waits for a plate that is to be seen there. */
async function open(address: string, seen = 'Larkspur'): Promise<void> {
  await app.open(address);
  await plate(seen).waitFor();
}
/** The middle of a plate in the window. */
async function middle(name: string): Promise<{ x: number; y: number; left: number; right: number }> {
  const box = (await plate(name).boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2, left: box.x, right: box.x + box.width };
}
/** Draws from the right handle of a plate to another, or to the open ground. */
async function draw(from: string, to: string | null): Promise<void> {
  const { page } = app;
  const start = await middle(from);
  await page.mouse.move(start.x, start.y);
  await page.locator('[data-handle="base"]').waitFor();
  await page.mouse.move(start.right, start.y);
  await page.mouse.down();
  const end = to ? await middle(to) : { x: 900, y: 640 };
  await page.mouse.move((start.right + end.x) / 2, (start.y + end.y) / 2, { steps: 4 });
  await page.mouse.move(end.x, end.y, { steps: 4 });
  await page.mouse.up();
}
async function saved(download: Download): Promise<string> {
  const path = join(folder, download.suggestedFilename());
  await download.saveAs(path);
  return readFileSync(path, 'utf8');
}
async function exported(label: string): Promise<Download> {
  const { page } = app;
  await openMenu(page.getByRole('button', { name: 'More' }));
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem').filter({ hasText: label }).click(),
  ]);
  return download;
}
function parseXml(text: string): string[] {
  const names: string[] = [];
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    throw error;
  });
  parser.on('opentag', ({ name }) => names.push(name));
  parser.write(text).close();
  return names;
}

describe('the map through time', () => {
  it('moves from event to event, says what happened, and keeps the date in the address', async () => {
    const { page } = app;
    await open('/lineage?asof=2026-01-27');
    const varnley = await middle('Varnley');
    expect(varnley.left).toBeGreaterThan((await middle('Fenwick')).right); // on Fenwick until then
    await page.getByRole('button', { name: 'To the next event' }).click();
    await page.getByText('28 January 2026: Varnley moved from Fenwick 28 to Larkspur 7.').waitFor();
    await expect.poll(() => query('asof')).toBe('2026-01-28');
    await page.waitForTimeout(700); // it glides to its new place
    expect((await middle('Varnley')).left).toBeLessThan((await middle('Tidewater')).left);
    await page.getByRole('button', { name: 'What changed since' }).click();
    await page.getByRole('region', { name: 'What changed since' }).getByText('Wold appeared.').waitFor();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'To the event before' }).click();
    await expect.poll(async () => Math.abs((await middle('Varnley')).left - varnley.left)).toBeLessThan(3);
    await page.goBack();
  });
  it('shows nothing that was not there yet, and what had ended by then with its last base', async () => {
    await open('/lineage?asof=2022-06-01');
    await plate('Quickthorn').waitFor();
    expect(await plate('Undershaw').count()).toBe(0);
    await open('/lineage');
    expect(await plate('Millrace').getAttribute('aria-label')).toContain('ended');
    await app.page
      .getByText('Millrace installs from Copperline, until it ended')
      .waitFor({ state: 'attached' });
  });
});

describe('editing on the map', () => {
  it('draws a link to a new base: asked what becomes of the old one, undone in one step', async () => {
    const { page } = app;
    await open('/lineage');
    await draw('Larkspur', 'Saltmere');
    // Saltmere is on Larkspur already; the form knows.
    const form = page.getByRole('form', { name: 'Saltmere and Larkspur' });
    await form.getByText('It rests on Larkspur already').waitFor();
    await form.getByRole('button', { name: 'Cancel' }).click();
    await draw('Copperline', 'Wold');
    const other = page.getByRole('form', { name: 'Wold and Copperline' });
    await other.getByText('Wold installs from Copperline.').waitFor();
    await other.getByLabel('Relation').selectOption('copies');
    await other.getByLabel('Since').fill('2026-11');
    await other.getByRole('button', { name: 'Add the link' }).click();
    await page.getByRole('heading', { name: 'Wold', exact: true }).waitFor();
    const pane = page.getByRole('button', { name: 'Wold copies Copperline: not measured' });
    await pane.waitFor();
    await expect
      .poll(async () => (await middle('Wold')).left > (await middle('Copperline')).right)
      .toBe(true);
    await page.keyboard.press('Control+z');
    await pane.waitFor({ state: 'detached' });
  });
  it('refuses a circle with its path, and nothing is changed', async () => {
    const { page } = app;
    await open('/lineage');
    await draw('Penhallow', 'Larkspur');
    const form = page.getByRole('form', { name: 'Larkspur and Penhallow' });
    await form.getByRole('button', { name: 'Add the link' }).click();
    await form.getByText(/That would make a circle of bases: Larkspur > Penhallow > .*Larkspur/).waitFor();
    await form.getByRole('button', { name: 'Cancel' }).click();
    await expect.poll(() => page.getByRole('contentinfo').innerText()).toContain('70 links');
  });
  it('corrects a link on its band, ends it, and takes that back', async () => {
    const { page } = app;
    await open('/lineage?at=distribution:ottery');
    await page.getByRole('button', { name: /^Ottery installs from Larkspur/ }).click();
    const pane = page.getByRole('form', { name: 'Selected link' });
    await pane.getByText('Ottery 7 installs from Larkspur 7, since 14 September 2025.').waitFor();
    await pane.getByLabel('Since').fill('some day');
    await pane.getByLabel('Since').blur();
    await pane.getByText(/some day/).waitFor();
    await pane.getByLabel('Relation').selectOption('rebuilds');
    await pane.getByText('Ottery 7 rebuilds Larkspur 7').waitFor();
    await pane.getByRole('button', { name: 'End it' }).click();
    await pane.getByText(/until \d+ \w+ 20\d\d\./).waitFor();
    for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Undo' }).click();
    await pane.getByText('Ottery 7 installs from Larkspur 7, since 14 September 2025.').waitFor();
  });
  it('selects a band by pointing at it', async () => {
    const { page } = app;
    await open('/lineage');
    const [tidewater, penhallow] = [await middle('Tidewater'), await middle('Penhallow')];
    await page.mouse.click((tidewater.right + penhallow.left) / 2, (tidewater.y + penhallow.y) / 2);
    await page.getByText('Penhallow 5 installs from Tidewater 7.1, since 20 July 2026.').waitFor();
    await expect.poll(() => query('link')).toBe('link:penhallow-5-on-tidewater-7.1');
  });
  it('adds a derivative to a plate from the keyboard', async () => {
    const { page } = app;
    await open('/lineage?at=distribution:nettlebed');
    await plate('Nettlebed').focus();
    await page.keyboard.press('a');
    await page.getByLabel('Name').fill('Sorrel Bank');
    await page.keyboard.press('Enter');
    await page.getByRole('heading', { name: 'Sorrel Bank' }).waitFor();
    await plate('Sorrel Bank').waitFor();
    await page.getByRole('button', { name: 'Undo' }).click();
    await plate('Sorrel Bank').waitFor({ state: 'detached' });
  });
});

describe('what is shown', () => {
  it('unfolds editions, each on its own base', async () => {
    const { page } = app;
    await open('/lineage?at=distribution:tidewater');
    await page.getByRole('button', { name: 'Editions apart' }).click();
    await plate('Tidewater Ebb').waitFor();
    expect(await plate('Tidewater Ebb').getAttribute('aria-label')).toContain('installs from Larkspur');
    await page.getByRole('button', { name: 'Fold editions' }).click();
    await plate('Tidewater Ebb').waitFor({ state: 'detached' });
  });
  it('filters, with what it rests on as surroundings, in map and outline alike', async () => {
    const { page } = app;
    await open('/lineage');
    await page.getByRole('button', { name: 'Status: all' }).click();
    await page
      .getByRole('listitem')
      .filter({ hasText: /^dormant/ })
      .click();
    await plate('Varnley').waitFor({ state: 'detached' });
    await plate('Cinderford').waitFor();
    await plate('Fenwick').waitFor(); // beneath the dormant Highmoor Desk
    await expect.poll(() => query('standing')).toBe('dormant');
    await page.getByRole('button', { name: 'Outline' }).click();
    const rows = page.getByRole('treegrid', { name: 'Lineage outline' }).getByRole('row');
    await expect.poll(() => rows.count()).toBe(8); // the head, three that match, and four beneath them
    await page.getByRole('button', { name: /clear$/ }).click();
    await expect.poll(() => rows.count()).toBeGreaterThan(20);
  });
  it('says how two are related', async () => {
    const { page } = app;
    await open('/lineage?at=distribution:tidewater');
    await page.getByLabel('Related to').selectOption({ label: 'Varnley' });
    await page.getByText('Nearest shared base: Larkspur. Tidewater › Larkspur ‹ Varnley.').waitFor();
    await page.getByLabel('Related to').selectOption({ label: 'Swiftlet' });
    await page.getByText('Tidewater and Swiftlet have no base in common').waitFor();
  });
  it('dims all but one chain on demand', async () => {
    const { page } = app;
    await open('/lineage?at=distribution:tidewater');
    await page.getByRole('button', { name: 'Only its chain' }).click();
    await page.locator('.plate.dimmed', { hasText: 'Varnley' }).waitFor();
    expect(await page.locator('.plate.dimmed', { hasText: 'Penhallow' }).count()).toBe(0);
    await expect.poll(() => query('focus')).toBe('1');
  });
  it('walks, folds and sorts the outline from the keyboard', async () => {
    const { page } = app;
    await page.goto(`${app.address}/lineage?view=outline&at=distribution:fenwick`);
    const grid = page.getByRole('treegrid', { name: 'Lineage outline' });
    const fenwick = grid.locator('[data-id="distribution:fenwick"]');
    await fenwick.focus();
    await page.keyboard.press('ArrowLeft');
    await expect.poll(() => fenwick.getAttribute('aria-expanded')).toBe('false');
    await page.keyboard.press('ArrowLeft');
    await expect.poll(() => query('at')).toBe('distribution:larkspur');
    await page.keyboard.press('ArrowDown');
    await page.getByRole('heading', { name: 'Brackenlight 2' }).waitFor();
    await grid.getByRole('button', { name: 'Unmodified' }).click();
    await grid.getByRole('button', { name: 'Unmodified' }).click();
    await expect.poll(() => [query('sort'), query('order')]).toEqual(['carried', 'down']);
    const carried = grid.getByRole('columnheader', { name: 'Unmodified' });
    await expect.poll(() => carried.getAttribute('aria-sort')).toBe('descending');
  });
  it('shows the time line of one in its dossier', async () => {
    const { page } = app;
    await page.goto(`${app.address}/dossiers/release:varnley-6?tab=timeline`);
    const line = page.getByRole('group', { name: 'Time line' });
    await line.getByText('on Fenwick').waitFor();
    await page.getByText('28 January 2026: Varnley moved from Fenwick 28 to Larkspur 7.').click();
    await plate('Varnley').waitFor();
    await expect.poll(() => query('asof')).toBe('2026-01-28');
  });
});

describe('moving the map', () => {
  it('never loses it: a part stays in the window, whatever way it is moved', async () => {
    const { page } = app;
    await open('/lineage');
    const ground = (await page.getByRole('group', { name: 'Lineage map' }).boundingBox())!;
    await page.mouse.move(ground.x + 600, ground.y + 300);
    const place = () => page.locator('[aria-label="Lineage map"] > g').getAttribute('transform');
    const isSeen = () =>
      page.evaluate(({ x, y, width, height }) => {
        const plates = [...document.querySelectorAll('[aria-label="Lineage map"] [role="button"]')];
        return plates.some((plate) => {
          const box = plate.getBoundingClientRect();
          return box.right > x && box.left < x + width && box.bottom > y && box.top < y + height;
        });
      }, ground);
    for (const [dx, dy] of [
      [0, 5000],
      [0, -9000],
      [5000, 0],
      [-9000, 0],
    ] as const) {
      const before = await place();
      await page.mouse.wheel(dx, dy);
      await expect.poll(place).not.toBe(before);
      expect(await isSeen()).toBe(true);
    }
    await page.getByRole('button', { name: 'Fit' }).click();
  });
});

describe('files of what is shown', () => {
  it('are pictures with title, date and legend', async () => {
    await open('/lineage?asof=2025-06-01');
    const svg = await saved(await exported('Picture (SVG)'));
    expect(parseXml(svg)[0]).toBe('svg');
    for (const part of ['As of 1 June 2025', 'Varnley', 'not measured', 'Change strip'])
      expect(svg).toContain(part);
    expect(svg).not.toContain('href');
    const png = await exported('Picture (PNG)');
    const path = join(folder, 'map.png');
    await png.saveAs(path);
    const bytes = readFileSync(path);
    expect(bytes.subarray(1, 4).toString()).toBe('PNG');
    expect(bytes.readUInt32BE(16)).toBeGreaterThan(1000);
  });
  it('are graphs for other programs: GraphML, and DOT as Graphviz reads it', async () => {
    await open('/lineage?family=distribution:graywether', 'Graywether');
    const graphml = parseXml(await saved(await exported('Graph (GraphML)')));
    expect(graphml.filter((name) => name === 'node')).toHaveLength(6);
    expect(graphml.filter((name) => name === 'edge')).toHaveLength(5);
    const dot = await saved(await exported('Graph (DOT)'));
    expect(dot).toContain('"distribution:graywether" -> "distribution:nettlebed"');
    const read = spawnSync('dot', ['-Tplain'], { input: dot, encoding: 'utf8' });
    if (read.error)
      console.log('SKIPPED: dot is not installed; its reading of the DOT file was not checked.');
    else expect(read.stdout.split('\n').filter((line) => line.startsWith('node '))).toHaveLength(6);
  });
  it('raised no error on the page', () => expect(app.errors).toEqual([]));
});
