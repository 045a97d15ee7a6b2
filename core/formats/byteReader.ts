/** Reads a stream of pieces by counts of bytes: for formats that say how long their parts are. Linear in what is read. */
import { concatBytes, type Pieces } from './byteStream.ts';

/** What walks a container asks for bytes by their number. */
export class ByteReader {
  private readonly iterator: AsyncIterator<Uint8Array>;
  private held: Uint8Array = new Uint8Array(0);
  private offset = 0;
  private ended = false;

  constructor(pieces: Pieces) {
    this.iterator = pieces[Symbol.asyncIterator]();
  }

  /** The next `count` bytes, kept for good, without taking them; fewer at the end of the stream. */
  async peek(count: number): Promise<Uint8Array> {
    await this.fill(count);
    return this.held.slice(this.offset, this.offset + count);
  }

  /** Takes the next `count` bytes; null when the stream ends before, which takes what is left. */
  async take(count: number): Promise<Uint8Array | null> {
    await this.fill(count);
    const bytes = this.held.slice(this.offset, this.offset + count);
    this.offset += bytes.length;
    return bytes.length === count ? bytes : null;
  }

  /** Gives the next `count` bytes as they come, without gathering them; true when all were there. */
  async *pass(count: number): AsyncGenerator<Uint8Array, boolean> {
    let left = count;
    while (left > 0) {
      if (this.offset === this.held.length) await this.fill(1);
      const part = this.held.subarray(this.offset, this.offset + left);
      if (part.length === 0) return false;
      this.offset += part.length;
      left -= part.length;
      yield part;
    }
    return true;
  }

  /** True when nothing is left. */
  async isAtEnd(): Promise<boolean> {
    await this.fill(1);
    return this.offset === this.held.length;
  }

  /** Reads the rest; gives how many bytes it had. */
  async drain(): Promise<number> {
    let count = 0;
    while (!(await this.isAtEnd())) {
      count += this.held.length - this.offset;
      this.offset = this.held.length;
    }
    return count;
  }

  /** Lets go of the stream. */
  async close(): Promise<void> {
    await this.iterator.return?.();
  }

  private async fill(count: number): Promise<void> {
    const parts = [this.held.subarray(this.offset)];
    let length = parts[0].length;
    if (length >= count || this.ended) return;
    while (length < count) {
      const { value, done } = await this.iterator.next();
      if (done) {
        this.ended = true;
        break;
      }
      parts.push(length + value.length < count ? value.slice() : value);
      length += value.length;
    }
    this.held = concatBytes(parts);
    this.offset = 0;
  }
}
