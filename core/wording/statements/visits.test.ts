/** What the first page says after four tours were typed: what must be said is, and what must not be said is not. */
import { describe, expect, it } from 'vitest';
import { Dossier } from '../../../testing/sitting.ts';
import { CORVANE } from '../../../testing/tours/corvane.ts';
import { GORSEMOOR } from '../../../testing/tours/gorsemoor.ts';
import { LANTERNHEAD } from '../../../testing/tours/lanternhead.ts';
import { STENNOCK } from '../../../testing/tours/stennock.ts';
import { TypedVisit } from '../../../testing/tours/typed.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { layerTable } from '../../layers/layerTable.ts';
import { chainOf } from '../../lineage/chain.ts';

const tours = { CORVANE, GORSEMOOR, LANTERNHEAD, STENNOCK };
const visits = Object.fromEntries(Object.entries(tours).map(([name, tour]) => [name, TypedVisit.of(tour)]));
function dossier(tour: keyof typeof tours, id: string, day: string, edition?: string): Dossier {
  const { catalogue } = visits[tour];
  const on = firstDayOf(day);
  return new Dossier(catalogue, layerTable(catalogue, chainOf(catalogue, id, on, edition)), on);
}

describe('Corvane 4, typed', () => {
  const main = dossier('CORVANE', 'release:corvane-4', '2026-10-12', 'edition:corvane-main');
  it.each([
    'Corvane 4 Main installs from Hexley 24, which copies Aldermoor 9',
    'Corvane 3, the release before, installs from Aldermoor 8.',
    'It boots a kernel of its own, 6.15.4-2-corvane; that of Hexley 24 is 6.8.9.',
    'The guide offers, in this order: language, accounts, colours, printers, backup, update and help.',
    'Chat: left out on purpose (Hexley 24 has Murmur).',
    'Office: not chosen at install (Hexley 24 has Ledger Suite).',
    'the image was 9 days old then',
    'In this order: update, then restart, then guide.',
    'Goes wrong: guide empty during an update (4 of 4 times).',
    'Goes wrong: Sound Desk forgot a profile (once).',
    'Goes wrong: hung at start (1 of 7 times, on this machine only). The suspected cause: graphics.',
    '“seven guides in one”; nobody has checked that (7 were found)',
    'wiki of release 3',
    'mail Letterbird 106, four versions newer than in Hexley 24',
    'Against it: wiki old (matters) and guide order (a detail).',
    'It is also called “core vane”, “Corvain” and “CorVane”.',
  ])('says: %s', (text) => {
    for (const where of [main.page(), main.markdown]) expect(where).toContain(text);
  });
  it('says nothing of Heath that nobody has seen, and no base for all', () => {
    const heath = dossier('CORVANE', 'release:corvane-4', '2026-10-12', 'edition:corvane-heath');
    expect(heath.page()).toContain('Corvane 4 Heath installs from Aldermoor 9');
    expect(heath.page()).not.toMatch(/6\.15|Letterbird|unchanged|hung at start \(/);
    expect(main.page()).not.toMatch(/held back|(Chat|Office): looked for/);
  });
});

describe('Lanternhead, Season 11, typed', () => {
  const season = dossier('LANTERNHEAD', 'release:lanternhead-season-11', '2026-11-05');
  it.each([
    'It is made by a foundation of a waterworks, 2 paid, some 20 send recipes.',
    'Money: 140,000 a year, public.',
    'is independent: a base was looked for, and there is none.',
    'steady (tested 21 days, tested); trial (tested 2 days, tested)',
    'recipes: 1400 (counted by own), packages: 3100 (counted by forum)',
    'It boots the kernel 6.9, with real-time.',
    'It is the only one, and cannot be changed.',
    'It states “9 GB for comfort”, and does not say of what.',
    'Life of a release: 14 months. Looked after until: the next but one is out.',
    'Support computed: until 3 May 2027 from 14 months after 3 March 2026; until 2 March 2027 from “the next but one is out”, by the release that is expected: they differ by 62 days.',
    'Against Lanternhead Season 10, services: replaced clock by new, because it drifted.',
    'Planned for 2028: old boot loader goes, if funds allow. Whether that is a promise is not sure.',
    'To be looked at again in February 2027: run it.',
    'The analyst, 5 November 2026: no verdict all in all.',
    'Could not be tested: nothing was run.',
  ])('says: %s', (text) => {
    for (const where of [season.page(), season.markdown]) expect(where).toContain(text);
  });
  it('does not say that Board lacks a desktop, nor of Season 13 what nobody looked at again', () => {
    const board = dossier(
      'LANTERNHEAD',
      'release:lanternhead-season-11',
      '2026-11-05',
      'edition:lanternhead-board',
    );
    expect(board.page()).toContain('Desktop: left out on purpose.');
    expect(board.page() + season.page()).not.toMatch(
      /lacks|Desktop: looked for|not known what .* is built on/,
    );
    const later = dossier(
      'LANTERNHEAD',
      'release:lanternhead-season-13',
      '2027-03-10',
      'edition:lanternhead-bench',
    );
    expect(later.page()).toContain('6.14');
    expect(later.page()).toContain('Arbour 6');
    expect(later.page()).not.toMatch(/steady|14 months|real-time|boot loader/);
  });
});

describe('Gorsemoor 2026.10, typed', () => {
  it('says on 21 October what was seen and what spoils it, and later what was found', () => {
    const early = dossier('GORSEMOOR', 'release:gorsemoor-2026.10', '2026-10-21').page();
    expect(early).toContain('Opens by itself: “each login”, seen on a live image');
    expect(early).toContain('Panel: “at the top”, seen ');
    expect(early).not.toMatch(/(Boot screen|Drivers offered|Software looked for): (none|no\b)/);
    const late = dossier('GORSEMOOR', 'release:gorsemoor-2026.10', '2026-11-03').page();
    expect(late).toContain('It opens by itself at the first login only.');
    expect(late).toContain('video editor: yes (Slate Film 4)');
    expect(late).toMatch(/1\.2 GB of 16 GiB .*590 MB of 3 GiB .*not ranked against each other/);
    expect(late).toContain('Sedgely had 6.10.6 on 2 August 2026, so the two cannot be compared');
  });
  it('says of Quickthorn what was heard of it, there', () => {
    const page = dossier('GORSEMOOR', 'distribution:quickthorn', '2026-11-03').page();
    expect(page).toContain("Goes wrong: delay breaks people's own builds.");
  });
});

describe('Stennock 12 and Yarrowby 3, typed', () => {
  it('say office as not chosen, the arithmetic of memory, the word on each point, what decides', () => {
    const stennock = dossier('STENNOCK', 'release:stennock-12', '2026-11-20').page();
    expect(stennock).toContain('Office: not chosen at install.');
    expect(stennock).toContain('Memory in use: 8 % of 8 GiB (');
    expect(stennock).toContain('It suits back office (phone, closely).');
    expect(stennock).toContain('Disclosed: cousin works there.');
    const yarrowby = dossier('STENNOCK', 'release:yarrowby-3', '2026-11-20').page();
    expect(yarrowby).toContain('Must have: card reader by itself for counters (yes).');
    expect(yarrowby).toContain('On maker: Stennock narrowly.');
    expect(yarrowby).toContain('70 days past the end of Hexley 24');
  });
});
