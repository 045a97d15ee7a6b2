/** From nothing to a printed report, by keyboard alone: what to do next is always told, and five minutes are enough. */
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openApplication } from './application.ts';
import { Keyboard } from './keyboard.ts';

const app = openApplication();
let folder = '';

/** A capture of a system, and the index of the archive it was made from, in one folder. */
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-newcomer-'));
  cpSync('sample/out/captures/kestrel-bench-9.tar.gz', join(folder, 'kestrel-bench-9.tar.gz'));
  const suite = 'dists/saltmarsh';
  for (const path of ['InRelease', 'base/binary-amd64/Packages.xz', 'shelf/binary-amd64/Packages.xz'])
    cpSync(join('sample/out/mirror/fenwick.example/archive', suite, path), join(folder, suite, path));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('the first minutes', () => {
  it('lead by keyboard alone from a capture to a printed report', async () => {
    const { page } = app;
    const keys = new Keyboard(page);
    const work = page.getByRole('main');
    await keys.take('Start my own catalogue');
    await page.getByText('Nothing is placed yet').waitFor();

    await keys.take('Read a system');
    await page.getByText('Drop the files of a system here').waitFor();
    const chooser = page.waitForEvent('filechooser');
    await keys.take('Choose a folder');
    await (await chooser).setFiles(folder);
    await page.getByText('Built on saltmarsh').waitFor();
    await keys.take('Accept the placing and', { back: true });
    await page.getByRole('heading', { name: 'Kestrel Bench 9' }).waitFor();

    await keys.take('3Next: Say what you see of Kestrel Bench 9');
    await page.getByRole('heading', { name: 'Field notes: Kestrel Bench 9' }).waitFor();
    for (const line of ['installed, laptop, 4 GiB', 'mem 612 MB', 'ask does the guide open offline?']) {
      await keys.type(line);
      await keys.press('Enter');
    }
    await work.getByText('does the guide open offline?').first().waitFor();

    await keys.take('Next: Compare Kestrel Bench 9 and Fenwick 31');
    await keys.take('Keep');
    await keys.take('Next: Publish the report on Kestrel Bench 9');
    await page.frameLocator('iframe').getByRole('heading', { level: 1 }).waitFor();
    await page.evaluate(() => {
      const { contentWindow } = document.querySelector('iframe')!;
      contentWindow!.print = () => document.documentElement.setAttribute('data-printed', 'yes');
    });
    await keys.take('Print');
    expect(await page.getAttribute('html', 'data-printed')).toBe('yes');
    const text = await page.frameLocator('iframe').locator('body').innerText();
    expect(text).toMatch(/Kestrel Bench 9/);
    expect(text).toMatch(/Fenwick 31/);
    expect(text).toMatch(/612/);
    expect(await page.getByText(/^Next:/).count()).toBe(0);
    console.log(keys.told('From nothing to a printed report'));
    expect(keys.seconds).toBeLessThan(300);
  });

  it('raised no error on the page', () => expect(app.errors).toEqual([]));
});
