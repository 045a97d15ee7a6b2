/** Files and values that were once taken, or broke what came after: circles, bombs, formulas, dates beyond all days. */
import { zlibSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link, reading, release } from '../../testing/catalogues.ts';
import { addMonths, firstDayOf, formatDay } from '../catalogue/days.ts';
import { boundsOf } from '../catalogue/when.ts';
import { supportRows } from '../support/supportRows.ts';
import { wordSupport } from '../wording/supportText.ts';
import { toBase64 } from './base64.ts';
import { formatCatalogueFile, parseCatalogueFile } from './catalogueFile.ts';
import { formatCsv } from './csv.ts';
import { formatSupportCalendar, formatSupportCsv } from './supportFile.ts';

const NOW = '2026-11-24T10:00:00Z';
const fileOf = (...records: Parameters<typeof catalogueOf>) =>
  formatCatalogueFile({ catalogue: catalogueOf(...records), packages: new Map() }, NOW);

describe('a catalogue file', () => {
  it('with links in a circle is refused, with the circle', () => {
    const file = fileOf(
      ...['a', 'b'].map(distribution),
      link('distribution:a', 'distribution:b'),
      link('distribution:b', 'distribution:a'),
    );
    const read = parseCatalogueFile(file, 'circle.json');
    expect(read.issues.map(({ code }) => code)).toEqual(['link.cycle', 'link.cycle']);
    expect(read.issues[0].params).toMatchObject({ path: 'b > a > b' });
    const itself = fileOf(distribution('a'), link('distribution:a', 'distribution:a'));
    expect(parseCatalogueFile(itself, 'self.json').issues.map(({ code }) => code)).toEqual(['link.self']);
  });
  it('with a list that unpacks to hundreds of times its size loses that list, and no more', () => {
    const bomb = toBase64(zlibSync(new Uint8Array(64 << 20)));
    const file = fileOf(distribution('a')).replace('"packages":{}', `"packages":{"snapshot:x":"${bomb}"}`);
    const before = process.memoryUsage().arrayBuffers;
    const read = parseCatalogueFile(file, 'bomb.json');
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(40 << 20);
    expect(read).toMatchObject({ ok: true, issues: [{ code: 'export.packages' }] });
  });
});

describe('a table for spreadsheets', () => {
  it.each(['=1+1', '=1\n+1', '+cmd\r\nx', '-2\n=3', '@x\ny', '\t=1'])('defuses %j', (cell) => {
    const [, row] = formatCsv({ head: ['a'], rows: [[cell]] }).split(/\r\n(?=")|(?<=a)\r\n/);
    expect(row.replace(/^"/, '').startsWith("'")).toBe(true);
  });
});

describe('dates beyond all days', () => {
  it.each(['[..2026]', 'Y170000002', '0001', '2026-11/..', '-0044'])('break nothing: %s', (when) => {
    expect(boundsOf(when)).not.toBeNull();
    const catalogue = catalogueOf(
      distribution('a'),
      release('a', '1', when),
      reading('release:a-1', 'model.supportEnd', { value: when }),
      reading('release:a-1', 'model.life', { value: 24 }),
    );
    const rows = supportRows(catalogue, 'release:a-1', firstDayOf('2026-11-24'));
    expect(() => [
      rows.map(wordSupport),
      formatSupportCsv(rows),
      formatSupportCalendar(rows, 'x', 20_000),
    ]).not.toThrow();
  });
  it('are written as they can be', () => {
    expect(formatDay(Infinity)).toBe('..');
    expect(formatDay(firstDayOf('2026-03-04'))).toBe('2026-03-04');
    expect(formatDay(firstDayOf('0001-01-01'))).toBe('0001-01-01');
    expect(formatDay(1e12)).toMatch(/^Y\d+$/);
    expect(formatDay(addMonths(firstDayOf('0001-01-31'), 1))).toBe('0001-02-28');
    expect(formatDay(addMonths(firstDayOf('2024-01-31'), 1))).toBe('2024-02-29');
  });
});
