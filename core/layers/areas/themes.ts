/** Theme parts with where each comes from, and whether applications of different toolkits look alike. */
import { findFactKey, type FactKey } from '../../catalogue/factSheet.ts';
import { sameValue } from '../../sameness/value.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import type { LayerTable } from '../layerTable.ts';
import { belowTop, cellsOf, elementsOf, topOf } from './cells.ts';
import { keyOfName } from '../../sameness/name.ts';

/** Where a theme part comes from. */
export type ThemeOrigin =
  | { readonly kind: 'carried'; readonly from: RecordId }
  | { readonly kind: 'variant'; readonly of: string }
  | { readonly kind: 'asIn'; readonly others: readonly RecordId[] }
  | { readonly kind: 'own' }
  /** Said here; what the base has is not known. */
  | { readonly kind: 'unknown' }
  /** As an analyst found it, in words. */
  | { readonly kind: 'stated'; readonly words: string };

interface ThemePart {
  readonly fact: FactKey;
  readonly value: string;
  readonly origin: ThemeOrigin;
}

const PARTS = [
  'icons',
  'widgets',
  'frames',
  'cursor',
  'shell',
  'font',
  'monospace',
  'login',
  'boot',
  'wallpaper',
].map((name) => findFactKey(`themes.${name}`)!);

/** The facts of theme parts: what other dossiers are asked for. */
export const THEME_PARTS: readonly FactKey[] = PARTS;

/** The theme parts that are known of the top layer, with their origin; `others` are dossiers outside its chain. */
export function themeParts(table: LayerTable, others: readonly LayerTable[]): ThemePart[] {
  const { distribution } = table.layers[table.layers.length - 1];
  const chain = new Set(table.layers.map((layer) => layer.distribution));
  // What rests on this layer has it from here.
  const strangers = others.filter(
    ({ layers }) =>
      !chain.has(layers[layers.length - 1].distribution) &&
      !layers.some((layer) => layer.distribution === distribution),
  );
  const stated = new Map(
    elementsOf(topOf(table, 'themes.origins')).map(({ slot = '', name }) => [slot.toLowerCase(), name]),
  );
  return PARTS.flatMap((fact): ThemePart[] => {
    const cells = cellsOf(table, fact.key);
    const top = cells.at(-1);
    if (typeof top?.value !== 'string') return [];
    const part = (origin: ThemeOrigin): ThemePart[] => [{ fact, value: top.value as string, origin }];
    const words = stated.get(fact.label.toLowerCase()) ?? stated.get(fact.key.slice('themes.'.length));
    if (words) return part({ kind: 'stated', words });
    if (top.setBy < table.layers.length - 1)
      return part({ kind: 'carried', from: table.layers[top.setBy].id });
    const base = belowTop(cells).value;
    if (typeof base === 'string' && isVariant(top.value, base)) return part({ kind: 'variant', of: base });
    const same = strangers.filter((other) => {
      const cell = topOf(other, fact.key);
      return cell?.value !== undefined && sameValue(cell.value, top.value!);
    });
    if (same.length)
      return part({ kind: 'asIn', others: same.map(({ layers }) => layers[layers.length - 1].id) });
    return part({ kind: top.standing === 'changed' || top.standing === 'no base' ? 'own' : 'unknown' });
  });
}

/** A name made from another one: they begin with the same word of some length. */
function isVariant(name: string, stock: string): boolean {
  const first = (text: string) => /^\p{L}{3,}/u.exec(text.toLowerCase())?.[0];
  return first(name) !== undefined && first(name) === first(stock);
}

/** One part of the look next to what each toolkit has for it. */
interface LikenessRow {
  readonly part: string;
  /** One for each toolkit; empty where it is not known. */
  readonly values: readonly string[];
  /** Undefined where fewer than two are known. */
  readonly same?: boolean;
}

/** What the toolkits of the default set are set to, part by part: where they differ, they do not look alike. */
export function likenessCheck(table: LayerTable): {
  readonly toolkits: readonly string[];
  readonly rows: readonly LikenessRow[];
} {
  const styles = elementsOf(topOf(table, 'themes.styles'));
  const names = [...new Set(styles.flatMap(({ settings }) => Object.keys(settings ?? {})))];
  const rowOf = (part: string, values: readonly string[]): LikenessRow => {
    const known = values.filter(Boolean);
    return { part, values, ...(known.length > 1 && { same: new Set(known.map(keyOfName)).size === 1 }) };
  };
  return {
    toolkits: styles.map(({ slot, name }) => slot ?? name),
    rows: [
      rowOf(
        'widgets',
        styles.map(({ name }) => name),
      ),
      ...names.map((part) =>
        rowOf(
          part,
          styles.map(({ settings }) => settings?.[part] ?? ''),
        ),
      ),
    ].filter(({ values }) => values.some(Boolean)),
  };
}

/** Whether applications of different toolkits look alike, as far as it is known. */
export function likenessOf(table: LayerTable): 'one' | 'yes' | 'partly' | 'no' | 'untested' | 'unknown' {
  const toolkits = topOf(table, 'themes.toolkits')?.value;
  const alike = topOf(table, 'themes.alike')?.value;
  if (alike === 'yes' || alike === 'partly' || alike === 'no') return alike;
  if (typeof toolkits !== 'number') return 'unknown';
  return toolkits === 1 ? 'one' : 'untested';
}
