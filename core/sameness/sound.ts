/**
 * Names that only sound alike. They may be the same, or not: whoever meets two of them asks, and never takes one for the other.
 *
 * Sound: Double Metaphone (Lawrence Philips, "The double metaphone search algorithm", 2000).
 */
import { doubleMetaphone } from 'double-metaphone';
import { keyOfName } from './name.ts';

/** What letters may sound like: one code, or two. */
export function soundsOf(text: string): string[] {
  return [...new Set(doubleMetaphone(text))].filter(Boolean);
}

/** Codes that two names share when they may be the same: the sound of their letters with their digits and signs behind it. */
export function soundKeysOf(name: string): string[] {
  const key = keyOfName(name);
  const letters = key.replace(/[^\p{L}]/gu, '');
  if (letters.length < 3) return [];
  const rest = key.replace(/[^\p{N}+#.]/gu, '');
  return soundsOf(letters).map((sound) => `${sound} ${rest}`);
}

/** True for two names that sound alike and have the same digits: also for those that are the same. */
export function soundsAlike(a: string, b: string): boolean {
  const sounds = soundKeysOf(a);
  return soundKeysOf(b).some((sound) => sounds.includes(sound));
}
