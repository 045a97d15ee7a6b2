/**
 * The values that facts take, by type, and when two of them are equal. Lists have elements with a name, an
 * optional slot (the role an element fills) and settings, so that they can be compared element by element.
 */
import { z } from '../schemaChecks.ts';
import { elementSchema } from './valueTypes.ts';

/** An element of a list value. */
export type Element = z.infer<typeof elementSchema>;

/** Any value, of whatever type. */
export const valueSchema = z.union([z.string().max(20_000), z.number(), z.boolean(), z.array(elementSchema)]);

/** Any value, of whatever type. */
export type FactValue = z.infer<typeof valueSchema>;

/** The elements of a list; none of a value that is no list, or not known. */
export function elementsOfValue(value: FactValue | undefined): readonly Element[] {
  return Array.isArray(value) ? value : [];
}
