'use client';
import type { Settings } from '@/formats/settings';
import Button from '@mui/material/Button';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { healthChecks } from '@/core/decisions/health';
import { compressionRatioOf } from '@/core/build/derived';
import { compileBuild } from '@/core/build/build';
import { displacementOf } from '@/core/build/job-engine';
import { solveSweep } from '@/core/solve/sweep';
import { fuelOf, fuelOfBrief } from '@/core/fuel/fuels';
import type { Job } from '@/core/job/schema/job';
import { libraryOf, type AnyItem } from '@/formats/library-items';
import { ShopPage } from '../frame/ShopPage';
import type { StoredJob } from '../server/client';
import { fixedNames, placeNames, topicNames, useNames } from '../words/brief';
import { formatNumber } from '../words/format';
import type { Reason } from '@/core/working/range';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import styles from './brief-sheet.module.css';

type Props = { stored: StoredJob; items: AnyItem[]; shop: Pick<Settings, 'shopName' | 'address'> };

const dayText = (iso: string) =>
  iso ? new Date(`${iso}T12:00:00Z`).toLocaleDateString('en-GB', { dateStyle: 'long', timeZone: 'UTC' }) : '';

/** The Brief on one sheet: what was wished, what was agreed, on which ground, and room to sign. */
/** What the workshop looks at while it holds: a customer who signs needs it only where it does not. */
const forTheWorkshop = new Set(['belt-holds', 'blower-speed', 'efficiency-at-goal', 'surge-clear']);
const isForCustomer = ({ code }: Reason): boolean => !forTheWorkshop.has(code);

export function BriefSheet({ stored, items, shop }: Props) {
  const { job } = stored;
  const { brief, engine } = job;
  const { figure } = useWords();
  const setup = job.setups[0]!;
  const solved = useMemo(() => {
    const result = compileBuild(job, setup.id, libraryOf(items));
    return 'build' in result ? { sweep: solveSweep(result.build), problems: [] } : { sweep: null, ...result };
  }, [job, setup.id, items]);
  // The date of printing is the browser's; the server's page carries none.
  const [today, setToday] = useState('');
  // eslint-disable-next-line react-hooks/set-state-in-effect
  useEffect(() => setToday(new Date().toLocaleDateString('en-GB', { dateStyle: 'long' })), []);
  const { goal, use, venue, otherVenues, budget, due, fixed, local, vehicle } = brief;
  const checks = healthChecks(engine.condition);
  const weather = (v: Job['brief']['venue']) =>
    [
      figure(v.altitude.value, 'altitude'),
      `${figure(v.temperature.value, 'temperature')} designed for`,
      v.coldest && `from ${figure(v.coldest.value, 'temperature')}`,
      v.hottest && `up to ${figure(v.hottest.value, 'temperature')}`,
    ]
      .filter(Boolean)
      .join(', ');
  const fuels = [
    fuelOfBrief(brief.fuel).name,
    brief.fuelBest && `at best ${fuelOf(brief.fuelBest).name}`,
    brief.fuelWorst && `at worst ${fuelOf(brief.fuelWorst).name}`,
  ].filter(Boolean);
  return (
    <ShopPage
      page="board"
      title={`Brief: ${job.name}`}
      note={`revision ${stored.revision}`}
      actions={
        <>
          <Button size="small" href={`/jobs/${stored.id}/brief?brief=terms`}>
            Back to the Brief
          </Button>
          <Button size="small" variant="contained" onClick={() => window.print()}>
            Print
          </Button>
        </>
      }
    >
      <article className={styles.sheet}>
        <header>
          {shop.shopName && (
            <p>
              <b>{shop.shopName}</b>
              {shop.address && `, ${shop.address.replace(/\s*\n\s*/g, ', ')}`}
            </p>
          )}
          <h1>{job.name}</h1>
          <p>
            Brief, revision {stored.revision}.{today && ` Printed ${today}.`}
          </p>
        </header>
        {brief.wish && <blockquote>{brief.wish}</blockquote>}
        <div className={styles.columns}>
          <dl>
            {brief.customer && <Row name="Customer">{brief.customer}</Row>}
            <Row name="Goal">
              {figure(goal.power.value, 'power')} at the {goal.basis} at{' '}
              {figure(goal.speedRpm.value, 'engineSpeed')}
              {goal.torque &&
                goal.torqueRpm &&
                `; ${figure(goal.torque.value, 'torque')} at ${figure(goal.torqueRpm.value, 'engineSpeed')}`}
            </Row>
            <Row name="Use">
              {useNames[use.kind]}
              {use.fullSeconds && `, ${figure(use.fullSeconds.value, 'time')} at full power`}
              {use.restSeconds && `, ${figure(use.restSeconds.value, 'time')} rest`}
              {use.repeats && `, ${formatNumber(use.repeats.value, 0)} times`}
              {use.loadHours && `, ${figure(use.loadHours.value, 'hours')} at high load`}
            </Row>
            <Row name={venue.name || 'Design point'}>{weather(venue)}</Row>
            {otherVenues.map((v, i) => (
              <Row key={i} name={v.name || `Venue ${i + 2}`}>
                {weather(v)}
              </Row>
            ))}
            <Row name="Fuel">{fuels.join(', ')}</Row>
            <Row name="Engine">
              {figure(displacementOf(engine), 'volume')}, {formatNumber(engine.cylinders.value, 0)} cylinders,
              compression {formatNumber(compressionRatioOf(engine), 2)}, red line{' '}
              {figure(engine.redLineRpm.value, 'engineSpeed')}
            </Row>
            {vehicle.name && (
              <Row name="In">
                {vehicle.name}
                {vehicle.mass && `, ${figure(vehicle.mass.value, 'mass')}`}
              </Row>
            )}
          </dl>
          <dl>
            <Row name="Budget">
              {budget.amount ? `${budget.currency} ${formatNumber(budget.amount.value, 0)}` : 'not agreed'}
            </Row>
            <Row name="Due date">{dayText(due) || 'not agreed'}</Row>
            <Row name="May not change">
              {fixed.length
                ? fixed.map((f) => `${fixedNames[f.what]}${f.note ? ` (${f.note})` : ''}`).join('; ')
                : 'nothing was named'}
            </Row>
            <Row name="Runs on">{placeNames[local.place]}</Row>
            {local.answers.map((a, i) => (
              <Row key={i} name={`Asked: ${topicNames[a.topic]}`}>
                {a.answer || 'no answer yet'}
                {(a.from || a.on) && ` (${[a.from, dayText(a.on)].filter(Boolean).join(', ')})`}
              </Row>
            ))}
          </dl>
        </div>
        <h2>The engine as it stands</h2>
        <ul>
          {checks.length === 0 && <li>No check of its condition is recorded.</li>}
          {checks.map((c, i) => (
            <li key={i}>
              <Say reason={c.reason} />
            </li>
          ))}
          {engine.condition.factor.value < 1 && (
            <li>
              Counted as making {figure(engine.condition.factor.value, 'share')} of what a sound one would.
            </li>
          )}
        </ul>
        <h2>
          The forecast, setup {setup.letter}: {setup.name}
        </h2>
        <ul>
          {solved.sweep
            ? solved.sweep.goal.findings.filter(isForCustomer).map((reason, i) => (
                <li key={i}>
                  <Say reason={reason} />
                </li>
              ))
            : solved.problems.map((p) => (
                <li key={p.path}>
                  <Say reason={p.reason} />
                </li>
              ))}
        </ul>
        <p className={styles.small}>
          Estimates for planning, not permission: a qualified person checks the build. What emissions, noise,
          road and class rules allow the local authority says; the answers above are as they were given.
        </p>
        <div className={styles.signatures}>
          <span>Customer, date</span>
          <span>For the shop, date</span>
        </div>
      </article>
    </ShopPage>
  );
}

const Row = ({ name, children }: { name: string; children: ReactNode }) => (
  <div>
    <dt>{name}</dt>
    <dd>{children}</dd>
  </div>
);
