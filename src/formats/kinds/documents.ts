import * as z from 'zod';
import { coolerSchema } from '@/core/charge-air/cooler-document';
import { pipingSchema } from '@/core/charge-air/piping-document';
import { centrifugalSchema } from '@/core/blower/centrifugal';
import { blowerSchema } from '@/core/blower/document';
import { beltSchema, pulleySchema } from '@/core/drive/document';
import {
  fuelFilterSchema,
  fuelLineSchema,
  fuelPumpSchema,
  fuelRegulatorSchema,
  injectorSchema,
} from '@/core/fuel-system/part-documents';
import { engineFamilySchema, enginePartSchema } from '@/core/limits/part-documents';
import { procedureSchema } from '@/core/procedure/document';
import { heatExchangerSchema } from '@/core/charge-air/heat-exchanger-document';
import { compressorSchema } from '@/core/compressor/document';
import { turbineSchema } from '@/core/turbine/document';
import { turbochargerSchema } from '@/core/turbocharger/document';
import { defineDocument, migrated } from './versions';

/** The stored form of every kind: its schema and how older versions become the present one. */
export const documents = {
  compressor: defineDocument(compressorSchema),
  blower: defineDocument(blowerSchema),
  turbine: defineDocument(turbineSchema),
  turbocharger: defineDocument(turbochargerSchema),
  centrifugal: defineDocument(centrifugalSchema),
  pulley: defineDocument(pulleySchema),
  belt: defineDocument(beltSchema),
  piping: defineDocument(pipingSchema),
  cooler: defineDocument(coolerSchema),
  'heat-exchanger': defineDocument(heatExchangerSchema),
  injector: defineDocument(injectorSchema),
  'fuel-pump': defineDocument(fuelPumpSchema),
  'fuel-filter': defineDocument(fuelFilterSchema),
  'fuel-line': defineDocument(fuelLineSchema),
  'fuel-regulator': defineDocument(fuelRegulatorSchema),
  'engine-part': defineDocument(enginePartSchema),
  'engine-family': defineDocument(engineFamilySchema),
  procedure: defineDocument(procedureSchema),
};

export type ItemDocument = z.infer<(typeof documents)[keyof typeof documents]['schema']>;

const currentSchema = z.discriminatedUnion('kind', [
  compressorSchema,
  blowerSchema,
  turbineSchema,
  turbochargerSchema,
  centrifugalSchema,
  pulleySchema,
  beltSchema,
  pipingSchema,
  coolerSchema,
  heatExchangerSchema,
  injectorSchema,
  fuelPumpSchema,
  fuelFilterSchema,
  fuelLineSchema,
  fuelRegulatorSchema,
  enginePartSchema,
  engineFamilySchema,
  procedureSchema,
]);

/** A document of any kind in the present version; nothing else is looked at. For rows of the shop's own. */
export const current = (document: ItemDocument): ItemDocument =>
  migrated(documents, document) as ItemDocument;

/** A document of any kind and any version that ever was, as it comes from outside. */
export const itemDocumentSchema = z.preprocess((raw) => migrated(documents, raw), currentSchema);
