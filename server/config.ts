/**
 * The server's configuration, `aspen-ridge.json` in the folder where it is started, or the file that ASPEN_RIDGE_CONFIG
 * names. Without one, no host but the sample's stand-in mirror is asked, and no folder is read.
 */
import { existsSync, readFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { z } from 'zod';
import { isSpecialAddress } from './mirror/hosts.ts';

const megabytes = z.number().positive().max(100_000);

export const configSchema = z.strictObject({
  $schema: z.string().optional(),
  /** Hosts that may be asked, with a port where it is not the usual one; private addresses always with their port. */
  mirrors: z
    .array(
      z
        .string()
        .max(300)
        .regex(
          /^(\[[0-9a-f:]+\]|[a-z0-9.-]+)(:\d{1,5})?$/i,
          'expected a host such as mirror.example or 10.0.0.5:8080',
        )
        .refine(
          (host) => /:\d+$/.test(host) || !isIP(host.replace(/^\[|\]$/g, '')) || !isSpecialAddress(host),
          'a private or loopback address needs its port, such as 10.0.0.5:80',
        ),
    )
    .max(200)
    .default([]),
  /** Folders whose images may be read on this side, such as one of images of many gigabytes. */
  imageFolders: z
    .array(z.string().max(4000).startsWith('/', 'expected the whole path of a folder, such as /srv/images'))
    .max(50)
    .default([]),
  /** Where fetched files are kept; below the program's folder by default. */
  cacheFolder: z.string().optional(),
  cacheMegabytes: megabytes.default(1000),
  /** The most that one file may have, as it is sent and when it is expanded. */
  fileMegabytes: megabytes.default(256),
  expandedMegabytes: megabytes.default(1024),
  /** The longest silence of a mirror. */
  idleSeconds: z.number().positive().max(600).default(20),
});

export type ServerConfig = z.infer<typeof configSchema>;

/** Reads the configuration. Throws with the file and what is wrong: the server does not start on half of it. */
export function readConfig(path: string): ServerConfig {
  if (!existsSync(path)) return configSchema.parse({});
  let raw: unknown;
  try {
    raw = JSON.parse(readFileSync(path, 'utf8'));
  } catch (error) {
    throw new Error(`${path} is not JSON: ${error instanceof Error ? error.message : String(error)}`, {
      cause: error,
    });
  }
  const parsed = configSchema.safeParse(raw);
  if (parsed.success) return parsed.data;
  const lines = parsed.error.issues.map(
    ({ path: field, message }) => `${field.join('.') || 'the file'}: ${message}`,
  );
  throw new Error(`${path}: ${lines.join('; ')}`);
}
