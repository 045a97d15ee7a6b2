/**
 * Reads Debian package lists: a repository's `Packages` index and dpkg's `status` database. Both are stanzas of
 * `Field: value` lines, continuation lines begin with a blank, an empty line ends a stanza (deb822(5);
 * Debian Policy 5.1, 5.3; "Debian Repository Format", section "Packages"). Works on bytes in one pass.
 *
 * A damaged stanza is left out and reported with its line; the rest is kept.
 */
import { createLoss, type Issue } from '../issue.ts';
import { concatBytes } from './byteStream.ts';
import { OrdinaryStanzas, STRETCH } from './ordinaryStanzas.ts';
import { PackageColumnsBuilder } from './packageColumns.ts';
import { COLUMN_NAMES, COLUMN_NUMBERS, type ColumnName } from './columnNames.ts';
import type { ListRole, PackageList } from './packageList.ts';

const NEWLINE = 10;
const SPACE = 32;
const HASH = 35;
const OPEN_BRACKET = 40;
const CLOSE_BRACKET = 41;
const COLON = 58;

const { name: NAME, version: VERSION, source: SOURCE, sourceVersion: SOURCE_VERSION } = COLUMN_NUMBERS;
/** Stands for a line that is no field. */
const UNTOLD = -1;
/** Stands for the field that says what state a package is in; it has no column. */
const STATUS = -1;

/** The fields read, and the column of each. All others are skipped unread. */
const FIELDS: readonly { name: string; column: number; roles: readonly ListRole[] }[] = [
  { name: 'package', column: NAME, roles: ['index', 'status'] },
  { name: 'version', column: VERSION, roles: ['index', 'status'] },
  { name: 'architecture', column: COLUMN_NUMBERS.architecture, roles: ['index', 'status'] },
  { name: 'source', column: SOURCE, roles: ['index', 'status'] },
  { name: 'section', column: COLUMN_NUMBERS.section, roles: ['index', 'status'] },
  { name: 'status', column: STATUS, roles: ['status'] },
  { name: 'maintainer', column: COLUMN_NUMBERS.maintainer, roles: ['status'] },
  { name: 'provides', column: COLUMN_NUMBERS.provides, roles: ['status'] },
];

/** What is always read: without it no package is told. */
const NEEDED: readonly number[] = [NAME, VERSION, STATUS];
/** The columns that are read for printing. */
const PLAIN: readonly number[] = [NAME, VERSION, COLUMN_NUMBERS.architecture];

/** So many bytes are read line by line at least, where a stanza is not ordinary. */
const ODD_PART = 4096;
/** More than any line of an index has: what goes on beyond it is no list of packages. */
const LINE_LIMIT = 4 << 20;
/** More than any value that is read has. */
const VALUE_LIMIT = 256 << 10;

/** How many broken places are listed one by one; beyond that they are only counted. */
const LISTED_ISSUES = 20;

/** Reads a whole package list. `where` names the file in issues. Never throws. */
export function parseDebPackages(bytes: Uint8Array, role: ListRole, where: string): PackageList {
  const reader = new DebPackagesReader(role, where);
  reader.push(bytes);
  return reader.finish();
}

/**
 * Reads a package list piece by piece, as it comes from a file or a decompressor. The pieces may be cut
 * anywhere; `push` keeps nothing of a piece but the start of its last, incomplete line. Columns that are not named, but for name and
 * version, stay empty: such a list is read in less time.
 */
export class DebPackagesReader {
  private readonly builder = new PackageColumnsBuilder('deb');
  /** The names of the fields that are read, and the column of each. */
  private readonly names: readonly Uint8Array[];
  private readonly columns: readonly number[];
  /** Whether only what hardly comes twice is read, for printing: then texts that do may stand twice. */
  private readonly isPlain: boolean;
  private readonly ordinary: OrdinaryStanzas;
  private readonly issues: Issue[] = [];
  /** The beginning of a line that goes on in the next piece. */
  private readonly carried: Uint8Array[] = [];
  private carriedBytes = 0;
  private isTooLong = false;
  private full = false;
  private broken = 0;
  private line = 0;
  private stanzaLine = 0;
  private inStanza = false;
  private damaged = false;
  /** The field of the last line: its number, 0 for one that is not read, UNTOLD for what is none. */
  private lastField = 0;
  private hasName = false;
  private hasVersion = false;
  private removed = false;
  private absent = false;
  private bytes: Uint8Array = new Uint8Array(0);

  constructor(
    readonly role: ListRole,
    readonly where: string,
    columns: readonly ColumnName[] = COLUMN_NAMES,
  ) {
    const read = FIELDS.filter(
      ({ roles, column }) =>
        roles.includes(role) && (NEEDED.includes(column) || columns.includes(COLUMN_NAMES[column])),
    );
    this.names = read.map(({ name }) => new TextEncoder().encode(name));
    this.columns = read.map(({ column }) => column);
    this.isPlain = this.columns.every((column) => PLAIN.includes(column));
    this.ordinary = new OrdinaryStanzas(read.map(({ name }) => name));
  }

  /** True when no more is taken: what follows need not be read. */
  get isFull(): boolean {
    return this.full;
  }

  /** How many packages were read so far. */
  get size(): number {
    return this.builder.size;
  }

  push(piece: Uint8Array): void {
    if (this.full) return;
    let start = 0;
    if (this.carriedBytes > 0 || this.isTooLong) {
      const newline = piece.indexOf(NEWLINE);
      start = newline < 0 ? piece.length : newline + 1;
      this.carry(piece.subarray(0, start));
      if (newline < 0) return;
      this.endCarried();
    }
    const end = piece.lastIndexOf(NEWLINE) + 1;
    if (end > start) this.scan(piece, start, end);
    if (Math.max(end, start) < piece.length) this.carry(piece.subarray(Math.max(end, start)));
  }

  /** Keeps a part of a line; of one that is too long, nothing. */
  private carry(part: Uint8Array): void {
    this.carriedBytes += part.length;
    if (this.carriedBytes > LINE_LIMIT) this.isTooLong = true;
    if (this.isTooLong) this.carried.length = 0;
    else this.carried.push(part.slice());
  }

  private endCarried(): void {
    const line = concatBytes(this.carried);
    this.carried.length = 0;
    this.carriedBytes = 0;
    if (!this.isTooLong) return this.scan(line, 0, line.length);
    this.isTooLong = false;
    this.line++;
    this.reportLong();
  }

  private reportLong(): void {
    this.report('deb822.longLine', this.line, { limit: VALUE_LIMIT });
    this.damaged = true;
    this.inStanza = true;
  }

  /** Completes the list. The reader cannot be used afterwards. */
  finish(): PackageList {
    if (this.carriedBytes > 0) {
      this.carry(Uint8Array.of(NEWLINE));
      this.lastField = 0;
      this.endCarried();
      this.report('deb822.unfinished', this.line);
      // Of what stands in the last line it cannot be told whether it is all.
      if (this.lastField !== 0) this.damaged = true;
    }
    if (this.inStanza) this.endStanza();
    if (this.broken > LISTED_ISSUES) {
      const count = this.broken - LISTED_ISSUES;
      this.issues.push(createLoss('deb822.moreBroken', this.where, { count }));
    }
    return { role: this.role, packages: this.builder.finish(), issues: this.issues };
  }

  /** Reads whole lines: ordinary stanzas by the stretch, all others line by line. */
  private scan(bytes: Uint8Array, start: number, stop: number): void {
    this.bytes = bytes;
    for (let from = start; from < stop;) {
      const taken = this.inStanza ? 0 : this.takeOrdinary(from, Math.min(from + STRETCH, stop));
      from += taken;
      if (taken > 0) continue;
      // What is not ordinary seldom comes alone.
      const least = Math.min(from + ODD_PART, stop);
      while (from < stop && (this.inStanza || from < least)) {
        const end = bytes.indexOf(NEWLINE, from);
        this.readLine(from, end);
        from = end + 1;
      }
    }
  }

  /** Reads the ordinary stanzas that come first; gives how many bytes that were. */
  private takeOrdinary(from: number, to: number): number {
    const { ordinary, builder, columns } = this;
    if (!builder.hasRoom(STRETCH)) return 0;
    const count = ordinary.take(this.bytes, from, to);
    this.line += ordinary.lines;
    const { texts, ends } = ordinary;
    if (this.isPlain) builder.appendRows(count, columns, texts, ends);
    else
      for (let row = 0, start = 0, cell = 0; row < count; row++) {
        for (const column of columns) {
          const end = ends[cell++];
          if (end > start) this.cell(column, texts, start, end);
          start = end;
        }
        this.endRow(true);
      }
    return ordinary.end;
  }

  /** Reads the line from `start` to its newline at `end`. */
  private readLine(start: number, end: number): void {
    const { bytes } = this;
    this.line++;
    this.lastField = UNTOLD;
    if (this.line === 1 && bytes[start] === 0xef && bytes[start + 1] === 0xbb && bytes[start + 2] === 0xbf)
      start += 3; // the mark of UTF-8 (RFC 3629, 6)
    if (start === end) {
      if (this.inStanza) this.endStanza();
      return;
    }
    let colon = start;
    while (bytes[colon] > SPACE && bytes[colon] !== COLON) colon++;
    if (colon === start || bytes[colon] !== COLON) {
      const continues = this.inStanza && bytes[start] <= SPACE && !this.isBlank(start, end);
      if (continues) this.lastField = 0;
      else this.oddLine(start, end);
      return;
    }
    const field = this.findField(start, colon);
    this.lastField = field;
    if (!this.inStanza) {
      this.inStanza = true;
      this.stanzaLine = this.line;
    }
    if (field !== 0) this.value(this.columns[field - 1], colon + 1, end);
  }

  /** A line that is neither a field nor a continuation: blanks, a comment, or damage. */
  private oddLine(start: number, end: number): void {
    if (this.isBlank(start, end)) {
      if (this.inStanza) this.endStanza(); // deb822(5) lets readers take a line of blanks as a separator
      return;
    }
    if (this.bytes[start] === HASH) return;
    if (!this.inStanza) this.stanzaLine = this.line;
    this.inStanza = true;
    this.reportBroken();
  }

  private isBlank(start: number, end: number): boolean {
    for (let i = start; i < end; i++) if (this.bytes[i] > SPACE) return false;
    return true;
  }

  /** The number, from 1, of the field that is read and stands between `start` and `colon`; 0 for any other. */
  private findField(start: number, colon: number): number {
    return 1 + this.names.findIndex((name) => name.length === colon - start && this.matches(name, start));
  }

  private matches(name: Uint8Array, start: number): boolean {
    for (let i = 0; i < name.length; i++) if ((this.bytes[start + i] | 32) !== name[i]) return false;
    return true;
  }

  private value(column: number, from: number, to: number): void {
    const bytes = this.bytes;
    let start = from;
    let end = to;
    while (start < end && bytes[start] <= SPACE) start++;
    while (end > start && bytes[end - 1] <= SPACE) end--;
    if (end - start > VALUE_LIMIT) return this.reportLong();
    if (column === NAME) {
      if (this.hasName) this.reportBroken(); // two stanzas run together
      this.hasName = end > start;
    }
    if (column === VERSION) {
      this.hasVersion = end > start;
      if (bytes[start] === 48 && bytes[start + 1] === COLON) start += 2; // an epoch of 0 is left out
    }
    this.cell(column, bytes, start, end);
  }

  private cell(column: number, bytes: Uint8Array, start: number, end: number): void {
    if (column === STATUS) return this.status(bytes, start, end);
    if (column === NAME || this.isPlain) return this.builder.putNew(column, bytes, start, end);
    if (column === SOURCE) {
      // Source: name (version)
      let nameEnd = start;
      while (nameEnd < end && bytes[nameEnd] > SPACE && bytes[nameEnd] !== OPEN_BRACKET) nameEnd++;
      let from = nameEnd;
      while (from < end && (bytes[from] <= SPACE || bytes[from] === OPEN_BRACKET)) from++;
      if (from < end) {
        if (bytes[from] === 48 && bytes[from + 1] === COLON) from += 2;
        const to = bytes[end - 1] === CLOSE_BRACKET ? end - 1 : end;
        this.builder.put(SOURCE_VERSION, bytes, from, to);
      }
      end = nameEnd;
    }
    this.builder.put(column, bytes, start, end);
  }

  /** `Status: want flag state` (dpkg(1), "Package states"). */
  private status(bytes: Uint8Array, start: number, end: number): void {
    const words = String.fromCharCode(...bytes.subarray(start, Math.min(end, start + 80))).split(/\s+/);
    this.absent = words[2] === 'not-installed';
    this.removed = words[2] === 'config-files';
  }

  private endStanza(): void {
    const complete = this.hasName && this.hasVersion;
    if (complete && !this.full && this.builder.isFull) {
      this.full = true;
      this.report('packages.tooMany', this.stanzaLine, { count: this.size });
    }
    if (!complete && !this.damaged && !this.absent) this.report('deb822.incomplete', this.stanzaLine);
    this.endRow(complete && !this.damaged && !this.full);
    this.inStanza = this.damaged = this.hasName = this.hasVersion = false;
  }

  private endRow(isGood: boolean): void {
    if (isGood && !this.absent) this.builder.endRow(this.removed);
    else this.builder.dropRow();
    this.removed = this.absent = false;
  }

  private reportBroken(): void {
    if (!this.damaged) this.report('deb822.broken', this.line);
    this.damaged = true;
  }

  private report(code: string, line: number, more: Issue['params'] = {}): void {
    this.broken++;
    if (this.broken <= LISTED_ISSUES) this.issues.push(createLoss(code, this.where, { line, ...more }));
  }
}
