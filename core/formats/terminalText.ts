/**
 * Text copied from a terminal: divided into the answers of its commands, and the small answers themselves
 * (`uname -a`, `apt policy`, variables of a session).
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
    .map(({ command, lines }) => ({ command, text: answerOf(command, `${lines.join('\n').trimEnd()}\n`) }))
    .filter((part) => part.text.trim());
}

/** What `echo $NAME` prints is the value of that variable. */
function answerOf(command: string, text: string): string {
  const name = /^echo "?\$\{?([A-Z_]+)\}?"?$/.exec(command)?.[1];
  return name && text.trim() && !text.trim().includes('\n') ? `${name}=${text}` : text;
}

/** The kernel's string in what `uname -a` prints, or null. The machine's own name in it is not read. */
export function parseUname(text: string): { release: string } | null {
  const match = /^Linux \S+ (\d+\.\d+\S*) #\d/m.exec(text);
  return match && { release: match[1] };
}

/** The variables of a session (XDG Base Directory and pam_systemd(8)), from `env`, `printenv` or `echo $NAME`; null for another text. */
export function parseSession(text: string): { desktop: string; displayServer: string } | null {
  const value = (name: string) => new RegExp(`^${name}=(\\S.*)$`, 'm').exec(text)?.[1].trim() ?? '';
  const desktop =
    value('XDG_CURRENT_DESKTOP').split(':').at(-1) ||
    value('XDG_SESSION_DESKTOP') ||
    value('DESKTOP_SESSION');
  const server = value('XDG_SESSION_TYPE');
  return desktop || server ? { desktop, displayServer: server } : null;
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
