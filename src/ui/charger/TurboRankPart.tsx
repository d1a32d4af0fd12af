'use client';
import type { Induction } from '@/core/job/schema/job';
import { arrangementOf, exhaustDriveOf } from '@/core/job/chargers';
import { useDeferredValue, useMemo, useState } from 'react';
import { candidateKey } from '@/core/selection/candidate';
import { schoolPicks, type Ranked, type School } from '@/core/selection/order';
import { nearestFifty } from '@/core/units/nearest';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob, useJobState } from '../store/solved';
import { formatNumber } from '../words/format';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import { formNames, RankingControls } from './RankingControls';
import { FormMark, TradeOff } from './TradeOff';
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
  const { figure } = useWords();
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
  const onJob = useMemo(() => keyOnJob(induction), [induction]);
  if (!answer) return <p className={frame.lead}>No answer yet: mend what contradicts itself first.</p>;
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
          <button type="button" className={styles.plain} onClick={ranking.retry}>
            {ranking.phase === 'failed' ? 'Try again' : 'Go on'}
          </button>
        )}
        {(ranking.phase === 'screening' || ranking.phase === 'matching') && (
          <button type="button" className={styles.plain} onClick={ranking.stop}>
            Stop
          </button>
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
            <ul className={styles.picks} aria-label="What each school would pick">
              {picks.map(({ school, row, why }) => (
                <li key={school}>
                  <b>
                    {schools[school].letter} {schools[school].name}
                  </b>
                  <span>
                    {row.name}. <Say reason={why} />
                  </span>
                  <button type="button" className={charger.clear} onClick={() => setChosen(row.key)}>
                    show
                  </button>
                  <button type="button" className={charger.clear} onClick={() => void put(row)}>
                    take it
                  </button>
                </li>
              ))}
            </ul>
          )}
        </>
      )}
      <div className={charger.wide}>
        <table className={charger.sizes}>
          <thead>
            <tr>
              {[
                '',
                'turbo',
                'boost begins',
                'full from',
                'time to full',
                'room for',
                'efficiency',
                'surge margin',
                'shaft',
                'price',
                '',
              ].map((name, i) => (
                <th key={`${name}${i}`} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className={ranking.stale ? styles.stale : undefined}>
            {rows.slice(0, most).map((r, i) => (
              <Row
                key={r.key}
                row={r}
                place={i + 1}
                isOnJob={r.key === onJob}
                isChosen={r.key === chosen}
                letter={letters.get(r.key)}
                onUse={() => void put(r)}
              />
            ))}
          </tbody>
        </table>
      </div>
      {rows.length > most && (
        <button type="button" className={styles.plain} onClick={() => setShown(most + MORE)}>
          Show {Math.min(MORE, rows.length - most)} more of {rows.length}
        </button>
      )}
      {ranking.total > 0 && rows.length === 0 && (
        <p className={styles.state}>
          None of {ranking.total} passes what you look at.{' '}
          <button
            type="button"
            className={styles.plain}
            onClick={() => ranking.setPrefs({ ...ranking.prefs, filter: noFilter })}
          >
            Look at everything
          </button>
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
    </section>
  );
}

/** What stands on the job, by the key of the ranking; null where it is none of it. */
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

type RowProps = {
  row: Ranked;
  place: number;
  isOnJob: boolean;
  isChosen: boolean;
  letter: string | undefined;
  onUse: () => void;
};

function Row({ row, place, isOnJob, isChosen, letter, onUse }: RowProps) {
  const { figure } = useWords();
  const rpm = (value: number | null) => (value === null ? '–' : figure(nearestFifty(value), 'engineSpeed'));
  const isCoarse = row.pass === 'screened';
  return (
    <tr
      aria-current={isOnJob || undefined}
      className={isCoarse ? styles.coarse : isChosen ? styles.chosen : undefined}
    >
      <td>{place}</td>
      <td>
        {letter && <b title="picked by a school">{letter} </b>}
        {row.name}
        {isCoarse && <small> coarse</small>}
        <small className={row.state === 'over' ? `${charger.under} ${charger.bad}` : charger.under}>
          <StateMark state={row.state} size={10} /> <Say reason={row.reason} form="row" />
        </small>
      </td>
      <td>{rpm(row.threshold)}</td>
      <td>{rpm(row.fullFrom)}</td>
      <td>{row.time === null ? '–' : figure(row.time, 'shortTime')}</td>
      <td>{figure(row.potential || null, 'power')}</td>
      <td>{figure(row.efficiency, 'share')}</td>
      <td>{figure(row.surge?.margin ?? null, 'share')}</td>
      <td>{figure(row.fastest || null, 'share')}</td>
      <td>{row.price === null ? '–' : formatNumber(row.price, 0)}</td>
      <td>
        {isOnJob ? (
          'on the job'
        ) : (
          <button type="button" className={charger.clear} onClick={onUse}>
            take it
          </button>
        )}
      </td>
    </tr>
  );
}

/** Beside the ranking: what stands on the job, at the selected speed. */
export const TurboRankAside = HotReadings;
