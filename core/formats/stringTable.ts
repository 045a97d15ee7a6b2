/**
 * Interned texts as bytes: each different text once (but for appended ones), numbered from 1 (0 is the empty text). Built straight
 * from a file's bytes, so that a package index of 60 MB is read without creating a string for every field.
 */

/** An immutable table of texts. `bytes` holds them end to end, `ends[i]` is where text i ends. */
export class StringTable {
  private decoded: string[] | undefined;
  private readonly some = new Map<number, string>();

  constructor(
    readonly bytes: Uint8Array,
    readonly ends: Uint32Array,
  ) {}

  get size(): number {
    return this.ends.length;
  }

  /** Every text, by number. Decoded at the first call and kept. */
  texts(): readonly string[] {
    return (this.decoded ??= decodeAll(this.bytes, this.ends));
  }

  /** One text, for whoever needs a few of many. */
  text(number: number): string {
    let text = this.decoded ? this.decoded[number] : this.some.get(number);
    if (text === undefined) {
      text = decodeOne(this.bytes, number ? this.ends[number - 1] : 0, this.ends[number]);
      this.some.set(number, text);
    }
    return text;
  }

  /** A number for a text that is the same for the same bytes, in every table (sketchOf). */
  sketch(number: number): number {
    return sketchOf(this.bytes, number ? this.ends[number - 1] : 0, this.ends[number]);
  }

  /** True if a text is this one, and both are ASCII. */
  isAscii(number: number, text: string): boolean {
    const start = number ? this.ends[number - 1] : 0;
    if (this.ends[number] - start !== text.length) return false;
    for (let i = 0; i < text.length; i++) {
      const unit = text.charCodeAt(i);
      if (unit > 127 || this.bytes[start + i] !== unit) return false;
    }
    return true;
  }

  /** True if a text is made of these bytes. */
  is(number: number, bytes: Uint8Array): boolean {
    const start = number ? this.ends[number - 1] : 0;
    if (this.ends[number] - start !== bytes.length) return false;
    for (let i = 0; i < bytes.length; i++) if (this.bytes[start + i] !== bytes[i]) return false;
    return true;
  }
}

/** A number from the length and eight of the bytes: quicker than a hash of all, for telling most texts apart. */
export function sketchOf(bytes: Uint8Array, start: number, end: number): number {
  const length = end - start;
  if (length < 8) return hashOf(bytes, start, end);
  const middle = start + (length >> 1);
  const one =
    (bytes[start] | (bytes[start + 3] << 8) | (bytes[start + 4] << 16) | (bytes[middle] << 24)) ^ length;
  const two = bytes[middle - 1] | (bytes[middle + 2] << 8) | (bytes[end - 2] << 16) | (bytes[end - 1] << 24);
  const mixed = Math.imul(one, 0x01000193) ^ Math.imul(two, 0x5bd1e995);
  return mixed ^ (mixed >>> 15);
}

/** FNV-1a over some bytes, its upper half mixed into the lower. */
function hashOf(bytes: Uint8Array, start: number, end: number): number {
  let hash = 0x811c9dc5 | 0;
  for (let i = start; i < end; i++) hash = Math.imul(hash ^ bytes[i], 0x01000193);
  return hash ^ (hash >>> 15);
}

const decoder = new TextDecoder();
function decodeOne(bytes: Uint8Array, start: number, end: number): string {
  const part = bytes.subarray(start, end);
  for (let i = 0; i < part.length; i++) if (part[i] > 127) return decoder.decode(part);
  return part.length < 200 ? String.fromCharCode.apply(null, part as never) : decoder.decode(part);
}

function decodeAll(bytes: Uint8Array, ends: Uint32Array): string[] {
  const whole = decoder.decode(bytes);
  const ascii = whole.length === bytes.length;
  const texts = new Array<string>(ends.length);
  let start = 0;
  for (let i = 0; i < ends.length; i++) {
    texts[i] = ascii ? whole.slice(start, ends[i]) : decoder.decode(bytes.subarray(start, ends[i]));
    start = ends[i];
  }
  return texts;
}

/** The most bytes of text that a table holds: many times what the largest repository has. */
const TEXT_LIMIT = 128 << 20;

/** So many places are looked at for a text before it is doubted that its number says enough. */
const MOST_STEPS = 256;

/** Collects texts; `add` gives a text's number, the same for the same bytes. */
export class StringTableBuilder {
  private bytes = new Uint8Array(1 << 16);
  private length = 0;
  private ends = new Uint32Array(1 << 14);
  private count = 1;
  private slots = new Uint32Array(1 << 18);
  private full = false;
  /** True once all bytes of a text make its number. */
  private isExact = false;

  /** The number of the text in `source` from `start` up to `end` (bytes, UTF-8). */
  add(source: Uint8Array, start: number, end: number): number {
    if (start >= end) return 0;
    const mask = this.slots.length - 1;
    let slot = (this.isExact ? hashOf(source, start, end) : sketchOf(source, start, end)) & mask;
    let steps = 0;
    for (let id = this.slots[slot]; id !== 0; id = this.slots[slot]) {
      if (this.equals(id, source, start, end)) return id;
      slot = (slot + 1) & mask;
      if (++steps < MOST_STEPS) continue;
      // Texts made to look alike by a few of their bytes: from now on all bytes count. If that does not help, they stand twice.
      if (this.isExact) return this.append(source, start, end);
      this.isExact = true;
      this.refill(this.slots.length);
      return this.add(source, start, end);
    }
    const id = this.append(source, start, end);
    if (id === 0) return 0;
    this.slots[slot] = id;
    if (this.count * 2 > this.slots.length) this.refill(this.slots.length * 2);
    return id;
  }

  /** True if text `id` is what stands in `source` from `start` up to `end`. */
  equals(id: number, source: Uint8Array, start: number, end: number): boolean {
    if (id === 0) return start >= end;
    const from = this.ends[id - 1];
    if (this.ends[id] - from !== end - start) return false;
    for (let i = start, j = from; i < end; i++, j++) if (source[i] !== this.bytes[j]) return false;
    return true;
  }

  /** True when no more fits; what is added then is the empty text. */
  get isFull(): boolean {
    return this.full;
  }

  /** The table of all texts added so far. */
  finish(): StringTable {
    return new StringTable(this.bytes.slice(0, this.length), this.ends.slice(0, this.count));
  }

  /** Adds a text without looking whether it is there: for columns in which hardly a text comes twice. */
  append(source: Uint8Array, start: number, end: number): number {
    const length = end - start;
    if (this.full || !this.hasRoom(length)) {
      this.full = true;
      return 0;
    }
    this.makeRoom(length, 1);
    for (let i = start, j = this.length; i < end; i++, j++) this.bytes[j] = source[i];
    this.length += length;
    const id = this.count++;
    this.ends[id] = this.length;
    return id;
  }

  /** Adds `count` texts that stand end to end, without looking whether they are there; there must be room. Gives the number of the first. */
  appendAll(source: Uint8Array, ends: Uint32Array, count: number): number {
    const first = this.count;
    if (count === 0) return first;
    this.makeRoom(ends[count - 1], count);
    this.bytes.set(source.subarray(0, ends[count - 1]), this.length);
    for (let i = 0; i < count; i++) this.ends[first + i] = this.length + ends[i];
    this.count += count;
    this.length += ends[count - 1];
    return first;
  }

  /** True if texts of so many bytes can be added. */
  hasRoom(bytes: number): boolean {
    return this.length + bytes <= TEXT_LIMIT;
  }

  private makeRoom(bytes: number, texts: number): void {
    if (this.length + bytes > this.bytes.length) {
      const larger = new Uint8Array(
        Math.min(TEXT_LIMIT, Math.max(this.bytes.length * 2, this.length + bytes)),
      );
      larger.set(this.bytes);
      this.bytes = larger;
    }
    if (this.count + texts > this.ends.length) {
      const larger = new Uint32Array(Math.max(this.ends.length * 2, this.count + texts));
      larger.set(this.ends);
      this.ends = larger;
    }
  }

  private refill(size: number): void {
    const slots = new Uint32Array(size);
    const mask = slots.length - 1;
    for (let id = 1; id < this.count; id++) {
      const start = this.ends[id - 1];
      const end = this.ends[id];
      let slot = (this.isExact ? hashOf(this.bytes, start, end) : sketchOf(this.bytes, start, end)) & mask;
      while (slots[slot] !== 0) slot = (slot + 1) & mask;
      slots[slot] = id;
    }
    this.slots = slots;
  }
}
