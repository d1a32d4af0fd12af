'use client';
import { useEffect, useMemo, useState } from 'react';
import { checkAgainst, nearestBuilds, type BuildProfile, type Likeness } from '@/core/report/nearest';
import { chargerAtEngine, arrangementOf, beltDriveOf } from '@/core/job/chargers';
import { displacementOf } from '@/core/build/job-engine';
import type { PastBuild } from '@/formats/builds';
import charts from '../charts/charts.module.css';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import frame from '../frame/frame.module.css';
import { server } from '../server/client';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';

const likeWords: Record<Likeness, string> = {
  engine: 'cylinders',
  size: 'size',
  fuel: 'fuel',
  charger: 'charger',
  power: 'power',
};
const MOST = 6;

/** The nearest earlier builds of this shop, what they made, and what that says of the forecast at hand. */
export default function EarlierPart() {
  const { store, answer, items, setupIndex } = useJob();
  const job = useJobState((s) => s.draft);
  const own = store.getState().id;
  const { figure, signedFigure } = useWords();
  const [builds, setBuilds] = useState<PastBuild[] | null>(null);
  const [failure, setFailure] = useState<FailureWords | null>(null);
  useEffect(() => {
    let isHere = true;
    void server.builds().then((reply) => {
      if (!isHere) return;
      if (reply.kind === 'ok') setBuilds(reply.data.builds);
      else setFailure(failureOf('Earlier builds were not fetched.', reply));
    });
    return () => {
      isHere = false;
    };
  }, []);
  const power = answer?.build.goal.power ?? null;
  const near = useMemo(() => {
    if (!builds || power === null) return null;
    const setup = job.setups[setupIndex]!;
    const charger = chargerAtEngine(setup);
    const belt = beltDriveOf(charger);
    const ref = belt?.blower ?? charger?.machine;
    const item = items.find(({ id, revision }) => id === ref?.id && revision === ref.revision);
    const arrangement = arrangementOf(setup.induction);
    const profile: BuildProfile = {
      displacement: displacementOf(job.engine),
      cylinders: job.engine.cylinders.value,
      fuel: job.brief.fuel.id,
      charger: item
        ? { name: item.document.name, count: arrangement === 'single' ? 1 : 2, arrangement }
        : null,
      power,
    };
    return nearestBuilds(
      profile,
      builds.filter(({ id }) => id !== own),
      MOST,
    );
  }, [builds, power, job, setupIndex, items, own]);
  const forecast = answer?.sweep.goalPoint.power.flywheel ?? null;
  const check = useMemo(
    () =>
      near && forecast !== null
        ? checkAgainst(
            forecast,
            near.flatMap(({ build }) =>
              build.promise ? [{ promised: build.promise.middle, made: build.promise.made }] : [],
            ),
          )
        : null,
    [near, forecast],
  );
  return (
    <>
      <h2 className={charts.head}>
        Earlier builds
        <small>the nearest of this shop by engine, size, fuel, charger and power</small>
      </h2>
      {failure && <Failure {...failure} />}
      {!near && !failure && (
        <p className={frame.lead} role="status">
          {power === null
            ? 'No result yet: fix the conflicting inputs first.'
            : 'Earlier builds are being fetched.'}
        </p>
      )}
      {near && near.length === 0 && <p className={frame.lead}>This shop has no other build yet.</p>}
      {near && near.length > 0 && (
        <>
          <p className={frame.lead}>
            {check
              ? `${check.count === 1 ? 'One of them was' : `${check.count} of them were`} promised and run: made ${figure(check.mean, 'fineShare')} of the promise${check.count > 1 ? ` (${figure(check.low, 'fineShare')} to ${figure(check.high, 'fineShare')})` : ''}. At that this one would make ${figure(check.power, 'power')} at the flywheel, where the model has ${figure(forecast!, 'power')}.`
              : 'None of them was promised and run yet, so they check nothing.'}
          </p>
          <FigureTable
            caption="Nearest builds"
            unseen
            rows={near}
            keyOf={({ build }) => build.id}
            columns={[
              {
                name: 'build',
                cell: ({ build: { id, name, profile } }) => (
                  <>
                    <a href={`/jobs/${id}/report?report=customer`}>{name}</a>
                    <small>
                      {figure(profile.displacement, 'volume')}, {profile.cylinders} cylinders
                    </small>
                  </>
                ),
              },
              {
                name: 'alike in',
                text: true,
                cell: ({ alike }) => alike.map((one) => likeWords[one]).join(', ') || 'little',
              },
              {
                name: 'charger',
                text: true,
                cell: ({ build: { profile } }) => profile.charger?.name ?? 'none',
              },
              { name: 'goal, flywheel', cell: ({ build }) => figure(build.profile.power, 'power') },
              {
                name: 'made',
                cell: ({ build: { measured } }) =>
                  measured ? (
                    <>
                      {figure(measured.power, 'power')}
                      <small>at the {measured.basis === 'hub' ? 'hubs' : measured.basis}</small>
                    </>
                  ) : (
                    'not run'
                  ),
              },
              {
                name: 'against its promise',
                cell: ({ build: { promise } }) =>
                  promise ? (
                    <>
                      {signedFigure(promise.made / promise.middle - 1, 'fineShare')}
                      <small>
                        {promise.made >= promise.low && promise.made <= promise.high
                          ? 'inside its band'
                          : 'outside its band'}
                      </small>
                    </>
                  ) : (
                    'no promise was run'
                  ),
              },
            ]}
          />
          <p className={frame.foot}>
            Nearness is a judgement of ours: burning, fuel, charger, displacement and power.
          </p>
        </>
      )}
    </>
  );
}
