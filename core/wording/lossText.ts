/** What was not read of an input, as part of a sentence: "a list cut off after 1,234 bytes". */
import type { Loss } from '../catalogue/loss.ts';
import { formatCount, formatNumberOf } from './valueText.ts';

type Phrase = (params: Loss['params']) => string;

const count = (value: string | number | undefined) => formatCount(Number(value ?? 0));
const cutAt = ({ bytes }: Loss['params']) => `cut off after ${count(bytes)} bytes`;
const damagedAt = ({ bytes }: Loss['params']) => `damaged after ${count(bytes)} bytes`;
const afterFile = (what: string) => (params: Loss['params']) =>
  `${what} after ${params.last ? `“${params.last}”` : formatNumberOf(Number(params.files ?? 0), 'file')}`;

const PHRASES: Readonly<Record<string, Phrase>> = {
  'compressed.truncated': cutAt,
  'compressed.damaged': damagedAt,
  'compressed.tooLarge': ({ limit }) => `read only up to ${count(limit)} bytes`,
  'tar.truncated': afterFile('cut off'),
  'tar.damaged': afterFile('damaged'),
  'zip.damaged': afterFile('damaged'),
  'archive.tooMany': ({ limit }) => `read only up to ${count(limit)} files`,
  'deb822.unfinished': ({ line }) => `cut off in line ${count(line)}`,
  'deb822.longLine': ({ line }) => `with a line ${count(line)} that is too long to read`,
  'deb822.broken': ({ line }) => `damaged in line ${count(line)}`,
  'deb822.incomplete': ({ line }) => `damaged in line ${count(line)}`,
  'packages.broken': () => 'with damaged entries',
  'packages.tooMany': (params) => `read only up to ${formatNumberOf(Number(params.count ?? 0), 'package')}`,
  'xml.damaged': () => 'cut off or damaged',
  'json.damaged': () => 'cut off or damaged',
  'image.cut': () => 'from an image that is cut off',
  'image.damaged': () => 'from an image that is damaged',
  'image.packagesMissing': (params) =>
    `without ${formatNumberOf(Number(params.count ?? 0), 'package')} whose files are there`,
  'list.size': ({ size, stated }) => `of ${count(size)} bytes where its release file says ${count(stated)}`,
  'capture.missing': (params) => `without ${formatNumberOf(Number(params.count ?? 0), 'file')} of it`,
  'capture.sum': ({ path }) => `changed in “${path}”`,
};

/** `cut off after 1,234 bytes`; plain words for what has none of its own. */
export function wordLoss({ code, params }: Loss): string {
  return PHRASES[code]?.(params) ?? 'not read whole';
}

/** `Rests on a list cut off after 1,234 bytes: what is missing from it counts as not there.`; empty without losses. */
export function wordRestsOn(losses: readonly Loss[]): string {
  if (losses.length === 0) return '';
  const [first] = losses;
  const more =
    losses.length > 1 ? `, and ${formatNumberOf(losses.length - 1, 'further loss', 'further losses')}` : '';
  return `Rests on a list ${wordLoss(first)}${more}: what is missing from it counts as not there.`;
}
