/** Catalogue files as nobody should send them: markup in every text, and fields of any value. */
import { allRecords } from '../core/catalogue/allRecords.ts';
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { RECORD_KINDS, type AnyRecord } from '../core/catalogue/recordKinds.ts';
import { catalogueOfRecords } from '../core/catalogue/wholeCatalogue.ts';
import { mendReferences } from '../core/catalogue/mendReferences.ts';
import type { Random } from '../sample/random.ts';

/** Runs where it is taken for markup; begins a formula where it is taken for one; breaks out of quotes and attributes. */
export const MARKUP = `=1+1"'><img src=x onerror="window.planted=1"><script>window.planted=1</script>\`[x](javascript:planted)`;
/** What tells that it got into a document as markup. */
export const RUNS = /<img src=x|<script>window/i;

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** The places of a value, innermost last. */
function* placesIn(value: Json, at: readonly (string | number)[] = []): Generator<(string | number)[]> {
  if (at.length > 0) yield [...at];
  if (typeof value !== 'object' || value === null) return;
  for (const [key, inner] of Object.entries(value))
    yield* placesIn(inner, [...at, Array.isArray(value) ? Number(key) : key]);
}

function valueAt(record: Json, place: readonly (string | number)[]): Json {
  return place.reduce<Json>((value, key) => (value as Record<string | number, Json>)[key], record);
}

/** A copy with another value at a place; undefined takes it out. */
function withValueAt(record: Json, place: readonly (string | number)[], value: Json | undefined): Json {
  const copy = structuredClone(record);
  const holder = valueAt(copy, place.slice(0, -1)) as Record<string | number, Json | undefined>;
  const last = place[place.length - 1];
  if (value !== undefined) holder[last] = value;
  else if (Array.isArray(holder)) holder.splice(Number(last), 1);
  else delete holder[last];
  return copy;
}

/** The catalogue with markup behind every text that a record may have in that place; ids and mentions stay. */
export function withMarkup(catalogue: Catalogue): { catalogue: Catalogue; planted: number } {
  let planted = 0;
  const records = [...allRecords(catalogue)];
  const known = new Set(records.map(({ id }) => id));
  const made = records.map((record) => {
    let now = record as unknown as Json;
    for (const place of placesIn(now)) {
      const value = valueAt(now, place);
      if (typeof value !== 'string' || value === '' || known.has(value)) continue;
      const tried = withValueAt(now, place, value + MARKUP);
      const checked = RECORD_KINDS[record.kind].schema.safeParse(tried);
      if (!checked.success || JSON.stringify(checked.data) !== JSON.stringify(tried)) continue;
      now = tried;
      planted++;
    }
    return now as unknown as AnyRecord;
  });
  return { catalogue: catalogueOfRecords(mendReferences(made).records), planted };
}

const ODD: readonly (Json | undefined)[] = [
  ...[
    undefined,
    null,
    true,
    false,
    0,
    -1,
    1e308,
    0.1,
    '',
    ' ',
    'x'.repeat(5000),
    MARKUP,
    '__proto__',
    '\u0000',
  ],
  ...[
    [],
    {},
    [[]],
    { __proto__: null, constructor: 1 },
    'distribution:',
    'release:nobody',
    '2026-13-45',
    '9'.repeat(30),
  ],
];

/** The text of a catalogue file in which one record has something odd somewhere, is doubled or is missing. */
export function changedFile(text: string, random: Random): { text: string; how: string } {
  const file = JSON.parse(text) as { records: Json[]; [key: string]: Json };
  const index = random.below(file.records.length);
  const record = file.records[index];
  const chance = random.below(20);
  if (chance === 0) file.records.push(record);
  else if (chance === 1) file.records.splice(index, 1);
  else {
    const places = [...placesIn(record)];
    const place = places[random.below(places.length)];
    const odd = ODD[random.below(ODD.length)];
    file.records[index] = withValueAt(record, place, odd);
    return { text: JSON.stringify(file), how: `${place.join('.')} is ${JSON.stringify(odd)?.slice(0, 40)}` };
  }
  return { text: JSON.stringify(file), how: chance === 0 ? 'a record twice' : 'a record missing' };
}
