/**
 * Reads the metadata of rpm repositories (rpm-md, as `createrepo_c` writes them): `repomd.xml`, which names the
 * other files with their sums, and `primary.xml`, which lists the packages. XML is read by a well-known package;
 * a file that is cut off gives the packages before the damage.
 */
import { SaxesParser } from 'saxes';
import { createLoss, type Issue } from '../issue.ts';
import { PackageListBuilder, type PackageList } from './packageList.ts';
import { formatRpmVersion, sourceVersionOf } from './rpmIdentity.ts';

/** A file that `repomd.xml` names. */
interface RepomdFile {
  /** `primary`, `filelists`, `other` … */
  readonly type: string;
  /** Relative to the repository's root. */
  readonly location: string;
  readonly checksum: string;
  readonly checksumType: string;
  readonly openChecksum: string;
  readonly size: number;
  readonly openSize: number;
}

/** What repomd.xml lists. */
export interface Repomd {
  readonly revision: string;
  readonly files: readonly RepomdFile[];
  readonly issues: readonly Issue[];
}

/** Reads `repomd.xml`. Never throws; damage is the issue `xml.damaged`. */
export function parseRepomd(text: string, where: string): Repomd {
  const files: RepomdFile[] = [];
  let revision = '';
  let current: Record<string, string> = {};
  const reader = new XmlReader(where, {
    open: (name, attributes) => {
      if (name === 'data') current = { type: attributes.type ?? '' };
      if (name === 'location') current.location = attributes.href ?? '';
      if (name === 'checksum') current.checksumType = attributes.type ?? '';
    },
    close: (name, content) => {
      if (name === 'revision') revision = content;
      else if (name === 'data' && current.type && current.location) files.push(fileOf(current));
      else if (content) current[name] = content;
    },
  });
  reader.write(text);
  const issue = reader.finish();
  return { revision, files, issues: issue ? [issue] : [] };
}

function fileOf(fields: Readonly<Record<string, string>>): RepomdFile {
  return {
    type: fields.type,
    location: fields.location,
    checksum: fields.checksum ?? '',
    checksumType: fields.checksumType ?? '',
    openChecksum: fields['open-checksum'] ?? '',
    size: Number(fields.size ?? 0),
    openSize: Number(fields['open-size'] ?? 0),
  };
}

/** Reads a `primary.xml` piece by piece; the pieces may be cut anywhere. */
export class RpmPrimaryReader {
  private readonly builder: PackageListBuilder;
  private readonly decoder = new TextDecoder();
  private readonly xml: XmlReader;
  private fields: Record<string, string> = {};
  private provides: string[] = [];
  private inProvides = false;

  constructor(readonly where: string) {
    this.builder = new PackageListBuilder('rpm', where);
    this.xml = new XmlReader(where, {
      open: (name, attributes) => this.open(name, attributes),
      close: (name, content) => this.close(name, content),
    });
  }

  /** True when no more is taken: what follows need not be read. */
  get isFull(): boolean {
    return this.builder.isFull || this.xml.isDamaged;
  }

  push(piece: Uint8Array): void {
    this.xml.write(this.decoder.decode(piece, { stream: true }));
  }

  finish(): PackageList {
    const issue = this.xml.finish();
    if (issue) this.builder.report(issue);
    return this.builder.finish('index');
  }

  private open(name: string, attributes: Readonly<Record<string, string>>): void {
    switch (name) {
      case 'package':
        this.fields = {};
        this.provides = [];
        return;
      case 'version':
        this.fields.version = formatRpmVersion(attributes.epoch, attributes.ver ?? '', attributes.rel ?? '');
        return;
      case 'rpm:provides':
        this.inProvides = true;
        return;
      case 'rpm:entry':
        if (this.inProvides && attributes.name && this.provides.length < PROVIDES_LIMIT)
          this.provides.push(attributes.name);
    }
  }

  private close(name: string, content: string): void {
    if (name === 'rpm:provides') this.inProvides = false;
    else if (name === 'package') this.endPackage();
    else if (PRIMARY_FIELDS.has(name)) this.fields[name] = content;
  }

  private endPackage(): void {
    const { name = '', version = '', arch = '', packager = '' } = this.fields;
    const source = sourceVersionOf(this.fields['rpm:sourcerpm'] ?? '');
    this.builder.add(
      {
        name,
        version,
        architecture: arch,
        source: source?.name ?? name,
        sourceVersion: source?.version ?? version,
        section: this.fields['rpm:group'] ?? '',
        maintainer: packager || this.fields['rpm:vendor'],
        provides: this.provides.filter((provided) => provided !== name).join(', '),
      },
      this.builder.size + 1,
    );
  }
}

/** Elements of a package whose text is read. */
const PRIMARY_FIELDS = new Set(['name', 'arch', 'packager', 'rpm:vendor', 'rpm:group', 'rpm:sourcerpm']);

interface XmlEvents {
  readonly open: (name: string, attributes: Readonly<Record<string, string>>) => void;
  /** An element ends; `content` is its text, without that of elements within. */
  readonly close: (name: string, content: string) => void;
}

/** More than any package provides. */
const PROVIDES_LIMIT = 20_000;
/** Several times what the largest repository has. */
const ELEMENTS_LIMIT = 4_000_000;
/** More than these files nest. */
const DEPTH_LIMIT = 32;
/** More than any description or list of changes has. */
const MARKUP_LIMIT = 4 << 20;

/** Feeds an XML parser, and keeps the first damage instead of throwing. */
class XmlReader {
  private readonly parser = new SaxesParser({ position: false });
  private damage: string | null = null;
  private sinceMarkup = 0;
  private depth = 0;
  private elements = 0;
  private text = '';

  constructor(
    readonly where: string,
    events: XmlEvents,
  ) {
    this.parser.on('error', (error) => {
      this.damage ??= error.message;
    });
    this.parser.on('opentag', ({ name, attributes }) => {
      this.text = '';
      if (++this.elements > ELEMENTS_LIMIT) this.damage ??= `more than ${ELEMENTS_LIMIT} elements`;
      if (++this.depth > DEPTH_LIMIT) this.damage ??= `elements nest more than ${DEPTH_LIMIT} deep`;
      if (!this.damage) events.open(name, attributes as Record<string, string>);
    });
    this.parser.on('text', (text) => (this.text += text));
    this.parser.on('closetag', ({ name }) => {
      this.depth--;
      if (!this.damage) events.close(name, this.text.trim());
      this.text = '';
    });
  }

  get isDamaged(): boolean {
    return this.damage !== null;
  }

  write(text: string): void {
    if (this.damage) return;
    const end = text.lastIndexOf('>');
    this.sinceMarkup = end < 0 ? this.sinceMarkup + text.length : text.length - end;
    if (this.sinceMarkup > MARKUP_LIMIT)
      this.damage = `${MARKUP_LIMIT >> 20} MiB without the end of an element`;
    else this.parser.write(text);
  }

  finish(): Issue | null {
    if (!this.damage) this.parser.close();
    return this.damage ? createLoss('xml.damaged', this.where, { reason: this.damage }) : null;
  }
}
