import type { KeyboardEvent, ReactNode } from 'react';
import type { FuelSystemDocument } from '@/core/fuel-system/schema';
import type { FuelPoint } from '@/core/solve/fuel-line';
import { useSize } from '../charts/useSize';
import { useWords } from '../words/useWords';
import styles from './fuel.module.css';

/** Parts of the supply in the order of the flow, as they are chosen in the drawing. */
export type SupplyPlace = 'tank' | 'suction' | 'pumps' | 'filter' | 'feed' | 'rail' | 'regulator' | 'back';

export const placeNames: Record<SupplyPlace, string> = {
  tank: 'Tank',
  suction: 'Suction filter',
  pumps: 'Fuel pump',
  filter: 'Fuel filter',
  feed: 'Feed line',
  rail: 'Rail',
  regulator: 'Regulator',
  back: 'Return line',
};

type Props = {
  system: FuelSystemDocument;
  at: FuelPoint | null;
  chosen: SupplyPlace;
  onChoose: (place: SupplyPlace) => void;
};

const LINE = 76;
const HEIGHT = 208;
const BACK = 178;
/** The return goes round outside of what stands under the parts, px. */
const ROUND = 52;
const LEAST = 640;

type Shown = {
  place: SupplyPlace;
  pressure: number | null;
  flow: number | null;
  isBad: boolean;
  note?: string;
};

/** The parts that a system has, in the order of the flow. */
export const placesOf = ({ filters, regulator }: FuelSystemDocument): SupplyPlace[] => [
  'tank',
  ...(filters.suction ? (['suction'] as const) : []),
  'pumps',
  ...(filters.pressure ? (['filter'] as const) : []),
  'feed',
  'rail',
  'regulator',
  ...(regulator.layout === 'return' ? (['back'] as const) : []),
];

/** What stands at each place: pressure behind it, gauge, and the flow through it. */
function shownOf(system: FuelSystemDocument, at: FuelPoint | null): Shown[] {
  const state = at?.supply ?? null;
  const of = (
    place: SupplyPlace,
    pressure: number | null | undefined,
    flow: number | null | undefined,
    isBad = false,
  ): Shown => ({ place, pressure: pressure ?? null, flow: flow ?? null, isBad });
  const isShort = (part: 'pumps' | 'injectors' | 'lift') => (at?.shares[part] ?? 2) < 1;
  const isReturn = system.regulator.layout === 'return';
  const suction = state ? -state.drops.suction : null;
  const behindPump = state && suction !== null ? state.rise + suction : null;
  const through = isReturn ? state?.pumped : state?.demand;
  const behindFilter = state && behindPump !== null ? behindPump - state.drops.filter : null;
  return [
    of('tank', 0, state?.pumped, isShort('lift')),
    ...(system.filters.suction ? [of('suction', suction, state?.pumped)] : []),
    of('pumps', behindPump, state?.pumped, isShort('pumps')),
    ...(isReturn ? [] : [of('regulator', state?.set, state?.back)]),
    ...(system.filters.pressure ? [of('filter', isReturn ? behindFilter : null, through)] : []),
    of('feed', state?.rail, through),
    of('rail', state?.rail, state?.demand, isShort('injectors')),
    ...(isReturn ? [of('regulator', state?.set, state?.back)] : []),
  ];
}

/** The supply as a line diagram with pressure and flow behind each part at the selected speed; a part is chosen to be edited. */
export function SupplyDrawing({ system, at, chosen, onChoose }: Props) {
  const { figure } = useWords();
  const { ref, width: room } = useSize<HTMLDivElement>({ width: 820, height: HEIGHT });
  const width = Math.max(LEAST, room);
  const shown = shownOf(system, at);
  const cell = width / shown.length;
  const x = (i: number) => cell * (i + 0.5);
  const isReturn = system.regulator.layout === 'return';
  const last = x(shown.length - 1);
  const round = Math.min(ROUND, cell / 2 - 3);
  return (
    <div ref={ref} className={styles.drawing}>
      <svg width={width} height={HEIGHT} role="group" aria-label="The fuel supply, part by part">
        <path d={`M${x(0)} ${LINE}H${last}`} className={styles.line} />
        {isReturn ? (
          <path
            d={`M${last} ${LINE}H${last + round}V${BACK}H${x(0) - round}V${LINE}H${x(0)}`}
            className={styles.line}
          />
        ) : null}
        {isReturn && (
          <Part
            place="back"
            x={(x(0) + last) / 2}
            y={BACK}
            isChosen={chosen === 'back'}
            isBad={false}
            onChoose={onChoose}
            label={`Return line: ${figure(at?.supply.back ?? null, 'fuelFlow')}`}
          >
            <path d="M7 8 L-5 2 L-5 14 Z" transform="rotate(180 0 8)" className={styles.solid} />
            <text y={-4} textAnchor="middle" className={styles.figure}>
              {figure(at?.supply.back ?? null, 'fuelFlow')} back
            </text>
          </Part>
        )}
        {shown.map(({ place, pressure, flow, isBad }, i) => (
          <Part
            key={place}
            place={place}
            x={x(i)}
            y={LINE}
            isChosen={chosen === place}
            isBad={isBad}
            onChoose={onChoose}
            label={`${placeNames[place]}: ${figure(pressure, 'boost')} gauge, ${figure(flow, 'fuelFlow')}`}
          >
            <Sign place={place} system={system} at={at} />
            <text y={-38} textAnchor="middle" className={styles.name}>
              {place === 'pumps' && system.pumps.arrangement !== 'one' ? 'Fuel pumps' : placeNames[place]}
            </text>
            <text y={46} textAnchor="middle" className={styles.figure}>
              {place === 'tank' ? figure(system.temperature.value, 'temperature') : figure(pressure, 'boost')}
            </text>
            <text y={63} textAnchor="middle" className={styles.small}>
              {figure(flow, 'fuelFlow')}
            </text>
            {isBad && (
              <text y={80} textAnchor="middle" className={styles.bad}>
                short
              </text>
            )}
          </Part>
        ))}
      </svg>
    </div>
  );
}

type PartProps = {
  place: SupplyPlace;
  x: number;
  y: number;
  isChosen: boolean;
  isBad: boolean;
  label: string;
  onChoose: (place: SupplyPlace) => void;
  children: ReactNode;
};

function Part({ place, x, y, isChosen, isBad, label, onChoose, children }: PartProps) {
  const key = (e: KeyboardEvent) => {
    if (e.key !== 'Enter' && e.key !== ' ') return;
    e.preventDefault();
    onChoose(place);
  };
  return (
    <g
      transform={`translate(${x} ${y})`}
      role="button"
      tabIndex={0}
      aria-pressed={isChosen}
      aria-label={label}
      className={styles.part}
      data-chosen={isChosen || undefined}
      data-bad={isBad || undefined}
      onClick={() => onChoose(place)}
      onKeyDown={key}
    >
      <rect
        x={-38}
        y={place === 'back' ? -24 : -28}
        width={76}
        height={place === 'back' ? 48 : 56}
        className={styles.touch}
      />
      {children}
    </g>
  );
}

/** What a part is drawn as. */
function Sign({
  place,
  system,
  at,
}: {
  place: SupplyPlace;
  system: FuelSystemDocument;
  at: FuelPoint | null;
}) {
  switch (place) {
    case 'tank':
      return (
        <>
          <path d="M-22 -18V20H22V-18" className={styles.shape} />
          <path d="M-22 -4H22V20H-22Z" className={styles.fill} />
        </>
      );
    case 'suction':
    case 'filter':
      return (
        <>
          <path d="M0 -18L18 0L0 18L-18 0Z" className={styles.shape} />
          <path d="M0 -14V14" className={styles.dashes} />
        </>
      );
    case 'pumps': {
      const isTwo = system.pumps.arrangement !== 'one';
      const running = at?.supply.running ?? 1;
      return isTwo ? (
        <>
          {[-13, 13].map((y, i) => (
            <g key={y} transform={`translate(0 ${y})`} opacity={i < running ? 1 : 0.4}>
              <circle r="12" className={styles.shape} />
              <path d="M-5 -7L9 0L-5 7Z" className={styles.solid} />
            </g>
          ))}
        </>
      ) : (
        <>
          <circle r="18" className={styles.shape} />
          <path d="M-7 -11L14 0L-7 11Z" className={styles.solid} />
        </>
      );
    }
    case 'feed':
    case 'back':
      return <path d="M-20 0C-14 -12 -6 -12 0 0S14 12 20 0" className={styles.hose} />;
    case 'rail':
      return (
        <>
          <rect x="-30" y="-8" width="60" height="12" rx="3" className={styles.shape} />
          {[-22, -8, 6, 20].map((dx) => (
            <path key={dx} d={`M${dx} 4v10l3 6 3 -6v-10`} className={styles.shape} />
          ))}
        </>
      );
    case 'regulator':
      return (
        <>
          <rect x="-16" y="-16" width="32" height="32" className={styles.shape} />
          <path d="M-9 6L9 -8M9 -8l-8 1M9 -8l-1 8" className={styles.stroke} />
          {system.regulator.kind === 'referenced' && <path d="M0 -16V-26" className={styles.dashes} />}
        </>
      );
  }
}
