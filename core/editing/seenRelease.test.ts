import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, valueOf } from '../../testing/catalogues.ts';
import { applyDiff } from '../catalogue/applyDiff.ts';
import { addSeenRelease } from './seenRelease.ts';

const fenwick = distribution('fenwick');
const catalogue = catalogueOf(fenwick);
const at = { repository: 'mirror.example/fenwick', day: '2026-11-20' };

const add = (of: Parameters<typeof addSeenRelease>[2], to = catalogue) => {
  const edit = addSeenRelease(to, fenwick.id, of, at);
  if (!edit.ok) throw new Error('refused');
  return edit.value;
};

describe('a release that was seen', () => {
  it('is named by its version, and keeps the code name beside it', () => {
    const { made } = add({ version: '32', codename: 'sorrel', suite: 'stable' });
    expect(made).toMatchObject({ distribution: fenwick.id, version: '32', codeName: 'sorrel' });
    expect(made.date).toBeUndefined();
    expect(made.note).toBe('Seen at mirror.example/fenwick on 2026-11-20.');
  });

  it('is named by what there is, without saying it twice', () => {
    expect(add({ version: '', codename: 'sorrel', suite: 'stable' }).made).toMatchObject({
      version: 'sorrel',
      codeName: '',
    });
    expect(add({ version: '', codename: '', suite: 'stable' }).made.version).toBe('stable');
  });

  it('that is there already is refused or gets an id of its own, never written over', () => {
    const first = add({ version: '32', codename: '', suite: '' });
    const after = valueOf(applyDiff(catalogue, first.diff));
    const second = addSeenRelease(after, fenwick.id, { version: '32', codename: '', suite: '' }, at);
    if (second.ok) expect(second.value.made.id).not.toBe(first.made.id);
    else expect(second.issues).not.toEqual([]);
    expect(after.records.release.size).toBe(1);
  });
});
