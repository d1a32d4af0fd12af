'use client';
import Link from 'next/link';
import { ownFactorOf, recordOf, type ChargedBy } from '@/core/forecast/carried';
import { fuelIds, fuelOf } from '@/core/fuel/fuels';
import type { LedgerLine } from '@/formats/forecasts';
import { perPound } from '../demand/Schools';
import { StateMark } from '../frame/icons';
import shop from '../frame/shop.module.css';
import { ShopPage } from '../frame/ShopPage';
import { FigureTable } from '../table/FigureTable';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';

const chargers: Record<ChargedBy, string> = {
  turbo: 'turbocharged',
  blower: 'supercharged',
  both: 'turbo and supercharger',
  nothing: 'without a charger',
};
const percent = (share: number): string => `${formatNumber(100 * share, 1)}\u00a0%`;
const signedPercent = (share: number): string => `${share >= 0 ? '+' : '−'}${percent(Math.abs(share))}`;

/** Every promise of the shop and what came of it: the band, the run in its own air, inside or outside. */
export function LedgerPage({ lines }: { lines: LedgerLine[] }) {
  const { figure, figureNumber } = useWords();
  const kept = lines.flatMap((line) => (line.run ? [{ ...line, result: line.run.power }] : []));
  const record = recordOf(kept);
  const kinds = [
    ...fuelIds.map((id) => ({
      name: fuelOf(id).name,
      own: recordOf(kept.filter(({ fuel }) => fuel === id)),
    })),
    ...(Object.keys(chargers) as ChargedBy[]).map((by) => ({
      name: chargers[by],
      own: recordOf(kept.filter((line) => line.chargedBy === by)),
    })),
  ].flatMap(({ name, own }) => (own ? [{ name, ...own }] : []));
  const factor = ownFactorOf(
    kept.flatMap(({ run }) => (run?.airFlow ? [{ power: run.flywheel, airFlow: run.airFlow }] : [])),
  );
  const waiting = lines.length - kept.length;
  return (
    <ShopPage page="ledger" title="Ledger" note="what was promised, and what the dyno said">
      <h1 className={shop.headline}>
        {record
          ? `${percent(record.coverage)} inside the band, ${signedPercent(record.bias)} against the promise`
          : lines.length
            ? 'No promise has met its run yet.'
            : 'Nothing was promised yet.'}
      </h1>
      <p className={shop.lead}>
        {record
          ? `${record.count} of ${lines.length} promises have met a run. The band holds eighty of a hundred: near that it is honest.`
          : 'A forecast is frozen on its bench; the first run after it is held against it, in the run’s own air.'}
      </p>
      {factor && (
        <p className={shop.lead}>
          The shop’s own factor is {formatNumber(perPound(factor.mean), 1)} hp per lb/min at the flywheel, of{' '}
          {factor.count} {factor.count === 1 ? 'run' : 'runs'} between {formatNumber(perPound(factor.low), 1)}{' '}
          and {formatNumber(perPound(factor.high), 1)}.
        </p>
      )}
      {waiting > 0 && (
        <p className={shop.lead}>
          {waiting} {waiting === 1 ? 'promise waits' : 'promises wait'} for a run.
        </p>
      )}
      {kinds.length > 1 && (
        <FigureTable
          caption="By kind of build"
          rows={kinds}
          keyOf={({ name }) => name}
          columns={[
            { name: 'kind', cell: ({ name }) => name },
            { name: 'runs', cell: ({ count }) => count },
            { name: 'against the promise', cell: ({ bias }) => signedPercent(bias) },
            { name: 'inside the band', cell: ({ coverage }) => percent(coverage) },
          ]}
        />
      )}
      {lines.length > 0 && (
        <FigureTable
          caption="Promises"
          rows={lines}
          keyOf={({ id }) => id}
          columns={[
            {
              name: 'promise',
              cell: ({ jobId, job, name, forWhom, frozenAt }) => (
                <>
                  <Link href={`/jobs/${jobId}/forecast?forecast=frozen`}>{name}</Link>
                  <small>
                    {[job, forWhom && `to ${forWhom}`, frozenAt.slice(0, 10)].filter(Boolean).join(', ')}
                  </small>
                </>
              ),
            },
            {
              name: 'promised',
              cell: ({ middle, low, high, basis }) => (
                <>
                  {figure(middle, 'power')} at the {basis}
                  <small>
                    {figureNumber(low, 'power')} to {figure(high, 'power')}
                  </small>
                </>
              ),
            },
            {
              name: 'result',
              cell: ({ run }) =>
                run ? (
                  <>
                    {figure(run.power, 'power')}
                    <small>
                      {run.name}
                      {run.isInOwnAir ? ', in its own air' : ', its air is not on the card'}
                    </small>
                  </>
                ) : (
                  'waiting for a run'
                ),
            },
            {
              name: 'outcome',
              cell: ({ run, low, high }) =>
                run && (
                  <>
                    <StateMark state={run.power >= low && run.power <= high ? 'within' : 'over'} size={11} />{' '}
                    {run.power < low ? 'under the band' : run.power > high ? 'over the band' : 'inside'}
                  </>
                ),
            },
          ]}
        />
      )}
    </ShopPage>
  );
}
