/**
 * Amounts as analysts write them down: `1.2 GiB`, `870 MB`, `12 % of 8 GiB`, `1 min 20 s`. Given in the unit of the
 * fact, with the arithmetic in words, so that it can be checked.
 *
 *     amount = number unit / number "%" "of" number unit / 1*( number time-unit )
 *
 * Prefixes are those of IEC 80000-13 (KiB, MiB, GiB) and of the SI (kB, MB, GB).
 */
export interface Measure {
  /** In the asked unit, rounded to a whole one. */
  readonly value: number;
  /** `12 % of 8 GiB = 983 MiB`; empty when the number was given in the unit itself. */
  readonly arithmetic: string;
}

/** How many of the base unit (bytes, seconds) one of these is. */
const BYTES: Readonly<Record<string, number>> = {
  B: 1,
  kB: 1e3,
  KB: 1e3,
  MB: 1e6,
  GB: 1e9,
  TB: 1e12,
  KiB: 2 ** 10,
  MiB: 2 ** 20,
  GiB: 2 ** 30,
  TiB: 2 ** 40,
};
const SECONDS: Readonly<Record<string, number>> = {
  s: 1,
  sec: 1,
  second: 1,
  seconds: 1,
  min: 60,
  minute: 60,
  minutes: 60,
  h: 3600,
  hour: 3600,
  hours: 3600,
  d: 86_400,
  day: 86_400,
  days: 86_400,
  week: 604_800,
  weeks: 604_800,
};
/** Months have no length in seconds. */
const MONTHS: Readonly<Record<string, number>> = { month: 1, months: 1, year: 12, years: 12 };
const SCALES = [BYTES, SECONDS, MONTHS];

/** Reads an amount in a unit of the same kind; null when it is none, or of another kind. */
export function parseMeasure(text: string, unit: string): Measure | null {
  const scale = SCALES.find((each) => unit in each);
  if (!scale) return null;
  const written = text.trim().replace(/\s+/g, ' ');
  const share = /^(\d+(?:\.\d+)?) ?% of (.+)$/.exec(written);
  const amount = readAmount(share ? share[2] : written, scale);
  if (amount === null) return null;
  const value = Math.round((amount * (share ? Number(share[1]) / 100 : 1)) / scale[unit]);
  const plain = `${value} ${unit}`;
  return { value, arithmetic: written === plain ? '' : `${written} = ${plain}` };
}

function readAmount(text: string, scale: Readonly<Record<string, number>>): number | null {
  const parts = [...text.matchAll(/(\d+(?:\.\d+)?) ?([A-Za-z]+)(?: |$)/g)];
  const isWhole =
    parts
      .map(([part]) => part)
      .join('')
      .trim() === text;
  if (parts.length === 0 || !isWhole || (parts.length > 1 && scale === BYTES)) return null;
  let sum = 0;
  for (const [, number, unit] of parts) {
    if (!Object.hasOwn(scale, unit)) return null;
    sum += Number(number) * scale[unit];
  }
  return sum;
}
