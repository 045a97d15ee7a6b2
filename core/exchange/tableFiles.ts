/** Tables of screens as CSV: the ranking for a purpose, the grid of a company, the packages of a freshness. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { CompanyGrid } from '../peers/grid.ts';
import type { Ranking } from '../purpose/ranking.ts';
import type { PackageFreshness } from '../packages/freshnessFigures.ts';
import { formatCsv } from './csv.ts';
import { rankLines } from './rankReport.ts';

/** One line for each candidate; scores run from 0 to 10, what is not known is empty. */
export function formatRankCsv(catalogue: Catalogue, ranking: Ranking): string {
  const { criteria, mustHaves } = ranking.purpose;
  const rows = rankLines(catalogue, ranking).map(
    ({ rank, best, worst, name, score, least, most, ...line }) => [
      ...[rank, best, worst, name, score, least, most, line.out ? 'out' : ''],
      ...line.mustHaves.map(({ met }) => met),
      ...line.criteria.flatMap((each) => [each.score, each.from]),
    ],
  );
  const head = ['Rank', 'Best rank', 'Worst rank', 'Candidate', 'Score', 'Least', 'Most', 'Out'];
  const asked = criteria.flatMap(({ name, weight }) => [`${name} (weight ${weight})`, `${name}: from`]);
  return formatCsv({ head: [...head, ...mustHaves.map(({ text }) => `Must: ${text}`), ...asked], rows });
}

/** A line for each row of the grid, members across: the value or `has`, `has not`, and nothing where it is not known. */
export function formatGridCsv(grid: CompanyGrid, nameOf: (id: RecordId) => string): string {
  const rows = grid.rows.map(({ label, element, k, n, cells }) => [
    ...[label, element ?? '', k, n],
    ...cells.map(({ state, text }) => (state === 'not known' ? '' : text || state)),
  ]);
  return formatCsv({ head: ['Fact', 'Element', 'Systems', 'Known of', ...grid.members.map(nameOf)], rows });
}

/** A line for each package; days at most are empty where the first state had the newer version already. */
export function formatFreshnessCsv(packages: readonly PackageFreshness[]): string {
  const rows = packages.map(({ name, version, newest, standing, days, daysAtMost, versions, section }) => [
    ...[name, version, newest, standing, days, Number.isFinite(daysAtMost) ? daysAtMost : null, versions],
    section,
  ]);
  const head = ['Package', 'Installed', 'Newest in the base', 'Comparison', 'Days at least', 'Days at most'];
  return formatCsv({ head: [...head, 'Newer versions', 'Section'], rows });
}
