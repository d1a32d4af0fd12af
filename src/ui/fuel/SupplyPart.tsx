'use client';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useCallback, useState } from 'react';
import { capacityAt } from '@/core/fuel-system/supply';
import { fuelPointOf } from '@/core/solve/fuel-line';
import type { OperatingPoint } from '@/core/solve/point';
import { onOnePump } from '@/core/studies/fuel-spot';
import charts from '../charts/charts.module.css';
import { RevPanel, type Series } from '../charts/RevPanel';
import { useCurves } from '../charts/useCurves';
import { Fold } from '../fields/Fold';
import { Group } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { useSpeed, type Solved } from '../store/solved';
import { useWords } from '../words/useWords';
import { placeNames, placesOf, SupplyDrawing, type SupplyPlace } from './SupplyDrawing';
import { SupplyFields } from './SupplyFields';
import { useFuelPoint, useFuelSystem } from './useFuel';

const series = {
  pressure: [
    { key: 'rail', name: 'rail' },
    { key: 'set', name: 'set by the regulator', tone: 'asked' },
    { key: 'manifold', name: 'manifold', thin: true },
  ],
  flow: [
    { key: 'burnt', name: 'burnt' },
    { key: 'most', name: 'the supply’s most', tone: 'hot' },
  ],
} as const satisfies Record<string, readonly Series[]>;

/** The supply as a line diagram, edited in place, and over the revs. */
export default function SupplyPart() {
  const { system, layOut, remove } = useFuelSystem();
  const { solved } = useSpeed();
  const { figure } = useWords();
  const whole = useFuelPoint();
  const [hasFailed, setFailed] = useState(false);
  const supply = solved?.build.supply;
  const alone = hasFailed && whole && supply ? onOnePump(supply, whole) : null;
  const at = whole && alone ? { ...whole, supply: alone } : whole;
  const [chosen, setChosen] = useState<SupplyPlace>('pumps');
  if (solved?.build.fuel.isGas)
    return (
      <p className={frame.lead}>
        A gas is fed by the pressure of its own tank: there is no pump to choose. What flows stands in the
        column beside this.
      </p>
    );
  if (!system)
    return (
      <>
        <h2 className={charts.head}>No fuel system yet</h2>
        <p className={frame.lead}>
          It is laid out as a shop would do it: port injection with a return at 3 bar over the manifold for
          spark, common rail for diesel. Every part is then chosen or typed.
        </p>
        <Button variant="outlined" onClick={layOut} disabled={!solved}>
          Lay out a usual system
        </Button>
      </>
    );
  const places = placesOf(system);
  // A part that was taken off is no longer looked at.
  const shown = places.includes(chosen) ? chosen : 'pumps';
  return (
    <>
      <h2 className={charts.head}>
        Fuel supply
        <small>at {figure(at?.speedRpm ?? null, 'engineSpeed')}; pressures gauge, behind each part</small>
      </h2>
      <SupplyDrawing system={system} at={at} chosen={shown} onChoose={setChosen} />
      {supply && supply.pumps.each.length > 1 && (
        <FormControlLabel
          control={<Checkbox checked={hasFailed} onChange={(e) => setFailed(e.target.checked)} />}
          label="Case: the second pump has failed"
        />
      )}
      {alone && (
        <p className={frame.lead} role="status">
          {alone.status === 'held'
            ? 'One pump holds the rail at this speed.'
            : alone.status === 'starved'
              ? `One pump starves the engine here: ${figure(alone.missing, 'fuelFlow')} are missing.`
              : `One pump leaves ${figure(alone.rail, 'boost')} of ${figure(alone.set, 'boost')} gauge here.`}
        </p>
      )}
      <Group title={placeNames[shown]}>
        <SupplyFields place={shown} system={system} />
      </Group>
      {places
        .filter((place) => place !== shown)
        .map((place) => (
          <Fold key={place} title={placeNames[place]}>
            <SupplyFields place={place} system={system} />
          </Fold>
        ))}
      {solved?.build.supply && <Curves solved={solved} />}
      <Button size="small" onClick={remove}>
        Take the fuel system off
      </Button>
    </>
  );
}

function Curves({ solved }: { solved: Solved }) {
  const { inUnit, symbol } = useWords();
  const ofEach = useCallback(
    (build: Solved['build'], p: OperatingPoint): Record<string, number> => {
      if (!build.supply || p.status.kind === 'failed') return {};
      const its = fuelPointOf(build, build.supply, p);
      return {
        rail: inUnit(its.supply.rail, 'boost'),
        burnt: inUnit(its.supply.demand, 'fuelFlow'),
      };
    },
    [inUnit],
  );
  const ofOwn = useCallback(
    (build: Solved['build'], p: OperatingPoint): Record<string, number> => {
      if (!build.supply || p.status.kind === 'failed') return {};
      const its = fuelPointOf(build, build.supply, p);
      return {
        set: inUnit(its.supply.set, 'boost'),
        manifold: inUnit(p.boostGauge, 'boost'),
        most: inUnit(capacityAt(build.supply, its), 'fuelFlow'),
      };
    },
    [inUnit],
  );
  const { curves, reads } = useCurves(solved, ofEach, ofOwn);
  return (
    <>
      <h2 className={charts.head}>Over the revs</h2>
      <RevPanel
        title="Rail pressure"
        unit={`${symbol('boost')} gauge`}
        note="thin: manifold"
        curves={curves}
        series={series.pressure}
        reads={reads(['boost', 'boost, gauge'])}
      />
      <RevPanel
        title="Fuel flow"
        unit={symbol('fuelFlow')}
        note="what pumps, filters and lines could bring at this pressure"
        curves={curves}
        series={series.flow}
        reads={reads(['fuel-flow', 'burnt'])}
      />
    </>
  );
}
