/**
 * Reads the `Release` file of a Debian repository, also within the clear signature of `InRelease`
 * ("Debian Repository Format", section "Release files"). The signature itself is not judged here.
 */
import type { Issue } from '../issue.ts';
import { parseDeb822 } from './deb822.ts';

/** What a Release file says of a suite. */
export interface DebRelease {
  readonly origin: string;
  readonly label: string;
  readonly suite: string;
  readonly codename: string;
  readonly version: string;
  /** `YYYY-MM-DD`, or empty when the file gives no readable date. */
  readonly date: string;
  readonly architectures: readonly string[];
  readonly components: readonly string[];
  readonly signed: boolean;
  readonly issues: readonly Issue[];
}

/** Reads a `Release` or `InRelease` file. Fields that are absent are empty. Never throws. */
export function parseDebRelease(text: string, where: string): DebRelease {
  const signed = isSigned(text);
  const { stanzas, issues } = parseDeb822(signed ? signedText(text) : text, where);
  const field = (name: string) => stanzas[0]?.fields.get(name)?.value ?? '';
  const time = Date.parse(field('date'));
  return {
    origin: field('origin'),
    label: field('label'),
    suite: field('suite'),
    codename: field('codename'),
    version: field('version'),
    date: Number.isNaN(time) ? '' : new Date(time).toISOString().slice(0, 10),
    architectures: field('architectures').split(/\s+/).filter(Boolean),
    components: field('components').split(/\s+/).filter(Boolean),
    signed,
    issues,
  };
}

/** An index that a release file vouches for. */
export interface ReleasedFile {
  /** Relative to the release file. */
  readonly path: string;
  /** Bytes. */
  readonly size: number;
  /** Lower-case hexadecimal. */
  readonly sha256: string;
}

/** What a release file says of the files beside it, for fetching them. */
interface ReleasedFiles {
  readonly files: readonly ReleasedFile[];
  /** True if files can be had by their hash ("Acquire-By-Hash"). */
  readonly byHash: boolean;
  /** When it ceases to hold ("Valid-Until"), in milliseconds since 1970; null without an end. */
  readonly validUntil: number | null;
}

/** Reads the list of files of a release file's text, also within a clear signature. Weaker sums than SHA256 are not taken. */
export function parseReleasedFiles(text: string, where: string): ReleasedFiles {
  const { stanzas } = parseDeb822(isSigned(text) ? signedText(text) : text, where);
  const field = (name: string) => stanzas[0]?.fields.get(name)?.value ?? '';
  const files = field('sha256')
    .split('\n')
    .flatMap((line): ReleasedFile[] => {
      const [, sha256, size, path] = /^\s*([0-9a-f]{64})\s+(\d+)\s+(\S+)\s*$/i.exec(line) ?? [];
      return path ? [{ path, size: Number(size), sha256: sha256.toLowerCase() }] : [];
    });
  const end = Date.parse(field('valid-until'));
  return {
    files,
    byHash: field('acquire-by-hash').trim().toLowerCase() === 'yes',
    validUntil: Number.isNaN(end) ? null : end,
  };
}

const isSigned = (text: string) => text.startsWith('-----BEGIN PGP SIGNED MESSAGE-----');

/** The text within a clear signature (RFC 9580, section 7), with dash escapes undone. */
function signedText(text: string): string {
  const start = text.indexOf('\n\n') + 2;
  const end = text.indexOf('\n-----BEGIN PGP SIGNATURE-----');
  return text.slice(start, end < 0 ? undefined : end).replace(/^- /gm, '');
}
