/**
 * Text copied from a terminal: divided into the answers of its commands, and the small answers themselves
 * (`uname -a`, `free`, `apt policy`).
 */
import type { AptSource } from './aptSources.ts';

/** A line that a person typed after a prompt: `user@host:~$ uname -a`, `# free -m`, `[user@host ~]$ rpm -qa`. */
const PROMPT = /^(?:\[[^\]]*\]|[\w.-]+@[\w.-]+[^$#]*|)\s?[$#❯%]\s+(\S.*)$/;

/** The answers in a text, each with the command where a prompt shows it; empty lines divide where none does. */
export function splitTerminalText(text: string): { command: string; text: string }[] {
  const parts: { command: string; lines: string[] }[] = [{ command: '', lines: [] }];
  const hasPrompts = text.split('\n').some((line) => PROMPT.test(line));
  for (const line of text.split(/\r?\n/)) {
    const command = PROMPT.exec(line)?.[1];
    if (command) parts.push({ command, lines: [] });
    else if (!hasPrompts && !line.trim()) parts.push({ command: '', lines: [] });
    else parts[parts.length - 1].lines.push(line);
  }
  return parts
    .map(({ command, lines }) => ({ command, text: `${lines.join('\n').trimEnd()}\n` }))
    .filter((part) => part.text.trim());
}

/** The kernel's string in what `uname -a` prints, or null. The machine's own name in it is not read. */
export function parseUname(text: string): { release: string } | null {
  const match = /^Linux \S+ (\d+\.\d+\S*) #\d/m.exec(text);
  return match && { release: match[1] };
}

const FREE_UNITS: Readonly<Record<string, number>> = {
  '': 1 / 1024,
  B: 2 ** -20,
  Ki: 1 / 1024,
  Mi: 1,
  Gi: 1024,
  K: 1 / 1024,
  M: 1,
  G: 1024,
};

/** Total and used memory in MiB, from what `free` prints (used: total less available); null for another text. */
export function parseFree(text: string): { totalMiB: number; usedMiB: number } | null {
  const heads = /^ +total +used +free +shared +(?:buff\/cache|buffers +cache) +available$/m.exec(text);
  const cells = /^Mem: +(.*)$/m.exec(text)?.[1].trim().split(/\s+/);
  if (!heads || !cells || cells.length < 6) return null;
  const sizes = cells.map((cell) => {
    const [, number, unit] = /^([\d.]+)(B|Ki|Mi|Gi|K|M|G)?$/.exec(cell) ?? [];
    return number === undefined ? Number.NaN : Number(number) * FREE_UNITS[unit ?? ''];
  });
  const [total, , , , , available] = sizes;
  if (Number.isNaN(total) || Number.isNaN(available)) return null;
  // Plain numbers are KiB, unless asked for in MiB: no machine has less than 64 MiB.
  const scale = /^\d+$/.test(cells[0]) && total < 64 ? 1024 : 1;
  return { totalMiB: Math.round(total * scale), usedMiB: Math.round((total - available) * scale) };
}

/** The sources that `apt policy` (or `apt-cache policy`) prints, in its order; the installed ones are left out. */
export function parseAptPolicy(text: string): AptSource[] {
  const lines = [...text.matchAll(/^ *-?\d+ ([a-z+]+:\/\/\S+) (\S+)\/(\S+) \S+ Packages$/gm)];
  const sources = new Map<string, AptSource>();
  for (const [, uri, suite, component] of lines) {
    const key = `${uri} ${suite}`;
    const known = sources.get(key);
    const components = [...new Set([...(known?.components ?? []), component])];
    sources.set(key, { type: 'deb', uri, suite, components, enabled: true, options: {}, line: 0 });
  }
  return [...sources.values()];
}
