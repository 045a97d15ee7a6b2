/** Facts about what one sees first: dark or light, background, boot screen. */
import { unquoteVariant } from '../../formats/keyFileValues.ts';
import type { ReadSystem } from '../system.ts';
import { keyFilesOf } from '../keyFilesOf.ts';
import { found, type FactRule, type FoundFact } from './rule.ts';

interface Setting {
  readonly text: string;
  readonly path: string;
}

/** A setting of the first toolkit, from the last of its files that has it. */
export function toolkitValue(system: ReadSystem, key: string): Setting | undefined {
  return keyFilesOf(system, 'gtk-settings')
    .map((file) => ({ text: file.group('Settings')[key] ?? '', path: file.path }))
    .filter(({ text }) => text)
    .at(-1);
}

/** A key of the settings store below a group whose name ends so (`….desktop.interface`). */
export function storedValue(system: ReadSystem, group: string, key: string): Setting | undefined {
  return [...keyFilesOf(system, 'gschema-override'), ...keyFilesOf(system, 'dconf-dump')]
    .flatMap(({ groups, path }) =>
      [...groups]
        .filter(([name]) => new RegExp(`[./]${group}(:|$)`).test(name))
        .map(([, values]) => ({ text: unquoteVariant(values[key] ?? ''), path })),
    )
    .filter(({ text }) => text)
    .at(-1);
}

/** Whether a new account begins dark. Only said when a setting says it. */
export const darkness: FactRule = (system) => {
  const scheme = storedValue(system, 'interface', 'color-scheme');
  const prefers = toolkitValue(system, 'gtk-application-prefer-dark-theme');
  if (scheme && scheme.text !== 'default')
    return found('themes.dark', scheme.text === 'prefer-dark', scheme.path);
  return prefers ? found('themes.dark', /^(1|true)$/i.test(prefers.text), prefers.path) : [];
};

/** The background of a new account. */
export const wallpaper: FactRule = (system): FoundFact[] => {
  const picture = storedValue(system, 'background', 'picture-uri');
  if (!picture) return [];
  const name = decodeURIComponent(picture.text.split('/').pop()!).replace(/\.[a-z]+$/i, '');
  return found('themes.wallpaper', name, picture.path);
};

/** The boot screen (plymouth, `Theme=`). */
export const bootScreen: FactRule = (system) => {
  const file = keyFilesOf(system, 'plymouth').at(-1);
  return file ? found('themes.boot', file.group('Daemon').Theme, file.path) : [];
};
