/**
 * Package lists and captures in every container that is read, made by the real tools: what cutting and changing them must
 * not make silently smaller.
 */
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { packageRow } from '../core/formats/packageColumns.ts';
import type { Issue } from '../core/issue.ts';
import { fileOf, readDropOf } from './inputs.ts';
import { createRandom, indexText, randomRows, statusText } from './samples.ts';

/** A file with packages in it. */
export interface Container {
  readonly name: string;
  readonly bytes: Uint8Array;
  /** True where its own sums tell every change of its contents. */
  readonly isSummed: boolean;
  /** True where something else in it tells at least that packages are missing. */
  readonly tellsLess?: boolean;
}

/** What a container gives: its packages as lines, and what was lost. */
export interface Given {
  readonly packages: readonly string[];
  /** How many files it gives, those of no known format too. */
  readonly files: number;
  readonly losses: readonly Issue[];
}

/** The tools that make them. */
export const CONTAINER_TOOLS = ['tar', 'bsdtar', 'gzip', 'xz', 'zstd', 'lz4'] as const;

/** Makes all of them; their lists have `count` packages. */
export function createContainers(count = 400): Container[] {
  const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-containers-'));
  try {
    return make(folder, count);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

function make(folder: string, count: number): Container[] {
  const rows = randomRows(createRandom(14), count);
  const at = (path: string) => join(folder, path);
  const write = (path: string, text: string) => {
    mkdirSync(dirname(at(path)), { recursive: true });
    writeFileSync(at(path), text);
  };
  const run = (command: string, ...args: string[]) =>
    execFileSync(command, args, { cwd: folder, stdio: ['ignore', 'pipe', 'ignore'], maxBuffer: 1 << 28 });
  const read = (path: string) => new Uint8Array(readFileSync(at(path)));

  write('status', statusText(rows));
  write('Packages', indexText(rows));
  const system = {
    'etc/os-release': 'NAME=Tidewater\nID=tidewater\nVERSION_ID=7.1\n',
    'var/lib/dpkg/status': statusText(rows),
    'proc/meminfo': 'MemTotal:        4000000 kB\nMemAvailable:    3000000 kB\n',
  };
  const manifest = Object.entries(system).map(
    ([path, text]) => `file\t${path}\t${text.length}\t${createHash('sha256').update(text).digest('hex')}\t\n`,
  );
  for (const [path, text] of Object.entries(system)) write(`capture/${path}`, text);
  write(
    'capture/aspen-capture/manifest.tsv',
    `aspen-capture\t1\ntaken\t2026-11-20T00:00:00Z\n${manifest.join('')}`,
  );
  for (const { name, version } of rows)
    write(
      `db/${name}-${version}/desc`,
      `%FILENAME%\n${name}.pkg\n\n%NAME%\n${name}\n\n%VERSION%\n${version}\n\n%ARCH%\nx86_64\n\n`,
    );
  run('tar', '-cf', 'db.tar', '-C', 'db', '.');
  run('bsdtar', '-cf', 'pax.tar', '--format', 'pax', '-C', 'db', '.');
  run('bsdtar', '-cf', 'db.zip', '--format', 'zip', '-C', 'db', '.');
  run('tar', '-cf', 'capture.tar', '-C', 'capture', 'aspen-capture', 'etc', 'proc', 'var');

  const made: Container[] = [
    { name: 'db.tar', bytes: read('db.tar'), isSummed: false },
    { name: 'pax.tar', bytes: read('pax.tar'), isSummed: false },
    { name: 'db.zip', bytes: read('db.zip'), isSummed: true },
    { name: 'capture.tar', bytes: read('capture.tar'), isSummed: true },
  ];
  const compressed = (path: string, command: string, suffix: string, ...args: string[]) => {
    const bytes = new Uint8Array(run(command, ...args, '-c', path));
    made.push({ name: `${path}.${suffix}`, bytes, isSummed: suffix !== 'legacy.lz4' });
  };
  for (const path of ['Packages', 'db.tar', 'capture.tar']) {
    compressed(path, 'gzip', 'gz');
    compressed(path, 'xz', 'xz');
    compressed(path, 'xz', 'sha256.xz', '-C', 'sha256');
    compressed(path, 'zstd', 'zst', '-q');
    compressed(path, 'lz4', 'lz4', '-q');
    compressed(path, 'lz4', 'linked.lz4', '-q', '-BD', '-B4');
  }
  compressed('status', 'gzip', 'gz');
  compressed('Packages', 'lz4', 'legacy.lz4', '-q', '-l');
  // A frame that carries nothing comes first, as some tools put their own into it.
  const skippable = Buffer.concat([Buffer.from([0x55, 0x2a, 0x4d, 0x18, 4, 0, 0, 0]), Buffer.from('note')]);
  for (const suffix of ['zst', 'lz4']) {
    const { bytes } = made.find(({ name }) => name === `Packages.${suffix}`)!;
    const joined = new Uint8Array(Buffer.concat([skippable, bytes, skippable]));
    made.push({ name: `skippable.${suffix}`, bytes: joined, isSummed: true });
  }
  const members = [rows.slice(0, count / 2), rows.slice(count / 2)].map((part) => {
    write('part', `${statusText(part)}\n`);
    return run('gzip', '-c', 'part');
  });
  made.push({ name: 'members.gz', bytes: new Uint8Array(Buffer.concat(members)), isSummed: true });
  return made;
}

/** Reads a container as a dropped file. */
export async function readContainer(name: string, bytes: Uint8Array): Promise<Given> {
  const { files, issues: own } = await readDropOf([fileOf(name, bytes)]);
  const packages = files.flatMap(({ content }) => {
    if (content?.type !== 'packages') return [];
    const { packages: list } = content.list;
    return Array.from({ length: list.size }, (_, i) => packageRow(list, i)).map(
      (row) => `${row.name} ${row.version} ${row.architecture}`,
    );
  });
  const issues = [...own, ...files.flatMap((file) => file.issues)];
  return {
    packages: packages.sort(),
    files: files.length,
    losses: issues.filter(({ loses }) => loses),
  };
}
