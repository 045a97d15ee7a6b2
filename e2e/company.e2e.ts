/** Peers in the real interface: cohorts by rule and by hand, spreads, what sets one apart, neighbours, the grid. */
import { describe, expect, it } from 'vitest';
import { openApplication } from './application.ts';

const app = openApplication();
const { open, query, undo } = app;

describe('a company', () => {
  it('is everybody, those by a rule, or one that is kept by name', async () => {
    const { page } = app;
    await open('/company');
    await page.getByText(/^\d\d projects of \d\d: all of them\./).waitFor();
    await page.getByRole('button', { name: 'Base ▾' }).click();
    await page.getByRole('button', { name: /^Fenwick \d/ }).click();
    await page.getByText(/^\d projects of \d\d: those with base Fenwick\./).waitFor();
    expect(query('base')).toBe('distribution:fenwick');
    await page.getByRole('button', { name: 'Keep as …' }).click();
    await page.getByLabel('Name of the peer group').fill('On Fenwick');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'On Fenwick', pressed: true }).waitFor();
    await page.getByRole('button', { name: 'Everybody' }).click();
    await page.getByText(/all of them/).waitFor();
    await page.getByRole('button', { name: 'On Fenwick' }).click();
    await page.getByText(/those with base Fenwick/).waitFor();
    await page.getByRole('button', { name: 'Delete it' }).click();
    await page.getByRole('button', { name: 'On Fenwick' }).waitFor({ state: 'detached' });
    await undo();
    await page.getByRole('button', { name: 'On Fenwick' }).waitFor();
  });
  it('shows at a glance what each has of its own, and leads on to the one and to the fact', async () => {
    const { page } = app;
    await open('/company');
    const glance = page.getByRole('table', { name: 'Everybody at a glance' });
    const row = glance.getByRole('row').filter({ hasText: 'Desktop: Marl; First-start guide: Marl Tour; ' });
    await row.getByRole('button', { name: 'Desktop: Marl' }).click();
    await page.getByRole('heading', { name: 'Desktop', exact: true }).waitFor();
    await page.goBack();
    await row.getByRole('button', { name: /^and \d+ more$/ }).click();
    await page.getByRole('list', { name: 'What sets Marlowe apart' }).getByText('Marl Tour').waitFor();
    expect(query('about')).toBe('distribution:marlowe');
    await open('/company?desktop=Nobody');
    await page.getByText('Nobody is in this peer group on that day').waitFor();
  });
  it('tells what sets one apart, what it lacks, with n and k and who was first', async () => {
    const { page } = app;
    await open('/company');
    await page.getByLabel('Seen from another').fill('tidewater');
    await page.keyboard.press('Enter');
    const apart = page.getByRole('list', { name: 'What sets Tidewater apart' });
    await apart.getByText('First-start guide: Tide Start').waitFor();
    await apart.getByText(/^Welcome tools; 1 of \d+ has it; first in Tidewater, /).waitFor();
    await page
      .getByRole('list', { name: 'What it lacks that most have' })
      .getByText('Actions in order: applications')
      .waitFor();
    await apart.getByRole('button', { name: /First-start guide/ }).click();
    await page.getByRole('heading', { name: 'First-start guide' }).waitFor();
    await page.getByRole('row', { name: /^Tide Start rare 1 of \d+ \d\.\d Tidewater Tidewater, / }).waitFor();
  });
  it('ranks measurements under equal conditions only, and says why others stand apart', async () => {
    const { page } = app;
    await open('/company?about=distribution:varnley&view=fact&fact=footprint.memory');
    await page.getByText(/usually [\d,]+ to [\d,]+ MiB \(the middle half of 5 systems/).waitFor();
    await page.getByText('read with the task list').waitFor();
    await page.getByRole('row', { name: /^Kestrel Bench 651 MiB apart: / }).waitFor();
  });
  it('shows a grid of an area with three states, and claims beside', async () => {
    const { page } = app;
    await open('/company?about=distribution:tidewater&view=grid&base=distribution:fenwick');
    const grid = page.getByRole('table', { name: 'Grid of the peer group' });
    await grid.getByRole('row', { name: /restore points/i }).waitFor();
    await page.getByRole('button', { name: 'Kernel', exact: true }).click();
    await expect.poll(() => query('area')).toBe('kernel');
    await page.getByText('What they claim of it').waitFor();
  });
  it('finds who is most like it, by weights of areas, and holds the two side by side', async () => {
    const { page } = app;
    await open('/company?about=distribution:tidewater&view=near');
    const near = page.getByRole('table', { name: 'Nearest neighbours' });
    const first = near.locator('tbody tr').first();
    await first.getByText(/\d+ of \d+/).waitFor();
    const before = await first.innerText();
    await page.getByLabel('Weight of Themes').fill('9');
    await page.keyboard.press('Tab');
    await expect.poll(() => first.innerText()).not.toBe(before);
    await first.getByRole('link', { name: 'beside' }).click();
    await page.getByRole('heading', { name: /^Tidewater 7\.1 and / }).waitFor();
  });
  it('counts names that differ in spelling as one only after asking, and as several again', async () => {
    const { page } = app;
    await open('/company');
    const ask = page.getByRole('button', { name: /^Driver finder \(\d+\) and Driver fynder \(\d+\)$/ });
    await ask.click();
    await ask.waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Driver finder = Driver fynder' }).click();
    await ask.waitFor();
    await undo();
    await undo();
    await ask.waitFor();
  });
});
