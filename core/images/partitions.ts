/** Partition tables: the master boot record with its chain of logical partitions, and GUID tables (UEFI 2.10, chapter 5). */
import { latinText, longAt, partOf, viewOf, type ByteSource } from './byteSource.ts';
import { crc32 } from './crc.ts';
import { damaged } from './imageFault.ts';

/** A partition: its number, and its bytes. */
export interface Partition {
  readonly number: number;
  readonly name: string;
  readonly bytes: ByteSource;
}

const EXTENDED = new Set([0x05, 0x0f, 0x85]);
const PROTECTIVE = 0xee;
const ENTRIES_LIMIT = 1024;

/** True for a head of at least 512 bytes that ends as a boot record does and lists partitions. */
export function hasBootRecord(head: Uint8Array): boolean {
  if (head.length < 512 || head[510] !== 0x55 || head[511] !== 0xaa) return false;
  const entries = recordEntries(head);
  const areFlags = [0, 1, 2, 3].every((i) => (head[446 + i * 16] & 0x7f) === 0);
  return areFlags && entries.some(({ type, sectors }) => type !== 0 && sectors > 0);
}

function recordEntries(sector: Uint8Array): { type: number; start: number; sectors: number }[] {
  const view = viewOf(sector);
  return [0, 1, 2, 3].map((i) => ({
    type: sector[446 + i * 16 + 4],
    start: view.getUint32(446 + i * 16 + 8, true),
    sectors: view.getUint32(446 + i * 16 + 12, true),
  }));
}

/** The partitions of a disk, by its GUID table where it has one. Throws `ImageFault` where a table is damaged. */
export function readPartitions(source: ByteSource): Partition[] {
  const entries = recordEntries(source.read(0, 512));
  const guid = entries.some(({ type }) => type === PROTECTIVE) ? guidPartitions(source) : null;
  if (guid) return guid;
  const found: Partition[] = [];
  const add = (number: number, start: number, sectors: number) => {
    // One that reaches behind the end is read as far as there is something.
    const size = Math.min(sectors * 512, source.size - start * 512);
    if (size > 0)
      found.push({ number, name: '', bytes: partOf(source, start * 512, size, `partition ${number}`) });
  };
  entries.forEach(({ type, start, sectors }, i) => {
    if (type !== 0 && type !== PROTECTIVE && !EXTENDED.has(type) && sectors > 0) add(i + 1, start, sectors);
  });
  const extended = entries.find(({ type }) => EXTENDED.has(type));
  const seen = new Set<number>();
  for (let at = extended?.start, number = 5; extended && at !== undefined; number++) {
    if (seen.has(at) || seen.size > ENTRIES_LIMIT)
      throw damaged('the chain of logical partitions', 'it leads back to itself');
    seen.add(at);
    const [own, following] = recordEntries(source.read(at * 512, 512));
    if (own.type !== 0 && own.sectors > 0) add(number, at + own.start, own.sectors);
    at = EXTENDED.has(following.type) ? extended.start + following.start : undefined;
  }
  return found;
}

/** The table at the beginning, else its copy at the end; null where there is none. */
function guidPartitions(source: ByteSource): Partition[] | null {
  for (const size of [512, 4096])
    for (const at of [size, source.size - size]) {
      if (at < 0 || at + 92 > source.size) continue;
      const head = source.read(at, 92);
      if (latinText(head.subarray(0, 8)) !== 'EFI PART') continue;
      const view = viewOf(head);
      const checked = head.slice();
      checked.fill(0, 16, 20);
      if (crc32(checked) !== view.getUint32(16, true)) continue;
      const count = Math.min(view.getUint32(80, true), ENTRIES_LIMIT);
      const length = view.getUint32(84, true);
      const table = source.read(longAt(view, 72, 'the table of partitions') * size, count * length);
      if (count === view.getUint32(80, true) && crc32(table) !== view.getUint32(88, true))
        throw damaged('the table of partitions', 'it does not agree with its sum');
      return entriesOf(table, length, size, source);
    }
  return null;
}

function entriesOf(table: Uint8Array, length: number, sector: number, source: ByteSource): Partition[] {
  const found: Partition[] = [];
  for (let i = 0; (i + 1) * length <= table.length && length >= 128; i++) {
    const entry = table.subarray(i * length, (i + 1) * length);
    if (entry.subarray(0, 16).every((byte) => byte === 0)) continue;
    const view = viewOf(entry);
    const first = longAt(view, 32, 'the table of partitions') * sector;
    const end = (longAt(view, 40, 'the table of partitions') + 1) * sector;
    const number = i + 1;
    const name = new TextDecoder('utf-16le').decode(entry.subarray(56, 128)).replace(/\0.*$/s, '');
    const size = Math.min(end, source.size) - first;
    if (size > 0) found.push({ number, name, bytes: partOf(source, first, size, `partition ${number}`) });
  }
  return found;
}
