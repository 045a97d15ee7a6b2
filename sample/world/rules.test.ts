/** Laws of the rules by which invented projects make repositories. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareDebVersions } from '../../core/packages/debVersion.ts';
import { contentOn, stateOn, tidyStates, versionOf, type History, type PackageState } from './history.ts';
import {
  copiedOn,
  forked,
  frozen,
  heldBack,
  maintained,
  overlay,
  packaged,
  patched,
  rebuiltAll,
} from './rules.ts';
import type { UpstreamRelease } from './upstream.ts';

const releases = fc
  .array(fc.integer({ min: 5, max: 200 }), { minLength: 1, maxLength: 12 })
  .map((steps): UpstreamRelease[] => {
    let day = 0;
    return steps.map((step, i) => ({ day: (day += step), version: `1.${i}` }));
  });
const upstream = fc
  .dictionary(fc.stringMatching(/^[a-z]{3,8}$/), releases, { minKeys: 1, maxKeys: 6 })
  .map((all) => new Map(Object.entries(all)));
const RULE = {
  lag: [1, 20] as const,
  revised: 0.5,
  rebuilt: 0.5,
  revision: String,
  rebuild: (n: number, times: number) => `${n}+b${times}`,
};
const seed = fc.nat(1e6);
const history = fc.tuple(seed, upstream).map(([s, all]) => packaged(s, all, RULE));
const isOrdered = (states: readonly PackageState[]) =>
  states.every((state, i) => i === 0 || state.day > states[i - 1].day);
const everyState = (
  all: History,
  check: (state: PackageState, states: readonly PackageState[], name: string) => void,
) => {
  for (const [name, states] of all) for (const state of states) check(state, states, name);
};

describe('a packaged history', () => {
  it('has its states in order of days and of versions, none before its upstream release', () => {
    fc.assert(
      fc.property(seed, upstream, (s, all) => {
        const made = packaged(s, all, RULE);
        for (const [name, states] of made) {
          expect(isOrdered(states)).toBe(true);
          states
            .slice(1)
            .forEach((state, i) =>
              expect(compareDebVersions(versionOf(states[i]), versionOf(state))).toBe(-1),
            );
          for (const { day, upstream: version } of states)
            expect(day).toBeGreaterThan(all.get(name)!.find((release) => release.version === version)!.day);
        }
      }),
    );
  });
  it('is the same for the same seed, whatever else there is', () => {
    fc.assert(
      fc.property(seed, upstream, (s, all) => {
        const [name, own] = [...all][0];
        expect(packaged(s, new Map([[name, own]]), RULE).get(name)).toEqual(packaged(s, all, RULE).get(name));
      }),
    );
  });
});

describe('the state on a day', () => {
  it('is the last one that began by then', () => {
    fc.assert(
      fc.property(history, fc.integer({ min: -10, max: 2500 }), (all, day) => {
        for (const [, states] of all)
          expect(stateOn(states, day)).toBe(states.filter((state) => state.day <= day).at(-1));
      }),
    );
  });
  it('is one a day after tidying, the later entry, and no version twice in a row', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(20), fc.nat(3)), { maxLength: 15 }), (entries) => {
        const states = entries.map(([day, v]): PackageState => ({
          day,
          upstream: `1.${v}`,
          revision: '1',
          cause: 'packaged',
        }));
        const tidy = tidyStates(states);
        expect(isOrdered(tidy)).toBe(true);
        expect(tidy.every((state, i) => i === 0 || versionOf(state) !== versionOf(tidy[i - 1]))).toBe(true);
      }),
    );
  });
});

describe('rules of derivatives', () => {
  it('hold back: what arrives was untouched for that long, and comes that much later', () => {
    fc.assert(
      fc.property(history, fc.integer({ min: 1, max: 60 }), (all, days) => {
        everyState(heldBack(all, days), (state, _states, name) => {
          expect(state.day - state.from!.day).toBe(days);
          const next = all.get(name)!.find(({ day }) => day > state.from!.day);
          if (next) expect(next.day).toBeGreaterThanOrEqual(state.day);
        });
      }),
    );
  });
  it('freeze and copy: the versions are those of the base on that day', () => {
    fc.assert(
      fc.property(history, fc.array(fc.nat(1500), { minLength: 1, maxLength: 4 }), (all, days) => {
        const copied = copiedOn(all, days);
        for (const day of days)
          for (const [name, state] of contentOn(copied, day)) {
            const last = Math.max(...days.filter((each) => each <= day));
            expect(versionOf(state)).toBe(versionOf(stateOn(all.get(name)!, last)!));
          }
        const release = frozen(all, days[0], days[0] + 90);
        everyState(release, (state, states) => expect([states.length, state.day]).toEqual([1, days[0] + 90]));
        expect(contentOn(release, 9999).size).toBe(contentOn(all, days[0]).size);
      }),
    );
  });
  it('patch and build again: marks on the same packages each time, the rest untouched', () => {
    const rule = { patched: 0.4, rebuilt: 0.3, patchMark: 'own', rebuildMark: 'build' };
    fc.assert(
      fc.property(seed, history, (s, all) => {
        const changed = patched(s, 'p', all, rule);
        for (const [name, states] of changed) {
          const marked = states.filter(({ cause }) => cause === 'patched').length;
          expect([0, states.length]).toContain(marked);
          states.forEach((state, i) =>
            expect(state.revision.startsWith(all.get(name)![i].revision)).toBe(true),
          );
        }
        expect(patched(s, 'p', all, rule)).toEqual(changed);
        everyState(
          rebuiltAll(s, 'r', all, [0, 5], (revision) => `${revision}.1`),
          (state, states) => {
            expect(state.revision).toBe(`${state.from!.revision}.1`);
            expect(state.day).toBeGreaterThanOrEqual(state.from!.day);
            expect(isOrdered(states)).toBe(true);
          },
        );
      }),
    );
  });
  it('keep up a release: its upstream versions never change, fixes grow, updates come on their days', () => {
    fc.assert(
      fc.property(seed, history, (s, all) => {
        const points = [1600, 1665, 1730];
        const { main, security } = maintained(s, 'r', frozen(all, 1500, 1550), {
          points,
          pointShare: 0.5,
          securityShare: 0.3,
          ends: 1900,
          fix: (revision, n) => `${revision}+u${n}`,
        });
        for (const [name, states] of main) {
          const known = [...states, ...(security.get(name) ?? [])];
          expect(new Set(known.map((state) => state.upstream)).size).toBe(1);
          for (const { day } of states.slice(1)) expect(points).toContain(day);
          for (const { day } of security.get(name) ?? []) expect(day).toBeLessThan(1900);
          states
            .slice(1)
            .forEach((state, i) =>
              expect(compareDebVersions(versionOf(states[i]), versionOf(state))).toBe(-1),
            );
        }
      }),
    );
  });
  it('overlay: only what is changed, ahead of the base or on top of it', () => {
    fc.assert(
      fc.property(seed, upstream, (s, all) => {
        const base = packaged(s, all, RULE);
        const rule = {
          patched: 0.3,
          ahead: 0.2,
          always: ['zzz'],
          revision: (n: number) => `${n}own`,
          patch: (revision: string, n: number) => `${revision}own${n}`,
        };
        const changed = overlay(s, 'p', base, all, rule);
        for (const [name, states] of changed) {
          expect(name === 'zzz' || base.has(name)).toBe(true);
          for (const { revision } of states) expect(revision).toContain('own');
        }
      }),
    );
  });
  it('fork: what was taken on a day, then only newer versions of its own choice', () => {
    fc.assert(
      fc.property(history, history, fc.integer({ min: 200, max: 900 }), (taken, after, day) => {
        const made = forked(taken, day, after);
        expect([...made.keys()].sort()).toEqual([...contentOn(taken, day).keys()].sort());
        everyState(made, (state, states, name) => {
          if (state === states[0]) expect(versionOf(state)).toBe(versionOf(stateOn(taken.get(name)!, day)!));
          else expect(state.day).toBeGreaterThan(day);
        });
      }),
    );
  });
});
