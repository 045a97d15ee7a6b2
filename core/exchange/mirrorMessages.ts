/** What the interface and the server say to each other about mirrors: a request, then events line by line. */
import { z } from '../schemaChecks.ts';
import type { Issue } from '../issue.ts';
import type { FetchedList } from './fetchedList.ts';

const word = z
  .string()
  .min(1)
  .max(120)
  .regex(/^[A-Za-z0-9][A-Za-z0-9._+/-]*$/)
  .refine((text) => !text.split('/').includes('..'));

const common = {
  /** Where the repository is: the part before `dists/`, the folder of a database, or that of `repodata/`. */
  url: z.url({ protocol: /^https?$/ }).max(2000),
  /** The maker's OpenPGP key: ASCII-armoured, or binary in base64. Empty without one. */
  key: z.string().max(300_000).default(''),
};

/** A repository to fetch. */
export const mirrorRequestSchema = z.discriminatedUnion('family', [
  z.strictObject({
    family: z.literal('deb'),
    ...common,
    suite: word,
    /** All that the release file names when empty. */
    components: z.array(word).max(30).default([]),
    architecture: word.default('amd64'),
  }),
  z.strictObject({ family: z.literal('alpm'), ...common, repository: word }),
  z.strictObject({ family: z.literal('rpm'), ...common }),
]);

/** Which repository is asked for, where, and by whose key it is checked. */
export type MirrorRequest = z.infer<typeof mirrorRequestSchema>;

/** One line of the answer (a JSON value each). The last is `done` or `failed`. */
export type MirrorEvent =
  | { readonly type: 'progress'; readonly file: string; readonly done: number; readonly total: number }
  | { readonly type: 'issue'; readonly issue: Issue }
  | { readonly type: 'list'; readonly list: FetchedList }
  | { readonly type: 'done' }
  | { readonly type: 'failed'; readonly issues: readonly Issue[] };

/** What the server allows, as it tells the interface. */
export interface MirrorLimits {
  readonly hosts: readonly string[];
  readonly fileBytes: number;
}
