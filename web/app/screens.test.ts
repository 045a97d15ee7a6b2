/** Every screen has its key and its group, and an address leads to the group that it is in. */
import { describe, expect, it } from 'vitest';
import { groupAt, isOn, SCREEN_GROUPS, SCREENS } from './screens.ts';

describe('the screens', () => {
  it('have keys, names and addresses of their own', () => {
    for (const field of ['key', 'label', 'to', 'mark'] as const)
      expect(new Set(SCREENS.map((screen) => screen[field])).size, field).toBe(SCREENS.length);
    expect(SCREENS).toHaveLength(11);
  });
  it.each([
    ['/lineage', 'Systems', 'Map'],
    ['/dossiers/release:tidewater-7.1', 'Systems', 'Dossiers'],
    ['/visit', 'Record', 'Field notes'],
    ['/support', 'Analyse', 'Support'],
    ['/handover', 'Conclude', 'Publish'],
  ])('%s is in %s', (path, group, label) => {
    expect(groupAt(path).label).toBe(group);
    expect(SCREENS.filter((screen) => isOn(screen, path)).map((screen) => screen.label)).toEqual([label]);
  });
  it('an address of none is in the first group, and on no screen', () => {
    expect(groupAt('/sidestep')).toBe(SCREEN_GROUPS[0]);
    expect(SCREENS.some((screen) => isOn(screen, '/sidestep'))).toBe(false);
  });
});
