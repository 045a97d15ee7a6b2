/** A capture of an invented system: the files that a collector would take from it, as a tar archive. */
import { packTar } from 'modern-tar';
import { formatAptSourcesList } from '../core/formats/aptSources.ts';
import { formatDeb822 } from '../core/formats/deb822.ts';
import { formatOsRelease } from '../core/formats/osRelease.ts';
import { installedPackages } from './measured.ts';

/** Marram: a new derivative of Fenwick 31 that the sample's catalogue does not have yet. */
const IDENTIFICATION = {
  NAME: 'Marram',
  PRETTY_NAME: 'Marram 2',
  ID: 'marram',
  ID_LIKE: 'fenwick',
  VERSION_ID: '2',
  SUPPORT_END: '2029-05-31',
};

const source = { type: 'deb', enabled: true, options: {}, line: 0 } as const;
const SOURCES = [
  { ...source, uri: 'https://marram.example/dunes', suite: 'two', components: ['main'] },
  { ...source, uri: 'https://fenwick.example/archive', suite: 'saltmarsh', components: ['base', 'shelf'] },
];

/** What some packages provide, as the virtual packages of their format. */
const PROVIDES: Readonly<Record<string, string>> = {
  'marram-tools-1': 'www-browser',
  'marram-notes-1': 'x-terminal-emulator',
};

/** The capture as the bytes of a tar archive. */
export async function createSampleCapture(seed = 20261124): Promise<Uint8Array> {
  const stanzas = installedPackages(seed, 'Marram 2').map(
    ({ name, version, architecture, source: origin, section, maintainer }) => ({
      Package: name,
      Status: 'install ok installed',
      Section: section,
      Maintainer: maintainer,
      Architecture: architecture,
      ...(origin !== name && { Source: origin }),
      Version: version,
      ...(PROVIDES[name] && { Provides: PROVIDES[name] }),
      Description: 'an invented package',
    }),
  );
  const kernel = {
    Package: 'linux-image-6.8.0-31-dune',
    Status: 'install ok installed',
    Section: 'kernel',
    Architecture: 'amd64',
    Version: '6.8.12-31',
  };
  const files = {
    'etc/os-release': formatOsRelease(IDENTIFICATION),
    'etc/apt/sources.list': formatAptSourcesList(SOURCES),
    'var/lib/dpkg/status': formatDeb822([...stanzas, kernel]),
  };
  return packTar(
    Object.entries(files).map(([name, body]) => ({
      header: { name, size: Buffer.byteLength(body), mtime: new Date(0) },
      body,
    })),
  );
}
