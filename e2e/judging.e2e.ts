/** Judging and settling in the real interface: the sample’s question answered, and everything written by keyboard. */
import { readFileSync } from 'node:fs';
import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { openApplication } from './application.ts';

const app = openApplication();
const { open, query, undo } = app;
const DAY = 'asof=2026-11-24';
const ASSESSMENT = `/dossiers/release:ottery-7?tab=assessment&${DAY}`;

/** Types a line into a field and enters it. */
async function enter(label: string | RegExp, text: string): Promise<void> {
  const field = app.page.getByLabel(label, { exact: typeof label === 'string' });
  await field.fill(text);
  await field.press('Enter');
}

describe('the question of the sample', () => {
  it('is answered with two candidates, why, what is open, and when support ends', async () => {
    const { page } = app;
    await open(`/choose?${DAY}`);
    await page.getByText(/^No clear winner\. Tidewater 7\.1 leads Varnley 6 by 7\.5 to 7\.2 of 10/).waitFor();
    await page
      .getByText(/Kestrel Bench 9 and Foxholt 4 are out: “A guide that opens by itself” is not met\./)
      .waitFor();
    await page.getByText(/“Small memory” of Tidewater 7\.1/).waitFor();
    const row = page.getByRole('row', { name: /Tidewater 7\.1/ });
    expect(await row.innerText()).toMatch(
      /1 \(1 to 7\)[\s\S]*5\.2 to 8, 80 % known[\s\S]*met[\s\S]*sources disagree/,
    );

    await page.getByRole('link', { name: 'Their support' }).click();
    await page
      .getByText(/^On 1 January 2031, 2 of 7 systems are within stated support \(Foxholt 4 and Mosswick 1\)/)
      .waitFor();
    expect(await page.getByLabel('The day that is asked about').inputValue()).toBe('1 January 2031');
    await page
      .getByRole('button', {
        name: /^Tidewater 7\.1 .*supported until 1 June 2029, as stated\. By its own rule, support ends on 3 March 2029 \(36 months after 3 March 2026\), 90 days from the stated end\. Its base Fenwick 31 ends on 2 April 2029, 60 days earlier/,
      })
      .waitFor();

    await open(`/settle?of=release:tidewater-7.1&${DAY}`);
    const points = page.getByRole('table', { name: 'Open points' });
    const odds = points.getByRole('listitem');
    await odds.getByText('each login according to “Capture of Tidewater 7.1”').waitFor();
    await odds
      .getByText(/^first login only according to/)
      .first()
      .waitFor();
    await points
      .getByText(
        /stated as 1 June 2029, but calculated as 3 March 2029 \(36 months after 3 March 2026\), 90 days apart/,
      )
      .waitFor();
  });
});

describe('open points', () => {
  it('are as many on the screen, in the summary and in the outline; one put off counts nowhere', async () => {
    const { page } = app;
    await open(`/settle?of=release:varnley-6&${DAY}`);
    const entry = page
      .getByRole('navigation', { name: 'Systems with open points' })
      .getByRole('button', { name: /^Varnley 6/ });
    await entry.waitFor();
    const counted = async () => Number(/(\d+)$/.exec((await entry.innerText()).trim())![1]);
    const before = await counted();
    expect(before).toBeGreaterThan(1);
    const points = page.getByRole('table', { name: 'Open points' });
    // Areas that nobody looked at stand in the bar above the table.
    const unseen = page
      .getByRole('region', { name: 'What is examined' })
      .getByRole('link', { name: /, 0 of \d+ facts examined$/ });
    await points.locator('tbody tr').first().waitFor();
    expect((await points.locator('tbody tr:not(.aside)').count()) + (await unseen.count())).toBe(before);

    await points.locator('tbody tr').first().getByRole('button', { name: 'Postpone' }).click();
    await page.getByLabel('Until when').fill('1 Mar 2027');
    await page.getByLabel('Why', { exact: true }).fill('after the trial');
    await page.keyboard.press('Enter');
    await points.getByText('postponed until 1 March 2027: after the trial').waitFor();
    await expect.poll(counted).toBe(before - 1);

    await open(`/dossiers/release:varnley-6?tab=summary&${DAY}`);
    await page.getByRole('link', { name: `${before - 1} open points` }).waitFor();
    await open(`/lineage?view=outline&${DAY}`);
    const row = page.getByRole('row', { name: /^Varnley/ }).first();
    await row.waitFor();
    expect((await row.innerText()).split(/\s+/)).toContain(String(before - 1));

    await open(`/settle?of=release:varnley-6&asof=2027-03-02`);
    await page.getByText(/was postponed until 1 March 2027/).waitFor();
    await open(`/settle?of=release:varnley-6&${DAY}`);
    await page.getByRole('button', { name: 'Take up again' }).click();
    await expect.poll(counted).toBe(before);
  });
  it('are answered, judged and led to their place', async () => {
    const { page } = app;
    await open(`/settle?of=release:tidewater-7.1&rule=question&${DAY}`);
    const points = page.getByRole('table', { name: 'Open points' });
    const asked = points.getByRole('row', { name: /Is the guide read aloud by a screen reader/ });
    await asked.getByRole('button', { name: 'Answer' }).click();
    await page.getByRole('textbox', { name: 'The answer' }).fill('Yes, all but the last page.');
    await page.keyboard.press('Enter');
    await asked.waitFor({ state: 'detached' });
    await undo();
    await asked.waitFor();
    await open(`/settle?of=release:tidewater-7.1&${DAY}`);
    await page
      .getByRole('region', { name: 'What is examined' })
      .getByText(/^\d+ of \d+ facts are examined/)
      .waitFor();
    const first = points.getByRole('row').nth(1);
    const odds = await first.getByRole('rowheader').innerText();
    await first.getByRole('button', { name: 'Accept this one' }).first().click();
    await expect.poll(() => points.getByRole('row').nth(1).getByRole('rowheader').innerText()).not.toBe(odds);
    await undo();
    await expect.poll(() => points.getByRole('row').nth(1).getByRole('rowheader').innerText()).toBe(odds);
    await page.getByRole('button', { name: /^Sources disagree/ }).click();
    await points.getByRole('link', { name: 'Opens by itself' }).click();
    await page.getByRole('gridcell', { name: /^Opens by itself, Tidewater 7\.1/ }).waitFor();
    expect(query('fact')).toBe('welcome.opens');
  });
  it('become the list of the next visit, here and beside the field of the visit', async () => {
    const { page } = app;
    await open(`/settle?of=release:tidewater-7.1&view=visit&${DAY}`);
    const list = page.getByRole('region', { name: 'Next session' });
    await list.getByText('sources disagree; question; decides for Reading rooms').waitFor();
    await open('/visit?of=release:tidewater-7.1');
    await page.getByRole('heading', { name: 'To look at first' }).waitFor();
    await page.getByRole('button', { name: 'Opens by itself' }).click();
    expect(await page.locator('#visit-line').inputValue()).toBe('opens by itself ');
    await page.locator('#visit-line').fill('');
  });
});

describe('a purpose', () => {
  it('is written from nothing by keyboard: candidates, criteria, must-haves, scores by hand', async () => {
    const { page } = app;
    await open(`/choose?${DAY}`);
    await enter('Name of a new purpose', 'A small office');
    await page.getByText('There is no candidate yet.').waitFor();
    for (const name of ['ottery 7', 'varnley 6']) {
      await page.getByLabel('One more candidate').pressSequentially(name);
      await page.keyboard.press('Enter');
      await page.getByRole('row', { name: new RegExp(name.replace(/^./, (c) => c.toUpperCase())) }).waitFor();
    }
    await enter('Add to criteria', 'Enough languages: languages from 1 to 100, weight 2');
    await enter('Add to criteria', 'Price, weight 1');
    await enter('Add to must-haves', 'Long enough: support at least 2028');
    const row = page.getByRole('row', { name: /Ottery 7/ });
    await row.getByRole('button').nth(2).click();
    await page.getByRole('textbox', { name: /^Price of Ottery 7/ }).fill('9 because it is free');
    await page.keyboard.press('Enter');
    await row.getByText('by hand, it is free').waitFor();
    expect(await row.innerText()).toContain('met');
    // What is refused stays in the field.
    await enter('Add to criteria', 'Colour: quokka at least 3');
    await page.getByText('No fact is called “quokka”.').waitFor();
    expect(await page.getByLabel('Add to criteria').inputValue()).toBe('Colour: quokka at least 3');
    await page.getByLabel('Add to criteria').fill('');
    await page.getByRole('button', { name: 'Close' }).click();
    // A line is corrected where it stands, and an emptied one goes.
    await page.getByRole('button', { name: 'Price, weight 1' }).press('Enter');
    await page.getByLabel('Criteria: line 2').fill('');
    await page.keyboard.press('Enter');
    await page.getByRole('columnheader', { name: /^Price/ }).waitFor({ state: 'detached' });
    await undo();
    await page.getByRole('columnheader', { name: /^Price/ }).waitFor();
  });
});

describe('a judgement', () => {
  it('is written part by part, judged again, and keeps the opinion of before', async () => {
    const { page } = app;
    await open(ASSESSMENT);
    await page.getByRole('button', { name: 'New assessment' }).click();
    await enter('Author', 'R. Fell');
    const table = page.getByRole('table', { name: 'Assessments' });
    const part = (name: string) => page.getByRole('button', { name, exact: true }).click();
    await part('Criteria');
    await enter('Add to criteria, r. fell', 'Small memory, weight 3: 6 to 8 because it was measured twice');
    await enter('Add to criteria, r. fell', 'Look, weight 1: 4');
    await table.getByText('6.3 of 10 (5.5 to 7), from the criteria').waitFor();
    await part('For');
    await enter('Add to for, r. fell', 'starts quickly (matters) [start-up time]');
    await part('Must be there');
    await enter('Add to must be there, r. fell', 'card reader, yes');
    await part('Questions');
    await enter('Add to questions, r. fell', 'Needed for years? Take another.');
    await part('Looks again');
    await enter('Looks again, R. Fell', 'Feb 2027: run it on hardware');
    await page.getByRole('button', { name: 'starts quickly (matters) [footprint.boot]' }).waitFor();
    await page.getByRole('button', { name: 'Judge again' }).click();
    await table.getByText(/^Takes the place of the assessment of/).waitFor();
    await page.getByRole('button', { name: 'Look, weight 1: 4' }).press('Enter');
    await page.getByLabel('Criteria, R. Fell: line 2').fill('Look, weight 1: 8');
    await page.keyboard.press('Enter');
    await table.getByText('Look: 4, now 8').waitFor();
    await page.getByText('Earlier assessments: 1').waitFor();

    await open(`/dossiers/release:ottery-7?tab=summary&asof=2027-01-01`);
    await page
      .getByText(/R\. Fell/)
      .first()
      .waitFor();
  });
});

describe('a claim', () => {
  it('is written, held against the catalogue, and judged', async () => {
    const { page } = app;
    await open(ASSESSMENT);
    await page.getByRole('button', { name: 'New claim' }).click();
    await page.getByLabel('According to the project').fill('Speaks every language of the county');
    await page.getByLabel('Fact and value').fill('languages 90');
    await page.keyboard.press('Enter');
    const row = page.getByRole('row', { name: /Speaks every language of the county/ });
    await row.getByText('90 languages claimed, 74 languages found').waitFor();
    await page.getByRole('button', { name: /^Take \d+ findings$/ }).click();
    await expect.poll(() => row.getByRole('combobox').inputValue()).toBe('refuted');
    await row.getByRole('combobox').selectOption('partly');
    await row.getByText(/^Last word: /).waitFor();
  });
  it('and a question are told in the dossier', async () => {
    const { page } = app;
    await open(ASSESSMENT);
    await enter('Add to questions', 'Who mirrors it?');
    const row = page.getByRole('row', { name: /Who mirrors it/ });
    await row.waitFor();
    const tried = page.getByRole('table', { name: 'Questions' }).getByLabel('Tried').last();
    await tried.fill('asked twice, no answer');
    await tried.press('Enter');
    await open(`/dossiers/release:ottery-7?tab=summary&${DAY}`);
    await page.getByText(/Who mirrors it\? So far, the attempt was: asked twice, no answer/).waitFor();
  });
});

describe('support', () => {
  it('is asked of any day, goes out as a calendar, and comes in as one', async () => {
    const { page } = app;
    await open(`/support?${DAY}`);
    await enter('The day that is asked about', 'Mar 2028');
    await page.getByText(/^On 1 March 2028, 7 of 7 systems/).waitFor();
    await expect.poll(() => query('on')).toBe('2028-03-01');
    await enter('The day that is asked about', 'soon');
    await page.getByText(/“soon” in the day is no date/).waitFor();
    await page.getByRole('button', { name: 'Close' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Calendar file' }).click(),
    ]);
    const text = readFileSync(await download.path(), 'utf8');
    const events = new ICAL.Component(ICAL.parse(text) as never).getAllSubcomponents('vevent');
    const days = events.map((event) => String(event.getFirstPropertyValue('dtstart')));
    expect(days).toContain('2029-06-01');

    await page.getByRole('button', { name: 'Take a calendar in' }).click();
    await page
      .getByLabel('Table', { exact: true })
      .fill('version;published;end of life\n8;2028-03-01;2031-03-01\n9;soon;');
    await page.getByLabel('Owner of the calendar').fill('Ottery');
    const preview = page.getByRole('table', { name: 'What would come of it' });
    await preview.getByText('new release, end of support').waitFor();
    await page.getByLabel('Released', { exact: true }).selectOption({ label: 'published' });
    await preview.getByText(/“soon” in line 3 is no date/).waitFor();
    await page.getByLabel('Source', { exact: true }).fill('page ottery.example/calendar, 12 Oct 2026');
    await page.getByRole('button', { name: 'Take 1 release and 1 end' }).click();
    await preview.waitFor({ state: 'detached' });
    await open('/support?who=release:ottery-8&asof=2028-03-02');
    await page
      .getByRole('button', { name: /^Ottery 8 .*Ottery 8 is supported until 1 March 2031/ })
      .waitFor();
  });
  it('raises no error on any of its screens', () => {
    expect(app.errors).toEqual([]);
  });
});
