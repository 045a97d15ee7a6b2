/** What several systems of the deb family have in common. */
import { LARKSPUR, LARKSPUR_ROLES, PLAIN, SERVICES, type CommonSystem, type Look } from './systems.ts';

export const ORCHARD: Look = {
  ...PLAIN,
  icons: 'Orchard',
  widgets: 'Orchard',
  font: 'Fen Sans 11',
  wallpaper: 'saltmarsh',
  boot: 'orchard',
};
export const TIDE: Look = {
  icons: 'Tide dark',
  widgets: 'Tide',
  cursor: 'Tide',
  font: 'Fen Sans 10',
  monospace: 'Loam Mono 10',
  wallpaper: 'tide-pools',
  boot: 'tide',
  dark: true,
};
export const BRINDLE = ['larkspur-brindle', 'larkspur-brindle-security'];
export const SALTMARSH = ['fenwick-saltmarsh', 'fenwick-saltmarsh-updates', 'fenwick-saltmarsh-security'];
export const SANDWORT = ['fenwick-sandwort', 'fenwick-sandwort-updates', 'fenwick-sandwort-security'];
export const FENWICK: CommonSystem = {
  ...LARKSPUR,
  look: ORCHARD,
  guide: { title: 'Doorstep', package: 'doorstep', opens: 'first login only' },
  swap: 'file',
  services: [...SERVICES, 'fire-gate'],
  also: ['bundle-tool', 'driver-finder', 'package-hall'],
};
export const FENWICK_ORCHARD: CommonSystem = {
  ...FENWICK,
  desktop: 'Trellis',
  roles: { ...LARKSPUR_ROLES, terminal: 'Vineterm', files: 'Driftbox' },
  look: { ...ORCHARD, icons: 'Orchard dusk', widgets: 'Orchard dusk', wallpaper: 'windfall', dark: true },
};
