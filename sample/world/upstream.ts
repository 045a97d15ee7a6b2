/** When the invented projects publish which version: the clock from which all repositories of the sample follow. */
import { BEGINNING, PRESENT, dayOf } from '../day.ts';
import { randomFor } from '../random.ts';
import type { Project } from './universe.ts';

/** A version of a project and the day it came out. */
export interface UpstreamRelease {
  readonly day: number;
  readonly version: string;
}

/** A project's versions from before the beginning until the present, oldest first. */
export function createUpstream(seed: number, { name, pace, section }: Project): UpstreamRelease[] {
  if (section === 'kernel') return kernelReleases(name === 'linux-longterm');
  const random = randomFor(seed, 'upstream', name);
  const releases: UpstreamRelease[] = [];
  let major = random.below(section === 'libs' ? 4 : 8);
  let minor = random.below(30);
  let patch = random.below(8);
  const parts = random.chance(0.7) ? 3 : 2;
  let day = dayOf(BEGINNING) - Math.floor(random.next() * pace);
  while (day <= dayOf(PRESENT)) {
    const version = parts === 3 ? `${major}.${minor}.${patch}` : `${major}.${minor}`;
    releases.push({ day, version: version === '0.0' ? '0.1' : version });
    const step = random.next();
    if (step < 0.04) [major, minor, patch] = [major + 1, 0, 0];
    else if (step < 0.45 || parts === 2) [minor, patch] = [minor + 1, 0];
    else patch++;
    day += Math.max(1, Math.round(pace * (0.4 + 1.2 * random.next())));
  }
  return releases;
}

/** A line of the kernel every 72 days, with a point release each week; every fifth line is kept long-term. */
const DAYS_PER_LINE = 72;
const LINES_PER_LONGTERM = 5;

function kernelReleases(longTerm: boolean): UpstreamRelease[] {
  const releases: UpstreamRelease[] = [];
  const start = dayOf(BEGINNING) - DAYS_PER_LINE;
  for (let day = start; day <= dayOf(PRESENT); day += 7) {
    const line = Math.floor((day - start) / DAYS_PER_LINE);
    const kept = longTerm ? line - (line % LINES_PER_LONGTERM) : line;
    const point = Math.floor((day - start - kept * DAYS_PER_LINE) / 7);
    releases.push({ day, version: `${5 + Math.floor(kept / 20)}.${kept % 20}.${point}` });
  }
  return releases;
}
