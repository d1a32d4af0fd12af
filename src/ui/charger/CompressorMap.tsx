'use client';
import { engineCharger } from '@/core/charger/charged-air';
import { line } from 'd3-shape';
import { memo, useMemo } from 'react';
import type { CompiledMap } from '@/core/compressor/map';
import { referenceFactors } from '@/core/compressor/reference';
import { type OperatingPoint } from '@/core/solve/point';
import { onStage, stageAnswer, type StageName } from '@/core/solve/stage-view';
import { pointAt, type Sweep } from '@/core/solve/sweep';
import { useSize } from '../charts/useSize';
import { placeIn } from '../charts/zoom';
import { strokeOf } from '../setups/dashes';
import { Halo } from '../map/Halo';
import {
  FlowFigures,
  frameOf,
  MapGround,
  SpeedFigures,
  pathOf,
  type Frame,
  type Scales,
} from '../map/MapGround';
import { shaftSpeed } from '@/core/compressor/formulas';
import { mapShapes, type MapShapes, type Place } from '../map/map-shapes';
import { useSpeed, type Solved } from '../store/solved';
import { useWords } from '../words/useWords';
import type { Words } from '../words/words';

import { Beads, Callout, Dimensions, edgeWords, Selected } from './RunningLine';
import styles from './charger.module.css';

/** A bead for every 500 rpm; every 100 or 200 for low red lines. */
export const beadStep = (redLine: number) => (redLine < 2_500 ? 100 : redLine < 4_000 ? 200 : 500);

/** Another compressor or setup on the same engine, drawn over the first in its own line style. */
export type Overlay = {
  name: string;
  map: CompiledMap;
  sweep: Sweep;
  slot: number;
  isCandidate?: boolean;
};

type Props = {
  answer: Pick<Solved, 'build' | 'sweep'>;
  map: CompiledMap;
  name: string;
  overs?: readonly Overlay[];
  /** Line style of the running line in hand. */
  slot?: number;
  /** Of a compound pair: the stage whose map it is. */
  stage?: StageName;
};

const none: readonly Overlay[] = [];

const runningOf = (sweep: Sweep) =>
  sweep.drawn.filter((p) => p.boosting && engineCharger(p).at && p.status.kind !== 'failed');
const placeOf = (p: OperatingPoint): Place => ({
  flow: engineCharger(p.path).correctedFlow,
  ratio: p.pressureRatio,
});

/** Of a wheel on the crankshaft: the engine speed for a corrected speed of its map, rev/min; none where the exhaust turns it. */
function engineSpeedOn(build: Solved['build']): ((speedRpm: number) => number) | undefined {
  const { drive, machine } = engineCharger(build);
  if (drive?.kind !== 'belt' || !machine?.map) return undefined;
  const { temperature: referenceTemperature } = machine.map.reference;
  const { temperature } = build.climate;
  return (correctedSpeed) =>
    shaftSpeed.fn({ correctedSpeed, temperature, referenceTemperature }) / drive.ratio;
}

/** The compressor map with this engine's running line over it. Our own drawing: across corrected flow, up pressure ratio. */
export function CompressorMap({ answer, map, name, overs = none, slot = 0, stage = 'engine' }: Props) {
  const words = useWords();
  const { figure } = words;
  const { ref, width, height } = useSize<HTMLDivElement>({ width: 808, height: 510 });
  const shapes = useMemo(() => mapShapes(map), [map]);
  const others = useMemo(() => overs.map((over) => restated(over, map)), [overs, map]);
  // A candidate's own edges leave no room for dimension lines and the callout; setups are drawn around them.
  const isCrowded = overs.some((o) => o.isCandidate);
  const { build, sweep } = useMemo(() => stageAnswer(answer, stage), [answer, stage]);
  const flowUnit = words.displayUnit('massFlow');
  // Everything that does not follow the selected speed is drawn once: the Rev bar is dragged over it.
  const running = useMemo(() => runningOf(sweep), [sweep]);
  const taken = useMemo(() => running.map(placeOf), [running]);
  const frame = useMemo(
    () =>
      frameOf(
        [
          ...shapes.choke,
          ...shapes.top,
          ...taken,
          ...others.flatMap((o) => [...o.choke, ...o.top, ...o.running]),
        ],
        width,
        height,
        flowUnit,
      ),
    [shapes, taken, others, width, height, flowUnit],
  );
  const { scales } = frame;
  const { x, y } = scales;
  const runPath = useMemo(
    () =>
      line<OperatingPoint>()
        .x((p) => scales.x(engineCharger(p.path).correctedFlow))
        .y((p) => scales.y(p.pressureRatio))(running) ?? '',
    [running, scales],
  );
  const { speedRpm, setSpeed } = useSpeed();
  const point = useMemo(() => onStage(pointAt(answer, speedRpm), stage), [answer, speedRpm, stage]);
  const selected = engineCharger(point).at && point.boosting && point.status.kind !== 'failed' ? point : null;
  const edge = edgeWords(selected, scales, frame.xScale.range()[1]!);
  const goal = sweep.goalPoint.boosting && sweep.goalPoint.status.kind !== 'failed' ? sweep.goalPoint : null;
  return (
    <div ref={ref} className={styles.map}>
      {/* What does not follow the speed lies on a layer of its own: moving the speed paints only what moves. */}
      <svg
        className={styles.ground}
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        aria-hidden="true"
      >
        <MapGround
          shapes={shapes}
          frame={frame}
          limit={map.maxSpeedRpm}
          reference={map.reference}
          taken={taken}
          each={engineCharger(build).count > 1}
          isShared={others.length > 0}
        />
        {others.map((other) => (
          <OverlayLines key={other.slot} other={other} frame={frame} />
        ))}
        <path d={runPath} fill="none" {...strokeOf(slot)} strokeWidth={slot === 0 ? 1.5 : 2} />
      </svg>
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={mapWords(words, { ...answer, point }, name, overs)}
        style={{ display: 'block', position: 'relative' }}
        onClick={(e) => {
          const at = placeIn(e.currentTarget, e);
          const nearest = nearestPoint(running, scales, at.x, at.y);
          if (nearest) setSpeed(nearest.speedRpm);
        }}
      >
        <SpeedFigures
          shapes={shapes}
          scales={scales}
          taken={edge && !isCrowded ? [edge] : []}
          engineSpeedOf={engineSpeedOn(build)}
        />
        <FlowFigures frame={frame} skip={selected ? engineCharger(selected.path).correctedFlow : null} />
        <Beads
          running={running}
          scales={scales}
          step={beadStep(build.redLineRpm)}
          selected={selected?.speedRpm ?? null}
          taken={
            goal
              ? [{ x: x(engineCharger(goal.path).correctedFlow), y: y(goal.pressureRatio) - 22, w: 6, h: 40 }]
              : []
          }
        />
        {goal && (
          <g
            transform={`translate(${x(engineCharger(goal.path).correctedFlow)} ${y(goal.pressureRatio) - 10})`}
          >
            <path d="M0 6V-30" stroke="var(--brass)" strokeWidth="2" />
            <path d="M0 -30h11l-3 4l3 4h-11z" fill="var(--brass)" />
            <Halo x={15} y={-20} weight={650} colour="var(--brass-text)">
              {`goal: ${figure(build.goal.power, 'power')}${build.goal.basis === 'wheels' ? ' flywheel' : ''}`}
            </Halo>
          </g>
        )}
        {!isCrowded && (
          <Dimensions
            running={running}
            selected={selected}
            map={map}
            scales={scales}
            right={frame.xScale.range()[1]!}
          />
        )}
        {selected && <Selected point={selected} scales={scales} height={height} />}
        {selected && !isCrowded && (
          <Callout
            point={selected}
            shapes={shapes}
            scales={scales}
            running={running}
            beside={others}
            width={width}
            height={height}
          />
        )}
      </svg>
    </div>
  );
}

type Restated = Pick<MapShapes, 'surge' | 'choke' | 'top'> & { name: string; slot: number; running: Place[] };

/** The other map and its running line, carried to the first one's reference so that both share the axis. */
function restated(over: Overlay, map: CompiledMap): Restated {
  const by = referenceFactors(over.map.reference, map.reference).flow;
  const moved = (places: Place[]) => places.map((p) => ({ ...p, flow: p.flow * by }));
  const shapes = mapShapes(over.map);
  // A candidate is laid over with all its edges; of a setup's map the surge line is enough, and on one and the same map the
  // running line alone is another.
  const edges = over.isCandidate
    ? shapes
    : { choke: [], top: [], surge: over.map === map ? [] : shapes.surge };
  return {
    name: over.name,
    slot: over.slot,
    surge: moved(edges.surge),
    choke: moved(edges.choke),
    top: moved(edges.top),
    running: moved(runningOf(over.sweep).map(placeOf)),
  };
}

/** Another running line in its setup's line: its map's edges thin, its name at the top of its edge or at its end. */
const OverlayLines = memo(function OverlayLines({ other, frame }: { other: Restated; frame: Frame }) {
  const { scales } = frame;
  const path = pathOf(scales);
  const edge = other.top[Math.floor(other.top.length * 0.2)];
  const end = other.running.at(-1);
  const label = edge ?? other.surge.at(-1) ?? end;
  const isAtEnd = label === end;
  const line = strokeOf(other.slot);
  return (
    <g pointerEvents="none" fill="none" data-testid="overlay">
      {[other.surge, other.top, other.choke].map((places, i) => (
        <path key={i} d={path(places) ?? ''} strokeWidth={i === 0 ? 1.8 : 1.2} {...line} />
      ))}
      <path d={path(other.running) ?? ''} strokeWidth="2" {...line} data-testid="overlay-line" />
      {end && (
        <circle cx={scales.x(end.flow)} cy={scales.y(end.ratio)} r="3.4" style={{ fill: line.stroke }} />
      )}
      {label && (
        <Halo
          x={scales.x(label.flow) + (isAtEnd ? 8 : 0)}
          y={scales.y(label.ratio) - (isAtEnd ? 10 + 14 * other.slot : 7)}
          anchor={edge || isAtEnd ? 'start' : 'middle'}
          weight={700}
          size={13}
          colour={line.stroke}
        >
          {other.name}
        </Halo>
      )}
    </g>
  );
});

/** The picture in a sentence, for those who do not see it. */
function mapWords(
  { figure }: Words,
  { sweep, point }: Pick<Solved, 'sweep' | 'point'>,
  name: string,
  overs: readonly Overlay[],
): string {
  const at = engineCharger(point).at;
  const where = at
    ? `At ${figure(point.speedRpm, 'engineSpeed')}: corrected flow ${figure(at.flow, 'massFlow')}, ratio ${figure(at.pressureRatio, 'ratio')}.`
    : '';
  const off = sweep.spans.length
    ? `${sweep.spans.length} stretches of the running line are off the map.`
    : 'The running line stays on the map.';
  const other = overs.length ? ` Drawn over it: ${overs.map((o) => o.name).join(', ')}.` : '';
  return `Compressor map of ${name}. ${where} ${off}${other}`;
}

function nearestPoint(
  running: OperatingPoint[],
  { x, y }: Scales,
  px: number,
  py: number,
): OperatingPoint | null {
  let best: OperatingPoint | null = null;
  let least = 40;
  for (const p of running) {
    const distance = Math.hypot(x(engineCharger(p.path).correctedFlow) - px, y(p.pressureRatio) - py);
    if (distance < least) {
      least = distance;
      best = p;
    }
  }
  return best;
}
