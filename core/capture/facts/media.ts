/** Media: what an image says of itself, and what it offers at start. */
import { textOf, pathOfFormat } from '../systemFiles.ts';
import { found, type FactRule } from './rule.ts';

/** The day and the size of an image, from its volume descriptor. */
export const image: FactRule = (system) => {
  const text = textOf(system, 'iso-volume');
  const place = pathOfFormat(system, 'iso-volume');
  const value = (name: string) => new RegExp(`^${name}: (.*)$`, 'm').exec(text)?.[1] ?? '';
  const bytes = Number(value('bytes'));
  return [
    ...found('editions.imageDate', value('created'), place),
    ...found('editions.imageSize', bytes >= 2 ** 19 ? Math.round(bytes / 2 ** 20) : null, place),
  ];
};

/** Titles of the boot menus (GRUB `menuentry`, syslinux `menu label`, boot loader specification `title`), in order. */
export const bootEntries: FactRule = (system) => {
  const text = textOf(system, 'boot-menu');
  const titles = [
    ...text.matchAll(/^\s*(?:menuentry\s+(?:"([^"]*)"|'([^']*)')|menu\s+label\s+(.+)|title\s+(.+))/gim),
  ];
  const names = titles
    .map(([, a, b, c, d]) => (a ?? b ?? c ?? d).replace(/[\^&]/g, '').trim())
    .filter(Boolean);
  return found(
    'editions.bootEntries',
    [...new Set(names)].map((name) => ({ name })),
    pathOfFormat(system, 'boot-menu'),
  );
};
