import type { Ref } from '../documents/ref';
import type { Turbocharger } from '../turbocharger/document';
import type { ExhaustDriveDocument } from './schema/job';

/** A turbocharger of the library as it goes on a setup: its parts, gate and shaft, each to be changed there. */
export const turboFitOf = (
  item: Ref & { document: Turbocharger },
): { machine: Ref; drive: ExhaustDriveDocument } => {
  const { document } = item;
  return {
    machine: { ...document.compressor },
    drive: {
      kind: 'exhaust',
      turbocharger: { id: item.id, revision: item.revision },
      turbine: { ...document.turbine },
      housing: document.housing,
      gate: structuredClone(document.gate),
      inertia: { ...document.inertia },
      mechanicalEfficiency: { ...document.mechanicalEfficiency },
      maxSpeedRpm: { ...document.maxSpeedRpm },
    },
  };
};
