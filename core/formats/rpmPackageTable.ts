/**
 * Reads what `rpm -qa --queryformat` prints in a capture: a line of tag names, then a line per package with the
 * values, separated by tabs (rpm(8), "QUERY OPTIONS"; tags as `rpm --querytags` lists them).
 */
import { createLoss } from '../issue.ts';
import { PackageListBuilder, type PackageList } from './packageList.ts';
import { formatRpmVersion, sourceVersionOf } from './rpmIdentity.ts';

/** True if a text is such a table. */
export const isRpmPackageTable = (text: string): boolean => /^NAME\t(?:[A-Z]+\t)*[A-Z]+\r?\n/.test(text);

/** Reads the table; lines without name, version and release are skipped and reported. Never throws. */
export function parseRpmPackageTable(text: string, where: string): PackageList {
  const builder = new PackageListBuilder('rpm', where);
  const [head = '', ...lines] = text.split(/\r?\n/);
  // It ends with a line's end; what stands behind the last one is cut.
  if (lines.pop()) builder.report(createLoss('packages.unfinished', where));
  const tags = head.split('\t');
  lines.forEach((line, index) => {
    if (!line.trim()) return;
    const cells = line.split('\t');
    const value = (tag: string) => {
      const cell = cells[tags.indexOf(tag)] ?? '';
      return cell === '(none)' ? '' : cell;
    };
    const source = sourceVersionOf(value('SOURCERPM'));
    const version = formatRpmVersion(value('EPOCH'), value('VERSION'), value('RELEASE'));
    builder.add(
      {
        name: value('NAME'),
        version,
        architecture: value('ARCH'),
        source: source?.name ?? value('NAME'),
        sourceVersion: source?.version ?? version,
        maintainer: value('PACKAGER') || value('VENDOR'),
      },
      index + 2,
    );
  });
  return builder.finish('status');
}
