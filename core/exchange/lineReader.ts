/** Lines out of pieces of text, one at a time, with what is left behind them. */

/** Reads lines (ended by a line feed) from pieces that come in order; only the line under way is held. */
export class LineReader {
  readonly #pieces: AsyncIterator<string>;
  #piece = '';
  #at = 0;
  #characters = 0;

  constructor(
    pieces: AsyncIterable<string>,
    private readonly onProgress: (characters: number) => void = () => undefined,
  ) {
    this.#pieces = pieces[Symbol.asyncIterator]();
  }

  /** The next piece; false at the end. */
  async #further(): Promise<boolean> {
    const { value, done } = await this.#pieces.next();
    if (done) return false;
    this.#piece = value;
    this.#at = 0;
    this.#characters += value.length;
    this.onProgress(this.#characters);
    return true;
  }

  /** The next line, if all of it is at hand: saves waiting for each. */
  ready(): string | undefined {
    const end = this.#piece.indexOf('\n', this.#at);
    if (end < 0) return undefined;
    const line = this.#piece.slice(this.#at, end);
    this.#at = end + 1;
    return line;
  }

  /** The next line without its end, or null when there is none. The last may lack its end. */
  async next(): Promise<string | null> {
    const parts: string[] = [];
    let found = false;
    for (;;) {
      const end = this.#piece.indexOf('\n', this.#at);
      if (this.#at < this.#piece.length) found = true;
      parts.push(this.#piece.slice(this.#at, end < 0 ? undefined : end));
      this.#at = end < 0 ? this.#piece.length : end + 1;
      if (end >= 0 || !(await this.#further())) break;
    }
    return found ? parts.join('') : null;
  }

  /** All that is left; null when it is longer than `most` characters. */
  async rest(most: number): Promise<string | null> {
    const parts: string[] = [];
    let length = 0;
    do {
      const part = this.#piece.slice(this.#at);
      length += part.length;
      if (length > most) return null;
      parts.push(part);
      this.#at = this.#piece.length;
    } while (await this.#further());
    return parts.join('');
  }

  /** How many lines are left, without holding them. */
  async countRest(): Promise<number> {
    let count = 0;
    do {
      for (let at = this.#piece.indexOf('\n', this.#at); at >= 0; at = this.#piece.indexOf('\n', at + 1))
        count++;
      this.#at = this.#piece.length;
    } while (await this.#further());
    return count;
  }
}
