/** Races of the intake: what is let go while it is read or placed never comes back, and never fails the screen. */
import { describe, expect, it } from 'vitest';
import { settle } from '../testing/windowsInOne.ts';
import type { DropSummary, IndexSummary, SystemSummary } from './intakeMessages.ts';
import type { IntakeAnswer, IntakeRequest } from './readerMessages.ts';
import { IntakeReading, type ReadingState } from './intakeReading.ts';
import type { Placement } from '../core/capture/placeSystem.ts';

/** A worker in the test's hands: what it was asked, and the way to answer. */
interface Hand {
  readonly asked: IntakeRequest[];
  readonly answer: (answer: IntakeAnswer) => void;
  readonly fail: (reason: string) => void;
  isEnded: boolean;
}

const system = (name: string) =>
  ({
    name,
    family: 'deb',
    packed: new Uint8Array(),
    packageCount: 1,
    files: new Uint32Array(),
  }) as never as SystemSummary;
const index = (path: string, codename = '', origin = 'Fenwick') =>
  ({
    ...{
      path,
      name: codename || path,
      family: 'deb',
      packed: new Uint8Array([1]),
      packageCount: 1,
      date: '',
    },
    identity: { origin, suite: codename || path },
    signer: '',
    losses: [],
    release: codename ? { codename, suite: '', origin } : null,
  }) as never as IndexSummary;
const drop = (systems: SystemSummary[], indexes: IndexSummary[] = []) =>
  ({ files: [], systems, indexes, issues: [] }) as DropSummary;

function begin(packedOf: () => Promise<Map<string, Uint8Array>> = async () => new Map()) {
  const hands: Hand[] = [];
  const states: ReadingState[] = [];
  const reading = new IntakeReading({
    startWorker: (answer, fail) => {
      const hand: Hand = { asked: [], answer, fail, isEnded: false };
      hands.push(hand);
      return { post: (request) => hand.asked.push(request), end: () => (hand.isEnded = true) };
    },
    knownCandidates: () => [],
    packedOf,
    onChange: (state) => states.push(state),
  });
  return { reading, hands, states, phase: () => reading.state.phase };
}
const files = [{ path: 'x', file: null as never as File }];

describe('reading a drop', () => {
  it('goes from reading to placing to read, the first system with a package list first', async () => {
    const { reading, hands, phase } = begin();
    reading.read(files);
    expect(phase()).toBe('reading');
    hands[0].answer({ type: 'progress', progress: { files: 1 } as never });
    hands[0].answer({ type: 'read', drop: drop([{ ...system('bare'), packed: null }, system('full')]) });
    await settle();
    expect(phase()).toBe('placing');
    expect(hands[0].asked.at(-1)).toMatchObject({ type: 'place', system: 1 });
    hands[0].answer({ type: 'placed', placement: {} as Placement });
    expect(phase()).toBe('read');
  });
  it('that is let go while its package lists are loaded is not placed, and fails nothing', async () => {
    let loaded: (packed: Map<string, Uint8Array>) => void = () => undefined;
    const { reading, hands, phase } = begin(() => new Promise((resolve) => (loaded = resolve)));
    reading.read(files);
    hands[0].answer({ type: 'read', drop: drop([system('a')]) });
    await settle();
    expect(phase()).toBe('placing');
    reading.clear();
    loaded(new Map());
    await settle();
    expect(phase()).toBe('empty');
    expect(hands).toHaveLength(1);
    expect(hands[0].isEnded).toBe(true);
    expect(hands[0].asked.map(({ type }) => type)).toEqual(['read']);
  });
  it('that is let go while it is placed does not come back with the late answer', async () => {
    const { reading, hands, phase } = begin();
    reading.read(files);
    hands[0].answer({ type: 'read', drop: drop([system('a')]) });
    await settle();
    reading.clear();
    hands[0].answer({ type: 'placed', placement: {} as Placement });
    hands[0].fail('late');
    expect(phase()).toBe('empty');
    expect(reading.state.placement).toBeNull();
  });
  it('of another drop right after it shows the later one only', async () => {
    const { reading, hands } = begin();
    reading.read(files);
    reading.read(files);
    expect(hands).toHaveLength(2);
    hands[0].answer({ type: 'read', drop: drop([system('first')]) });
    await settle();
    expect(reading.state.drop).toBeNull();
    hands[1].answer({ type: 'read', drop: drop([system('second')]) });
    await settle();
    expect(reading.state.drop?.systems[0].name).toBe('second');
  });
  it('places the system that was chosen last', async () => {
    const loads: ((packed: Map<string, Uint8Array>) => void)[] = [];
    const { reading, hands } = begin(() => new Promise((resolve) => loads.push(resolve)));
    reading.read(files);
    hands[0].answer({ type: 'read', drop: drop([system('a'), system('b')]) });
    await settle();
    void reading.choose(1);
    await settle();
    loads[1](new Map());
    loads[0](new Map());
    await settle();
    expect(hands[0].asked.filter(({ type }) => type === 'place')).toMatchObject([{ system: 1 }]);
  });
  it('tells why it stopped, whether the worker ended or the lists could not be loaded', async () => {
    const broken = begin(() => Promise.reject(new Error('storage gone')));
    broken.reading.read(files);
    broken.hands[0].answer({ type: 'read', drop: drop([system('a')]) });
    await settle();
    expect(broken.reading.state).toMatchObject({ phase: 'failed', failure: 'storage gone' });
    const ended = begin();
    ended.reading.read(files);
    ended.hands[0].fail('out of memory');
    expect(ended.reading.state).toMatchObject({ phase: 'failed', failure: 'out of memory' });
    ended.reading.read(files);
    expect(ended.phase()).toBe('reading');
  });
});

describe('indexes at hand', () => {
  it('are one candidate for each release, and a system is placed anew with those that are fetched', async () => {
    const { reading, hands } = begin();
    reading.read(files);
    const dropped = [index('a', 'fern'), index('b', 'fern-updates'), index('c', 'fern', 'Other'), index('d')];
    hands[0].answer({ type: 'read', drop: drop([system('a')], dropped) });
    await settle();
    expect(reading.state.candidates.map(({ message }) => message.states[0].lists.length)).toEqual([2, 1, 1]);
    hands[0].answer({ type: 'placed', placement: {} as Placement });
    await reading.addIndexes([index('e', 'moss')]);
    expect(reading.state.candidates).toHaveLength(4);
    expect(hands[0].asked.filter(({ type }) => type === 'place')).toHaveLength(2);
    await reading.addIndexes([index('e', 'moss')]);
    expect(reading.state.fetched).toHaveLength(1);
    reading.releaseFetched([index('e', 'moss')]);
    expect(reading.state.fetched).toEqual([]);
    expect(reading.allIndexes).toHaveLength(4);
  });
});
