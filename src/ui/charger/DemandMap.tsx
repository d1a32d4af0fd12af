'use client';
import { line } from 'd3-shape';
import { useMemo } from 'react';
import { engineMap } from '@/core/build/row';
import { engineCharger } from '@/core/charger/charged-air';
import { STANDARD_AIR } from '@/core/air/standard-atmosphere';
import { referenceFactors } from '@/core/compressor/reference';
import { useSize } from '../charts/useSize';
import { Axes, FlowFigures, frameOf, PAD, pathOf, type Frame } from '../map/MapGround';
import { Halo } from '../map/Halo';
import { mapShapes, type Place } from '../map/map-shapes';
import { strokeOf } from '../setups/dashes';
import { useSpeed, type Solved } from '../store/solved';
import { useWords } from '../words/useWords';
import { beadStep } from './CompressorMap';
import type { Candidate } from './usePicture';
import styles from './charger.module.css';

type Answer = Pick<Solved, 'build' | 'sweep'>;
type Outline = { name: string; slot: number; edge: Place[] };

/** Where the engine wants air: corrected flow of the whole engine and pressure ratio, while it is boosted. */
const demandOf = ({ sweep }: Answer) =>
  sweep.points.flatMap((p) =>
    p.boosting && p.status.kind !== 'failed'
      ? [
          {
            speedRpm: p.speedRpm,
            flow: engineCharger(p.path).correctedFlow,
            ratio: p.pressureRatio,
          },
        ]
      : [],
  );

/** The edge of a candidate's map round all it can do, stated to the demand's reference and its number of machines. */
function outlineOf({ name, answer: { build } }: Candidate, slot: number, machines: number): Outline | null {
  const map = engineMap(build);
  if (!map) return null;
  const shapes = mapShapes(map);
  const by = (referenceFactors(map.reference, STANDARD_AIR).flow * engineCharger(build).count) / machines;
  const round = [...shapes.surge, ...shapes.top, ...[...shapes.choke].reverse()];
  return { name, slot, edge: round.map((p) => ({ ...p, flow: p.flow * by })) };
}

/** What is known before a machine is chosen: the demand line on flow and pressure ratio, with the outlines of the best candidates. */
export function DemandMap({ answer, best }: { answer: Answer; best: readonly Candidate[] }) {
  const words = useWords();
  const { figure, symbol } = words;
  const { speedRpm } = useSpeed();
  const { ref, width, height } = useSize<HTMLDivElement>({ width: 808, height: 510 });
  const { build } = answer;
  const machines = engineCharger(build).count;
  const demand = useMemo(() => demandOf(answer), [answer]);
  const outlines = useMemo(
    () => best.flatMap((candidate, slot) => outlineOf(candidate, slot, machines) ?? []),
    [best, machines],
  );
  const unit = words.displayUnit('massFlow');
  const frame = useMemo(
    () => frameOf([...demand, ...outlines.flatMap((o) => o.edge)], width, height, unit),
    [demand, outlines, width, height, unit],
  );
  const { x, y } = frame.scales;
  const path = line<Place>(
    (p) => x(p.flow),
    (p) => y(p.ratio),
  );
  const step = beadStep(build.redLineRpm);
  const goal = demand.find((p) => p.speedRpm === build.goal.speedRpm);
  const at = demand.find((p) => p.speedRpm === speedRpm);
  const names = outlines.map((o) => o.name).join(', ');
  return (
    <div ref={ref} className={styles.map}>
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`Demand on flow and pressure ratio${goal ? `: ${figure(goal.flow, 'massFlow')} corrected at ${figure(goal.ratio, 'ratio')} at the goal` : ''}${names ? `. Outlines of ${names}` : ''}.`}
        className={styles.ground}
      >
        <Axes xScale={frame.xScale} yScale={frame.yScale} width={width} height={height} />
        {outlines.map((o) => (
          <path
            key={o.name}
            d={`${pathOf(frame.scales)(o.edge) ?? ''}Z`}
            fill="none"
            {...strokeOf(o.slot)}
            strokeWidth="1.6"
          />
        ))}
        <path
          d={path(demand) ?? ''}
          fill="none"
          stroke="var(--brass)"
          strokeWidth="3"
          data-testid="demand-line"
        />
        {demand
          .filter((p) => p.speedRpm % step === 0)
          .map((p) => (
            <circle
              key={p.speedRpm}
              cx={x(p.flow)}
              cy={y(p.ratio)}
              r="3"
              fill="var(--brass)"
              stroke="var(--ground)"
            />
          ))}
        <FlowFigures frame={frame} />
        <Names outlines={outlines} frame={frame} />
        {goal && (
          <Halo x={x(goal.flow) + 8} y={y(goal.ratio) + 16} weight={650}>
            {`goal, ${figure(goal.speedRpm, 'engineSpeed')}`}
          </Halo>
        )}
        {at && (
          <circle
            cx={x(at.flow)}
            cy={y(at.ratio)}
            r="6"
            fill="var(--ink)"
            stroke="var(--ground)"
            strokeWidth="2"
          />
        )}
        <text x={width - PAD.right} y={height - 4} fontSize="12" textAnchor="end">
          {`corrected flow${machines > 1 ? ' of each' : ''}, ${symbol('massFlow')} (to ${figure(STANDARD_AIR.pressure, 'airPressure')} abs, ${figure(STANDARD_AIR.temperature, 'temperature')})`}
        </text>
        <text x="2" y="11" fontSize="12">
          pressure ratio
        </text>
      </svg>
    </div>
  );
}

/** Each outline's name at its upper right, one under the other where they would meet. */
function Names({ outlines, frame }: { outlines: Outline[]; frame: Frame }) {
  const { x, y } = frame.scales;
  const taken: number[] = [];
  return outlines.map(({ name, slot, edge }) => {
    const top = edge.reduce((a, b) => (b.ratio > a.ratio ? b : a));
    let at = Math.max(y(top.ratio) - 5, PAD.top + 8);
    while (taken.some((other) => Math.abs(other - at) < 15)) at += 15;
    taken.push(at);
    return (
      <Halo key={name} x={x(top.flow)} y={at} weight={650} anchor="middle" colour={strokeOf(slot).stroke}>
        {name}
      </Halo>
    );
  });
}
