/** A catalogue that arrives in parts is the one that was sent, also when it is begun anew. */
import { describe, expect, it } from 'vitest';
import { largestCatalogue } from '../../testing/largestCatalogue.ts';
import { pointersOf } from '../../testing/pointers.ts';
import { allRecords } from '../../core/catalogue/allRecords.ts';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import type { AnyRecord } from '../../core/catalogue/recordKinds.ts';
import { ArrivingCatalogue } from './arrivingCatalogue.ts';
import type { CatalogueAnswer } from './catalogueMessages.ts';

const { catalogue } = largestCatalogue(0.005);
const records = [...allRecords(catalogue)];
const half = records.length >> 1;
const asText = (some: readonly AnyRecord[]): CatalogueAnswer => ({
  type: 'text',
  text: JSON.stringify(some),
});
const END: CatalogueAnswer = { type: 'read', packages: new Map(), issues: [] };

/** Records, and who names whom, in an order of their own. */
const contentOf = (of: Catalogue) => ({
  records: [...allRecords(of)].sort((a, b) => (a.id < b.id ? -1 : 1)),
  pointers: pointersOf(of),
});

function heard(...answers: readonly CatalogueAnswer[]): Catalogue {
  const arriving = new ArrivingCatalogue();
  for (const answer of answers) {
    const result = arriving.hear(answer);
    if (result?.ok) return result.value.catalogue;
  }
  throw new Error('nothing came of it');
}

describe('a catalogue that arrives in parts', () => {
  it('is the same as text and as records', () => {
    const rest: CatalogueAnswer = { type: 'records', records: records.slice(half) };
    expect(contentOf(heard(asText(records.slice(0, half)), rest, END))).toEqual(contentOf(catalogue));
  });
  it('holds nothing of what came before it was begun anew', () => {
    const other = { ...records[0], id: `${records[0].id}-other` };
    const before = asText([...records.slice(half), other as AnyRecord]);
    const anew = heard(before, { type: 'anew' }, { type: 'records', records }, END);
    expect(contentOf(anew)).toEqual(contentOf(catalogue));
  });
  it('is none while it is under way, or when it is refused', () => {
    const arriving = new ArrivingCatalogue();
    expect(arriving.hear(asText(records))).toBeUndefined();
    expect(arriving.hear({ type: 'progress', characters: 5 })).toBeUndefined();
    expect(arriving.hear({ type: 'refused', issues: [] })).toMatchObject({ ok: false });
  });
});
