/** Placing against known truth: simulated derivatives of every kind (the whole trial is printed by npm run bench). */
import { describe, expect, it } from 'vitest';
import { KINDS } from '../../testing/derivatives.ts';
import { runPlacingTrial } from '../../testing/placingTrial.ts';

describe('simulated derivatives', () => {
  it('are given no wrong base, none when they are independent, and hardly ever none without reason', () => {
    const { tally, naive, misses, fields } = runPlacingTrial(7);
    const sum = (each: typeof tally, verdict: 'right' | 'wrong' | 'abstained') =>
      KINDS.reduce((all, kind) => all + each[kind][verdict], 0);
    const drawn = sum(tally, 'right') + sum(tally, 'wrong') + sum(tally, 'abstained');
    expect(drawn).toBe(7 * KINDS.length * fields.length);
    if (fields.includes('real')) expect(drawn).toBeGreaterThanOrEqual(200);
    else console.warn('SKIPPED: derivatives of real indexes; run apt-get update to have them.');
    expect(sum(tally, 'wrong'), misses.join('\n')).toBe(0);
    expect(sum(tally, 'abstained'), misses.join('\n')).toBeLessThanOrEqual(0.02 * drawn);
    // The trial must be hard enough that counting equal versions fails it.
    expect(sum(naive, 'wrong') + sum(naive, 'abstained')).toBeGreaterThan(0.1 * drawn);
  }, 240_000);
});
