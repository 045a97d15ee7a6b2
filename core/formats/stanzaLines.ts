/**
 * The lines of a stretch of bytes that are to be looked at: most lines of an index of 50 MB go on, or are of fields that are not read.
 * Sixteen bytes at a time by WebAssembly (stanzaLines.wat is its source), where that is not to be had one by one, passing over none.
 */

/** The most bytes that are looked through at a time. */
export const STRETCH = 1 << 16;

/** stanzaLines.wat, assembled; a test assembles it again. */
export const STANZA_LINES_WASM =
  'AGFzbQEAAAABCQFgBH9/f38BfwMDAgAABQMBAA4HEQIGbWVtb3J5AgAEc2NhbgABCtcCAjoBAX8gACgCACABRwRAQQAPCyAAKAIIBEBBAA8LIAIgACgCBGohBCAEIANPBEBBAA8LIAQtAABBOkYLmQIBCX8gAkEIaiEGAkADQCAEIABPDQEgBP0ABAD9DAoKCgoKCgoKCgoKCgoKCgr9I/1kIQUCQANAIAVFDQEgBCAFaGohCCAFIAVBAWtxIQUgBy0AACEKAkACQCADRQ0AIApBIEYEQCAHLQABQSBLDQILIAggB2tBBE0NACAHKAIAIQsgASALQbHz3fF5bEEXdkEYbGohDCAMIAsgByAIEAANASAMQQxqIAsgByAIEAANAQsgBiAJNgIAIAYgBzYCBCAGIAg2AgggBkEMaiEGIApBIEsgCkGAAUlxIApBI0dxIQMLIAlBAWohCSAIQQFqIQcMAAsLIARBEGohBAwACwsgAiAJNgIAIAIgBzYCBCAGIAJrQQhrQQxuCw==';

/** Numbers of an entry of the memo: the first four bytes of a field name, its length, and the field (0 for one that is not read). */
export const ENTRY = 3;
/** Two entries to a slot; which one is told by the first four bytes. */
const MEMO_BITS = 9;
const MEMO_SIZE = (1 << MEMO_BITS) * 2 * ENTRY;

/** Where a name of these first four bytes (little-endian) stands in the memo. */
export const slotOf = (head: number): number =>
  (Math.imul(head, 0x9e3779b1) >>> (32 - MEMO_BITS)) * (2 * ENTRY);

const MEMO_AT = STRETCH + 16;
const OUT_AT = MEMO_AT + MEMO_SIZE * 4;
/** Number, start and end of each line, behind the number of lines and the place behind the last. */
const OUT_SIZE = 2 + 3 * STRETCH;

interface Scanner {
  readonly buffer: ArrayBuffer;
  readonly scan: (length: number, memo: number, out: number, inStanza: number) => number;
}

/** Finds lines; what it found is valid until the next call. */
export class StanzaLines {
  private readonly scanner = createScanner();
  private readonly buffer = this.scanner?.buffer ?? new ArrayBuffer(OUT_AT + OUT_SIZE * 4);
  private readonly stretch = new Uint8Array(this.buffer, 0, STRETCH);
  private readonly out = new Uint32Array(this.buffer, OUT_AT, OUT_SIZE);
  /** Field names met lately. */
  readonly memo = new Int32Array(this.buffer, MEMO_AT, MEMO_SIZE);
  /** Of each line to be looked at its number (from 0), its start and the place of its newline, counted from where it was looked from. */
  readonly found = this.out.subarray(2);

  /** How many lines ended. */
  get lines(): number {
    return this.out[0];
  }

  /** The place behind the last of them. */
  get end(): number {
    return this.out[1];
  }

  /**
   * Looks through `bytes` from the start of a line at `from` up to `to`, at most STRETCH of them; gives how many lines are to be looked
   * at. `inStanza`: whether a stanza is under way there; only within one is anything passed over.
   */
  find(bytes: Uint8Array, from: number, to: number, inStanza: boolean): number {
    const length = to - from;
    if (!this.scanner) return this.findAll(bytes, from, to);
    this.stretch.set(bytes.subarray(from, to));
    this.stretch.fill(0, length, (length + 15) & ~15);
    return this.scanner.scan(length, MEMO_AT, OUT_AT, Number(inStanza));
  }

  /** Without WebAssembly: all of them. */
  private findAll(bytes: Uint8Array, from: number, to: number): number {
    const { found } = this;
    let count = 0;
    let start = 0;
    for (let i = from; i < to; i++) {
      if (bytes[i] !== 10) continue;
      found[3 * count] = count;
      found[3 * count + 1] = start;
      found[3 * count + 2] = i - from;
      start = i - from + 1;
      count++;
    }
    this.out[0] = count;
    this.out[1] = start;
    return count;
  }
}

function createScanner(): Scanner | null {
  try {
    const code = Uint8Array.from(atob(STANZA_LINES_WASM), (character) => character.charCodeAt(0));
    const { exports } = new WebAssembly.Instance(new WebAssembly.Module(code));
    return { buffer: (exports.memory as WebAssembly.Memory).buffer, scan: exports.scan as Scanner['scan'] };
  } catch {
    return null; // these instructions are not to be had here
  }
}
