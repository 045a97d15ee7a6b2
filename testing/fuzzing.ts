/** Reads changed containers and says which of them became smaller, or others, without a word. */
import { createRandom } from '../sample/random.ts';
import { readContainer, type Container, type Given } from './containers.ts';
import { mutate } from './mutation.ts';

/** What came of it. */
export interface FuzzResult {
  readonly runs: number;
  /** How many were told to be not whole. */
  readonly told: number;
  /** A line for each that threw, or was silently fewer or other. */
  readonly faults: readonly string[];
  /** The longest that one took, in milliseconds. */
  readonly longest: number;
}

/** Changes containers `count` times in turn. The same for the same seed. */
export async function fuzz(
  containers: readonly Container[],
  count: number,
  seed: number,
): Promise<FuzzResult> {
  const random = createRandom(seed);
  const whole = new Map<string, Given>();
  for (const { name, bytes } of containers) whole.set(name, await readContainer(name, bytes));
  const faults: string[] = [];
  let told = 0;
  let longest = 0;
  for (let run = 0; run < count; run++) {
    const { name, bytes, isSummed, tellsLess } = containers[run % containers.length];
    const changed = mutate(bytes, random);
    const began = performance.now();
    try {
      const given = await readContainer(name, changed.bytes);
      const all = whole.get(name)!;
      const isLess = tellsLess && given.files > 1 && given.packages.length < all.packages.length;
      if (given.losses.length > 0) told++;
      else if (isLess || (isSummed && !isSame(given, all)))
        faults.push(`run ${run}: ${name}, ${changed.how}: ${given.packages.length} packages, no word`);
    } catch (error) {
      faults.push(
        `run ${run}: ${name}, ${changed.how}: ${error instanceof Error ? error.stack : String(error)}`,
      );
    }
    longest = Math.max(longest, performance.now() - began);
  }
  return { runs: count, told, faults, longest };
}

/** Nothing is missing and nothing is other. What is not recognised any more, as a whole, gives nothing and says so. */
function isSame(given: Given, whole: Given): boolean {
  if (given.packages.length === 0 && given.files <= 1) return true;
  return given.packages.join('\n') === whole.packages.join('\n');
}
