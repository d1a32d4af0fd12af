import type { StationKind } from '@/core/charge-path/stations';

/** The tube's middle, and its greatest half height, px. */
export const AXIS = 50;
export const TALLEST = 29;

/** Symbols of the trade over the tube. */
export function Symbol({
  kind,
  x,
  half,
  known,
  lobes = false,
}: {
  kind: StationKind;
  x: number;
  half: number;
  known: boolean;
  /** Of a machine: whether it carries its air in lobes. */
  lobes?: boolean;
}) {
  const line = {
    stroke: known && !kind.endsWith('compressor') ? 'var(--on-heat)' : 'var(--ink)',
    strokeWidth: 1.2,
    fill: 'none',
    ...(known ? {} : { strokeDasharray: '0.1 3', strokeLinecap: 'round' as const }),
  };
  const bars = (count: number, gap: number) =>
    Array.from(
      { length: count },
      (_, i) => `M${x + (i - (count - 1) / 2) * gap} ${AXIS - half}v${2 * half}`,
    ).join('');
  switch (kind) {
    case 'weather':
    case 'tailpipe':
      return <path d={`M${x - 10} ${AXIS}h20m-5 -3l5 3l-5 3`} {...line} strokeDasharray={undefined} />;
    case 'filter':
      return <path d={bars(5, 5)} {...line} />;
    case 'cooler':
    case 'between':
      return <path d={bars(9, 5)} {...line} />;
    case 'compressor':
    case 'front-compressor':
      if (lobes)
        return (
          <g {...line}>
            <rect x={x - 17} y={AXIS - 16} width="34" height="32" fill="none" />
            <path
              d={`M${x - 8} ${AXIS - 11}v22M${x - 14} ${AXIS}h12M${x + 8} ${AXIS - 11}v22M${x + 2} ${AXIS}h12`}
            />
          </g>
        );
      return (
        <path
          d={`M${x - 14} ${AXIS - 8}L${x + 12} ${AXIS - 24}V${AXIS + 24}L${x - 14} ${AXIS + 8}Z`}
          {...line}
        />
      );
    case 'turbine':
    case 'front-turbine':
      return (
        <path
          d={`M${x - 12} ${AXIS - 24}L${x + 14} ${AXIS - 8}V${AXIS + 8}L${x - 12} ${AXIS + 24}Z`}
          {...line}
        />
      );
    case 'throttle':
      return (
        <g>
          <path d={`M${x - 3} ${AXIS - half}L${x + 3} ${AXIS + half}`} {...line} strokeWidth={1.8} />
          <circle cx={x} cy={AXIS} r="2" fill="var(--on-heat)" />
        </g>
      );
    case 'cylinders':
      return (
        <g>
          <rect
            x={x - 26}
            y={AXIS - TALLEST}
            width="52"
            height={2 * TALLEST}
            fill="var(--panel)"
            stroke="var(--ink)"
            strokeWidth="1.3"
          />
          {[0, 1, 2, 3].map((i) => (
            <g key={i}>
              {i > 0 && (
                <path d={`M${x - 26 + 13 * i} ${AXIS - TALLEST}v${2 * TALLEST}`} stroke="var(--ink)" />
              )}
              <rect
                x={x - 23.5 + 13 * i}
                y={AXIS + [-14, 8, 8, -14][i]!}
                width="8"
                height="7"
                fill="var(--ink)"
              />
            </g>
          ))}
        </g>
      );
  }
}
