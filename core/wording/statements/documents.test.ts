/**
 * An independent system, known from its documents alone, entered by hand through the editing verbs into an empty catalogue: what must be said of it
 * afterwards is said, and what must not be said is not, on the first page and in the document.
 */
import { beforeAll, describe, expect, it } from 'vitest';
import { Sitting, type Dossier } from '../../../testing/sitting.ts';
import { countsOf } from '../../layers/counts.ts';

describe('Lanternhead, Season 11, from its documents', () => {
  const desk = new Sitting('2026-11-05');
  let season11: Dossier;
  let board = '';
  let bench = '';
  beforeAll(() => {
    const [lanternhead, rushby, ottery] = ['Lanternhead', 'Rushby', 'Ottery'].map((name) =>
      desk.distribution(name),
    );
    board = desk.edition(lanternhead, 'Board');
    bench = desk.edition(lanternhead, 'Bench');
    const s10 = desk.release(lanternhead, 'Season 10', '2025-09-02');
    const s11 = desk.release(lanternhead, 'Season 11', '2026-03-03');
    desk.link(lanternhead, 'draws on', rushby, {
      wording: 'We learnt our way of building from Rushby, and use nothing of it',
    });
    desk.link(lanternhead, 'borrows', ottery, { parts: ['installer'] });
    desk.from('page', 'Handbook', '2025');
    desk.facts(lanternhead, {
      'lineage.independent': 'yes',
      'identity.purpose': 'For measuring stations',
      'identity.packageFormat': 'own',
    });
    desk.facts(s11, {
      'repositories.archives':
        'steady {owner=own | tier=tested | holding=21}; trial {owner=own | tier=tested | holding=2}',
      'repositories.formats': { state: 'none', marks: ['onPurpose'] },
      'repositories.counted': { state: 'set', text: '1400', said: '1,400 recipes by its own count' },
      'footprint.diskLeast': '16 GB',
      'footprint.processorLeast': 'any board made after 2014',
      'footprint.adviceUnclear': '9 GB for comfort',
      'help.channels':
        'call each Thursday: works; forum: works; handbook: works {address=on the disk too}; address for faults: redirects',
      'model.cadence': 'each half year, on the first Tuesday of March and September',
      'model.supportEnd': {
        state: 'set',
        text: '2027-03-02',
        said: 'until the next but one is out',
      },
      'editions.installer': 'that of Ottery',
    });
    desk.from('page', 'The handbook’s forum', '2025');
    desk.fact(s11, 'repositories.counted', {
      state: 'set',
      text: '3100',
      said: '3,100 packages by somebody’s count',
    });
    desk.from('page', 'Accounts', '2026-11-05');
    desk.facts(lanternhead, {
      'identity.maker': {
        state: 'set',
        text: 'company',
        said: 'a foundation of a waterworks, with two paid people and some twenty who send recipes',
      },
      'identity.sponsor': 'the waterworks: 140,000 a year in its own currency, in public accounts',
    });
    desk.from('releaseNotes', 'Notes to Season 11', '2026-03-03');
    desk.facts(s11, {
      'kernel.version': '6.9',
      'kernel.patches': 'real-time patches',
      'kernel.changeable': 'no',
      'model.supportEnd': { state: 'set', text: '2027-05-03', said: '14 months' },
      'model.kind': 'fixed',
    });
    desk.from('releaseNotes', 'Notes to Season 11', '2026-03-03', {}, board);
    desk.fact(s11, 'defaults.desktop', {
      state: 'none',
      marks: ['onPurpose'],
      said: 'without any, on purpose',
    });
    desk.from('releaseNotes', 'Notes to Season 11', '2026-03-03', {}, bench);
    desk.facts(s11, { 'defaults.desktop': 'Arbour', 'themes.desktopVersion': '4' });
    desk.from('releaseNotes', 'Notes to Season 10', '2025-09-02');
    desk.fact(s10, 'kernel.version', '6.8');
    season11 = desk.dossier(s11, '2026-11-05');
  });

  it('has a full first page without a base', () => {
    const page = season11.page();
    expect(season11.page('base')).toContain('Lanternhead Season 11 is independent');
    expect(page).not.toContain('no base that is recorded');
    expect(page).not.toMatch(/base is (not )?(un)?known/);
    expect(page).toContain('Lanternhead Season 11 takes its installer from Ottery.');
    expect(page).toContain('Lanternhead Season 11 draws on ideas of Rushby');
    for (const kind of [
      'purpose',
      'maker',
      'archives',
      'formats',
      'kernel',
      'kernels',
      'model',
      'requirements',
      'help',
    ])
      expect(season11.page(kind), kind).not.toBe('');
  });
  it('tells who makes it and from what money', () => {
    expect(season11.page('maker')).toContain('a foundation of a waterworks');
    expect(season11.page('maker')).toContain('140,000 a year');
  });
  it('tells both archives with their time each, and neither for the other', () => {
    expect(season11.page('archives')).toBe(
      'Packages come from two archives of its own, asked in this order: steady (tested 21 days); trial (tested 2 days).',
    );
  });
  it('tells both counts with how they were counted', () => {
    const said = season11.page();
    expect(said).toContain('1,400 recipes by its own count');
    expect(said).toContain('3,100 packages by somebody’s count');
  });
  it('tells its kernel as the only one, and the unclear figure as unclear', () => {
    expect(season11.page('kernel')).toBe(
      'Lanternhead Season 11 boots the kernel 6.9, with real-time patches.',
    );
    expect(season11.page('kernels')).toContain('The kernel cannot be changed.');
    expect(season11.page('requirements')).toContain('“9 GB for comfort” without saying of what');
  });
  it('tells both stated lives, and that they differ', () => {
    const said = season11.page();
    expect(said).toContain('3 May 2027 (“14 months”)');
    expect(said).toContain('2 March 2027 (“until the next but one is out”)');
    expect(season11.page('unsettled')).toMatch(/Sources disagree on the end of support/);
  });
  it('has nothing as seen', () => {
    expect(countsOf(season11.table.rows).seen).toBe(0);
    expect(countsOf(season11.table.rows).same).toBe(0);
  });
  it('does not say that Board lacks a desktop, nor gives Bench’s to it', () => {
    const small = desk.dossier('release:lanternhead-season-11', '2026-11-05', board);
    expect(small.page('leftOut')).toContain('The desktop: without any, on purpose.');
    expect(small.page()).not.toMatch(/Arbour|[Dd]esktop(:| is) none|has no desktop/);
    expect(desk.dossier('release:lanternhead-season-11', '2026-11-05', bench).page('look')).toContain(
      'Arbour 4',
    );
    expect(season11.cell('defaults.desktop').byEdition).toHaveLength(2);
  });
});
