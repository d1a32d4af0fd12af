import { beltKind } from './belt';
import { blowerKind } from './blower';
import { centrifugalKind } from './centrifugal';
import { compressorKind } from './compressor';
import type { Checked, CommonHead, KindDefinition, LineOf } from './kind';
import { coolerKind } from './cooler';
import { engineFamilyKind } from './engine-family';
import { enginePartKind } from './engine-part';
import { fuelFilterKind } from './fuel-filter';
import { fuelLineKind } from './fuel-line';
import { fuelPumpKind } from './fuel-pump';
import { fuelRegulatorKind } from './fuel-regulator';
import { heatExchangerKind } from './heat-exchanger';
import { injectorKind } from './injector';
import { pipingKind } from './piping';
import { procedureKind } from './procedure';
import { pulleyKind } from './pulley';
import { turbineKind } from './turbine';
import { turbochargerKind } from './turbocharger';
import type { ItemDocument } from './documents';

/** Every kind of library item, in the order of the shelves. */
export const kinds = [
  compressorKind,
  turbineKind,
  turbochargerKind,
  blowerKind,
  centrifugalKind,
  pulleyKind,
  beltKind,
  pipingKind,
  coolerKind,
  heatExchangerKind,
  injectorKind,
  fuelPumpKind,
  fuelFilterKind,
  fuelLineKind,
  fuelRegulatorKind,
  enginePartKind,
  engineFamilyKind,
  procedureKind,
] as const;

export type KindName = ItemDocument['kind'];
/** A kind as code sees it that treats all of them alike. */
export type AnyKind = KindDefinition<ItemDocument, object>;
/** A line of any list. */
export type AnyLine = LineOf<CommonHead>;

const all = kinds as unknown as readonly AnyKind[];
const byKind = new Map(all.map((kind) => [kind.kind, kind]));
const byPath = new Map(all.map((kind) => [kind.path, kind]));

/** The definition of a document's kind. */
export const kindOf = (kind: KindName): AnyKind => byKind.get(kind)!;
/** The kind whose shelf an address names; undefined where there is none. */
export const kindAt = (path: string): AnyKind | undefined => byPath.get(path);

/** What is wrong with a document beyond its schema, and what is odd about it. */
export const checkItem = (document: ItemDocument): Checked => kindOf(document.kind).check(document);
