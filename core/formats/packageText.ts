/**
 * Package lists as tools print them: `dpkg -l`, `dpkg-query -W`, `apt list --installed`, `pacman -Q`, `rpm -qa`; and
 * `.PKGINFO`, the identification of one alpm package. Lines that are no package are left out: terminals show more.
 */
import type { Family } from './family.ts';
import { PackageListBuilder, type PackageList } from './packageList.ts';
import { formatRpmVersion } from './rpmIdentity.ts';

interface Row {
  readonly name: string;
  readonly version: string;
  readonly architecture?: string;
}

interface Printed {
  readonly tool: string;
  readonly family: Family;
  readonly line: RegExp;
  readonly row: (match: RegExpExecArray) => Row | null;
}

/** A deb name with or without its architecture: `libc6:amd64`. */
const debRow = (full: string, version: string, stated?: string): Row => {
  const [name, architecture = ''] = full.split(':');
  return { name, version, architecture: stated ?? architecture };
};

/** Each tool's line; the tool that most lines fit is the one that printed them. */
const PRINTED: readonly Printed[] = [
  {
    tool: 'dpkg -l',
    family: 'deb',
    line: /^[uihrp][nicurFWHt ]R? +(\S+) +(\S+) +(\S+)(?: +.*)?$/,
    row: ([line, name, version, architecture]) =>
      /^.i/.test(line) ? debRow(name, version, architecture) : null,
  },
  {
    tool: 'apt list',
    family: 'deb',
    line: /^([a-z0-9][a-z0-9+.-]+)\/\S+ (\S+) (\S+) \[[^\]]*installed[^\]]*\]$/,
    row: ([, name, version, architecture]) => debRow(name, version, architecture),
  },
  {
    tool: 'dpkg-query -W',
    family: 'deb',
    line: /^([a-z0-9][a-z0-9+.-]+(?::[a-z0-9]+)?)\t([0-9][^\s]*)$/,
    row: ([, name, version]) => debRow(name, version),
  },
  {
    tool: 'pacman -Q',
    family: 'alpm',
    line: /^([a-zA-Z0-9@_+][a-zA-Z0-9@._+-]*) ((?:\d+:)?[^\s:/-]+-\d+(?:\.\d+)?)$/,
    row: ([, name, version]) => ({ name, version }),
  },
  {
    tool: 'rpm -qa',
    family: 'rpm',
    line: /^(\S+)-((?:\d+:)?[^-\s]+)-([^-\s]+)\.([a-z][a-z0-9_]*)$/,
    row: ([, name, version, release, architecture]) => ({
      name,
      version: formatRpmVersion(undefined, version, release),
      architecture,
    }),
  },
];

/** Fewest lines that make a list; fewer could be anything. */
const FEWEST = 3;

function toolOf(lines: readonly string[]): Printed | undefined {
  const counted = PRINTED.map((printed) => ({
    printed,
    fits: lines.filter((line) => printed.line.test(line)).length,
  }));
  const [best] = counted.sort((a, b) => b.fits - a.fits);
  return best.fits >= FEWEST && best.fits * 2 > lines.filter((line) => line.trim()).length
    ? best.printed
    : undefined;
}

/** True if a text is mostly such a list. */
export function isPackageText(text: string): boolean {
  return toolOf(text.split(/\r?\n/).slice(0, 400)) !== undefined;
}

/** Reads a printed list of installed packages; an empty list when no tool's lines are recognised. Never throws. */
export function parsePackageText(text: string, where: string): PackageList & { readonly tool: string } {
  const lines = text.split(/\r?\n/);
  const printed = toolOf(lines);
  const builder = new PackageListBuilder(printed?.family ?? 'deb', where);
  for (const line of lines) {
    const match = printed?.line.exec(line);
    const row = match && printed!.row(match);
    if (row) builder.add(row, line);
  }
  return { ...builder.finish('status'), tool: printed?.tool ?? '' };
}

/** True if a text is a `.PKGINFO`. */
export const isPkginfo = (text: string): boolean => /^pkgname = \S/m.test(text) && /^pkgver = \S/m.test(text);

/** Reads a `.PKGINFO` (`key = value` lines, keys may repeat) as a list of one package. */
export function parsePkginfo(text: string, where: string): PackageList {
  const values = (key: string) =>
    [...text.matchAll(new RegExp(`^${key} = (.*)$`, 'gm'))].map(([, value]) => value.trim());
  const [name = ''] = values('pkgname');
  const builder = new PackageListBuilder('alpm', where);
  builder.add(
    {
      name,
      version: values('pkgver')[0],
      architecture: values('arch')[0],
      source: values('pkgbase')[0] ?? name,
      maintainer: values('packager')[0],
      provides: values('provides').join(', '),
    },
    name,
  );
  return builder.finish('index');
}
