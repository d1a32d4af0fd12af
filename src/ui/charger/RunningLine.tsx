import { engineCharger } from '@/core/charger/charged-air';
import type { CompiledMap } from '@/core/compressor/map';
import type { OperatingPoint } from '@/core/solve/point';
import { nearestToSurge } from '@/core/solve/map-spans';
import { Halo } from '../map/Halo';
import { CHOKE_WORD, PAD, SURGE_WORD, TOP_WORD, type Scales } from '../map/MapGround';
import type { MapShapes, Place } from '../map/map-shapes';
import { spreadOut, type Spot } from '../map/spread';
import { useWords } from '../words/useWords';
import { formatNumber } from '../words/format';

const isOff = (p: OperatingPoint) => engineCharger(p).at?.range === 'outside';

type DimensionsProps = {
  running: OperatingPoint[];
  selected: OperatingPoint | null;
  map: CompiledMap;
  scales: Scales;
  right: number;
};

/** Two dimension lines: where the running line comes nearest to surge, and the margin to map edge at the selected speed. */
export function Dimensions({ running, selected, map, scales, right }: DimensionsProps) {
  const { figure } = useWords();
  const { x, y } = scales;
  const nearest = nearestToSurge(running);
  const margin = (nearest && engineCharger(nearest).at)?.surgeMargin;
  const room = (selected && engineCharger(selected).at)?.edgeRoom;
  const edge = edgeWords(selected, scales, right);
  return (
    <g pointerEvents="none" stroke="var(--ink)" strokeWidth="1">
      {nearest && margin != null && margin > 0 && right > 420 && (
        <g data-testid="surge-dimension">
          <path
            d={`M${x(map.surge.at(nearest.pressureRatio)) - 64} ${y(nearest.pressureRatio)}H${x(engineCharger(nearest.path).correctedFlow) - 5}m0 -4v8`}
          />
          <g stroke="none">
            <Halo
              x={Math.max(PAD.left + 104, x(map.surge.at(nearest.pressureRatio)) - 68)}
              y={y(nearest.pressureRatio) + 1}
              weight={650}
              size={13}
              anchor="end"
            >
              {`${figure(margin, 'share')} from surge`}
            </Halo>
            <Halo
              x={Math.max(PAD.left + 104, x(map.surge.at(nearest.pressureRatio)) - 68)}
              y={y(nearest.pressureRatio) + 15}
              anchor="end"
              colour="var(--mute)"
            >
              {`at ${figure(nearest.speedRpm, 'engineSpeed')}`}
            </Halo>
          </g>
        </g>
      )}
      {selected && room && edge && (
        <g data-testid="edge-dimension">
          <path
            d={`M${x(engineCharger(selected.path).correctedFlow) + 9} ${y(selected.pressureRatio)}H${x(engineCharger(selected.path).correctedFlow * (1 + room.share))}m0 -5v10`}
          />
          <g stroke="none">
            <Halo x={edge.x - edge.w / 2} y={y(selected.pressureRatio) - 8} weight={650} size={13}>
              {`${figure(room.share, 'share')} in hand`}
            </Halo>
            <Halo x={edge.x - edge.w / 2} y={y(selected.pressureRatio) + 5} colour="var(--mute)">
              {room.edge === 'choke' ? 'to choke' : 'to the maximum speed'}
            </Halo>
          </g>
        </g>
      )}
    </g>
  );
}

/** Where the margin to map edge is written beside the selected point, or null where it has none to speak of. */
export function edgeWords(selected: OperatingPoint | null, { x, y }: Scales, right: number): Spot | null {
  const room = (selected && engineCharger(selected).at)?.edgeRoom;
  if (!selected || !room || right <= 420 || room.share <= 0.02 || room.share > 1) return null;
  const left = Math.min(right - 40, x(engineCharger(selected.path).correctedFlow * (1 + room.share)) + 7);
  return { x: left + 50, y: y(selected.pressureRatio) - 4, w: 100, h: 30 };
}

/** One bead for each step of the running line; hollow with a cross where it has left the map. */
export function Beads({
  running,
  scales,
  step,
  selected,
  taken,
}: {
  running: OperatingPoint[];
  scales: Scales;
  step: number;
  selected: number | null;
  /** Where no label may stand: the goal's flag. */
  taken: Spot[];
}) {
  const { x, y } = scales;
  const beads = running.filter((p) => p.speedRpm % step === 0);
  const labelled = beads.filter((p, i) => p.speedRpm % (2 * step) === 0 || i === beads.length - 1);
  const spots = labelled
    .map((p) => ({ p, x: x(engineCharger(p.path).correctedFlow), y: y(p.pressureRatio) - 14, w: 34, h: 13 }))
    .reverse();
  const shown = spreadOut(spots, taken);
  return (
    <g pointerEvents="none">
      {beads.map((p) => {
        const px = x(engineCharger(p.path).correctedFlow);
        const py = y(p.pressureRatio);
        if (isOff(p))
          return (
            <g key={p.speedRpm} data-bead="off">
              <circle cx={px} cy={py} r="4.6" fill="var(--ground)" stroke="var(--ember)" strokeWidth="1.6" />
              <path
                d={`M${px - 2.4} ${py - 2.4}l4.8 4.8m0 -4.8l-4.8 4.8`}
                stroke="var(--ember)"
                strokeWidth="1.5"
              />
            </g>
          );
        return (
          <circle
            key={p.speedRpm}
            data-bead="on"
            cx={px}
            cy={py}
            r="4.2"
            fill="var(--ink)"
            stroke="var(--ground)"
            strokeWidth="1.3"
          />
        );
      })}
      {shown
        .filter(({ p }) => p.speedRpm !== selected)
        .map((s) => (
          <Halo key={s.p.speedRpm} x={s.x} y={s.y + 4} weight={650} size={12} anchor="middle">
            {formatNumber(s.p.speedRpm, 0)}
          </Halo>
        ))}
    </g>
  );
}

/** The bead of the selected speed, with its flow on the axis. */
export function Selected({
  point,
  scales,
  height,
}: {
  point: OperatingPoint;
  scales: Scales;
  height: number;
}) {
  const px = scales.x(engineCharger(point.path).correctedFlow);
  const py = scales.y(point.pressureRatio);
  const foot = height - PAD.bottom;
  const { figureNumber } = useWords();
  const flow = figureNumber(engineCharger(point.path).correctedFlow, 'massFlow');
  return (
    <g pointerEvents="none" data-testid="selected-bead">
      <path d={`M${px} ${py}V${foot}`} stroke="var(--ink)" strokeDasharray="2 3" />
      <circle
        cx={px}
        cy={py}
        r="8"
        fill={isOff(point) ? 'var(--ember)' : 'var(--ink)'}
        stroke="var(--ground)"
        strokeWidth="1.5"
      />
      <circle cx={px} cy={py} r="2.8" fill="var(--ground)" />
      <rect x={px - 20} y={foot + 5} width="40" height="18" fill="var(--ink)" />
      <text
        x={px}
        y={foot + 18}
        fontSize="13"
        fontWeight="750"
        textAnchor="middle"
        style={{ fill: 'var(--ground)' }}
      >
        {flow}
      </text>
    </g>
  );
}

type CalloutProps = {
  point: OperatingPoint;
  shapes: MapShapes;
  scales: Scales;
  running: OperatingPoint[];
  /** What else is drawn: no corner is free where it runs. */
  beside: readonly { surge: Place[]; choke: Place[]; top: Place[]; running: Place[] }[];
  width: number;
  height: number;
};

/** The figures at the selected speed, in the corner that the map leaves emptiest. */
export function Callout({ point, shapes, scales, running, beside, width, height }: CalloutProps) {
  const { figure } = useWords();
  const at = engineCharger(point).at;
  if (!at || width < 520) return null;
  const estimated = at.range === 'inside' ? '' : ', estimated';
  const lines = [
    `${figure(at.flow, 'massFlow')} corrected, ratio ${figure(at.pressureRatio, 'ratio')}`,
    at.efficiency === null
      ? 'lets the air pass'
      : `${figure(at.efficiency, 'share')} efficient${estimated}, out at ${figure(engineCharger(point.path).outlet.temperature, 'temperature')}`,
    `shaft ${figure(at.shaftSpeedRpm, 'shaftSpeed')}, ${figure(at.speedShare, 'share')} of its limit`,
  ];
  const w = 234;
  const h = 78;
  const corners = [
    { x: width - w - 4, y: height - PAD.bottom - h - 12 },
    { x: PAD.left + 14, y: PAD.top + 6 },
    { x: width - w - 4, y: PAD.top + 6 },
  ];
  const marks = [
    ...shapes.surge,
    ...shapes.choke,
    ...shapes.top,
    ...shapes.lines.flatMap((l) => l.places),
    ...beside.flatMap((o) => [...o.surge, ...o.choke, ...o.top, ...o.running]),
  ]
    .map((p) => ({ x: scales.x(p.flow), y: scales.y(p.ratio) }))
    .concat(
      running.map((p) => ({
        x: scales.x(engineCharger(p.path).correctedFlow),
        y: scales.y(p.pressureRatio),
      })),
    );
  const choke = shapes.choke[CHOKE_WORD]!;
  const surge = shapes.surge[SURGE_WORD]!;
  for (let dx = 0; dx <= 60; dx += 15) {
    marks.push({ x: scales.x(choke.flow) + 52 + dx, y: scales.y(choke.ratio) + 16 });
    marks.push({ x: scales.x(surge.flow) - 34 - 3 * dx, y: scales.y(surge.ratio) });
  }
  // The maximum speed has two lines of words over the top edge.
  const top = shapes.top[Math.floor(shapes.top.length * TOP_WORD)]!;
  for (let dx = 12; dx <= 92; dx += 20)
    marks.push({ x: scales.x(top.flow) + dx, y: scales.y(top.ratio) - 14 });
  const crowd = (c: { x: number; y: number }) =>
    marks.filter((m) => m.x > c.x - 12 && m.x < c.x + w + 12 && m.y > c.y - 12 && m.y < c.y + h + 12).length;
  const corner = corners.reduce((a, b) => (crowd(b) < crowd(a) ? b : a));
  // No free corner: the column beside the map has the same figures.
  if (crowd(corner) > 0) return null;
  return (
    <g transform={`translate(${corner.x} ${corner.y})`} pointerEvents="none" data-testid="callout">
      <rect width={w} height={h} fill="var(--panel)" stroke="var(--ink)" />
      <text x="10" y="21" fontSize="15" fontWeight="750">
        {figure(point.speedRpm, 'engineSpeed')}
      </text>
      {lines.map((words, i) => (
        <text key={words} x="10" y={39 + i * 15} fontSize="12.5" style={{ fontStretch: '88%' }}>
          {words}
        </text>
      ))}
    </g>
  );
}
