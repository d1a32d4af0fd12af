import { useMemo } from 'react';
import type { Blower } from '@/core/blower/document';
import { compileBlower, efficienciesAt } from '@/core/blower/table';
import { PlotPanel } from '../charts/PlotPanel';
import { looks, type PlotCurve } from '../charts/curves';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';

const STEPS = 60;
/** Pressure ratios that are drawn: as many as can be told apart by their lines. */
const RATIOS = [1.3, 1.6, 2];
/** Volumetric and isentropic efficiency over rotor speed, a curve for each pressure ratio of the table. */
export function BlowerPicture({ blower, height = 190 }: { blower: Blower; height?: number }) {
  const { inUnit, symbol } = useWords();
  const { rows, curves } = useMemo(() => {
    const compiled = compileBlower(blower);
    const shown = RATIOS.filter((r) => r >= compiled.ratios.lowest && r <= compiled.ratios.highest);
    const first = compiled.speeds[0]!;
    const last = compiled.speeds.at(-1)!;
    return {
      rows: Array.from({ length: STEPS + 1 }, (_, i) => {
        const speedRpm = first + ((last - first) * i) / STEPS;
        const read = shown.map((ratio) => efficienciesAt(compiled, speedRpm, ratio));
        return {
          x: inUnit(speedRpm, 'shaftSpeed'),
          ...Object.fromEntries(read.map((r, k) => [`v${k}`, inUnit(r.volumetric, 'share')])),
          ...Object.fromEntries(read.map((r, k) => [`i${k}`, inUnit(r.isentropic, 'share')])),
        };
      }),
      curves: (what: 'v' | 'i'): PlotCurve[] =>
        shown.map((ratio, k) => ({
          key: `${what}${k}`,
          name: `pressure ratio ${formatNumber(ratio, 1)}`,
          look: looks.own(k),
          end: { letter: formatNumber(ratio, 1), slot: k },
        })),
    };
  }, [blower, inUnit]);
  const unit = symbol('share');
  const plots = [
    ['v', 'Volumetric efficiency', 'volumetric efficiency'],
    ['i', 'Isentropic efficiency', 'isentropic efficiency'],
  ] as const;
  return (
    <>
      {plots.map(([what, title, words]) => (
        <PlotPanel
          key={what}
          title={title}
          note={`${unit} over rotor rpm, by pressure ratio`}
          label={`${title} of ${blower.name} over rotor speed`}
          height={height}
          rows={rows}
          curves={curves(what)}
          y={{ low: what === 'v' ? 40 : 20, high: what === 'v' ? 100 : 90 }}
          say={{
            x: (v) => `${formatNumber(v, 0)} rpm`,
            y: (v) => `${formatNumber(v, 0)} ${unit} ${words}`,
          }}
        />
      ))}
    </>
  );
}
