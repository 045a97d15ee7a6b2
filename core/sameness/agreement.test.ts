/** How far two values agree, by example: each line is a fault that a test must notice. */
import { describe, expect, it } from 'vitest';
import type { Element, FactValue } from '../catalogue/factValue.ts';
import { agreeElements, agrees, isInOtherOrder, withElements, type SaidValue } from './agreement.ts';
import { soundKeysOf, soundsAlike, soundsOf } from './sound.ts';
import { sameName } from './name.ts';
import { keyOfElement, keyOfValue, sameValue } from './value.ts';

const said = (value: FactValue | undefined, more: Partial<SaidValue> = {}): SaidValue => ({
  ...(value !== undefined && { value }),
  absent: false,
  isPartial: false,
  ...more,
});
const none: SaidValue = { absent: true, isPartial: false };
const named = (...names: readonly string[]): Element[] => names.map((name) => ({ name }));
const between = (least?: number, most?: number): SaidValue =>
  said(undefined, {
    interval: { ...(least !== undefined && { least }), ...(most !== undefined && { most }) },
  });

describe('two values agree', () => {
  it('when both are none, and not when only one is', () => {
    expect(agrees(none, none)).toBe(true);
    expect(agrees(none, said('x'))).toBe(false);
    expect(agrees(said(named('x')), none)).toBe(false);
  });
  it('as numbers where what they may be overlaps, ends included', () => {
    expect(agrees(said(5), said(5))).toBe(true);
    expect(agrees(said(5), said(6))).toBe(false);
    expect(agrees(between(1, 3), between(3, 5))).toBe(true);
    expect(agrees(between(1, 3), between(4, 5))).toBe(false);
    expect(agrees(between(4, 5), between(1, 3))).toBe(false);
    expect(agrees(between(undefined, 3), said(-1000))).toBe(true);
    expect(agrees(between(undefined, 3), said(4))).toBe(false);
    expect(agrees(between(3), said(1000))).toBe(true);
    expect(agrees(between(3), said(2))).toBe(false);
  });
  it('as words alone with anything: those contradict nothing', () => {
    expect(agrees(said(undefined), said('x'))).toBe(true);
    expect(agrees(said(named('a')), said(undefined))).toBe(true);
    expect(agrees(said('x'), said('y'))).toBe(false);
    expect(agrees(said(true), said(false))).toBe(false);
  });
  it('as whole lists with the same elements, in their order where it counts', () => {
    expect(agrees(said(named('a', 'b')), said(named('b', 'a')))).toBe(true);
    expect(agrees(said(named('a', 'b')), said(named('b', 'a')), { ordered: true })).toBe(false);
    expect(agrees(said(named('a', 'b')), said(named('a', 'b')), { ordered: true })).toBe(true);
    expect(agrees(said(named('a')), said(named('a', 'b')))).toBe(false);
    expect(agrees(said(named('a', 'b')), said(named('a', 'c')))).toBe(false);
  });
  it('as a list in part with one that has its elements', () => {
    const part = (...names: readonly string[]) => said(named(...names), { isPartial: true });
    expect(agrees(part('a'), said(named('a', 'b')))).toBe(true);
    expect(agrees(said(named('a', 'b')), part('a'))).toBe(true);
    expect(agrees(part('c'), said(named('a', 'b')))).toBe(false);
    expect(agrees(said(named('a', 'b')), part('c'))).toBe(false);
    expect(agrees(part('a'), part('b'))).toBe(true);
    const state = (of: string): SaidValue =>
      said([{ name: 'a', settings: { state: of } }], { isPartial: true });
    expect(agrees(state('on'), state('off'))).toBe(false);
    expect(agrees(state('on'), state('ON'))).toBe(true);
  });
});

describe('elements', () => {
  const sameElement = (a: Element, b: Element) => sameValue([a], [b]);
  const with_ = (settings: Record<string, string>): Element => ({ name: 'a', settings });
  it('agree in the settings that both name', () => {
    expect(agreeElements(with_({ state: 'on' }), with_({ version: '1' }))).toBe(true);
    expect(agreeElements(with_({ state: 'on' }), with_({ state: '' }))).toBe(true);
    expect(agreeElements(with_({ state: 'on' }), with_({ state: 'off' }))).toBe(false);
    expect(agreeElements({ name: 'a' }, with_({ state: 'off' }))).toBe(true);
  });
  it('are the same with the same slot, name and settings only', () => {
    expect(keyOfElement({ name: 'A b' })).toBe(keyOfElement({ slot: '', name: 'ab' }));
    expect(keyOfElement({ slot: 'x', name: 'a' })).not.toBe(keyOfElement({ name: 'a' }));
    expect(sameElement({ slot: 'X', name: 'a' }, { slot: 'x', name: 'A' })).toBe(true);
    expect(sameElement({ slot: 'x', name: 'a' }, { slot: 'y', name: 'a' })).toBe(false);
    expect(sameElement(with_({ state: 'on' }), with_({ state: 'off' }))).toBe(false);
    expect(sameElement(with_({ state: 'on' }), with_({ State: 'on' }))).toBe(false);
    expect(sameElement(with_({ state: 'on', version: '' }), with_({ state: 'On' }))).toBe(true);
    expect(sameElement({ name: 'a' }, with_({ version: '2.2' }))).toBe(false);
    expect(sameName('2.2', '22')).toBe(false);
    expect(sameName('a b', 'AB')).toBe(true);
  });
  it('of a list are one in whatever order their settings stand; empty ones say nothing', () => {
    const list = (settings: Record<string, string>): FactValue => [with_(settings)];
    expect(keyOfValue(list({ x: '1', y: '2' }))).toBe(keyOfValue(list({ y: '2', x: '1', z: '' })));
    expect(sameValue(list({ x: '1' }), list({ x: '2' }))).toBe(false);
    expect(sameValue(list({ x: '1' }), [{ name: 'a' }])).toBe(false);
    expect(sameValue(1, 1)).toBe(true);
    expect(sameValue(1, '1')).toBe(false);
    expect(sameValue(true, 'true')).toBe(false);
  });
  it('that are added take the place of what they are, and stand behind the rest', () => {
    const list: FactValue = [with_({ state: 'on' }), { name: 'b' }];
    expect(withElements(list, [{ name: 'c' }, { name: 'A', settings: { state: 'off' } }])).toEqual([
      { name: 'A', settings: { state: 'off' } },
      { name: 'b' },
      { name: 'c' },
    ]);
    expect(withElements(undefined, named('a'))).toEqual(named('a'));
    expect(withElements(named('a'), undefined)).toEqual(named('a'));
  });
  it('are in another order only where what both have is', () => {
    expect(isInOtherOrder(['a', 'b', 'c'], ['a', 'x', 'c'])).toBe(false);
    expect(isInOtherOrder(['a', 'b', 'c'], ['c', 'x', 'a'])).toBe(true);
    expect(isInOtherOrder(['x', 'a'], ['a', 'b'])).toBe(false);
    expect(isInOtherOrder([], ['a'])).toBe(false);
  });
});

describe('sound', () => {
  it('has one code or two, each once, and none of signs', () => {
    expect(soundsOf('Thomas')).toEqual(['TMS']);
    expect(soundsOf('Schmidt').length).toBe(2);
    expect(soundsOf('')).toEqual([]);
  });
  it('is told of three letters and more, with digits and signs behind it', () => {
    expect(soundKeysOf('ab 12')).toEqual([]);
    expect(soundKeysOf('abc 1.2')).toEqual([`${soundsOf('abc')[0]} 1.2`]);
    expect(soundsAlike('Corvane', 'Corvain')).toBe(true);
    expect(soundsAlike('Corvane 4.1', 'Corvain 41')).toBe(false);
    expect(soundsAlike('Corvane+', 'Corvain')).toBe(false);
    expect(soundsAlike('Corvane', 'Tidewater')).toBe(false);
  });
});
