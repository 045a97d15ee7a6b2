/**
 * Stanzas as most of them are, a stretch of them at a time, read by WebAssembly (ordinaryStanzas.wat is its source, and says which are
 * ordinary). Where that is not to be had, none is taken, and all are left to whoever reads them line by line.
 */

/** The most bytes that are looked through at a time. */
export const STRETCH = 1 << 16;
/** The most fields that can be asked for, and the most bytes of their names. */
const MOST_FIELDS = 8;
const NAME_BYTES = 16;
/** The least bytes of a stanza: "package:a\nversion:1\n\n". */
const LEAST_STANZA = 21;

/** ordinaryStanzas.wat, assembled; a test assembles it again. */
export const ORDINARY_STANZAS_WASM =
  'AGFzbQEAAAABBwFgAn9/AX8DAwIAAAUDAQAIBikGfwBBAAt/AEGggAQLfwBBgIIEC38AQZCCBAt/AEGAhAQLfwBBwIQICwc4BwZtZW1vcnkCAAVieXRlcwMABWFza2VkAwEFZm91bmQDAgV0ZXh0cwMEBGVuZHMDBQR0YWtlAAEK/wUCjAEDAXsBfwF7IAAoAgBBoMCAgQJy/REhAiACIwH9AAQA/Tf9pAEgAiMB/QAEEP03/aQBQQR0ciEDIANFBEBBCA8LIANoIQMjASADQQJ0aigCICABRwRAQQgPCyMBIANBBHRq/QAEQCEEIARBAP0P/SQgBCAA/QAEAEEg/Q/9UP0k/U79UwRAQQgPCyADC+4EAwV/AXsLfyMEIREjBSESIwJCADcDAAJAA0AgAiAATw0BIAL9AAQAQQr9D/0j/WQhAwJAA0AgA0UNASACIANoaiEFIAMgA0EBa3EhAyAGQQFqIQYCQCAEIAVGBEAgDgRAIA9BA3FBA0cNBkEAIQoDQCAPIAp2QQFxBEAjAyAKQQN0aiELIAsoAgAhDCALKAIEIQ0DQCARIAz9AAQA/QsEACARQRBqIREgDEEQaiEMIAwgDUkNAAsgESAMIA1rayERCyASIBEjBGs2AgAgEkEEaiESIApBAWohCiAKIAFJDQALIBBBAWohEEEAIQ5BACEPCyMCIAY2AgAjAiAFQQFqNgIEDAELIAT9AAQAIQcgB0Eg/Q/9Kv1kIQggCEEBcQRAIA5FDQUgBCAIQX9zaGogBU8NBSAIQf//A0YNBQwBCyAELQAAQSNGDQQgBC0AAEH/AEsNBCAHQTr9D/0j/WRBgIAEcmghCSAJRQ0EIAhBgIAEcmggCUkNBEEBIQ4gCUEQRgRAA0AgBCAJai0AACEKIApBOkYNAiAKQSBNDQYgCUEBaiEJDAALCyAEIAkQACEKIApBCEYNACAPIAp2QQFxDQQgD0EBIAp0ciEPIAQgCWpBAWohDAJAA0AgDCAFTw0BIAwtAABBIEsNASAMQQFqIQwMAAsLIAUhDQJAA0AgDSAMTQ0BIA1BAWstAABBIEsNASANQQFrIQ0MAAsLIApBAU0EQCAMIA1GDQUgCgRAIAwvAQBBsPQARg0GCwsjAyAKQQN0aiEKIAogDDYCACAKIA02AgQLIAVBAWohBAwACwsgAkEQaiECDAALCyAQCw==';

interface Taker {
  readonly memory: WebAssembly.Memory;
  readonly take: (length: number, fields: number) => number;
  readonly bytes: WebAssembly.Global<'i32'>;
  readonly asked: WebAssembly.Global<'i32'>;
  readonly found: WebAssembly.Global<'i32'>;
  readonly texts: WebAssembly.Global<'i32'>;
  readonly ends: WebAssembly.Global<'i32'>;
}

/** Takes ordinary stanzas; what it found is valid until the next call. */
export class OrdinaryStanzas {
  private readonly taker = createTaker();
  private readonly bytes: Uint8Array = this.part(Uint8Array, 'bytes', STRETCH + NAME_BYTES);
  private readonly found: Uint32Array = this.part(Uint32Array, 'found', 2);
  /** The values, end to end: of each stanza those of the fields in the order in which they were asked for. */
  readonly texts: Uint8Array = this.part(Uint8Array, 'texts', STRETCH);
  /** Where each value ends; one that is not there ends where the one before does. */
  readonly ends: Uint32Array;

  /** The names of the fields, in small letters and each with a beginning of its own; without the first two no stanza is ordinary. */
  constructor(private readonly fields: readonly string[]) {
    this.ends = this.part(Uint32Array, 'ends', Math.ceil(STRETCH / LEAST_STANZA) * fields.length);
    const lengths = this.part(Uint32Array, 'asked', 2 * MOST_FIELDS);
    const names = this.part(Uint8Array, 'asked', (2 * 4 + NAME_BYTES) * MOST_FIELDS);
    fields.forEach((name, number) => {
      lengths[MOST_FIELDS + number] = name.length;
      const bytes = new TextEncoder().encode(name);
      names.set(bytes.subarray(0, 4), 4 * number);
      names.set(bytes, 2 * 4 * MOST_FIELDS + NAME_BYTES * number);
    });
  }

  private part<T>(
    of: new (buffer: ArrayBuffer, from: number, length: number) => T,
    name: 'bytes' | 'asked' | 'found' | 'texts' | 'ends',
    length: number,
  ): T {
    return this.taker
      ? new of(this.taker.memory.buffer as ArrayBuffer, this.taker[name].value, length)
      : new of(new ArrayBuffer(8 * length), 0, length);
  }

  /** How many lines were read. */
  get lines(): number {
    return this.found[0];
  }

  /** The place behind the last of them, counted from where it was looked from. */
  get end(): number {
    return this.found[1];
  }

  /**
   * Takes whole stanzas from `bytes`, from the start of a line outside of a stanza at `from`, up to `to`, at most STRETCH bytes further;
   * stops at the first that is not ordinary or not whole. Gives how many it took; empty lines are read too.
   */
  take(bytes: Uint8Array, from: number, to: number): number {
    if (!this.taker) return 0;
    const length = to - from;
    this.bytes.set(bytes.subarray(from, to));
    this.bytes.fill(0, length, length + NAME_BYTES);
    return this.taker.take(length, this.fields.length);
  }
}

function createTaker(): Taker | null {
  try {
    const code = Uint8Array.from(atob(ORDINARY_STANZAS_WASM), (character) => character.charCodeAt(0));
    return new WebAssembly.Instance(new WebAssembly.Module(code)).exports as unknown as Taker;
  } catch {
    return null; // these instructions are not to be had here
  }
}
