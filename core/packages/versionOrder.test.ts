import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { describeWith, run } from '../../testing/tools.ts';
import type { Family } from '../formats/packageColumns.ts';
import { parseDebVersion } from './debVersion.ts';
import { VERSION_ORDERS } from './versionOrder.ts';

/** Pieces that make orders stumble: leading zeros, runs beyond 64 bits, empty parts, letters against digits. */
const piece = fc.constantFrom(
  ...[
    '0',
    '1',
    '9',
    '10',
    '007',
    '18446744073709551616',
    '99999999999999999999999',
    'a',
    'b',
    'Z',
    'rc',
    'alpha',
  ],
  ...['.', '..', '+', '~', '~~', '~rc1', '.0', 'a1', '1a', '+b1', '+dfsg'],
);
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

const COUNT = 6000;
const sample = (version: fc.Arbitrary<string>) => fc.sample(pairs(version), { numRuns: COUNT, seed: 31 });

function disagreements(
  family: Family,
  list: readonly (readonly [string, string])[],
  truth: readonly number[],
): string[] {
  expect(truth).toHaveLength(list.length);
  return list.flatMap(([a, b], i) => {
    const ours = VERSION_ORDERS[family](a, b);
    return ours === Math.sign(truth[i]) ? [] : [`${a} against ${b}: ours ${ours}, the tool's ${truth[i]}`];
  });
}

const numbers = (text: string) => text.trim().split('\n').map(Number);

function inBatches<T>(list: readonly T[], size: number, each: (batch: readonly T[]) => number[]): number[] {
  const out: number[] = [];
  for (let i = 0; i < list.length; i += size) out.push(...each(list.slice(i, i + size)));
  return out;
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

describeWith(['dpkg'], 'against dpkg --compare-versions', () => {
  it('agrees on generated pairs', () => {
    const list = sample(debVersion).slice(0, 2500);
    const script = list
      .map(
        ([a, b]) =>
          `dpkg --compare-versions '${a}' lt '${b}' && echo -1 || { dpkg --compare-versions '${a}' eq '${b}' && echo 0 || echo 1; }`,
      )
      .join('\n');
    expect(disagreements('deb', list, numbers(run('sh', ['-c', 'sh 2>/dev/null'], script)))).toEqual([]);
  }, 120_000);

  it('agrees on the versions of this system, each against its neighbour', () => {
    const versions = run('dpkg-query', ['-W', '-f', '${Version}\\n']).trim().split('\n').sort();
    const list = versions.slice(1).map((version, i) => [versions[i], version] as const);
    const script = list
      .map(
        ([a, b]) =>
          `dpkg --compare-versions '${a}' lt '${b}' && echo -1 || { dpkg --compare-versions '${a}' eq '${b}' && echo 0 || echo 1; }`,
      )
      .join('\n');
    expect(list.length).toBeGreaterThan(50);
    expect(disagreements('deb', list, numbers(run('sh', ['-c', 'sh 2>/dev/null'], script)))).toEqual([]);
  }, 120_000);
});

describeWith(['vercmp'], 'against vercmp', () => {
  it('agrees on generated pairs', () => {
    const list = sample(debVersion);
    const truth = inBatches(list, 1000, (batch) =>
      numbers(run('sh', [], batch.map(([a, b]) => `vercmp '${a}' '${b}'`).join('\n'))),
    );
    expect(disagreements('alpm', list, truth)).toEqual([]);
  }, 120_000);
});

describeWith(['rpm'], "against rpm's own comparison", () => {
  it('agrees on generated pairs', () => {
    const list = sample(caretVersion);
    const truth = inBatches(list, 500, (batch) => {
      const calls = batch.map(([a, b]) => `print(rpm.vercmp("${a}","${b}"), "\\n")`).join(' ');
      return run('rpm', ['--eval', `%{lua:${calls}}`])
        .match(/-?\d+/g)!
        .map(Number);
    });
    expect(disagreements('rpm', list, truth)).toEqual([]);
  }, 120_000);
});
