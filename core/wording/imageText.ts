/** What is said of a system that was read from its image. */
import type { CaptureManifest } from '../capture/captureManifest.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { formatNumberOf, listOf } from './valueText.ts';

const NAMED = 4;

/** `Read from tide.iso (3 March 2026; ISO 9660 › squashfs, live/system.squashfs) and never started: …` */
export function describeImage(
  { name, formats, place }: NonNullable<CaptureManifest['image']>,
  day: string,
): string {
  const within = [day && formatWhen(day), [formats, place].filter(Boolean).join(', ')].filter(Boolean);
  return `Read from ${name} (${within.join('; ')}) and never started: what only a start shows is not examined.`;
}

/** `12 packages are left out, because the installer removes them (live/packages-remove): a, b, c, d and 8 more.`; empty for none. */
export function describeRemovals(removed: ReadonlyMap<string, string>): string {
  if (removed.size === 0) return '';
  const names = [...removed.keys()];
  const more = names.length - NAMED;
  const shown = more > 0 ? [...names.slice(0, NAMED), `${more} more`] : names;
  const places = [...new Set(removed.values())];
  const [are, them] = removed.size === 1 ? ['is', 'it'] : ['are', 'them'];
  return `${formatNumberOf(removed.size, 'package')} ${are} left out, because the installer removes ${them} (${listOf(places)}): ${listOf(shown)}.`;
}
