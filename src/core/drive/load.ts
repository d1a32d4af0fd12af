import { blowerIndex, cordRadius, crankOf, type LaidOut } from './layout';
import type { BeltLayout } from './document';
import {
  beltSpeed,
  centrifugalTension,
  effectiveTension,
  heldFixed,
  heldSprung,
  tensionRatio,
} from './formulas';
import { isToothed, profiles, WEDGE } from './profile';

/** What a belt does at one engine speed. SI. */
export type DriveLoad = {
  beltSpeed: number;
  /** Tight less slack strand. */
  pull: number;
  tight: number;
  slack: number;
  /** Of the tight strand, on one rib; on a metre of a toothed belt's width. */
  perRib: number;
  powerPerRib: number;
  /** The most that the belt hands on before it slips; none where teeth carry it. */
  held: number | null;
  /** Pull over what is held: from 1 on it slips. Null with teeth. */
  use: number | null;
  /** Which pulley lets go first. */
  weakest: 'crank' | 'blower';
};

/** Ribs of a ribbed belt, metres of width of a toothed one. */
export const beltSize = ({ profile, ribs, width }: BeltLayout): number =>
  isToothed(profile) ? width.value : ribs.value;

/** The tension ratio at which the belt slips on crank and blower; the smaller of the two decides. */
function slipRatio(layout: BeltLayout, { run }: LaidOut): { ratio: number; weakest: 'crank' | 'blower' } {
  const at = (index: number) =>
    tensionRatio.fn({
      friction: layout.friction.value,
      wedge: layout.route[index]!.side === 'inside' ? WEDGE : 1,
      wrap: run.wraps[index]!.angle,
    });
  const crank = at(0);
  const blower = at(blowerIndex(layout));
  return crank < blower ? { ratio: crank, weakest: 'crank' } : { ratio: blower, weakest: 'blower' };
}

/**
 * Tensions and slip of a belt at an engine speed, rev/min, that hands on a power, W. Valid above standstill; never throws.
 * Source: Euler–Eytelwein with wedge and centrifugal tension; on fixed centres the mean of the strands keeps the static
 * tension, with a sprung tensioner the slack strand does.
 */
export function loadOf(layout: BeltLayout, laid: LaidOut, speedRpm: number, power: number): DriveLoad {
  const speed = beltSpeed.fn({ diameter: 2 * cordRadius(layout, crankOf(layout)), speedRpm });
  const pull = effectiveTension.fn({ power, beltSpeed: speed });
  const size = beltSize(layout);
  const centrifugal = centrifugalTension.fn({ mass: profiles[layout.profile].mass * size, beltSpeed: speed });
  const { ratio, weakest } = slipRatio(layout, laid);
  const tension = layout.tension.value;
  const isSprung = layout.tensioning === 'sprung';
  const slack = isSprung ? tension : Math.max(0, tension - pull / 2);
  const tight = slack + pull;
  const held = isToothed(layout.profile)
    ? null
    : Math.max(0, (isSprung ? heldSprung : heldFixed).fn({ tension, centrifugal, ratio }));
  return {
    beltSpeed: speed,
    pull,
    tight,
    slack,
    perRib: tight / size,
    powerPerRib: power / size,
    held,
    use: held === null ? null : held > 0 ? pull / held : Infinity,
    weakest,
  };
}
