import { libraryOf, type AnyItem } from '@/formats/library-items';
import { turbineSchema, type Turbine } from '@/core/turbine/document';
import { turbochargerSchema, type Turbocharger } from '@/core/turbocharger/document';
import { blowerSchema, type Blower } from '@/core/blower/document';
import { itemDocumentSchema } from '@/formats/kinds/documents';
import { coolerSchema, type ChargeCooler } from '@/core/charge-air/cooler-document';
import { pipingSchema, type Piping } from '@/core/charge-air/piping-document';
import { sampleCompressors } from './sample-compressors';
import { centrifugalSchema, type Centrifugal } from '@/core/blower/centrifugal';
import { beltSchema, pulleySchema, type Belt, type Pulley } from '@/core/drive/document';
import belts from './belts.json';
import blowers from './blowers.json';
import centrifugals from './centrifugals.json';
import procedures from './procedures.json';
import pulleys from './pulleys.json';
import coolers from './coolers.json';
import engineFamilies from './engine-families.json';
import engineParts from './engine-parts.json';
import fuelFilters from './fuel-filters.json';
import fuelLines from './fuel-lines.json';
import fuelPumps from './fuel-pumps.json';
import fuelRegulators from './fuel-regulators.json';
import heatExchangers from './heat-exchangers.json';
import injectors from './injectors.json';
import piping from './piping.json';
import turbines from './turbines.json';
import turbochargers from './turbochargers.json';
import type { Library } from '@/core/build/build';

export { sampleCompressors };

/** The demo shop's data as the tests and benchmarks of the core use it. */
export const sampleTurbines: { id: string; revision: number; document: Turbine }[] = turbines.map((item) => ({
  ...item,
  document: turbineSchema.parse(item.document),
}));

export const sampleTurbochargers: { id: string; revision: number; document: Turbocharger }[] =
  turbochargers.map((item) => ({ ...item, document: turbochargerSchema.parse(item.document) }));

export const sampleBlowers: { id: string; revision: number; document: Blower }[] = blowers.map((item) => ({
  ...item,
  document: blowerSchema.parse(item.document),
}));

export const sampleCentrifugals: { id: string; revision: number; document: Centrifugal }[] = centrifugals.map(
  (item) => ({ ...item, document: centrifugalSchema.parse(item.document) }),
);

export const samplePulleys: { id: string; revision: number; document: Pulley }[] = pulleys.map((item) => ({
  ...item,
  document: pulleySchema.parse(item.document),
}));

const sampleBelts: { id: string; revision: number; document: Belt }[] = belts.map((item) => ({
  ...item,
  document: beltSchema.parse(item.document),
}));

const samplePiping: { id: string; revision: number; document: Piping }[] = piping.map((item) => ({
  ...item,
  document: pipingSchema.parse(item.document),
}));

export const sampleCoolers: { id: string; revision: number; document: ChargeCooler }[] = coolers.map(
  (item) => ({
    ...item,
    document: coolerSchema.parse(item.document),
  }),
);

/** Injectors, pumps and what lies between them; exchangers in front of a charge loop; parts and families of engines; procedures. */
export const sampleFuelParts: AnyItem[] = [
  ...heatExchangers,
  ...injectors,
  ...fuelPumps,
  ...fuelFilters,
  ...fuelLines,
  ...fuelRegulators,
  ...engineParts,
  ...engineFamilies,
  ...procedures,
].map((item) => ({ ...item, document: itemDocumentSchema.parse(item.document) }));

/** Everything in the demo's library, parts before what is made of them. */
export const sampleItems: AnyItem[] = [
  ...sampleCompressors,
  ...sampleTurbines,
  ...sampleTurbochargers,
  ...sampleBlowers,
  ...sampleCentrifugals,
  ...samplePulleys,
  ...sampleBelts,
  ...samplePiping,
  ...sampleCoolers,
  ...sampleFuelParts,
];

export const sampleLibrary: Library = libraryOf(sampleItems);
