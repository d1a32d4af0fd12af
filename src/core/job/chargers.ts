import { guess } from '../documents/input';
import type {
  BeltDriveDocument,
  ChargerDocument,
  ExhaustDriveDocument,
  Induction,
  Job,
  Setup,
} from './schema/job';
import type { Arrangement } from './schema/setup-choices';

/** An induction that has chargers. */
export type Charged = Extract<Induction, { kind: 'charged' }>;

/** The charger that the engine breathes from; undefined where there is none. */
export const chargerAtEngine = ({ induction }: Pick<Setup, 'induction'>): ChargerDocument | undefined =>
  induction.kind === 'charged' ? induction.chargers.at(-1) : undefined;

/** The charger in front of it; undefined where there is but one. */
export const chargerInFront = ({ induction }: Pick<Setup, 'induction'>): ChargerDocument | undefined =>
  induction.kind === 'charged' && induction.chargers.length > 1 ? induction.chargers[0] : undefined;

/** What drives a charger by the exhaust; undefined where nothing does, or it is not chosen. */
export const exhaustDriveOf = (charger: ChargerDocument | undefined): ExhaustDriveDocument | undefined =>
  charger?.drive.kind === 'exhaust' ? charger.drive : undefined;

/** What drives a charger by the crankshaft; undefined where nothing does. */
export const beltDriveOf = (charger: ChargerDocument | undefined): BeltDriveDocument | undefined =>
  charger?.drive.kind === 'belt' ? charger.drive : undefined;

/** Where a row has its turbocharger, or the one the exhaust meets first: in front where the engine breathes from a belt-driven one. */
export const turboStage = (setup: Pick<Setup, 'induction'>): 'engine' | 'front' =>
  beltDriveOf(chargerAtEngine(setup)) && chargerInFront(setup) ? 'front' : 'engine';

/** The charger that stands there; undefined where there is none. */
export const turboChargerOf = (setup: Pick<Setup, 'induction'>): ChargerDocument | undefined =>
  turboStage(setup) === 'front' ? chargerInFront(setup) : chargerAtEngine(setup);

/** The charger of a setup that the crankshaft drives, with its place in the row; undefined where it drives none. */
export function beltedOf({
  induction,
}: Pick<Setup, 'induction'>):
  { charger: ChargerDocument; drive: BeltDriveDocument; index: number } | undefined {
  if (induction.kind === 'none') return undefined;
  const index = induction.chargers.findLastIndex(({ drive }) => drive.kind === 'belt');
  const charger = induction.chargers[index];
  return charger?.drive.kind === 'belt' ? { charger, drive: charger.drive, index } : undefined;
}

/** The path of a setup's charger, as inputs have it. */
export const chargerPath = (
  { induction }: Pick<Setup, 'induction'>,
  place: 'engine' | 'front',
): `induction.chargers.${number}` =>
  `induction.chargers.${place === 'front' || induction.kind === 'none' ? 0 : induction.chargers.length - 1}`;

/** How the chargers of a setup are put together; one where there is none. */
export function arrangementOf(induction: Induction): Arrangement {
  if (induction.kind === 'none') return 'single';
  if (induction.chargers.length > 1) return 'compound';
  if (induction.chargers[0]!.count === 1) return 'single';
  return induction.changeover.kind === 'at' ? 'sequential' : 'parallel';
}

/** A place that nothing stands in yet: no machine, its drive open. */
const openCharger = (cooler: ChargerDocument['aftercooler']['kind'] = 'none'): ChargerDocument => ({
  machine: null,
  count: 1,
  drive: { kind: 'open' },
  aftercooler: { kind: cooler, effectiveness: guess(cooler === 'none' ? 0.65 : 0.7), coolantRise: guess(5) },
  hold: { kind: 'free', gauge: guess(80_000) },
});

const toHundred = (value: number) => Math.round(value / 100) * 100;

/** A first induction: one open place behind a cooler. In: red line, rev/min, that a change-over is guessed from. */
export const openInduction = (redLineRpm: number): Charged => ({
  kind: 'charged',
  chargers: [openCharger('air')],
  changeover: {
    kind: 'never',
    speedRpm: guess(Math.min(30_000, Math.max(300, toHundred(redLineRpm * 0.55)))),
    hysteresisRpm: guess(Math.min(5_000, Math.max(50, toHundred(redLineRpm * 0.04)))),
  },
  aside: null,
});

/** The same chargers put together another way; the one in front is set aside where there is no place for it. */
export function arranged(induction: Charged, arrangement: Arrangement): Charged {
  const isPair = arrangement === 'compound';
  const isTwin = arrangement === 'parallel' || arrangement === 'sequential';
  const own = induction.chargers.at(-1)!;
  const front = induction.chargers.length > 1 ? induction.chargers[0]! : induction.aside;
  const engine: ChargerDocument = { ...own, count: isTwin ? 2 : 1 };
  const wasPair = induction.chargers.length > 1;
  return {
    ...induction,
    chargers: isPair ? [front ?? openCharger(), engine] : [engine],
    aside: isPair ? null : front,
    changeover: {
      ...induction.changeover,
      kind: arrangement === 'sequential' ? 'at' : isPair && wasPair ? induction.changeover.kind : 'never',
    },
  };
}

/** What stands in a place: the machine with what drives it. */
export type Fit = Pick<ChargerDocument, 'machine' | 'drive'>;

/**
 * Machines put into the places of an induction, together in an arrangement; null leaves a place open. Places that are not
 * named keep what they have; coolers, what a gate holds and the change-over stay.
 */
export function fitted(
  induction: Induction,
  redLineRpm: number,
  arrangement: Arrangement,
  { engine, front }: { engine?: Fit | null; front?: Fit | null },
): Charged {
  const open: Fit = { machine: null, drive: { kind: 'open' } };
  const row = arranged(induction.kind === 'charged' ? induction : openInduction(redLineRpm), arrangement);
  const into = (charger: ChargerDocument, fit: Fit | null | undefined): ChargerDocument =>
    fit === undefined ? charger : { ...charger, ...(fit ?? open) };
  const last = row.chargers.length - 1;
  return {
    ...row,
    chargers: row.chargers.map((charger, i) => into(charger, i === last ? engine : front)),
  };
}

/** The job with machines put into the places of one of its setups. */
export const withFitted = (
  job: Job,
  setupId: string,
  arrangement: Arrangement,
  fits: { engine?: Fit | null; front?: Fit | null },
): Job => ({
  ...job,
  setups: job.setups.map((setup) =>
    setup.id === setupId
      ? { ...setup, induction: fitted(setup.induction, job.engine.redLineRpm.value, arrangement, fits) }
      : setup,
  ),
});

/** Every charger that a setup keeps, whether it works or not. */
export const keptChargers = ({ induction }: Pick<Setup, 'induction'>): ChargerDocument[] =>
  induction.kind === 'charged' ? [...induction.chargers, ...(induction.aside ? [induction.aside] : [])] : [];
