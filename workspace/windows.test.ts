/** Locks and channels within one process behave as those between windows do: one holder, first come, taken by force. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createMemoryChannels, createMemoryLocks } from './memoryWindows.ts';
import type { WindowMessage } from './windows.ts';

const never = () => undefined;

describe('a lock', () => {
  it('is held by one, refused while it is, and free again', async () => {
    const locks = createMemoryLocks();
    const letGo = await locks.hold('a', 'ifFree', never);
    expect(letGo).not.toBeNull();
    expect(await locks.hold('a', 'ifFree', never)).toBeNull();
    expect(await locks.hold('b', 'ifFree', never)).not.toBeNull();
    letGo!();
    letGo!(); // letting go twice lets nobody else go
    expect(await locks.hold('a', 'ifFree', never)).not.toBeNull();
  });
  it('goes to those who wait, in their order, but not to those who gave up', async () => {
    const locks = createMemoryLocks();
    const first = await locks.hold('a', 'ifFree', never);
    const gave = new AbortController();
    const got: string[] = [];
    const wait = (name: string, signal?: AbortSignal) =>
      locks.hold('a', 'wait', never, signal).then((letGo) => {
        got.push(letGo ? name : `${name} gave up`);
        return letGo;
      });
    const second = wait('second', gave.signal);
    const third = wait('third');
    const fourth = wait('fourth');
    gave.abort();
    expect(await second).toBeNull();
    first!();
    (await third)!();
    await fourth;
    expect(got).toEqual(['second gave up', 'third', 'fourth']);
  });
  it('is taken by force: the holder is told, and letting go later frees nothing', async () => {
    const locks = createMemoryLocks();
    let told = 0;
    const first = await locks.hold('a', 'ifFree', () => told++);
    const thief = await locks.hold('a', 'steal', never);
    expect(told).toBe(1);
    first!();
    expect(await locks.hold('a', 'ifFree', never)).toBeNull();
    thief!();
    expect(await locks.hold('a', 'ifFree', never)).not.toBeNull();
  });
  it('has never two holders, whoever comes, goes and steals', async () => {
    const act = fc.constantFrom('ifFree', 'steal', 'letGo');
    await fc.assert(
      fc.asyncProperty(fc.array(act, { maxLength: 30 }), async (acts) => {
        const locks = createMemoryLocks();
        const holding: { letGo: () => void }[] = [];
        for (const what of acts) {
          if (what === 'letGo') holding.pop()?.letGo();
          else {
            const mine = { letGo: never as () => void };
            const lose = () => void holding.splice(holding.indexOf(mine), 1);
            const letGo = await locks.hold('a', what, lose);
            if (!letGo) continue;
            mine.letGo = letGo;
            holding.push(mine);
          }
          expect(holding.length).toBeLessThanOrEqual(1);
        }
      }),
    );
  });
});

describe('a channel', () => {
  const later = () => new Promise((resolve) => setTimeout(resolve, 0));
  it('is heard by all others of its name, not by itself, and not after it is closed', async () => {
    const open = createMemoryChannels();
    const heard: string[] = [];
    const listen = (who: string) => (message: WindowMessage) => heard.push(`${who} ${message.says}`);
    const one = open('a', listen('one'));
    const two = open('a', listen('two'));
    open('b', listen('elsewhere'));
    one.post({ says: 'saved', step: 1 });
    await later();
    expect(heard).toEqual(['two saved']);
    two.close();
    one.post({ says: 'replaced' });
    await later();
    expect(heard).toEqual(['two saved']);
  });
});
