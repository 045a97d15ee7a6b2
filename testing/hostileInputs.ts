/** Inputs made to take time or memory: small files that unpack to much, lines and texts without end, archives of nothing. */
import { Buffer } from 'node:buffer';
import { createGzip, gzipSync } from 'node:zlib';
import { once } from 'node:events';

/** A hostile input: how it is called in the table, and its bytes, made when asked for. */
export interface HostileInput {
  readonly name: string;
  readonly path: string;
  readonly make: () => Promise<Uint8Array>;
}

const MEGABYTE = 1 << 20;

/** gzip of parts, one after another. */
async function gzippedParts(parts: Iterable<string | Buffer>, level: number): Promise<Uint8Array> {
  const gzip = createGzip({ level });
  const packed: Buffer[] = [];
  gzip.on('data', (piece: Buffer) => packed.push(piece));
  for (const part of parts) if (!gzip.write(part)) await once(gzip, 'drain');
  gzip.end();
  await once(gzip, 'end');
  return Buffer.concat(packed);
}

/** gzip of a beginning and of `count` times a part. */
function gzipped(begin: string, part: Buffer, count: number): Promise<Uint8Array> {
  function* parts() {
    if (begin) yield begin;
    for (let i = 0; i < count; i++) yield part;
  }
  return gzippedParts(parts(), 9);
}

/** Lines by their number, a megabyte or so at a time. */
function gzippedLines(begin: string, line: (i: number) => string, count: number): Promise<Uint8Array> {
  function* parts() {
    if (begin) yield begin;
    for (let i = 0; i < count;) {
      let text = '';
      for (; i < count && text.length < MEGABYTE; i++) text += line(i);
      yield text;
    }
  }
  return gzippedParts(parts(), 6);
}

/** A head of a tar archive (pax(1), ustar). */
function tarHead(name: string, size: number, type = '0'): Buffer {
  const head = Buffer.alloc(512);
  head.write(name, 0);
  head.write('0000644\0', 100);
  head.write(`${size.toString(8).padStart(11, '0')}\0`, 124);
  head.write('00000000000\0', 136);
  head.write(' '.repeat(8), 148);
  head.write(type, 156);
  head.write('ustar\u000000', 257);
  const sum = head.reduce((all, byte) => all + byte, 0);
  head.write(`${sum.toString(8).padStart(6, '0')}\0 `, 148);
  return head;
}

const letters = Buffer.alloc(MEGABYTE, 97);
const PRIMARY =
  '<?xml version="1.0"?>\n<metadata xmlns="http://linux.duke.edu/metadata/common" packages="1">\n';

/** All of them. */
export const HOSTILE_INPUTS: readonly HostileInput[] = [
  {
    name: 'index with one line of 1.2 GB',
    path: 'Packages.gz',
    make: () => gzipped('Package: a\nVersion: 1\nDescription: ', letters, 1200),
  },
  {
    name: 'index whose package name is that line',
    path: 'Packages.gz',
    make: () => gzipped('Package: a\nVersion: 1\n\nPackage: ', letters, 1200),
  },
  {
    name: 'index of 20 million packages',
    path: 'Packages.gz',
    make: () => gzippedLines('', (i) => `Package: p${i}\nVersion: ${i}-1\n\n`, 20_000_000),
  },
  {
    name: 'index of 1 GB of long names',
    path: 'Packages.gz',
    make: () => gzippedLines('', (i) => `Package: ${'n'.repeat(3000)}${i}\nVersion: 1\n\n`, 340_000),
  },
  {
    name: 'index of 100 million broken lines',
    path: 'Packages.gz',
    make: () => gzipped('Package: a\nVersion: 1\n\n', Buffer.alloc(MEGABYTE, 'no field\n'), 860),
  },
  {
    name: '2 GB of zeros',
    path: 'zeros.gz',
    make: () => gzipped('', Buffer.alloc(MEGABYTE), 2000),
  },
  {
    name: 'gzip in gzip in gzip in gzip in gzip',
    path: 'deep.gz',
    make: async () => {
      let bytes: Uint8Array = await gzipped('', Buffer.alloc(MEGABYTE), 1000);
      for (let i = 0; i < 4; i++) bytes = gzipSync(bytes);
      return bytes;
    },
  },
  {
    name: 'primary.xml with a text of 1.2 GB',
    path: 'primary.xml.gz',
    make: () => gzipped(`${PRIMARY}<package type="rpm"><name>`, letters, 1200),
  },
  {
    name: 'primary.xml of 100 million nested elements',
    path: 'primary.xml.gz',
    make: () => gzipped(PRIMARY, Buffer.alloc(MEGABYTE, '<a>'), 290),
  },
  {
    name: 'primary.xml with 15 million provides',
    path: 'primary.xml.gz',
    make: () =>
      gzippedLines(
        `${PRIMARY}<package type="rpm"><name>a</name><format><rpm:provides>`,
        (i) => `<rpm:entry name="p${i}"/>\n`,
        15_000_000,
      ),
  },
  {
    name: 'archive of a million empty files',
    path: 'files.tar.gz',
    make: () => {
      const block = Buffer.concat(Array.from({ length: 1000 }, (_, i) => tarHead(`folder/file-${i}`, 0)));
      return gzipped('', block, 1000);
    },
  },
  {
    name: 'archive with a name of 500 MB (pax)',
    path: 'name.tar.gz',
    make: () => gzipped(tarHead('x', 500 * MEGABYTE, 'x').toString('latin1'), letters, 500),
  },
  {
    name: 'alpm database of 400,000 packages',
    path: 'db.tar.gz',
    make: () =>
      gzippedLines(
        '',
        (i) => {
          const text = `%FILENAME%\nf\n\n%NAME%\np${i}\n\n%VERSION%\n${i}-1\n\n`;
          const body = text.padEnd(512, '\n');
          return `${tarHead(`p${i}-1/desc`, text.length).toString('latin1')}${body}`;
        },
        400_000,
      ),
  },
  {
    name: 'text of 8 MB of blank lines',
    path: 'etc/os-release',
    make: async () => Buffer.concat([Buffer.from('NAME=A\nID=a\n'), Buffer.alloc(8 * MEGABYTE - 20, 10)]),
  },
  {
    name: 'summary of a system with one line of 8 MB',
    path: 'summary.txt',
    make: async () =>
      Buffer.concat([
        Buffer.from('OS: A 1\nKernel: 6.1\nShell: sh\nMemory: 1MiB / 2MiB\nTheme: '),
        Buffer.alloc(8 * MEGABYTE - 200, 'a '),
      ]),
  },
  {
    name: 'boot menu of 8 MB of blanks',
    path: 'grub.cfg',
    make: async () =>
      Buffer.concat([Buffer.from('menuentry "a" {\n'), Buffer.alloc(8 * MEGABYTE - 20, ' \n\t ')]),
  },
  {
    name: 'bill of materials nested four million deep',
    path: 'bill.json',
    make: async () => Buffer.from(`{"bomFormat":"CycloneDX","components":${'['.repeat(4_000_000)}`),
  },
  {
    name: 'zstd window of 2 GB',
    path: 'window.zst',
    make: async () => Uint8Array.of(0x28, 0xb5, 0x2f, 0xfd, 0x00, 0xa8, 0x01, 0x00, 0x00),
  },
];
