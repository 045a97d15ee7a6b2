/** Editions and images pasted as a list or as columns of a spreadsheet. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import { createEdition, EDITION_STANDINGS, type Edition } from '../catalogue/edition.ts';
import type { Element } from '../catalogue/factValue.ts';
import { parseMeasure } from '../catalogue/measure.ts';
import { createIdSource } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import { createIssue, type Issue } from '../issue.ts';
import { parseWhen } from '../catalogue/parseWhen.ts';
import { readPastedTable, type PastedColumn, type PastedRow } from './pastedTable.ts';
import { choiceOf, issuesOfHeads, type Pasted } from './pasteReleases.ts';

const EDITION_COLUMNS: readonly PastedColumn[] = [
  { id: 'name', head: /^(name|edition)$/i },
  { id: 'standing', head: /^(standing|kind|status)$/i },
  { id: 'note', head: /^(note|remark|notes)$/i },
];

/** What a pasted list adds to a distribution: new editions, and known ones whose standing was not known. */
export function parsePastedEditions(
  catalogue: Catalogue,
  distribution: RecordId,
  text: string,
): Pasted<Edition> {
  const present = new Map(
    recordsBelongingTo(catalogue, distribution, 'edition').map((edition) => [edition.name, edition]),
  );
  const freshId = createIdSource((id) => catalogue.records.edition.has(id));
  const { rows, unknown } = readPastedTable(text, EDITION_COLUMNS);
  const put: Edition[] = [];
  const known: string[] = [];
  const issues: Issue[] = issuesOfHeads(unknown);
  const seen = new Set<string>();
  for (const { where, cells } of rows) {
    const { name, note } = cells;
    const standing = EDITION_STANDINGS.find((each) => each === (cells.standing.toLowerCase() || 'unknown'));
    if (!name || name.length > 300) issues.push(createIssue('damage', 'paste.name', where));
    else if (!standing)
      issues.push(
        createIssue('damage', 'paste.choice', where, choiceOf('standing', cells.standing, EDITION_STANDINGS)),
      );
    else if (seen.has(name)) issues.push(createIssue('damage', 'paste.twice', where, { text: name }));
    else {
      seen.add(name);
      const old = present.get(name);
      const more = {
        ...(standing !== 'unknown' && (!old || old.standing === 'unknown') && { standing }),
        ...(note && !old?.note && { note }),
      };
      if (old && Object.keys(more).length === 0) known.push(name);
      else if (old) put.push({ ...old, ...more });
      else {
        const id = freshId('edition', `${tokenOf(distribution)}-${name}`);
        put.push(createEdition({ id, distribution, name, ...more }));
      }
    }
  }
  return { put, known, issues };
}

const IMAGE_COLUMNS: readonly PastedColumn[] = [
  { id: 'name', head: /^(file|file ?name|image|name)$/i },
  { id: 'edition', head: /^edition$/i },
  { id: 'architecture', head: /^(architecture|arch|processor)$/i },
  { id: 'date', head: /^(date|built|day)$/i },
  { id: 'size', head: /^size$/i },
  { id: 'kind', head: /^(kind|type)$/i },
  { id: 'checksum', head: /^(checksum|sum|sha256|sha512)$/i },
  { id: 'host', head: /^(host|address|mirror)$/i },
];

/** What an image can be used for. */
export const IMAGE_KINDS = ['live', 'installable', 'both'] as const;

/** What a pasted list makes of the images of a release: new ones behind those that are there, known ones completed. */
export function parsePastedImages(images: readonly Element[], text: string): Pasted<Element> {
  const { rows, unknown } = readPastedTable(text, IMAGE_COLUMNS);
  const present = new Map(images.map((image) => [image.name, image]));
  const put: Element[] = [];
  const known: string[] = [];
  const issues: Issue[] = issuesOfHeads(unknown);
  const seen = new Set<string>();
  for (const row of rows) {
    const read = readImage(row);
    if ('code' in read) issues.push(read);
    else if (seen.has(read.name))
      issues.push(createIssue('damage', 'paste.twice', row.where, { text: read.name }));
    else {
      seen.add(read.name);
      const old = present.get(read.name);
      const slot = old?.slot ?? read.slot;
      const settings = { ...read.settings, ...old?.settings };
      const isMore =
        slot !== old?.slot || Object.keys(settings).length > Object.keys(old?.settings ?? {}).length;
      if (old && !isMore) known.push(read.name);
      else
        put.push({
          name: read.name,
          ...(slot && { slot }),
          ...(Object.keys(settings).length > 0 && { settings }),
        });
    }
  }
  return { put, known, issues };
}

/** The images with those put in: in their place where they are known, else behind. */
export function mergeImages(images: readonly Element[], put: readonly Element[]): Element[] {
  const made = new Map(put.map((image) => [image.name, image]));
  const kept = images.map((image) => made.get(image.name) ?? image);
  const names = new Set(images.map(({ name }) => name));
  return [...kept, ...put.filter(({ name }) => !names.has(name))];
}

function readImage({ where, cells }: PastedRow): Element | Issue {
  const { name, edition, architecture, checksum, host } = cells;
  const wrong = (code: string, params: Issue['params'] = {}) => createIssue('damage', code, where, params);
  if (!name || name.length > 2000) return wrong('paste.name');
  const date = cells.date && parseWhen(cells.date);
  if (date === null) return wrong('paste.date', { text: cells.date });
  const size = cells.size && sizeOf(cells.size);
  if (size === null) return wrong('paste.size', { text: cells.size });
  const kind = cells.kind && IMAGE_KINDS.find((each) => each === cells.kind.toLowerCase());
  if (kind === undefined) return wrong('paste.choice', choiceOf('kind', cells.kind, IMAGE_KINDS));
  const stated = Object.entries({ architecture, date, size, kind, checksum, host }).filter(
    ([, text]) => text,
  );
  return {
    name,
    ...(edition && { slot: edition }),
    ...(stated.length > 0 && { settings: Object.fromEntries(stated) as Record<string, string> }),
  };
}

/** A size in MiB as `3100 MiB`; a bare number is one of MiB. */
function sizeOf(text: string): string | null {
  const value = /^\d+(\.\d+)?$/.test(text) ? Number(text) : parseMeasure(text, 'MiB')?.value;
  return value === undefined ? null : `${Math.round(value)} MiB`;
}
