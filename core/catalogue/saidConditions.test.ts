/** Conditions in one line: what is written is read back, what is none is told. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { conditionsSchema, MOMENTS, type Conditions } from './conditions.ts';
import { formatConditions, parseConditions } from './saidConditions.ts';

/** Words as a person writes them: they may have commas, and no double quotes. */
const words = fc
  .array(fc.constantFrom('old', 'card', 'of 2017', 'shared', 'proxy, slow', 'a', 'b'), {
    minLength: 1,
    maxLength: 3,
  })
  .map((parts) => parts.join(' '));
const conditions: fc.Arbitrary<Conditions> = fc.record(
  {
    medium: fc.constantFrom('live' as const, 'installed' as const),
    machine: fc.constantFrom('virtual' as const, 'hardware' as const),
    memoryMiB: fc.integer({ min: 1, max: 1_000_000 }),
    cores: fc.integer({ min: 1, max: 256 }),
    diskMiB: fc.integer({ min: 1, max: 10_000_000 }),
    indexAgeDays: fc.integer({ min: 0, max: 4000 }),
    moment: fc.constantFrom(...MOMENTS),
    uptimeMinutes: fc.integer({ min: 0, max: 5000 }),
    tool: words,
    openPrograms: words,
    processor: words,
    graphics: words,
    network: words,
    desktop: words,
    chosenAtInstall: words,
    effort: words,
  },
  { requiredKeys: [] },
);

describe('conditions in a line', () => {
  it('are read back as they were written', () => {
    fc.assert(
      fc.property(conditions, (said) => {
        const read = parseConditions(formatConditions(said));
        expect(read.unread).toEqual([]);
        expect(read.conditions).toEqual(said);
        expect(conditionsSchema.safeParse(read.conditions).success).toBe(true);
      }),
    );
  });
  it.each([
    [
      'live, vm, 3 GiB, 1 core, index never',
      { medium: 'live', machine: 'virtual', memoryMiB: 3072, cores: 1, indexRefreshed: false },
    ],
    ['moved the panel', { alteredByAnalyst: true, alteredWith: 'the panel' }],
    ['nothing changed', { alteredByAnalyst: false }],
    ['8 GB', { memoryMiB: 8192 }],
    ['1 GB', { memoryMiB: 1024 }],
    ['512 MB of memory', { memoryMiB: 512 }],
    ['20 GB disk', { diskMiB: 19073 }],
    [
      '9 min after start, terminal open, terminal tool',
      { uptimeMinutes: 9, openPrograms: 'terminal', tool: 'terminal tool' },
    ],
    ['index same day', { indexAgeDays: 0 }],
    ['nothing open', { moment: 'idle' }],
  ])('are what a person means: %s', (text, meant) => {
    expect(parseConditions(text)).toEqual({ conditions: meant, unread: [] });
  });
  it('give back what is none, and make nothing of it', () => {
    expect(parseConditions('live, in the rain, 0 cores, -3 GiB, index soon')).toEqual({
      conditions: { medium: 'live' },
      unread: ['in the rain', '0 cores', '-3 GiB', 'index soon'],
    });
    expect(parseConditions(' ,, ')).toEqual({ conditions: {}, unread: [] });
  });
});
