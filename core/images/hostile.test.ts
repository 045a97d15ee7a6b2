/** Images made to mislead: what they state is not believed, and nothing hangs, grows or leads out. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { packTar } from 'modern-tar';
import { afterAll, describe, expect, it } from 'vitest';
import { openFileSystem, writeTree } from '../../testing/imageTrees.ts';
import { describeWith } from '../../testing/tools.ts';
import { captureContainer, captureImage } from '../capture/image/imageCapture.ts';
import { piecesOf } from '../formats/byteStream.ts';
import { bytesSource, type ByteSource } from './byteSource.ts';
import { FileTree } from './fileSystem.ts';
import { readImage } from './roots.ts';

const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-hostile-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const at = (path: string) => join(folder, path);
const run = (command: string, ...args: string[]) =>
  void execFileSync(command, args, { cwd: folder, stdio: ['ignore', 'pipe', 'pipe'] });
const STATUS = 'Package: a\nStatus: install ok installed\nVersion: 1\nArchitecture: all\n\n';
const ROOT = { 'etc/os-release': 'NAME=Kelpmoor\nID=kelpmoor\n', 'var/lib/dpkg/status': STATUS };
const codes = (issues: readonly { code: string }[]) => issues.map(({ code }) => code);

describeWith(['mkfs.ext4', 'debugfs'], 'a file system', () => {
  writeTree(at('root'), { ...ROOT, 'etc/fstab': 'x\n', 'usr/lib/one/two/file': 'x' });
  const make = (...changes: string[]): ByteSource => {
    writeFileSync(at('x.img'), '');
    truncateSync(at('x.img'), 4 << 20);
    run('mkfs.ext4', '-q', '-F', '-b', '1024', '-O', '^has_journal', '-d', 'root', 'x.img');
    for (const change of changes) run('debugfs', '-w', '-R', change, 'x.img');
    return bytesSource(new Uint8Array(readFileSync(at('x.img'))));
  };
  it('with a file of a terabyte that is not there gives the others, and holds none of it', async () => {
    const source = make('set_inode_field /etc/fstab size 1099511627776');
    const tree = new FileTree(await openFileSystem(source), 'image');
    expect(tree.find('etc/fstab')!.size).toBe(2 ** 40);
    expect(tree.bytes('etc/fstab', 4 << 20)).toBeNull();
    expect(tree.fileSystem.open(tree.find('etc/fstab')!).read(2 ** 39, 3)).toEqual(new Uint8Array(3));
    expect((await captureImage(source, 'image'))!.captures[0].database).toBe('var/lib/dpkg/status');
  });
  it('with folders that hold themselves is gone through once', async () => {
    const tree = new FileTree(
      await openFileSystem(make('ln /usr /usr/lib/one/loop', 'ln /usr/lib /etc/more')),
      'image',
    );
    const paths = [...tree.walk()].map(({ path }) => path);
    expect(paths.length).toBeLessThan(40);
    expect(codes(tree.issues)).toContain('image.damaged');
  });
  it('with inodes beyond its tables, or a table of 2^32, says so', async () => {
    const source = make();
    const bytes = source.read(0, source.size).slice();
    new DataView(bytes.buffer).setUint32(1024, 0xffffffff, true);
    const changed = await readImage(bytesSource(bytes), 'image');
    expect(codes(changed.issues)).toEqual(['image.damaged']);
    run('mkfs.ext4', '-q', '-F', '-b', '1024', '-O', '^has_journal,^metadata_csum', '-d', 'root', 'x.img');
    const plain = new Uint8Array(readFileSync(at('x.img')));
    new DataView(plain.buffer).setUint32(1024, 0xffffffff, true);
    const name = Buffer.from(plain).indexOf('os-release');
    new DataView(plain.buffer).setUint32(name - 8, 0xfffffff0, true);
    const { captures, issues } = (await captureImage(bytesSource(plain), 'image'))!;
    expect(captures).toEqual([]);
    expect(new Set(codes(issues))).toEqual(new Set(['image.cut', 'image.noSystem']));
  });
  it.each(['..', 'a/b', 'a\0b'])('with a file of the name %j leaves it out, and says so', async (name) => {
    run('mkfs.ext4', '-q', '-F', '-b', '1024', '-O', '^has_journal,^metadata_csum', '-d', 'root', 'x.img');
    const bytes = Buffer.from(readFileSync(at('x.img')));
    const place = bytes.indexOf('fstab');
    bytes.write(name.padEnd(5, name === '..' ? '/' : 'x'), place, 'latin1');
    bytes[place - 2] = name.length;
    const tree = new FileTree(await openFileSystem(bytesSource(new Uint8Array(bytes))), 'image');
    // A folder's own names “.” and “..” are no files of it.
    expect([...tree.list(tree.find('etc')!).keys()]).toEqual(['os-release']);
    expect(codes(tree.issues)).toEqual(name === '..' ? [] : ['image.damaged']);
  });
  it('that is stretched to terabytes by its disk is read where there is something', async () => {
    make();
    run('qemu-img', 'convert', '-O', 'qcow2', 'x.img', 'x.qcow2');
    run('qemu-img', 'resize', 'x.qcow2', '8T');
    const captures = await captureImage(bytesSource(new Uint8Array(readFileSync(at('x.qcow2')))), 'image');
    expect(captures!.captures.map(({ database }) => database)).toEqual(['var/lib/dpkg/status']);
  });
});

describe('an image of a container', () => {
  const layer = (files: Readonly<Record<string, string>>) =>
    packTar(
      Object.entries(files).map(([name, body]) => ({
        header: { name, size: body.length, type: 'file' as const },
        body,
      })),
    );
  const image = async (layers: readonly Uint8Array[], names = layers.map((_, i) => `${i}/layer.tar`)) => {
    const manifest = new TextEncoder().encode(
      JSON.stringify([{ Config: 'c.json', RepoTags: ['x'], Layers: names }]),
    );
    const files = [
      ['manifest.json', manifest] as const,
      ...layers.map((bytes, i) => [`${i}/layer.tar`, bytes] as const),
    ];
    return captureContainer(async function* () {
      for (const [path, bytes] of files) yield { path, size: bytes.length, pieces: piecesOf(bytes) };
    }, 'image');
  };
  it('of 300 layers is read, and the last one counts', async () => {
    const layers = await Promise.all(
      Array.from({ length: 300 }, (_, i) =>
        layer(i === 0 ? ROOT : { 'etc/apt/sources.list': `deb https://${i}.example/ x main\n` }),
      ),
    );
    const { captures, issues } = (await image(layers))!;
    expect(issues).toEqual([]);
    const list = captures[0].files.find(({ path }) => path === 'etc/apt/sources.list')!;
    expect(new TextDecoder().decode(list.bytes)).toBe('deb https://299.example/ x main\n');
  });
  it('whose layers lead out, or are missing, says so and leads nowhere', async () => {
    const out = await image([
      await layer(ROOT),
      await layer({ '../../../etc/apt/sources.list': 'deb https://out.example/ x main\n' }),
    ]);
    expect(codes(out!.issues)).toEqual(['image.damaged']);
    expect(out!.captures[0].files.map(({ path }) => path)).not.toContain('etc/apt/sources.list');
    const missing = await image([await layer(ROOT)], ['0/layer.tar', '1/layer.tar']);
    expect(codes(missing!.issues)).toEqual(['image.damaged']);
  });
});
