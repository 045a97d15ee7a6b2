/** Facts about the session: display server, init, privilege prompts. */
import { manifestOf, pathOfFormat, textOf } from '../systemFiles.ts';
import { keyFilesOf, type PlacedKeyFile } from '../keyFilesOf.ts';
import { found, type FactRule } from './rule.ts';

/** The group of a desktop entry that describes it (Desktop Entry Specification). */
export const entryOf = (file: PlacedKeyFile) => file.group('Desktop Entry');

/** The desktop, where there is one session to choose. */
export const session: FactRule = (system) => {
  const sessions = keyFilesOf(system, 'desktop-entry').filter(({ path }) =>
    /(^|\/)(wayland-|x)sessions\/[^/]+$/.test(path),
  );
  const names = new Set(
    sessions.map((file) => (entryOf(file).DesktopNames ?? entryOf(file).Name ?? '').split(/[;:]/)[0]),
  );
  if (names.size !== 1) return [];
  const servers = new Set(
    sessions.map(({ path }) => (path.includes('wayland-sessions/') ? 'wayland' : 'x11')),
  );
  const place = sessions[0].path.replace(/\/[^/]+$/, '');
  return [
    ...found('defaults.desktop', [...names][0], place),
    ...found('defaults.displayServer', servers.size === 1 ? [...servers][0] : null, place),
  ];
};

/** The last part of a path. */
export const baseName = (path: string) => path.trim().split('/').pop() ?? '';

/** What starts the services, and what lets users in: by the links and files that choose them. */
export const beneath: FactRule = (system) => {
  const { links } = manifestOf(system);
  const login = textOf(system, 'display-manager');
  const unit = links.get('etc/systemd/system/display-manager.service');
  return [
    ...found('defaults.init', baseName(links.get('sbin/init') ?? ''), 'sbin/init'),
    ...(login
      ? found('defaults.loginManager', baseName(login), pathOfFormat(system, 'display-manager'))
      : found(
          'defaults.loginManager',
          unit && baseName(unit).replace(/\.service$/, ''),
          'etc/systemd/system/display-manager.service',
        )),
  ];
};

/** How administrators are asked: the commands for it that are there. */
export const privilege: FactRule = (system) => {
  const paths = [...manifestOf(system).seen.keys()].filter((path) =>
    /^usr\/bin\/(sudo|doas|pkexec|run0)$/.test(path),
  );
  return found('defaults.privilege', paths.map(baseName).join(', '), 'usr/bin');
};
