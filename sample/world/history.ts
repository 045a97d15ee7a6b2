/**
 * What a repository held, through time: for each source package its states, oldest first. A history is a value;
 * rules (rules.ts) make one from another, and each state remembers the state it was made from.
 */

/** Why a package got a state. The truth that tests hold findings against. */
export type Cause =
  | 'packaged' // from upstream
  | 'revised' // a fix or a change of the package alone
  | 'rebuilt' // built again without a change
  | 'copied' // taken over from the base
  | 'patched' // with the derivative's own changes
  | 'security'
  | 'own'; // the base does not have it

/** The state of a source package from `day` on, until the next state. */
export interface PackageState {
  readonly day: number;
  readonly upstream: string;
  /** What follows the upstream version: Debian revision, rpm release, or alpm pkgrel. */
  readonly revision: string;
  readonly cause: Cause;
  /** The state, in the repository that this one follows, that it was made from. */
  readonly from?: PackageState;
}

/** By source package; the states of each are in order of `day`, one a day at most. */
export type History = ReadonlyMap<string, readonly PackageState[]>;

/** `upstream-revision`, the form that all three formats share. */
export function versionOf({ upstream, revision }: Pick<PackageState, 'upstream' | 'revision'>): string {
  return `${upstream}-${revision}`;
}

/** The state in force on a day, or undefined before the first. */
export function stateOn(states: readonly PackageState[], day: number): PackageState | undefined {
  let low = 0;
  let high = states.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (states[middle].day <= day) low = middle + 1;
    else high = middle;
  }
  return states[low - 1];
}

/** What a repository held on a day. */
export function contentOn(history: History, day: number): Map<string, PackageState> {
  const content = new Map<string, PackageState>();
  for (const [name, states] of history) {
    const state = stateOn(states, day);
    if (state) content.set(name, state);
  }
  return content;
}

/** A history with each package's states made anew; packages left without a state are dropped. */
export function mapStates(
  history: History,
  make: (states: readonly PackageState[], name: string) => readonly PackageState[],
): History {
  const made = new Map<string, readonly PackageState[]>();
  for (const [name, states] of history) {
    const next = make(states, name);
    if (next.length > 0) made.set(name, next);
  }
  return made;
}

/** States by day, where the later entry of a day wins and a state equal to the one before it is left out. */
export function tidyStates(states: readonly PackageState[]): PackageState[] {
  const tidy: PackageState[] = [];
  for (const state of [...states].sort((a, b) => a.day - b.day)) {
    const before = tidy.at(-1);
    if (before && before.day === state.day) tidy.pop();
    const last = tidy.at(-1);
    if (!last || versionOf(last) !== versionOf(state)) tidy.push(state);
  }
  return tidy;
}
