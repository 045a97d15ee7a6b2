/** Systems in images: found wherever they lie, taken as the collector takes them, and told apart from their medium. */
import { mkdirSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { readContainer } from '../../../testing/containers.ts';
import { fuzz } from '../../../testing/fuzzing.ts';
import { lossesIn, openImageFolder } from '../../../testing/imageDrops.ts';
import { createImages, IMAGE_TOOLS, smallRoot, writeTree } from '../../../testing/imageTrees.ts';
import { describeWith, run } from '../../../testing/tools.ts';
import { bytesSource } from '../../images/byteSource.ts';
import { conditionsOf } from '../conditions.ts';
import { proposeFacts } from '../proposeFacts.ts';
import { readCaptures } from '../readFiles.ts';
import { assembleDrop, nameOfSystem, type ReadSystem } from '../system.ts';
import { manifestOf } from '../systemFiles.ts';
import { systemsIn } from '../../../server/reading/pathFiles.ts';
import { captureImage } from './imageCapture.ts';
import { removalsIn } from './removals.ts';
import { withTables } from './wanted.ts';

const { at, tool, squash, disc, dropOf, systemIn } = openImageFolder();
const factsOf = (system: ReadSystem) => new Map(proposeFacts(system).map(({ key, value }) => [key, value]));
const ROOT = smallRoot();
const [first, second] = Object.keys(ROOT).flatMap((path) => /info\/(.*)\.list$/.exec(path)?.[1] ?? []);
/** A boot image of a kernel, as far as its head says which it is. */
const kernel = (release: string) => {
  const bytes = Buffer.alloc(4096);
  bytes.write('HdrS', 0x202, 'latin1');
  bytes.writeUInt16LE(0x300, 0x20e);
  bytes.write(`${release} (build@host) #1\0`, 0x500, 'latin1');
  return bytes;
};

describeWith(IMAGE_TOOLS, 'a system on a live medium', () => {
  writeTree(at('root'), {
    ...ROOT,
    'usr/lib/modules/6.4.9-1-stock/modules.dep': '',
    'usr/lib/modules/6.10.2-1-edge/modules.dep': '',
    'etc/setup/modules/packages.conf':
      'operations:\n  - try_remove:\n      - ' + second + '\n      - not-there\n',
    'proc/meminfo': 'MemTotal: 1 kB\n',
    'etc/fstab': 'UUID=0-0 / ext4 defaults 0 0\n',
  });
  squash('root', 'medium/live/system.squashfs');
  writeTree(at('medium'), {
    'boot/grub/grub.cfg':
      'menuentry "Try Tidewater" {\n  linux /live/kernel quiet\n}\nmenuentry "Check the medium" {\n}\n',
    'live/kernel': kernel('6.4.9-1-stock'),
    'live/packages-remove': `${first}\n`,
    'live/filesystem.manifest': 'other-package\t1\n',
  });
  disc('medium', 'live.iso');

  it('is found, dated by its medium, and never taken for one that ran', async () => {
    const system = await systemIn('live.iso');
    const facts = factsOf(system);
    expect(nameOfSystem(system)).toBe('Tidewater 7.1');
    expect(manifestOf(system)).toMatchObject({
      taken: '2026-03-03T00:00:00Z',
      image: { name: 'live.iso', formats: 'ISO 9660 › squashfs', place: 'live/system.squashfs' },
      boots: { release: '6.4.9-1-stock', place: '/live/kernel' },
    });
    expect(conditionsOf(system)).toEqual({});
    expect(facts.get('kernel.version')).toBe('6.4.9');
    expect(facts.get('kernel.offered')).toEqual([{ name: '6.10.2-1-edge' }]);
    expect(facts.get('editions.bootEntries')).toEqual([
      { name: 'Try Tidewater' },
      { name: 'Check the medium' },
    ]);
    expect([...facts.keys()].filter((key) => key.startsWith('footprint.'))).toEqual([]);
  });
  it('is what its installer leaves of it, by lists on the medium and by its settings', async () => {
    const system = await systemIn('live.iso');
    expect([...system.removed]).toEqual([
      [first, 'live/packages-remove'],
      [second, 'etc/setup/modules/packages.conf'],
    ]);
    expect(factsOf(system).get('defaults.packages')).toBe(298);
    expect(system.packages!.size).toBe(298);
  });
  it('is taken as the collector takes it, file for file and line for line', async () => {
    const taken = await captureImage(bytesSource(readFileSync(at('live.iso'))), 'live.iso');
    const script = fileURLToPath(new URL('../../../collector/aspen-capture', import.meta.url));
    rmSync(at('root/proc'), { recursive: true });
    run('sh', [script, '--root', at('root'), '--output', at('collected.tar.gz')]);
    mkdirSync(at('collected'));
    run('tar', ['-xzf', at('collected.tar.gz'), '-C', at('collected')]);
    const lines = (text: string) =>
      text.split('\n').filter((line) => line && !/^(taken|image|boots|removed)\t/.test(line));
    const [manifest, ...files] = taken!.captures[0].files.filter(({ path }) => !path.includes('/medium/'));
    const stated = lines(new TextDecoder().decode(manifest.bytes)).filter(
      (line) => !line.includes('/medium/'),
    );
    expect(stated.sort()).toEqual(
      lines(readFileSync(at('collected/aspen-capture/manifest.tsv'), 'utf8')).sort(),
    );
    for (const { path, bytes } of files)
      expect(Buffer.from(bytes).equals(readFileSync(at(`collected/${path}`))), path).toBe(true);
    expect(withTables(readFileSync(script, 'utf8'))).toBe(readFileSync(script, 'utf8'));
  });
  it('cut off says so; where nothing of the system is left, that it was not read', async () => {
    const bytes = readFileSync(at('live.iso'));
    for (const share of [0.95, 0.3]) {
      writeFileSync(at('cut.iso'), bytes.subarray(0, Math.floor(bytes.length * share)));
      const drop = await dropOf('cut.iso');
      expect(lossesIn(drop)).toContain('image.cut');
    }
    const netinst = at('netinst/boot/grub');
    mkdirSync(netinst, { recursive: true });
    writeFileSync(join(netinst, 'grub.cfg'), 'menuentry "Install" {\n}\n');
    disc('netinst', 'netinst.iso');
    expect(lossesIn(await dropOf('netinst.iso'))).toContain('image.noSystem');
  });
  it('is found in a file in a file, on a partition of a disk, and when it stands twice it is asked which', async () => {
    makeEmpty('inner.img', 24 << 20);
    tool('mkfs.ext4', '-q', '-F', '-d', 'root', 'inner.img');
    mkdirSync(at('outer/LiveOS'), { recursive: true });
    tool('mv', 'inner.img', 'outer/LiveOS/rootfs.img');
    squash('outer', 'nested/live/outer.img');
    disc('nested', 'nested.iso');
    const system = await systemIn('nested.iso');
    expect(manifestOf(system).image).toMatchObject({
      formats: 'ISO 9660 › squashfs › ext4',
      place: 'live/outer.img!/LiveOS/rootfs.img',
    });
    expect(system.packages!.size).toBe(299);

    writeTree(at('second'), { ...smallRoot(40), 'etc/os-release': 'NAME=Kelpmoor\nID=kelpmoor\n' });
    squash('second', 'nested/other/second.squashfs');
    disc('nested', 'two.iso');
    const { systems, issues } = await dropOf('two.iso');
    expect(systems.map(nameOfSystem).sort()).toEqual(['Kelpmoor', 'Tidewater 7.1']);
    expect(systems.map(({ packages }) => packages!.size).sort()).toEqual([299, 40]);
    expect(issues.map(({ code }) => code)).toContain('drop.severalSystems');
  });
  it('in layers is put together: by names that go on, by a list, and else in their order', async () => {
    const { 'var/lib/dpkg/status': status, ...base } = ROOT;
    writeTree(at('low'), {
      ...base,
      'var/lib/dpkg/status': status,
      'etc/apt/sources.list': 'deb https://low.example/ x main\n',
    });
    writeTree(at('high'), {
      'etc/apt/sources.list': 'deb https://high.example/ x main\n',
      'etc/hostname': 'h\n',
    });
    writeTree(at('live'), { 'etc/apt/sources.list': 'deb https://live.example/ x main\n' });
    const suites = (system: ReadSystem) => system.sources.map(({ uri }) => uri);
    for (const [name, tree] of [
      ['base', 'low'],
      ['base.more', 'high'],
      ['base.more.live', 'live'],
    ])
      squash(tree, `chain/x/${name}.squashfs`);
    disc('chain', 'chain.iso');
    const chained = await systemIn('chain.iso');
    expect(suites(chained)).toEqual(['https://high.example/']);
    expect(manifestOf(chained).image!.place).toBe(
      'x/base.squashfs + base.more.squashfs + base.more.live.squashfs',
    );

    for (const [name, tree] of [
      ['02-more', 'high'],
      ['01-base', 'low'],
      ['03-zz', 'live'],
    ])
      squash(tree, `order/x/${name}.sb`);
    disc('order', 'order.iso');
    expect(suites(await systemIn('order.iso'))).toEqual(['https://live.example/']);
    writeFileSync(at('order/x/layers.module'), '03-zz.sb\n01-base.sb\n02-more.sb\n');
    disc('order', 'listed.iso');
    expect(suites(await systemIn('listed.iso'))).toEqual(['https://high.example/']);
  });
  it('is named where it cannot be read, with what to do', async () => {
    for (const [name, text, place] of [
      ['xfs', 'XFSB', 0],
      ['btrfs', '_BHRfS_M', 65_600],
      ['an encrypted partition', 'LUKS', 0],
    ] as const) {
      const bytes = new Uint8Array(1 << 20);
      bytes.set(new TextEncoder().encode(text), place);
      const { issues } = (await captureImage(bytesSource(bytes), 'x.img'))!;
      expect(issues.map(({ code, params }) => `${code} ${params.part ?? ''}`.trim())).toEqual([
        `image.notRead ${name}`,
        'image.noSystem',
      ]);
    }
    expect(await captureImage(bytesSource(new Uint8Array(1 << 20)), 'zeros')).toBeNull();
  });
});

/** A file of holes. */
function makeEmpty(name: string, bytes: number): void {
  writeFileSync(at(name), '');
  truncateSync(at(name), bytes);
}

describeWith(IMAGE_TOOLS, 'an image that was changed', () => {
  it('or cut anywhere gives nothing that is not in it, and says what is missing', async () => {
    for (const { name, bytes } of createImages(120)) {
      const whole = await readContainer(name, bytes);
      expect(whole.losses, name).toEqual([]);
      expect(whole.packages, name).toHaveLength(120);
      for (let place = 1; place <= 30; place++) {
        const length = Math.floor((bytes.length * place) / 31);
        const { packages, losses, files } = await readContainer(name, bytes.subarray(0, length));
        const isNone = files <= 1 && packages.length === 0;
        if (packages.length < 120 && !isNone) expect(losses, `${name} cut at ${length}`).not.toEqual([]);
        for (const line of packages) expect(whole.packages).toContain(line);
      }
    }
  }, 60_000);
  it('is never silently less, in 500 changes', async () => {
    const { runs, told, faults, longest } = await fuzz(createImages(), 500, 35);
    expect(faults).toEqual([]);
    expect(told).toBeGreaterThan(runs / 3);
    expect(longest).toBeLessThan(20_000);
  }, 120_000);
});

describe('settings of an installer', () => {
  it('name what they take away', () =>
    expect(
      removalsIn(
        'a:\n - try_remove:\n   - one # really\n   - "two"\n - install:\n   - three\n- remove: [four, five]\n',
      ),
    ).toEqual(['one', 'two', 'four', 'five']));
});

describeWith(['umoci', 'skopeo', 'tar'], 'an image of a container', () => {
  it('is the sum of its layers, in every form, with what they take away', async () => {
    writeTree(at('lower'), {
      ...ROOT,
      'etc/apt/sources.list': 'deb https://low.example/ x main\n',
      'usr/share/xsessions/old.desktop': '[Desktop Entry]\nName=Old\n',
      'etc/xdg/autostart/kept.desktop': '[Desktop Entry]\nName=Kept\n',
    });
    writeTree(at('upper'), {
      'etc/apt/sources.list': 'deb https://high.example/ x main\n',
      'usr/share/.wh.xsessions': '',
      'etc/xdg/.wh..wh..opq': '',
      'etc/xdg/mimeapps.list': '[Default Applications]\ntext/html=new.desktop\n',
    });
    tool('umoci', 'init', '--layout', 'layout');
    tool('umoci', 'new', '--image', 'layout:tide');
    for (const layer of ['lower', 'upper']) {
      tool('tar', '-cf', `${layer}.tar`, '-C', layer, '.');
      tool('umoci', 'raw', 'add-layer', '--image', 'layout:tide', `${layer}.tar`);
    }
    tool('skopeo', 'copy', '--insecure-policy', 'oci:layout:tide', 'docker-archive:saved.tar:tide:1');
    tool('skopeo', 'copy', '--insecure-policy', 'oci:layout:tide', 'oci-archive:oci.tar:tide');
    const layout = await systemsIn(at('layout'));
    const drops = [await dropOf('saved.tar'), await dropOf('oci.tar')];
    for (const drop of [...drops, assembleDrop(await readCaptures('layout', layout!))]) {
      expect(lossesIn(drop)).toEqual([]);
      const [found, ...others] = drop.systems;
      expect(others).toEqual([]);
      expect(found.packages!.size).toBe(300);
      expect(found.sources.map(({ uri }) => uri)).toEqual(['https://high.example/']);
      const paths = found.files.map(({ path }) => path);
      expect(paths).toContain('etc/xdg/mimeapps.list');
      expect(paths.filter((path) => /xsessions|autostart/.test(path))).toEqual([]);
    }
    const bytes = readFileSync(at('saved.tar'));
    writeFileSync(at('cut.tar'), bytes.subarray(0, bytes.length / 3));
    expect(lossesIn(await dropOf('cut.tar'))).not.toEqual([]);
  });
});
