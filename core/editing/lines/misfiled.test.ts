/** Lines that were once filed in the wrong place, or took the place of what was said before. */
import { describe, expect, it } from 'vitest';
import { TypedVisit } from '../../../testing/tours/typed.ts';
import { recordsOf } from '../../catalogue/catalogue.ts';
import type { Reading } from '../../catalogue/reading.ts';
import { nameOf } from '../../lineage/names.ts';
import { writeLine } from './writeLine.ts';

function visit(...lines: readonly string[]): TypedVisit {
  const desk = new TypedVisit();
  desk.today = '2026-10-20';
  for (const line of lines) desk.write(line);
  return desk;
}
const names = ({ catalogue }: TypedVisit, kind: 'distribution' | 'release' | 'edition') =>
  [...recordsOf(catalogue, kind)].map(({ id }) => nameOf(catalogue, id)).sort();
const reading = ({ catalogue }: TypedVisit, key: string): Reading =>
  [...recordsOf(catalogue, 'reading')].find((each) => each.key === key)!;

describe('what is looked at', () => {
  it('is never another one whose name only sounds alike: that is asked', () => {
    const desk = visit('Twin 1');
    const edited = writeLine(desk.context, 'about Thwin 1');
    expect(edited.ok ? [] : edited.issues.map(({ code }) => code)).toEqual(['subject.sounds']);
    desk.write('about new Thwin 1');
    expect(names(desk, 'distribution')).toEqual(['Thwin', 'Twin']);
  });
  it('is a project by itself where its name only begins with that of another', () => {
    const desk = visit('Fenwick 31', 'about Fenwick Orchard');
    expect(names(desk, 'distribution')).toEqual(['Fenwick', 'Fenwick Orchard']);
    expect(names(desk, 'release')).toEqual(['Fenwick 31']);
  });
  it('keeps releases apart whose numbers differ', () => {
    const desk = visit('Corvane 2.2', 'live, vm, 3 GiB', 'release 22, 25 Jul 2024');
    expect(names(desk, 'release')).toEqual(['Corvane 2.2', 'Corvane 22']);
  });
});

describe('an edition that is named later', () => {
  it('does not take the one that was looked at out of the release', () => {
    const desk = visit('Corvane 4, Main', 'live, vm, 3 GiB', 'edition Heath on Aldermoor 9');
    const [release] = recordsOf(desk.catalogue, 'release');
    const corvane =
      [...recordsOf(desk.catalogue, 'release')].find(({ version }) => version === '4') ?? release;
    expect(corvane.editions.map((id) => nameOf(desk.catalogue, id)).sort()).toEqual([
      'Corvane Heath',
      'Corvane Main',
    ]);
  });
});

describe('independence', () => {
  it('is said by its word alone', () => {
    const desk = visit('Isolde 3', 'live, vm, 3 GiB', 'independent');
    expect(reading(desk, 'lineage.independent')).toMatchObject({
      value: true,
      subject: 'distribution:isolde',
    });
  });
  it('is said by being built on nothing, which is no project', () => {
    const desk = visit('Isolde 3', 'live, vm, 3 GiB', 'on nothing');
    expect(reading(desk, 'lineage.independent')).toMatchObject({ value: true });
    expect(names(desk, 'distribution')).toEqual(['Isolde']);
  });
});

describe('what was said before', () => {
  const start = ['Corvane 4', 'live, vm, 3 GiB'] as const;
  it('stays in a list that is seen one by one; what is named again is as it is said now', () => {
    const desk = visit(...start, 'find slate: yes', 'find quay: no', 'find slate: no');
    expect(reading(desk, 'tools.probes').value).toEqual([
      { slot: 'quay', name: 'no' },
      { slot: 'slate', name: 'no' },
    ]);
  });
  it('stays in a text to which something is added by a plus', () => {
    const desk = visit(...start, 'network: proxy by hand', 'network: + sharing works');
    expect(reading(desk, 'experience.network').value).toBe('proxy by hand; sharing works');
  });
  it('is of the release where it is about the installed system', () => {
    const desk = visit(...start, 'languages 37');
    expect(reading(desk, 'identity.languages').subject).toBe('release:corvane-4');
  });
});
