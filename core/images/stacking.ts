/**
 * Layers of a system beside each other on a medium, put together in the order in which it mounts them: as a list beside them
 * says, else by names that go on from one another (`a`, `a.b`, `a.b.live`), else by their names in order.
 */
import { FileTree } from './fileSystem.ts';
import { Overlay } from './overlay.ts';
import type { Found, FoundRoot } from './roots.ts';

/** What became of the layers of a folder. */
interface Stacked {
  readonly roots: readonly FoundRoot[];
  readonly unused: readonly Found[];
}

const fileName = ({ place }: Found): string => place.slice(place.lastIndexOf('/') + 1);
/** A name without what says what kind of file it is. */
const stem = (name: string): string => name.replace(/\.[^.]+$/, '');
/** A layer that is there for the medium alone says so in the last part of its name. */
const isForLive = (found: Found): boolean => /[._-]live$/.test(stem(fileName(found)));

/** Puts layers together. `folder` is where they lie in the outer tree, ending with a slash, or empty. */
export function stackLayers(
  outer: FileTree,
  folder: string,
  layers: readonly Found[],
  isRoot: (tree: FileTree) => boolean,
): Stacked {
  const whole = layers.filter(({ tree }) => isRoot(tree));
  if (layers.length === 1) return { roots: whole, unused: whole.length ? [] : layers };
  const listed = listedOrder(outer, folder, layers);
  if (listed) return rest(layers, listed, [together(listed, isRoot)]);
  const chains = chainsOf(layers).filter((chain) => chain.length > 1);
  const named = chains.length > 1 ? chains.find((chain) => isStarted(outer, chain.at(-1)!)) : undefined;
  const longest = [...chains].sort((a, b) => b.length - a.length)[0];
  const chain = named ?? longest;
  if (chain) return rest(layers, chains.flat(), [together(chain, isRoot)], isRoot);
  // Several that are whole by themselves are several systems; what is no system lies over the one that is.
  if (whole.length > 1) return rest(layers, whole, whole);
  const inOrder = [...layers].sort((a, b) => (fileName(a) < fileName(b) ? -1 : 1));
  return rest(layers, inOrder, [together(inOrder, isRoot)]);
}

function rest(
  layers: readonly Found[],
  used: readonly Found[],
  roots: readonly (FoundRoot | null)[],
  isRoot?: (tree: FileTree) => boolean,
): Stacked {
  const left = layers.filter((layer) => !used.includes(layer));
  const more = isRoot ? left.filter(({ tree }) => isRoot(tree)) : [];
  return {
    roots: [...roots.filter((root) => root !== null), ...more],
    unused: left.filter((layer) => !more.includes(layer)),
  };
}

/** One system of several layers; null where they make none. */
function together(layers: readonly Found[], isRoot: (tree: FileTree) => boolean): FoundRoot | null {
  const kept = layers.filter((layer, i) => i === 0 || !isForLive(layer));
  const treeOf = (parts: readonly Found[]) =>
    parts.length === 1
      ? parts[0].tree
      : new FileTree(new Overlay(parts.map(({ tree }) => tree.fileSystem)), parts.at(-1)!.tree.where);
  const tree = treeOf(kept);
  const live = kept.length < layers.length ? treeOf(layers) : undefined;
  if (!isRoot(tree) && !(live && isRoot(live))) return null;
  const place = layers.map((layer, i) => (i === 0 ? layer.place : fileName(layer))).join(' + ');
  const { formats } = layers[0];
  return isRoot(tree) ? { place, tree, formats, ...(live && { live }) } : { place, tree: live!, formats };
}

/** The order that a list beside the layers gives: a short text whose lines all name some of them. */
function listedOrder(outer: FileTree, folder: string, layers: readonly Found[]): Found[] | null {
  const entries = outer.find(folder);
  if (!entries) return null;
  for (const name of outer.list(entries).keys()) {
    const node = outer.find(`${folder}${name}`);
    if (node?.kind !== 'file' || node.size === 0 || node.size > 4096) continue;
    const bytes = outer.bytes(`${folder}${name}`, 4096);
    const lines = new TextDecoder()
      .decode(bytes ?? new Uint8Array())
      .split('\n')
      .map((line) => line.trim());
    const named = lines.filter((line) => line && !line.startsWith('#'));
    const found = named.map((line) => layers.find((layer) => line.split('/').at(-1) === fileName(layer)));
    if (found.length > 1 && found.every((layer) => layer !== undefined)) return found;
  }
  return null;
}

/** Each layer with those that its name goes on from, the lowest first; only those from which none goes on. */
function chainsOf(layers: readonly Found[]): Found[][] {
  const goesOn = (name: string, from: string) => name !== from && name.startsWith(`${from}.`);
  const ends = layers.filter(
    (layer) => !layers.some((other) => goesOn(stem(fileName(other)), stem(fileName(layer)))),
  );
  return ends.map((end) =>
    layers
      .filter((layer) => layer === end || goesOn(stem(fileName(end)), stem(fileName(layer))))
      .sort((a, b) => fileName(a).length - fileName(b).length),
  );
}

/** True if a boot menu names a layer as the one to start from. */
function isStarted(outer: FileTree, layer: Found): boolean {
  for (const { path, node } of outer.walk('', 20_000)) {
    if (node.kind !== 'file' || node.size > 1 << 20 || !/\.(cfg|conf)$/.test(path)) continue;
    const text = new TextDecoder().decode(outer.bytes(path, 1 << 20) ?? new Uint8Array());
    if (text.includes(fileName(layer))) return true;
  }
  return false;
}
