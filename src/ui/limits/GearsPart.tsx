'use client';
import Button from '@mui/material/Button';
import { useCallback, useMemo } from 'react';
import { flatLevel, canShape } from '@/core/studies/boost-shaping';
import { boostByGear, drivelineRows, type DrivelineRow, type GearLevel } from '@/core/studies/driveline';
import { JUST_HOLDS } from '@/core/limits/metrics';
import charts from '../charts/charts.module.css';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob } from '../store/solved';
import { useSlices } from '../store/useSlices';
import { FigureTable, type FigureColumn } from '../table/FigureTable';
import { useWords } from '../words/useWords';

/** Share of a gear's torque that is left. */
const MARGIN = 0.05;

type Row = DrivelineRow & { level: GearLevel | null };

/** Clutch and gearbox by gear with their margin, and the boost at which each gear holds. */
export default function GearsPart() {
  const { store, setupIndex, answer } = useJob();
  const { figure, signedFigure } = useWords();
  const rows = useMemo(() => (answer ? drivelineRows(answer.build, answer.sweep.points) : []), [answer]);
  const isByGear = rows.some(({ gear }) => gear !== null);
  const shapeable = Boolean(answer && canShape(answer.build) && isByGear);
  const make = useCallback(
    function* () {
      if (answer && shapeable) yield* boostByGear(answer.build, flatLevel(answer.sweep), MARGIN);
    },
    [answer, shapeable],
  );
  const found = useSlices(make, 'Boost by gear');
  const levels = (found ?? []).filter((one): one is GearLevel => one !== undefined);
  const gears = rows.filter(({ gear }) => gear !== null);
  const isDone = levels.length === gears.length && gears.length > 0;
  const take = () => {
    store.getState().edit((job) => {
      const plan = job.setups[setupIndex]!.boost;
      plan.kind = 'gears';
      plan.held = 'gauge';
      plan.gears = levels.map(({ gauge }) => ({ value: Math.floor(gauge / 500) * 500, confidence: 'guess' }));
      plan.gear = Math.min(plan.gear, levels.length - 1);
    });
    store.getState().commit();
  };
  if (!rows.length)
    return (
      <>
        <h2 className={charts.head}>Clutch and gearbox</h2>
        <p className={frame.lead}>
          Neither a clutch nor a gearbox has a torque yet: give it on the Brief under Vehicle, a gearbox also
          by gear.
        </p>
      </>
    );
  const columns: FigureColumn<Row>[] = [
    {
      name: 'part',
      cell: ({ part, gear, margin }) => (
        <>
          <StateMark
            state={margin < 0 ? 'over' : margin < 1 - JUST_HOLDS ? 'marginal' : 'within'}
            size={11}
          />{' '}
          {part === 'clutch' ? 'Clutch' : gear === null ? 'Gearbox' : `Gear ${gear + 1}`}
        </>
      ),
    },
    { name: 'bears', cell: ({ limit }) => figure(limit, 'torque') },
    {
      name: 'forecast',
      cell: ({ torque, speedRpm }) => (
        <>
          {figure(torque, 'torque')}
          <small>at {figure(speedRpm, 'engineSpeed')}</small>
        </>
      ),
    },
    { name: 'margin', cell: ({ margin }) => signedFigure(margin, 'share') },
  ];
  if (rows.some(({ axleTorque }) => axleTorque !== null))
    columns.push({
      name: 'at the axle',
      cell: ({ axleTorque }) => (axleTorque === null ? '' : figure(axleTorque, 'torque')),
    });
  if (shapeable)
    columns.push({
      name: `boost it holds, ${figure(MARGIN, 'share')} left`,
      cell: ({ level }) =>
        !level ? (
          ''
        ) : level.kind === 'nowhere' ? (
          'none'
        ) : (
          <>
            {figure(level.gauge, 'boost')} gauge
            {level.kind === 'holds' && <small>all of it</small>}
          </>
        ),
    });
  return (
    <>
      <h2 className={charts.head}>
        Clutch and gearbox
        <small>greatest torque at the flywheel against what each bears; ratings stand on the Brief</small>
      </h2>
      <FigureTable
        caption="Clutch and gearbox by gear"
        unseen
        rows={rows.map((row) => ({ ...row, level: levels.find(({ gear }) => gear === row.gear) ?? null }))}
        keyOf={({ part, gear }) => `${part} ${gear}`}
        columns={columns}
      />
      {shapeable && (
        <Button
          variant="contained"
          onClick={take}
          disabled={!isDone || levels.some(({ kind }) => kind === 'nowhere')}
        >
          Make it the boost by gear
        </Button>
      )}
      {!isByGear && (
        <p className={frame.foot}>
          A gearbox that is weaker in some gears: give its rating by gear on the Brief, and boost is worked
          out for each.
        </p>
      )}
      <p className={frame.foot}>
        Torque at the axle is in that gear and without wheelspin. Shifts without a lift and a wheel that grips
        again load a gearbox beyond it.
      </p>
    </>
  );
}
