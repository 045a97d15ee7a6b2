/** What was not read of an input, as records keep it: the code and the particulars of the issue, worded where it is shown. */
import { z } from '../schemaChecks.ts';
import type { Issue } from '../issue.ts';

const lossSchema = z.strictObject({
  code: z.string().max(60),
  /** The file. */
  where: z.string().max(2000),
  params: z.record(z.string().max(40), z.union([z.string().max(2000), z.number()])).default({}),
});

/** As many as a record keeps. */
const MOST_LOSSES = 20;

/** The losses of a record; none for what was read whole. */
export const lossesSchema = z.array(lossSchema).max(MOST_LOSSES).default([]);

/** Those of them that a record keeps. */
export const keptLosses = (losses: readonly Loss[]): Loss[] => losses.slice(0, MOST_LOSSES);

/** Something that was not read. */
export type Loss = z.infer<typeof lossSchema>;

/** What issues say was lost. */
export function lossesOf(issues: readonly Issue[]): Loss[] {
  const clip = (value: string | number) => (typeof value === 'string' ? value.slice(0, 2000) : value);
  return issues
    .filter(({ loses }) => loses)
    .map(({ code, where, params }) => ({
      code,
      where: where.slice(0, 2000),
      params: Object.fromEntries(Object.entries(params).map(([name, value]) => [name, clip(value)])),
    }));
}
