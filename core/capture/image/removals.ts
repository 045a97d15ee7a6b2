/**
 * What an installer takes away: by lists beside the system on its medium, and by the settings of the installer in the system.
 * Lists are told by what stands in them: names of packages that are installed.
 */
import type { FileTree } from '../../images/fileSystem.ts';
import type { Found } from '../../images/roots.ts';
import { textOfBytes } from './cleaning.ts';

const LIST_LIMIT = 1 << 20;
const FILES_LIMIT = 20_000;
const SETTINGS = ['etc/*/modules/*.conf', 'usr/share/*/modules/*.conf'];

/** Packages that are taken away, with the place that says so. */
export function removedPackages(
  others: readonly Found[],
  tree: FileTree,
  installed: ReadonlySet<string>,
): Map<string, string> {
  const removed = new Map<string, string>();
  const add = (names: readonly string[], place: string) =>
    names.forEach((name) => installed.has(name) && !removed.has(name) && removed.set(name, place));
  for (const { tree: medium } of others)
    for (const { path, node } of medium.walk('', FILES_LIMIT)) {
      const name = path.slice(path.lastIndexOf('/') + 1);
      if (node.kind !== 'file' || node.size > LIST_LIMIT || !/(^|[._-])removed?([._-]|$)/i.test(name))
        continue;
      const names = namesOfList(textOfBytes(medium.bytes(path, LIST_LIMIT) ?? new Uint8Array()));
      // A list of packages to be removed is one of packages that are there.
      if (names.filter((each) => installed.has(each)).length * 2 > names.length) add(names, path);
    }
  for (const pattern of SETTINGS)
    for (const path of tree.expand(pattern))
      add(removalsIn(textOfBytes(tree.bytes(path, LIST_LIMIT) ?? new Uint8Array())), path);
  return removed;
}

/** The first word of each line, without an architecture. */
function namesOfList(text: string): string[] {
  return text
    .split('\n')
    .map((line) => line.trim().split(/[\s:]/)[0])
    .filter((name) => name && !name.startsWith('#'));
}

/** Names below `remove:` or `try_remove:` in settings of the form of YAML. */
export function removalsIn(text: string): string[] {
  const names: string[] = [];
  let isOpen = false;
  for (const line of text.split('\n').map((each) => each.replace(/\s+#.*$|^\s*#.*$/, ''))) {
    const head = /^\s*(?:-\s*)?(?:try_)?remove:\s*(.*)$/.exec(line);
    const item = /^\s*-\s*["']?([\w.+-]+)["']?\s*$/.exec(line);
    if (head) {
      isOpen = head[1] === '';
      names.push(
        ...(/^\[(.*)\]$/.exec(head[1].trim())?.[1] ?? '')
          .split(',')
          .map((each) => each.trim().replace(/["']/g, '')),
      );
    } else if (item && isOpen) names.push(item[1]);
    else if (line.trim()) isOpen = false;
  }
  return names.filter(Boolean);
}
