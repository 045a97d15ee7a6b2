/** How close together the states of a repository are that freshness rests on. */

/** Days back from the newest state that count. */
const RECENT = 60;

/**
 * The longest time between two of the states within the last 60 days before the newest, in days; Infinity with fewer than
 * two. `days` are days since 1970-01-01, oldest first.
 */
export function longestGap(days: readonly number[]): number {
  const recent = days.filter((day) => day >= (days.at(-1) ?? 0) - RECENT);
  if (recent.length < 2) return Infinity;
  return Math.max(...recent.slice(1).map((day, i) => day - recent[i]));
}
