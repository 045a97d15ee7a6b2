/**
 * How a criterion, or something that must be there, is read off a fact. Data; purpose/ computes with it,
 * editing/purposes/ reads it from a line.
 */
import { z } from '../schemaChecks.ts';
import { idSchema, nameSchema } from './recordFields.ts';

const keySchema = z.string().min(1).max(120);

/** What is asked of a fact. Numbers are in the unit of the fact, of a list the count of its elements, of a date days since 1970-01-01. */
export const criterionRuleSchema = z.union([
  /** 0 at `from`, 10 at `to`, straight between, no more and no less beyond. */
  z.strictObject({ test: z.literal('scale'), key: keySchema, from: z.number(), to: z.number() }),
  /** Met (10) or not (0). */
  z.strictObject({ test: z.literal('atLeast'), key: keySchema, than: z.number() }),
  z.strictObject({ test: z.literal('atMost'), key: keySchema, than: z.number() }),
  /** The value, or an element of the list, by name. */
  z.strictObject({ test: z.literal('has'), key: keySchema, name: nameSchema }),
  z.strictObject({ test: z.literal('lacks'), key: keySchema, name: nameSchema }),
  /** 10 times the share of the others of a company that are not better; without one, of the candidates. */
  z.strictObject({
    test: z.literal('among'),
    key: keySchema,
    better: z.enum(['less', 'more']),
    cohort: idSchema('cohort').optional(),
  }),
]);

/** What is asked of a fact. */
export type CriterionRule = z.infer<typeof criterionRuleSchema>;
