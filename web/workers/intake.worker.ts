/** Reads drops and places systems off the main thread. Stopped by ending the worker: it keeps nothing. */
import { readFiles } from '../../core/capture/readFiles.ts';
import type { FileContent, InputFile, ReadFile } from '../../core/capture/readFile.ts';
import type { ByteSource } from '../../core/images/byteSource.ts';
import { cutAt } from '../../core/images/imageFault.ts';
import { lossesOf } from '../../core/catalogue/loss.ts';
import { conditionsOf } from '../../core/capture/conditions.ts';
import { placeSystem } from '../../core/capture/placeSystem.ts';
import { proposeFacts } from '../../core/capture/proposeFacts.ts';
import { manifestOf } from '../../core/capture/systemFiles.ts';
import { assembleDrop, nameOfSystem, type ReadDrop } from '../../core/capture/system.ts';
import { formatNumberOf } from '../../core/wording/valueText.ts';
import { wordKey } from '../../core/wording/keyText.ts';
import { packColumns } from '../../core/packages/packSnapshot.ts';
import { openCandidates } from './openCandidates.ts';
import type { DropSummary, FileSummary } from '../../workspace/intakeMessages.ts';
import type { IntakeAnswer, IntakeRequest } from '../../workspace/readerMessages.ts';

let drop: ReadDrop | null = null;

const answer = (message: IntakeAnswer) => self.postMessage(message);

self.addEventListener('message', (event: MessageEvent<IntakeRequest>) => {
  const work = event.data.type === 'read' ? read(event.data.files) : place(event.data);
  work.catch((error: unknown) =>
    answer({ type: 'failed', reason: error instanceof Error ? error.message : String(error) }),
  );
});

async function read(files: Extract<IntakeRequest, { type: 'read' }>['files']): Promise<void> {
  const inputs = files.map(({ path, file }): InputFile => ({
    path,
    size: file.size,
    open: () => piecesOfFile(file),
    random: (use) => use(bytesOfFile(file)),
  }));
  let told = 0;
  const onProgress = (
    progress: Parameters<NonNullable<Parameters<typeof readFiles>[1]>['onProgress'] & object>[0],
  ) => {
    const now = performance.now();
    if (now - told < 60) return;
    told = now;
    answer({ type: 'progress', progress });
  };
  drop = assembleDrop(await readFiles(inputs, { onProgress }));
  answer({ type: 'read', drop: summaryOf(drop) });
}

/** Reads in a worker without waiting (File API, 8.4); the types of pages do not know it. */
declare const FileReaderSync: new () => { readAsArrayBuffer(part: Blob): ArrayBuffer };

/** A file at random: in a worker, reading need not be waited for. */
function bytesOfFile(file: File): ByteSource {
  const reader = new FileReaderSync();
  return {
    size: file.size,
    read(at, length) {
      if (at + length > file.size) throw cutAt('the image', at + length, file.size);
      return new Uint8Array(reader.readAsArrayBuffer(file.slice(at, at + length)));
    },
  };
}

const PIECE = 4 << 20;

/** The next piece is being read while the one at hand is worked on: quicker than the stream of a file. */
async function* piecesOfFile(file: File): AsyncGenerator<Uint8Array> {
  const read = (from: number) => (from < file.size ? file.slice(from, from + PIECE).arrayBuffer() : null);
  let coming = read(0);
  for (let from = PIECE; coming; from += PIECE) {
    const bytes = await coming;
    coming = read(from);
    coming?.catch(() => undefined); // whoever stops reading does not ask for the rest, nor for its errors
    yield new Uint8Array(bytes);
  }
}

async function place({
  system,
  candidates,
  packed,
}: Extract<IntakeRequest, { type: 'place' }>): Promise<void> {
  answer({
    type: 'placed',
    placement: placeSystem(drop!.systems[system], openCandidates(candidates, packed)),
  });
}

function summaryOf({ files, systems, indexes, issues }: ReadDrop): DropSummary {
  const places = new Map(files.map((file, place) => [file, place]));
  return {
    files: files.map(summaryOfFile),
    systems: systems.map((system) => ({
      root: system.root,
      name: nameOfSystem(system),
      identification: system.identification,
      sources: system.sources,
      files: Uint32Array.from(system.files, (file) => places.get(file)!),
      packed: system.packages ? packColumns(system.packages) : null,
      family: system.packages?.family ?? null,
      packageCount: system.packages?.size ?? 0,
      losses: system.losses,
      listLosses: system.listLosses,
      facts: proposeFacts(system),
      conditions: conditionsOf(system),
      removed: system.removed,
      image: manifestOf(system).image ?? null,
      taken: manifestOf(system).taken.slice(0, 10),
    })),
    indexes: indexes.map(({ path, name, identity, packages, release, signers, losses }) => ({
      path,
      name,
      identity,
      family: packages.family,
      packed: packColumns(packages),
      packageCount: packages.size,
      release: release ?? null,
      date: release?.date ?? '',
      signature: 'unchecked',
      signer: signers.join(', '),
      losses: lossesOf(losses),
    })),
    issues,
  };
}

function summaryOfFile({ content, ...file }: ReadFile): FileSummary {
  return { ...file, read: content ? wordContent(content) : '' };
}

function wordContent(content: FileContent): string {
  switch (content.type) {
    case 'packages':
      return formatNumberOf(content.list.packages.size, 'package');
    case 'aptSources':
      return formatNumberOf(content.aptSources.sources.length, 'source');
    case 'lsbRelease':
    case 'osRelease':
      return (
        content.osRelease.fields.PRETTY_NAME ??
        content.osRelease.fields.NAME ??
        formatNumberOf(Object.keys(content.osRelease.fields).length, 'field')
      );
    case 'keys':
      return content.keys.map(wordKey).join('; ');
    case 'keyFile':
      return formatNumberOf(content.keyFile.groups.size, 'group');
    case 'text':
      return formatNumberOf(content.text.split('\n').filter((line) => line.trim()).length, 'line');
    case 'repomd':
      return formatNumberOf(content.repomd.files.length, 'file');
    case 'release':
      return [content.release.origin, content.release.codename || content.release.suite, content.release.date]
        .filter(Boolean)
        .join(', ');
  }
}
