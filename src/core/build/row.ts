import type { CompiledMap } from '../compressor/map';
import { engineCharger } from '../charger/charged-air';
import {
  isOnBelt,
  isTurbo,
  turbineSideOf,
  type BeltCharger,
  type ExhaustDrive,
  type TurboCharger,
} from '../charger/charger';
import type { Machine } from '../charger/machine';
import type { Build } from './build';
import { without } from './elements';

/** The machine that the engine breathes from; null until one is chosen. */
export const engineMachine = (build: Build): Machine | null => engineCharger(build).machine;

/** Its measured map; null until one is chosen, and for a machine that has none. */
export const engineMap = (build: Build): CompiledMap | null => engineMachine(build)?.map ?? null;

/** Which of the row the exhaust meets first: the turbine nearest the engine; −1 where none is chosen. */
export const turbinePlace = ({ chargers }: Build): number =>
  chargers.findLastIndex((charger) => turbineSideOf(charger) !== null);

/** The turbine side that the exhaust meets first; null until a turbine is chosen, and where the crankshaft drives every charger. */
export const engineTurbine = (build: Build): ExhaustDrive | null => {
  const charger = build.chargers[turbinePlace(build)];
  return charger ? turbineSideOf(charger) : null;
};

/** Which of the row the crankshaft drives: the one nearest the engine; −1 where it drives none. */
export const beltPlace = ({ chargers }: Build): number =>
  chargers.findLastIndex(({ machine, drive }) => machine !== null && drive?.kind === 'belt');

/** A build with a machine on the crankshaft, whatever drives the other of its row: nothing in it is left open. */
export type DrivenBuild = Build & { chargers: (BeltCharger | TurboCharger)[] };
export const isDriven = (build: Build): build is DrivenBuild =>
  beltPlace(build) >= 0 && build.chargers.every((charger) => isOnBelt(charger) || isTurbo(charger));

/** The charger that the crankshaft drives. */
export const beltCharger = (build: DrivenBuild): BeltCharger =>
  build.chargers[beltPlace(build)] as BeltCharger;

/** The build with the charger on the crankshaft changed. */
export const withBeltCharger = (
  build: DrivenBuild,
  change: (charger: BeltCharger) => BeltCharger,
): DrivenBuild => {
  const place = beltPlace(build);
  return withChargers(build, (charger, i) => (i === place ? change(charger as BeltCharger) : charger));
};

/** The build with its chargers changed one by one, ambient first. */
export const withChargers = <B extends Build>(
  build: B,
  change: (charger: B['chargers'][number], index: number) => B['chargers'][number],
): B => ({ ...build, chargers: build.chargers.map(change) });

/** The build with the charger at the engine changed. */
export const withEngineCharger = <B extends Build>(
  build: B,
  change: (charger: B['chargers'][number]) => B['chargers'][number],
): B => withChargers(build, (charger, i) => (i === build.chargers.length - 1 ? change(charger) : charger));

/** The build with the drive of its charger left open: what the engine asks of the air, whatever would have to drive it. */
export const withDriveOpen = (build: Build): Build => ({
  ...build,
  chargers: [{ ...engineCharger(build), drive: null }],
  elements: build.chargers.length > 1 ? withoutFront(build) : build.elements,
});

/** The air's way past the charger in front, as if it were not there. */
function withoutFront({ elements }: Build): Build['elements'] {
  const first = elements.findIndex(({ kind }) => kind === 'charger');
  return without(
    elements.filter((_, i) => i !== first),
    'between',
  );
}
