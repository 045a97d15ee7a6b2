/**
 * Welcome tools: entries that start by themselves (Desktop Application Autostart Specification 0.5) and also have
 * a place in the menu, judged by when they start; their actions are those of the menu entry, in its order.
 */
import type { KeyGroup } from '../../formats/keyFile.ts';
import { keyFileList } from '../../formats/keyFileValues.ts';
import type { ReadSystem } from '../system.ts';
import { keyFilesOf, type PlacedKeyFile } from '../keyFilesOf.ts';
import { found, type FactRule } from './rule.ts';

const entryOf = (file: PlacedKeyFile): KeyGroup => file.group('Desktop Entry');
const isYes = (value: string | undefined) => value?.toLowerCase() === 'true';
const commandOf = (entry: KeyGroup) => (entry.Exec ?? '').split(/\s/)[0].split('/').pop() ?? '';
const isAutostart = ({ path }: PlacedKeyFile) => /(^|\/)autostart\/[^/]+$/.test(path);

interface Guide {
  readonly start: PlacedKeyFile;
  readonly menu: PlacedKeyFile;
  readonly opens: string;
}

/** When an autostart entry takes effect, by its condition. */
function opensOf(entry: KeyGroup): string {
  if (isYes(entry.Hidden)) return 'never';
  const condition = entry.AutostartCondition ?? '';
  if (condition.startsWith('unless-exists')) return 'first login only';
  return condition.startsWith('if-exists') ? 'live image only' : 'each login';
}

/**
 * The entry that is most a guide: one with actions to offer, or one that receives a user once. A helper that only
 * runs along (no menu entry, or a hidden one) is none.
 */
function guideOf(system: ReadSystem): Guide | null {
  const entries = keyFilesOf(system, 'desktop-entry');
  const menus = entries.filter((file) => !isAutostart(file) && !isYes(entryOf(file).NoDisplay));
  const guides = entries.filter(isAutostart).flatMap((start): { guide: Guide; weight: number }[] => {
    const entry = entryOf(start);
    const menu = menus.find((file) => commandOf(entryOf(file)) === commandOf(entry));
    if (!menu || isYes(entry.NoDisplay)) return [];
    const opens = opensOf(entry);
    const actions = keyFileList(entryOf(menu).Actions).length;
    const weight = actions + (opens === 'first login only' ? 2 : 0);
    return weight > 0 ? [{ guide: { start, menu, opens }, weight }] : [];
  });
  return guides.sort((a, b) => b.weight - a.weight)[0]?.guide ?? null;
}

/** A program that starts with the first session, whether and how it opens by itself. */
export const guide: FactRule = (system) => {
  const tool = guideOf(system);
  if (!tool) return [];
  const actions = keyFileList(entryOf(tool.menu).Actions).map((id) => ({
    name: tool.menu.group(`Desktop Action ${id}`).Name ?? id,
  }));
  return [
    ...found('welcome.guide', entryOf(tool.menu).Name, tool.menu.path),
    ...found('welcome.opens', tool.opens, tool.start.path),
    ...found('welcome.actions', actions, tool.menu.path),
  ];
};
