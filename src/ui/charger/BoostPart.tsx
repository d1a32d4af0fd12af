'use client';
import { boostKindOptions } from '../words/changes';
import Button from '@mui/material/Button';
import { exhaustDriveOf, turboChargerOf } from '@/core/job/chargers';
import type { Setup } from '@/core/job/schema/job';
import { given, guess } from '@/core/documents/input';
import { confidences } from '@/core/documents/input';
import type { BoostKind } from '@/core/job/schema/setup-choices';
import { ChoiceField } from '../fields/ChoiceField';
import { confidenceWords } from '../fields/confidence';
import fields from '../fields/fields.module.css';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { useJob, useJobState } from '../store/solved';
import { BoostCurve, CurveTable } from './BoostCurve';
import { HotReadings } from './HotReadings';

/** Boost over the revs: what is asked, to be dragged, and what is reached. */
export default function BoostPart() {
  const { answer } = useJob();
  if (!answer) return <p className={frame.lead}>No result yet: fix the conflicting inputs first.</p>;
  return (
    <>
      <BoostCurve answer={answer} />
      <CurveTable />
    </>
  );
}

/** How boost is asked for. */
export function BoostAside() {
  const { store, setupIndex, answer } = useJob();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const { boost } = setup;
  const at = `setups.${setupIndex}.boost` as const;
  const hasTurbine = Boolean(exhaustDriveOf(turboChargerOf(setup)));
  const choose = (kind: BoostKind) => {
    const build = answer?.build;
    store.getState().edit((job) => {
      const plan = job.setups[setupIndex]!.boost;
      // A curve starts from what was asked so far: choosing it first changes nothing.
      if (kind === 'curve' && plan.curve.rows.length < 2 && build && answer) {
        const level = answer.sweep.level;
        const gauge =
          level.kind === 'boost'
            ? Math.round((level.pressure - build.climate.pressure) / 500) * 500
            : plan.levelGauge.value;
        const [low, high] = [build.idleRpm, build.redLineRpm];
        plan.curve.rows = [0, 0.35, 0.7, 1].map((share) => ({
          speedRpm: Math.round((low + share * (high - low)) / 50) * 50,
          gauge: Math.max(0, gauge),
        }));
        plan.curve.confidence = 'guess';
      }
      if (kind === 'gears' && !plan.gears.length)
        plan.gears = [0.6, 0.8, 1, 1].map((share) =>
          guess(Math.round((plan.levelGauge.value * share) / 1_000) * 1_000),
        );
      plan.kind = kind;
    });
    store.getState().commit();
  };
  const gear = (change: (gears: Setup['boost']['gears']) => void) => {
    store.getState().edit((job) => {
      const plan = job.setups[setupIndex]!.boost;
      change(plan.gears);
      plan.gear = Math.min(plan.gear, Math.max(0, plan.gears.length - 1));
    });
    store.getState().commit();
  };
  return (
    <>
      <Group title="Boost target">
        <ChoiceField
          label="Boost target type"
          value={boost.kind}
          onChoose={choose}
          options={boostKindOptions}
        />
        {boost.kind !== 'goal' && (
          <ChoiceField
            path={`${at}.held`}
            label="Target is"
            hint="which stays the same in other weather"
            options={[
              { value: 'gauge', label: 'gauge' },
              { value: 'absolute', label: 'absolute' },
            ]}
          />
        )}
        {boost.kind === 'level' && (
          <QuantityField path={`${at}.levelGauge`} hint="‘290 kPa abs’ is understood too" basis="gauge" />
        )}
        {boost.kind === 'goal' && (
          <ChoiceField
            path={`${at}.hold`}
            label="Constant above goal speed"
            options={[
              { value: 'pressure', label: 'manifold pressure' },
              { value: 'torque', label: 'torque' },
              { value: 'power', label: 'power' },
            ]}
          />
        )}
        {boost.kind === 'curve' && (
          <ChoiceField
            path={`${at}.curve.confidence`}
            label="Confidence"
            options={confidences.map((value) => ({ value, label: confidenceWords[value] }))}
          />
        )}
        {boost.kind === 'gears' && (
          <>
            <ChoiceField
              label="Selected gear"
              value={String(boost.gear)}
              options={boost.gears.map((_, i) => ({ value: String(i), label: `gear ${i + 1}` }))}
              onChoose={(index) => {
                store.getState().write(`${at}.gear`, Number(index));
                store.getState().commit();
              }}
            />
            {boost.gears.map((_, i) => (
              <QuantityField key={i} path={`${at}.gears.${i}`} basis="gauge" />
            ))}
            <div className={fields.rowKeys}>
              <Button
                variant="outlined"
                size="small"
                disabled={boost.gears.length >= 10}
                onClick={() => gear((g) => void g.push(given(g.at(-1)?.value ?? 50_000, 'guess')))}
              >
                Add a gear
              </Button>
              <Button
                variant="outlined"
                size="small"
                disabled={boost.gears.length <= 1}
                onClick={() => gear((g) => void g.pop())}
              >
                Remove the last
              </Button>
            </div>
          </>
        )}
        {!hasTurbine && boost.kind !== 'curve' && (
          <>
            <QuantityField path={`${at}.onsetRpm`} hint="until a turbine is matched" />
            <QuantityField path={`${at}.fullRpm`} />
          </>
        )}
      </Group>
      <HotReadings />
    </>
  );
}
