/** Versions without what a builder put behind them. */
import { type LearnedMarks, tagOf } from './marks.ts';

/** A version without its rebuild ending, or as it is. */
export function withoutRebuild(version: string, { rebuild }: LearnedMarks): string {
  for (const ending of rebuild) {
    const pattern = endingPattern(ending);
    if (pattern.test(version)) return version.replace(pattern, '');
  }
  return version;
}

const patterns = new Map<string, RegExp>();

function endingPattern(ending: string): RegExp {
  let pattern = patterns.get(ending);
  if (!pattern) {
    const escaped = ending.replace(/[.*+?^${}()|[\]\\~]/g, '\\$&').replaceAll('#', '\\d+');
    patterns.set(ending, (pattern = new RegExp(`(?<=.)${escaped}$`)));
  }
  return pattern;
}

/** A version without the tag of the distribution that built it: `3.0-2.gw21` → `3.0-2`. */
export function withoutTag(version: string, { tags }: LearnedMarks): string {
  const tag = tagOf(version);
  return tag && tags.has(tag) ? version.slice(0, -tag.length - 1) : version;
}
