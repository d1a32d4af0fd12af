import type { HotSideDocument } from '../job/document';
import type { Ref } from '../job/ref';
import type { Turbocharger } from './document';

type Stage = { compressor: Ref; hot: HotSideDocument };

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
