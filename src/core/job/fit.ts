import type { TurbineSideDocument } from './schema/job';
import type { Ref } from '../documents/ref';
import type { Turbocharger } from '../turbocharger/document';

type Stage = { compressor: Ref; hot: TurbineSideDocument };

/** A turbocharger of the library as it goes on a setup: its parts, gate and shaft, each to be changed there. */
export const stageOf = (item: Ref & { document: Turbocharger }): Stage => {
  const { document } = item;
  return {
    compressor: { ...document.compressor },
    hot: {
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
