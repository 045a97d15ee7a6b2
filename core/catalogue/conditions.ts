/** The state of the machine when something was observed. */
import { z } from '../schemaChecks.ts';
import { idSchema } from './recordFields.ts';

/** When something is measured: right after the start, with nothing opened, or after programs were used. */
export const MOMENTS = ['boot', 'idle', 'after use'] as const;

/** The state of the machine when something was observed. What is not known is left out. */
export const conditionsSchema = z.strictObject({
  medium: z.enum(['live', 'installed']).optional(),
  machine: z.enum(['virtual', 'hardware']).optional(),
  memoryMiB: z.number().positive().optional(),
  cores: z.number().int().positive().optional(),
  /** Days since the package index was refreshed, at the time of the observation. */
  indexAgeDays: z.number().nonnegative().optional(),
  /** False where the package index was never fetched on that machine. */
  indexRefreshed: z.boolean().optional(),
  edition: idSchema('edition').optional(),
  alteredByAnalyst: z.boolean().optional(),
  /** For a measurement: what it was read from … */
  tool: z.string().max(300).optional(),
  /** … when … */
  moment: z.enum(MOMENTS).optional(),
  /** … how long after the start … */
  uptimeMinutes: z.number().nonnegative().optional(),
  /** … and what was open. */
  openPrograms: z.string().max(2000).optional(),
  diskMiB: z.number().positive().optional(),
  processor: z.string().max(300).optional(),
  graphics: z.string().max(300).optional(),
  network: z.string().max(300).optional(),
  /** What the analyst had changed before looking, in words. */
  alteredWith: z.string().max(2000).optional(),
  /** What was chosen where the installer lets one choose. */
  chosenAtInstall: z.string().max(2000).optional(),
  /** The desktop that ran, where there are several. */
  desktop: z.string().max(300).optional(),
  /** How long, how thoroughly it was looked at. */
  effort: z.string().max(300).optional(),
});

/** The state of the machine when something was observed. */
export type Conditions = z.infer<typeof conditionsSchema>;
