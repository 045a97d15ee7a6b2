/** `capture`: writes a capture of a system in an image or a folder, as the collector makes one of a running system. */
import { gzipSync } from 'node:zlib';
import type { Command } from 'commander';
import { captureArchive } from '../core/capture/image/captureArchive.ts';
import type { ImageCapture } from '../core/capture/image/imageCapture.ts';
import { parseOsRelease } from '../core/formats/osRelease.ts';
import { formatCount, formatNumberOf } from '../core/wording/valueText.ts';
import { InputError, printIssues } from './failures.ts';
import { writeOut } from './output.ts';
import { unreadablePath } from './readDrop.ts';
import { systemsIn } from '../server/reading/pathFiles.ts';

export function registerCapture(program: Command): void {
  program
    .command('capture')
    .argument('<path>', 'an image of a system, or the folder of its root')
    .option('--output <file>', 'where to write it (default: capture-ID-VERSION.tar.gz in this folder)')
    .option('--system <name>', 'which one, where there are several: its name, or where in the image it lies')
    .description('Write a capture of a system that is in an image or a folder, without starting it.')
    .action(async (path: string, options: { output?: string; system?: string }) => {
      const found = await systemsIn(path).catch((error: NodeJS.ErrnoException) => {
        throw unreadablePath(path, error);
      });
      if (!found) throw new InputError(`${path}: is neither an image of a system nor the folder of its root`);
      const { captures, issues } = found;
      const systems = captures.filter(({ database }) => database);
      const capture = oneOf(path, systems, options.system);
      printIssues(capture?.issues ?? issues);
      if (!capture) throw new InputError(`${path}: holds no system that can be captured`);
      if (capture.issues.length > 0) process.exitCode = 1;
      const output = options.output ?? nameOf(capture);
      const packed = gzipSync(await captureArchive([capture]), { level: 9 });
      writeOut(output, packed);
      console.log(
        `${output}: ${formatNumberOf(capture.files.length, 'file')}, ${formatCount(packed.length)} bytes`,
      );
    });
}

/** The system that is meant; undefined without any. Throws InputError where that has to be said. */
function oneOf(path: string, systems: readonly ImageCapture[], wanted?: string): ImageCapture | undefined {
  const found =
    wanted === undefined ? systems : systems.filter((each) => [each.place, titleOf(each)].includes(wanted));
  if (found.length === 1 || systems.length === 0) return found[0];
  const names = systems.map((each) => `“${titleOf(each)}” (${each.place})`).join(', ');
  const said = wanted === undefined ? '' : `, none or several of them “${wanted}”`;
  throw new InputError(`${path}: holds ${systems.length} systems${said}: ${names}; say which with --system`);
}

function identificationOf({ files }: ImageCapture): Readonly<Record<string, string>> {
  const file = files.find(({ path }) => /(^|\/)os-release$/.test(path));
  return file ? parseOsRelease(new TextDecoder().decode(file.bytes), file.path).fields : {};
}

const titleOf = (capture: ImageCapture): string => {
  const { PRETTY_NAME, NAME } = identificationOf(capture);
  return PRETTY_NAME ?? NAME ?? capture.place;
};

function nameOf(capture: ImageCapture): string {
  const { ID = '', VERSION_ID = '' } = identificationOf(capture);
  const [id, version] = [ID, VERSION_ID].map((text) => text.replace(/[^A-Za-z0-9._-]/g, ''));
  return `capture-${id || 'system'}${version && `-${version}`}.tar.gz`;
}
