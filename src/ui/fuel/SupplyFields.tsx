import Button from '@mui/material/Button';
import { guess } from '@/core/documents/input';
import type { FuelSystemDocument } from '@/core/fuel-system/schema';
import type { AnyLine } from '@/formats/kinds';
import { ChoiceField } from '../fields/ChoiceField';
import { FigureLines } from '../fields/FigureLines';
import { useLines } from '../fields/useLines';
import { Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { PartChoice } from '../fields/PartChoice';
import { useWords } from '../words/useWords';
import type { SupplyPlace } from './SupplyDrawing';
import { fitFor, pumpOf, useFuelSystem, useFuelPoint, usualFilter, type PumpLine } from './useFuel';

type Suits = PumpLine['suits'];
type FilterLine = AnyLine & { place: string; suits: Suits; drop: number; flow: number };
type HoseLine = AnyLine & { suits: Suits; bore: number };
type RegulatorLine = AnyLine & { type: string; suits: Suits; slope: number };

const maker = (value: number) => ({ value, confidence: 'maker' as const });
const BAR = 1e5;
const LITRE_HOUR = 1e-3 / 3_600;

/** The fields of the part that is chosen in the drawing. */
export function SupplyFields({ place, system }: { place: SupplyPlace; system: FuelSystemDocument }) {
  switch (place) {
    case 'tank':
      return <Tank system={system} />;
    case 'suction':
      return <Filter which="suction" system={system} />;
    case 'filter':
      return <Filter which="pressure" system={system} />;
    case 'pumps':
      return <PumpFields system={system} />;
    case 'feed':
    case 'back':
      return <Hose which={place} />;
    case 'rail':
      return <Rail />;
    case 'regulator':
      return <Regulator system={system} />;
  }
}

function Tank({ system }: { system: FuelSystemDocument }) {
  const { at, edit } = useFuelSystem();
  return (
    <>
      <QuantityField path={`${at}.temperature`} hint="in the tank, after a warm day’s driving" />
      {system.lift ? (
        <>
          <QuantityField path={`${at}.lift.flow`} hint="into the surge tank, nearly without pressure" />
          <QuantityField path={`${at}.lift.volume`} />
          <Button size="small" onClick={() => edit((its) => void delete its.lift)}>
            Remove lift pump and surge tank
          </Button>
        </>
      ) : (
        <Button
          size="small"
          onClick={() =>
            edit((its) => {
              its.lift = { flow: guess(130 * LITRE_HOUR), volume: guess(2e-3) };
            })
          }
        >
          Add lift pump and surge tank
        </Button>
      )}
      {!system.filters.suction && (
        <Button
          size="small"
          onClick={() =>
            edit((its) => {
              its.filters.suction = usualFilter(0.02 * BAR, 400 * LITRE_HOUR);
            })
          }
        >
          Add a suction filter
        </Button>
      )}
      {!system.filters.pressure && (
        <Button
          size="small"
          onClick={() =>
            edit((its) => {
              its.filters.pressure = usualFilter(0.1 * BAR, 300 * LITRE_HOUR);
            })
          }
        >
          Add a filter behind the pumps
        </Button>
      )}
    </>
  );
}

function Filter({ which, system }: { which: 'suction' | 'pressure'; system: FuelSystemDocument }) {
  const { at, edit, fuelId } = useFuelSystem();
  const lines = useLines<FilterLine>('fuel-filters');
  const own = system.filters[which];
  const path = `${at}.filters.${which}` as const;
  if (!own) return null;
  const offered =
    lines &&
    fitFor(lines, fuelId, (l) => l.flow).filter(
      (l) => (which === 'suction') === l.place.startsWith('before'),
    );
  return (
    <>
      <PartChoice
        label="Fuel filter"
        lines={offered}
        part={own.part}
        onTake={(line) =>
          edit((its) => {
            its.filters[which] = {
              part: { id: line.id, revision: line.revision },
              drop: maker(line.drop),
              flow: maker(line.flow),
              clogged: its.filters[which]?.clogged ?? guess(1),
            };
          })
        }
        onLetGo={() => edit((its) => void delete its.filters[which]?.part)}
      />
      <QuantityField path={`${path}.drop`} />
      <QuantityField path={`${path}.flow`} />
      <QuantityField path={`${path}.clogged`} hint="1 for a new one; twin pumps share one behind them" />
      <Button size="small" onClick={() => edit((its) => void delete its.filters[which])}>
        Remove it
      </Button>
    </>
  );
}

const points = [
  { key: 'pressure', name: 'pressure', quantity: 'boost', bound: { min: 0, max: 5e7 } },
  { key: 'flow', name: 'flow', quantity: 'fuelFlow', bound: { min: 0, max: 0.01 } },
  { key: 'current', name: 'current', quantity: 'current', bound: { min: 0, max: 100 } },
] as const;

function PumpFields({ system }: { system: FuelSystemDocument }) {
  const { at, edit, fuelId } = useFuelSystem();
  const { figure } = useWords();
  const state = useFuelPoint()?.supply;
  const lines = useLines<PumpLine>('fuel-pumps');
  const { pumps } = system;
  const offered =
    lines &&
    fitFor(lines, fuelId, (l) => l.at4 ?? l.free).filter(
      ({ drive }) => (drive === 'electric') === (pumps.drive === 'electric'),
    );
  const isTwo = pumps.arrangement !== 'one';
  const which = ['first', ...(isTwo ? (['other'] as const) : [])] as ('first' | 'other')[];
  return (
    <>
      <ChoiceField
        path={`${at}.pumps.arrangement`}
        label="Pumps"
        options={[
          { value: 'one', label: 'one' },
          { value: 'parallel', label: 'two, in parallel' },
          { value: 'series', label: 'two, in series' },
        ]}
      />
      <ChoiceField
        path={`${at}.pumps.drive`}
        label="Drive"
        options={[
          { value: 'electric', label: 'electric' },
          { value: 'engine', label: 'on the engine' },
        ]}
      />
      {which.map((one) => {
        const its = one === 'first' ? pumps.first : (pumps.other ?? pumps.first);
        const put = (pump: FuelSystemDocument['pumps']['first']) =>
          edit((all) => {
            all.pumps[one] = pump;
          });
        return (
          <div key={one}>
            <PartChoice
              label={one === 'first' ? 'Fuel pump' : 'Second pump'}
              hint={
                one === 'other' && !pumps.other ? 'as the first, until another is chosen' : 'of the library'
              }
              lines={offered}
              part={its.part}
              onTake={(line) => put(pumpOf(line))}
              onLetGo={() => edit((all) => void delete all.pumps[one]?.part)}
            />
            <FigureLines
              label={one === 'first' ? 'Pump points' : 'Second pump points'}
              columns={points}
              least={2}
              most={24}
              lines={its.points}
              onLines={(rows) =>
                put({ ...its, part: undefined, points: rows as unknown as typeof its.points })
              }
              onBad={() => {}}
            />
            {(one === 'first' || pumps.other) &&
              (pumps.drive === 'electric' ? (
                <QuantityField path={`${at}.pumps.${one}.ratedVoltage`} />
              ) : (
                <QuantityField path={`${at}.pumps.${one}.ratedRpm`} />
              ))}
          </div>
        );
      })}
      {isTwo && (
        <>
          <ChoiceField
            path={`${at}.pumps.second`}
            label="Second pump runs"
            hint="always keeps it warm and tested; from a boost on spares the fuel its heat"
            options={[
              { value: 'always', label: 'always' },
              { value: 'boost', label: 'from a boost on' },
            ]}
          />
          {pumps.second === 'boost' && <QuantityField path={`${at}.pumps.onGauge`} basis="gauge" />}
        </>
      )}
      <QuantityField path={`${at}.battery`} hint="at full load, engine running" />
      {pumps.drive === 'electric' && (
        <>
          <QuantityField path={`${at}.wiring`} hint="there and back, with relay and connectors" />
          <Reading
            label="Voltage at the pump"
            hint={`it draws ${figure(state?.current ?? null, 'current')} at this speed`}
            value={figure(state?.voltage ?? null, 'voltage')}
          />
        </>
      )}
    </>
  );
}
function Hose({ which }: { which: 'feed' | 'back' }) {
  const { at, edit, fuelId } = useFuelSystem();
  const lines = useLines<HoseLine>('fuel-lines');
  const path = `${at}.${which}` as const;
  return (
    <>
      <PartChoice
        label="Fuel line"
        hint="takes its bore"
        lines={lines && fitFor(lines, fuelId, (l) => l.bore)}
        part={undefined}
        onTake={(line) =>
          edit((its) => {
            its[which].bore = maker(line.bore);
          })
        }
        onLetGo={() => {}}
      />
      <QuantityField path={`${path}.bore`} />
      <QuantityField path={`${path}.length`} />
      <QuantityField path={`${path}.bends`} />
    </>
  );
}

function Rail() {
  const { at } = useFuelSystem();
  return (
    <>
      <ChoiceField
        path={`${at}.rails.kind`}
        label="Rails"
        options={[
          { value: 'one', label: 'one' },
          { value: 'series', label: 'two, one behind the other' },
          { value: 'parallel', label: 'two, fed side by side' },
        ]}
      />
      <QuantityField path={`${at}.rails.bore`} />
      <QuantityField path={`${at}.rails.length`} />
    </>
  );
}

function Regulator({ system }: { system: FuelSystemDocument }) {
  const { at, edit, fuelId } = useFuelSystem();
  const lines = useLines<RegulatorLine>('fuel-regulators');
  return (
    <>
      <PartChoice
        label="Fuel pressure regulator"
        lines={lines && fitFor(lines, fuelId, (l) => -l.slope)}
        part={system.regulator.part}
        onTake={(line) =>
          edit((its) => {
            its.regulator.part = { id: line.id, revision: line.revision };
            its.regulator.kind = line.type === 'fixed' ? 'fixed' : 'referenced';
            its.regulator.slope = maker(line.slope);
          })
        }
        onLetGo={() => edit((its) => void delete its.regulator.part)}
      />
      <ChoiceField
        path={`${at}.regulator.kind`}
        label="Regulator"
        options={[
          { value: 'referenced', label: '1:1 with boost' },
          { value: 'fixed', label: 'fixed, over the day’s air' },
        ]}
      />
      <ChoiceField
        path={`${at}.regulator.layout`}
        label="Layout"
        options={[
          { value: 'return', label: 'behind the rail, with a return' },
          { value: 'returnless', label: 'at the tank, returnless' },
        ]}
      />
      <QuantityField path={`${at}.basePressure`} hint="with the reference line off" basis="gauge" />
      <QuantityField path={`${at}.regulator.slope`} />
    </>
  );
}
