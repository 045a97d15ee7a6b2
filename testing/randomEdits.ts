/** Catalogues that two people edit at random, each for themselves: for the laws of merging. */
import fc from 'fast-check';
import { findRecord, recordsOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import { createAssessment } from '../core/catalogue/assessment.ts';
import { createClaim } from '../core/catalogue/claim.ts';
import { createQuestion } from '../core/catalogue/question.ts';
import { diffOfRemoval } from '../core/catalogue/removal.ts';
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';
import { createAbout, ABOUT_ID } from '../core/catalogue/about.ts';
import { applyDiff } from '../core/catalogue/applyDiff.ts';
import {
  catalogueOf,
  change,
  distribution,
  edition,
  link,
  reading,
  release,
  source,
  valueOf,
} from './catalogues.ts';

const NAMES = ['aldbourne', 'berrow', 'cawston', 'dunmere'];
const KEYS = ['kernel.version', 'defaults.init', 'identity.country', 'themes.desktop'];

/** What both had before they went their ways. */
export function sharedCatalogue(): Catalogue {
  const records: AnyRecord[] = [createAbout({ id: ABOUT_ID, title: 'Both of us', catalogue: 'c1' })];
  for (const name of NAMES) {
    records.push(
      distribution(name),
      edition(name, 'main'),
      release(name, '1', '2024-03-01'),
      release(name, '2', '2026-03-01'),
    );
    records.push(
      source(`${name}-page`, 'page', '2026-01-01'),
      source(`${name}-notes`, 'releaseNotes', '2026-02-02'),
    );
    for (const key of KEYS) {
      records.push(
        reading(`release:${name}-2`, key, { value: `${key} of ${name}` }, { source: `source:${name}-page` }),
      );
      records.push(reading(`release:${name}-1`, key, 'unchanged', { source: `source:${name}-notes` }));
    }
    records.push(
      change(`release:${name}-2`, KEYS[0], { motive: 'because', sources: [`source:${name}-page`] }),
    );
    records.push(
      createClaim({ id: `claim:${name}`, subject: `distribution:${name}`, wording: `the fastest ${name}` }),
    );
    records.push(
      createQuestion({ id: `question:${name}`, subject: `release:${name}-2`, text: `Who makes ${name}?` }),
    );
    records.push(
      createAssessment({
        id: `assessment:${name}`,
        subject: `release:${name}-2`,
        author: 'Ann',
        criteria: [{ name: 'speed', weight: 1, score: 5, reason: '' }],
      }),
    );
  }
  records.push(
    link('release:berrow-2', 'release:aldbourne-2'),
    link('release:cawston-2', 'release:berrow-2'),
  );
  return catalogueOf(...records);
}

/** One edit: what is done to which of the records that are there, with some text. */
export interface RandomEdit {
  readonly does: 'write' | 'add' | 'remove' | 'note' | 'release' | 'link' | 'name';
  readonly at: number;
  readonly text: string;
}

/** Edits to make one after another. */
export const randomEdits = (
  most: number,
  texts = fc.constantFrom('oak', 'elm', 'ash', 'yew'),
): fc.Arbitrary<RandomEdit[]> =>
  fc.array(
    fc.record({
      does: fc.constantFrom('write' as const, 'add', 'remove', 'note', 'release', 'link', 'name'),
      at: fc.nat(1000),
      text: texts,
    }),
    { maxLength: most },
  );

/** A catalogue after an edit; the same one where there is nothing to edit. */
export function edited(catalogue: Catalogue, { does, at, text }: RandomEdit): Catalogue {
  const pick = <T extends { id: string }>(all: Iterable<T>): T | undefined => {
    const sorted = [...all].sort((a, b) => (a.id < b.id ? -1 : 1));
    return sorted[at % sorted.length];
  };
  const put = (record: AnyRecord) => withRecords(catalogue, [record]);
  const on = pick(recordsOf(catalogue, 'release'));
  switch (does) {
    case 'write': {
      const known = pick([...recordsOf(catalogue, 'reading')].filter(({ state }) => state === 'set'));
      return known ? put({ ...known, value: text }) : catalogue;
    }
    case 'add': {
      const from = pick(recordsOf(catalogue, 'source'));
      const key = KEYS[at % KEYS.length];
      return on && from ? put(reading(on.id, key, { value: text }, { source: from.id })) : catalogue;
    }
    case 'remove': {
      const kinds = ['reading', 'release', 'distribution', 'source', 'edition', 'claim'] as const;
      const gone = pick(recordsOf(catalogue, kinds[at % kinds.length]) as Iterable<AnyRecord>);
      return gone ? valueOf(applyDiff(catalogue, diffOfRemoval(catalogue, [gone.id]))) : catalogue;
    }
    case 'note': {
      const known = pick(recordsOf(catalogue, at % 2 ? 'claim' : 'assessment') as Iterable<AnyRecord>);
      if (known?.kind === 'claim') return put({ ...known, verdict: 'partly', reason: text });
      if (known?.kind !== 'assessment') return catalogue;
      return put({
        ...known,
        criteria: [
          ...known.criteria.filter(({ name }) => name !== text),
          { name: text, weight: 1, score: at % 10, reason: '' },
        ],
      });
    }
    case 'release': {
      const of = pick(recordsOf(catalogue, 'distribution'));
      return of ? put(release(of.id.slice('distribution:'.length), text, '2026-10-01')) : catalogue;
    }
    case 'link': {
      const base = pick([...recordsOf(catalogue, 'release')].reverse());
      if (!on || !base || on.distribution >= base.distribution) return catalogue;
      const made = link(base.id, on.id, { relation: 'draws on', reason: text });
      return findRecord(catalogue, made.id) ? catalogue : put(made);
    }
    case 'name': {
      const known = pick(recordsOf(catalogue, 'distribution'));
      return known ? put({ ...known, aliases: [...new Set([...known.aliases, text])] }) : catalogue;
    }
  }
}

/** A catalogue after some edits. */
export const editedBy = (catalogue: Catalogue, edits: readonly RandomEdit[]): Catalogue =>
  edits.reduce(edited, catalogue);
