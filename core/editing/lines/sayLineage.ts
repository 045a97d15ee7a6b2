/** Lines about names and bases: other names, editions, releases, and what is built on what, at the level that is meant. */
import { recordOf } from '../../catalogue/catalogue.ts';
import { parseWhen } from '../../catalogue/parseWhen.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { STAGES } from '../../catalogue/release.ts';
import { EDITION_STANDINGS } from '../../catalogue/edition.ts';
import { RELATIONS, type Relation } from '../../catalogue/relations.ts';
import { diffOfRecords } from '../../catalogue/diff.ts';
import { isLineal, linksFrom } from '../../lineage/linksInForce.ts';
import { nameOf } from '../../lineage/names.ts';
import { createEdit, type Edited } from '../labelledEdit.ts';
import { distributionOf } from '../../lineage/releases.ts';
import { addLink, rivalsOf } from '../links.ts';
import type { Beside } from '../proposedLink.ts';
import { LineDesk, refused, unlessRefused, type LineContext, type WrittenLine } from './lineDesk.ts';
import { findFactKey } from '../../catalogue/factSheet.ts';
import { sayFact } from './sayFact.ts';
import { readMarks, type MarkedText } from './lineMarks.ts';

/** `core vane; Corvain`: other names of the project. */
export function sayNames(desk: LineDesk, { saying }: MarkedText): RecordId {
  const known = recordOf(desk.catalogue, 'distribution', desk.distribution)!;
  const names = saying
    .split(/[;,]\s*/)
    .map((each) => each.trim())
    .filter(Boolean);
  const aliases = [...new Set([...known.aliases, ...names.filter((name) => name !== known.name)])];
  desk.put({ ...known, aliases });
  return known.id;
}

/** `Heath on Aldermoor 9, community`: an edition, also of the release that is looked at, with a base of its own. */
export function sayEdition(desk: LineDesk, marked: MarkedText): RecordId {
  const [first, ...parts] = marked.saying.split(/,\s*/);
  if (first.includes('+')) return sayEditions(desk, marked, first.split('+'));
  const [, name, base] = /^(.+?)(?: (?:on|from) (.+))?$/.exec(first.trim()) ?? [];
  if (!name) throw refused('line.saying', 'Edition');
  const id = desk.editionNamed(desk.distribution, name.trim());
  const standing = EDITION_STANDINGS.find((each) => parts.some((part) => part.toLowerCase() === each));
  if (standing) desk.put({ ...recordOf(desk.catalogue, 'edition', id)!, standing });
  const release = recordOf(desk.catalogue, 'release', desk.subject);
  if (release) desk.addToRelease(release.id, id);
  if (base)
    writeLink(desk, 'installs from', { derivative: id, base, marked, parts, since: release?.date ?? '' });
  return id;
}

/** `Board + Bench`: several at once. */
function sayEditions(desk: LineDesk, marked: MarkedText, names: readonly string[]): RecordId {
  return names.map((saying) => sayEdition(desk, { ...marked, saying: saying.trim() }))[0];
}

/** `3, 2 Feb 2024, on Aldermoor 8, candidate, Main + Heath`: a release, with its date, base and editions. */
export function sayRelease(desk: LineDesk, marked: MarkedText): RecordId {
  const [version, ...parts] = marked.saying.split(/,\s*/);
  const id = desk.release(desk.distribution, version.trim());
  desk.cite(id);
  let base = '';
  for (const part of parts) {
    const date = parseWhen(part, desk.context.today);
    const on = /^on (.+)$/i.exec(part);
    const stage = STAGES.find((each) => each === part.toLowerCase());
    const release = recordOf(desk.catalogue, 'release', id)!;
    if (date) desk.put({ ...release, date });
    else if (on) base = on[1];
    else if (stage) desk.put({ ...release, stage });
    else if (part.includes('+'))
      for (const name of part.split('+'))
        desk.addToRelease(id, desk.editionNamed(desk.distribution, name.trim()));
    else desk.put({ ...release, codeName: part });
  }
  if (base) writeLink(desk, 'installs from', { derivative: id, base, marked, parts: [], since: '' });
  return id;
}

const NOBODY = /^(nothing|none|nobody|no (other|base)|itself)$/i;

/** `copies Aldermoor 9, since 2026, at distribution`, `borrows installer from Ottery`. */
export function sayLink(desk: LineDesk, relation: Relation, marked: MarkedText): RecordId {
  const [first, ...parts] = marked.saying.split(/,\s*/);
  const isLineal = RELATIONS[relation].kind === 'lineal';
  // Who says that it is built on nothing says that it is independent.
  if (isLineal && NOBODY.test(first))
    return sayFact(desk, findFactKey('lineage.independent')!, { ...marked, saying: 'yes' });
  const level = parts.find((part) => /^at (the )?(distribution|edition|release)$/i.test(part));
  const derivative = derivativeOf(desk, isLineal, level?.split(' ').at(-1)?.toLowerCase());
  const release = recordOf(desk.catalogue, 'release', desk.subject);
  const since = derivative === desk.edition ? (release?.date ?? '') : '';
  return writeLink(desk, relation, { derivative, base: first, marked, parts, since });
}

function derivativeOf(desk: LineDesk, isLineal: boolean, level: string | undefined): RecordId {
  if (level === 'distribution') return desk.distribution;
  if (level === 'release') return desk.subject;
  if (level === 'edition' || (!level && isLineal && desk.edition)) {
    if (!desk.edition) throw refused('line.noEdition', 'edition');
    return desk.edition;
  }
  return isLineal ? desk.subject : desk.distribution;
}

interface LinkSaid {
  readonly derivative: RecordId;
  readonly base: string;
  readonly marked: MarkedText;
  readonly parts: readonly string[];
  readonly since: string;
}

function writeLink(
  desk: LineDesk,
  relation: Relation,
  { derivative, base: text, marked, parts, since }: LinkSaid,
) {
  const isLineal = RELATIONS[relation].kind === 'lineal';
  const [, taken, whose] = isLineal ? [] : (/^(.+?) from (.+)$/.exec(text) ?? []);
  const [, name, ideas] = /^([^:]+?)(?::\s*(.+))?$/s.exec(whose ?? text) ?? [];
  if (!name) throw refused('line.saying', relation);
  // Succession and lateral links are between projects.
  const named = desk.named(name.trim());
  const base =
    isLineal || parts.some((part) => /^at release$/i.test(part))
      ? named
      : distributionOf(desk.catalogue, named);
  const dates = { since, until: '' };
  let beside: Beside | null = null;
  for (const part of parts) {
    const date = /^(since|until) (.+)$/i.exec(part);
    const when = date && parseWhen(date[2], desk.context.today);
    if (date && !when) throw refused('paste.date', date[1], { text: date[2] });
    if (date && when) dates[date[1].toLowerCase() as 'since' | 'until'] = when;
    if (/^(instead|before|after)$/i.test(part)) beside = part.toLowerCase() as Beside;
  }
  const day = firstDayOf(dates.since.length === 10 ? dates.since : desk.context.today);
  const isAlone = !isLineal || rivalsOf(desk.catalogue, derivative, day).length === 0;
  const link = desk.take(
    addLink(
      desk.catalogue,
      {
        ...{ derivative, base, relation, since: dates.since },
        certainty: marked.isUnsure ? 'likely' : 'sure',
        beside: beside ?? (isAlone ? 'alone' : 'instead'),
        more: {
          ...(dates.until && { until: dates.until }),
          ...(taken && { parts: taken.split(/\s+and\s+|\s*\+\s*/) }),
          ...(marked.because && { reason: marked.because }),
          ...((ideas || marked.remark) && { wording: [ideas, marked.remark].filter(Boolean).join('. ') }),
          ...(desk.source && { sources: [desk.source] }),
        },
      },
      day,
    ),
  );
  return link.id;
}

/**
 * Writes what an edition rests on, by name, in place of what its own links say; an empty text takes them out. What is not known by that
 * name is added. Issues of links and names.
 */
export function setBaseOfEdition(context: LineContext, edition: RecordId, text: string): Edited<WrittenLine> {
  const known = linksFrom(context.catalogue, edition).filter(isLineal);
  const { relation = 'installs from' as Relation, since = '', sources = [] } = known[0] ?? {};
  const desk = new LineDesk(
    { ...context, turn: { subject: edition, source: sources[0] ?? null } },
    distributionOf(context.catalogue, edition),
    edition,
  );
  return unlessRefused(() => {
    const ids = known.map(({ id }) => id);
    const label = {
      code: 'edition.base',
      params: { of: nameOf(context.catalogue, edition), base: text },
    } as const;
    desk.take(createEdit(desk.catalogue, label, diffOfRecords(desk.catalogue, [], ids), undefined));
    const marked = readMarks(text);
    const [base, ...parts] = marked.saying.split(/,\s*/);
    const records = base
      ? [writeLink(desk, relation, { derivative: edition, base, marked, parts, since })]
      : [];
    return desk.finish(label, { records, turn: context.turn });
  });
}
