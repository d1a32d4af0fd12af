'use client';
import { engineMap, engineTurbine } from '@/core/build/row';
import { engineCharger, frontCharger } from '@/core/charger/charged-air';
import { useEffect, useId, useMemo, useRef, useState, type PointerEvent, type ReactNode } from 'react';
import type { Station, StationKind } from '@/core/charge-path/stations';
import { pricesAt, type Price } from '@/core/studies/price';
import { HeatStops } from '../charts/Drawing';
import { useSize } from '../charts/useSize';
import { useJob, useSpeed, type Solved } from '../store/solved';
import { bySchool } from '../words/school';
import { useWords } from '../words/useWords';
import type { Words } from '../words/words';

import { benchOf, benchOfStation, type BenchId } from './benches';
import { AXIS, Symbol, TALLEST } from './airway-symbols';
import { scaleTop, tubeOutline, tubePath } from './tube';
import styles from './frame.module.css';

const names: Record<StationKind, string> = {
  weather: 'Weather',
  filter: 'Filter',
  'front-compressor': 'LP stage',
  between: 'Between',
  compressor: 'Compressor',
  cooler: 'Cooler',
  throttle: 'Throttle',
  cylinders: 'Cylinders',
  turbine: 'Turbine',
  'front-turbine': 'LP turbine',
  tailpipe: 'Tailpipe',
};

/** What a station is called: a machine that carries its air in lobes is a blower. */
const nameOf = (id: StationKind, build: Solved['build']): string =>
  carriesLobes(id, build) ? (id === 'compressor' ? 'Blower' : 'LP blower') : names[id];

/** Whether a station is a displacement machine: those have no map. */
const carriesLobes = (id: StationKind, { chargers }: Solved['build']): boolean => {
  const charger = id === 'compressor' ? chargers.at(-1) : id === 'front-compressor' ? chargers[0] : undefined;
  return Boolean(charger?.machine && !charger.machine.map);
};

const MARGIN = 40;
const NARROWEST = 112;
/** A pair has eleven stations: they may stand closer, so that all are in view on a usual page. */
const NARROWEST_PAIR = 106;
const PHONE = 640;
/** A phone shows three stations or a little less: their unit of pressure must fit, the ladder is out of sight there. */
const PHONE_CELL = 128;

/** The air's path through this build at the selected speed: tube height by absolute pressure, fill by temperature. */
export function Airway({ bench, onBench }: { bench: BenchId; onBench: (bench: BenchId) => void }) {
  const { solved } = useSpeed();
  const { ref, width } = useSize<HTMLDivElement>({ width: 1224, height: 132 });
  if (!solved)
    return (
      <div className={styles.air} ref={ref}>
        <p style={{ padding: '40px 16px', margin: 0 }}>
          No air yet: the Brief or the Engine contradicts itself.
        </p>
      </div>
    );
  const { stations } = solved.point;
  // On a phone three stations are in view, the rest comes by swipe.
  const narrowest = stations.length > 8 ? NARROWEST_PAIR : NARROWEST;
  const least = width < PHONE ? Math.max(PHONE_CELL, width / 3) : narrowest;
  const cell = Math.max(least, (width - MARGIN - 6) / stations.length);
  const total = MARGIN + cell * stations.length + 6;
  return (
    <div className={styles.air} ref={ref}>
      <Scroller solved={solved} cell={cell} total={total} width={width} bench={bench}>
        <Strip solved={solved} cell={cell} width={total} bench={bench} onBench={onBench} />
      </Scroller>
    </div>
  );
}

type ScrollerProps = {
  solved: Solved;
  cell: number;
  total: number;
  width: number;
  bench: BenchId;
  children: ReactNode;
};

/** Where the strip is wider than the page it is swiped, under a finder that shows all of it and what is in view. */
function Scroller({ solved, cell, total, width, bench, children }: ScrollerProps) {
  const ref = useRef<HTMLDivElement>(null);
  const [left, setLeft] = useState(0);
  const { stations } = solved.point;
  const isWide = total > width + 1;
  const troubled = stations.findIndex((s) => s.troubles.length > 0);
  const shown =
    troubled >= 0
      ? troubled
      : stations.findIndex((s) => s.id === (benchOf(bench).stations[0] ?? 'cylinders'));
  // What is in trouble comes into view first; then the station of the open bench.
  useEffect(() => {
    if (isWide) ref.current?.scrollTo({ left: shown === 0 ? 0 : MARGIN + (shown - 1) * cell });
  }, [isWide, shown, cell]);
  const seek = (e: PointerEvent<HTMLDivElement>) => {
    if (e.type === 'pointermove' && e.buttons === 0) return;
    const box = e.currentTarget.getBoundingClientRect();
    ref.current?.scrollTo({ left: ((e.clientX - box.left) / box.width) * total - width / 2 });
  };
  return (
    <>
      {isWide && (
        <div className={styles.finder} aria-hidden="true" onPointerDown={seek} onPointerMove={seek}>
          <Finder solved={solved} width={width} from={left / total} share={width / total} />
        </div>
      )}
      <div
        ref={ref}
        className={styles.airScroll}
        onScroll={(e) => setLeft(e.currentTarget.scrollLeft)}
        // A strip that scrolls sideways must be reachable without a mouse.
        tabIndex={isWide ? 0 : undefined}
        role="group"
        aria-label="Airway: the air’s path at the selected speed"
      >
        {children}
      </div>
    </>
  );
}

/** The whole tube, 16 px high, with the part in view framed and troubled stations marked. */
function Finder({
  solved,
  width,
  from,
  share,
}: {
  solved: Solved;
  width: number;
  from: number;
  share: number;
}) {
  const fill = useId();
  const { stations } = solved.point;
  const known = stations.filter((s) => s.known);
  const cell = width / stations.length;
  const top = useTop(solved);
  const outline = tubeOutline(known, cell, (p) => Math.max(1, Math.min(6, (p / top) * 6)));
  return (
    <svg width={width} height="16" style={{ display: 'block' }}>
      <defs>
        <linearGradient
          id={fill}
          gradientUnits="userSpaceOnUse"
          x1="0"
          x2={known.length * cell}
          y1="0"
          y2="0"
        >
          <HeatStops temperatures={known.map((s) => s.temperature!)} />
        </linearGradient>
      </defs>
      <path
        d={`M${known.length * cell} 8H${width}`}
        stroke="var(--mute)"
        strokeDasharray="0.1 4"
        strokeLinecap="round"
        strokeWidth="1.5"
      />
      <path d={tubePath(outline, 8, 0)} fill={`url(#${fill})`} stroke="var(--mute)" strokeWidth="0.8" />
      {stations.map((s, i) =>
        s.troubles.length ? (
          <path
            key={s.id}
            d={`M${(i + 0.5) * cell - 5} 1l5 8l5 -8`}
            fill="none"
            stroke="var(--ember)"
            strokeWidth="3"
          />
        ) : null,
      )}
      <rect
        x={from * width + 1}
        y="1"
        width={share * width - 2}
        height="14"
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2"
      />
    </svg>
  );
}

const highest = ({ sweep }: Pick<Solved, 'sweep'>): number =>
  Math.max(...sweep.points.flatMap((p) => p.stations.map((s) => s.pressure ?? 0)));

/** Top of the pressure scale over every speed and all drawn setups, so that it jumps neither with the speed nor with a tab. */
function useTop(solved: Solved): number {
  const { drawn } = useJob();
  const { sweep } = solved;
  return useMemo(
    () => scaleTop(Math.max(highest({ sweep }), ...drawn.map((d) => (d.answer ? highest(d.answer) : 0)))),
    [sweep, drawn],
  );
}

type StripProps = {
  solved: Solved;
  cell: number;
  width: number;
  bench: BenchId;
  onBench: (bench: BenchId) => void;
};

function Strip({ solved, cell, width, bench, onBench }: StripProps) {
  const words = useWords();
  const { figure } = words;
  const { build, point } = solved;
  const fill = useId();
  const withUnit = namesUnit(words, point.stations, cell);
  const prices = useMemo(() => pricesAt(build, point), [build, point]);
  const top = useTop(solved);
  const half = (pressure: number) => Math.max(3, Math.min(TALLEST, (pressure / top) * TALLEST));
  const { stations } = point;
  const known = stations.filter((s) => s.known);
  const outline = tubeOutline(known, cell, half);
  const end = known.length * cell;
  const firstUnknown = stations.findIndex((s) => !s.known);
  const middle = (kind: StationKind) => MARGIN + (stations.findIndex((s) => s.id === kind) + 0.5) * cell;
  const work = stations.find((s) => s.id === 'compressor')?.powerIn;
  const frontWork = stations.find((s) => s.id === 'front-compressor')?.powerIn;
  const sharesLink = frontWork !== undefined;
  const own = engineCharger(build);
  const front = build.chargers[0]!;
  const isByBelt = ({ drive }: typeof own) => drive?.kind === 'belt';
  return (
    <svg width={width} height="132" viewBox={`0 0 ${width} 132`} style={{ display: 'block' }}>
      <defs>
        <linearGradient id={fill} gradientUnits="userSpaceOnUse" x1={MARGIN} x2={MARGIN + end} y1="0" y2="0">
          <HeatStops temperatures={known.map((s) => s.temperature!)} />
        </linearGradient>
      </defs>
      {stations.map((s, i) => (
        <StationCell
          key={s.id}
          station={s}
          price={prices[s.id]}
          withUnit={withUnit}
          solved={solved}
          x={MARGIN + i * cell}
          cell={cell}
          open={benchOfStation(s.id) === bench && s.id === benchOf(bench).stations[0]}
          onOpen={() => onBench(benchOfStation(s.id))}
        />
      ))}
      <g pointerEvents="none">
        <path
          d={tubePath(outline, AXIS, MARGIN)}
          fill={`url(#${fill})`}
          stroke="var(--ink)"
          strokeWidth="1.6"
        />
        {firstUnknown >= 0 && (
          <UnknownTube
            from={MARGIN + end}
            to={MARGIN + cell * stations.length}
            y={half(build.climate.pressure)}
          />
        )}
        {stations.map((s, i) => (
          <Symbol
            key={s.id}
            kind={s.id}
            x={MARGIN + (i + 0.5) * cell}
            half={symbolHalf(stations, i, half)}
            known={s.known}
            lobes={carriesLobes(s.id, build)}
          />
        ))}
        {stations.map((s, i) =>
          s.troubles.length ? (
            <path
              key={s.id}
              d={`M${MARGIN + (i + 0.15) * cell - 11} ${AXIS - symbolHalf(stations, i, half)}l11 15l11 -15`}
              fill="var(--ground)"
              stroke="var(--ember)"
              strokeWidth="3"
            />
          ) : null,
        )}
        {build.charged && work !== undefined && (
          <ShaftLink
            from={middle('compressor')}
            to={middle(isByBelt(own) ? 'cylinders' : 'turbine')}
            words={
              isByBelt(own)
                ? `belt ${sharesLink ? '' : 'takes '}${figure(engineCharger(point).crankPower, 'shaftPower')}${sharesLink ? '' : ' from the crank'}`
                : `compressor takes ${figure(work, 'shaftPower')}`
            }
            known={own.drive !== null}
            isBelt={isByBelt(own)}
            y={sharesLink ? 76 : 84}
          />
        )}
        {frontWork !== undefined && (
          <ShaftLink
            from={middle('front-compressor')}
            to={middle(isByBelt(front) ? 'cylinders' : isByBelt(own) ? 'turbine' : 'front-turbine')}
            words={`LP ${figure(isByBelt(front) ? point.power.drive : frontWork, 'shaftPower')}`}
            known
            isBelt={isByBelt(front)}
            y={87}
          />
        )}
        <Ladder top={top} />
      </g>
    </svg>
  );
}

function symbolHalf(stations: Station[], i: number, half: (p: number) => number): number {
  const here = stations[i]!.pressure;
  const before = stations[i - 1]?.pressure ?? here;
  if (here === null) return 16;
  return half(((before ?? here) + here) / 2);
}

function Ladder({ top }: { top: number }) {
  const { figureNumber, symbol } = useWords();
  return (
    <g fontSize="11" style={{ fill: 'var(--mute)', fontStretch: '84%' }}>
      <path
        d={`M34 ${AXIS - TALLEST}V${AXIS}M30 ${AXIS - TALLEST}h4M30 ${AXIS - TALLEST / 2}h4M30 ${AXIS}h4`}
        stroke="var(--mute)"
        fill="none"
      />
      <text x="27" y={AXIS - TALLEST + 4} textAnchor="end">
        {figureNumber(top, 'pressure')}
      </text>
      <text x="27" y={AXIS + 4} textAnchor="end">
        0
      </text>
      <text x="4" y={AXIS + 22}>
        {symbol('pressure')}
      </text>
      <text x="4" y={AXIS + 33}>
        abs
      </text>
    </g>
  );
}

function UnknownTube({ from, to, y }: { from: number; to: number; y: number }) {
  return (
    <path
      d={`M${from} ${AXIS - y}H${to}M${from} ${AXIS + y}H${to}`}
      stroke="var(--ink)"
      strokeWidth="1.3"
      strokeDasharray="0.1 4"
      strokeLinecap="round"
    />
  );
}

type Link = { from: number; to: number; words: string; known: boolean; isBelt?: boolean; y: number };

function ShaftLink({ from, to, words, known, isBelt = false, y }: Link) {
  const centre = (from + to) / 2;
  const half = (words.length * 5.6 + 10) / 2;
  return (
    <g>
      <path
        d={`M${from} 66V${y}H${centre - half}M${centre + half} ${y}H${to}V66`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={isBelt ? 3 : 1.2}
        strokeDasharray={isBelt ? '6 2' : known ? undefined : '0.1 3.5'}
        strokeLinecap={isBelt ? 'butt' : 'round'}
      />
      <text x={centre} y={y + 3} textAnchor="middle" fontSize="11" style={{ fontStretch: '84%' }}>
        {words}
      </text>
    </g>
  );
}

type CellProps = {
  station: Station;
  price: Price | undefined;
  withUnit: boolean;
  solved: Solved;
  x: number;
  cell: number;
  open: boolean;
  onOpen: () => void;
};

/** ISO 2533, kg/m³. */
const SEA_LEVEL_DENSITY = 1.225;
/** Cells narrower than this get the short form of a phrase, px. */
const SHORT_BELOW = 130;
/** Less than this is not worth a word, W. */
const WORTH = 50;

/** What a station adds or takes, and a remark, each in about 22 characters. */
function linesOf(
  { figure, signedFigure }: Words,
  station: Station,
  solved: Solved,
  price: Price | undefined,
  short: boolean,
): { change: string; remark: string } {
  const { build, point } = solved;
  const its = station.id === 'front-compressor' ? point.chargers[0]! : engineCharger(point);
  const map = its.at;
  /** What the station costs, or what it brings by being there. */
  const costOf = (p: Price | undefined): string => {
    if (!p) return '';
    if (p.crank < -WORTH) return `worth ${figure(-p.crank, 'power')}`;
    if (p.shaft > WORTH)
      return `costs ${figure(p.shaft, 'shaftPower')}${short || station.id === 'cooler' ? '' : ' of shaft'}`;
    return p.crank > WORTH ? `costs ${figure(p.crank, 'shaftPower')}` : '';
  };
  switch (station.id) {
    case 'weather':
      return {
        change: `air ${figure(build.climate.density, 'density')}`,
        remark: `${figure(build.climate.density / SEA_LEVEL_DENSITY, 'share')} of sea level`,
      };
    case 'throttle':
      if (station.heatIn !== undefined)
        return {
          change: `${signedFigure(station.heatIn, 'shaftPower')}, injection`,
          remark: [signedFigure(-(station.drop ?? 0), 'pressureDrop'), costOf(price)]
            .filter(Boolean)
            .join(', '),
        };
    // falls through
    case 'filter':
      return { change: signedFigure(-(station.drop ?? 0), 'pressureDrop'), remark: costOf(price) };
    case 'cooler':
      return {
        change: `${signedFigure(station.heatIn ?? 0, 'shaftPower')} of heat`,
        remark: [signedFigure(-(station.drop ?? 0), 'pressureDrop'), costOf(price)]
          .filter(Boolean)
          .join(', '),
      };
    case 'between':
      return {
        change: `${signedFigure(station.heatIn ?? 0, 'shaftPower')} of heat`,
        remark: signedFigure(-(station.drop ?? 0), 'pressureDrop'),
      };
    case 'compressor':
    case 'front-compressor':
      return {
        change: `${signedFigure(station.powerIn ?? 0, 'shaftPower')} to the air`,
        remark:
          map?.efficiency != null
            ? `${figure(map.efficiency, 'share')}${map.range === 'inside' ? '' : ' est.'}, ${figure(map.shaftSpeedRpm, 'shaftSpeed')}`
            : carriesLobes(station.id, build)
              ? `${figure(its.air.efficiency.value, 'share')}${its.air.efficiency.origin === 'map' ? '' : ' est.'}, ${figure(its.shaftRpm, 'shaftSpeed')}`
              : engineMap(build)
                ? 'lets the air pass'
                : `${figure(build.efficiencyGuess, 'share')}, a guess`,
      };
    case 'cylinders':
      return {
        change: `${signedFigure(station.powerIn ?? 0, 'power')} at the crank`,
        remark: station.known && engineTurbine(build) ? 'at the turbine inlet' : bySchool(build),
      };
    case 'turbine': {
      const { match } = point;
      if (!match) return { change: engineTurbine(build) ? 'no steady state' : 'not chosen yet', remark: '' };
      const gate =
        engineCharger(match).turbine.gateFlow /
        (engineCharger(match).turbine.flow + engineCharger(match).turbine.gateFlow);
      return {
        change: `${signedFigure(station.powerIn ?? 0, 'shaftPower')} to the shaft`,
        remark:
          match.kind === 'turbine'
            ? 'gate shut'
            : engineTurbine(build)?.gate.kind === 'vanes'
              ? `vanes ${figure(engineCharger(match).turbine.opening, 'share')} open`
              : `gate ${figure(gate, 'share')}`,
      };
    }
    case 'front-turbine': {
      const low = point.match && frontCharger(point.match);
      const share = low ? low.turbine.gateFlow / (low.turbine.flow + low.turbine.gateFlow) : 0;
      return {
        change: `${signedFigure(station.powerIn ?? 0, 'shaftPower')} to the shaft`,
        remark: !low || low.kind === 'turbine' ? 'gate shut' : `gate ${figure(share, 'share')}`,
      };
    }
    case 'tailpipe':
      return station.known
        ? {
            change: signedFigure(-(station.drop ?? 0), 'pressureDrop'),
            remark: costOf(price) || 'to the open air',
          }
        : { change: 'not known yet', remark: '' };
  }
}

/** Width of a letter of the first line, px, in plain and in narrow type. */
const LETTER = 7.4;
/** Width of a figure or unit letter of the pressure, px. */
const FIGURE = 6.4;
const NARROW = 0.8;

/** Whether a station's name, at this width, leaves room for its pressure as written. */
const hasRoom = (station: Station, pressure: string, cell: number, width: number): boolean =>
  // 'Compressor' is the longest it can be called.
  names[station.id].length * LETTER * width + pressure.length * FIGURE <= cell - 20;

/** Every cell names the unit of pressure or none does: where one has no room the ladder alone names it. */
const namesUnit = ({ figure }: Words, stations: Station[], cell: number): boolean =>
  stations.every((s) => hasRoom(s, figure(s.pressure, 'pressure'), cell, NARROW));

function StationCell({ station, price, withUnit, solved, x, cell, open, onOpen }: CellProps) {
  const words = useWords();
  const { sentence, figure, figureNumber } = words;
  const { change, remark } = linesOf(words, station, solved, price, cell < SHORT_BELOW);
  const trouble = station.troubles[0];
  const more = station.troubles.length > 1 ? ` +${station.troubles.length - 1} more` : '';
  const last = trouble ? `${sentence(trouble, 'short')}${more}` : remark;
  const pressure =
    station.pressure === null
      ? '–'
      : withUnit
        ? figure(station.pressure, 'pressure')
        : figureNumber(station.pressure, 'pressure');
  const stretch = hasRoom(station, pressure, cell, 1) ? '100%' : '80%';
  const temperature = figure(station.temperature, 'temperature');
  const flow = figure(station.massFlow, 'massFlow');
  // Long figures in a narrow cell: four digits of °F beside lb/min.
  const isTight = temperature.length + flow.length > (cell - 14) / 5.9;
  const colour = trouble ? { fill: 'var(--ember-text)' } : undefined;
  const { build } = solved;
  const said = `${nameOf(station.id, build)}: ${figure(station.pressure, 'pressure')} abs, ${temperature}, ${flow}. ${change}. ${last}`;
  return (
    <g
      className={styles.station}
      role="link"
      tabIndex={0}
      aria-label={said}
      onClick={onOpen}
      onKeyDown={(e) => {
        if (e.key === 'Enter' || e.key === ' ') {
          e.preventDefault();
          onOpen();
        }
      }}
    >
      <rect x={x} y="0" width={cell} height="132" fill={open ? 'var(--panel)' : 'transparent'} />
      {open && <rect x={x} y="0" width={cell} height="3" fill="var(--ink)" />}
      <rect x={x + 2} y="3" width={cell - 4} height="126" className={styles.focusRing} />
      <path d={`M${x} 6V126`} stroke="var(--hair)" />
      <text x={x + 7} y="15" fontSize="12.5" fontWeight="650" style={{ ...colour, fontStretch: stretch }}>
        {nameOf(station.id, build)}
      </text>
      <text x={x + cell - 7} y="15" fontSize="13" fontWeight="600" textAnchor="end">
        {pressure}
      </text>
      <text
        x={x + 7}
        y="100"
        fontSize="13"
        fontWeight="600"
        style={isTight ? { fontStretch: '72%' } : undefined}
      >
        {temperature}
      </text>
      <text
        x={x + cell - 7}
        y="100"
        fontSize="12"
        textAnchor="end"
        style={{ fontStretch: isTight ? '68%' : '86%' }}
      >
        {flow}
      </text>
      <text x={x + 7} y="113" fontSize="12" style={{ fontStretch: '80%' }}>
        {change}
      </text>
      <text
        x={x + 7}
        y="127"
        fontSize="12"
        fontWeight={trouble ? 650 : 400}
        style={{ fontStretch: '80%', fill: 'var(--mute)', ...colour }}
      >
        {trouble ? `✕ ${last}` : last}
      </text>
    </g>
  );
}
