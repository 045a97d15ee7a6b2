/** The repositories of the sample are genuine: the real tools take them from the mirror, and read what we read. */
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readFiles } from '../../core/capture/readFiles.ts';
import { parseRepomd } from '../../core/formats/rpmMetadata.ts';
import { listen, type Listening } from '../../server/listen.ts';
import {
  builtSample,
  inputFile,
  packageLines,
  sampleWorld,
  servedPackages,
} from '../../testing/builtSample.ts';
import { describeWith, run, runAside } from '../../testing/tools.ts';
import type { Repository } from '../world/repository.ts';
import { createMirror } from './mirror.ts';

const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-mirror-'));
const tree = join(builtSample(), 'mirror');
const { world, repositories } = sampleWorld();
const ofFamily = (family: Repository['family']) =>
  [...repositories.values()].filter((each) => each.family === family);
const keyOf = ({ owner }: Repository, form: 'asc' | 'gpg') =>
  join(tree, 'keys', `${owner.toLowerCase().replaceAll(' ', '-')}.${form}`);
let mirror: Listening;

beforeAll(async () => {
  mirror = await listen(createMirror(tree), 0);
});
afterAll(async () => {
  await mirror.close();
  rmSync(folder, { recursive: true });
});

/** One text is compared in no time, a list of thousands is not. */
const asText = (lines: Iterable<string>) => [...lines].sort().join('\n');
const truthOf = (repository: Repository) => asText(servedPackages(world, repository));

/** `name version` of the packages in files of the tree, as the program reads them. */
async function readByUs(paths: readonly string[]): Promise<string> {
  const read = await readFiles(paths.map((path) => inputFile(join(tree, path), path)));
  expect(read.flatMap(({ issues }) => issues)).toEqual([]);
  const lists = read.flatMap(({ content }) => (content?.type === 'packages' ? [content.list.packages] : []));
  return packageLines(...lists);
}

/** Private folders for apt, and the options that keep it within them. */
function aptRoot(name: string, sources: string): string[] {
  const root = join(folder, name);
  for (const path of [
    'etc/apt/preferences.d',
    'etc/apt/sources.list.d',
    'var/lib/dpkg',
    'var/lib/apt/lists/partial',
    'var/cache/apt/archives/partial',
  ])
    mkdirSync(join(root, path), { recursive: true });
  writeFileSync(join(root, 'etc/apt/sources.list'), sources);
  writeFileSync(join(root, 'var/lib/dpkg/status'), '');
  const options = [
    `Dir=${root}`,
    `Dir::State::status=${root}/var/lib/dpkg/status`,
    'APT::Architecture=amd64',
    'APT::Sandbox::User=root',
    'Acquire::Languages=none',
    'Acquire::Retries=0',
  ];
  return options.flatMap((option) => ['-o', option]);
}

const aptLine = (repository: Repository, prefix = '') =>
  `deb [signed-by=${keyOf(repository, 'gpg')}] ${mirror.address}/${prefix}${repository.place} ${repository.suite} ${repository.components.join(' ')}\n`;

/** `name version` of the stanzas that apt prints. */
const listedByApt = (stanzas: string) =>
  [...stanzas.matchAll(/^Package: (.*)\n(?:.+\n)*?Version: (.*)$/gm)].map(
    ([, name, version]) => `${name} ${version}`,
  );

describeWith(['apt-get', 'gpgv'], 'apt', () => {
  const all = ofFamily('deb');

  it('takes every suite with its key, and lists the packages that we read', async () => {
    const options = aptRoot('whole', all.map((repository) => aptLine(repository)).join(''));
    const update = await runAside('apt-get', [...options, '-q', 'update']);
    expect(update.errors).toBe('');
    expect(update.status).toBe(0);
    const policy = (await runAside('apt-cache', [...options, 'policy'])).output;
    for (const { suite, owner } of all) expect(policy).toMatch(new RegExp(`o=${owner}.*n=${suite},`));

    for (const repository of all) {
      const { place, suite, components } = repository;
      const truth = truthOf(repository);
      // apt-cache(8) looks at the lists that the sources name: with one source, at one suite.
      const only = aptRoot('whole', aptLine(repository));
      expect(asText(listedByApt(run('apt-cache', [...only, 'dumpavail']))), repository.id).toBe(truth);
      const forms = ['Packages', 'Packages.gz', ...(repository.ended ? [] : ['Packages.xz'])];
      for (const form of forms) {
        const paths = components.map(
          (component) => `${place}/dists/${suite}/${component}/binary-amd64/${form}`,
        );
        expect(await readByUs(paths), `${repository.id} ${form}`).toBe(truth);
      }
    }
  }, 180_000);

  it('refuses what is damaged, cut off, missing, unsigned or signed by another key', async () => {
    const brindle = repositories.get('larkspur-brindle')!;
    const says = {
      checksum: /Hash Sum mismatch|hash mismatch/i,
      cut: /Undetermined Error|Error reading|Connection|prematurely|reset|size/i,
      missing: /404|Failed to fetch/i,
      unsigned: /not signed|InRelease/i,
      'other-key': /NO_PUBKEY|not signed|public key/i,
    };
    for (const [fault, message] of Object.entries(says)) {
      const options = aptRoot(fault, aptLine(brindle, `~${fault}/`));
      const { status, errors } = await runAside('apt-get', [
        ...options,
        '-q',
        'update',
        '-o',
        'APT::Update::Error-Mode=any',
      ]);
      expect(status, fault).not.toBe(0);
      expect(errors, fault).toMatch(message);
    }
  }, 120_000);
});

describeWith(['pacman', 'gpgv'], 'pacman', () => {
  it('takes every database, and lists the packages that we read; the signatures are right', async () => {
    const all = ofFamily('alpm');
    const root = join(folder, 'alpm');
    for (const path of ['db', 'cache', 'root', 'gpg', 'hooks'])
      mkdirSync(join(root, path), { recursive: true });
    const sections = all.map(
      ({ suite, place, architecture }) =>
        `[${suite}]\nServer = ${mirror.address}/${place}/${suite}/os/${architecture}\n`,
    );
    writeFileSync(
      join(root, 'pacman.conf'),
      `[options]\nArchitecture = x86_64\nSigLevel = Never\nDBPath = ${root}/db\nRootDir = ${root}/root\nCacheDir = ${root}/cache\nGPGDir = ${root}/gpg\nHookDir = ${root}/hooks\nLogFile = ${root}/log\n\n${sections.join('\n')}`,
    );
    const config = ['--config', join(root, 'pacman.conf')];
    const sync = await runAside('pacman', ['-Sy', '--noconfirm', '--noprogressbar', ...config]);
    expect(sync.status, sync.errors).toBe(0);
    const listed = run('pacman', ['-Sl', ...config])
      .trim()
      .split('\n');
    for (const repository of all) {
      const { suite, place, architecture } = repository;
      const own = listed
        .filter((line) => line.startsWith(`${suite} `))
        .map((line) => line.split(' ').slice(1, 3).join(' '));
      const truth = truthOf(repository);
      expect(asText(own), repository.id).toBe(truth);
      const at = `${place}/${suite}/os/${architecture}`;
      const [packed] = readdirSync(join(tree, at)).filter((name) => name.includes('.db.tar.'));
      for (const name of [`${suite}.db`, packed]) expect(await readByUs([`${at}/${name}`]), name).toBe(truth);
      run('gpgv', [
        '--keyring',
        keyOf(repository, 'gpg'),
        join(tree, at, `${suite}.db.sig`),
        join(tree, at, `${suite}.db`),
      ]);
    }
  }, 120_000);
});

/** Prints `name version-release` of each package of a plain primary.xml, by createrepo_c's own library. */
const LIST_PRIMARY = `
import sys, createrepo_c as cr
packages = []
cr.xml_parse_primary(sys.argv[1], pkgcb=packages.append, do_files=False)
for p in packages:
    epoch = "" if p.epoch in (None, "", "0") else p.epoch + ":"
    print(p.name, epoch + p.version + "-" + p.release)
`;

describeWith(['rpm', 'gpgv', 'zstd', 'createrepo_c'], 'createrepo_c', () => {
  it('reads every repository, and lists the packages that we read; the signatures are right', async () => {
    for (const repository of ofFamily('rpm')) {
      const { place } = repository;
      const data = join(tree, place, 'repodata');
      const repomd = parseRepomd(readFileSync(join(data, 'repomd.xml'), 'utf8'), place);
      expect(repomd.issues).toEqual([]);
      expect(repomd.files.map(({ type }) => type)).toEqual(['primary', 'filelists', 'other']);
      const [primary] = repomd.files;
      const copy = join(folder, repository.id);
      cpSync(join(tree, place, primary.location), `${copy}.packed`);
      const unpack = primary.location.endsWith('.zst') ? ['zstd', '-dcq'] : ['gzip', '-dc'];
      writeFileSync(`${copy}.xml`, run(unpack[0], [unpack[1], `${copy}.packed`]));
      expect(run('sha256sum', [`${copy}.xml`]).split(' ')[0]).toBe(primary.openChecksum);
      const listed = run('/usr/bin/python3', ['-c', LIST_PRIMARY, `${copy}.xml`])
        .trim()
        .split('\n');
      const truth = truthOf(repository);
      expect(asText(listed), repository.id).toBe(truth);
      expect(await readByUs([`${place}/${primary.location}`])).toBe(truth);
      run('gpgv', [
        '--keyring',
        keyOf(repository, 'gpg'),
        join(data, 'repomd.xml.sig'),
        join(data, 'repomd.xml'),
      ]);
    }
  }, 120_000);

  it('takes whole repositories: its database builder finds no fault', () => {
    const foxholt = join(folder, 'foxholt');
    cpSync(join(tree, repositories.get('foxholt-4')!.place), foxholt, { recursive: true });
    run('sqliterepo_c', [foxholt]);
    expect(
      readdirSync(join(foxholt, 'repodata')).filter((name) => name.includes('primary.sqlite')),
    ).toHaveLength(1);
  }, 60_000);
});

describe('the truth beside the repositories', () => {
  it('has a table for each, whose last states are what is served', () => {
    for (const repository of repositories.values()) {
      const lines = readFileSync(join(builtSample(), 'truth', `${repository.id}.tsv`), 'utf8')
        .trim()
        .split('\n')
        .slice(1);
      const served = new Set(servedPackages(world, repository).map((line) => line.split(' ')[1]));
      const versions = new Set(lines.map((line) => line.split('\t')[2]));
      expect([...served].filter((version) => !versions.has(version))).toEqual([]);
    }
  });
});
