/** `aspen open`, `aspen support` and `aspen rank`: their JSON, their sentences, and what goes wrong. */
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import ICAL from 'ical.js';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../testing/builtSample.ts';

const ENTRY = fileURLToPath(new URL('aspen.mjs', import.meta.url));
const SAMPLE = `${builtSample()}catalogue.json`;
const ON = ['--on', '2026-11-24'];

function aspen(...args: string[]) {
  const { status, stdout, stderr } = spawnSync('node', [ENTRY, ...args], { encoding: 'utf8' });
  return { status, stdout, stderr };
}
function json<T>(...args: string[]): T[] {
  const { status, stdout, stderr } = aspen(...args, '--json');
  expect(stderr).toBe('');
  expect(status).toBe(0);
  return JSON.parse(stdout) as T[];
}

describe('aspen open', () => {
  it('lists points with rule, subject, key, reason, what settles them, and their state', () => {
    interface Line {
      rule: string;
      subject: string;
      key: string | null;
      reason: string;
      settledBy: string;
      state: string;
      until: string | null;
    }
    const lines = json<Line>('open', SAMPLE, 'Tidewater 7.1', ...ON);
    expect(lines.find(({ rule, key }) => rule === 'contradiction' && key === 'welcome.opens')).toMatchObject({
      subject: 'release:tidewater-7.1',
      reason:
        'each login according to “Capture of Tidewater 7.1”, but first login only according to “Release notes, Tidewater 7.1”',
      settledBy: expect.stringContaining('accept one of the readings') as string,
      state: 'open',
    });
    expect(lines.find(({ state }) => state === 'putOff')).toMatchObject({
      rule: 'areaUnseen',
      until: '2027-01-15',
    });
    const all = json<Line>('open', SAMPLE, ...ON);
    expect(all.length).toBeGreaterThan(150);
    expect(all.some(({ state, rule }) => state === 'meant' && rule === 'supportGap')).toBe(true);
    // What was put off is open again after its day.
    const later = json<Line>('open', SAMPLE, 'Tidewater 7.1', '--on', '2027-01-16');
    expect(later.every(({ state }) => state !== 'putOff')).toBe(true);
  });
  it('tells them in sentences', () => {
    const { stdout, status } = aspen('open', SAMPLE, 'Tidewater 7.1', ...ON);
    expect(status).toBe(0);
    expect(stdout).toMatch(/^Tidewater 7\.1: 2 disagreements of sources, /);
    expect(stdout).toContain('postponed until 15 January 2027: after the trial in two libraries');
  });
});

describe('aspen support', () => {
  it('prints what is stated, computed, and past the base', () => {
    const [line] = json('support', SAMPLE, 'Tidewater 7.1', ...ON);
    expect(line).toMatchObject({
      subject: 'release:tidewater-7.1',
      stated: '2029-06-01',
      computed: '2029-03-03',
      rule: '36 months after 3 March 2026',
      differ: true,
      supported: true,
      daysLeft: 920,
      base: 'release:fenwick-31',
      baseEnd: '2029-04-02',
      gapDays: 60,
    });
    const [then] = json<{ supported: boolean }>('support', SAMPLE, 'Tidewater 7.1', '--on', '2031-01-01');
    expect(then.supported).toBe(false);
    expect(json<{ subject: string }>('support', SAMPLE, ...ON).length).toBeGreaterThan(31);
  });
  it('prints a calendar and a table that others read', () => {
    const ics = aspen('support', SAMPLE, 'Tidewater 7.1', 'Foxholt 4', ...ON, '--ics').stdout;
    const events = new ICAL.Component(ICAL.parse(ics) as never).getAllSubcomponents('vevent');
    expect(events.map((event) => String(event.getFirstPropertyValue('summary')))).toContain(
      'Tidewater 7.1: support ends',
    );
    const csv = aspen('support', SAMPLE, 'Tidewater 7.1', ...ON, '--csv').stdout;
    const { data } = Papa.parse<Record<string, string>>(csv.trim(), { header: true });
    expect(data).toMatchObject([
      { System: 'Tidewater 7.1', 'Stated until': '2029-06-01', 'Days past its base': '60' },
    ]);
    expect(aspen('support', SAMPLE, 'Tidewater 7.1', ...ON).stdout).toMatch(
      /^Tidewater 7\.1 is supported until 1 June 2029, as stated\. By its own rule,/,
    );
  });
});

describe('aspen rank', () => {
  it('prints scores and ranks with their ranges, and what must be there', () => {
    interface Line {
      subject: string;
      score: number | null;
      least: number;
      most: number;
      rank: number;
      best: number;
      worst: number;
      mustHaves: { met: string }[];
    }
    const lines = json<Line>('rank', SAMPLE, 'Reading rooms', ...ON);
    expect(lines[0]).toMatchObject({
      subject: 'release:tidewater-7.1',
      rank: 1,
      best: 1,
      worst: 7,
      mustHaves: [{ met: 'yes' }],
    });
    for (const { score, least, most, rank, best, worst } of lines) {
      expect(best <= rank && rank <= worst).toBe(true);
      if (score !== null) expect(least <= score && score <= most).toBe(true);
    }
    expect(aspen('rank', SAMPLE, 'read', ...ON).stdout).toMatch(
      /^No clear winner\. Tidewater 7\.1 leads Varnley 6 by 7\.5 to 7\.2 of 10/,
    );
    const [head, first] = aspen('rank', SAMPLE, 'read', '--csv', ...ON).stdout.split('\r\n');
    expect(head).toMatch(
      /^Rank,Best rank,Worst rank,Candidate,Score,Least,Most,Out,Must: A guide that opens by itself,/,
    );
    expect(first).toMatch(/^1,1,7,Tidewater 7\.1,7\.4852/);
  });
});

describe('what goes wrong', () => {
  it('is said with what to do, and told by the exit status', () => {
    const told = (...args: string[]) => {
      const { status, stderr, stdout } = aspen(...args);
      expect(stdout).toBe('');
      return [status, stderr.trim()];
    };
    expect(told('rank', SAMPLE, 'quokkas')).toEqual([
      1,
      'aspen: there is no purpose “quokkas”; there: “Reading rooms”',
    ]);
    expect(told('support', SAMPLE, '--json', '--ics')).toEqual([
      2,
      'aspen: give one of --json, --csv and --ics',
    ]);
    expect(told('support', SAMPLE, '--on', 'soon')).toEqual([
      2,
      'aspen: --on soon: expected a date such as 2026-11-20',
    ]);
    expect(told('open', SAMPLE, 'Quokka')[0]).toBe(1);
    expect(told('open', '/nowhere.json')[0]).toBe(1);
  });
});
