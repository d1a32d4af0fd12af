'use client';
import { FigureTable } from '../table/FigureTable';
import Button from '@mui/material/Button';
import type { Induction } from '@/core/job/schema/job';
import { arrangementOf, exhaustDriveOf } from '@/core/job/chargers';
import { useDeferredValue, useMemo, useState } from 'react';
import { candidateKey } from '@/core/selection/candidate';
import { schoolPicks, type School } from '@/core/selection/order';
import { BlowerSizes } from '../blower/BlowerSizes';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob, useJobState } from '../store/solved';
import { formatNumber } from '../words/format';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import { formNames, RankingControls } from './RankingControls';
import { FormMark } from './FormMark';
import { TradeOff } from './TradeOff';
import { HotReadings } from './HotReadings';
import { noFilter } from './ranking-prefs';
import { usePutPair } from './usePutOn';
import { useRanking, type Ranking } from './useRanking';
import charger from './charger.module.css';
import styles from './ranking.module.css';

const FIRST = 12;
const MORE = 50;

const schools: Record<School, { letter: string; name: string }> = {
  early: { letter: 'E', name: 'Early boost' },
  grow: { letter: 'G', name: 'One to grow into' },
  top: { letter: 'T', name: 'Top end' },
};

/** Every turbocharger of the library on this job: alone, as twins and in pairs, best first, with the trade-off drawn. */
export default function TurboRankPart() {
  const { answer, setupIndex } = useJob();
  const { figure, roundSpeed } = useWords();
  const ranking = useRanking('turbochargers');
  const put = usePutPair();
  const [shown, setShown] = useState(FIRST);
  const [chosen, setChosen] = useState<string | null>(null);
  const induction = useJobState((s) => s.draft.setups[setupIndex]!.induction);
  const rows = useDeferredValue(ranking.rows);
  const power = answer?.build.goal.power ?? 1;
  const { room } = ranking.prefs;
  const goal = useMemo(() => ({ power, room }), [power, room]);
  const picks = useMemo(() => schoolPicks(rows, goal), [rows, goal]);
  const letters = useMemo(() => {
    const found = new Map<string, string>();
    for (const { school, row } of picks)
      found.set(row.key, (found.get(row.key) ?? '') + schools[school].letter);
    return found;
  }, [picks]);
  const { weights } = ranking.prefs;
  const isDone = ranking.phase === 'done' || ranking.phase === 'stopped';
  const beside = useMemo(() => ({ rows, weights, goal, done: isDone }), [rows, weights, goal, isDone]);
  const onJob = useMemo(() => keyOnJob(induction), [induction]);
  if (!answer) return <p className={frame.lead}>No result yet: fix the conflicting inputs first.</p>;
  const place = rows.findIndex((r) => r.key === chosen);
  const most = Math.max(shown, place + 1);
  return (
    <section className={styles.turbos} aria-label="Turbochargers, best first" data-phase={ranking.phase}>
      <h2 className={charger.head}>
        The whole library on this engine
        <small>one, twins and pairs on each other; the first are solved whole</small>
      </h2>
      <p className={styles.state} role="status">
        <State ranking={ranking} />
        {(ranking.phase === 'failed' || ranking.phase === 'stopped') && (
          <Button variant="inline" onClick={ranking.retry}>
            {ranking.phase === 'failed' ? 'Try again' : 'Go on'}
          </Button>
        )}
        {(ranking.phase === 'screening' || ranking.phase === 'matching') && (
          <Button variant="inline" onClick={ranking.stop}>
            Stop
          </Button>
        )}
      </p>
      {rows.length > 0 && (
        <>
          <TradeOff rows={rows} goalPower={goal.power} picks={letters} chosen={chosen} onChoose={setChosen} />
          <p className={styles.legend} aria-hidden="true">
            {(['single', 'parallel', 'compound'] as const).map((form) => (
              <span key={form}>
                <svg width="14" height="14">
                  <g fill="var(--ink)">
                    <FormMark form={form} x={7} y={7} size={4.5} />
                  </g>
                </svg>
                {formNames[form]}
              </span>
            ))}
            <span>
              filled: holds the goal; hollow: does not; dashed: nothing is both earlier and stronger
            </span>
          </p>
          {picks.length > 0 && (
            <ul className={styles.picks} aria-label="Recommended by strategy">
              {picks.map(({ school, row, why }) => (
                <li key={school}>
                  <b>
                    {schools[school].letter} {schools[school].name}
                  </b>
                  <span>
                    {row.name}. <Say reason={why} />
                  </span>
                  <Button variant="inline" onClick={() => setChosen(row.key)}>
                    show
                  </Button>
                  <Button variant="inline" onClick={() => void put(row)}>
                    use this
                  </Button>
                </li>
              ))}
            </ul>
          )}
        </>
      )}
      <div className={ranking.stale ? styles.stale : undefined}>
        <FigureTable
          caption="Turbochargers, best first"
          unseen
          rows={rows.slice(0, most)}
          keyOf={(r) => r.key}
          isCurrent={(r) => r.key === onJob}
          className={(r) =>
            r.pass === 'screened' ? styles.coarse : r.key === chosen ? styles.chosen : undefined
          }
          columns={[
            {
              name: 'turbocharger',
              cell: (r) => (
                <>
                  {rows.indexOf(r) + 1}. {letters.has(r.key) && <b>{letters.get(r.key)} </b>}
                  {r.name}
                  {r.pass === 'screened' && <small> coarse</small>}
                  <small className={r.state === 'over' ? charger.bad : undefined}>
                    <StateMark state={r.state} size={10} /> <Say reason={r.reason} form="row" />
                  </small>
                </>
              ),
            },
            { name: 'boost threshold', cell: (r) => roundSpeed(r.threshold) },
            { name: 'full boost from', cell: (r) => roundSpeed(r.fullFrom) },
            { name: 'time to full boost', cell: (r) => figure(r.time, 'shortTime') },
            { name: 'power potential', cell: (r) => figure(r.potential || null, 'power') },
            { name: 'mean efficiency', cell: (r) => figure(r.efficiency, 'share') },
            { name: 'surge margin', cell: (r) => figure(r.surge?.margin, 'share') },
            { name: 'shaft speed, of max', cell: (r) => figure(r.fastest || null, 'share') },
            { name: 'price', cell: (r) => (r.price === null ? '–' : formatNumber(r.price, 0)) },
            {
              name: '',
              cell: (r) =>
                r.key === onJob ? (
                  'fitted'
                ) : (
                  <Button variant="inline" onClick={() => void put(r)}>
                    use this
                  </Button>
                ),
            },
          ]}
        />
      </div>
      {rows.length > most && (
        <Button variant="inline" onClick={() => setShown(most + MORE)}>
          Show {Math.min(MORE, rows.length - most)} more of {rows.length}
        </Button>
      )}
      {ranking.total > 0 && rows.length === 0 && (
        <p className={styles.state}>
          None of {ranking.total} passes the filters.{' '}
          <Button variant="inline" onClick={() => ranking.setPrefs({ ...ranking.prefs, filter: noFilter })}>
            Show all
          </Button>
        </p>
      )}
      <RankingControls drive="exhaust" ranking={ranking} />
      <p className={frame.foot}>
        Rows in italics were looked at three speeds only and are coarse; the others are matched at 24 speeds,
        the first twelve at every speed. Goal {figure(power, 'power')} at the flywheel. Room: what the map
        still passes at the ratio of the goal. Pairs are short-listed with the ratio shared evenly. Judged at
        the Brief’s venue, with what is left at its worst one; for hours at load the shaft is allowed 95 % of
        its limit.
      </p>
      <BlowerSizes beside={beside} />
    </section>
  );
}

/** What is fitted, by the key of the ranking; null where it is none of it. */
function keyOnJob(induction: Induction): string | null {
  if (induction.kind === 'none') return null;
  const refs = induction.chargers.flatMap((c) => exhaustDriveOf(c)?.turbocharger ?? []);
  const arrangement = arrangementOf(induction);
  // Sequential twins are none of what is ranked.
  if (refs.length < induction.chargers.length || arrangement === 'sequential') return null;
  return candidateKey(arrangement, refs);
}

function State({ ranking: { phase, total, matched, rows } }: { ranking: Ranking }) {
  if (phase === 'failed') return 'The library could not be fetched: is the server away? ';
  if (phase === 'waiting' || (phase === 'screening' && total === 0)) return 'Trying the library … ';
  if (phase === 'stopped') return `Stopped: ${total} looked at, ${matched} of them matched. `;
  if (phase === 'screening') return `${total} looked at … `;
  if (total === 0) return 'Nothing to rank: this goal needs no boost, or the job lacks something.';
  const holding = rows.filter((r) => r.kind === 'holds').length;
  return `${holding} of ${rows.length} make the goal within every limit${phase === 'matching' ? `; ${matched} of ${total} matched … ` : '. '}`;
}

/** Beside the ranking: what is fitted, at the selected speed. */
export const TurboRankAside = HotReadings;
