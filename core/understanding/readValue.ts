/** The value that a clause says of a fact, by the type of the fact: a number, a date, a choice, yes or no, a version, a name, words. */
import { type FactKey } from '../catalogue/factSheet.ts';
import { FILLERS } from './lexicon/common.ts';
import { parseSaidNumber } from '../catalogue/saidNumber.ts';
import { totalBehind } from './circumstances.ts';
import { Clause, range, rangeOf } from './clause.ts';
import { bestCue } from './cues.ts';
import { choicesOf, noesOf, type CuedFact } from './factCues.ts';
import type { Amount } from './amounts.ts';
import { readList } from './readList.ts';
import type { Around, FactMeaning, Interpretation, Meaning, Part } from './meaning.ts';
import { tokensOf } from './tokens.ts';
import { readName } from './readName.ts';

export const said = (clause: Clause, fact: FactMeaning, more: Around = {}): Meaning => ({
  ...fact,
  ...clause.around,
  ...more,
});

const DIMENSIONS: Readonly<Record<string, RegExp>> = {
  MiB: /^([kMGT]i?B)$/,
  minutes: /^(s|min|h)$/,
  seconds: /^(s|min)$/,
  hours: /^(min|h|d|weeks)$/,
  days: /^(h|d|weeks|months|years)$/,
  months: /^(months|years|weeks)$/,
  '%': /^%$/,
};

/** The amount of a clause that a fact's unit can take: a plain number only where the unit is a noun. */
export function amountFor(clause: Clause, fact: FactKey): Amount | undefined {
  const within = clause.line.amounts.filter(({ from, to }) => from >= clause.from && to <= clause.to);
  const isTaken = (amount: Amount) =>
    clause.of('conditions').some(({ from, to }) => amount.from >= from && amount.to <= to);
  const free = within.filter((amount) => !isTaken(amount));
  const dimension = DIMENSIONS[fact.unit ?? ''];
  if (dimension) return free.find(({ unit }) => unit && dimension.test(unit));
  return free.find(({ unit }) => !unit);
}

export function readValue(
  clause: Clause,
  cued: CuedFact,
  used: Map<number, Part>,
  weight: number,
  unit?: string,
): Interpretation | null {
  const { fact, isName } = cued;
  switch (fact.type) {
    case 'number':
      return readNumber(clause, fact, used, weight, unit);
    case 'date':
      return readDate(clause, fact, used, weight);
    case 'yesNo':
      return readYesNo(clause, fact, used, weight);
    case 'choice':
      return readChoice(clause, fact, used, weight);
    case 'version':
      return readVersion(clause, fact, used, weight);
    case 'list':
      return readList(clause, fact, used, weight);
    default:
      return isName ? readName(clause, fact, used, weight) : readText(clause, fact, used, weight);
  }
}

function readNumber(
  clause: Clause,
  fact: FactKey,
  used: Map<number, Part>,
  weight: number,
  before?: string,
): Interpretation | null {
  const share = fact.unit === 'MiB' ? shareOfTotal(clause) : null;
  if (share) {
    for (const at of rangeOf(share)) used.set(at, 'value');
    const conditions = { ...clause.conditions, memoryMiB: share.total };
    return clause.interpretation(
      [
        {
          kind: 'fact',
          fact,
          state: 'set',
          text: share.text,
          said: clause.text(share.from, share.to),
          ...clause.around,
          conditions,
        },
      ],
      used,
      weight + 0.5,
    );
  }
  const bare = before
    ? clause.line.amounts.find(
        ({ from, to, unit }) =>
          !unit &&
          from >= clause.from &&
          to <= clause.to &&
          !(clause.token(to)?.isNoun && !FILLERS.has(clause.low(to))) &&
          !/^(runs?|tries|times|measurements?|attempts?|goes)$/.test(clause.line.tokens[to]?.low ?? ''),
      )
    : undefined;
  const amount =
    amountFor(clause, fact) ??
    (bare && { ...bare, unit: before, written: bare.written.replace(/(\d)(?= and |$)/g, `$1 ${before}`) });
  if (!amount || !isFitting(clause, fact, amount)) return null;
  for (const at of rangeOf(amount)) used.set(at, 'value');
  const unit = amount.unit ?? '';
  const spelt = { h: 'hours', d: 'days', min: 'minutes', s: 'seconds' }[unit] ?? unit;
  const isOwn = fact.unit === spelt || !spelt;
  const read = (written: string) => parseSaidNumber(fact, written);
  const total = fact.unit === 'MiB' ? totalBehind(clause.tokens, amount) : null;
  for (const at of total ? rangeOf(total) : []) used.set(at, 'conditions');
  if (unit === '%' && fact.unit === 'MiB') return null;
  const text = unit && !isOwn ? inUnit(amount, unit, fact.unit!) : amount.written.replaceAll(` ${unit}`, '');
  const number = read(text);
  if (!number || (number.value !== undefined && number.value < 0)) return null;
  const words = clause.text(amount.from, amount.to);
  const conditions = { ...clause.conditions, ...total?.conditions };
  const meaning: FactMeaning = {
    kind: 'fact',
    fact,
    state: 'set',
    text,
    ...((!amount.isExact || !isOwn) && { said: words }),
  };
  const more = { ...clause.around, ...(Object.keys(conditions).length > 0 && { conditions }) };
  return clause.interpretation([{ ...meaning, ...more }], used, weight + (unit ? 0.6 : 0.1));
}

/** `31 % of 2 GiB`: a share of what the machine has. */
function shareOfTotal(clause: Clause) {
  const percent = clause.line.amounts.find(
    ({ unit, from, to, isExact }) => unit === '%' && isExact && from >= clause.from && to < clause.to,
  );
  const total = percent && totalBehind(clause.tokens, percent);
  if (!percent || !total || total.to > clause.to) return null;
  const mib = total.conditions.memoryMiB!;
  return { from: percent.from, to: total.to, total: mib, text: `${percent.value} % of ${mib} MiB` };
}

const AFTER_USE =
  /^(use|usage|work|workday|browsing|tabs|load|working|hours|evening|day|afternoon|film|video)$/;

/** Of two facts that take the same amounts the one that the words around it fit. */
function isFitting(clause: Clause, { key }: FactKey, { to, written }: Amount): boolean {
  if (key === 'footprint.memory' || key === 'footprint.memoryUsed') {
    const { moment, openPrograms } = clause.conditions;
    const isUsed =
      moment === 'after use' ||
      openPrograms !== undefined ||
      (moment === undefined && clause.indexes().some((at) => AFTER_USE.test(clause.low(at))));
    return isUsed === (key === 'footprint.memoryUsed');
  }
  if (key === 'repositories.holding' && written.startsWith('at most')) return false;
  if (key === 'footprint.disk' && clause.conditions.openPrograms !== undefined) return false;
  const next = clause.low(to);
  return !(key === 'identity.languages' && /^(layouts?)$/.test(next));
}

/** An amount in the unit of a fact, with its hedge: months and years become days or months as the trade counts them. */
function inUnit({ written }: Amount, unit: string, of: string): string {
  const factor: Readonly<Record<string, number>> = {
    'months days': 30,
    'years days': 365,
    'weeks months': 7 / 30.4,
    'd hours': 24,
    'weeks hours': 168,
    'h days': 1 / 24,
    'min hours': 1 / 60,
  };
  const times = factor[`${unit} ${of}`];
  if (times)
    return written.replace(
      /(\d+(?:\.\d+)?) ?[A-Za-z]+/g,
      (_all, number: string) => `${Math.round(Number(number) * times * 100) / 100} ${of}`,
    );
  return written.replace(
    new RegExp(` ${unit}(?=$| )`, 'g'),
    ` ${({ h: 'hours', d: 'days', min: 'minutes', s: 'seconds' } as Record<string, string>)[unit] ?? unit}`,
  );
}

function readDate(
  clause: Clause,
  fact: FactKey,
  used: Map<number, Part>,
  weight: number,
): Interpretation | null {
  const date = clause.line.dates.find(({ from, to }) => from >= clause.from && to <= clause.to);
  if (!date) return null;
  for (const at of rangeOf(date)) used.set(at, 'value');
  const isAhead = fact.key === 'model.supportEnd' || fact.key === 'model.editionEnds';
  const meaning: FactMeaning = { kind: 'fact', fact, state: 'set', value: isAhead ? date.future : date.past };
  return clause.interpretation([said(clause, meaning)], used, weight + 0.3);
}

function readYesNo(
  clause: Clause,
  fact: FactKey,
  used: Map<number, Part>,
  weight: number,
): Interpretation | null {
  const spoken = [...used.keys()];
  const isBeside = (at: number) => {
    const [from, to] = [Math.min(at, ...spoken), Math.max(at, ...spoken)];
    return !range(from, to).some(
      (each) =>
        /^[,;]$/.test(clause.low(each)) &&
        (spoken.every((one) => one < each) || spoken.every((one) => one > each)),
    );
  };
  const negations = clause.negations.filter(
    (at) => (fact.key === 'editions.desktopsNone' ? !used.has(at) : true) && isBeside(at),
  );
  const noes = bestCue(
    clause.tokens,
    clause.from,
    clause.to,
    noesOf(fact.key),
    (at) => !negations.includes(at) && isBeside(at),
  );
  for (const at of [...negations, ...(noes?.tokens ?? [])]) used.set(at, 'value');
  const isIndependence =
    fact.key === 'lineage.independent' && !clause.indexes().some((at) => /^independent/.test(clause.low(at)));
  const parts = new Map<number, number>();
  for (const at of [...negations, ...(noes ? [noes.tokens[0]] : [])]) {
    const part = range(clause.from, at).filter((each) => /^[,;]$/.test(clause.low(each))).length;
    parts.set(part, (parts.get(part) ?? 0) + 1);
  }
  const isNo = !isIndependence && [...parts.values()].some((count) => count % 2 === 1);
  for (const at of clause.indexes())
    if (/^(yes|yep|possible|allowed|true|ok|present|there)$/.test(clause.low(at))) used.set(at, 'value');
  const meaning: FactMeaning = { kind: 'fact', fact, state: 'set', value: !isNo };
  return clause.interpretation([said(clause, meaning)], used, weight);
}

function readChoice(
  clause: Clause,
  fact: FactKey,
  used: Map<number, Part>,
  weight: number,
): Interpretation | null {
  for (const [value, cues] of choicesOf(fact.key)) {
    const match = bestCue(clause.tokens, clause.from, clause.to, cues);
    if (!match) continue;
    for (const at of match.tokens) used.set(at, 'value');
    for (const at of clause.negations) used.set(at, 'value');
    const meaning: FactMeaning = { kind: 'fact', fact, state: 'set', value };
    const words = clause.remarkBeside(clause.interpretation([], used, 0).parts);
    return clause.interpretation(
      [said(clause, { ...meaning, ...(words && { said: clause.text() }) })],
      used,
      weight + 0.2,
    );
  }
  return null;
}

const VERSION = /^v?\d+(\.\d+)*([-+.~][\w.+-]+)*[a-z]?\d*$/i;

function readVersion(
  clause: Clause,
  fact: FactKey,
  used: Map<number, Part>,
  weight: number,
): Interpretation | null {
  const isString = fact.key === 'kernel.release';
  const versions = clause.indexes().filter((at) => {
    const { low, kind } = clause.tokens[at];
    return (
      kind === 'number' &&
      VERSION.test(low.replace(/-?ish$/, '')) &&
      !used.has(at) &&
      !clause.mentions.some(
        ({ from, to, role }) => at >= from && at < to && role !== 'self' && role !== 'own',
      )
    );
  });
  const amounts = clause.line.amounts.filter(({ unit }) => unit);
  const fitting = versions.filter((at) => !amounts.some(({ from, to }) => at >= from && at < to));
  const isLong = (at: number) => /-\d|-[a-z]/i.test(clause.tokens[at].low.replace(/-?ish$/, ''));
  const at = fitting.findLast(
    (each) => isLong(each) === isString || (fact.key === 'themes.desktopVersion' && !isString),
  );
  if (at === undefined) return null;
  used.set(at, 'value');
  // `6.12 lts 6.12.4`, `from 6.1`: an earlier one right before it is the same said shorter.
  if (fitting.includes(at - 1)) used.set(at - 1, 'value');
  const isAbout = /ish$/.test(clause.low(at));
  const version = clause.tokens[at].text.replace(/-?ish$/, '');
  const meaning: FactMeaning = { kind: 'fact', fact, state: 'set', text: version };
  const isKernelLike = fact.key.startsWith('kernel') && /\./.test(version);
  return clause.interpretation(
    [said(clause, meaning, isAbout ? { isUnsure: true } : {})],
    used,
    weight + 0.3 + (isKernelLike ? 0.3 : 0),
  );
}

function readText(
  clause: Clause,
  fact: FactKey,
  used: Map<number, Part>,
  weight: number,
): Interpretation | null {
  const shared = clause.taken('doubt', 'conditions', 'purpose');
  // The very name of the fact at the beginning is no part of what is said of it; other words that speak of it are.
  let from = clause.from;
  const label = new Set(tokensOf(fact.label).map(({ stem }) => stem));
  let head = clause.from;
  while (
    head < clause.to &&
    (label.has(clause.tokens[head].stem) || /^(the|its|their|a|an)$/.test(clause.low(head)))
  )
    head += 1;
  if (head > clause.from && /^(:|=|is|are|was)$/.test(clause.low(head)) && clause.text(head + 1))
    from = head + 1;
  const start = from;
  while (from < clause.to && (/^(:|=|,|and|but)$/.test(clause.low(from)) || shared.has(from))) from += 1;
  let to = clause.to;
  while (to > from && shared.has(to - 1)) to -= 1;
  const text = clause.text(from, to) || clause.text(start);
  if (!text) return null;
  // `support: one vendor, weekdays, mail only`: what stands behind the name of the fact and a colon is all said of it.
  const isHeaded = clause.low(head) === ':' && head > clause.from;
  for (const at of range(clause.from, clause.to)) if (!used.has(at) && !shared.has(at)) used.set(at, 'value');
  return clause.interpretation(
    [said(clause, { kind: 'fact', fact, state: 'set', text })],
    used,
    weight +
      (isHeaded
        ? 0.6 * commasIn(clause)
        : -0.4 * amountsIn(clause) * (fact.key === 'defaults.swap' ? 0 : 1) -
          unexplained(clause, used, text)),
    isHeaded ? 0.7 : 0.5,
  );
}

const commasIn = (clause: Clause) => clause.indexes().filter((at) => clause.low(at) === ',').length;

/** A long sentence of which few words speak of the fact is hardly told of it. */
function unexplained(clause: Clause, used: ReadonlyMap<number, Part>, text: string): number {
  const words = [...used].filter(([at, part]) => part === 'value' && clause.weightOf(at) > 0).length;
  return text.includes('"') ? 0 : 0.12 * Math.max(0, words - 4);
}

/** Amounts with a unit, or of five and more: what a text swallows of them is more likely a number of another fact. */
const amountsIn = (clause: Clause) =>
  clause.line.amounts.filter(
    ({ from, to, unit, value }) => from >= clause.from && to <= clause.to && (unit || value >= 5),
  ).length;
