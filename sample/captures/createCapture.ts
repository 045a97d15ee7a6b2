/**
 * A capture of an invented system: the files that a collector takes from a running one, in one gzipped tar
 * archive with a manifest (docs/capture-file.md). Same seed, same bytes.
 */
import { packTar, type TarEntry } from 'modern-tar';
import { gzipSync } from 'node:zlib';
import { dayOf } from '../day.ts';
import { sha256 } from '../repositories/packageFields.ts';
import { encode } from '../repositories/tree.ts';
import type { SampleSystem } from '../scenario/systems.ts';
import type { Repositories } from '../world/index.ts';
import type { World } from '../world/repository.ts';
import { kernelRelease } from '../world/universe.ts';
import { captureFacts, memoryInUse, type CaptureFact } from './captureFacts.ts';
import { installedPackages, kernelOf, repositoriesOf, type InstalledPackage } from './installedPackages.ts';
import { DATABASES, type Files } from './packageDatabase.ts';
import { kernelFiles, systemFiles } from './systemFiles.ts';

export interface Capture {
  readonly system: SampleSystem;
  readonly installed: readonly InstalledPackage[];
  readonly facts: readonly CaptureFact[];
  /** Paths and texts, without the manifest. */
  readonly files: Files;
  readonly manifest: string;
}

/** Makes a capture from its system's tables and the repositories it pulls from. */
export function createCapture(world: World, repositories: Repositories, system: SampleSystem): Capture {
  const own = repositoriesOf(repositories, system);
  const { family } = own[0];
  const installed = installedPackages(world, repositories, system);
  const release = kernelRelease(family, system.kernel, kernelOf(system, installed).entry.version);
  const files: Files = {
    ...systemFiles(system, own),
    ...kernelFiles(system, release, memoryInUse(system)),
    ...DATABASES[family](world, system, installed),
  };
  return {
    system,
    installed,
    facts: captureFacts(system, own, installed),
    files,
    manifest: manifestOf(system, files, family),
  };
}

/** Where each package tool keeps what it last fetched: the age of the index is read off its time. */
const INDEX_PLACES = { deb: 'var/lib/apt/lists', alpm: 'var/lib/pacman/sync', rpm: 'var/cache/dnf' } as const;

function manifestOf(system: SampleSystem, files: Files, family: keyof typeof INDEX_PLACES): string {
  const taken = `${system.taken}T10:00:00Z`;
  const time = `${system.refreshed}T08:00:00Z`;
  const lines = Object.entries(files).map(([path, text]) => {
    const bytes = encode(text);
    return ['file', path, bytes.length, sha256(bytes), time].join('\t');
  });
  return [
    'aspen-capture\t1',
    `taken\t${taken}`,
    ...lines,
    `link\tsbin/init\t/usr/lib/${system.init}/${system.init}`,
    `seen\t${INDEX_PLACES[family]}\t${time}`,
    ...(system.medium === 'live' ? ['seen\trun/live/medium\t' + time] : []),
    '',
  ].join('\n');
}

/** The archive's bytes. */
export async function packCapture({ system, files, manifest }: Capture): Promise<Uint8Array> {
  const mtime = new Date(dayOf(system.refreshed) * 86_400_000);
  const entries: TarEntry[] = Object.entries({ 'aspen-capture/manifest.tsv': manifest, ...files }).map(
    ([name, body]) => ({
      header: { name, size: encode(body).length, mtime, mode: 0o644 },
      body,
    }),
  );
  return gzipSync(await packTar(entries), { level: 6 });
}
