/**
 * The rules by which invented projects make repositories: packaging upstream, holding back, freezing, fixing,
 * copying, patching, rebuilding. Each takes a history and gives one.
 */
import { randomFor } from '../random.ts';
import {
  contentOn,
  mapStates,
  stateOn,
  tidyStates,
  type Cause,
  type History,
  type PackageState,
} from './history.ts';
import type { UpstreamRelease } from './upstream.ts';

/** How a root packages what comes out upstream. Probabilities are per upstream version. */
export interface PackagingRule {
  /** Days from upstream's release to the package: least and most. */
  readonly lag: readonly [number, number];
  /** Is revised once more before the next upstream version. */
  readonly revised: number;
  /** Is built again because something below it changed. */
  readonly rebuilt: number;
  /** Writes the nth revision. */
  readonly revision: (n: number) => string;
  /** Writes a revision after it was built again `times` times. */
  readonly rebuild: (n: number, times: number) => string;
  readonly cause?: Cause;
}

/** A root's development repository: upstream versions after a lag, with revisions between them. */
export function packaged(
  seed: number,
  upstream: ReadonlyMap<string, readonly UpstreamRelease[]>,
  rule: PackagingRule,
): History {
  const history = new Map<string, readonly PackageState[]>();
  for (const [name, releases] of upstream) {
    const random = randomFor(seed, 'packaged', name);
    const states: PackageState[] = [];
    releases.forEach(({ day, version }, i) => {
      const start = day + random.between(...rule.lag);
      const next = releases[i + 1]?.day ?? Infinity;
      let n = 1;
      states.push({
        day: start,
        upstream: version,
        revision: rule.revision(n),
        cause: rule.cause ?? 'packaged',
      });
      const at = start + random.between(3, 70);
      if (random.chance(rule.revised) && at < next)
        states.push({ day: at, upstream: version, revision: rule.revision(++n), cause: 'revised' });
      const again = start + random.between(75, 110);
      if (random.chance(rule.rebuilt) && again < next)
        states.push({ day: again, upstream: version, revision: rule.rebuild(n, 1), cause: 'rebuilt' });
    });
    history.set(name, increasing(states));
  }
  return history;
}

/** A package that took longer than the next one is skipped: states stay in the order they were made. */
function increasing(states: readonly PackageState[]): PackageState[] {
  return tidyStates(states.filter((state, i) => states.slice(i + 1).every(({ day }) => day > state.day)));
}

/** What reaches the next repository after `days` without being replaced. */
export function heldBack(history: History, days: number | ((name: string) => number)): History {
  return mapStates(history, (states, name) => {
    const hold = typeof days === 'number' ? days : days(name);
    return states
      .filter((state, i) => (states[i + 1]?.day ?? Infinity) >= state.day + hold)
      .map((state) => ({ ...state, day: state.day + hold, from: state }));
  });
}

/** The state on `freeze`, published on `release` and never changed. */
export function frozen(history: History, freeze: number, release: number): History {
  return mapStates(history, (states) => {
    const state = stateOn(states, freeze);
    return state ? [{ ...state, day: release, from: state }] : [];
  });
}

/** What is taken over from the base on the given days, and not in between. */
export function copiedOn(history: History, days: readonly number[]): History {
  return mapStates(history, (states) =>
    tidyStates(
      days.flatMap((day) => {
        const state = stateOn(states, day);
        return state ? [{ ...state, day, cause: 'copied' as const, from: state }] : [];
      }),
    ),
  );
}

/** Which packages a project changes, and how it marks them. Shares of all packages. */
export interface PatchRule {
  readonly patched: number;
  readonly rebuilt: number;
  /** Appended to the revision of what it patches, with a number. */
  readonly patchMark: string;
  /** Appended to the revision of what it only builds again, with a number. */
  readonly rebuildMark: string;
}

/** A project's own revisions of a part of what it took over; the same packages each time. */
export function patched(seed: number, project: string, history: History, rule: PatchRule): History {
  return mapStates(history, (states, name) => {
    const random = randomFor(seed, 'patched', project, name);
    const kind = random.next();
    if (kind >= rule.patched + rule.rebuilt) return states;
    const isPatch = kind < rule.patched;
    const mark = isPatch ? rule.patchMark : rule.rebuildMark;
    const cause = isPatch ? ('patched' as const) : ('rebuilt' as const);
    return states.map((state) => ({
      ...state,
      revision: `${state.revision}${mark}${1 + (isPatch ? random.below(3) : 0)}`,
      cause,
    }));
  });
}

/** Every package built again from the base's sources: another mark, some days later. */
export function rebuiltAll(
  seed: number,
  project: string,
  history: History,
  lag: readonly [number, number],
  mark: (revision: string) => string,
): History {
  return mapStates(history, (states, name) => {
    const random = randomFor(seed, 'rebuiltAll', project, name);
    let last = -Infinity;
    return tidyStates(
      states.map((state) => {
        last = Math.max(last + 1, state.day + random.between(...lag));
        return { ...state, day: last, revision: mark(state.revision), cause: 'rebuilt', from: state };
      }),
    );
  });
}

/** How a frozen release is kept: point updates on their days, security fixes on any day between. */
export interface UpkeepRule {
  readonly points: readonly number[];
  /** Share of the packages that each point update fixes. */
  readonly pointShare: number;
  /** Share of the packages that get a security fix, each month. */
  readonly securityShare: number;
  readonly ends: number;
  /** Writes the nth fix of a revision. */
  readonly fix: (revision: string, n: number) => string;
}

/** A release and its security archive. Point updates take in the security fixes that came before them. */
export function maintained(
  seed: number,
  name: string,
  release: History,
  rule: UpkeepRule,
): { readonly main: History; readonly security: History } {
  const security = new Map<string, readonly PackageState[]>();
  const main = mapStates(release, (states, packageName) => {
    const random = randomFor(seed, 'maintained', name, packageName);
    const first = states[0];
    const fixes = drawFixes(first, rule, random);
    const secure = fixes.filter(({ cause }) => cause === 'security');
    if (secure.length > 0) security.set(packageName, secure);
    const inMain = rule.points.flatMap((point) => {
      const fix = stateOn(fixes, point);
      return fix ? [{ ...fix, day: point }] : [];
    });
    return tidyStates([first, ...inMain]);
  });
  return { main, security };
}

function drawFixes(
  first: PackageState,
  rule: UpkeepRule,
  random: ReturnType<typeof randomFor>,
): PackageState[] {
  const days = rule.points
    .filter(() => random.chance(rule.pointShare))
    .map((day) => ({ day, cause: 'revised' as const }));
  const monthly: { day: number; cause: 'revised' | 'security' }[] = [...days];
  for (let day = first.day + 5; day < rule.ends; day += 30) {
    if (random.chance(rule.securityShare)) monthly.push({ day: day + random.below(29), cause: 'security' });
  }
  return monthly
    .sort((a, b) => a.day - b.day)
    .filter(({ day }, i, all) => day < rule.ends && all[i + 1]?.day !== day)
    .map(({ day, cause }, i) => ({
      ...first,
      day,
      revision: rule.fix(first.revision, i + 1),
      cause,
      from: first,
    }));
}

/** What a project took at one day and then went on with by itself. */
export function forked(taken: History, day: number, after: History): History {
  const kept = contentOn(taken, day);
  const history = new Map<string, readonly PackageState[]>();
  for (const [name, state] of kept) {
    const start = { ...state, day, cause: 'copied' as const, from: state };
    const later = (after.get(name) ?? []).filter(
      (next) => next.day > day && next.upstream !== state.upstream,
    );
    history.set(name, tidyStates([start, ...later]));
  }
  return history;
}

/** What a project changes of a base in its own repository. Shares of the base's packages. */
export interface OverlayRule {
  /** The base's versions with the project's own changes on top. */
  readonly patched: number;
  /** Newer upstream versions than the base has. */
  readonly ahead: number;
  /** Packages that are always ahead, whatever the share. */
  readonly always?: readonly string[];
  /** Writes the nth revision of its own. */
  readonly revision: (n: number) => string;
  /** Writes the base's revision with its own changes, `patched` times. */
  readonly patch: (revision: string, n: number) => string;
}

/** Only the packages of a base that a project changes, as its own repository has them. */
export function overlay(
  seed: number,
  project: string,
  base: History,
  upstream: ReadonlyMap<string, readonly UpstreamRelease[]>,
  rule: OverlayRule,
): History {
  const changed = new Map<string, readonly PackageState[]>();
  for (const name of new Set([...base.keys(), ...(rule.always ?? [])])) {
    const random = randomFor(seed, 'overlay', project, name);
    const kind = random.next();
    const releases = upstream.get(name) ?? [];
    if (rule.always?.includes(name) || kind < rule.ahead) {
      const lag = random.between(2, 20);
      const states = releases.map(({ day, version }) => ({
        day: day + lag,
        upstream: version,
        revision: rule.revision(1),
        cause: 'own' as const,
      }));
      changed.set(name, states);
    } else if (kind < rule.ahead + rule.patched) {
      const states = (base.get(name) ?? []).map((state, i) => ({
        ...state,
        day: state.day + random.between(1, 9),
        revision: rule.patch(state.revision, 1 + (i % 3)),
        cause: 'patched' as const,
        from: state,
      }));
      changed.set(name, tidyStates(states));
    }
  }
  return changed;
}
