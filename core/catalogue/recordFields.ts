/** Schemas of the fields that most kinds have: ids, names, texts. */
import { z } from 'zod';

/** A schema for an id of one kind, or of several. */
export function idSchema(...kinds: readonly string[]) {
  return z.string().regex(new RegExp(`^(${kinds.join('|')}):[A-Za-z0-9][A-Za-z0-9._~+-]*$`));
}

/** Short free text; long enough for a paragraph. */
export const textSchema = z.string().max(20_000);

/** Text that names something: not empty, without line breaks. */
export const nameSchema = z
  .string()
  .min(1)
  .max(300)
  .regex(/^[^\r\n]*$/);
