/** What the columns of a foreign table are: who a line is about, and which fact each further column holds. */
import { FACT_KEYS, findFactKey, type FactKey } from '../../catalogue/factSheet.ts';
import { keyOfName } from '../../sameness/name.ts';

/** Columns that say who a line is about, and how that rests on others. */
export const TABLE_COLUMNS = {
  distribution: { label: 'the distribution', head: /^(distribution|distro|project|system|name)$/i },
  otherName: { label: 'another name', head: /^(alias|other name|also called)$/i },
  version: { label: 'the release', head: /^(release|version)$/i },
  released: { label: 'the day of the release', head: /^(released|release date|date of release|published)$/i },
  base: { label: 'what it rests on', head: /^(base|based on|rests on|upstream|parent)$/i },
} as const;

/** One of these columns. */
export type TableColumn = keyof typeof TABLE_COLUMNS;

/** What a column holds: nothing that is taken, one of the columns above, or a fact by its key (`fact:kernel.version`). */
export type ColumnTarget = '' | TableColumn | `fact:${string}`;

/** What each column of a table holds, in its order. */
export type TableMapping = readonly ColumnTarget[];

/** The fact of a target; undefined where it is none. */
export function factOfTarget(target: ColumnTarget): FactKey | undefined {
  return target.startsWith('fact:') ? findFactKey(target.slice('fact:'.length)) : undefined;
}

/** A first guess by the heads: each target once; a head that is the label or the key of a fact is that fact. */
export function guessTargets(heads: readonly string[]): TableMapping {
  const taken = new Set<ColumnTarget>();
  const once = (target: ColumnTarget): ColumnTarget => {
    if (!target || taken.has(target)) return '';
    taken.add(target);
    return target;
  };
  return heads.map((head) => {
    const text = head.trim();
    const column = (Object.keys(TABLE_COLUMNS) as TableColumn[]).find((id) =>
      TABLE_COLUMNS[id].head.test(text),
    );
    if (column) return once(column);
    const folded = keyOfName(text);
    const fact = folded
      ? FACT_KEYS.find(({ key, label }) => keyOfName(label) === folded || key === text)
      : undefined;
    return fact ? once(`fact:${fact.key}`) : '';
  });
}

/** The name under which a mapping is kept: the heads, as they are read. */
export function signatureOf(heads: readonly string[]): string {
  return heads.map((head) => keyOfName(head)).join('|');
}
