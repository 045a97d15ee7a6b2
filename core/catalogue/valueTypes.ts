/** The types of values, each with its schema. */
import { z } from '../schemaChecks.ts';
import { whenSchema } from './when.ts';

/** An element of a list value. Two elements are the same thing if slot and name agree. */
export const elementSchema = z.strictObject({
  name: z.string().min(1).max(2000),
  slot: z.string().max(300).optional(),
  settings: z.record(z.string().max(100), z.string().max(2000)).optional(),
});

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
