'use client';
import { componentNames, partTypeNames } from '@/core/job/schema/component-names';
import type { Need, Route } from '@/core/limits/route';
import charts from '../charts/charts.module.css';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { FigureTable } from '../table/FigureTable';
import { partName } from '../words/components';
import { useWords } from '../words/useWords';
import { SayFigures } from '../working/SayFigures';
import { aboutTen, limitWords } from './say';
import { useVerdict } from './useVerdict';

const nameOf = ({ kind, name }: Need): string =>
  name ? `${componentNames[kind]}, ${name}` : componentNames[kind];

/** The job in one answer, and the cheapest way to its goal. */
export default function VerdictPart() {
  const words = useWords();
  const { figure } = words;
  const { verdict, ways, line, budget, isFetched } = useVerdict();
  if (!verdict) return <p className={frame.lead}>No result yet: fix the conflicting inputs first.</p>;
  const { stops, made, goal, difference, isMet, state } = verdict;
  return (
    <>
      <h2 className={charts.head}>
        Verdict of the job
        <small>goal, match, fuel and every limit together; power at the flywheel</small>
      </h2>
      <p className={frame.lead}>
        <StateMark state={state} size={13} /> {isMet ? 'Goal met' : 'Goal not met'}: {figure(made, 'power')}{' '}
        of {figure(goal, 'power')}
        {isMet && difference > 500 ? `, ${figure(difference, 'power')} over it` : ''}
        {isMet ? '' : `, ${figure(-difference, 'power')} short`}.{' '}
        {stops === null ? (
          line?.rows.length ? (
            'Nothing stands in the way.'
          ) : (
            'No limits are known yet.'
          )
        ) : stops.from === 'match' ? (
          <SayFigures reason={stops.reason} />
        ) : (
          `${partName(stops.row.part)}: ${limitWords(stops.row, words)}, ${figure(stops.row.peak.use, 'share')} used${
            stops.row.first
              ? ` and reached at ${figure(aboutTen(stops.row.first.speedRpm), 'engineSpeed')}`
              : ''
          }.`
        )}
      </p>
      {!ways && <p className={frame.lead}>The way to the goal is worked out once limits are known.</p>}
      {ways && !isFetched && <p className={frame.lead}>The library is being fetched.</p>}
      {ways && isFetched && (
        <>
          <Way
            route={ways.both.first}
            title={`Cheapest way to ${figure(ways.goal, 'power')}`}
            budget={budget}
            saved={ways.flat.price - ways.both.first.price}
          />
          {ways.second > ways.goal && (
            <Way
              route={ways.both.second}
              title={`And to ${figure(ways.second, 'power')}`}
              budget={budget}
              saved={0}
            />
          )}
          <Later ways={ways} />
          <p className={frame.foot}>
            The curve scaled in torque: heat and back pressure grow faster than that, so what is bought is
            checked on this bench once it is fitted. Parts are those of the library with a price that fit this
            engine’s family, and prices typed on Parts; fitting is not in them.
          </p>
        </>
      )}
    </>
  );
}

type WayProps = { route: Route; title: string; budget: number | null; saved: number };

function Way({ route, title, budget, saved }: WayProps) {
  const { figure } = useWords();
  const { steps, price, unmet, shaped } = route;
  return (
    <>
      {steps.length > 0 ? (
        <FigureTable
          caption={title}
          rows={steps.map((step, i) => ({ step, number: i + 1 }))}
          keyOf={({ step }) => step.offer.key}
          columns={[
            {
              name: 'step',
              cell: ({ step: { offer }, number }) => (
                <>
                  {number}. {offer.name || `A stronger one: ${partTypeNames[offer.type].toLowerCase()}`}
                  <small>{partTypeNames[offer.type]}</small>
                </>
              ),
            },
            { name: 'in place of', text: true, cell: ({ step }) => step.for.map(nameOf).join('; ') },
            {
              name: 'which give at',
              cell: ({ step }) =>
                step.for.map(({ good }) => (good === null ? 'any power' : figure(good, 'power'))).join('; '),
            },
            { name: 'price', cell: ({ step }) => figure(step.offer.price, 'money') },
          ]}
        />
      ) : (
        <h3 className={charts.head}>{title}</h3>
      )}
      <p className={frame.lead}>
        {steps.length > 0
          ? `${figure(price, 'money')} in all${budget === null ? '' : budget >= price ? `, within the budget of ${figure(budget, 'money')}` : `, ${figure(price - budget, 'money')} over the budget of ${figure(budget, 'money')}`}.`
          : unmet.length === 0
            ? 'Nothing need be bought.'
            : ''}
        {shaped.length > 0 &&
          ` ${shaped.map(nameOf).join(', ')} ${shaped.length === 1 ? 'holds' : 'hold'} once boost is shaped to the torque there (Shaped boost)${saved > 0 ? `: ${figure(saved, 'money')} less than strengthening` : ''}.`}
      </p>
      {unmet.length > 0 && (
        <p role="alert" className={frame.foot}>
          No part of the library with a price mends {unmet.map(nameOf).join(', ')}, or it may not change: a
          lower goal, or a part that is not listed yet.
        </p>
      )}
    </>
  );
}

function Later({
  ways: { both, second, goal },
}: {
  ways: NonNullable<ReturnType<typeof useVerdict>['ways']>;
}) {
  const { figure } = useWords();
  if (second <= goal || both.first.unmet.length + both.second.unmet.length > 0) return null;
  return (
    <p className={frame.lead}>
      {both.saves > 0
        ? `Buying for ${figure(second, 'power')} at once saves ${figure(both.saves, 'money')} against buying for the goal first and again later (${figure(both.first.price, 'money')} and ${figure(both.after.price, 'money')}).`
        : 'Nothing is bought twice on the way to the second goal: buy for the goal first.'}
    </p>
  );
}
