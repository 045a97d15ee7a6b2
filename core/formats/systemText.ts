/** Units that presets enable, in order and without `.service`; patterns are left out. */
export function parsePreset(text: string): string[] {
  return [...text.matchAll(/^\s*enable\s+([^\s*]+)$/gm)].map(([, unit]) => unit.replace(/\.service$/, ''));
}

/** True if a text is a preset file. */
export function isPreset(text: string): boolean {
  const lines = text.split('\n').filter((line) => line.trim() && !/^\s*[#;]/.test(line));
  return lines.length > 0 && lines.every((line) => /^\s*(enable|disable|ignore)\s+\S+/.test(line));
}

/** `NAME=value` lines, quotes taken off; other lines are left out. */
export function parseAssignments(text: string): Readonly<Record<string, string>> {
  return Object.fromEntries(
    [...text.matchAll(/^\s*(?:export\s+)?([A-Za-z_][A-Za-z0-9_]*)=(.*)$/gm)].map(([, name, value]) => [
      name,
      value.trim().replace(/^(['"])(.*)\1$/, '$2'),
    ]),
  );
}
