import type { Confidence } from '../documents/input';
import type { ComponentKind, LimitMetric } from '../job/schema/component-choices';
import type { FuelPart } from '../solve/fuel-line';
import type { OperatingPoint } from '../solve/point';
import type { LimitSort } from './metrics';

/** Parts whose limits come from the models, without being typed. */
export type ModelPart =
  'shaft' | 'front-shaft' | 'map' | 'belt' | 'turbine' | 'clutch' | 'gearbox' | FuelPart;
/** What only the models measure: shares of what a map, a wrap or the fuel system has, and speed and tension of a drive. */
export type ModelMetric = 'shaftSpeed' | 'surge' | 'choke' | 'wrap' | 'beltTension' | 'fuel';

/** What a row is about: a component of the engine, or a part of the models. */
export type LimitPart =
  | { from: 'component'; id: string; kind: ComponentKind; name: string }
  | {
      from: 'model';
      part: ModelPart;
      name: string;
      /** Of a gearbox known by gear, counted from 0. */ gear: number | null;
    };

/** A limit with how it is read: what `rowOf` judges. */
export type Limit = {
  part: LimitPart;
  metric: LimitMetric | ModelMetric;
  sort: LimitSort;
  /** Where it may give and, if sources disagree, where it does; null where only a share is known. */
  low: number | null;
  high: number | null;
  confidence: Confidence;
  /** Borne for so long, s. */
  seconds: number | null;
  /** Share of it from which it just holds: what the bench of its own says of it is said here too. */
  near: number;
  /** Whether more power brings it nearer in proportion. */
  followsPower: boolean;
  /** Share of the low end that is used at a point, and of the high one. */
  use: (point: OperatingPoint) => number | null;
  useHigh: (point: OperatingPoint) => number | null;
  value: (point: OperatingPoint) => number | null;
};
