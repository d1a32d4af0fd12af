import Button from '@mui/material/Button';
import Input from '@mui/material/Input';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { pointsOfMap, residualsOf, type TracedLine, type TracedProblem } from '@/core/compressor/traced-map';
import { blankCard, runCardSchemaBounds } from '@/core/dyno/card';
import { channels } from '@/core/dyno/channels';
import { valueAt } from '@/core/dyno/compare';
import { curveOf } from '@/core/dyno/smoothing';
import { readingError, tracedChannels, tracedLog, type Traced, type TracedChannel } from '@/core/dyno/traced';
import type { PictureAxes } from '@/core/numerics/picture-axes';
import { fromUnit, toUnit, unitsOf } from '@/core/units/quantities';
import { tracedMapCsv } from '@/formats/traced-map-csv';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Row } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { keepForImport } from '../library/for-import';
import { useJob } from '../store/solved';
import { useWords } from '../words/useWords';
import { formatNumber } from '../words/format';
import { numberIn, sheetUnits } from './SheetAxes';
import { thumbnailOf } from './picture-file';
import { useSheet, type SheetCurve } from './sheet-state';
import { useRuns } from './useRuns';
import { server } from '../server/client';
import styles from './dyno.module.css';

const whatNames: Record<SheetCurve['what'], string> = {
  torque: 'torque',
  power: 'power',
  boost: 'boost',
  speed: 'speed line',
  ring: 'efficiency ring',
};

/** Lines of the sheet: which is traced now, what each is, and what they make together. */
export function SheetCurves({ axes }: { axes: PictureAxes | null }) {
  const { curves, kind, tool, set } = useSheet();
  const kinds: SheetCurve['what'][] = kind === 'run' ? [...tracedChannels] : ['speed', 'ring'];
  const change = (id: number, part: Partial<SheetCurve>) =>
    set({ curves: curves.map((curve) => (curve.id === id ? { ...curve, ...part } : curve)) });
  const add = () => {
    const id = Math.max(0, ...curves.map((curve) => curve.id)) + 1;
    const last = curves.at(-1);
    const what =
      kind === 'map'
        ? (last?.what ?? 'speed')
        : (kinds.find((one) => curves.every((c) => c.what !== one)) ?? 'power');
    set({ curves: [...curves, { id, what, value: null, points: [] }], tool: { kind: 'trace', curve: id } });
  };
  return (
    <Group title={kind === 'run' ? 'Curves' : 'Lines'}>
      {curves.map((curve, i) => {
        const isCurrent = tool.kind === 'trace' && tool.curve === curve.id;
        return (
          <div key={curve.id} className={styles.choices}>
            <ChoiceField
              label={`Line ${i + 1}`}
              hint={`${curve.points.length} points`}
              value={curve.what}
              onChoose={(what) => change(curve.id, { what })}
              options={kinds.map((value) => ({ value, label: whatNames[value] }))}
            />
            {kind === 'map' && <LineValue curve={curve} onValue={(value) => change(curve.id, { value })} />}
            <div className={styles.menus}>
              <Button
                size="small"
                variant={isCurrent ? 'contained' : 'outlined'}
                aria-pressed={isCurrent}
                onClick={() => set({ tool: { kind: 'trace', curve: curve.id } })}
              >
                Trace line {i + 1}
              </Button>
              <Button
                size="small"
                disabled={!curve.points.length}
                onClick={() => change(curve.id, { points: curve.points.slice(0, -1) })}
              >
                Last point away
              </Button>
              <Button
                size="small"
                disabled={curves.length === 1}
                onClick={() => {
                  const left = curves.filter((one) => one !== curve);
                  set({ curves: left, tool: { kind: 'trace', curve: left[0]!.id } });
                }}
              >
                Line away
              </Button>
            </div>
          </div>
        );
      })}
      <Button size="small" variant="outlined" onClick={add}>
        Another line
      </Button>
      {kind === 'run' ? <MakeRun axes={axes} /> : <MakeMap axes={axes} />}
    </Group>
  );
}

/** The figure printed beside a line of a map. */
function LineValue({ curve, onValue }: { curve: SheetCurve; onValue: (value: number | null) => void }) {
  const [text, setText] = useState(curve.value === null ? '' : String(curve.value));
  const isBad = text.trim() !== '' && numberIn(text) === null;
  const label = curve.what === 'ring' ? 'Efficiency, %' : 'Speed, rpm';
  return (
    <Row label={label}>
      <Input
        value={text}
        error={isBad}
        slotProps={{ input: { 'aria-label': label, inputMode: 'decimal', maxLength: 20 } }}
        onChange={(e) => {
          setText(e.target.value);
          onValue(numberIn(e.target.value));
        }}
      />
      {isBad && <p role="alert">“{text.slice(0, 20)}” is not a number.</p>}
    </Row>
  );
}

/** A run from the traced curves, marked as read off a picture, with its reading error. */
function MakeRun({ axes }: { axes: PictureAxes | null }) {
  const { curves, units, picture, set } = useSheet();
  const { add } = useRuns();
  const { displayUnit, figure } = useWords();
  const { store } = useJob();
  const jobId = store.getState().id;
  const [done, setDone] = useState<string | null>(null);
  const main = curves.find(({ what }) => what === 'torque' || what === 'power');
  const unit = (channel: TracedChannel) =>
    sheetUnits(channel).find(({ symbol }) => symbol === units.y) ??
    displayUnit(channel === 'boost' ? 'boost' : channel);
  const traced: Partial<Record<TracedChannel, Traced>> = {};
  if (axes)
    for (const { what, points } of curves)
      if (what === 'torque' || what === 'power' || what === 'boost')
        traced[what] = points.map((at) => {
          const { x, y } = axes.valueAt(at);
          return { speedRpm: x, value: fromUnit(y, unit(what)) };
        });
  const log = axes ? tracedLog(traced) : null;
  const isSpeed = log?.speedRpm?.every((n) => n >= 100 && n <= 30_000) ?? false;
  const channel = traced.torque?.length ? 'torque' : 'power';
  const peak = Math.max(0, ...(log?.[channel] ?? []));
  const error =
    axes && main
      ? readingError(axes.perPixel.y * (fromUnit(1, unit(channel)) - fromUnit(0, unit(channel))), peak)
      : 0;
  // How far the smoothed curve of the run lies from what was clicked, in pixels of the picture.
  const smooth = log && curveOf(log, channel);
  const residuals =
    axes && smooth
      ? (traced[channel] ?? []).flatMap(({ speedRpm, value }) => {
          const there = valueAt(smooth, speedRpm);
          return there === null
            ? []
            : [
                Math.abs(there - value) /
                  (axes.perPixel.y * (fromUnit(1, unit(channel)) - fromUnit(0, unit(channel)))),
              ];
        })
      : [];
  const make = async () => {
    if (!log || !picture) return;
    const { min, max } = runCardSchemaBounds.repeatability;
    const card = {
      ...blankCard(`Read off ${picture.name}`.slice(0, 80)),
      source: 'picture' as const,
      repeatability: Math.min(max, Math.max(min, Math.hypot(0.01, error))),
      note: `Read off a picture: reading error ± ${(100 * error).toFixed(1)} % of the peak.`,
      startRpm: log.speedRpm![0]!,
    };
    const id = await add(card, log, JSON.stringify({ picture: picture.name, traced }));
    if (!id) return setDone(null);
    const thumbnail = thumbnailOf(picture);
    const kept = thumbnail ? await server.addPicture(jobId, picture.file, picture.name, thumbnail, id) : null;
    setDone(
      `It is on record as ${card.name}${kept?.kind === 'ok' ? ', with its picture' : ''}. Say on its card which air it was made in.`,
    );
  };
  return (
    <>
      <ChoiceField
        label={channel === 'torque' ? 'Torque in' : 'Power in'}
        value={unit(channel).symbol}
        onChoose={(y) => set({ units: { ...units, y } })}
        options={sheetUnits(channel).map(({ symbol }) => ({ value: symbol, label: symbol }))}
      />
      {log && isSpeed && (
        <p className={frame.lead}>
          {figure(peak, channel)} at the most; reading error ± {figure(error, 'fineShare')} of it
          {residuals.length > 0 &&
            `; the curve lies ${formatNumber(median(residuals), 1)} pixels from the clicks`}
          .
        </p>
      )}
      {log && !isSpeed && (
        <p role="alert" className={frame.lead}>
          The horizontal axis gives engine speeds that no engine has: check its values.
        </p>
      )}
      <Button variant="contained" disabled={!log || !isSpeed} onClick={() => void make()}>
        Add as a run
      </Button>
      {!log && (
        <p className={frame.foot}>
          It needs both axes and at least four points of a {channels.torque.name} or {channels.power.name}{' '}
          curve.
        </p>
      )}
      {done && <p role="status">{done}</p>}
    </>
  );
}

const median = (values: number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
};

const mapProblems: Record<TracedProblem, string> = {
  'few-speeds': 'A map needs three speed lines.',
  'short-line': 'A speed line needs three points:',
  'no-rings': 'A map needs an efficiency ring.',
  'no-crossing': 'This speed line crosses no efficiency ring:',
};

/** The lines of a printed map as they are traced, and the points they make. */
export function useTracedMap(axes: PictureAxes | null) {
  const { curves, units } = useSheet();
  const { displayUnit } = useWords();
  const flows = unitsOf('massFlow');
  const unit = flows.find(({ symbol }) => symbol === units.x) ?? displayUnit('massFlow');
  const lines = (what: 'speed' | 'ring'): TracedLine[] =>
    axes
      ? curves.flatMap((curve) => {
          if (curve.what !== what || curve.value === null || !curve.points.length) return [];
          const places = curve.points.map((at) => {
            const { x, y } = axes.valueAt(at);
            return { flow: fromUnit(x, unit), ratio: y };
          });
          return [{ value: what === 'ring' ? curve.value / 100 : curve.value, places }];
        })
      : [];
  const [speeds, rings] = [lines('speed'), lines('ring')];
  const made = axes ? pointsOfMap({ speeds, rings }) : null;
  return { made, speeds, rings, unit };
}

/** The printed map as a file of points, on to the checks of the import. */
function MakeMap({ axes }: { axes: PictureAxes | null }) {
  const { picture } = useSheet();
  const { figure } = useWords();
  const router = useRouter();
  const { made, speeds, rings, unit } = useTracedMap(axes);
  // In pixels of the picture.
  const off =
    made?.ok && axes
      ? residualsOf({ speeds, rings }, made.points, ({ flow, ratio }) =>
          axes.pixelAt(toUnit(flow, unit), ratio),
        )
      : [];
  const take = () => {
    if (!made?.ok) return;
    keepForImport({
      name: `${picture?.name ?? 'map'}.csv`,
      text: tracedMapCsv(made.points, picture?.name ?? ''),
    });
    router.push('/library/compressors/import');
  };
  return (
    <>
      {made && !made.ok && (
        <p className={frame.foot}>
          {mapProblems[made.problem]} {made.speedRpm !== null && figure(made.speedRpm, 'shaftSpeed')}
        </p>
      )}
      {made?.ok && (
        <p className={frame.lead}>
          {speeds.length} speed lines, {rings.length} rings, {made.points.length} points. Between the rings
          efficiency is read straight; inside the innermost and outside the last it is an estimate. Drawn back
          over the picture the points lie {formatNumber(median(off), 1)} pixels from what was clicked.
        </p>
      )}
      <Button variant="contained" disabled={!made?.ok} onClick={take}>
        On to the import’s checks
      </Button>
    </>
  );
}
