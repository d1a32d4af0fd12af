import { compileBuild, type Library } from '../build/build';
import type { Blower } from '../blower/document';
import type { Centrifugal } from '../blower/centrifugal';
import type { Ref } from '../documents/ref';
import { isToothed } from '../drive/profile';
import { beltDriveOf, chargerAtEngine, withFitted, type Fit } from '../job/chargers';
import { blowerFitOf, centrifugalFitOf } from '../job/fit';
import type { Job } from '../job/schema/job';
import { planLevel, solvePoint } from '../solve/point';
import {
  laidOutOf,
  nearestTo,
  offerOf,
  sweepPulley,
  toOrder,
  type PulleyOffer,
  type PulleyRow,
} from './pulley-sweep';

/** A supercharger on offer. */
export type Supercharger = Ref & { document: Blower | Centrifugal };

/** A supercharger on this job with the pulley it would be ordered with. SI. */
export type SizeRow = {
  ref: Ref;
  name: string;
  kind: 'displacement' | 'centrifugal';
  /** Displacement of a turn, m³; null for a centrifugal. */
  volume: number | null;
  pulley: PulleyRow;
  /** The most power that any of its pulleys makes inside the limits at the goal's speed, W; 0 where none is. */
  most: number;
  /** Whether it makes the goal inside every limit. */
  meets: boolean;
  /** Ribs that would carry it where the layout's do not; null where they do, and with teeth. */
  ribsNeeded: number | null;
  mass: number | null;
  /** Machine and pulley; null where one of them has no price. */
  price: number | null;
  /** Price over the power gained over the engine alone at the goal's speed, money for a watt; null where nothing is gained. */
  pricePerPower: number | null;
};

const isCentrifugal = (document: Blower | Centrifugal): document is Centrifugal =>
  document.kind === 'centrifugal';

/** The machine on a first belt of its own, and on the setup's where one is laid out: that one first. */
function fitsOn(job: Job, setupId: string, machine: Supercharger): Fit[] {
  const redLine = job.engine.redLineRpm.value;
  const { document, ...ref } = machine;
  const fit = isCentrifugal(document)
    ? centrifugalFitOf({ ...ref, document }, redLine)
    : blowerFitOf({ ...ref, document }, redLine);
  const was = beltDriveOf(chargerAtEngine(job.setups.find((s) => s.id === setupId)!));
  const onOwn = was?.layout &&
    fit.drive.kind === 'belt' && { ...fit, drive: { ...fit.drive, layout: was.layout } };
  return onOwn ? [onOwn, fit] : [fit];
}

/**
 * One supercharger on a setup: of the pulleys that fit its belt the one to order, or the nearest where none makes the goal
 * inside its limits. In: job; setup; the library; the machine; pulleys for the blower. Null where the job has no answer or no
 * pulley fits. Never throws.
 */
export function sizeOf(
  job: Job,
  setupId: string,
  library: Library,
  machine: Supercharger,
  pulleys: readonly PulleyOffer[],
): SizeRow | null {
  const { shaft } = machine.document;
  const tried = fitsOn(job, setupId, machine).flatMap((fit) => {
    const compiled = compileBuild(withFitted(job, setupId, 'single', { engine: fit }), setupId, library);
    const on = 'build' in compiled ? laidOutOf(compiled.build) : null;
    if (!on) return [];
    const { profile, ribs } = on.layout;
    const fitting = pulleys.filter(
      ({ document }) =>
        document.profile === profile &&
        (isToothed(profile) || document.ribs >= ribs.value) &&
        (!shaft || Math.abs(document.bore.value - shaft.value) < 5e-5),
    );
    return fitting.length ? [{ ...on, fitting }] : [];
  });
  const [first] = tried;
  if (!first) return null;
  const { build, layout, fitting } = first;
  const ribs = layout.ribs.value;
  const crank = offerOf(layout.route[0]!, ribs);
  const level = planLevel(build);
  const rows = fitting.map((driven) => sweepPulley(build, layout, crank, driven, level));
  const best = toOrder(rows);
  const pulley = best ?? nearestTo(rows);
  if (!pulley) return null;
  const alone = solvePoint(build, build.goal.speedRpm, { kind: 'unboosted' }).alonePower;
  const gained = pulley.goal.power - alone;
  const own = machine.document.price?.value ?? null;
  const price = own === null || pulley.driven.price === null ? null : own + pulley.driven.price;
  const { tension, tensionLimit } = pulley;
  return {
    ref: { id: machine.id, revision: machine.revision },
    name: machine.document.name,
    kind: isCentrifugal(machine.document) ? 'centrifugal' : 'displacement',
    volume: isCentrifugal(machine.document) ? null : machine.document.volume.value,
    pulley,
    most: Math.max(0, ...rows.filter(({ state }) => state !== 'over').map((r) => r.goal.power)),
    meets: best !== null,
    ribsNeeded:
      isToothed(layout.profile) || tension === null || tensionLimit === null || tension <= tensionLimit
        ? null
        : Math.ceil((tension * ribs) / tensionLimit),
    mass: machine.document.mass?.value ?? null,
    price,
    pricePerPower: price === null || gained <= 0 ? null : price / gained,
  };
}

/** Small to large, displacement blowers before centrifugals. */
export const bySize = (rows: readonly SizeRow[]): SizeRow[] =>
  [...rows].sort(
    (a, b) => Number(a.kind === 'centrifugal') - Number(b.kind === 'centrifugal') || size(a) - size(b),
  );
const size = (row: SizeRow): number => row.volume ?? row.mass ?? 0;

/** The smallest of a kind that meets the goal, and the cheapest for the power it adds. */
export function picks(rows: readonly SizeRow[]): { smallest: SizeRow | null; cheapest: SizeRow | null } {
  const meet = bySize(rows).filter(({ meets }) => meets);
  const priced = meet.filter(({ pricePerPower }) => pricePerPower !== null);
  return {
    smallest: meet[0] ?? null,
    cheapest: priced.length ? priced.reduce((a, b) => (b.pricePerPower! < a.pricePerPower! ? b : a)) : null,
  };
}
