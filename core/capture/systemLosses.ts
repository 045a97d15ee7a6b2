/** What of a system was not read: of its own files, of the archives that they came in, of what its manifest names. */
import { createLoss, type Issue } from '../issue.ts';
import { parseCaptureManifest, type CaptureManifest } from './captureManifest.ts';
import type { ReadFile } from './readFile.ts';

const MANIFEST = /(^|\/)aspen-capture\/manifest\.tsv$/;

/** The losses of a system whose files are `files`, out of `all` that was read; those of its package list apart. */
export function lossesOfSystem(
  files: readonly ReadFile[],
  all: readonly ReadFile[],
): { losses: Issue[]; listLosses: Issue[] } {
  const own = new Set(files);
  const archives = new Set(files.flatMap(({ path, from }) => (from === path ? [] : from)));
  const manifest = files.find(({ format }) => format === 'capture-manifest');
  const concerned = all.filter(
    (file) => own.has(file) || archives.has(file.path) || (!file.content && archives.has(file.from)),
  );
  const list = files.find(({ content }) => content?.type === 'packages');
  const losing = (file: ReadFile) => file.issues.filter(({ loses }) => loses);
  const losses = concerned.flatMap(losing);
  const stated = manifest ? manifestIn(manifest) : null;
  const lost = stated?.lost ?? [];
  return {
    losses: unlike([
      ...losses,
      ...lost.map(({ issue }) => issue),
      ...(manifest && stated ? missingFiles(manifest, stated, all) : []),
    ]),
    listLosses: list
      ? unlike([...losing(list), ...lost.flatMap(({ issue, ofList }) => (ofList ? issue : []))])
      : [],
  };
}

/** The same loss is told of an archive and of what was in it. */
function unlike(issues: readonly Issue[]): Issue[] {
  return issues.filter((issue, i) => issues.indexOf(issue) === i);
}

function manifestIn({ content, path }: ReadFile): CaptureManifest | null {
  const read = content?.type === 'text' ? parseCaptureManifest(content.text, path) : null;
  return read?.ok ? read.value : null;
}

/** Files that the manifest of a capture names and that are not there. */
function missingFiles(manifest: ReadFile, stated: CaptureManifest, all: readonly ReadFile[]): Issue[] {
  const root = manifest.path.replace(MANIFEST, '$1');
  const there = new Set(all.filter(({ from }) => isBeside(manifest, from)).map(({ path }) => path));
  const databases = all.filter(({ format }) => format === 'alpm-desc').map(({ path }) => path);
  const missing = stated.files
    .map(({ path }) => root + path)
    .filter((path) => !there.has(path) && !databases.some((database) => path.startsWith(`${database}/`)));
  return missing.length > 0
    ? [createLoss('capture.missing', manifest.path, { count: missing.length, first: missing[0] })]
    : [];
}

const isBeside = (manifest: ReadFile, from: string) =>
  manifest.from === manifest.path || manifest.from === from;
