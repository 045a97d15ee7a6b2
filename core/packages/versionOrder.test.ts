import fc from 'fast-check';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { createRandom } from '../../testing/samples.ts';
import { describeWith, run, runAside } from '../../testing/tools.ts';
import type { Family } from '../formats/family.ts';
import { parseDebVersion } from './debVersion.ts';
import { VERSION_ORDERS } from './versionOrder.ts';

/** Pieces that make orders stumble: leading zeros, runs beyond 64 bits, empty parts, letters against digits. */
const HOSTILE = [
  ...['0', '1', '9', '10', '007', '18446744073709551616', '99999999999999999999999'],
  ...['a', 'b', 'Z', 'rc', 'alpha', 'a1', '1a', '.0', '.', '..', '+', '~', '~~', '~rc1', '+b1', '+dfsg'],
];
const piece = fc.constantFrom(...HOSTILE);
const body = fc.array(piece, { minLength: 1, maxLength: 7 }).map((parts) => `1${parts.join('')}`);
const plain = fc.tuple(
  fc.constantFrom('', '0:', '1:', '12:'),
  body,
  fc.constantFrom('', '-1', '-0', '-1.1', '-2~x', '-10'),
);
const debVersion = plain.map((parts) => parts.join(''));
const caretVersion = fc.tuple(debVersion, fc.constantFrom('', '^', '^1', '^git1', '_x')).map(([a, b]) => {
  const hyphen = a.lastIndexOf('-');
  return hyphen < 0 ? a + b : a.slice(0, hyphen) + b + a.slice(hyphen);
});

/** A pair that is often nearly equal, so that the comparison has to go deep. */
function pairs(version: fc.Arbitrary<string>): fc.Arbitrary<[string, string]> {
  const near = fc
    .tuple(version, fc.nat(12), piece)
    .map(([a, at, part]): [string, string] => [
      a,
      a.slice(0, Math.max(1, a.length - at)) + part.replace(/-/g, ''),
    ]);
  return fc.oneof(fc.tuple(version, version), near);
}

/** Versions of real packages, of what this system's package tool knows; where it knows none, of the installed ones. */
function realVersions(): string[] {
  const list = "apt-cache dumpavail | sed -n 's/^Version: //p'; dpkg-query -W -f '${Version}\\n'";
  return [...new Set(run('sh', ['-c', list]).trim().split('\n'))].sort(compareText);
}

const compareText = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

/** Real versions each beside its neighbour, a distant one, and itself with one piece put in, cut or exchanged. */
function realPairs(count: number): [string, string][] {
  const versions = realVersions();
  expect(versions.length).toBeGreaterThan(100);
  const random = createRandom(53);
  const step = Math.max(1, Math.floor((versions.length * 3) / count));
  const list: [string, string][] = [];
  for (let i = 0; list.length < count; i = (i + step) % versions.length) {
    const a = versions[i];
    list.push([a, versions[(i + 1) % versions.length]], [a, versions[random.below(versions.length)]]);
    const at = 1 + random.below(a.length);
    const put = HOSTILE[random.below(HOSTILE.length)];
    list.push([a, a.slice(0, at) + put + a.slice(at + random.below(3))]);
  }
  // What the mutation made of it must still be a version that the tool takes: digits first, no empty revision.
  return list
    .slice(0, count)
    .map(([a, b]): [string, string] => [a, /^\d[^:]*(?<!-)$/.test(b) ? b : `1${b.replace(/:|-$/g, '')}`]);
}

/** 20,000 pairs: half made up, half real ones and their mutations. */
const COUNT = 20_000;
const pairsOf = (version: fc.Arbitrary<string>): [string, string][] => [
  ...fc.sample(pairs(version), { numRuns: COUNT / 2, seed: 31 }),
  ...realPairs(COUNT / 2),
];

function expectAgreement(
  family: Family,
  list: readonly (readonly [string, string])[],
  truth: readonly number[],
): void {
  expect(truth).toHaveLength(list.length);
  const wrong = list.flatMap(([a, b], i) => {
    const ours = VERSION_ORDERS[family](a, b);
    return ours === Math.sign(truth[i]) ? [] : [`${a} against ${b}: ours ${ours}, the tool's ${truth[i]}`];
  });
  expect(wrong.slice(0, 20)).toEqual([]);
}

/** Runs a shell script for every pair, in two shells side by side; each pair gives one line with a number. */
async function askShell(
  list: readonly (readonly [string, string])[],
  line: (a: string, b: string) => string,
) {
  const half = list.length / 2;
  const answers = await Promise.all(
    [list.slice(0, half), list.slice(half)].map(async (part) => {
      const file = join(mkdtempSync(join(tmpdir(), 'aspen-ridge-order-')), 'pairs.sh');
      writeFileSync(file, part.map(([a, b]) => line(a, b)).join('\n'));
      const { output } = await runAside('sh', [file]);
      rmSync(dirname(file), { recursive: true });
      return output.trim().split('\n').map(Number);
    }),
  );
  return answers.flat();
}

describe.each(['deb', 'rpm'] as const)('the order of %s versions is total', (family) => {
  const compare = VERSION_ORDERS[family];
  const version = family === 'rpm' ? caretVersion : debVersion;
  it('is antisymmetric, and a version equals itself', () => {
    fc.assert(
      fc.property(pairs(version), ([a, b]) => {
        expect(compare(a, b) + compare(b, a)).toBe(0);
        expect(compare(a, a)).toBe(0);
      }),
    );
  });
  it('is transitive', () => {
    fc.assert(
      fc.property(version, version, version, (a, b, c) => {
        const [x, y, z] = [a, b, c].sort(compare);
        expect(compare(x, y)).toBeLessThanOrEqual(0);
        expect(compare(y, z)).toBeLessThanOrEqual(0);
        expect(compare(x, z)).toBeLessThanOrEqual(0);
      }),
    );
  });
});

describe('deb versions', () => {
  it.each([
    ['1.0~rc1', '1.0', -1],
    ['1.0', '1.0-0', 0],
    ['1:0.1', '9.9', 1],
    ['1.0-1', '1.0-1+b1', -1],
    ['2.10', '2.9', 1],
    ['1.0a', '1.0+', -1],
  ] as const)('%s against %s is %i', (a, b, order) => expect(VERSION_ORDERS.deb(a, b)).toBe(order));

  it('are taken apart at the first colon and the last hyphen', () => {
    expect(parseDebVersion('1:2.0-rc-3')).toEqual({ epoch: '1', upstream: '2.0-rc', revision: '3' });
    expect(parseDebVersion('2.0')).toEqual({ epoch: '0', upstream: '2.0', revision: '' });
  });
});

describeWith(['dpkg', 'apt-cache'], 'against dpkg --compare-versions', () => {
  it('agrees on every pair', async () => {
    const list = pairsOf(debVersion);
    const truth = await askShell(
      list,
      (a, b) =>
        `dpkg --compare-versions '${a}' lt '${b}' && echo -1 || { dpkg --compare-versions '${a}' eq '${b}' && echo 0 || echo 1; }`,
    );
    expectAgreement('deb', list, truth);
  }, 240_000);
});

describeWith(['vercmp', 'apt-cache'], 'against vercmp', () => {
  it('agrees on every pair', async () => {
    const list = pairsOf(debVersion);
    expectAgreement('alpm', list, await askShell(list, (a, b) => `vercmp '${a}' '${b}'`));
  }, 240_000);
  it('shares its lack of transitivity where a pkgrel is missing', () => {
    const compare = VERSION_ORDERS.alpm;
    expect([compare('1-1', '1'), compare('1', '1-2'), compare('1-1', '1-2')]).toEqual([0, 0, -1]);
  });
});

describeWith(['rpm', 'apt-cache'], "against rpm's own comparison", () => {
  it('agrees on every pair', () => {
    const list = pairsOf(caretVersion);
    const truth: number[] = [];
    for (let i = 0; i < list.length; i += 500) {
      const calls = list
        .slice(i, i + 500)
        .map(([a, b]) => `print(rpm.vercmp("${a}","${b}"), "\\n")`)
        .join(' ');
      truth.push(
        ...run('rpm', ['--eval', `%{lua:${calls}}`])
          .match(/-?\d+/g)!
          .map(Number),
      );
    }
    expectAgreement('rpm', list, truth);
  }, 240_000);
});
