import type { ComponentType, ReactNode } from 'react';
import { benchIds, type JobBench, type Sheet } from '@/core/job/benches';
import type { StationKind } from '@/core/charge-path/stations';
import { loaders as benchParts } from '../bench/parts';
import { loaders as chargerParts } from '../charger/parts';
import { loaders as coolingParts } from '../cooling/parts';
import { loaders as dynoParts } from '../dyno/parts';
import { loaders as limitParts } from '../limits/parts';
import { loaders as engineParts } from '../engine/parts';
import { loaders as forecastParts } from '../forecast/parts';
import { loaders as fuelParts } from '../fuel/parts';
import { loaders as planParts } from '../plan/parts';
import { loaders as reportParts } from '../report/parts';

type Body = () => Promise<{ default: ComponentType }>;

/** All that the screen knows of a bench. */
type Bench = {
  name: string;
  /** Drawn in hairlines in a square of 20. */
  icon: ReactNode;
  /** Fixed digit. */
  key: string;
  /** Other words it is found by. */
  words: string;
  /** On a phone's bottom row; the others stand under its 'more'. */
  inTheCell: boolean;
  body: Body;
  /** What it shows later: fetched while the page rests, so that it opens when the server is away. */
  ahead: (() => Promise<unknown>)[];
  /** Stations of the Airway that lead to it, its own first: that one comes into view with it. Fuel is not on the air's way. */
  stations: readonly StationKind[];
};

/** What the sheets of the benches are called, on their tabs and wherever one is named. */
export const sheetNames: { [B in JobBench]: Record<Sheet<B>, string> } = {
  brief: { goal: 'Goal', places: 'Places and fuels', vehicle: 'Vehicle', terms: 'Terms' },
  engine: { engine: 'Engine', cam: 'Cam and valves', condition: 'Condition', run: 'Measured run' },
  demand: {},
  charger: {
    rank: 'Ranking',
    map: 'Map',
    turbine: 'Turbine & wastegate',
    blower: 'Supercharger',
    drive: 'Belt drive',
    pulleys: 'Pulleys',
    schools: 'Turbo or blower',
    pair: 'Arrangement',
    spool: 'Spool',
    boost: 'Boost target',
    pipes: 'Piping',
    spot: 'Spot check',
    size: 'Sizing',
    sites: 'Altitude & weather',
  },
  cooling: { revs: 'Over the revs', soak: 'Heat soak', injection: 'Water-methanol & nitrous' },
  fuel: { supply: 'Supply', injectors: 'Injectors', spot: 'Spot check' },
  limits: {
    first: 'What gives first',
    verdict: 'Verdict',
    gears: 'Clutch & gearbox',
    disputed: 'Disputed limits',
    charger: 'Charger limits',
    cylinder: 'Cylinder',
    timing: 'Timing table',
    shape: 'Shaped boost',
    worst: 'Worst day',
  },
  forecast: {
    band: 'Power & band',
    curves: 'Curves',
    whatif: 'What if',
    shelf: 'On the shelf',
    cams: 'Cams',
    worth: 'What each item is worth',
    road: 'Vehicle & load',
    frozen: 'Promised',
  },
  plan: {
    ladder: 'Power steps',
    parts: 'Parts list',
    order: 'Order of work',
    outside: 'Outside work',
    fit: 'Compatibility',
  },
  bench: {
    measure: 'Measuring sheets',
    procedures: 'Procedures',
    record: 'Build record',
    consent: 'Cautions & consent',
  },
  dyno: {
    runs: 'Runs',
    card: 'Run card',
    add: 'Add a run',
    gate: 'Before the pull',
    faults: 'Faults & sensors',
    chain: 'Calibration',
    sheet: 'Printed sheet',
  },
  report: {
    customer: 'Customer’s sheet',
    tuner: 'Hand-over',
    orders: 'Order list',
    build: 'Build record',
    measured: 'Measuring sheets',
    earlier: 'Earlier builds',
  },
};

const descriptors: Record<JobBench, Bench> = {
  brief: {
    name: 'Brief',
    icon: <path d="M5 2h7l3 3v13H5zM12 2v3h3M7.5 9h5M7.5 12h5M7.5 15h3" />,
    key: '1',
    words: 'goal power fuel venue weather drivetrain guesses',
    inTheCell: false,
    body: () => import('../brief/BriefBench'),
    ahead: [],
    stations: ['weather'],
  },
  engine: {
    name: 'Engine',
    icon: <path d="M5 8h2l2-2h4l2 2v7H5zM3 10v4M15 10h2v4h-2M10 6V3M8 3h4" />,
    key: '2',
    words: 'bore stroke red line breathing compression displacement',
    inTheCell: false,
    body: () => import('../engine/EngineBench'),
    ahead: [
      ...Object.values(engineParts),
      () => import('../charts/Plot'),
      () => import('../engine/BreathingTable'),
    ],
    stations: ['cylinders'],
  },
  demand: {
    name: 'Demand',
    icon: <path d="M3 3v14h14M5 14l4-4 3 1 5-6" />,
    key: '3',
    words: 'boost plan cooler losses air schools',
    inTheCell: false,
    body: () => import('../demand/DemandBench'),
    ahead: [() => import('../charts/Plot')],
    stations: ['throttle', 'filter'],
  },
  charger: {
    name: 'Charger',
    icon: <path d="M10 4a6 6 0 1 0 6 6V4zM10 8a2 2 0 1 1 0 4 2 2 0 0 1 0-4z" />,
    key: '4',
    words: 'compressor turbo map ranking candidates',
    inTheCell: true,
    body: () => import('../charger/ChargerBench'),
    ahead: Object.values(chargerParts),
    stations: ['compressor', 'front-compressor', 'between', 'turbine', 'front-turbine', 'tailpipe'],
  },
  cooling: {
    name: 'Cooling',
    icon: <path d="M3 4h14v12H3zM6 4v12M9 4v12M12 4v12M15 4v12M1 10h2M17 10h2" />,
    key: '5',
    words: 'cooler intercooler effectiveness heat soak ice loop tank water methanol injection nitrous oxide',
    inTheCell: false,
    body: () => import('../cooling/CoolingBench'),
    ahead: [...Object.values(coolingParts), () => import('../charts/Plot')],
    stations: ['cooler'],
  },
  fuel: {
    name: 'Fuel',
    icon: <path d="M4 17V4h8v13M3 17h10M6 7h4M12 9h2v5a1.5 1.5 0 0 0 3 0V7l-2-2" />,
    key: '6',
    words: 'injector pump rail regulator duty lambda petrol ethanol supply',
    inTheCell: false,
    body: () => import('../fuel/FuelBench'),
    ahead: [...Object.values(fuelParts), () => import('../charts/Plot')],
    stations: [],
  },
  limits: {
    name: 'Limits',
    icon: <path d="M2 3h16M3 17h14M5 17v-7h2v7M9 17V5h2v12M13 17v-4h2v4" />,
    key: '7',
    words:
      'weakest link rods pistons block clutch gearbox strength BMEP bolt load duty cylinder pressure knock spark timing MBT octane',
    inTheCell: true,
    body: () => import('../limits/LimitsBench'),
    ahead: [...Object.values(limitParts), () => import('../charts/Plot')],
    stations: [],
  },
  forecast: {
    name: 'Forecast',
    icon: <path d="M3 3v14h14M5 13c3 0 4-6 7-6s3 2 5 2M5 15c3 0 4-4 7-4s3 1 5 1" />,
    key: '8',
    words: 'band chance uncertainty promise freeze waterfall worth Shapley power torque curve',
    inTheCell: false,
    body: () => import('../forecast/ForecastBench'),
    ahead: [...Object.values(forecastParts), () => import('../charts/Plot')],
    stations: [],
  },
  plan: {
    name: 'Plan',
    icon: <path d="M3 17h4v-4h4V9h4V5h3M3 3v14" />,
    key: '9',
    words:
      'ladder power steps parts list bill of materials budget lead time order of work critical path schedule calendar outside work compatibility',
    inTheCell: false,
    body: () => import('../plan/PlanBench'),
    ahead: Object.values(planParts),
    stations: [],
  },
  bench: {
    name: 'Bench',
    icon: <path d="M2 8h16M4 8v9M16 8v9M7 8V4h2v4M12 8l1-5 2 .5L14 8" />,
    key: '0',
    words:
      'measuring sheet ring gap bearing clearance push rod compression ratio procedure torque hold point first start prime build record serial consent caution',
    inTheCell: true,
    body: () => import('../bench/Bench'),
    ahead: Object.values(benchParts),
    stations: [],
  },
  dyno: {
    name: 'Dyno',
    icon: <path d="M3 16a7 7 0 0 1 14 0M10 16l4-6M3 16h14M6 10l-1-1M10 8V6" />,
    key: '-',
    words:
      'run pull log chassis hub roller correction SAE DIN overlay compare audit card gate checklist sensor symptom fault calibration file map slot digitise photograph',
    inTheCell: true,
    body: () => import('../dyno/DynoBench'),
    ahead: [...Object.values(dynoParts), () => import('../charts/Plot')],
    stations: [],
  },
  report: {
    name: 'Report',
    icon: <path d="M5 2h10v16H5zM7.5 6h5M7.5 9h5M7.5 12h3M11 15l1.5-1.5L14 15" />,
    key: '=',
    words: 'customer sheet hand-over tuner order list PDF print signature earlier builds history',
    inTheCell: false,
    body: () => import('../report/ReportBench'),
    ahead: Object.values(reportParts),
    stations: [],
  },
};

/** The benches in the order of the work. */
export const benches = benchIds.map((id) => ({ id, ...descriptors[id] }));

export type BenchId = JobBench;
export const benchOf = (id: BenchId): Bench => descriptors[id];

/** The bench that a station of the Airway leads to. */
const byStation = new Map(
  benches.flatMap(({ id, stations }) => stations.map((station) => [station, id] as const)),
);
export const benchOfStation = (station: StationKind): BenchId => byStation.get(station) ?? 'demand';
