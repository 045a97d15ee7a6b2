/**
 * Reads Debian package lists: a repository's `Packages` index and dpkg's `status` database. Both are stanzas of
 * `Field: value` lines, continuation lines begin with a blank, an empty line ends a stanza (deb822(5);
 * Debian Policy 5.1, 5.3; "Debian Repository Format", section "Packages"). Works on bytes in one pass.
 *
 * A damaged stanza is left out and reported with its line; the rest is kept.
 */
import { createIssue, type Issue } from '../issue.ts';
import { PackageColumnsBuilder, type ColumnName, type PackageColumns } from './packageColumns.ts';

/** What a list is: a repository's index, or the database of an installed system. */
export type DebListRole = 'index' | 'status';

export interface DebPackageList {
  readonly role: DebListRole;
  readonly packages: PackageColumns;
  readonly issues: readonly Issue[];
}

const NEWLINE = 10;
const SPACE = 32;
const HASH = 35;
const OPEN_BRACKET = 40;
const CLOSE_BRACKET = 41;
const COLON = 58;

/** The fields read, by the lower-case code of their first letter. All others are skipped unread. */
const FIELDS: readonly { name: string; column: ColumnName | 'status'; roles: readonly DebListRole[] }[] = [
  { name: 'package', column: 'name', roles: ['index', 'status'] },
  { name: 'version', column: 'version', roles: ['index', 'status'] },
  { name: 'architecture', column: 'architecture', roles: ['index', 'status'] },
  { name: 'source', column: 'source', roles: ['index', 'status'] },
  { name: 'section', column: 'section', roles: ['index', 'status'] },
  { name: 'status', column: 'status', roles: ['status'] },
  { name: 'maintainer', column: 'maintainer', roles: ['status'] },
  { name: 'provides', column: 'provides', roles: ['status'] },
];

/** How many broken places are listed one by one; beyond that they are only counted. */
const LISTED_ISSUES = 20;

/** Reads a whole package list. `where` names the file in issues. Never throws. */
export function parseDebPackages(bytes: Uint8Array, role: DebListRole, where: string): DebPackageList {
  const reader = new DebPackagesReader(role, where);
  reader.push(bytes);
  return reader.finish();
}

type FieldMatcher = { bytes: Uint8Array; column: ColumnName | 'status' };

/**
 * Reads a package list piece by piece, as it comes from a file or a decompressor. The pieces may be cut
 * anywhere; `push` keeps nothing of a piece but the start of its last, incomplete line.
 */
export class DebPackagesReader {
  readonly #builder = new PackageColumnsBuilder('deb');
  readonly #byLetter: (FieldMatcher[] | undefined)[] = new Array(256);
  readonly #issues: Issue[] = [];
  #carry: Uint8Array = new Uint8Array(0);
  #broken = 0;
  #line = 0;
  #stanzaLine = 0;
  #inStanza = false;
  #damaged = false;
  #hasName = false;
  #hasVersion = false;
  #removed = false;
  #absent = false;
  #bytes: Uint8Array = new Uint8Array(0);

  constructor(
    readonly role: DebListRole,
    readonly where: string,
  ) {
    for (const field of FIELDS) {
      if (!field.roles.includes(role)) continue;
      const encoded = new TextEncoder().encode(field.name);
      (this.#byLetter[encoded[0]] ??= []).push({ bytes: encoded, column: field.column });
    }
  }

  /** How many packages were read so far. */
  get size(): number {
    return this.#builder.size;
  }

  push(piece: Uint8Array): void {
    let start = 0;
    if (this.#carry.length > 0) {
      const newline = piece.indexOf(NEWLINE);
      start = newline < 0 ? piece.length : newline + 1;
      const joined = new Uint8Array(this.#carry.length + start);
      joined.set(this.#carry);
      joined.set(piece.subarray(0, start), this.#carry.length);
      this.#carry = joined;
      if (newline < 0) return;
      this.#carry = new Uint8Array(0);
      this.#scan(joined, 0, joined.length);
    }
    const end = piece.lastIndexOf(NEWLINE) + 1;
    if (end > start) this.#scan(piece, start, end);
    if (Math.max(end, start) < piece.length) this.#carry = piece.slice(Math.max(end, start));
  }

  /** Completes the list. The reader cannot be used afterwards. */
  finish(): DebPackageList {
    if (this.#carry.length > 0) this.push(Uint8Array.of(NEWLINE));
    if (this.#inStanza) this.#endStanza();
    if (this.#broken > LISTED_ISSUES) {
      const count = this.#broken - LISTED_ISSUES;
      this.#issues.push(createIssue('damage', 'deb822.moreBroken', this.where, { count }));
    }
    return { role: this.role, packages: this.#builder.finish(), issues: this.#issues };
  }

  /** Reads whole lines. Newlines are looked for four bytes at a time: most of an index is skipped text. */
  #scan(piece: Uint8Array, start: number, stop: number): void {
    const aligned = piece.byteOffset % 4 === 0;
    const bytes = aligned ? piece : piece.slice();
    this.#bytes = bytes;
    const words = new Int32Array(bytes.buffer, bytes.byteOffset, bytes.length >> 2);
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
    const length = bytes.length;
    const heads = new Int32Array(256);
    const tails = new Int32Array(256);
    const lengths = new Int32Array(256).fill(4);
    const byLetter = this.#byLetter;
    let position = start;
    let line = this.#line;
    let inStanza = this.#inStanza;
    while (position < stop) {
      line++;
      const first = bytes[position];
      if (first === NEWLINE) {
        if (inStanza) this.#endStanza();
        inStanza = false;
        position++;
        continue;
      }
      // The same few field names come again and again: try the length that this beginning had last time.
      let colon = position;
      const head = position + 4 <= length ? view.getInt32(position) : 0;
      const memo = (head ^ (head >>> 9) ^ (head >>> 17)) & 255;
      const guess = position + lengths[memo];
      if (heads[memo] === head && guess < length && view.getInt32(guess - 3) === tails[memo]) colon = guess;
      else {
        while (bytes[colon] > SPACE && bytes[colon] !== COLON) colon++;
        if (colon - position > 3 && bytes[colon] === COLON) {
          heads[memo] = head;
          tails[memo] = view.getInt32(colon - 3);
          lengths[memo] = colon - position;
        }
      }

      let word = (colon >> 2) + 1;
      let end = colon;
      for (const limit = word << 2; end < limit && bytes[end] !== NEWLINE;) end++;
      if (end === word << 2) {
        for (; word < words.length; word++) {
          const x = words[word] ^ 0x0a0a0a0a;
          if (((x - 0x01010101) & ~x & 0x80808080) !== 0) break; // one of the four bytes is a newline
        }
        end = word << 2;
        while (end < stop && bytes[end] !== NEWLINE) end++;
      }

      if (colon > position && bytes[colon] === COLON) {
        if (!inStanza) {
          inStanza = true;
          this.#stanzaLine = line;
        }
        const fields = byLetter[first | 32];
        if (fields !== undefined) this.#field(fields, position, colon, end, line);
      } else if (!inStanza || first > SPACE || this.#isBlank(position, end)) {
        this.#inStanza = inStanza;
        inStanza = this.#oddLine(position, end, line);
      }
      position = end + 1;
    }
    this.#line = line;
    this.#inStanza = inStanza;
  }

  /** A line that is neither a field nor a continuation: blanks, a comment, or damage. Tells whether a stanza is open after it. */
  #oddLine(start: number, end: number, line: number): boolean {
    if (this.#isBlank(start, end)) {
      if (this.#inStanza) this.#endStanza(); // deb822(5) lets readers take a line of blanks as a separator
      return false;
    }
    if (this.#bytes[start] === HASH) return this.#inStanza;
    if (!this.#inStanza) this.#stanzaLine = line;
    this.#reportBroken(line);
    return true;
  }

  #isBlank(start: number, end: number): boolean {
    for (let i = start; i < end; i++) if (this.#bytes[i] > SPACE) return false;
    return true;
  }

  #field(fields: readonly FieldMatcher[], start: number, colon: number, end: number, line: number): void {
    const length = colon - start;
    for (let i = 0; i < fields.length; i++) {
      const { bytes, column } = fields[i];
      if (bytes.length === length && this.#matches(bytes, start)) {
        this.#value(column, colon + 1, end, line);
        return;
      }
    }
  }

  #matches(name: Uint8Array, start: number): boolean {
    for (let i = 1; i < name.length; i++) if ((this.#bytes[start + i] | 32) !== name[i]) return false;
    return true;
  }

  #value(column: ColumnName | 'status', from: number, to: number, line: number): void {
    const bytes = this.#bytes;
    let start = from;
    let end = to;
    while (start < end && bytes[start] <= SPACE) start++;
    while (end > start && bytes[end - 1] <= SPACE) end--;
    const builder = this.#builder;
    switch (column) {
      case 'status':
        this.#status(start, end);
        return;
      case 'name':
        if (this.#hasName) this.#reportBroken(line); // two stanzas run together
        this.#hasName = end > start;
        break;
      case 'version':
        this.#hasVersion = end > start;
        if (bytes[start] === 48 && bytes[start + 1] === COLON) start += 2; // an epoch of 0 is left out
        break;
      case 'source': {
        // Source: name (version)
        let nameEnd = start;
        while (nameEnd < end && bytes[nameEnd] > SPACE && bytes[nameEnd] !== OPEN_BRACKET) nameEnd++;
        let from = nameEnd;
        while (from < end && (bytes[from] <= SPACE || bytes[from] === OPEN_BRACKET)) from++;
        if (from < end) {
          if (bytes[from] === 48 && bytes[from + 1] === COLON) from += 2;
          const to = bytes[end - 1] === CLOSE_BRACKET ? end - 1 : end;
          builder.set('sourceVersion', builder.strings.add(bytes, from, to));
        }
        end = nameEnd;
        break;
      }
    }
    const previous = builder.previous(column); // neighbours often come from one source package
    const same = builder.strings.equals(previous, bytes, start, end);
    builder.set(column, same ? previous : builder.strings.add(bytes, start, end));
  }

  /** `Status: want flag state` (dpkg(1), "Package states"). */
  #status(start: number, end: number): void {
    const words = String.fromCharCode(...this.#bytes.subarray(start, Math.min(end, start + 80))).split(/\s+/);
    this.#absent = words[2] === 'not-installed';
    this.#removed = words[2] === 'config-files';
  }

  #endStanza(): void {
    const complete = this.#hasName && this.#hasVersion;
    if (complete && !this.#damaged && !this.#absent) this.#builder.endRow(this.#removed);
    else {
      if (!complete && !this.#damaged && !this.#absent) this.#report('deb822.incomplete', this.#stanzaLine);
      this.#builder.dropRow();
    }
    this.#inStanza = this.#damaged = this.#hasName = this.#hasVersion = this.#removed = this.#absent = false;
  }

  #reportBroken(line: number): void {
    if (!this.#damaged) this.#report('deb822.broken', line);
    this.#damaged = true;
  }

  #report(code: string, line: number): void {
    this.#broken++;
    if (this.#broken <= LISTED_ISSUES) this.#issues.push(createIssue('damage', code, this.where, { line }));
  }
}
