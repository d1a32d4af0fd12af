import type { Ref } from '../documents/ref';
import type { Turbocharger } from '../turbocharger/document';
import { given, guess } from '../documents/input';
import type { Blower } from '../blower/document';
import type { Centrifugal } from '../blower/centrifugal';
import type { BeltLayout } from '../drive/document';
import { seated } from '../drive/layout';
import type { Fit } from './chargers';
import type { BeltDriveDocument, ExhaustDriveDocument } from './schema/job';

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

const toStep = (value: number, step: number) => Math.round(value / step) * step;

/**
 * A belt drive to start from: a ribbed belt round crank, blower and a tensioner on its back, every measure a guess. In: the
 * ratio wanted of the pulleys.
 */
export function firstLayout(ratio: number, ribs = 8): BeltLayout {
  const crank = 0.16;
  const driven = Math.min(0.2, Math.max(0.06, toStep(crank / ratio, 0.001)));
  const at = (x: number, y: number) => ({ x: guess(x), y: guess(y) });
  return seated({
    profile: 'PK',
    measured: 'effective',
    ribs: guess(ribs),
    width: guess(0.03),
    friction: guess(0.25),
    tensioning: 'fixed',
    // So much on a rib is usual for a new belt (common practice, no source).
    tension: guess(ribs * 130),
    window: guess(0.02),
    route: [
      { role: 'crank', diameter: guess(crank), ...at(0, 0), side: 'inside' },
      { role: 'blower', diameter: guess(driven), ...at(0.05, 0.36), side: 'inside' },
      { role: 'tensioner', diameter: guess(0.076), ...at(-0.16, 0.2), side: 'outside' },
    ],
  });
}

/** Ribs that go with a shaft, m: a thicker one is there for more torque (common practice, no source). */
const ribsFor = (shaft = 0.025): number => (shaft < 0.02 ? 6 : shaft < 0.028 ? 8 : 12);

/** Share of its limit that a first drive turns a blower at the red line. */
const FIRST_SPEED = 0.85;

function beltDrive(
  redLineRpm: number,
  {
    maxSpeedRpm,
    stepUp,
    efficiency,
    ribs,
  }: { maxSpeedRpm: number; stepUp: number; efficiency: number; ribs: number },
): BeltDriveDocument {
  // Its gears turn with it: the pulleys give the rest.
  const ratio = (FIRST_SPEED * maxSpeedRpm) / (stepUp * redLineRpm);
  const layout = firstLayout(ratio, ribs);
  return {
    kind: 'belt',
    ratio: guess(Math.min(60, Math.max(0.2, ratio * stepUp))),
    layout,
    gear: given(stepUp, 'maker'),
    mechanicalEfficiency: guess(efficiency),
    maxSpeedRpm: given(maxSpeedRpm, 'maker'),
    inBsfc: false,
  };
}

/** A displacement blower of the library as it goes on a setup, on a first belt drive that does not over-speed it. */
export const blowerFitOf = (item: Ref & { document: Blower }, redLineRpm: number): Fit => {
  const { maxSpeedRpm, stepUp, shaft } = item.document;
  // Speeds of a drive are those of the pulley's shaft: gears inside the housing are the blower's own.
  const own = {
    maxSpeedRpm: maxSpeedRpm.value / stepUp.value,
    stepUp: 1,
    efficiency: 0.95,
    ribs: ribsFor(shaft?.value),
  };
  return { machine: { id: item.id, revision: item.revision }, drive: beltDrive(redLineRpm, own) };
};

/** A centrifugal blower of the library as it goes on a setup: its compressor behind a belt and its own step-up. */
export const centrifugalFitOf = (item: Ref & { document: Centrifugal }, redLineRpm: number): Fit => {
  const { compressor, maxSpeedRpm, stepUp, mechanicalEfficiency, shaft } = item.document;
  const own = {
    maxSpeedRpm: maxSpeedRpm.value,
    stepUp: stepUp.value,
    efficiency: mechanicalEfficiency.value,
    ribs: ribsFor(shaft?.value),
  };
  return {
    machine: { ...compressor },
    drive: { ...beltDrive(redLineRpm, own), blower: { id: item.id, revision: item.revision } },
  };
};
