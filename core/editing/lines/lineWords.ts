/** The words that a line can begin with beside the names of facts: each with what it is for and an example. A new one is one line. */
import { RELATION_NAMES, RELATIONS, type Relation } from '../../catalogue/relations.ts';

/** What a line says that is no fact. */
export type WordId =
  | 'about'
  | 'from'
  | 'day'
  | 'edition'
  | 'release'
  | 'also'
  | 'fault'
  | 'procedure'
  | 'plan'
  | 'event'
  | 'claim'
  | 'ask'
  | 'why'
  | 'change'
  | 'strength'
  | 'weakness'
  | 'neutral'
  | 'suits'
  | 'unsuited'
  | 'total'
  | 'instead'
  | 'again'
  | 'bias'
  | 'point'
  | 'must'
  | Relation;

/** A word that a line can begin with. */
export interface LineWord {
  readonly id: WordId;
  readonly label: string;
  readonly names: readonly string[];
  readonly about: string;
  readonly example: string;
}

const word = (id: WordId, label: string, names: string, about: string, example: string): LineWord => ({
  id,
  label,
  names: names ? names.split(', ') : [],
  about,
  example,
});

/** Shorter words for relations. */
const RELATION_WORDS: Partial<Record<Relation, string>> = {
  'installs from': 'on, built on, based on',
  copies: 'copies from',
  rebuilds: 'rebuild of',
  'forked from': 'fork of',
  borrows: 'takes, borrowed',
};

/** The words, in the order in which they are offered. */
export const LINE_WORDS: readonly LineWord[] = [
  word('fault', 'Fault', 'bug, odd', 'something that goes wrong', 'menu comes up empty, 4 of 4'),
  word('claim', 'Claim', 'claims, says', 'what the project says', 'nine layouts = layouts 9'),
  word('ask', 'Ask', 'question', 'an open question', 'does the guide open on an installed system?'),
  word(
    'plan',
    'Plan',
    'expects, foreseen',
    'announced or foreseen',
    'the old boot loader goes, 2028, if funds allow ?',
  ),
  word(
    'change',
    'Change',
    'changed',
    'a change from another release',
    'services: replaces old clock > new clock because it drifted',
  ),
  word('why', 'Why', 'reason, motive', 'the reason of a change', 'archives: its desktop needs newer parts'),
  word(
    'procedure',
    'Procedure',
    'steps',
    'steps in order',
    'first update: update > restart > guide, else its printers page fails',
  ),
  word('event', 'Event', 'happened', 'what happened once', 'the chat room is empty, since 2024'),
  word('strength', 'For', 'good, strength', 'verdict: what speaks for it', 'guide; backup'),
  word('weakness', 'Against', 'bad, weakness', 'verdict: what speaks against it', 'wiki is old (matters)'),
  word('neutral', 'Neutral', 'neither', 'verdict: what speaks neither way', 'many tools of its own'),
  word('suits', 'Suits', '', 'verdict: for whom', 'people with one machine and a printer'),
  word(
    'unsuited',
    'Unsuited',
    'does not suit',
    'verdict: not for whom',
    'those who want the plain base, since its tools replace much',
  ),
  word('total', 'Total', 'verdict, score', 'verdict: all in all', '7 of 10; 8 with a current wiki'),
  word('instead', 'Instead', 'try', 'verdict: what to try instead', 'Ottery if the wiki matters'),
  word('again', 'Look again', 'again, later', 'verdict: when to look again', 'Feb 2027, after running it'),
  word('bias', 'Disclosed', 'bias', 'verdict: what the author is bound by', 'a cousin works there'),
  word(
    'point',
    'Word',
    'point',
    'a word on one point, against others',
    'support: neither without doubt, against Yarrowby 3',
  ),
  word(
    'must',
    'Must have',
    'must',
    'verdict: what decides, whatever the total',
    'a card reader that works by itself, no',
  ),
  word('edition', 'Edition', '', 'an edition of it', 'Heath on Aldermoor 9'),
  word('release', 'Release', '', 'a release of it', '3, 2 Feb 2024, on Aldermoor 8'),
  word('also', 'Also called', 'alias, heard as, also', 'other names, heard forms', 'core vane; Corvain'),
  ...RELATION_NAMES.map((relation) =>
    word(
      relation,
      relation[0].toUpperCase() + relation.slice(1),
      RELATION_WORDS[relation] ?? '',
      RELATIONS[relation].means,
      relation === 'borrows' ? 'installer from Ottery' : 'Aldermoor 9, since 2026',
    ),
  ),
  word('from', 'From', 'source', 'what follows comes from this source', 'page corvane.example, 12 Oct 2026'),
  word('about', 'About', '', 'what follows is about this', 'Corvane 4, Main'),
  word('day', 'Day', 'on day', 'what follows is of this day', '13 Oct 2026'),
];

const BY_ID = new Map(LINE_WORDS.map((each) => [each.id, each]));

/** The word of an id. */
export function lineWord(id: WordId): LineWord {
  return BY_ID.get(id)!;
}
