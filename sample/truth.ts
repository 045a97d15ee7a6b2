/** What really happened to every package of a repository, as a table to hold findings against. */
import { dayOf, formatDay, PRESENT } from './day.ts';
import { versionOf, type PackageState } from './world/history.ts';
import type { Repository } from './world/repository.ts';

/** One line per state: source package, day, version, cause, and the version and day it was made from. */
export function formatTruth({ history }: Repository): string {
  const lines = [...history].flatMap(([name, states]) =>
    states
      .filter(({ day }) => day <= dayOf(PRESENT))
      .map((state) =>
        [name, formatDay(state.day), versionOf(state), state.cause, ...origin(state)].join('\t'),
      ),
  );
  return ['package\tday\tversion\tcause\tfrom\tfrom day', ...lines, ''].join('\n');
}

function origin({ from }: PackageState): [string, string] {
  return from ? [versionOf(from), formatDay(from.day)] : ['', ''];
}
