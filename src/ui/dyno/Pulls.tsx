import Slider from '@mui/material/Slider';
import { useMemo, useState } from 'react';
import type { Pull } from '@/core/dyno/pulls';
import { looks, rowsOf } from '../charts/curves';
import { PlotPanel } from '../charts/PlotPanel';
import { ChoiceField } from '../fields/ChoiceField';
import frame from '../frame/frame.module.css';
import { useWords } from '../words/useWords';
import { lineAt } from './drawn';
import type { LogSource } from './log-source';

type Props = {
  source: Extract<LogSource, { ok: true }>;
  pulls: Pull[];
  onTrim: (index: number, pull: Pull) => void;
};

/** Pulls of a log over its readings; each is trimmed with two handles. */
export function Pulls({ source, pulls, onTrim }: Props) {
  const { figure } = useWords();
  const { speeds, readings } = source;
  const [picked, setPicked] = useState(0);
  const index = Math.min(picked, pulls.length - 1);
  const pull = pulls[index];
  const found = source.pulls[index];
  const line = useMemo(
    () => ({ key: 'rpm', name: 'engine speed', look: looks.own(0), xs: speeds.places, ys: speeds.values }),
    [speeds],
  );
  const rows = useMemo(
    () => rowsOf({ rpm: speeds.places.map((x, i) => ({ x, y: speeds.values[i]! })) }),
    [speeds],
  );
  const top = speeds.values.reduce((a, b) => Math.max(a, b), 0);
  if (!pull || !found) return <p className={frame.lead}>No pull was found: the whole is taken as one run.</p>;
  // A handle goes as far as half a pull beyond what was found.
  const beyond = Math.ceil((found.to - found.from) / 2);
  const [low, high] = [Math.max(0, found.from - beyond), Math.min(readings, found.to + beyond)];
  const trim = ([from, to]: [number, number]) => {
    if (to - from < 6) return;
    const at = (place: number) => lineAt(line, place) ?? pull.toRpm;
    onTrim(index, { from, to, fromRpm: at(from), toRpm: at(to - 1) });
  };
  return (
    <>
      <p className={frame.lead}>
        {pulls.length === 1 ? 'One pull was found.' : `${pulls.length} pulls were found: each becomes a run.`}
      </p>
      {pulls.length > 1 && (
        <ChoiceField
          label="Trim"
          value={String(index)}
          onChoose={(next) => setPicked(Number(next))}
          options={pulls.map(({ fromRpm, toRpm }, i) => ({
            value: String(i),
            label: `pull ${i + 1}, ${figure(fromRpm, 'engineSpeed')} to ${figure(toRpm, 'engineSpeed')}`,
          }))}
        />
      )}
      <PlotPanel
        title="Engine speed"
        note="rpm by reading; the pull lies between the handles"
        label="Engine speed of the log by reading"
        height={110}
        rows={rows}
        curves={[line]}
        x={{ low, high: Math.max(low + 1, high) }}
        y={{ low: 0, high: 1.08 * top, ticks: 3 }}
      />
      <Slider
        size="small"
        min={low}
        max={high}
        value={[pull.from, pull.to]}
        getAriaLabel={(i) => (i === 0 ? 'First reading of the pull' : 'Last reading of the pull')}
        getAriaValueText={(value) => `reading ${value}`}
        onChange={(_, next) => trim(next as [number, number])}
        sx={{ width: 'calc(100% - 60px)', marginLeft: '44px' }}
      />
      <p className={frame.foot}>
        {pull.to - pull.from} of {readings} readings, {figure(pull.fromRpm, 'engineSpeed')} to{' '}
        {figure(pull.toRpm, 'engineSpeed')}.
      </p>
    </>
  );
}
