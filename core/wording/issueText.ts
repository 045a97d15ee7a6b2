/**
 * The wording of every issue, in one place: what happened, where, what was kept and what to do. Codes come
 * from all of core/; a code without a line here is shown as it is.
 */
import type { Issue } from '../issue.ts';
import { formatFingerprint } from './keyText.ts';
import { formatCount, formatNumberOf } from './valueText.ts';
import { lookUp } from '../lookUp.ts';

type Wording = (params: Issue['params'], where: string) => string;

const megabytes = (bytes: string | number) => `${Math.round(Number(bytes) / 1_000_000)} MB`;

const WORDINGS: Readonly<Record<string, Wording>> = {
  // files
  'files.leftOut': ({ count }) =>
    `${formatNumberOf(Number(count), 'further file')} in archives, of no format that is read here or empty, are not listed one by one.`,
  'file.empty': () => 'The file is empty. Nothing was read; collect it again if it should have contents.',
  'file.binary': () =>
    'A binary file of no format that is read here. It was left out; leave it out of the drop.',
  'file.unknown': () => 'Not recognised by its content. It was left out; nothing else is affected.',
  'file.unreadable': ({ reason }) =>
    `Could not be read (${reason}). Check that it is there and readable, then drop it again.`,
  'file.nested': ({ limit }) =>
    `Archives within archives more than ${limit} deep. Unpack it and drop what is inside.`,
  'file.tooLong': ({ limit }) =>
    `Longer than ${megabytes(limit)}, the most that is read of a text of this kind; only its beginning was read.`,
  'compressed.truncated': ({ format, bytes }) =>
    `The ${format} file ends too early; what came before (${formatCount(Number(bytes))} bytes unpacked) was kept. Fetch the file again for the rest.`,
  'compressed.damaged': ({ format, bytes, reason }) =>
    `The ${format} file is damaged (${reason}); ${formatCount(Number(bytes))} bytes before the damage were kept. Fetch the file again.`,
  'compressed.tooLarge': ({ format, limit }) =>
    `The ${format} file unpacks to more than ${megabytes(limit)}; reading stopped there. Unpack it by hand if it is what you expect.`,
  'compressed.behind': ({ format, bytes }) =>
    `${formatCount(Number(bytes))} bytes stand behind the end of the ${format} file and belong to nothing; all before them was read.`,
  'tar.truncated': ({ files, last }) =>
    `The archive is cut off${last ? ` after “${last}”` : ''}: ${formatNumberOf(Number(files), 'file')} were read, what stood behind is missing. Fetch or make it again.`,
  'tar.damaged': ({ reason, files, last }) =>
    `The archive is damaged${last ? ` after “${last}”` : ''} (${reason}); ${formatNumberOf(Number(files), 'file')} before the damage were kept. Fetch or make it again.`,
  'archive.tooMany': ({ limit }) =>
    `The archive holds more than ${formatCount(Number(limit))} files; those behind them were not read. Drop a part of it.`,
  'text.longLine': ({ line, limit }) =>
    `Line ${line} has more than ${formatCount(Number(limit))} bytes; what goes beyond was not read.`,
  'capture.sum': ({ path }) =>
    `“${path}” is not what the manifest of the capture says (SHA-256 differs): it was changed or damaged since. Make the capture again.`,
  'capture.missing': ({ count, first }) =>
    `${formatNumberOf(Number(count), 'file')} that the capture took ${Number(count) === 1 ? 'is' : 'are'} missing, “${first}” first. Make the capture again, or unpack all of it.`,
  'list.size': ({ size, stated }, where) =>
    `${where} has ${formatCount(Number(size))} bytes, its release file says ${formatCount(Number(stated))}: it is cut off, or of another state. Fetch both again.`,
  'tar.empty': () => 'The archive holds no files. Make it again from the root of the system.',
  'image.cut': ({ part }) =>
    `The image is cut off within ${part}. What could be read was kept; fetch or copy it again.`,
  'image.damaged': ({ part, reason }) =>
    `The image is damaged: ${part} – ${reason}. What could be read was kept; hold the image against its checksum, and fetch it again.`,
  'image.notRead': ({ part, reason }) => `Not read: ${part}. To read it, ${reason}.`,
  'image.tooMuch': ({ part, reason }) =>
    `Not gone through to its end: ${part}, ${reason}. What was found before was kept.`,
  'image.noSystem': ({ format }) =>
    `No system was found in this image${format ? ` (${format})` : ''}: nowhere in it do an identification file and a package database stand together. If it only installs from the network, give the installed system.`,
  'image.packagesMissing': ({ count, first }) =>
    `The package database lacks ${formatNumberOf(Number(count), 'package')} whose files are there, “${first}” first. It is damaged, or cut off.`,
  // formats
  'deb822.broken': ({ line }) =>
    `Line ${line} is no field of a stanza; that stanza was left out, the others were kept.`,
  'deb822.unfinished': ({ line }) =>
    `It ends in the middle of line ${formatCount(Number(line))}: cut off there. What stands before was read; fetch it again for the rest.`,
  'deb822.longLine': ({ line, limit }) =>
    `Line ${formatCount(Number(line))} holds more than ${formatCount(Number(limit))} bytes, more than any value of a package; that stanza was left out.`,
  'deb822.incomplete': ({ line }) =>
    `The stanza at line ${line} lacks its package name or version; it was left out.`,
  'deb822.moreBroken': ({ count }) => `${formatCount(Number(count))} more damaged places like these.`,
  'packages.broken': ({ place }, where) =>
    `${where}, ${typeof place === 'number' ? `entry ${place}` : place}: a package without name or version was skipped.`,
  'packages.unfinished': (_params, where) =>
    `${where} ends in the middle of a line: it is cut off, and the package was left out.`,
  'packages.tooMany': ({ count }) =>
    `It lists more than ${formatNumberOf(Number(count), 'package')}, more than is read of one list; the rest was left out.`,
  'packages.moreBroken': ({ count }) => `${formatCount(Number(count))} more damaged places like these.`,
  'xml.damaged': ({ reason }, where) =>
    `${where} is not whole (${reason}). What stands before the damage was read; fetch the file again.`,
  'json.damaged': ({ reason }, where) =>
    `${where} is not complete JSON (${reason}). Nothing was read from it; fetch or make it again.`,
  'calendar.line': ({ line }) => `Line ${line} is no release with its dates; it was skipped.`,
  'zip.damaged': ({ reason }) =>
    `The zip archive is cut off or damaged (${reason}); the files before the damage were kept.`,
  'keyFile.line': ({ line }) => `Line ${line} is neither a group nor an assignment; it was skipped.`,
  'osRelease.line': ({ line }) => `Line ${line} is no assignment; it was skipped.`,
  'aptSources.line': ({ line }) => `Line ${line} is no source; it was skipped.`,
  'aptSources.stanza': ({ line }) =>
    `The stanza at line ${line} lacks Types, URIs or Suites; it was skipped.`,
  'manifest.newer': ({ version }) =>
    `The manifest is of a version that is not known here (${version || 'none stated'}). The files were read; what only it says is missing: update the program and read the capture again.`,
  'snapshot.damaged': () => 'The stored package list is damaged. Read its index again.',
  'openpgp.truncated': ({ keys }) =>
    `The key ring is cut off: ${formatNumberOf(Number(keys), 'key')} before that were read. Fetch it again.`,
  'openpgp.damaged': ({ count, keys }) =>
    `${formatNumberOf(Number(count), 'key')} of it could not be read, ${formatNumberOf(Number(keys), 'key')} could. Fetch it again if they matter.`,
  // the drop as a whole
  'drop.nothing': ({ files }) =>
    `None of ${files === 1 ? 'the file' : `${files} files`} tells of a system or a repository. Drop /etc/os-release, /etc/apt and /var/lib/dpkg/status of a system, or a Packages index.`,
  'drop.severalSystems': ({ count, names }) =>
    `${count} systems in one drop (${names}). Each is shown apart; choose the one to place.`,
  'drop.mixed': ({ names }) =>
    `Files of several systems lie in one folder (${names}), so it cannot be told which belong together. Each package database stands alone here; drop each system in a folder of its own.`,
  // evidence
  'evidence.sourcesAgree': ({ base }) => `The configured repositories name ${base} too.`,
  'evidence.sourcesContradict': ({ base, named }) =>
    `The packages come from ${base}, but the configured repositories name ${named}.`,
  'evidence.sourcesUnsupported': ({ named }) =>
    `The configured repositories name ${named}, but the packages do not bear that out.`,
  'evidence.nameContradicts': ({ base, named }) =>
    `The identification file claims ${named}, the packages come from ${base}.`,
  'evidence.likenessAgrees': ({ named }) => `The identification file says that it is like ${named}.`,
  'evidence.likenessContradicts': ({ base, named }) =>
    `The identification file says that it is like ${named}, the packages come from ${base}.`,
  'evidence.oldPackages': ({ state, newest, days }) =>
    `The packages are those of ${state}; the newest state at hand is of ${newest}, ${days} days later.`,
  'evidence.madeFrom': ({ base, agreeing, compared }) =>
    `Where ${base} packages the same upstream version, ${agreeing} of ${compared} revisions agree: it was made from an earlier or later state of that. Bring its index of the day.`,
  'evidence.toolOnly': ({ known, same, base }) =>
    `It shares the package tool and ${known} package names with ${base}, but only ${same} versions: names are no evidence of a base.`,
  'evidence.keyRing': ({ base, ring }) => `A key ring of ${base} is installed (${ring}).`,
  'evidence.signer': ({ base, ring, fingerprint }) =>
    `The key that signs ${base} is trusted: ${formatFingerprint(String(fingerprint))} (${ring}).`,
  'evidence.noKeyRing': ({ base, count }) =>
    `None of the ${count} key rings is of the maker of ${base}: its packages come through another repository, or unsigned.`,
  'evidence.packagers': ({ known, hosts }) =>
    `Packagers by address, of ${formatCount(Number(known))} packages that name one: ${hosts}.`,
  'evidence.marks': ({ base, marks }) => `Marks in revisions that ${base} does not use: ${marks}.`,
  // catalogue
  'record.invalid': ({ field, reason }, where) => `${where}: the field "${field}" is not valid (${reason}).`,
  'record.dangling': ({ target }, where) => `${where} points to ${target}, which does not exist.`,
  'diff.stale': (_params, where) =>
    `${where} was changed meanwhile. Nothing was done; look at it as it is now, and try again.`,
  'record.needed': ({ by }, where) => `${where} cannot be removed alone: ${by} needs it.`,
  'record.unknownKind': ({ kind }, where) => `${where} is a record of an unknown kind "${kind}".`,
  'record.twice': (_params, where) => `${where} stands twice in the file.`,
  'subject.unknown': ({ near }, where) =>
    `Nothing is called “${where}”${near ? `; near to it: ${near}` : ''}. Give an id, a name, or a name with its version.`,
  'subject.sounds': ({ near }, where) =>
    `Nothing is called “${where}”; it sounds like ${near}. Give the name of that one if it is meant; in a line, “new ${where}” records another one.`,
  'subject.several': ({ near }, where) =>
    `“${where}” may be one of several: ${near}. Give the id of the one that is meant.`,
  'reading.needsReason': () =>
    'What was seen is unreliable under its conditions. Say why it holds all the same; nothing was changed.',
  'value.invalid': ({ text, expected }, where) =>
    `"${text}" does not fit ${where}: expected ${expectedWords(String(expected))}.`,
  'change.value': ({ does }, where) =>
    `Say what the change ${does === 'drops' || does === 'keeps' ? `of ${where} ${does}` : `makes of ${where}`}: the value or the elements are missing.`,
  'claim.empty': () => 'Write the claim in the words in which it was made.',
  'question.empty': () => 'Write what is asked.',
  'opinion.author': () => 'Name the author of the assessment.',
  'opinion.empty': () => 'Nothing is said there: write what it is.',
  'opinion.fact': (_params, where) =>
    `No fact is called “${where}”. Name facts as in field notes, separated by commas: [actions, icons].`,
  'opinion.criterion': (_params, where) =>
    `“${where}” is no criterion. Write: name, weight 2: 7 because …, or a range: 6 to 8.`,
  'opinion.question': (_params, where) =>
    `“${where}” asks nothing. Write a question with its mark and what then: Needed for years? Take the long-term release.`,
  'opinion.rank': (_params, where) =>
    `“${where}” is no place. Write: 2 of 8 among Candidates, 1 Nov 2026, closely.`,
  'opinion.days': (_params, where) => `“${where}” is no number of days.`,
  'opinion.scale': (_params, where) =>
    `“${where}” is no scale. Write: ten, percent, or steps from worst to best: poor, fair, good.`,
  'opinion.total': (_params, where) => `“${where}” goes down. Write the smaller end first: 6 to 8.`,
  'open.until': () => 'Say until when it is postponed: a date such as 3 Mar 2027.',
  'open.why': () => 'Say why it is intended.',
  'purpose.unnamed': () => 'A purpose needs a name: write what the candidates are judged for.',
  'rule.name': (_params, where) => `“${where}” has no name. Write: name: what is asked, weight 2.`,
  'rule.twice': (_params, where) => `“${where}” stands there already: one of that name is enough.`,
  'rule.weight': ({ text }) => `“${text}” is no weight: write a number from 0 to 1,000.`,
  'rule.score': ({ text }) =>
    `“${text}” is no score: write a number from 0 to 10, or a range such as 6 to 8.`,
  'rule.fact': ({ name }) =>
    `No fact is called “${name}”. Name one as in field notes, or: support, support with bases, days past base.`,
  'rule.test': (_params, where) =>
    `“${where}” asks nothing of a fact. Write: memory from 2 GB to 400 MB; support at least 2031; kernels has long-term; languages more is better in Candidates.`,
  'rule.value': ({ text, unit }) => `“${text}” does not fit: expected ${unit}.`,
  'rule.company': ({ text }) => `No peer group is called “${text}”. Keep one under Peers first.`,
  'cohort.unnamed': () => 'A peer group needs a name to be kept: write one.',
  'side.pointUnnamed': () => 'A point needs a name: write what is compared.',
  'link.self': () => 'A distribution cannot be its own base.',
  'link.dates': ({ since, until }) => `The link would end (${until}) before it begins (${since}).`,
  'paste.version': (_, where) => `In ${where} no version stands first. Write: version, date, code name.`,
  'paste.date': ({ text }, where) =>
    `“${text}” in ${where} is no date. Write 2026-03-04, 3 Mar 2026, 2026-03 or 2026.`,
  'edition.unknown': ({ names }, where) =>
    `There is no edition “${where}” here${names ? `; there are ${names}` : ''}. Add it first, or leave the field empty for all.`,
  'paste.name': (_, where) => `In ${where} no name stands first; the line was left out.`,
  'paste.size': ({ text }, where) =>
    `“${text}” in ${where} is no size. Write 3100 MiB, 3.1 GB or a number of MiB.`,
  'source.refused': (_params, where) => where,
  'source.empty': () =>
    'Say what the source is: page corvane.example, 12 Oct 2026; or: installed, virtual, 5 GiB, 3 cores.',
  'source.part': (_params, where) =>
    `“${where}” is no condition that is known here. Write parts such as live, virtual, 3 GiB, 1 core, index never, 9 min, terminal open, with process viewer; words with a comma in double quotes.`,
  'name.empty': (_params, where) => `${where} needs a name.`,
  'name.taken': (_params, where) =>
    `Another one is called ${where} already. Give this one a name of its own, or record there what belongs to it.`,
  'release.exists': ({ of }, where) =>
    `${of} has a release ${where} already. Give another version, or correct that one.`,
  'edition.exists': ({ of }, where) =>
    `${of} has an edition ${where} already. Give another name, or correct that one.`,
  'line.empty': () => 'Nothing is written yet.',
  'line.long': ({ limit }) =>
    `This is longer than a line of ${formatCount(Number(limit))} letters. Paste it as text instead, line by line.`,
  'line.unknown': ({ near }, where) =>
    `“${where}” begins with no fact and no word that is known here.${near ? ` Meant may be: ${near}.` : ''} Choose one of the list, or write a colon behind a name.`,
  'line.saying': (_params, where) => `${where}: write behind it what is to be recorded.`,
  'line.noSubject': () => 'Say first what is looked at: a release such as Corvane 4, or a distribution.',
  'line.noSource': () =>
    'Say first where it comes from: installed, virtual, 5 GiB; or: page corvane.example.',
  'line.gone': ({ id }) =>
    `What was looked at is no longer there (${id}): it was deleted, perhaps in another window. Undo that, or say what is looked at now: about, and a name. What you typed is kept.`,
  'line.pasteLong': ({ limit }) =>
    `That is more than ${formatCount(Number(limit))} letters. Drop it as a file under Import; nothing was taken, what you had typed is kept.`,
  'line.noEdition': () => 'No edition is looked at. Name one: about Corvane 4, Main.',
  'line.noRelease': (_params, where) =>
    `There is no release ${where} of it yet. Add it first: release ${where}, and its date.`,
  'line.steps': (_params, where) =>
    `“${where}” is no order of steps. Write at least two, separated by > : first update: update > restart > guide.`,
  'line.does': ({ kinds }, where) => `${where}: say what is done to it, with one of: ${kinds}.`,
  'line.point': (_params, where) =>
    `“${where}” lacks its point. Write it before a colon: support: neither without doubt, against Yarrowby 3.`,
  'paste.choice': ({ column, text, choices }, where) =>
    `“${text}” in ${where} is no ${column}. Write one of: ${choices}.`,
  'paste.head': ({ text }) => `The column “${text}” is not known here; what stands under it was passed over.`,
  'paste.twice': ({ text }, where) => `${text} stands a second time in ${where}; the first is taken.`,
  'link.order': ({ base }) =>
    `It rests on ${base} at the same time. End that link first, or say which of the two comes first.`,
  'link.cycle': ({ path }) => `That would make a circle of bases: ${path}. End one of these links first.`,
  // mirrors
  'mirror.address': (_params, where) =>
    `${where} is not an address of a mirror: expected http:// or https:// and a host, without a name or password.`,
  'mirror.notListed': ({ host }) =>
    `${host} is not on the list of hosts that the server may ask. Add it to "mirrors" in aspen-ridge.json and start the server again.`,
  'mirror.private': ({ host, address }) =>
    `${host} leads to ${address || 'no address'}, within a private network: it was not asked. If that is meant, put the address itself on the list, with its port.`,
  'mirror.absent': (_params, where) =>
    `${where} does not exist (404). Check the address, suite and component.`,
  'mirror.status': ({ status }, where) =>
    `${where} was answered with status ${status}. Try again later, or another mirror.`,
  'mirror.redirect': ({ to }, where) =>
    `${where} sends to another place (${to}), which is not followed. Use that address, if its host is on the list.`,
  'mirror.tooLarge': ({ limit }, where) =>
    `${where} is larger than ${formatCount(Number(limit))} bytes, what was announced or is allowed. It was not taken.`,
  'mirror.broken': ({ bytes, tries }, where) =>
    `${where} broke off ${tries} times, at last after ${formatCount(Number(bytes))} bytes. Try again, or another mirror.`,
  'mirror.checksum': (_params, where) =>
    `${where} is not what the release file vouches for (size or SHA-256 differ). It was not taken; the mirror is being renewed, damaged, or forged.`,
  'mirror.unreachable': ({ reason }, where) => `${where} could not be reached: ${reason}.`,
  'mirror.stopped': (_params, where) => `${where}: stopped. Nothing was kept.`,
  'mirror.timeout': (_params, where) =>
    `${where} took longer than is allowed for one repository. Nothing was kept.`,
  'mirror.key': ({ reason }) =>
    `The key cannot be read (${reason}). Give an OpenPGP public key, armoured or as the file that the distribution publishes.`,
  'mirror.noFiles': (_params, where) =>
    `${where} names no package list with a SHA-256 sum, so nothing can be checked. Nothing was taken.`,
  'mirror.noIndex': ({ component, architecture }) =>
    `There is no package list of ${component} for ${architecture}; it was left out.`,
  'mirror.expired': ({ until }, where) =>
    `${where} was valid until ${until} only: the mirror serves an old state.`,
  'mirror.notWhole': (_params, where) =>
    `${where} could not be read whole, so nothing of it was taken. Try again later, or another mirror.`,
  'mirror.notAList': (_params, where) =>
    `${where} was fetched whole, but is no package list that can be read.`,
  'mirror.busy': ({ count }) => `${count} repositories are being fetched already. Wait for one to end.`,
  // what the server reads
  'reading.time': ({ seconds }, where) =>
    `Reading ${where} took longer than ${seconds} seconds and was ended. Nothing of it was taken.`,
  'reading.memory': ({ limit }, where) =>
    `Reading ${where} took more than ${megabytes(limit)} of memory and was ended. Nothing of it was taken.`,
  'reading.stopped': (_params, where) => `Reading ${where} was stopped. Nothing was kept.`,
  'request.notValid': ({ field, reason }) => `The request is not valid: ${field} (${reason}).`,
  'request.foreign': () => 'Only pages of this server may ask it to read or fetch anything.',
  'serverImage.notAllowed': (_params, where) =>
    `${where} is no file below a folder that this server may read. Folders are allowed by “imageFolders” in aspen-ridge.json.`,
  'serverImage.none': (_params, where) => `${where} is no image of a system.`,
  'serverImage.busy': ({ count }) =>
    `The server reads ${formatNumberOf(Number(count), 'image')} already. Wait until one is done.`,
  'serverImage.unreachable': ({ reason }) =>
    `The server did not answer (${reason}). Start it and try again, or choose the image as a file.`,
  // catalogue files
  'export.notJson': ({ reason }, where) =>
    `${where} is not a complete JSON file (${reason}). Nothing was imported; fetch or export the file again.`,
  'export.notOurs': (_params, where) =>
    `${where} is JSON, but not a catalogue of this program. Nothing was imported.`,
  'export.stopped': (_params, where) => `Reading ${where} was stopped. Nothing was imported.`,
  'export.unread': ({ reason }, where) =>
    `${where} could not be read (${reason}). Nothing was imported; see that the file is still there, and read it again.`,
  'export.cut': ({ records }, where) =>
    `${where} is not a complete JSON file: it ends after ${formatNumberOf(Number(records), 'record')}. Nothing was imported; fetch or export the file again.`,
  'export.tooLarge': ({ records, most }, where) =>
    `${where} holds ${formatNumberOf(Number(records), 'record')}; a window works with up to ${formatCount(Number(most))}. Nothing was imported. Take a part of it that is smaller, one family for example: aspen export ${where} --as catalogue --family NAME --out part.json`,
  'export.tooLong': ({ most }, where) =>
    `${where} is longer than ${formatCount(Number(most))} characters, and not laid out with one record a line as this program writes it: it would have to be held whole. Nothing was imported. Export it again from the program that holds it.`,
  'export.noTable': () => 'Say which table is to be exported.',
  'export.noList': (_params, where) =>
    `The packages of ${where} are not at hand: its list was not kept, or could not be read. Read it again under Import.`,
  'table.noName': () =>
    'It does not say which distribution it is about: map a column to it, or leave the line out.',
  'table.noDate': ({ text }) => `“${text}” is no date: write 2026-03-03, Mar 2026 or 2026.`,
  'table.noBase': ({ base }) =>
    `The base “${base}” is not in the catalogue: add it first, or give it a line before this one.`,
  'table.noValue': ({ fact, text }) => `“${text}” is no value of ${fact}; that cell is left out.`,
  'check.strayList': (_params, where) =>
    `A package list stands in the file for ${where}, which is not among its records. It is left out on reading.`,
  'check.listCount': ({ packages, stated }, where) =>
    `The package list of ${where} holds ${formatNumberOf(Number(packages), 'package')}, its record says ${formatCount(Number(stated))}. Read the list again.`,
  'merge.failed': ({ reason }) =>
    `The merge could not be computed (${reason}). Nothing was changed; try it again.`,
  'merge.moved': () =>
    'The catalogue was edited since the file was read. Nothing was merged; read the file again to merge it into what is there now.',
  'merge.undecided': ({ count }) =>
    `${formatNumberOf(Number(count), 'conflict')} still to be decided. Nothing was merged yet; decide each, or all by a rule.`,
  'merge.baseForeign': (_params, where) =>
    `${where} is no common ancestor: hardly anything in it is in both catalogues. Name the copy that both began with, or leave --base out.`,
  'export.packages': ({ snapshot }) =>
    `The package list of ${snapshot} in the file is damaged; its head was kept.`,
  'export.ownerMissing': ({ target }, where) =>
    `${where} belongs to ${target}, which the file does not hold. Nothing was imported; export the catalogue again.`,
  'export.mentionDropped': (_params, where) =>
    `${where} cites something that the file does not hold; that mention was taken out.`,
  'schema.newer': ({ kind, version, known }, where) =>
    `${where} was written by a newer version of the program (${kind} ${version}, known here up to ${known}). Nothing was imported; update the program and try again.`,
  'schema.unknownKind': ({ kind }, where) =>
    `${where} holds records of a kind this version does not know (${kind}). Nothing was imported; update the program and try again.`,
  // storage
  'storage.newer': ({ format, known }) =>
    `What this browser stored is of a newer version of the program (layout ${format}, known here up to ${known}). Nothing was changed; load the newer program again.`,
  'storage.cannotWrite': ({ reason }) =>
    `Nothing can be written to the browser's storage (${reason}), so nothing can be edited. Make room or allow this site to store data, then choose “Write here”.`,
  'storage.headMissing': () =>
    'The list of what is stored is missing. Shown is the newest of each part that was found; what was edited last, undo and package lists may be missing.',
  'storage.pageMissing': ({ count, kind }) =>
    `${formatNumberOf(Number(count), String(kind))} cannot be read, or ${Number(count) === 1 ? 'is' : 'are'} missing.`,
  'storage.dropped': ({ count }) =>
    `${formatNumberOf(Number(count), 'record')} belonged to something that is missing, and ${Number(count) === 1 ? 'is' : 'are'} not shown.`,
  'storage.stepDamaged': ({ step, later }) =>
    `Step ${step} is missing or damaged. Shown is what was there before it${Number(later) > 0 ? `; ${formatNumberOf(Number(later), 'later step')} rest${Number(later) === 1 ? 's' : ''} on it and cannot be shown` : ''}.`,
  'storage.stepsMissing': ({ from, count }) =>
    Number(count) === 1
      ? `Step ${from} was saved, and is missing now. Shown is what was there before it.`
      : `${formatCount(Number(count))} steps from step ${from} on were saved, and are missing now. Shown is what was there before them.`,
  'storage.historyMissing': ({ count }) =>
    `${formatNumberOf(Number(count), 'older edit')} can no longer be undone; what ${Number(count) === 1 ? 'it' : 'they'} led to is there.`,
  'storage.listMissing': ({ snapshot }) =>
    `The package list of ${snapshot} cannot be read; its head was kept. Read its index again.`,
  'window.readOnly': () =>
    'Another window writes this catalogue; this one follows it. Choose “Write here” to go on in this window.',
  'window.unsaved': ({ count }) =>
    `The other window has ${formatNumberOf(Number(count), 'edit')} that could not be saved. Let it save or export first, or take over all the same: ${Number(count) === 1 ? 'that edit stays' : 'those edits stay'} in that window only.`,
  'window.leaveUnsaved': ({ count }) =>
    `${formatNumberOf(Number(count), 'edit')} of this catalogue ${Number(count) === 1 ? 'is' : 'are'} not saved. Try again to save, or export it, before another one is opened.`,
  'window.openElsewhere': (_params, where) =>
    `“${where}” is open in another window. Close it there, or open another catalogue in it, and try again.`,
  'workspace.damaged': () =>
    'What is stored is not whole, so nothing can be edited yet. Choose how to go on in the bar above.',
  'workspace.lost': () => 'The storage of this catalogue is empty. Choose how to go on in the bar above.',
  'workspace.absent': () => 'This catalogue could not be begun. Open another one, or reload.',
  'workspace.refused': () => 'This catalogue cannot be shown, so nothing can be edited.',
  'storage.oldWindow': () =>
    'A page of an older version of the program is open in another window. Close or reload it: what it stores is then moved, and this page goes on by itself.',
  'storage.unreadable': ({ reason }) =>
    `The browser's storage does not answer (${reason}). Allow this site to store data, close other windows of it, and reload.`,
  'storage.failed': ({ reason }) =>
    `Saving failed (${reason}). Your work is still in this window: export the catalogue now.`,
  'sample.absent': () => 'The sample is not there. Run the build once more and reload.',
  'sample.failed': ({ reason }) =>
    `The sample could not be made (${reason}). Your own catalogues work without it; start the server again to try once more.`,
  'sample.unreachable': () =>
    'The sample is not kept in this browser, and the server does not answer. Start the server and try again.',
};

const EXPECTED: Readonly<Record<string, string>> = {
  number: 'a number',
  yesNo: '"yes" or "no"',
  date: 'a date such as 2029-06-01, 2029-06 or 2029',
  list: 'one entry per line',
};

function expectedWords(expected: string): string {
  return lookUp(EXPECTED, expected) ?? (expected.includes(',') ? `one of ${expected}` : expected);
}

/** An issue as a sentence. */
export function wordIssue(issue: Issue): string {
  const wording = WORDINGS[issue.code];
  return wording ? wording(issue.params, issue.where) : `${issue.where}: ${issue.code}`;
}

/** True if an issue code has its wording; tests ask this for every code. */
export function hasWording(code: string): boolean {
  return Object.hasOwn(WORDINGS, code);
}
