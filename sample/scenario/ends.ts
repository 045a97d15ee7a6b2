/** The distributions, editions and releases that the notes name: read first, so that links can point ahead. */
import { createDistribution, type Distribution } from '../../core/catalogue/distribution.ts';
import { createEdition, type Edition } from '../../core/catalogue/edition.ts';
import { createRecordId, type RecordId } from '../../core/catalogue/recordId.ts';
import { createRelease, type Release } from '../../core/catalogue/release.ts';

/** A file of notes: its name for messages, and its text. */
export interface NotesFile {
  readonly name: string;
  readonly text: string;
}

export interface Ends {
  /** The id of `Tidewater`, `Tidewater 7.1` or `Tidewater: Ebb`. Throws when there is none. */
  readonly idOf: (name: string) => RecordId;
  readonly findId: (name: string) => RecordId | undefined;
  readonly recordOf: (name: string) => Distribution | Edition | Release;
  /** Names of a distribution's editions: `Tidewater: Ebb`. */
  readonly editionsOf: (distribution: string) => string[];
}

/** Reads the lines `==`, `also:`, `edition:` and `--` of all notes. */
export function readEnds(files: readonly NotesFile[]): Ends {
  const records = new Map<string, Distribution | Edition | Release>();
  let current: Distribution | undefined;
  for (const line of files.flatMap(({ text }) => text.split('\n'))) {
    const [, mark, rest] = /^(==|--|also:|edition:)\s+(.*)$/.exec(line.trim()) ?? [];
    if (mark === '==') {
      current = createDistribution({
        id: createRecordId('distribution', rest),
        name: rest,
        aliases: [],
        note: '',
      });
      if (records.has(rest)) throw new Error(`sample: "${rest}" is described twice`);
      records.set(rest, current);
    } else if (mark && current) {
      const fields = rest.split('|').map((field) => field.trim());
      if (mark === 'also:') current.aliases.push(...rest.split(',').map((name) => name.trim()));
      if (mark === 'edition:') records.set(`${current.name}: ${fields[0]}`, editionOf(current, fields));
      if (mark === '--') records.set(`${current.name} ${fields[0]}`, releaseOf(current, fields));
    }
  }
  const recordOf = (name: string) => {
    const record = records.get(name);
    if (!record) throw new Error(`no distribution, edition or release is called "${name}"`);
    return record;
  };
  return {
    idOf: (name) => recordOf(name).id,
    findId: (name) => records.get(name)?.id,
    recordOf,
    editionsOf: (distribution) => [...records.keys()].filter((name) => name.startsWith(`${distribution}: `)),
  };
}

function editionOf(of: Distribution, [name, standing]: readonly string[]): Edition {
  return createEdition({
    id: createRecordId('edition', `${of.name}-${name}`),
    distribution: of.id,
    name,
    standing: standing as Edition['standing'],
    sources: [],
    note: '',
  });
}

function releaseOf(
  of: Distribution,
  [version, codeName = '', date = '', stage = '', editions = '']: readonly string[],
): Release {
  return createRelease({
    id: createRecordId('release', `${of.name}-${version}`),
    distribution: of.id,
    editions: editions
      ? editions.split(',').map((name) => createRecordId('edition', `${of.name}-${name.trim()}`))
      : [],
    version,
    codeName,
    stage: (stage || 'final') as Release['stage'],
    ...(date && { date }),
    sources: [],
    note: '',
  });
}
