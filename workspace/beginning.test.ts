/** A catalogue that begins: shown before it is written, safe only after. */
import { describe, expect, it } from 'vitest';
import { valueOf } from '../testing/catalogues.ts';
import { refusingStore } from '../testing/storeFaults.ts';
import { OneBrowser, settle } from '../testing/windowsInOne.ts';
import { EMPTY_HISTORY } from '../core/catalogue/history.ts';
import { beginCatalogue } from '../core/editing/about.ts';
import { addDistribution } from '../core/editing/addDistribution.ts';
import { countRecords } from './catalogueFigures.ts';
import type { KeyValueStore } from './keyValueStore.ts';
import { CatalogueSession } from './session.ts';

const START = { catalogue: beginCatalogue('Mine'), history: EMPTY_HISTORY, lists: new Map<string, string>() };

async function openedWith(
  browser: OneBrowser,
  wrap: (store: KeyValueStore) => KeyValueStore = (store) => store,
) {
  const host = browser.sessionHost('catalogue-mine');
  const session = new CatalogueSession('mine', { ...host, store: wrap(host.store) }, () => undefined);
  await session.open();
  return session;
}
const names = ({ state: { catalogue } }: CatalogueSession) =>
  [...catalogue.records.distribution.values()].map(({ name }) => name);

describe('a catalogue that begins', () => {
  it('is shown at once; edits of it wait until all is written, and are saved then', async () => {
    const browser = new OneBrowser();
    let open = () => {};
    const gate = new Promise<void>((resolve) => (open = resolve));
    const session = await openedWith(browser, (store) =>
      Object.assign(Object.create(store) as KeyValueStore, {
        set: async (key: string, value: unknown) => {
          await gate;
          return store.set(key, value);
        },
      }),
    );
    const beginning = session.begin(START);
    await settle();
    expect(session.state).toMatchObject({ phase: 'ready', saving: { state: 'saving', unsaved: 1 } });
    valueOf(session.commit(valueOf(addDistribution(session.state.catalogue, 'Fenwick', null))));
    await settle();
    expect(session.state.saving).toMatchObject({ state: 'saving', unsaved: 2 });
    let isSettled = false;
    const settled = session.settled().then(() => (isSettled = true));
    await settle();
    expect(isSettled).toBe(false);
    open();
    valueOf(await beginning);
    await settled;
    await session.settled();
    expect(session.state.saving).toMatchObject({ state: 'saved', unsaved: 0 });
    session.close();
    expect(names(await openedWith(browser))).toEqual(['Fenwick']);
  });

  it('and cannot be written shows nothing of it', async () => {
    const session = await openedWith(new OneBrowser(), (store) =>
      refusingStore(store, (key) => key.startsWith('page/')),
    );
    expect(await session.begin(START)).toMatchObject({ ok: false, issues: [{ code: 'storage.failed' }] });
    expect(session.state).toMatchObject({ phase: 'absent', saving: { unsaved: 0 } });
    expect(countRecords(session.state.catalogue)).toBe(0);
  });
});
