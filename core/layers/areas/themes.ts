/** Theme parts with where each comes from, and whether applications of different toolkits look alike. */
import { findFactKey, type FactKey } from '../../catalogue/factSheet.ts';
import { equalValues } from '../../catalogue/factValue.ts';
import type { RecordId } from '../../catalogue/recordKind.ts';
import type { LayerTable } from '../layerTable.ts';
import { cellsOf, elementsOf, topOf } from './cells.ts';

/** Where a theme part comes from. */
export type ThemeOrigin =
  | { readonly kind: 'carried'; readonly from: RecordId }
  | { readonly kind: 'variant'; readonly of: string }
  | { readonly kind: 'asIn'; readonly others: readonly RecordId[] }
  | { readonly kind: 'own' }
  /** As an analyst found it, in words. */
  | { readonly kind: 'stated'; readonly words: string };

export interface ThemePart {
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
  const chain = new Set(table.layers.map(({ distribution }) => distribution));
  const strangers = others.filter(({ layers }) => !chain.has(layers[layers.length - 1].distribution));
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
    const base = cells.at(-2)?.value;
    if (typeof base === 'string' && isVariant(top.value, base)) return part({ kind: 'variant', of: base });
    const same = strangers.filter((other) => {
      const cell = topOf(other, fact.key);
      return cell?.value !== undefined && equalValues(cell.value, top.value!);
    });
    if (same.length)
      return part({ kind: 'asIn', others: same.map(({ layers }) => layers[layers.length - 1].id) });
    return part({ kind: 'own' });
  });
}

/** A name made from another one: they begin with the same word of some length. */
function isVariant(name: string, stock: string): boolean {
  const first = (text: string) => /^\p{L}{3,}/u.exec(text.toLowerCase())?.[0];
  return first(name) !== undefined && first(name) === first(stock);
}

/** Whether applications of different toolkits look alike, as far as it is known. */
export function likenessOf(table: LayerTable): 'one' | 'yes' | 'partly' | 'no' | 'untested' | 'unknown' {
  const toolkits = topOf(table, 'themes.toolkits')?.value;
  const alike = topOf(table, 'themes.alike')?.value;
  if (alike === 'yes' || alike === 'partly' || alike === 'no') return alike;
  if (typeof toolkits !== 'number') return 'unknown';
  return toolkits === 1 ? 'one' : 'untested';
}
