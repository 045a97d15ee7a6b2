/** The files of a system by what they are: what every rule that reads a fact off a system asks for. */
import type { FormatId } from '../formats/recognise.ts';
import { parseCaptureManifest, type CaptureManifest } from './captureManifest.ts';
import type { FileContent } from './readFile.ts';
import type { ReadSystem } from './system.ts';

const NO_MANIFEST: CaptureManifest = {
  taken: '',
  files: [],
  links: new Map(),
  seen: new Map(),
  lost: [],
  removed: new Map(),
};

/** The path of the first file with such contents; empty without one. */
export function pathOf(system: ReadSystem, type: FileContent['type']): string {
  return system.files.find(({ content }) => content?.type === type)?.path ?? '';
}

/** The path of the first file of a format; empty without one. */
export function pathOfFormat(system: ReadSystem, format: FormatId): string {
  return system.files.find((file) => file.format === format && file.content)?.path ?? '';
}

/** The text of a format's files, one after another; empty without one. */
export function textOf(system: ReadSystem, format: FormatId): string {
  return system.files
    .map((file) => (file.format === format && file.content?.type === 'text' ? file.content.text : ''))
    .filter(Boolean)
    .join('\n');
}

/** The text at a path below the system's root, or undefined when it was not read as a text. */
export function textAt(system: ReadSystem, path: string): string | undefined {
  const wanted = path.replace(/^\/+/, '');
  const file = system.files.find((each) => each.path === wanted || each.path.endsWith(`/${wanted}`));
  return file?.content?.type === 'text' ? file.content.text : undefined;
}

const manifests = new WeakMap<ReadSystem, CaptureManifest>();

/** The manifest of the capture; an empty one for files dropped by hand. */
export function manifestOf(system: ReadSystem): CaptureManifest {
  let manifest = manifests.get(system);
  if (!manifest) manifests.set(system, (manifest = readManifest(system)));
  return manifest;
}

function readManifest(system: ReadSystem): CaptureManifest {
  const file = system.files.find(({ format }) => format === 'capture-manifest');
  if (file?.content?.type !== 'text') return NO_MANIFEST;
  const manifest = parseCaptureManifest(file.content.text, file.path);
  return manifest.ok ? manifest.value : NO_MANIFEST;
}
