/**
 * The values that facts take, by type, and when two of them are equal. Lists have elements with a name, an
 * optional slot (the role an element fills) and settings, so that they can be compared element by element.
 */
import { z } from 'zod';
import { whenSchema } from './when.ts';

/** An element of a list value. Two elements are the same thing if slot and name agree. */
const elementSchema = z.strictObject({
  name: z.string().min(1).max(2000),
  slot: z.string().max(300).optional(),
  settings: z.record(z.string().max(100), z.string().max(2000)).optional(),
});

/** An element of a list value. */
export type Element = z.infer<typeof elementSchema>;

/** The value types of the fact sheet and the schema of each. */
export const VALUE_SCHEMAS = {
  text: z.string().min(1).max(20_000),
  choice: z.string().min(1).max(300),
  version: z.string().min(1).max(300),
  number: z.number(),
  yesNo: z.boolean(),
  date: whenSchema,
  list: z.array(elementSchema).min(1),
  reference: z.string().min(1).max(300),
} as const;

/** The type of a value. */
export type ValueType = keyof typeof VALUE_SCHEMAS;

/** Any value, of whatever type. */
export const valueSchema = z.union([z.string().max(20_000), z.number(), z.boolean(), z.array(elementSchema)]);

/** Any value, of whatever type. */
export type FactValue = z.infer<typeof valueSchema>;

/** The elements of a list; none of a value that is no list, or not known. */
export function elementsOfValue(value: FactValue | undefined): readonly Element[] {
  return Array.isArray(value) ? value : [];
}
