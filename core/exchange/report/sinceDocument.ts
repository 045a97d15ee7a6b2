/** The report of what has changed since a day. */
import { recordOf, recordsOf, type Catalogue } from '../../catalogue/catalogue.ts';
import { formatDay } from '../../catalogue/days.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { boundsOf } from '../../catalogue/when.ts';
import { lifeOf } from '../../lineage/lives.ts';
import { changesBetween } from '../../lineage/changesBetween.ts';
import { nameOf } from '../../lineage/names.ts';
import { distributionOf } from '../../lineage/releases.ts';
import { wordEvent } from '../../wording/eventText.ts';
import { wordLink } from '../../wording/lineageText.ts';
import { dropStop, onDate, sentence } from '../../wording/statements/phrases.ts';
import { formatCount, formatNumberOf, listOf } from '../../wording/valueText.ts';
import {
  listBlock,
  paragraphBlock,
  partOf,
  type ReportDocument,
  type Sentence,
} from '../../telling/document.ts';

/** What is different on a day from an earlier one: lineage, releases, what was read and judged in between. */
export function sinceDocument(
  catalogue: Catalogue,
  since: number,
  day: number,
  subject?: RecordId,
): ReportDocument {
  const of = subject && distributionOf(catalogue, subject);
  const isMeant = (id: RecordId) => !of || distributionOf(catalogue, id) === of;
  const isBetween = (when: string | undefined) => {
    const bounds = when ? boundsOf(when) : null;
    return bounds !== null && bounds !== undefined && bounds.first > since && bounds.last <= day;
  };
  const events = changesBetween(catalogue, since, day, lifeOf).filter(({ distribution }) =>
    isMeant(distribution),
  );
  const releases = [...recordsOf(catalogue, 'release')]
    .filter((each) => isMeant(each.distribution) && isBetween(each.date))
    .sort((a, b) => (a.date! < b.date! ? -1 : 1));
  const readings = new Map<RecordId, number>();
  for (const reading of recordsOf(catalogue, 'reading')) {
    const source = reading.source && recordOf(catalogue, 'source', reading.source);
    const when = reading.date ?? (source ? (source.read ?? source.date) : undefined);
    if (reading.source && isMeant(reading.subject) && isBetween(when))
      readings.set(reading.source, (readings.get(reading.source) ?? 0) + 1);
  }
  const opinions = [...recordsOf(catalogue, 'assessment')].filter(
    (each) => isMeant(each.subject) && isBetween(each.date),
  );
  const links = [...recordsOf(catalogue, 'link')].filter(
    (each) => isMeant(each.derivative) && isBetween(each.since),
  );
  return {
    title: of
      ? `${nameOf(catalogue, of)} since ${formatWhen(formatDay(since))}`
      : `What has changed since ${formatWhen(formatDay(since))}`,
    subtitle: `Between ${formatWhen(formatDay(since))} and ${formatWhen(formatDay(day))}.`,
    asOf: formatDay(day),
    parts: [
      ...partOf(
        'short',
        'In short',
        paragraphBlock(
          sinceInShort([
            [releases.length, 'release came out', 'releases came out'],
            [links.length, 'base was chosen', 'bases were chosen'],
            [readings.size, 'source was read', 'sources were read'],
            [opinions.length, 'assessment was written', 'assessments were written'],
          ]),
        ),
      ),
      ...partOf(
        'lineage',
        'Lineage',
        listBlock(events.map((event) => ({ text: wordEvent(catalogue, event) }))),
      ),
      ...partOf(
        'links',
        'New bases',
        listBlock(links.map((link) => ({ text: wordLink(catalogue, link), sources: link.sources }))),
      ),
      ...partOf(
        'releases',
        'Releases',
        listBlock(
          releases.map(({ id, date, sources }) => ({
            text: `${nameOf(catalogue, id)} came out ${onDate(date!)}.`,
            ...(sources.length > 0 && { sources }),
          })),
        ),
      ),
      ...partOf(
        'looked',
        'Examined',
        listBlock(
          [...readings].map(([id, count]) => ({
            text: `${formatNumberOf(count, 'fact')} ${count === 1 ? 'was' : 'were'} read from “${nameOf(catalogue, id)}”.`,
            sources: [id],
          })),
        ),
      ),
      ...partOf(
        'judged',
        'Assessments',
        listBlock(
          opinions.map(({ subject: whom, author, date, changed, source }) => ({
            text: `${author} assessed ${nameOf(catalogue, whom)} ${onDate(date!)}.${changed ? ` Since the assessment before, this changed: ${dropStop(changed)}.` : ''}`,
            ...(source && { sources: [source] }),
          })),
        ),
      ),
    ],
  };
}

/** What happened, counted: `5 releases came out and 2 sources were read.` */
function sinceInShort(counts: readonly (readonly [count: number, one: string, many: string])[]): Sentence[] {
  const said = counts.flatMap(([count, one, many]) =>
    count > 0 ? [`${formatCount(count)} ${count === 1 ? one : many}`] : [],
  );
  return said.length > 0 ? [{ text: sentence(listOf(said)) }] : [];
}
