/** Comparing versions, against Debian's own code through python3-apt where that is installed. */
import { execFileSync, spawnSync } from 'node:child_process';
import { compareDebVersions } from '../core/packages/debVersion.ts';
import { compareInTurn, needs, type BenchResult } from './compare.ts';

const ROUNDS = 400;
const PYTHON = `
import sys, time, apt_pkg
apt_pkg.init()
v = sys.stdin.read().split()
compare = apt_pkg.version_compare
for _ in range(${ROUNDS}):
    for a, b in zip(v, v[1:]):
        compare(a, b)
`;

export async function orderBench(): Promise<BenchResult[]> {
  const python = '/usr/bin/python3';
  if (!needs('dpkg-query') || spawnSync(python, ['-c', 'import apt_pkg']).status !== 0) {
    console.log('SKIPPED: comparing versions needs python3-apt.');
    return [];
  }
  const text = execFileSync('dpkg-query', ['-W', '-f', '${Version}\\n'], { encoding: 'utf8' });
  const versions = text.trim().split('\n');
  const count = (versions.length - 1) * ROUNDS;
  let sum = 0;
  const ours = () => {
    for (let round = 0; round < ROUNDS; round++) {
      for (let i = 1; i < versions.length; i++) sum += compareDebVersions(versions[i - 1], versions[i]);
    }
  };
  const theirs = () => void execFileSync(python, ['-c', PYTHON], { input: text });
  const times = await compareInTurn(5, ours, theirs);
  if (Number.isNaN(sum)) throw new Error('bench: the comparison gave no number');
  const perSecond = Math.round(count / times.ours / 1000);
  return [
    {
      name: `Comparing ${count} pairs of deb versions (${perSecond} million a second) against python3-apt`,
      ...times,
    },
  ];
}
