/**
 * A judgement is written in lines: each of its parts has a way in which it is typed, and is shown so that it can be corrected. One
 * table for the dossier, the visit and the documents that are pasted.
 *
 *     point      = text [ "(" weight ")" ] [ "[" fact ( "," fact )* "]" ] [ "because" why ]
 *     criterion  = name [ "," "weight" number ] ":" score [ "to" score / "(" score "to" score ")" ] [ "because" why ]
 *     named      = name [ "because" / "since" why ]
 *     must-have  = text [ "," ( "yes" / "no" / "not known" ) ]
 *     question   = text "?" then
 *     rank       = place [ "of" number ] "among" company [ "," date ] [ "," how close ]
 *     on a point = point ":" word [ "against" name ( "," name )* ]
 *     total      = amount [ "to" amount ] [ "of" number ] / word / "none yet"
 *     follow-up  = [ date ( ":" / "," ) ] text
 */
import type { Assessment } from '../../catalogue/assessment.ts';
import type { Catalogue } from '../../catalogue/catalogue.ts';
import { FACT_KEYS, findFactKey } from '../../catalogue/factSheet.ts';
import { keyOfName } from '../../sameness/name.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import { parseWhen } from '../../catalogue/parseWhen.ts';
import { createIssue, failure, success, type Result } from '../../issue.ts';
import { findSubject } from '../../lineage/findSubject.ts';
import { weightOf } from '../lines/lineTail.ts';
import { nameBegunBy } from '../lines/lineNames.ts';

/** Parts of a judgement that are lists. */
export type ListSection =
  | 'criteria'
  | 'strengths'
  | 'neutral'
  | 'weaknesses'
  | 'suits'
  | 'doesNotSuit'
  | 'mustHaves'
  | 'rule'
  | 'alternatives'
  | 'ranks'
  | 'onPoint';

/** Parts of a judgement that stand once. */
export type SingleSection =
  'author' | 'date' | 'daysOfUse' | 'machine' | 'why' | 'bias' | 'scale' | 'total' | 'followUp' | 'changed';

type Entry<S extends ListSection> = Assessment[S][number];

/** How an entry of a list is typed and shown. `today` (a day) dates what has no year. */
interface ListWriting<E> {
  readonly parse: (catalogue: Catalogue, text: string, today: string) => Result<E>;
  readonly format: (entry: E) => string;
}

const refuse = (code: string, text: string, params = {}) => failure(createIssue('error', code, text, params));

/** `… because why`, taken off. */
function because(text: string, words = 'because'): { readonly text: string; readonly why: string } {
  const [, main, why = ''] = new RegExp(`^(.*?)(?:,? (?:${words}) (.+))?$`, 'is').exec(text.trim())!;
  return { text: main.trim(), why: why.trim() };
}

const withWhy = (text: string, why: string) => (why ? `${text} because ${why}` : text);

const WEIGHTS = ['', 'a detail', 'matters', 'decides'] as const;

/** The key of a fact by its key, its label or what it is called in a visit; null where nothing is called so. */
function keyCalled(text: string): string | null {
  const folded = keyOfName(text);
  const known = findFactKey(text.trim()) ?? FACT_KEYS.find(({ label }) => keyOfName(label) === folded);
  return known?.key ?? nameBegunBy(text.trim())?.fact?.key ?? null;
}

type Point = Entry<'strengths'>;
const POINT: ListWriting<Point> = {
  parse: (_catalogue, text) => {
    const { text: said, why } = because(text);
    const [, before, names = ''] = /^(.*?)\s*(?:\[([^\]]*)\])?\s*$/s.exec(said)!;
    const facts: string[] = [];
    for (const name of names.split(',').filter((each) => each.trim())) {
      const key = keyCalled(name);
      if (!key) return refuse('opinion.fact', name.trim());
      facts.push(key);
    }
    const { text: plain, weight } = weightOf(before);
    if (!plain) return refuse('opinion.empty', text);
    const point: Point = { text: plain, facts, reason: why };
    return success(weight ? { ...point, weight } : point);
  },
  format: ({ text, facts, weight, reason }) =>
    withWhy(
      [
        text,
        weight && ` (${WEIGHTS[weight]})`,
        facts.length > 0 && ` [${facts.map((key) => findFactKey(key)?.key ?? key).join(', ')}]`,
      ]
        .filter(Boolean)
        .join(''),
      reason,
    ),
};

/** Somebody or something named: the catalogue's own where it has it. */
const NAMED: ListWriting<Entry<'suits'>> = {
  parse: (catalogue, text) => {
    const { text: name, why } = because(text, 'because|since');
    if (!name || name.length > 300) return refuse('opinion.empty', text);
    const known = findSubject(catalogue, name);
    return success({ name, why, ...(known.ok && { id: known.value }) });
  },
  format: ({ name, why }) => withWhy(name, why),
};

/** What to try instead: `Ottery if the wiki matters`, `Ottery because its wiki is current`. */
const INSTEAD: ListWriting<Entry<'alternatives'>> = {
  parse: (catalogue, text, today) => {
    const [, name, when = ''] = /^(.+?)(?:,? ((?:if|where|when) .+))?$/s.exec(text.trim()) ?? [];
    const read = NAMED.parse(catalogue, name ?? '', today);
    return read.ok ? success({ ...read.value, why: when || read.value.why }) : read;
  },
  format: ({ name, why }) => (/^(if|where|when) /.test(why) ? `${name} ${why}` : withWhy(name, why)),
};

/** How each list is typed. */
export const LIST_SECTIONS: { readonly [S in ListSection]: ListWriting<Entry<S>> } = {
  criteria: {
    parse: (_catalogue, text) => {
      const { text: said, why } = because(text);
      const [, name, weighed = '1', score, low, high, to] =
        /^([^:]+?)(?:,\s*weight (\S+?))?\s*:\s*([\d.]+)(?:\s*\(([\d.]+) to ([\d.]+)\)|\s*(?:to|-|–)\s*([\d.]+))?(?: of 10)?$/s.exec(
          said,
        ) ?? [];
      if (!name) return refuse('opinion.criterion', text);
      const [weight, first, least, most] = [
        Number(weighed),
        Number(score),
        Number(low ?? score),
        Number(high ?? to ?? score),
      ];
      const middle = to === undefined ? first : (first + most) / 2;
      const isIn = least >= 0 && least <= middle && middle <= most && most <= 10;
      if (!isIn || !(weight >= 0)) return refuse('rule.score', text, { text: score });
      return success({
        ...{ name: name.trim(), weight, score: middle, reason: why },
        ...(least < most && { least, most }),
      });
    },
    format: ({ name, weight, score, least, most, reason }) =>
      withWhy(
        `${name}, weight ${weight}: ${score}${least !== undefined || most !== undefined ? ` (${least ?? score} to ${most ?? score})` : ''}`,
        reason,
      ),
  },
  strengths: POINT,
  neutral: POINT,
  weaknesses: POINT,
  suits: NAMED,
  doesNotSuit: NAMED,
  mustHaves: {
    parse: (_catalogue, text) => {
      const [, said, met] = /^(.+?)(?:,\s*(yes|no|not known))?$/is.exec(text.trim()) ?? [];
      if (!said) return refuse('opinion.empty', text);
      return success({ text: said, met: (met?.toLowerCase() ?? 'not known') as 'yes' | 'no' | 'not known' });
    },
    format: ({ text, met }) => `${text}, ${met}`,
  },
  rule: {
    parse: (_catalogue, text) => {
      const [, question, then] = /^(.+?\?)\s*(?:>|then)?\s*(.+)$/is.exec(text.trim()) ?? [];
      return question ? success({ question, then }) : refuse('opinion.question', text);
    },
    format: ({ question, then }) => `${question.endsWith('?') ? question : `${question}?`} ${then}`,
  },
  alternatives: INSTEAD,
  ranks: {
    parse: (_catalogue, text, today) => {
      const [, place, of, rest] = /^(\d+)(?: of (\d+))? among (.+)$/is.exec(text.trim()) ?? [];
      if (!place || Number(place) < 1) return refuse('opinion.rank', text);
      const [among, ...more] = rest.split(/,\s*/);
      const date = more.length ? parseWhen(more[0], today) : null;
      const close = (date ? more.slice(1) : more).join(', ');
      return success({
        ...{ among, place: Number(place), close },
        ...(of && Number(of) > 0 && { of: Number(of) }),
        ...(date && { date }),
      });
    },
    format: ({ place, of, among, date, close }) =>
      [`${place}${of ? ` of ${of}` : ''} among ${among}`, date && formatWhen(date), close]
        .filter(Boolean)
        .join(', '),
  },
  onPoint: {
    parse: (_catalogue, text) => {
      const match = /^([^:]+):\s*(.+?)(?:,?\s*against (.+?))?(?:,? because (.+))?$/s.exec(text.trim());
      if (!match) return refuse('line.point', text);
      const against = match[3]?.split(/,\s*| and /).filter(Boolean) ?? [];
      const word = [match[2], match[4]].filter(Boolean).join(', because ');
      return success({ point: match[1].trim(), word, against });
    },
    format: ({ point, word, against }) => {
      const [, said, why] = /^(.+?)(?:, because (.+))?$/s.exec(word)!;
      return withWhy(`${point}: ${said}${against.length ? ` against ${against.join(', ')}` : ''}`, why ?? '');
    },
  },
};

/** How each part that stands once is typed; without text it is taken back (the author is not). */
export const SINGLE_SECTIONS: {
  readonly [S in SingleSection]: {
    readonly parse: (text: string, today: string) => Result<Assessment[S] | undefined>;
    readonly format: (assessment: Assessment) => string;
  };
} = {
  author: {
    parse: (text) => (text.trim() ? success(text.trim()) : refuse('opinion.author', text)),
    format: ({ author }) => author,
  },
  date: {
    parse: (text, today) => {
      const date = text.trim() ? parseWhen(text, today) : undefined;
      return date === null ? refuse('paste.date', 'date', { text }) : success(date);
    },
    format: ({ date }) => (date ? formatWhen(date) : ''),
  },
  daysOfUse: {
    parse: (text) => {
      const days = /^(\d+(?:\.\d+)?)(?: days?(?: of use)?)?$/.exec(text.trim());
      return days
        ? success(Number(days[1]))
        : text.trim()
          ? refuse('opinion.days', text)
          : success(undefined);
    },
    format: ({ daysOfUse }) => (daysOfUse === undefined ? '' : String(daysOfUse)),
  },
  machine: { parse: (text) => success(text.trim()), format: ({ machine }) => machine },
  why: { parse: (text) => success(text.trim()), format: ({ why }) => why },
  bias: { parse: (text) => success(text.trim()), format: ({ bias }) => bias },
  changed: { parse: (text) => success(text.trim()), format: ({ changed }) => changed },
  scale: {
    parse: (text) => {
      const said = text.trim().toLowerCase();
      if (!said || /^(of )?ten|10$/.test(said)) return success('ten');
      if (/^(per ?cent|%|of 100)$/.test(said)) return success('percent');
      const steps = text
        .split(/,\s*/)
        .map((step) => step.trim())
        .filter(Boolean);
      return steps.length > 1 ? success({ steps }) : refuse('opinion.scale', text);
    },
    format: ({ scale }) => (typeof scale === 'string' ? scale : scale.steps.join(', ')),
  },
  total: {
    parse: (text) => {
      const said = text.trim();
      if (!said || /^none( yet)?$/i.test(said)) return success(undefined);
      const range = /^(\d+(?:\.\d+)?)(?:\s*(?:to|-|–)\s*(\d+(?:\.\d+)?))?(?: of \d+| ?%)?(?:[,;].*)?$/.exec(
        said,
      );
      if (range && Number(range[2] ?? range[1]) < Number(range[1])) return refuse('opinion.total', text);
      return success({ said, ...(range && { least: Number(range[1]), most: Number(range[2] ?? range[1]) }) });
    },
    format: ({ total }) => total?.said ?? '',
  },
  followUp: {
    parse: (text, today) => {
      const said = text.trim();
      if (!said) return success(undefined);
      const [, first = said, rest = ''] = /^([^,:]+)(?:[,:]\s*(.*))?$/s.exec(said) ?? [];
      const date = parseWhen(first.replace(/^in /i, ''), today);
      const what = (date ? rest : said) || 'look again';
      return success({ text: what, ...(date && { date }) });
    },
    format: ({ followUp }) =>
      followUp ? (followUp.date ? `${formatWhen(followUp.date)}: ${followUp.text}` : followUp.text) : '',
  },
};
