/** Package databases in images, held against the tools that wrote them. */
import { cpSync, mkdirSync, rmSync, statSync, truncateSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { packageLines } from '../../../testing/builtSample.ts';
import { lossesIn, openImageFolder } from '../../../testing/imageDrops.ts';
import { writeTree } from '../../../testing/imageTrees.ts';
import { describeWith, run } from '../../../testing/tools.ts';
import { manifestOf } from '../systemFiles.ts';
import { FolderFiles } from '../../../server/reading/folderFiles.ts';
import { FileTree } from '../../images/fileSystem.ts';
import { openRpmDatabase } from '../../images/rpmDatabases.ts';

const { at, tool, squash, dropOf, systemIn } = openImageFolder();

describeWith(['dpkg-query', 'mkfs.ext4'], 'a database of dpkg', () => {
  it('is that of this machine, as dpkg lists it, with the files that packages own', async () => {
    mkdirSync(at('dpkg-root/var/lib'), { recursive: true });
    cpSync('/var/lib/dpkg', at('dpkg-root/var/lib/dpkg'), {
      recursive: true,
      filter: (path) => !/lock|parts/.test(path),
    });
    writeTree(at('dpkg-root'), { 'etc/os-release': 'ID=larkspur\nNAME=Larkspur\n' });
    tool('sh', '-c', 'truncate -s 200M dpkg.img && mkfs.ext4 -q -F -d dpkg-root dpkg.img');
    const said = run('dpkg-query', [
      ...['--admindir', at('dpkg-root/var/lib/dpkg'), '-W'],
      ...['-f', '${db:Status-Abbrev}${Package} ${Version}\n'],
    ]);
    const installed = said.split('\n').flatMap((line) => /^.i. ?(\S+ \S+)$/.exec(line)?.[1] ?? []);
    const system = await systemIn('dpkg.img');
    expect(installed.length).toBeGreaterThan(50);
    expect(packageLines(system.packages!)).toBe(installed.sort().join('\n'));
  });
});

describeWith(['pacman', 'mksquashfs'], 'a database of alpm', () => {
  it('is read as pacman lists it', async () => {
    const packages = Array.from(
      { length: 60 },
      (_, i) => [`reed-${i}`, `${i % 3 ? '' : '2:'}1.${i}.r4-${i}`] as const,
    );
    const files = packages.flatMap(([name, version]) => [
      [
        `var/lib/pacman/local/${name}-${version}/desc`,
        `%NAME%\n${name}\n\n%VERSION%\n${version}\n\n%ARCH%\nany\n\n`,
      ],
      [`var/lib/pacman/local/${name}-${version}/files`, `%FILES%\nusr/share/${name}\n\n`],
    ]);
    writeTree(at('alpm-root'), {
      'etc/os-release': 'ID=kelpmoor\nNAME=Kelpmoor\n',
      'var/lib/pacman/local/ALPM_DB_VERSION': '9\n',
      ...Object.fromEntries(files),
    });
    squash('alpm-root', 'alpm.img');
    const said = run('pacman', ['-Q', '--dbpath', at('alpm-root/var/lib/pacman')]);
    const system = await systemIn('alpm.img');
    expect(packageLines(system.packages!)).toBe(said.trim().split('\n').sort().join('\n'));
    expect(system.packages!.size).toBe(60);
    // One whose description is gone is missing, and that is said.
    rmSync(at(`alpm-root/var/lib/pacman/local/${packages[7].join('-')}/desc`));
    squash('alpm-root', 'alpm-less.img');
    const drop = await dropOf('alpm-less.img');
    expect([drop.systems[0].packages!.size, lossesIn(drop).length > 0]).toEqual([59, true]);
  });
});

describeWith(['rpm', 'rpmbuild', 'mksquashfs'], 'a database of rpm', () => {
  const spec = Array.from(
    { length: 40 },
    (_, i) => `%package p${i}\nSummary: s\n%description p${i}\n${'d '.repeat(900)}\n%files p${i}\n`,
  ).join('');
  it('is read as rpm lists it, in both forms', async () => {
    const top = at('build-rpm');
    writeTree(top, {
      'many.spec': `Name: many\nEpoch: 4\nVersion: 1.2~rc1\nRelease: 7.nb21\nSummary: s\nLicense: custom\nVendor: Nettlebed\nBuildArch: noarch\n%description\nd\n%files\n${spec}`,
    });
    run('rpmbuild', ['-bb', '--quiet', '--define', `_topdir ${top}`, join(top, 'many.spec')]);
    const root = at('rpm-root');
    writeTree(root, { 'etc/os-release': 'ID=nettlebed\nNAME=Nettlebed\n' });
    mkdirSync(join(root, 'var/lib/rpm'), { recursive: true });
    const rpm = ['--root', root, '--dbpath', '/var/lib/rpm'];
    run('sh', [
      '-c',
      `rpm ${rpm.map((arg) => `'${arg}'`).join(' ')} -i --justdb --nodeps --noscripts '${top}'/RPMS/noarch/*.rpm`,
    ]);
    // Some go again, so that there are free places; what was written since may stand in the log only.
    run('rpm', [...rpm, '-e', '--justdb', '--nodeps', 'many-p3', 'many-p17']);
    squash('rpm-root', 'sqlite.img');
    const said = run('rpm', [...rpm, '-qa', '--qf', '%{NAME} %|EPOCH?{%{EPOCH}:}|%{VERSION}-%{RELEASE}\\n']);
    const system = await systemIn('sqlite.img');
    expect(packageLines(system.packages!)).toBe(said.trim().split('\n').sort().join('\n'));
    expect(system.packages!.size).toBe(39);

    // The rpm of this machine has no other form built in: the same headers, put into it by its description.
    const tree = new FileTree(new FolderFiles(root), root);
    const headers = [...openRpmDatabase(tree)!.headers].map((header) => header.slice());
    for (const damage of [false, true]) {
      const bytes = ndbOf(headers);
      if (damage) bytes[bytes.length - 300] ^= 1;
      rmSync(at('ndb-root'), { recursive: true, force: true });
      writeTree(at('ndb-root'), {
        'etc/os-release': 'ID=nettlebed\n',
        'usr/lib/sysimage/rpm/Packages.db': bytes,
      });
      squash('ndb-root', 'ndb.img');
      const drop = await dropOf('ndb.img');
      expect(lossesIn(drop)).toEqual(damage ? ['image.damaged'] : []);
      if (!damage) expect(packageLines(drop.systems[0].packages!)).toBe(packageLines(system.packages!));
      rmSync(at('ndb.img'));
    }
  });
  it('of the older form is named, with what to do', async () => {
    writeTree(at('old'), { 'etc/os-release': 'ID=nettlebed\n', 'var/lib/rpm/Packages': 'x'.repeat(9000) });
    squash('old', 'old.img');
    const drop = await dropOf('old.img');
    expect(lossesIn(drop)).toEqual(['image.notRead']);
  });
});

/** A database of packages as rpm writes it (lib/backend/ndb/rpmpkg.c): a page of places, then headers between marks. */
function ndbOf(headers: readonly Uint8Array[]): Buffer {
  const slots = Buffer.alloc(4096);
  [0x506d7052, 0, 1, 1, headers.length + 1].forEach((value, i) => slots.writeUInt32LE(value, i * 4));
  for (let place = 2; place < 256; place++) slots.writeUInt32LE(0x746f6c53, place * 16);
  let at = 4096;
  const blobs = headers.map((header, i) => {
    const length = Math.ceil((16 + header.length + 12) / 16) * 16;
    const blob = Buffer.alloc(length);
    [0x53626c42, i + 1, 1, header.length].forEach((value, k) => blob.writeUInt32LE(value, k * 4));
    blob.set(header, 16);
    let [low, high] = [1, 0];
    for (const byte of blob.subarray(0, length - 12)) {
      low = (low + byte) % 65521;
      high = (high + low) % 65521;
    }
    [high * 65536 + low, header.length, 0x45626c42].forEach((value, k) =>
      blob.writeUInt32LE(value, length - 12 + k * 4),
    );
    [i + 1, at / 16, length / 16].forEach((value, k) => slots.writeUInt32LE(value, (i + 2) * 16 + 4 + k * 4));
    at += length;
    return blob;
  });
  return Buffer.concat([slots, ...blobs]);
}

describeWith(['mksquashfs', 'xz', 'tar'], 'an image in another file', () => {
  it('is read, be it compressed or in an archive; cut off it says so', async () => {
    writeTree(at('small-root'), {
      'etc/os-release': 'ID=kelpmoor\nNAME=Kelpmoor\n',
      'var/lib/dpkg/status': 'Package: a\nStatus: install ok installed\nVersion: 1\n\n',
      'usr/share/filling': Array.from({ length: 40_000 }, (_, i) => String((i * i * 7919) % 99_991)).join(
        ' ',
      ),
    });
    squash('small-root', 'inner.squashfs');
    run('sh', ['-c', `cd '${at('.')}' && xz -k inner.squashfs && tar -cf outer.tar inner.squashfs`]);
    for (const name of ['inner.squashfs.xz', 'outer.tar']) {
      const system = await systemIn(name);
      expect([system.identification?.NAME, system.packages?.size], name).toEqual(['Kelpmoor', 1]);
      expect(manifestOf(system).image, name).toBeDefined();
    }
    truncateSync(at('inner.squashfs.xz'), statSync(at('inner.squashfs.xz')).size - 500);
    const cut = await dropOf('inner.squashfs.xz');
    expect(lossesIn(cut)).toContain('compressed.truncated');
    expect(cut.systems.every(({ losses }) => losses.length > 0)).toBe(true);
  });
});
