/** Every captured system of the scenario. */
import { ALPM_SYSTEMS } from './alpmSystems.ts';
import { DEB_SYSTEMS } from './debSystems.ts';
import { RPM_SYSTEMS } from './rpmSystems.ts';
import type { SampleSystem } from './systems.ts';

export const SYSTEMS: readonly SampleSystem[] = [...DEB_SYSTEMS, ...ALPM_SYSTEMS, ...RPM_SYSTEMS];

/** In no catalogue of the sample: there to be read and placed. */
export const UNRECORDED = new Set(['Marram 2']);

/** The system of a key. */
export function systemOf(key: string): SampleSystem {
  const system = SYSTEMS.find((entry) => entry.key === key);
  if (!system) throw new Error(`sample: no system has the key "${key}"`);
  return system;
}
