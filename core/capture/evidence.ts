/**
 * What speaks for or against the base that the packages say, from elsewhere: configured repositories, the
 * identification file, key rings, packagers, version marks. Each rule looks at one kind of evidence.
 */
import { createIssue, type Issue } from '../issue.ts';
import type { BaseFinding } from '../packages/findBase.ts';
import { revisionMarks } from '../packages/marks.ts';
import type { InstalledSet } from '../packages/installedSet.ts';
import { suitesOf, token, type PlacedCandidate } from './placedCandidate.ts';
import type { ReadSystem } from './system.ts';
import { manifestOf } from './systemFiles.ts';

/** What the rules look at. */
export interface Evidence {
  readonly system: ReadSystem;
  readonly installed: InstalledSet;
  readonly candidates: readonly PlacedCandidate[];
  readonly configured: ReadonlySet<string>;
  readonly finding: BaseFinding;
}

type EvidenceRule = (evidence: Evidence, base: PlacedCandidate | undefined) => Issue[];

/** A system is called old when its packages are those of a state so many days before the newest at hand. */
const OLD_DAYS = 120;
/** A mark or a packager is mentioned from so many packages on. */
const WORTH_A_WORD = 5;

/** All findings, contradictions first. */
export function evidenceFindings(evidence: Evidence): Issue[] {
  const { base: found, reason, best } = evidence.finding.answer;
  const wanted = reason === 'itself' ? best : found;
  const base = evidence.candidates.find(({ name }) => name === wanted);
  const findings = RULES.flatMap((rule) => rule(evidence, base));
  return [
    ...findings.filter(({ severity }) => severity !== 'note'),
    ...findings.filter(({ severity }) => severity === 'note'),
  ];
}

const whereOf = ({ system }: Evidence) => system.root || 'system';

/** Configured repositories against the base. Those of the project itself say nothing about a base. */
const repositories: EvidenceRule = (evidence, base) => {
  const foreign = evidence.candidates.filter(({ name, own }) => evidence.configured.has(name) && !own);
  const named = foreign.map(({ name }) => name).join(', ');
  if (base && evidence.configured.has(base.name))
    return [createIssue('note', 'evidence.sourcesAgree', whereOf(evidence), { base: base.name })];
  if (foreign.length === 0) return [];
  return base
    ? [createIssue('damage', 'evidence.sourcesContradict', whereOf(evidence), { base: base.name, named })]
    : [createIssue('damage', 'evidence.sourcesUnsupported', whereOf(evidence), { named })];
};

/** The code name in the identification file against the base. */
const codeName: EvidenceRule = (evidence, base) => {
  const claimed = evidence.system.identification.VERSION_CODENAME?.toLowerCase();
  const named = claimed && evidence.candidates.find((candidate) => suitesOf(candidate).has(claimed));
  return named && base && !named.own && named.name !== base.name
    ? [
        createIssue('damage', 'evidence.nameContradicts', whereOf(evidence), {
          base: base.name,
          named: named.name,
        }),
      ]
    : [];
};

/** What the identification file says the system is like (os-release(5), "ID_LIKE") against the base's maker. */
const likeness: EvidenceRule = (evidence, base) => {
  const like = (evidence.system.identification.ID_LIKE ?? '').split(/\s+/).filter(Boolean);
  if (!base || base.own || like.length === 0 || !base.makers?.length) return [];
  const family = [...base.makers, ...(base.ancestors ?? [])].map(token);
  const params = { base: base.name, named: like.join(', ') };
  return [
    like.some((id) => family.includes(token(id)))
      ? createIssue('note', 'evidence.likenessAgrees', whereOf(evidence), params)
      : createIssue('damage', 'evidence.likenessContradicts', whereOf(evidence), params),
  ];
};

/** The newest state of the base is much younger than the packages. */
const age: EvidenceRule = (evidence, base) => {
  const newest = base?.states.at(-1)?.date;
  const copied = evidence.finding.answer.copied;
  if (!newest || !copied) return [];
  const days = Math.round((Date.parse(newest) - Date.parse(copied.state)) / 86_400_000);
  return days >= OLD_DAYS
    ? [
        createIssue('damage', 'evidence.oldPackages', whereOf(evidence), {
          state: copied.state,
          newest,
          days,
        }),
      ]
    : [];
};

/** It is its own project's, but its revisions are those of another project at another time. */
const madeFrom: EvidenceRule = (evidence) => {
  const { answer, candidates } = evidence.finding;
  const other = candidates.find(({ name }) => name === answer.otherwise?.best);
  return other && answer.otherwise?.reason === 'otherState'
    ? [createIssue('note', 'evidence.madeFrom', whereOf(evidence), { base: other.name, ...other.agreement })]
    : [];
};

/** Names are shared, revisions are not: only the package tool and upstream are common. */
const toolOnly: EvidenceRule = (evidence) => {
  const { answer, candidates } = evidence.finding;
  const best = candidates.find(({ name }) => name === answer.best);
  const known = best ? best.counts.installed - best.counts.own : 0;
  return best &&
    (answer.reason === 'belowThreshold' || answer.reason === 'coincidence') &&
    known >= WORTH_A_WORD
    ? [
        createIssue('note', 'evidence.toolOnly', whereOf(evidence), {
          known,
          same: best.counts.same,
          base: best.name,
        }),
      ]
    : [];
};

/** Key rings: by fingerprint where they were read and the base's signer is known; else by the names that they bear. */
const keyRings: EvidenceRule = ({ system, ...evidence }, base) => {
  if (!base?.makers?.length && !base?.signers?.length) return [];
  const read = system.files.flatMap(({ path, content }) =>
    content?.type === 'keys' ? content.keys.map((key) => ({ ...key, ring: path })) : [],
  );
  const named = [...manifestOf(system).seen.keys()].filter((path) =>
    /(keyrings|trusted\.gpg\.d|rpm-gpg)\/[^/]+$/.test(path),
  );
  const count = new Set([...read.map(({ ring }) => ring), ...named]).size;
  if (count === 0) return [];
  const where = whereOf({ system, ...evidence });
  const signer = read.find(({ fingerprint, subkeys }) =>
    [fingerprint, ...subkeys].some((each) => base.signers?.some((end) => each.endsWith(end))),
  );
  if (signer) {
    const { ring, fingerprint } = signer;
    return [createIssue('note', 'evidence.signer', where, { base: base.name, ring, fingerprint })];
  }
  const missing = createIssue('note', 'evidence.noKeyRing', where, { base: base.name, count });
  if (read.length > 0 && base.signers?.length) return [missing];
  const names = (base.makers ?? []).map(token);
  const bears = (text: string) => names.some((name) => token(text).includes(name));
  const ring =
    named.find((path) => bears(path.slice(path.lastIndexOf('/') + 1))) ??
    read.find((key) => key.names.some(bears))?.ring;
  return [ring ? createIssue('note', 'evidence.keyRing', where, { base: base.name, ring }) : missing];
};

/** Who packaged what is installed, by the host of their address. */
const packagers: EvidenceRule = (evidence) => {
  const counts = new Map<string, number>();
  let known = 0;
  for (const { maintainer } of evidence.installed.packages) {
    const host = /@([^>\s]+)>?\s*$/.exec(maintainer)?.[1];
    if (!host) continue;
    known++;
    counts.set(host, (counts.get(host) ?? 0) + 1);
  }
  const most = [...counts].sort((a, b) => b[1] - a[1]).slice(0, 3);
  return known >= WORTH_A_WORD
    ? [
        createIssue('note', 'evidence.packagers', whereOf(evidence), {
          known,
          hosts: most.map(([host, count]) => `${host} ${count}`).join(', '),
        }),
      ]
    : [];
};

/** Marks in revisions that the base does not use: whose own work it is. */
const marks: EvidenceRule = (evidence, base) => {
  if (!base) return [];
  const counts = new Map<string, number>();
  evidence.installed.packages.forEach(({ version }, row) => {
    const { rule } = evidence.finding.packages[row];
    if (rule !== 'continuedVersion' && rule !== 'ownRevision') return;
    for (const mark of new Set(revisionMarks(version))) counts.set(mark, (counts.get(mark) ?? 0) + 1);
  });
  const used = new Set(evidence.finding.packages.flatMap(({ baseVersion }) => revisionMarks(baseVersion)));
  const most = [...counts]
    .filter(([mark, count]) => count >= WORTH_A_WORD && !used.has(mark))
    .sort((a, b) => b[1] - a[1])
    .slice(0, 3);
  return most.length > 0
    ? [
        createIssue('note', 'evidence.marks', whereOf(evidence), {
          base: base.name,
          marks: most.map(([mark, count]) => `“${mark}” on ${count}`).join(', '),
        }),
      ]
    : [];
};

const RULES: readonly EvidenceRule[] = [
  repositories,
  codeName,
  likeness,
  age,
  madeFrom,
  toolOnly,
  keyRings,
  packagers,
  marks,
];
