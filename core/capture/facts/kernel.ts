/** The kernel: the running one by its string, else the newest installed image; how it was built. */
import { packageRow, type PackageColumns, type PackageRow } from '../../formats/packageColumns.ts';
import { parseKernelConfig, parseKernelRelease, schedulerOf } from '../../formats/kernelText.ts';
import { parseUname } from '../../formats/terminalText.ts';
import { compareDebVersions, parseDebVersion } from '../../packages/debVersion.ts';
import type { ReadSystem } from '../system.ts';
import { manifestOf, pathOf, pathOfFormat, textOf } from '../systemFiles.ts';
import { found, type FactRule } from './rule.ts';

/** Version, string and flavour of the running kernel; of an image, of the one that it boots. */
export const runningKernel: FactRule = (system) => {
  const printed = parseUname(textOf(system, 'uname'))?.release ?? '';
  const { boots } = manifestOf(system);
  const parts = parseKernelRelease(textOf(system, 'kernel-release') || boots?.release || printed);
  if (!parts || isOfHost(system, parts.release)) return [];
  const place = pathOfFormat(system, 'kernel-release') || boots?.place || pathOfFormat(system, 'uname');
  return [
    ...found('kernel.version', parts.version, place),
    ...found('kernel.release', parts.release, place),
    ...found('kernel.flavour', parts.flavour, place),
  ];
};

/** The string of the kernel that runs, or that an image boots; empty where that is not known. */
const runningRelease = (system: ReadSystem): string =>
  textOf(system, 'kernel-release').trim() || manifestOf(system).boots?.release || '';

/** True for a kernel that runs and is not the system's: the system has others, and not that one. So it is within a container. */
function isOfHost(system: ReadSystem, release: string): boolean {
  const modules = [...manifestOf(system).seen.keys()].filter((path) =>
    /^usr\/lib\/modules\/[^/]+$/.test(path),
  );
  return modules.length > 0 && !modules.includes(`usr/lib/modules/${release}`);
}

/** Without a running kernel: the newest image whose package name carries the kernel's string (`linux-image-…`). */
export const installedKernel: FactRule = (system) => {
  const running = runningRelease(system);
  if (!system.packages || (running && !isOfHost(system, running))) return [];
  const [newest] = installedRows(system.packages)
    .filter(({ name }) => /^linux-image-\d/.test(name))
    .sort((a, b) => compareDebVersions(b.version, a.version));
  if (!newest) return [];
  const value = parseDebVersion(newest.version).upstream;
  return found('kernel.version', value, `${pathOf(system, 'packages')}, ${newest.name}`, 'likely');
};

/** Preemption and timer of the running kernel's build configuration; of the only one where none is known to run. */
export const scheduler: FactRule = (system) => {
  const release = runningRelease(system);
  const configs = system.files.filter(({ format, content }) => format === 'kernel-config' && content);
  const config =
    configs.find(({ path }) => release && path.endsWith(`config-${release}`)) ??
    (configs.length === 1 ? configs[0] : undefined);
  if (config?.content?.type !== 'text') return [];
  return found('kernel.scheduler', schedulerOf(parseKernelConfig(config.content.text)), config.path);
};

/** The installed packages of a list, as rows. */
export function installedRows(list: PackageColumns): PackageRow[] {
  return Array.from({ length: list.size }, (_, index) => packageRow(list, index)).filter(
    ({ removed }) => !removed,
  );
}

/** Other kernels that are installed: their modules are there, and they are not the running one. */
export const otherKernels: FactRule = (system) => {
  const running = runningRelease(system);
  const others = [...manifestOf(system).seen.keys()]
    .map((path) => /^usr\/lib\/modules\/([^/]+)$/.exec(path)?.[1] ?? '')
    .filter((release) => parseKernelRelease(release) && release !== running);
  return running
    ? found(
        'kernel.offered',
        others.map((name) => ({ name })),
        'usr/lib/modules',
        'likely',
      )
    : [];
};
