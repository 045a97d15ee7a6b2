/** A list is read apart: within its limits, and while the server goes on. */
import { gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { unpackColumns } from '../../core/packages/packSnapshot.ts';
import { readList, type ListLimits } from './readList.ts';

const LIMITS: ListLimits = { time: 30_000, memory: 800 << 20, expandedBytes: 1 << 30 };
const go = new AbortController().signal;
const stanzas = (count: number) =>
  Array.from({ length: count }, (_, i) => `Package: a${i}\nVersion: 1.${i}-1\n\n`).join('');
const codesOf = (result: Awaited<ReturnType<typeof readList>>) =>
  result.ok ? [] : result.issues.map(({ code }) => code);

describe('a list', () => {
  it('comes back packed, with its format', async () => {
    const read = await readList('http://m.example/Packages.gz', gzipSync(stanzas(300)), LIMITS, go);
    if (!read.ok) throw new Error(codesOf(read).join());
    expect(read.value).toMatchObject({ family: 'deb', packages: 300, issues: [] });
    const columns = unpackColumns(read.value.packed, 'x');
    expect(columns.ok && columns.value.size).toBe(300);
  });
  it('that is none says so, with what its reader says', async () => {
    const read = await readList('http://m.example/Packages', Buffer.from('<html>'), LIMITS, go);
    expect(codesOf(read)).toEqual(['file.unknown', 'mirror.notAList']);
  });
  it('that takes too long is ended', async () => {
    const began = performance.now();
    const read = await readList(
      'http://m.example/P.gz',
      gzipSync(stanzas(50_000)),
      { ...LIMITS, time: 150 },
      go,
    );
    expect(codesOf(read)).toEqual(['reading.time']);
    expect(performance.now() - began).toBeLessThan(20_000);
  });
  it('that takes too much memory is ended', async () => {
    const limits = { ...LIMITS, memory: 90 << 20 };
    const read = await readList('http://m.example/P.gz', gzipSync(stanzas(400_000)), limits, go);
    expect(codesOf(read)).toEqual(['reading.memory']);
  });
  it('is let go at once when it is stopped', async () => {
    const stop = new AbortController();
    const reading = readList('http://m.example/P.gz', gzipSync(stanzas(200_000)), LIMITS, stop.signal);
    setTimeout(() => stop.abort(), 300);
    expect(codesOf(await reading)).toEqual(['reading.stopped']);
    expect(codesOf(await readList('http://m.example/P', Buffer.from(''), LIMITS, stop.signal))).toEqual([
      'reading.stopped',
    ]);
  });
  // Others may hold up this process too: once in three it must not.
  it('of one endless line holds up nothing here, and ends', { retry: 2, timeout: 180_000 }, async () => {
    const line = Buffer.concat([
      Buffer.from('Package: a\nVersion: 1\nDescription: '),
      Buffer.alloc(300 << 20, 97),
    ]);
    const bomb = gzipSync(line);
    let longest = 0;
    let last = performance.now();
    const pulse = setInterval(() => {
      const now = performance.now();
      longest = Math.max(longest, now - last);
      last = now;
    }, 10);
    const begun = last;
    const read = await readList('http://m.example/Packages.gz', bomb, LIMITS, go);
    const whole = performance.now() - begun;
    clearInterval(pulse);
    expect(read.ok && read.value.issues.map(({ code }) => code)).toEqual([
      'deb822.longLine',
      'deb822.unfinished',
    ]);
    // Read here, it would hold this up for all of the time.
    expect(longest).toBeLessThan(whole / 10);
  });
});
