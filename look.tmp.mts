import { openBrowser, startServer } from './e2e/browser.ts';
const server = await startServer();
const b = await openBrowser();
const { page } = b;
const shot = (n: string) => page.screenshot({ path: `/tmp/shots/${n}.png` });
const drop = async (files: string[]) => { const again = page.getByRole('button', { name: 'Read something else' }); if (await again.isVisible()) await again.click(); await page.getByLabel('Files to read').setInputFiles(files); await page.waitForTimeout(2500); };
try {
  await page.goto(`${server.address}/intake`);
  await page.getByText(/^Saved/).waitFor({ timeout: 60000 });
  await drop(['/tmp/look/tidewater-cut.tar.gz']); await shot('i1');
  await page.getByLabel('Live or installed').isVisible().then(v=>console.log('asked',v));
  await drop(['/tmp/look/larkspur.asc']); await shot('i2');
  await page.getByRole('button', { name: 'Read something else' }).click();
  await page.getByRole('button', { name: 'Paste text' }).click();
  await page.getByLabel('Text from a terminal').fill(`ann@desk ~ $ show-system
   ##  OS: Kelpmoor 7.1 x86_64
  #::# Kernel: 6.4.9-1-stock
   ##  Uptime: 1 hour, 4 mins
       Packages: 1842 (dpkg), 7 (flatpak)
       DE: Lagoon 5.2.1
       WM Theme: Shore
       Theme: Tide [GTK3]
       Icons: Tide dark [GTK3]
       Cursor: Tide
       Font: Quill 11
       Terminal: rushlight
       Memory: 1015MiB / 3929MiB
`);
  await page.getByRole('link', { name: 'Dossiers' }).first().click(); await page.waitForTimeout(500);
  await page.getByRole('link', { name: 'Intake' }).first().click(); await page.waitForTimeout(500);
  await shot('i3');
  await page.getByRole('button', { name: 'Read this text' }).click(); await page.waitForTimeout(2000);
  await shot('i4');
  await page.getByRole('button', { name: /^Accept .*facts$/ }).click(); await page.waitForTimeout(1500);
  await shot('i5');
  await page.goto(`${server.address}/intake`); await page.waitForTimeout(1500); await drop(['/tmp/look/Packages']); await shot('i6');
  await drop(['/tmp/look/Packages','/tmp/look/tidewater-cut.tar.gz']); await shot('i7');
} finally { console.log(b.errors); await b.close(); await server.close(); }
