/** Themes: settings of the toolkits (GTK `settings.ini`), overrides of the settings store, the boot screen. */
import type { ReadSystem } from '../system.ts';
import { keyFilesOf } from '../keyFilesOf.ts';
import { found, type FactRule } from './rule.ts';
import { storedValue, toolkitValue } from './look.ts';

/** Keys of the toolkit's settings and of the settings store, and the fact that each shows. */
const SETTINGS: readonly { fact: string; gtk?: string; store: string }[] = [
  { fact: 'themes.icons', gtk: 'gtk-icon-theme-name', store: 'icon-theme' },
  { fact: 'themes.widgets', gtk: 'gtk-theme-name', store: 'gtk-theme' },
  { fact: 'themes.cursor', gtk: 'gtk-cursor-theme-name', store: 'cursor-theme' },
  { fact: 'themes.font', gtk: 'gtk-font-name', store: 'font-name' },
  { fact: 'themes.monospace', store: 'monospace-font-name' },
];

/** A later override wins over an earlier one, as their file names order them; the store wins over the toolkit. */
export const toolkitSettings: FactRule = (system) =>
  SETTINGS.flatMap(({ fact, gtk, store }) => {
    const stored = storedValue(system, 'interface', store);
    const set = gtk ? toolkitValue(system, gtk) : undefined;
    const value = stored ?? set;
    return value ? found(fact, value.text, value.path) : [];
  });

/** Group, key and fact of the settings that Qt desktops keep for all accounts (`etc/xdg/kdeglobals`). */
const QT_SETTINGS: readonly (readonly [group: string, key: string, fact: string])[] = [
  ['Icons', 'Theme', 'themes.icons'],
  ['KDE', 'widgetStyle', 'themes.widgets'],
  ['General', 'font', 'themes.font'],
  ['General', 'fixed', 'themes.monospace'],
];

const qtFilesOf = (system: ReadSystem) =>
  keyFilesOf(system, 'key-file').filter(({ path }) => /(^|\/)etc\/xdg\/kdeglobals$/.test(path));

/** Settings of the second toolkit, from its configuration files. */
export const qtSettings: FactRule = (system) =>
  qtFilesOf(system).flatMap((file) =>
    QT_SETTINGS.flatMap(([group, key, fact]) =>
      found(fact, file.group(group)[key]?.split(',')[0], file.path),
    ),
  );

/** What each toolkit is set to, where the settings of more than one are at hand: whether they look alike can be held against it. */
export const stylesByToolkit: FactRule = (system) => {
  const [qt] = qtFilesOf(system);
  const gtk = (key: string) => toolkitValue(system, key)?.text ?? '';
  const styles: readonly (readonly [toolkit: string, style: string, icons: string, font: string])[] = [
    ['gtk', gtk('gtk-theme-name'), gtk('gtk-icon-theme-name'), gtk('gtk-font-name').replace(/ \d+$/, '')],
    ...(qt
      ? ([
          [
            'qt',
            qt.group('KDE').widgetStyle ?? '',
            qt.group('Icons').Theme ?? '',
            (qt.group('General').font ?? '').split(',')[0],
          ],
        ] as const)
      : []),
  ];
  const known = styles.filter(([, style]) => style);
  if (known.length < 2) return [];
  const elements = known.map(([slot, name, icons, font]) => ({
    slot,
    name,
    settings: { ...(icons && { icons }), ...(font && { font }) },
  }));
  return found('themes.styles', elements, qt!.path);
};
