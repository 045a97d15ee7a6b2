/** Every container cut at fifty places, and changed five hundred times: nothing becomes less, or other, without a word. */
import { beforeAll, expect, it } from 'vitest';
import {
  CONTAINER_TOOLS,
  createContainers,
  readContainer,
  type Container,
} from '../../testing/containers.ts';
import { fuzz } from '../../testing/fuzzing.ts';
import { describeWith } from '../../testing/tools.ts';

const PLACES = 50;

describeWith(CONTAINER_TOOLS, 'a container', () => {
  let containers: Container[];
  beforeAll(() => {
    containers = createContainers();
  });
  it('gives all its packages, and loses nothing', async () => {
    const counts: Record<string, number> = {};
    for (const { name, bytes } of containers) {
      const { packages, losses } = await readContainer(name, bytes);
      counts[name] = packages.length;
      expect(losses, name).toEqual([]);
    }
    expect(counts).toEqual(Object.fromEntries(containers.map(({ name }) => [name, 400])));
  });
  it('that is cut anywhere gives what was there, and says where it is cut', async () => {
    for (const { name, bytes } of containers) {
      const whole = await readContainer(name, bytes);
      let cuts = 0;
      for (let place = 1; place <= PLACES; place++) {
        const length = Math.floor((bytes.length * place) / (PLACES + 1));
        const { packages, files, losses } = await readContainer(name, bytes.subarray(0, length));
        const isFewer = packages.length < whole.packages.length || files < whole.files;
        if (isFewer) expect(losses, `${name} cut at ${length} of ${bytes.length}`).not.toEqual([]);
        for (const line of packages) if (!whole.packages.includes(line)) throw new Error(`${name}: ${line}`);
        if (losses.length > 0) cuts++;
      }
      // Behind the end of an archive there may be blocks that hold nothing.
      expect(cuts, name).toBeGreaterThan(PLACES * 0.8);
    }
  }, 240_000);
  it('that is changed is the same, or says that it is not whole', async () => {
    const { faults, told, runs } = await fuzz(containers, 500, 2026);
    expect(faults).toEqual([]);
    expect(told).toBeGreaterThan(runs / 2);
  }, 240_000);
});
