/** Changes files as disks, networks and people do: bits, bytes, parts put in, left out, doubled, cut, exchanged. */
import type { Random } from '../sample/random.ts';

type Mutator = (bytes: Uint8Array, random: Random) => Uint8Array;

const joined = (...parts: readonly Uint8Array[]) => new Uint8Array(Buffer.concat(parts));
const noise = (random: Random, length: number) => Uint8Array.from({ length }, () => random.below(256));

const MUTATORS: Readonly<Record<string, Mutator>> = {
  bit: (bytes, random) => {
    const made = bytes.slice();
    made[random.below(made.length)] ^= 1 << random.below(8);
    return made;
  },
  bytes: (bytes, random) => {
    const made = bytes.slice();
    for (let left = 1 + random.below(8); left > 0; left--)
      made[random.below(made.length)] = random.below(256);
    return made;
  },
  zeros: (bytes, random) => {
    const from = random.below(bytes.length);
    return bytes.slice().fill(0, from, from + 1 + random.below(600));
  },
  cut: (bytes, random) => bytes.slice(0, random.below(bytes.length)),
  'left out': (bytes, random) => {
    const from = random.below(bytes.length);
    return joined(bytes.subarray(0, from), bytes.subarray(from + 1 + random.below(600)));
  },
  'put in': (bytes, random) => {
    const at = random.below(bytes.length);
    return joined(bytes.subarray(0, at), noise(random, 1 + random.below(200)), bytes.subarray(at));
  },
  doubled: (bytes, random) => {
    const from = random.below(bytes.length);
    const to = from + 1 + random.below(1000);
    return joined(bytes.subarray(0, to), bytes.subarray(from));
  },
  exchanged: (bytes, random) => {
    const length = 1 + random.below(512);
    const made = bytes.slice();
    const [a, b] = [random.below(bytes.length), random.below(bytes.length)];
    made.set(bytes.subarray(b, Math.min(b + length, bytes.length, b + (bytes.length - a))), a);
    return made;
  },
  head: (bytes, random) => {
    const made = bytes.slice();
    made[random.below(Math.min(64, made.length))] = random.below(256);
    return made;
  },
};

/** A changed copy, and what was done to it. */
export function mutate(bytes: Uint8Array, random: Random): { how: string; bytes: Uint8Array } {
  const names = Object.keys(MUTATORS);
  const how = names[random.below(names.length)];
  return { how, bytes: MUTATORS[how](bytes, random) };
}
