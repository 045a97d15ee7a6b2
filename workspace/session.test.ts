/** One catalogue in several windows: who writes, who follows, and that nothing called saved is lost on the way. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { valueOf } from '../testing/catalogues.ts';
import { refusingStore } from '../testing/storeFaults.ts';
import { eventually, OneBrowser, settle } from '../testing/windowsInOne.ts';
import { createCatalogue } from '../core/catalogue/createCatalogue.ts';
import { EMPTY_HISTORY } from '../core/catalogue/history.ts';
import { createSnapshot } from '../core/catalogue/snapshot.ts';
import { beginCatalogue } from '../core/editing/about.ts';
import { editOfRecords, editOfRemoval } from '../core/editing/labelledEdit.ts';
import { addDistribution } from '../core/editing/addDistribution.ts';
import { fileLists } from './catalogueStorage.ts';
import { CatalogueSession, type SessionState } from './session.ts';
import { countRecords } from './catalogueFigures.ts';

const START = { catalogue: beginCatalogue('Mine'), history: EMPTY_HISTORY, lists: new Map<string, string>() };

function windowOf(browser: OneBrowser): CatalogueSession {
  return new CatalogueSession('mine', browser.sessionHost('catalogue-mine'), () => undefined);
}

/** A browser with one window that has begun a catalogue. */
async function begun(): Promise<{ browser: OneBrowser; first: CatalogueSession }> {
  const browser = new OneBrowser();
  const first = windowOf(browser);
  await first.open();
  expect(first.state.phase).toBe('absent');
  valueOf(await first.begin(START));
  return { browser, first };
}

const add = (session: CatalogueSession, name: string) =>
  session.commit(valueOf(addDistribution(session.state.catalogue, name, null)));
const names = ({ catalogue }: SessionState) =>
  [...catalogue.records.distribution.values()].map(({ name }) => name).sort();

describe('one window', () => {
  it('saves in order, undoes and redoes, and finds all of it again', async () => {
    const { browser, first } = await begun();
    for (const name of ['Fenwick', 'Larkspur', 'Tidewater']) valueOf(add(first, name));
    valueOf(first.undo());
    valueOf(first.undo());
    valueOf(first.redo());
    await first.settled();
    expect(first.state.saving).toMatchObject({ state: 'saved', unsaved: 0 });
    first.close();
    const again = windowOf(browser);
    await again.open();
    expect(again.state).toMatchObject({ phase: 'ready', role: 'writer' });
    expect(names(again.state)).toEqual(['Fenwick', 'Larkspur']);
    valueOf(again.redo());
    expect(names(again.state)).toEqual(['Fenwick', 'Larkspur', 'Tidewater']);
  });
  it('refuses an edit made for another state, and changes nothing', async () => {
    const { first } = await begun();
    const edit = valueOf(addDistribution(first.state.catalogue, 'Fenwick', null));
    valueOf(first.commit(edit));
    expect(first.commit(edit)).toMatchObject({ ok: false, issues: [{ code: 'diff.stale' }] });
    expect(names(first.state)).toEqual(['Fenwick']);
  });
  it('tries a failed write again, in order, and says "not saved" until all is written', async () => {
    const { browser } = await begun();
    let isFull = false;
    browser.between = (_, store) => refusingStore(store, () => isFull);
    const session = windowOf(browser);
    await session.open();
    expect(session.state.role).toBe('reader');
    valueOf(await session.takeOver());
    isFull = true;
    add(session, 'Fenwick');
    await session.settled();
    expect(session.state.saving).toMatchObject({ state: 'failed', unsaved: 1, reason: 'QuotaExceededError' });
    add(session, 'Larkspur');
    await session.settled();
    expect(session.state.saving).toMatchObject({ state: 'failed', unsaved: 2 });
    await browser.pass(60_000);
    expect(session.state.saving).toMatchObject({ state: 'failed', unsaved: 2 });
    isFull = false;
    await browser.pass(60_000);
    expect(session.state.saving).toMatchObject({ state: 'saved', unsaved: 0 });
    session.close();
    const again = windowOf(browser);
    await again.open();
    expect(names(again.state)).toEqual(['Fenwick', 'Larkspur']);
  });
  it('saves whatever fails in whatever order, once writes go through again', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.boolean(), { maxLength: 40 }), async (fails) => {
        const { browser, first } = await begun();
        first.close();
        const left = [...fails];
        browser.between = (_, store) => refusingStore(store, () => left.shift() ?? false);
        const session = windowOf(browser);
        await session.open();
        while (session.state.role === 'reader') await session.takeOver(); // the claim itself failed
        for (let n = 0; n < 6; n++) {
          add(session, `d${n}`);
          if (n % 2) await session.settled();
        }
        for (let n = 0; n < 45; n++) await browser.pass(31_000);
        expect(session.state.saving).toMatchObject({ state: 'saved', unsaved: 0 });
        session.close();
        browser.between = (_, store) => store;
        const again = windowOf(browser);
        await again.open();
        expect(names(again.state)).toHaveLength(6);
        again.close();
      }),
      { numRuns: 8 },
    );
  });
  it('notices that its storage was emptied, goes on in memory, and stores all of it again', async () => {
    const { browser, first } = await begun();
    add(first, 'Fenwick');
    await first.settled();
    browser.contents.get('catalogue-mine')!.clear();
    add(first, 'Larkspur');
    await first.settled();
    expect(first.state.saving).toMatchObject({ state: 'emptied', unsaved: 1 });
    add(first, 'Tidewater');
    expect(first.state.saving).toMatchObject({ state: 'emptied', unsaved: 2 });
    valueOf(await first.goOn());
    expect(first.state.saving.state).toBe('saved');
    first.close();
    const again = windowOf(browser);
    await again.open();
    expect(names(again.state)).toEqual(['Fenwick', 'Larkspur', 'Tidewater']);
  });
  it('tells an emptied storage from a first start', async () => {
    const { browser, first } = await begun();
    add(first, 'Fenwick');
    await first.settled();
    first.close();
    browser.contents.get('catalogue-mine')!.clear();
    const again = windowOf(browser);
    await again.open();
    expect(again.state).toMatchObject({ phase: 'lost', seen: { title: 'Mine', records: 2 } });
    expect(add(again, 'x')).toMatchObject({ ok: false, issues: [{ code: 'workspace.lost' }] });
    valueOf(await again.begin(START));
    expect(again.state.phase).toBe('ready');
  });
  it('shows what is whole after damage, edits nothing until it is gone on, then is safe', async () => {
    const { browser, first } = await begun();
    for (let n = 0; n < 4; n++) add(first, `d${n}`);
    await first.settled();
    first.close();
    const values = browser.contents.get('catalogue-mine')!;
    const last = [...values.keys()].filter((key) => key.startsWith('step/')).sort()[2];
    values.delete(last);
    const session = windowOf(browser);
    await session.open();
    expect(session.state.phase).toBe('damaged');
    expect(session.state.issues).toMatchObject([{ code: 'storage.stepDamaged' }]);
    expect(names(session.state)).toEqual(['d0', 'd1']);
    expect(add(session, 'x')).toMatchObject({ ok: false, issues: [{ code: 'workspace.damaged' }] });
    valueOf(await session.goOn());
    add(session, 'd9');
    await session.settled();
    session.close();
    const again = windowOf(browser);
    await again.open();
    expect(again.state.phase).toBe('ready');
    expect(names(again.state)).toEqual(['d0', 'd1', 'd9']);
  });
  it('shows what is stored when nothing can be written, and writes as soon as that can be', async () => {
    const { browser, first } = await begun();
    add(first, 'Fenwick');
    await first.settled();
    first.close();
    let isFull = true;
    browser.between = (_, store) => refusingStore(store, () => isFull);
    const session = windowOf(browser);
    await session.open();
    expect(session.state).toMatchObject({ phase: 'ready', role: 'reader' });
    expect(session.state.issues).toMatchObject([{ code: 'storage.cannotWrite' }]);
    expect(names(session.state)).toEqual(['Fenwick']);
    expect(await session.takeOver()).toMatchObject({ ok: false });
    isFull = false;
    valueOf(await session.takeOver());
    valueOf(add(session, 'Larkspur'));
    expect(session.state.issues).toEqual([]);
  });
  it('is refused with words when its storage does not answer', async () => {
    const browser = new OneBrowser();
    browser.between = (_, store) => ({ ...store, get: () => Promise.reject(new Error('denied')) });
    const session = windowOf(browser);
    await session.open();
    expect(session.state).toMatchObject({ phase: 'refused', issues: [{ code: 'storage.unreadable' }] });
  });
});

describe('package lists', () => {
  const snapshot = (n: number) =>
    createSnapshot({ id: `snapshot:s`, role: 'system', name: `list ${n}`, family: 'deb', packages: n });
  it('come and go with the edits that name them, also over undo, and under the same id', async () => {
    const { browser, first } = await begun();
    const filed = async (n: number) => fileLists([['snapshot:s', new Uint8Array([n, n, n])]]);
    const put = (n: number) =>
      valueOf(editOfRecords(first.state.catalogue, { code: 'text', params: { text: '' } }, [snapshot(n)]));
    const label = { code: 'text', params: { text: '' } };
    valueOf(first.commit(put(1), await filed(1)));
    valueOf(first.commit(valueOf(editOfRemoval(first.state.catalogue, label, ['snapshot:s']))));
    expect(await first.loadList('snapshot:s')).toBeNull();
    valueOf(first.commit(put(2), await filed(2)));
    expect(await first.loadList('snapshot:s')).toEqual(new Uint8Array([2, 2, 2]));
    first.undo();
    first.undo();
    expect(await first.loadList('snapshot:s')).toEqual(new Uint8Array([1, 1, 1]));
    await first.settled();
    first.close();
    const again = windowOf(browser);
    await again.open();
    expect(await again.loadList('snapshot:s')).toEqual(new Uint8Array([1, 1, 1]));
    again.redo();
    again.redo();
    expect(await again.loadList('snapshot:s')).toEqual(new Uint8Array([2, 2, 2]));
  });
  it('are written before the step that names them', async () => {
    const { browser, first } = await begun();
    first.close();
    const written: string[] = [];
    browser.between = (_, store) => refusingStore(store, (key) => (written.push(key), false));
    const session = windowOf(browser);
    await session.open();
    written.length = 0;
    const edit = valueOf(editOfRecords(session.state.catalogue, { code: 'text', params: {} }, [snapshot(1)]));
    valueOf(session.commit(edit, await fileLists([['snapshot:s', new Uint8Array([1])]])));
    await session.settled();
    expect(written.map((key) => key.split('/')[0])).toEqual(['list', 'step']);
  });
});

describe('three windows', () => {
  async function three() {
    const { browser, first } = await begun();
    const [second, third] = [windowOf(browser), windowOf(browser)];
    await second.open();
    await third.open();
    return { browser, first, second, third, all: [first, second, third] };
  }
  it('one writes, the others follow live and cannot edit', async () => {
    const { first, second, third } = await three();
    expect([first, second, third].map(({ state }) => state.role)).toEqual(['writer', 'reader', 'reader']);
    add(first, 'Fenwick');
    add(first, 'Larkspur');
    first.undo();
    await eventually(() => {
      for (const { state } of [second, third]) {
        expect(names(state)).toEqual(['Fenwick']);
        expect(state.history).toEqual(first.state.history);
      }
    });
    expect(add(second, 'x')).toMatchObject({ ok: false, issues: [{ code: 'window.readOnly' }] });
    expect(second.undo()).toMatchObject({ ok: false });
    expect(await second.begin(START)).toMatchObject({ ok: false, issues: [{ code: 'window.readOnly' }] });
  });
  it('any of them takes over, with what was being saved', async () => {
    const { first, second, third } = await three();
    add(first, 'Fenwick');
    valueOf(await third.takeOver());
    await eventually(() =>
      expect([first, second, third].map(({ state }) => state.role)).toEqual(['reader', 'reader', 'writer']),
    );
    expect(names(third.state)).toEqual(['Fenwick']);
    add(third, 'Larkspur');
    await eventually(() => expect(names(first.state)).toEqual(['Fenwick', 'Larkspur']));
    valueOf(await first.takeOver());
    add(first, 'Tidewater');
    await eventually(() => expect(names(second.state)).toEqual(['Fenwick', 'Larkspur', 'Tidewater']));
  });
  it('a writer that goes frees it for the one that waited longest', async () => {
    const { first, second, third } = await three();
    add(first, 'Fenwick');
    await first.settled();
    first.close();
    await eventually(() =>
      expect([second, third].map(({ state }) => state.role)).toEqual(['writer', 'reader']),
    );
    add(second, 'Larkspur');
    await eventually(() => expect(names(third.state)).toEqual(['Fenwick', 'Larkspur']));
  });
  it('a writer that does not answer is relieved all the same; its unsaved edits stay with it', async () => {
    const { browser, first } = await begun();
    let isStuck = false;
    browser.between = (_, store) => ({
      ...store,
      set: (key, value) => (isStuck ? new Promise<void>(() => undefined) : store.set(key, value)),
    });
    first.close();
    const stuck = windowOf(browser);
    await stuck.open();
    isStuck = true;
    add(stuck, 'Fenwick');
    browser.between = (_, store) => store;
    const other = windowOf(browser);
    await other.open();
    const taking = other.takeOver();
    await browser.pass(5000);
    valueOf(await taking);
    expect(other.state.role).toBe('writer');
    expect(names(other.state)).toEqual([]);
    expect(names(stuck.state)).toEqual(['Fenwick']);
    expect(stuck.state).toMatchObject({ role: 'reader', saving: { state: 'takenOver', unsaved: 1 } });
  });
  it('asks before it takes over from a window with unsaved edits, which keeps them until they are given up', async () => {
    const { browser, first } = await begun();
    first.close();
    let isFull = false;
    browser.between = (_, store) => refusingStore(store, () => isFull);
    const full = windowOf(browser);
    await full.open();
    isFull = true;
    add(full, 'Fenwick');
    await full.settled();
    browser.between = (_, store) => store;
    const other = windowOf(browser);
    await other.open();
    expect(await other.takeOver()).toMatchObject({ ok: false, issues: [{ code: 'window.unsaved' }] });
    expect(other.state.role).toBe('reader');
    valueOf(await other.takeOver(true));
    await eventually(() =>
      expect(full.state).toMatchObject({ role: 'reader', saving: { state: 'takenOver', unsaved: 1 } }),
    );
    expect(names(full.state)).toEqual(['Fenwick']);
    add(other, 'Larkspur');
    await eventually(() => expect(names(full.state)).toEqual(['Fenwick']));
    other.close();
    await eventually(() => expect(full.state.role).toBe('reader'));
    isFull = false;
    full.followAgain();
    await eventually(() => expect(names(full.state)).toEqual(['Larkspur']));
    expect(full.state.role).toBe('writer');
  });
  it('never loses an edit that was called saved, whoever writes, edits, takes over or dies', async () => {
    const action = fc.record({
      window: fc.nat(2),
      does: fc.constantFrom('edit', 'edit', 'edit', 'undo', 'takeOver', 'die'),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(action, { minLength: 4, maxLength: 18 }), async (actions) => {
        const { browser, all } = await three();
        let saved = 1;
        for (const [n, { window, does }] of actions.entries()) {
          const session = all[window];
          if (does === 'edit') add(session, `d${n}`);
          if (does === 'undo') session.undo();
          if (does === 'takeOver') valueOf(await session.takeOver());
          if (does === 'die') {
            session.close();
            await settle();
            all[window] = windowOf(browser);
            await all[window].open();
          }
          saved = await eventually(() => {
            const writer = all.find(({ state }) => state.role === 'writer')!;
            expect(writer.state.saving.state).toBe('saved');
            for (const { state } of all) {
              expect(state.phase).toBe('ready');
              expect(names(state)).toEqual(names(writer.state));
            }
            return countRecords(writer.state.catalogue);
          });
        }
        for (const session of all) session.close();
        const again = windowOf(browser);
        await again.open();
        expect(again.state.phase).toBe('ready');
        expect(countRecords(again.state.catalogue)).toBe(saved);
      }),
      { numRuns: 25 },
    );
  });
});

describe('a session', () => {
  it('counts nothing in an empty catalogue', () => {
    expect(countRecords(createCatalogue())).toBe(0);
  });
});
