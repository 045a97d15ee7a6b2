/** Text pasted from a terminal as the files that its commands show, and the facts that are in it. */
import { piecesOf } from '../formats/byteStream.ts';
import { splitTerminalText } from '../formats/terminalText.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import { conditionsOf } from './conditions.ts';
import { proposeFacts, type FactProposal } from './proposeFacts.ts';
import { readFiles } from './readFiles.ts';
import { assembleDrop } from './system.ts';

/** One answer of a pasted text, with the path that it is read under. */
export interface PastedPart {
  readonly path: string;
  readonly text: string;
}

/** Each answer of the text as a file; `cat PATH` says where it stood. */
export function pastedParts(text: string): PastedPart[] {
  return splitTerminalText(text).map(({ command, text: answer }, i) => ({
    path:
      /^(?:sudo )?cat (\/\S+)$/.exec(command)?.[1] ?? `pasted text ${i + 1}${command ? `: ${command}` : ''}`,
    text: answer,
  }));
}

/** What a pasted text says: facts, and what it tells of the machine. No facts for text that is none of a terminal. */
export async function readPasted(
  text: string,
): Promise<{ readonly facts: readonly FactProposal[]; readonly conditions: Conditions }> {
  const files = pastedParts(text).map(({ path, text: answer }) => {
    const bytes = new TextEncoder().encode(answer);
    return { path, size: bytes.length, open: () => piecesOf(bytes) };
  });
  const [system] = assembleDrop(await readFiles(files)).systems;
  return system
    ? { facts: proposeFacts(system), conditions: conditionsOf(system) }
    : { facts: [], conditions: {} };
}
