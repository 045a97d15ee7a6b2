/** `inspect`: prints what was recognised and read from a folder, archive or file. */
import type { Command } from 'commander';
import { conditionsOf } from '../core/capture/conditions.ts';
import { proposeFacts } from '../core/capture/proposeFacts.ts';
import type { ReadFile } from '../core/capture/readFile.ts';
import { manifestOf } from '../core/capture/systemFiles.ts';
import { nameOfSystem, type ReadDrop } from '../core/capture/system.ts';
import { findFactKey } from '../core/catalogue/factSheet.ts';
import { formatValue } from '../core/wording/valueText.ts';
import { describeImage, describeRemovals } from '../core/wording/imageText.ts';
import { wordIssue } from '../core/wording/issueText.ts';
import { FORMAT_LABELS } from '../core/formats/recognise.ts';
import type { Issue } from '../core/issue.ts';
import { readDrop } from './readDrop.ts';

export function registerInspect(program: Command): void {
  program
    .command('inspect')
    .argument('<path>', 'a folder, archive or file')
    .option('--json', 'print JSON')
    .description('Print what was recognised and read.')
    .action(async (path: string, options: { json?: boolean }) => {
      const drop = await readDrop(path);
      const report = reportOf(drop);
      process.stdout.write(options.json ? `${JSON.stringify(report, null, 2)}\n` : textOf(report));
      if (drop.systems.length === 0 && drop.indexes.length === 0) process.exitCode = 1;
    });
}

/** An issue as commands print it. */
export function issueReport(issue: Issue) {
  const { code, severity, where, loses } = issue;
  return { code, severity, where, text: wordIssue(issue), ...(loses && { loses }) };
}

function fileReport({ path, from, containers, bytes, format, content, issues }: ReadFile) {
  return {
    path,
    from,
    containers,
    bytes,
    format,
    read: content ? readCounts(content) : null,
    issues: issues.map(issueReport),
  };
}

function readCounts(content: NonNullable<ReadFile['content']>) {
  switch (content.type) {
    case 'packages':
      return { packages: content.list.packages.size };
    case 'aptSources':
      return { sources: content.aptSources.sources.length };
    case 'lsbRelease':
    case 'osRelease':
      return { fields: Object.keys(content.osRelease.fields).length };
    case 'repomd':
      return { files: content.repomd.files.length };
    case 'keys':
      return { keys: content.keys.length };
    case 'keyFile':
      return { groups: content.keyFile.groups.size };
    case 'text':
      return { lines: content.text.split('\n').length - 1 };
    case 'release':
      return { suite: content.release.suite, codename: content.release.codename };
  }
}

function reportOf(drop: ReadDrop) {
  return {
    files: drop.files.map(fileReport),
    systems: drop.systems.map((system) => ({
      name: nameOfSystem(system),
      root: system.root,
      identification: system.identification,
      sources: system.sources,
      image: manifestOf(system).image ?? null,
      taken: manifestOf(system).taken,
      removed: Object.fromEntries(system.removed),
      packages: system.packages?.size ?? 0,
      conditions: conditionsOf(system),
      facts: proposeFacts(system),
    })),
    indexes: drop.indexes.map(({ path, name, packages, release }) => ({
      path,
      name,
      family: packages.family,
      packages: packages.size,
      suite: release?.suite ?? null,
      codename: release?.codename ?? null,
      date: release?.date || null,
    })),
    issues: drop.issues.map(issueReport),
  };
}

function textOf(report: ReturnType<typeof reportOf>): string {
  const files = report.files.flatMap((file) => {
    const read = file.read
      ? Object.entries(file.read)
          .map(([name, value]) => `${value} ${name}`)
          .join(', ')
      : 'not read';
    return [
      `${file.path}: ${FORMAT_LABELS[file.format]}; ${read}`,
      ...file.issues.map(({ text }) => `  ${text}`),
    ];
  });
  const facts = report.systems.flatMap(({ name, facts, image, taken, removed }) => [
    `System: ${name}`,
    ...(image ? [`  ${describeImage(image, taken.slice(0, 10))}`] : []),
    ...[describeRemovals(new Map(Object.entries(removed)))].filter(Boolean).map((said) => `  ${said}`),
    ...facts.map(({ key, value }) => {
      const entry = findFactKey(key);
      return `  ${entry?.label ?? key}: ${entry ? formatValue(entry, value) : JSON.stringify(value)}`;
    }),
  ]);
  return `${[...files, ...facts, ...report.issues.map(({ text }) => text)].join('\n')}\n`;
}
