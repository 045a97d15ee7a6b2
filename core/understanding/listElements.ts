/**
 * How the elements of some lists are told beside their names: each list in a reader of its own. A reader gives the elements with the
 * tokens they take, null where the clause is no such list, and undefined to leave it to the plain one.
 */
import { type ElementReader, parted } from './lists/shared.ts';
import {
  readFormats,
  readRegions,
  readRanks,
  readKernels,
  readProbes,
  readArchives,
  readOneFormat,
  readPackageTools,
  readPatches,
} from './lists/repositories.ts';
import {
  readHardware,
  readChannels,
  readUntested,
  readWorks,
  readDatesKept,
  readUpdates,
} from './lists/experience.ts';
import {
  readTools,
  readOrigins,
  readAdded,
  readActions,
  readFileSystems,
  readWhole,
  readEditions,
  readPartsLeftOut,
  readUnusual,
  readStyled,
  readHandling,
  readBelongs,
  readPartitions,
  readServices,
} from './lists/system.ts';

/** Fact → the reader of its elements. */
export const ELEMENT_READERS: Readonly<Record<string, ElementReader>> = {
  'repositories.formats': readFormats,
  'repositories.mirrorsByRegion': readRegions,
  'repositories.counts': readRegions,
  'repositories.archives': readArchives,
  'identity.ranks': readRanks,
  'kernel.offered': readKernels,
  'tools.probes': readProbes,
  'tools.oneFormat': readOneFormat,
  'tools.kept': readPackageTools,
  'experience.hardware': readHardware,
  'experience.untested': readUntested,
  'experience.works': readWorks,
  'help.channels': readChannels,
  'defaults.ownTools': readTools,
  'defaults.addedByAnalyst': readAdded,
  'themes.origins': readOrigins,
  'lineage.packagesFit': parted(/^(installs?|fits?|works?|are|is)$/),
  'lineage.builtFrom': parted(/^(is|from|of|rework|reworked|fork|based)$/),
  'model.roles': (clause, isUsed, used) => {
    const read = parted(/^(for|to|are|is)$/)(clause, isUsed, used);
    const isKind = read?.elements.every(({ slot = '' }) =>
      /interim|long-term|lts|point|beta|rolling|fixed|stable|testing/i.test(slot),
    );
    return read && isKind
      ? {
          ...read,
          elements: read.elements.map(({ slot = '', name }) => ({
            slot: slot.replace(/s$/, ''),
            name: name.replace(/^for /, ''),
          })),
        }
      : null;
  },
  'model.datesKept': readDatesKept,
  'model.updatesSeen': readUpdates,
  'defaults.services': readServices,
  'defaults.partitions': readPartitions,
  'themes.styled': readStyled,
  'defaults.handling': readHandling,
  'defaults.belongs': readBelongs,
  'welcome.problems': readWhole,
  'repositories.priorities': (clause, isUsed, used) =>
    clause.indexes().some((at) => clause.low(at) === ':') ? undefined : readWhole(clause, isUsed, used),
  'editions.failures': readWhole,
  'kernel.patches': readPatches,
  'editions.offered': readEditions,
  'defaults.partsLeftOut': readPartsLeftOut,
  'defaults.unusual': readUnusual,
  'editions.fileSystems': readFileSystems,
  'welcome.actions': readActions,
};
