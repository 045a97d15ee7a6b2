/** What `npm pack` takes: all that is needed to start anywhere, and nothing else. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { isBuiltin } from 'node:module';
import { dirname, join, normalize } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const [packed] = JSON.parse(
  execFileSync('npm', ['pack', '--dry-run', '--json', '--silent'], { cwd: ROOT, encoding: 'utf8' }),
) as { size: number; files: { path: string }[] }[];
const paths = new Set(packed.files.map(({ path }) => path));
const described = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8')) as {
  bin: Record<string, string>;
  dependencies: Record<string, string>;
};

/** The package of a specifier such as `node-liblzma/wasm`. */
const packageOf = (specifier: string) => specifier.split('/', specifier.startsWith('@') ? 2 : 1).join('/');

describe('the package', () => {
  it('has the command, the interface, the server and what makes the sample, and is small', () => {
    for (const path of [
      ...Object.values(described.bin),
      ...['dist/cli/main.cjs', 'dist/web/index.html', 'dist/web/sw.js', 'server/main.ts', 'sample/build.ts'],
      ...['scripts/start.mjs', 'scripts/run.mjs', 'README.md', 'LICENSE', 'package.json'],
    ])
      expect(paths).toContain(path);
    expect(packed.size).toBeLessThan(4_500_000);
  });

  it('has no tests, nothing that was generated for this checkout, and no lock file', () => {
    const odd = [...paths].filter((path) =>
      /\.test\.|^sample\/out|^e2e|^testing|package-lock|node_modules/.test(path),
    );
    expect(odd).toEqual([]);
  });

  it('names every module that its files load, as a file of it or as a dependency', () => {
    const missing: string[] = [];
    for (const path of paths) {
      if (!/^(core|server|sample|scripts|cli)\/.*\.(ts|mjs)$/.test(path)) continue;
      const text = readFileSync(join(ROOT, path), 'utf8');
      const loaded = text.matchAll(
        /^(?:import|export) (?!type\b)[^;]*?from '([^']+)'|\bimport\('([^']+)'\)/gm,
      );
      for (const [, one, other] of loaded) {
        const specifier = one ?? other;
        if (isBuiltin(specifier)) continue;
        const isThere = specifier.startsWith('.')
          ? paths.has(normalize(join(dirname(path), specifier)))
          : packageOf(specifier) in described.dependencies;
        if (!isThere && !specifier.endsWith('/build.mjs')) missing.push(`${path}: ${specifier}`);
      }
    }
    expect(missing).toEqual([]);
  });
});
