/**
 * What an analyst types behind the name of a fact, as a saying: a value in the fact's own notation, a state in words, a value with words
 * around it. Nothing is made up: what does not fit is told (`value.invalid`).
 */
import type { FactKey } from '../../catalogue/factSheet.ts';
import type { Conditions } from '../../catalogue/conditions.ts';
import { parseWhen } from '../../catalogue/parseWhen.ts';
import type { When } from '../../catalogue/when.ts';
import { parseSaidNumber } from '../../catalogue/saidNumber.ts';
import { asMachine } from '../../catalogue/saidConditions.ts';
import { parseMeasure } from '../../catalogue/measure.ts';
import { createIssue, failure, success, type Result } from '../../issue.ts';
import type { Saying } from '../facts.ts';

/** A saying, and what of it is said of the machine: `737 MB of 5 GiB`. */
export interface SaidValue {
  readonly saying: Saying;
  readonly conditions: Conditions;
  /** True for `+ element`: it adds to what was said of the list before. */
  readonly adds: boolean;
}

const STATES: readonly (readonly [RegExp, (rest: string, text: string) => Saying])[] = [
  [/^(unchanged|same|as in the base|as in base)$/i, () => ({ state: 'unchanged' })],
  [/^(none|nothing found|nothing)$/i, () => ({ state: 'none' })],
  [/^(does not apply|n\/a)$/i, () => ({ state: 'doesNotApply' })],
  [/^(none, )?(left out )?on purpose\b,?\s*(.*)$/i, (_rest, text) => onPurpose(text.replace(/^none, /i, ''))],
  [/^by choice$/i, (_rest, text) => onPurpose(`left out ${text}`)],
  [/^left out\b.*$/i, (_rest, text) => onPurpose(text)],
  [/^not chosen\b.*$/i, (_rest, text) => onPurpose(/install/.test(text) ? text : `${text} at install`)],
  [
    /^(not found out|could not find out|unknown)\b[:,]?\s*(.*)$/i,
    (rest) => ({ state: 'notFoundOut', ...(rest && { tried: rest }) }),
  ],
];

const onPurpose = (said: string): Saying => ({
  state: 'none',
  marks: ['onPurpose'],
  said: /^on purpose/i.test(said) ? `left out ${said}` : said,
});

/** Reads what was typed for a fact; a date without a year is the last one before today. Issue `value.invalid`. */
export function sayValue(fact: FactKey, typed: string, today?: When): Result<SaidValue> {
  const text = typed.trim();
  const plain = (saying: Saying, conditions: Conditions = {}) => success({ saying, conditions, adds: false });
  if (!text) return refuse(fact, text);
  for (const [pattern, make] of STATES) {
    const match = pattern.exec(text);
    if (match) return plain(make(match.at(-1) ?? '', text));
  }
  if (/^(newer|older|ahead|behind)( by .+)?$/i.test(text) && fact.type !== 'number')
    return plain({ state: 'set', said: text });
  switch (fact.type) {
    case 'list':
      return sayList(fact, text);
    case 'choice':
      return sayChoice(fact, text);
    case 'yesNo': {
      const match = /^(yes|no|y|n)\b[,:]?\s*(.*)$/i.exec(text);
      if (!match) return refuse(fact, text);
      const value = match[1].toLowerCase().startsWith('y') ? 'yes' : 'no';
      return plain({ state: 'set', text: value, ...(match[2] && { said: match[2] }) });
    }
    case 'number':
      return sayMeasure(fact, text);
    case 'date':
      return plain({ state: 'set', text: parseWhen(text, today) ?? text });
    default: {
      const added = /^\+\s*(.+)$/s.exec(text);
      return added
        ? success({ saying: { state: 'set', text: added[1] }, conditions: {}, adds: true })
        : plain({ state: 'set', text });
    }
  }
}

const expectedOf = ({ type, unit, choices }: FactKey) =>
  choices?.join(', ') ??
  (type === 'number' && unit ? `a number in ${unit} or another unit of that kind` : type);

const refuse = (fact: FactKey, text: string) =>
  failure(createIssue('error', 'value.invalid', fact.label, { text, expected: expectedOf(fact) }));

/** `737 MB of 5 GiB`: the whole is the machine's memory. A share of it is reckoned by the fact itself. */
function sayMeasure(fact: FactKey, text: string): Result<SaidValue> {
  const of = fact.unit === 'MiB' ? /^([^%]+) of (\d[\d.]* ?\S+)$/.exec(text) : null;
  const share = fact.unit === 'MiB' ? /% of (\d[\d.]* ?\S+)$/.exec(text) : null;
  const whole = parseMeasure(asMachine(of?.[2] ?? share?.[1] ?? ''), 'MiB')?.value;
  const said = of && whole ? of[1] : text;
  if (!parseSaidNumber(fact, said)) return refuse(fact, text);
  const saying: Saying = { state: 'set', text: said };
  return success({ saying, conditions: whole ? { memoryMiB: whole } : {}, adds: false });
}

/** One of the choices: whole, its beginning, or named within what is said, which is kept then. */
function sayChoice(fact: FactKey, text: string): Result<SaidValue> {
  const small = text.toLowerCase();
  const choices = fact.choices ?? [];
  const whole = choices.find((choice) => choice.toLowerCase() === small);
  const begun = choices.filter((choice) => choice.toLowerCase().startsWith(small));
  const within = choices.filter((choice) => small.includes(choice.toLowerCase()));
  // `held-back rolling` names `rolling` too: the longer one is meant.
  const meant = within.filter(
    (choice) => !within.some((other) => other !== choice && other.includes(choice)),
  );
  const choice = whole ?? (begun.length === 1 ? begun[0] : meant.length === 1 ? meant[0] : undefined);
  if (!choice) return refuse(fact, text);
  const said = choice.toLowerCase().startsWith(small) ? undefined : text;
  return success({
    saying: { state: 'set', text: choice, ...(said && { said }) },
    conditions: {},
    adds: false,
  });
}

const BARE_COUNT =
  /^(?:(?:about|some|at least|over) )?(?:\d+|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|few|a few|several|many|some)(?: (?:of them|more|own|others))?$/i;

/** Elements by commas, or by semicolons where one has a comma; `+` adds to what was said before. */
function sayList(fact: FactKey, text: string): Result<SaidValue> {
  // How many there are, where they are not named: kept as said, nothing can be held against it.
  if (BARE_COUNT.test(text))
    return success({ saying: { state: 'set', said: text }, conditions: {}, adds: false });
  const adds = /^\+/.test(text);
  const body = text.replace(/^\+\s*/, '').replace(/[;,]\s*$/, '');
  const parts = body.includes(';') || body.includes('\n') ? body : splitCommas(body).join(';');
  const whole = withBrackets(fact, parts).replace(
    /\{([^{}]*)\}/g,
    (_all, settings: string) => `{${wholeSettings(fact, settings)}}`,
  );
  return success({ saying: { state: 'set', text: whole }, conditions: {}, adds });
}

/** Plain words in brackets behind an element as its settings: `stock (6.8)`, `own (own, 4-6, parts of its desktop)`, `bundles (off)`. */
function withBrackets(fact: FactKey, text: string): string {
  const { settings = [], words } = fact;
  if (!words) return text;
  return text.replace(/ \(([^()]*)\)/g, (whole, inside: string) => {
    const found: string[] = [];
    const plain: string[] = [];
    let state = '';
    for (const part of inside.split(/,\s*/)) {
      const holding = /^(\d+(?: ?(?:-|–|to) ?\d+)?)(?: days?)?$/.exec(part);
      const by = /^(from|by) (.+)$/.exec(part);
      const setting =
        by &&
        (settings.includes(by[1]) ? by[1] : by[1] === 'by' && settings.includes('maker') ? 'maker' : '');
      if (settings.includes('state') && /^(on|off|offered|disclaimed)$/.test(part)) state = part;
      else if (settings.includes('owner') && /^(own|base|community|third party)$/.test(part))
        found.push(`owner=${part}`);
      else if (settings.includes('holding') && holding) found.push(`holding=${holding[1]}`);
      else if (by && setting) found.push(`${setting}=${by[2]}`);
      else if (part.includes('=')) found.push(part);
      else plain.push(part);
    }
    if (plain.length > 0) found.push(`${words}=${plain.join(', ')}`);
    return found.length === 0 && !state
      ? whole
      : `${state ? ` (${state})` : ''}${found.length ? ` {${found.join(' | ')}}` : ''}`;
  });
}

/** Settings by the beginnings of their names; a range is the least and the most: `{o=own | h=4-6}` as `{owner=own | holding=4 | holdingMost=6}`. */
function wholeSettings({ settings = [] }: FactKey, text: string): string {
  return text
    .split('|')
    .flatMap((part) => {
      const [, begun, value] = /^\s*([^=]+?)\s*=\s*(.*?)\s*$/s.exec(part) ?? [];
      if (!begun) return part.trim();
      const name =
        settings.find((each) => each === begun) ?? settings.find((each) => each.startsWith(begun)) ?? begun;
      const range = settings.includes(`${name}Most`) ? /^(\d+) ?(?:-|–|to) ?(\d+)$/.exec(value) : null;
      return range ? [`${name}=${range[1]}`, `${name}Most=${range[2]}`] : `${name}=${value}`;
    })
    .join(' | ');
}

/** Commas outside of brackets. */
function splitCommas(text: string): string[] {
  const parts: string[] = [];
  let depth = 0;
  let begun = 0;
  for (let i = 0; i < text.length; i++) {
    if ('({['.includes(text[i])) depth++;
    else if (')}]'.includes(text[i])) depth = Math.max(0, depth - 1);
    else if (text[i] === ',' && depth === 0) {
      parts.push(text.slice(begun, i));
      begun = i + 1;
    }
  }
  return [...parts, text.slice(begun)].map((part) => part.trim()).filter(Boolean);
}
