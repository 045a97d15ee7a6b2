/**
 * The fact sheet: what a key of it is, and how a value is typed and written. The keys themselves are a table
 * (factKeys.ts); tables, editing, comparing and reports follow from it.
 */
import { FACT_KEYS, type FactKey } from './factKeys.ts';
import { parseSaidNumber } from './saidNumber.ts';
import { parseWhen } from './parseWhen.ts';
import type { Element, FactValue } from './factValue.ts';
import { VALUE_SCHEMAS } from './valueTypes.ts';
import { failure, success, createIssue, type Result } from '../issue.ts';

export { APPLICATION_ROLES, FACT_KEYS, ROLE_KEYS, type FactKey } from './factKeys.ts';

const BY_KEY = new Map(FACT_KEYS.map((entry) => [entry.key, entry]));

/** The entry of a key, or undefined for a key that this program does not know. */
export function findFactKey(key: string): FactKey | undefined {
  return BY_KEY.get(key);
}

/**
 * Reads what an analyst typed for a key: `10`, `10 days`, `about 2 weeks`, `12 % of 8 GiB`, `yes`, `2029-06`, `Jun 2029`, a list with an element a line or
 * separated by semicolons (`slot: name (state) {setting=value}`). Issue `value.invalid` names the type that was expected.
 */
export function parseFactValue(entry: FactKey, text: string): Result<FactValue> {
  const trimmed = text.trim();
  const parsed = VALUE_SCHEMAS[entry.type].safeParse(readTyped(entry, trimmed));
  const refused = !parsed.success || (entry.choices && !entry.choices.includes(trimmed));
  if (refused) {
    const expected = entry.choices ? entry.choices.join(', ') : entry.type;
    return failure(createIssue('error', 'value.invalid', entry.label, { text: trimmed, expected }));
  }
  return success(parsed.data);
}

const TYPED_ELEMENT = /^(?:([^:]{1,60}): )?(.+?)(?: \((on|off|offered|disclaimed)\))?(?: \{([^{}]*)\})?$/;

/** `slot: name (state) {setting=value | setting=value}`; all but the name may be left out. */
function readElement(text: string): Element {
  const [, slot, name, state, more = ''] = TYPED_ELEMENT.exec(text)!;
  const settings: Record<string, string> = state ? { state } : {};
  for (const part of more.split('|')) {
    const at = part.indexOf('=');
    if (at > 0) settings[unescape(part.slice(0, at).trim())] = unescape(part.slice(at + 1).trim());
  }
  return { ...(slot && { slot }), name, ...(Object.keys(settings).length > 0 && { settings }) };
}

/** What has a meaning between braces, and spaces at the ends, are written as in addresses (RFC 3986, section 2.1). */
const escape = (text: string) => text.replace(/[|{}=:;%\r\n]|^\s|\s$/g, (sign) => encodeURIComponent(sign));

function unescape(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text; // a single per cent sign means itself
  }
}

function readTyped(entry: FactKey, text: string): unknown {
  switch (entry.type) {
    case 'number':
      return parseSaidNumber(entry, text)?.value;
    case 'date':
      return parseWhen(text) ?? text;
    case 'version':
      return text.replace(/^v(?=\d)/i, '');
    case 'yesNo':
      return text === 'yes' ? true : text === 'no' ? false : undefined;
    case 'list':
      return text
        .split(/[\n;]/)
        .map((line) => line.trim())
        .filter(Boolean)
        .map(readElement);
    default:
      return text;
  }
}

/** A value as an analyst types it: `parseFactValue` reads it back. */
export function formatTypedValue(entry: Pick<FactKey, 'unit'>, value: FactValue): string {
  if (Array.isArray(value)) return value.map(formatElement).join('\n');
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'number' && entry.unit ? `${value} ${entry.unit}` : String(value);
}

function formatElement({ slot, name, settings = {} }: Element): string {
  const { state, ...rest } = settings;
  const isUsual = state !== undefined && /^(on|off|offered|disclaimed)$/.test(state);
  const more = Object.entries(isUsual || state === undefined ? rest : settings)
    .map(([key, value]) => `${escape(key)}=${escape(value)}`)
    .join(' | ');
  return `${slot ? `${slot}: ` : ''}${name}${isUsual ? ` (${state})` : ''}${more ? ` {${more}}` : ''}`;
}
