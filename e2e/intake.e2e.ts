/** Import with inputs that are cut, unusual or pasted: what it says, what it keeps, and what it records. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, it } from 'vitest';
import { builtSample } from '../testing/builtSample.ts';
import { CONTAINER_TOOLS, createContainers } from '../testing/containers.ts';
import { createSampleImage } from '../testing/imageTrees.ts';
import { describeWith } from '../testing/tools.ts';
import { openApplication } from './application.ts';

const application = openApplication();
const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-intake-'));
afterAll(() => rmSync(folder, { recursive: true }));

function written(name: string, bytes: Uint8Array): string {
  writeFileSync(join(folder, name), bytes);
  return join(folder, name);
}

async function read(...files: string[]): Promise<void> {
  const { page } = application;
  const again = page.getByRole('button', { name: 'Read something else' });
  if (await again.isVisible()) await again.click();
  await page.getByRole('button', { name: 'Choose files' }).waitFor();
  await page.getByLabel('Files to read').setInputFiles(files);
  await page.getByRole('table', { name: 'Files of the drop' }).waitFor();
}
const fileTable = () => application.page.getByRole('table', { name: 'Files of the drop' }).innerText();
const capture = readFileSync(join(builtSample(), 'captures/tidewater-7.1.tar.gz'));

describeWith(CONTAINER_TOOLS, 'a list in an unusual container', () => {
  it('is read whole in the browser too', async () => {
    await application.open('/intake');
    for (const { name, bytes } of createContainers(300)) {
      if (!/^(Packages|members|skippable|db\.(tar|zip))/.test(name)) continue;
      await read(written(name, bytes));
      expect(await fileTable(), name).toMatch(/\b300 packages\b/);
      expect(await application.page.getByText('Not read whole.').count(), name).toBe(0);
    }
  });
});

describeWith(['mksquashfs', 'xorriso'], 'a live image', () => {
  it('is placed and recorded as one that never ran, without what its installer removes', async () => {
    const { page } = application;
    await application.open('/intake');
    await read(createSampleImage('marram-2', folder));
    await page
      .getByText(
        /^Read from marram-2-live\.iso \(21 November 2026; ISO 9660 › squashfs, live\/filesystem\.squashfs\)/,
      )
      .waitFor();
    await page
      .getByText(
        /^3 packages are left out, because the installer removes them \(live\/filesystem\.packages-remove\): /,
      )
      .waitFor();
    await page
      .getByText(/^Built on /)
      .first()
      .waitFor();
    expect(await page.getByText('Not told by the files:').count()).toBe(0);
    expect(await page.getByText('no evidence:').count()).toBe(0);
    await page.getByRole('button', { name: /^Accept the placing and \d+ facts$/ }).click();
    await page.getByText(/^Recorded Marram 2 with \d+ facts\./).waitFor();
    await application.open('/dossiers/release:marram-2?tab=evidence');
    await page.getByText('read from the image, never started').first().waitFor();
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByText(/^Saved/).waitFor();
    expect(application.errors).toEqual([]);
  });
  it('on the server’s side is read there, and comes as a capture', async () => {
    const { page } = application;
    const image = createSampleImage('marram-2', application.images);
    await application.open('/intake');
    await page.getByRole('button', { name: 'Images on the server' }).click();
    const listed = page.getByRole('region', { name: 'Images on the server' });
    await listed
      .getByText(/ kB, \d+ \w+ \d{4}$/)
      .first()
      .waitFor();
    await listed.getByRole('button', { name: image }).click();
    await page.getByRole('table', { name: 'Files of the drop' }).waitFor();
    await page.getByText(/^Read from marram-2-live\.iso \(21 November 2026; ISO 9660 › squashfs/).waitFor();
    await page
      .getByText(/^Built on /)
      .first()
      .waitFor();
    expect(await page.getByText('Not read whole.').count()).toBe(0);
    expect(application.errors).toEqual([]);
  });
});

it('a capture that is cut off is placed by what could be read, and says where it is cut', async () => {
  const { page } = application;
  await application.open('/intake');
  await read(written('cut.tar.gz', capture.subarray(0, Math.floor(capture.length * 0.8))));
  await page.getByText('Not read whole.').waitFor();
  await page.getByText('By what could be read: built on Fenwick 31.').waitFor();
  await page
    .getByText(/The list of the system is cut off after [\d,]+ bytes: all counts are of what was read\./)
    .waitFor();
  await page.getByText('no evidence: not read whole').first().waitFor();
});

it('what was chosen is there again after a look at another screen', async () => {
  const { page } = application;
  await page.getByLabel('Release', { exact: true }).fill('7.1 cut');
  await page.getByRole('checkbox', { name: /Kernel string/ }).uncheck();
  const button = page.getByRole('button', { name: /^Accept the placing and \d+ facts$/ });
  const before = await button.innerText();
  await page.getByRole('link', { name: 'Dossiers' }).first().click();
  await page
    .getByRole('heading', { name: /distributions/ })
    .or(page.getByText('Tidewater').first())
    .first()
    .waitFor();
  await page.getByRole('link', { name: 'Import' }).first().click();
  expect(await page.getByLabel('Release', { exact: true }).inputValue()).toBe('7.1 cut');
  await page.getByRole('checkbox', { name: /Kernel string/ }).waitFor();
  expect(await page.getByRole('checkbox', { name: /Kernel string/ }).isChecked()).toBe(false);
  expect(await button.innerText()).toBe(before);
});

it('what is recorded of it keeps the mark: the share on the map, and the source', async () => {
  const { page } = application;
  await page.getByRole('button', { name: /^Accept the placing and \d+ facts$/ }).click();
  await page.getByText(/Recorded Tidewater 7\.1 cut with \d+ facts/).waitFor();
  expect(await page.getByText(/with 0 facts/).count()).toBe(0);
  await application.open('/dossiers/release:tidewater-7.1-cut?tab=packages');
  await page
    .getByText(/packages \(from a list cut off after [\d,]+ bytes\) are unmodified from Fenwick 31/)
    .waitFor();
  await page
    .getByText(/Rests on a list cut off after/)
    .first()
    .waitFor();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByText(/^Saved/).waitFor();
});

it('pasted text is kept while one looks elsewhere, asks for what it does not say, and is recorded', async () => {
  const { page } = application;
  await application.open('/intake');
  await page.getByRole('button', { name: 'Paste text' }).click();
  const text = `ann@desk ~ $ show-system
   ##  OS: Kelpmoor 7.1 x86_64
  #::# Kernel: 6.4.9-1-stock
       Packages: 1842 (dpkg)
       DE: Lagoon 5.2.1
       WM Theme: Shore
       Theme: Tide [GTK3]
       Memory: 1015MiB / 3929MiB
`;
  await page.getByLabel('Text from a terminal').fill(text);
  await page.getByRole('link', { name: 'Dossiers' }).first().click();
  await page.getByRole('link', { name: 'Import' }).first().click();
  expect(await page.getByLabel('Text from a terminal').inputValue()).toBe(text);
  await page.getByRole('button', { name: 'Read this text' }).click();
  await page.getByText('With 3,929 MiB.').waitFor();
  await page.getByLabel('Live or installed').selectOption('live');
  await page.getByText('no evidence: live image').first().waitFor();
  await page.getByLabel('Live or installed').selectOption('installed');
  await page.getByLabel('Machine').selectOption('virtual');
  expect(await page.getByLabel('Distribution', { exact: true }).inputValue()).toBe('Kelpmoor');
  const button = page.getByRole('button', { name: /^Accept \d+ facts$/ });
  const count = /\d+/.exec(await button.innerText())![0];
  await button.click();
  await page.getByText(`Recorded Kelpmoor 7.1 with ${count} facts.`).waitFor();
  expect(Number(count)).toBeGreaterThan(7);
  expect(application.errors).toEqual([]);
});
