import type { ComponentType } from 'react';
import { benchIds, type JobBench } from '@/core/job/benches';
import type { StationKind } from '@/core/charge-path/stations';
import { loaders as chargerParts } from '../charger/parts';
import { loaders as engineParts } from '../engine/parts';
import { benchNames } from '../words/benches';

type Body = () => Promise<{ default: ComponentType }>;

/** All that the screen knows of a bench. Its icon is drawn in `icons.tsx`, under the same id. */
type Bench = {
  name: string;
  /** Fixed digit. */
  key: string;
  /** Other words it is found by. */
  words: string;
  /** On a phone's bottom row; the others stand under its 'more'. */
  inTheCell: boolean;
  body: Body;
  /** What it shows later: fetched while the page rests, so that it opens when the server is away. */
  ahead: (() => Promise<unknown>)[];
  /** Stations of the Airway that lead to it, its own first: that one comes into view with it. */
  stations: [StationKind, ...StationKind[]];
};

const descriptors: Record<JobBench, Bench> = {
  brief: {
    name: benchNames.brief,
    key: '1',
    words: 'goal power fuel venue weather drivetrain guesses',
    inTheCell: true,
    body: () => import('../brief/BriefBench'),
    ahead: [],
    stations: ['weather'],
  },
  engine: {
    name: benchNames.engine,
    key: '2',
    words: 'bore stroke red line breathing compression displacement',
    inTheCell: false,
    body: () => import('../engine/EngineBench'),
    ahead: [
      ...Object.values(engineParts),
      () => import('../engine/BreathingPlot'),
      () => import('../engine/BreathingTable'),
    ],
    stations: ['cylinders'],
  },
  demand: {
    name: benchNames.demand,
    key: '3',
    words: 'boost plan cooler losses air schools',
    inTheCell: true,
    body: () => import('../demand/DemandBench'),
    ahead: [() => import('../demand/DemandPlot')],
    stations: ['throttle', 'filter', 'cooler'],
  },
  charger: {
    name: benchNames.charger,
    key: '4',
    words: 'compressor turbo map ranking candidates',
    inTheCell: true,
    body: () => import('../charger/ChargerBench'),
    ahead: Object.values(chargerParts),
    stations: ['compressor', 'front-compressor', 'between', 'turbine', 'front-turbine', 'tailpipe'],
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
