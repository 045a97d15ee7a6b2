/** Schemas of the fields that most kinds have: ids, names, texts, the place in the order of entering. */
import { z } from '../schemaChecks.ts';

/** A schema for an id of one kind, or of several. */
export function idSchema(...kinds: readonly string[]) {
  return z.string().regex(new RegExp(`^(${kinds.join('|')}):[A-Za-z0-9][A-Za-z0-9._~+-]*$`));
}

/** What facts, claims and judgements are about. */
export const subjectSchema = idSchema('distribution', 'edition', 'release');

/**
 * The place of a record in the order of entering, counted up in its catalogue from 1 (entered.ts): the order of a log, and the
 * last tie between readings. 0 for what was recorded before this was counted; among those the id decides.
 */
export const enteredSchema = z.number().int().nonnegative().default(0);

/** How sure it is. */
export const certaintySchema = z.enum(['sure', 'likely', 'unsure']).default('sure');

/** Reason, risk or suspected cause of what is said: whose, and how sure. */
export const causeSchema = z.strictObject({
  text: z.string().min(1).max(2000),
  by: z.string().max(300).default(''),
  certainty: certaintySchema,
});

/** Short free text; long enough for a paragraph. */
export const textSchema = z.string().max(20_000);

/** Text that names something: not empty, without line breaks. */
export const nameSchema = z
  .string()
  .min(1)
  .max(300)
  .regex(/^[^\r\n]*$/);
