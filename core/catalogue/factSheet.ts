/**
 * The fact sheet: what a key of it is, and how a value is typed and written. The keys themselves are a table
 * (factKeys.ts); tables, editing, comparing and reports follow from it.
 */
import type { AreaId } from './areas.ts';
import { FACT_KEYS, type FactKey } from './factKeys.ts';
import { parseMeasure } from './measure.ts';
import { VALUE_SCHEMAS, type Element, type FactValue } from './factValue.ts';
import { failure, success, createIssue, type Result } from '../issue.ts';

export { APPLICATION_ROLES, FACT_KEYS, type FactKey } from './factKeys.ts';

const BY_KEY = new Map(FACT_KEYS.map((entry) => [entry.key, entry]));

/** The entry of a key, or undefined for a key that this program does not know. */
export function findFactKey(key: string): FactKey | undefined {
  return BY_KEY.get(key);
}

/** The keys of an area, in order. */
export function factKeysOf(area: AreaId): FactKey[] {
  return FACT_KEYS.filter((entry) => entry.area === area);
}

/**
 * Reads what an analyst typed for a key: `10` or `10 days`, `12 % of 8 GiB`, `yes`, `2029-06`, a list with an element a line or
 * separated by semicolons (`slot: name`). Issue `value.invalid` names the type that was expected.
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

/** `slot: name (state)`; slot and state may be left out. */
function readElement(text: string): Element {
  const [, slot, name, state] = /^(?:([^:]{1,60}): )?(.+?)(?: \((on|off|offered|disclaimed)\))?$/.exec(text)!;
  return { ...(slot && { slot }), name, ...(state && { settings: { state } }) };
}

function readTyped(entry: FactKey, text: string): unknown {
  switch (entry.type) {
    case 'number': {
      const match = /^(-?\d+(?:\.\d+)?)\s*(\S*)$/.exec(text);
      if (match && (!match[2] || match[2] === entry.unit)) return Number(match[1]);
      return entry.unit ? parseMeasure(text, entry.unit)?.value : undefined;
    }
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

/** A value as an analyst types it: `parseFactValue` reads it back. Of an element's settings only the state is typed. */
export function formatTypedValue(entry: FactKey, value: FactValue): string {
  if (Array.isArray(value)) return value.map(formatElement).join('\n');
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'number' && entry.unit ? `${value} ${entry.unit}` : String(value);
}

function formatElement({ slot, name, settings }: Element): string {
  return `${slot ? `${slot}: ` : ''}${name}${settings?.state ? ` (${settings.state})` : ''}`;
}
