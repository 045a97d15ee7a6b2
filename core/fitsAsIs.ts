/**
 * A short way through a schema, for very many values of which nearly all are fit and whole: the schema's own definition, read once
 * into a test of its own. What the test does not know is left to the schema.
 */
import type { z } from './schemaChecks.ts';

type Test = (value: unknown) => boolean;
type Type = z.core.$ZodType;
type Check = z.core.$ZodCheck;

/** What is known of a schema. */
interface Known {
  /** True only of what the schema takes, and gives back the same. */
  readonly test: Test;
  /** True where the schema may give back more than it took: what has defaults. */
  readonly fills: boolean;
}

const made = new WeakMap<z.ZodType, Test>();

/** Whether the schema takes a value as it is: true is sure, false says nothing. */
export function fitsAsIs(schema: z.ZodType, value: unknown): boolean {
  let test = made.get(schema);
  if (!test) made.set(schema, (test = knownOf(schema)?.test ?? (() => false)));
  return test(value);
}

/** Null for a schema of which something is not known here. */
function knownOf(schema: Type): Known | null {
  const base = baseOf(schema);
  const { checks = [] } = schema._zod.def as { checks?: readonly Check[] };
  const more = allOf(checks, testOfCheck);
  if (!base || !more || more.length === 0) return more && base;
  return { test: (value) => base.test(value) && more.every((test) => test(value)), fills: base.fills };
}

function baseOf(schema: Type): Known | null {
  const { def } = (schema as z.core.$ZodTypes)._zod;
  // A format of its own, or what makes another value first.
  if ('check' in def || ('coerce' in def && def.coerce)) return null;
  switch (def.type) {
    case 'string':
      return plain((value) => typeof value === 'string');
    case 'number':
      return plain(Number.isFinite);
    case 'boolean':
      return plain((value) => typeof value === 'boolean');
    case 'literal':
    case 'enum': {
      const { values } = schema._zod;
      return values ? plain((value) => values.has(value as never)) : null;
    }
    // What is left out is the object's to see to.
    case 'optional':
      return knownOf(def.innerType);
    case 'default': {
      const inner = knownOf(def.innerType);
      return inner && { test: inner.test, fills: true };
    }
    case 'array':
      return arrayOf(knownOf(def.element));
    case 'record':
      return recordOf(knownOf(def.keyType), knownOf(def.valueType));
    case 'object':
      return objectOf(def);
    case 'union':
      return unionOf(allOf(def.options, knownOf));
    default:
      return null;
  }
}

const plain = (test: Test): Known => ({ test, fills: false });

/** What is made of each, or null when of one of them nothing is. */
function allOf<A, B>(each: readonly A[], make: (one: A) => B | null): readonly B[] | null {
  const all = each.map(make);
  return all.includes(null) ? null : (all as B[]);
}

function arrayOf(element: Known | null): Known | null {
  return (
    element && {
      test: (value) => {
        if (!Array.isArray(value)) return false;
        for (let i = 0; i < value.length; i++) if (!element.test(value[i])) return false;
        return true;
      },
      fills: element.fills,
    }
  );
}

const isPlain = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype;

function recordOf(key: Known | null, inner: Known | null): Known | null {
  if (!key || !inner) return null;
  const test: Test = (value) => {
    if (!isPlain(value)) return false;
    // One field every record leaves out, whatever its schema.
    for (const name in value)
      if (name === '__proto__' || !key.test(name) || !inner.test(value[name])) return false;
    return true;
  };
  return { test, fills: inner.fills };
}

/** Objects that may have no other fields than those named, with all that must be there or would be filled in. */
function objectOf({ shape, catchall }: z.core.$ZodObjectDef): Known | null {
  if (catchall?._zod.def.type !== 'never') return null;
  const all = allOf(Object.entries(shape), ([name, field]) => {
    const known = knownOf(field);
    return known && ([name, { ...known, isNeeded: field._zod.def.type !== 'optional' }] as const);
  });
  if (!all) return null;
  const fields = new Map(all);
  const needed = all.filter(([, { isNeeded }]) => isNeeded).length;
  const test: Test = (value) => {
    if (!isPlain(value)) return false;
    let missing = needed;
    for (const name in value) {
      const field = fields.get(name);
      if (!field?.test(value[name])) return false;
      if (field.isNeeded) missing--;
    }
    return missing === 0;
  };
  return { test, fills: all.some(([, { fills }]) => fills) };
}

/** Where none of the options fills anything in, it is the same which of them takes a value. */
function unionOf(options: readonly Known[] | null): Known | null {
  if (!options || options.some(({ fills }) => fills)) return null;
  return plain((value) => options.some(({ test }) => test(value)));
}

function testOfCheck(check: Check): Test | null {
  const { def } = (check as z.core.$ZodChecks)._zod;
  switch (def.check) {
    case 'min_length':
      return (value) => (value as string).length >= def.minimum;
    case 'max_length':
      return (value) => (value as string).length <= def.maximum;
    case 'string_format': {
      const { format, pattern } = def;
      // One with flags may remember where it stood.
      return format === 'regex' && pattern?.flags === '' ? (value) => pattern.test(value as string) : null;
    }
    case 'number_format':
      return def.format === 'safeint' ? Number.isSafeInteger : null;
    case 'greater_than': {
      const { value: least, inclusive } = def;
      return (value) => (value as number) > (least as number) || (inclusive && value === least);
    }
    case 'less_than': {
      const { value: most, inclusive } = def;
      return (value) => (value as number) < (most as number) || (inclusive && value === most);
    }
    default:
      return customTest(def as CustomDef);
  }
}

/** What a schema asks of a value by a function of its own. */
interface CustomDef {
  readonly check: string;
  readonly fn?: (value: unknown) => unknown;
}

function customTest({ check, fn }: CustomDef): Test | null {
  return check === 'custom' && fn ? (value) => Boolean(fn(value)) : null;
}
