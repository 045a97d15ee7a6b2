/** When packages are there, they are not installed anew. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { isInstalled } from './install.mjs';

const read = (name: string) =>
  JSON.parse(readFileSync(new URL(`../${name}`, import.meta.url), 'utf8')) as Parameters<
    typeof isInstalled
  >[0];
const lock = read('package-lock.json');
const installed = read('node_modules/.package-lock.json');
const [needed] = Object.entries(lock.packages).find(([path, { optional }]) => path && !optional)!;

describe('packages that are there', () => {
  it('are taken for what they are, without those for other machines', () => {
    expect(Object.keys(installed.packages).length).toBeLessThan(Object.keys(lock.packages).length);
    expect(isInstalled(lock, installed)).toBe(true);
  });
  it.each([
    ['is missing', { [needed]: undefined }],
    ['is of another version', { [needed]: { ...lock.packages[needed], version: '0.0.0-other' } }],
    ['was made otherwise', { [needed]: { ...lock.packages[needed], integrity: 'sha512-other' } }],
    [
      'is missing of all that are optional',
      Object.fromEntries(
        Object.entries(lock.packages).flatMap(([path, { optional }]) =>
          optional ? [[path, undefined]] : [],
        ),
      ),
    ],
  ])('are not enough where one %s', (_, changes) => {
    const packages = { ...installed.packages, ...changes } as typeof installed.packages;
    expect(isInstalled(lock, { packages })).toBe(false);
  });
});
