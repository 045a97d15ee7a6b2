/** Catalogues by name: begun, imported beside or in place, copied, renamed, deleted, brought back; old stores moved. */
import { describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import type * as Kinds from '../core/catalogue/recordKinds.ts';

// A kind that a later version might add, put in where recordKinds.ts lists them and before anything reads that list.
vi.mock('../core/catalogue/recordKinds.ts', async (original) => {
  const real = await original<typeof Kinds>();
  const toy = {
    name: 'toy',
    version: 1,
    schema: z.strictObject({
      id: z.string(),
      kind: z.literal('toy'),
      entered: z.number(),
      title: z.string().min(1),
      box: z.string(),
      friends: z.array(z.string()).default([]),
    }),
    migrations: [],
    references: { box: 'owner', 'friends[]': 'cited' },
  };
  Object.assign(real.RECORD_KINDS, { toy });
  Object.assign(real.CURRENT_VERSIONS, { toy: 1 });
  (real.KIND_NAMES as string[]).push('toy');
  return real;
});

import { distribution, reading, release, valueOf } from '../testing/catalogues.ts';
import { eventually, OneBrowser, settle } from '../testing/windowsInOne.ts';
import { findRecord } from '../core/catalogue/catalogue.ts';
import { createCatalogue } from '../core/catalogue/createCatalogue.ts';
import { recordsPointingTo } from '../core/catalogue/pointers.ts';
import { diffOfRecords } from '../core/catalogue/diff.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import type { AnyRecord, KindName } from '../core/catalogue/recordKinds.ts';
import { createSnapshot } from '../core/catalogue/snapshot.ts';
import { beginCatalogue, describeCatalogue } from '../core/editing/about.ts';
import { addDistribution } from '../core/editing/addDistribution.ts';
import { editOfRecords } from '../core/editing/labelledEdit.ts';
import { removeRecord } from '../core/editing/removal.ts';
import { writeFact } from '../core/editing/facts.ts';
import { findFactKey } from '../core/catalogue/factSheet.ts';
import { findAll } from '../core/finding/find.ts';
import { formatCatalogueFile, parseCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { wordEdit } from '../core/wording/editText.ts';
import { fileLists } from './catalogueStorage.ts';
import { createMemoryStore } from './keyValueStore.ts';
import { SAMPLE_ID } from './shelf.ts';
import { Workspace } from './workspace.ts';

const fileOf = (title: string, ...records: AnyRecord[]) =>
  formatCatalogueFile(
    { catalogue: withRecords(beginCatalogue(title), records), packages: new Map() },
    '2026-11-28T00:00:00Z',
  );
const readFile = (text: string) => valueOf(parseCatalogueFile(text, 'file'));
const names = ({ catalogue }: Workspace) =>
  [...catalogue.records.distribution.values()].map(({ name }) => name).sort();
const titles = (workspace: Workspace) =>
  workspace.state.shelf.filter(({ deletedAt }) => !deletedAt).map(({ title }) => title);
const add = (workspace: Workspace, name: string) =>
  workspace.commit(addDistribution(workspace.catalogue, name, null));

async function started(browser = new OneBrowser(), waits = true) {
  browser.sample ||= fileOf('The sample', distribution('fenwick'));
  const workspace = new Workspace(browser.workspaceHost(), () => undefined);
  const starting = workspace.start();
  if (waits) await starting;
  return { browser, workspace };
}

describe('catalogues by name', () => {
  it('the sample is open at the first start; others begin empty beside it', async () => {
    const { browser, workspace } = await started();
    expect(workspace.state.id).toBe(SAMPLE_ID);
    expect(names(workspace)).toEqual(['fenwick']);
    valueOf(await workspace.create('Reading rooms'));
    valueOf(add(workspace, 'Larkspur'));
    await workspace.session.settled();
    await eventually(() => expect(titles(workspace)).toEqual(['The sample', 'Reading rooms']));
    valueOf(await workspace.create('Reading rooms'));
    expect(names(workspace)).toEqual([]);
    await eventually(() =>
      expect(titles(workspace)).toEqual(['The sample', 'Reading rooms', 'Reading rooms (2)']),
    );
    const first = workspace.state.shelf.find(({ title }) => title === 'Reading rooms')!;
    expect(first).toMatchObject({ records: 2, isSample: false });
    valueOf(await workspace.open(first.id));
    expect(names(workspace)).toEqual(['Larkspur']);
    workspace.session.close();
    const again = await started(browser);
    expect(again.workspace.state.id).toBe(first.id);
  });
  it('are renamed by their title, and the shelf shows it', async () => {
    const { workspace } = await started();
    valueOf(await workspace.create('Reading rooms'));
    valueOf(workspace.commit(describeCatalogue(workspace.catalogue, { title: 'Libraries', question: '' })));
    await workspace.session.settled();
    await eventually(() => expect(titles(workspace)).toEqual(['The sample', 'Libraries']));
    expect(
      workspace.commit(describeCatalogue(workspace.catalogue, { title: ' ', question: '' })),
    ).toMatchObject({ ok: false, issues: [{ code: 'record.invalid' }] });
  });
  it('are copied with their package lists, and the copy goes its own way', async () => {
    const { workspace } = await started();
    valueOf(await workspace.create('Mine'));
    const head = createSnapshot({ id: 'snapshot:s', role: 'system', name: 's', family: 'deb', packages: 1 });
    const label = { code: 'text', params: {} };
    const filed = await fileLists([['snapshot:s', new Uint8Array([7])]]);
    valueOf(workspace.commit(editOfRecords(workspace.catalogue, label, [head]), filed));
    const original = workspace.state.id;
    valueOf(await workspace.duplicate());
    expect(workspace.state.id).not.toBe(original);
    expect(await workspace.session.loadList('snapshot:s')).toEqual(new Uint8Array([7]));
    valueOf(add(workspace, 'Larkspur'));
    valueOf(await workspace.open(original));
    expect(names(workspace)).toEqual([]);
    expect(titles(workspace)).toEqual(['The sample', 'Mine', 'Mine, copy']);
  });
  it('are deleted so that they can be brought back, and removed for good after a while', async () => {
    const { browser, workspace } = await started();
    valueOf(await workspace.create('Mine'));
    valueOf(add(workspace, 'Larkspur'));
    await workspace.session.settled();
    const { id } = workspace.state;
    valueOf(await workspace.remove(id));
    expect(workspace.state.id).toBe(SAMPLE_ID);
    expect(titles(workspace)).toEqual(['The sample']);
    await workspace.restore(id);
    valueOf(await workspace.open(id));
    expect(names(workspace)).toEqual(['Larkspur']);
    valueOf(await workspace.remove(id));
    workspace.session.close();
    await browser.pass(31 * 86_400_000);
    const later = await started(browser);
    expect(later.workspace.state.shelf.map((each) => each.id)).toEqual([SAMPLE_ID]);
    expect(browser.contents.get(`catalogue-${id}`)?.size).toBe(0);
  });
  it('that are open in another window are not deleted', async () => {
    const { browser, workspace } = await started();
    valueOf(await workspace.create('Mine'));
    const { id } = workspace.state;
    const other = await started(browser);
    expect(other.workspace.state).toMatchObject({ id, session: { role: 'reader' } });
    expect(await other.workspace.remove(id)).toMatchObject({
      ok: false,
      issues: [{ code: 'window.openElsewhere' }],
    });
    valueOf(await other.workspace.open(SAMPLE_ID));
    expect(await other.workspace.remove(id)).toMatchObject({ ok: false });
  });
  it('whose shelf was lost are found by what is remembered of them', async () => {
    const { browser, workspace } = await started();
    valueOf(await workspace.create('Mine'));
    await settle();
    workspace.session.close();
    browser.contents.get('shelf')!.clear();
    const again = await started(browser);
    expect(titles(again.workspace)).toEqual(['The sample', 'Mine']);
  });
});

describe('a file', () => {
  it('opens beside what is there', async () => {
    const { workspace } = await started();
    valueOf(await workspace.create('Mine'));
    const { id } = workspace.state;
    valueOf(await workspace.openBeside(readFile(fileOf('Theirs', distribution('larkspur')))));
    expect(names(workspace)).toEqual(['larkspur']);
    await eventually(() => expect(titles(workspace)).toEqual(['The sample', 'Mine', 'Theirs']));
    valueOf(await workspace.open(id));
    expect(names(workspace)).toEqual([]);
  });
  it('takes the place of what is there in one step, which undo takes back, lists too', async () => {
    const { browser, workspace } = await started();
    valueOf(await workspace.create('Mine'));
    const head = createSnapshot({ id: 'snapshot:s', role: 'system', name: 's', family: 'deb', packages: 1 });
    const filed = await fileLists([['snapshot:s', new Uint8Array([7])]]);
    valueOf(
      workspace.commit(editOfRecords(workspace.catalogue, { code: 'text', params: {} }, [head]), filed),
    );
    valueOf(add(workspace, 'Fenwick'));
    valueOf(await workspace.replaceBy(readFile(fileOf('Theirs', distribution('larkspur')))));
    expect(names(workspace)).toEqual(['larkspur']);
    expect(await workspace.session.loadList('snapshot:s')).toBeNull();
    await workspace.session.settled();
    workspace.session.close();
    const again = await started(browser);
    expect(names(again.workspace)).toEqual(['larkspur']);
    valueOf(again.workspace.session.undo());
    expect(names(again.workspace)).toEqual(['Fenwick']);
    expect(await again.workspace.session.loadList('snapshot:s')).toEqual(new Uint8Array([7]));
  });
  it('of the sample takes the place of an edited sample, and undo brings the edits back', async () => {
    const { workspace } = await started();
    valueOf(add(workspace, 'Larkspur'));
    valueOf(await workspace.restoreSample());
    expect(names(workspace)).toEqual(['fenwick']);
    valueOf(workspace.session.undo());
    expect(names(workspace)).toEqual(['Larkspur', 'fenwick']);
  });
  it('can always be written, and read again, whatever the storage does', async () => {
    const { browser, workspace } = await started();
    valueOf(await workspace.create('Mine'));
    await settle();
    browser.between = () => createMemoryStore();
    browser.contents.get(`catalogue-${workspace.state.id}`)!.clear();
    valueOf(add(workspace, 'Larkspur'));
    await workspace.session.settled();
    expect(workspace.state.session.saving.state).toBe('emptied');
    const text = valueOf(await workspace.exportFile());
    expect(findRecord(readFile(text).catalogue, 'distribution:larkspur')).toBeDefined();
    expect(await workspace.open(SAMPLE_ID)).toMatchObject({
      ok: false,
      issues: [{ code: 'window.leaveUnsaved' }],
    });
  });
});

describe('the source cited last', () => {
  it('is not offered once undo took it away', async () => {
    const { workspace } = await started();
    valueOf(add(workspace, 'Larkspur'));
    const saying = { state: 'set', text: 'for libraries' } as const;
    const chosen = { kind: 'page', title: 'A page', place: '', date: '', by: '', conditions: {} } as const;
    const written = workspace.commit(
      writeFact(workspace.catalogue, {
        subject: 'distribution:larkspur',
        fact: findFactKey('identity.purpose')!,
        saying,
        chosen,
        today: '2026-11-28',
      }),
    );
    workspace.rememberCited(valueOf(written));
    expect(workspace.lastCited).toBe('source:a-page');
    valueOf(workspace.session.undo());
    expect(workspace.lastCited).toBeNull();
    valueOf(workspace.session.redo());
    expect(workspace.lastCited).toBe('source:a-page');
  });
});

describe('views', () => {
  it('are kept while the catalogue is the same, several days side by side', async () => {
    const { workspace } = await started();
    valueOf(
      workspace.commit(
        editOfRecords(workspace.catalogue, { code: 'text', params: {} }, [
          release('fenwick', '1', '2026-01-01'),
          reading('release:fenwick-1', 'themes.icons', { value: 'Plain' }),
        ]),
      ),
    );
    const of = (day: number) => workspace.views.table(workspace.catalogue, 'release:fenwick-1', day);
    const [early, late] = [of(1), of(20_000)];
    expect(of(1)).toBe(early);
    expect(of(20_000)).toBe(late);
    valueOf(add(workspace, 'Larkspur'));
    expect(of(1)).not.toBe(early);
  });
});

describe('a store of the first versions', () => {
  const old = async () => {
    const store = createMemoryStore();
    const versions = { distribution: 1, about: 1, release: 1, reading: 1, source: 1 };
    const about = {
      id: 'about:catalogue',
      kind: 'about',
      title: 'My catalogue',
      question: '',
      sample: false,
    };
    const dangling = {
      ...reading('distribution:fenwick', 'identity.purpose', { value: 'x' }),
      replaces: 'reading:gone',
    };
    await store.set('page/about/1/0.0', [about]);
    await store.set('page/distribution/1/0.0', [distribution('fenwick')]);
    await store.set('page/reading/1/0.0', [dangling]);
    await store.set('head', {
      versions,
      journal: 4,
      pages: { a: 'page/about/1/0.0', d: 'page/distribution/1/0.0', r: 'page/reading/1/0.0' },
      history: { edits: [], position: 0 },
    });
    const diff = diffOfRecords(createCatalogue(), [distribution('larkspur')]);
    await store.set('journal/000000004', { type: 'do', edit: { label: 'Add larkspur', at: '2026', diff } });
    await store.set('packages/snapshot:none', new Uint8Array([1]));
    return store;
  };
  it('moves over once, with its journal; old versions refuse it from then on', async () => {
    const browser = new OneBrowser();
    const store = await old();
    browser.old.set('own', store);
    const { workspace } = await started(browser);
    valueOf(await workspace.open('own'));
    expect(names(workspace)).toEqual(['fenwick', 'larkspur']);
    expect([...workspace.catalogue.records.reading.values()][0]).not.toHaveProperty('replaces');
    expect(await store.keys()).toEqual(['head']);
    expect(await store.get('head')).toMatchObject({ versions: { moved: 1 } });
    valueOf(add(workspace, 'Tidewater'));
    await workspace.session.settled();
    workspace.session.close();
    const again = await started(browser);
    expect(names(again.workspace)).toEqual(['Tidewater', 'fenwick', 'larkspur']);
  });
  it('keeps what can be undone, worded as it was', async () => {
    const browser = new OneBrowser();
    const store = await old();
    await store.set('page/reading/1/0.0', []);
    browser.old.set('own', store);
    const { workspace } = await started(browser);
    valueOf(await workspace.open('own'));
    expect(workspace.state.session.history.edits.map(({ label }) => wordEdit(label))).toEqual([
      'Add larkspur',
    ]);
    valueOf(workspace.session.undo());
    expect(names(workspace)).toEqual(['fenwick']);
  });
  it('waits for a page of an old version that is still open, and says so', async () => {
    const browser = new OneBrowser();
    browser.old.set('own', await old());
    const letGo = await browser.locks.hold('aspen-ridge', 'ifFree', () => undefined);
    const { workspace } = await started(browser, false);
    await eventually(() =>
      expect(workspace.state.session).toMatchObject({
        phase: 'refused',
        issues: [{ code: 'storage.oldWindow' }],
      }),
    );
    letGo!();
    await eventually(() => expect(workspace.state.session.phase).toBe('ready'));
    valueOf(await workspace.open('own'));
    expect(names(workspace)).toEqual(['fenwick', 'larkspur']);
  });
});

describe('a kind that is one file and one line', () => {
  const toy = (id: string, friends: string[] = []) =>
    ({
      id: `toy:${id}`,
      kind: 'toy',
      entered: 0,
      title: id,
      box: 'distribution:fenwick',
      friends,
    }) as never as AnyRecord;
  it('is stored, found again, exported, imported and deleted', async () => {
    const { browser, workspace } = await started();
    const label = { code: 'text', params: {} };
    valueOf(
      workspace.commit(editOfRecords(workspace.catalogue, label, [toy('kite'), toy('top', ['toy:kite'])])),
    );
    expect(
      workspace.commit(editOfRecords(workspace.catalogue, label, [toy('drum', ['toy:nobody'])])),
    ).toMatchObject({ ok: false, issues: [{ code: 'record.dangling' }] });
    await workspace.session.settled();
    workspace.session.close();
    const { workspace: again } = await started(browser);
    expect(findRecord(again.catalogue, 'toy:kite')).toMatchObject({ ...toy('kite'), entered: 1 });
    const pointing = recordsPointingTo(again.catalogue, 'toy:kite', 'toy' as KindName);
    expect(pointing.map(({ id }) => id)).toEqual(['toy:top']);
    const [hit] = findAll(again.catalogue, 'kite');
    expect(hit).toMatchObject({ id: 'toy:kite', text: 'kite', about: 'toy, fenwick' });
    const { catalogue } = readFile(valueOf(await again.exportFile()));
    expect(findRecord(catalogue, 'toy:top')).toEqual({ ...toy('top', ['toy:kite']), entered: 2 });
    valueOf(again.commit(removeRecord(again.catalogue, 'toy:kite')));
    expect(findRecord(again.catalogue, 'toy:top')).toEqual({ ...toy('top'), entered: 2 });
    valueOf(again.commit(removeRecord(again.catalogue, 'distribution:fenwick')));
    expect(findRecord(again.catalogue, 'toy:top')).toBeUndefined();
  });
});
