/**
 * A rolling system, seen in a live session and later installed, entered by hand through the editing verbs into an empty catalogue: what must be said of it
 * afterwards is said, and what must not be said is not, on the first page and in the document.
 */
import { beforeAll, describe, expect, it } from 'vitest';
import { Sitting } from '../../../testing/sitting.ts';
import type { Conditions } from '../../catalogue/conditions.ts';
import { countsOf } from '../../layers/counts.ts';
import { titleOf } from '../factTitles.ts';

describe('Gorsemoor 2026.10, a live session', () => {
  const desk = new Sitting('2026-11-03');
  const GORSEMOOR = 'release:gorsemoor-2026.10';
  const early = () => desk.dossier(GORSEMOOR, '2026-10-21');
  const late = () => desk.dossier(GORSEMOOR, '2026-11-03');
  beforeAll(() => {
    const [sedgely, gorsemoor] = ['Sedgely', 'Gorsemoor'].map((name) => desk.distribution(name));
    desk.from('page', 'sedgely.example', '2026-08-02');
    desk.fact(sedgely, 'identity.packageFormat', 'alpm');
    desk.facts(sedgely, {
      'model.kind': 'rolling',
      'kernel.version': '6.10.6',
      'defaults.driversOffered': 'open',
      'welcome.guide': { state: 'none' },
      'themes.boot': 'Plain',
    });
    const release = desk.release(gorsemoor, '2026.10', '2026-10-15');
    desk.link(release, 'installs from', sedgely);
    const live: Conditions = {
      ...{ medium: 'live', machine: 'virtual', memoryMiB: 3072, cores: 1, indexRefreshed: false },
      ...{ alteredByAnalyst: true, alteredWith: 'the panel' },
    };
    desk.from('handsOn', 'Live session', '2026-10-20', live);
    desk.facts(release, {
      'kernel.version': '6.11.3-1-gorse',
      'kernel.level': 'older processors',
      'welcome.opens': 'each login',
      'themes.boot': { state: 'none' },
      'tools.probes': 'video editor: no',
      'defaults.driversOffered': { state: 'none' },
      'defaults.application.files': 'its own, built from Driftbox',
      'editions.desktops': 'online: seven; offline: two',
      'defaults.panel': 'at the top',
    });
    const measured = {
      ...live,
      tool: 'terminal tool',
      moment: 'idle',
      openPrograms: 'a terminal',
      uptimeMinutes: 9,
    } as const;
    desk.from('measurement', 'Memory, live', '2026-10-20', measured);
    desk.fact(release, 'footprint.memory', '590 MB');
    const hardware = {
      medium: 'installed',
      machine: 'hardware',
      memoryMiB: 16384,
      cores: 8,
      indexAgeDays: 0,
    } as const;
    desk.from('handsOn', 'Installed', '2026-11-02', hardware);
    desk.facts(release, {
      'welcome.opens': 'first login only',
      'themes.boot': 'Gorse',
      'tools.probes': 'video editor: yes {version=Slate Film 4}',
      'defaults.driversOffered': 'open; vendor',
      'defaults.panel': 'at the bottom',
    });
    const again = {
      ...hardware,
      tool: 'terminal tool',
      moment: 'idle',
      openPrograms: 'a terminal',
      uptimeMinutes: 6,
    } as const;
    desk.from('measurement', 'Memory, installed', '2026-11-02', again);
    desk.fact(release, 'footprint.memory', '1.2 GB');
  });
  const SPOILED = ['welcome.opens', 'themes.boot', 'tools.probes', 'defaults.driversOffered'];

  it('as of 21 October tells what was seen, that the session spoils it, and what would settle it', () => {
    const doubt = early().page('doubt');
    for (const key of SPOILED) expect(early().cell(key).state, key).toBe('spoiled');
    expect(doubt).toContain(
      'What was seen of the opening of the guide is unreliable: “each login” on a live image',
    );
    expect(doubt).toContain('To be sure, look at an installed system.');
    expect(doubt).toMatch(/drivers offered is unreliable: nothing was found .*index that was not refreshed/);
    expect(doubt).toContain('refresh the package index and look again');
    expect(early().markdown).toMatch(/Unreliable, because seen only on a live image, (is|are) the /);
    expect(early().markdown).toContain('each login (unreliable)');
  });
  it('as of 21 October says none of it as none, as unseen, or as carried', () => {
    for (const text of [early().page(), early().markdown.replace(/^\|.*Sedgely.*$/gm, '')]) {
      expect(text).not.toMatch(
        /([Bb]oot screen|[Dd]rivers offered|[Ss]oftware looked for|[Oo]pening of the guide)(:| is| \||) (none|no\b)/,
      );
      expect(text).not.toMatch(
        /Boot screen Plain|boot screen Plain|(boot screen|drivers offered)[^.|]*inherited from Sedgely/i,
      );
    }
    for (const key of SPOILED) {
      expect(early().cell(key)).not.toHaveProperty('value');
      expect(early().cell(key).absent).toBe(false);
      const row = early()
        .markdown.split('\n')
        .find((line) =>
          line.startsWith(`| ${titleOf(early().table.rows.find(({ fact }) => fact.key === key)!.fact)} |`),
        )!;
      expect(row.split('|').at(-2)).not.toMatch(/^ (none|inherited|not examined) /);
    }
  });
  it('says the kernel, and does not compare it with a base of another day', () => {
    for (const dossier of [early(), late()]) {
      expect(dossier.cell('kernel.version').standing).toBe('not comparable');
      expect(dossier.page('kernel')).toBe(
        'Gorsemoor 2026.10 boots the kernel 6.11.3-1-gorse; Sedgely had 6.10.6 on 2 August 2026, so the two cannot be compared.',
      );
      expect(dossier.page() + dossier.markdown).not.toMatch(/held back|ahead|newer than|older than/);
    }
  });
  it('as of 3 November tells what was found, and keeps the old readings', () => {
    expect(late().cell('welcome.opens')).toMatchObject({ value: 'first login only', state: 'own' });
    expect(late().cell('welcome.opens').readings).toHaveLength(2);
    expect(late().page('look')).toContain('boot screen Gorse');
    expect(late().page()).toContain('video editor: yes (Slate Film 4)');
    expect(late().page('changes')).toContain('Gorsemoor 2026.10 adds vendor');
    expect(late().page('doubt')).toBe('');
  });
  it('tells both figures of memory side by side, explained by the machine, not ranked', () => {
    expect(late().page('memory')).toMatch(/1\.2 GB of 16 GiB.*590 MB of 3 GiB[^\n]*cannot be compared/);
    expect(late().cell('footprint.memory').disputed).toBe(false);
  });
  it('does not take the panel that was moved for the default', () => {
    expect(early().cell('defaults.panel').state).toBe('spoiled');
    expect(early().page('doubt')).toContain('after the analyst had changed it');
    expect(late().page('facts')).toContain('panel (at the bottom)');
    expect(late().page()).not.toContain('at the top');
  });
  it('begins a release whose values are told as not checked again, and a correction takes their place', () => {
    const next = desk.begin(GORSEMOOR, '2026.11', '2026-11-03');
    const begun = desk.dossier(next, '2026-11-03');
    const { same, changed, notCheckedAgain } = countsOf(begun.table.rows);
    expect([same, changed]).toEqual([0, 0]);
    expect(notCheckedAgain).toBeGreaterThan(4);
    expect(begun.page('doubt')).toMatch(/values were copied from the release before, unverified/);
    for (const key of ['footprint.memory', 'tools.probes']) expect(begun.cell(key).readings).toEqual([]);
    desk.from('handsOn', 'Look at 2026.11', '2026-11-03', { medium: 'installed' });
    desk.fact(next, 'themes.boot', 'Gorse night');
    const checked = desk.dossier(next, '2026-11-03');
    expect(checked.cell('themes.boot')).toMatchObject({
      ...{ value: 'Gorse night', state: 'own', disputed: false },
    });
  });
});
