'use client';
import Button from '@mui/material/Button';
import type { LimitLine, LimitRow } from '@/core/limits/judge';
import charts from '../charts/charts.module.css';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { useJob, useSpeed } from '../store/solved';
import { FigureTable, type FigureColumn } from '../table/FigureTable';
import { metricName, partName } from '../words/components';
import { useWords } from '../words/useWords';
import type { Words } from '../words/words';
import { aboutTen, limitWords, sureWords } from './say';
import { Strip } from './Strip';
import { useShownPart } from './useShownPart';
import { useDuty } from './useDuty';
import { useLimits } from './useLimits';

/** What gives first: every part with a limit over the revs, and the chain of what gives after it. */
export default function FirstPart() {
  const { answer } = useJob();
  const words = useWords();
  const { figure } = words;
  const { dutyId, pull, own } = useDuty();
  const { choose } = useShownPart();
  const { line, components, layOut } = useLimits(pull);
  const priceOf = ({ part }: LimitRow) =>
    (part.from === 'component' ? components.find(({ id }) => id === part.id)?.price?.value : null) ?? null;
  return (
    <>
      <h2 className={charts.head}>
        What gives first
        <small>
          cells of speed, filled to what is used; a pull of {figure(pull, 'time')}
          {dutyId === 'brief' && !own.isStated ? ', usual: the Brief does not say' : ''}
        </small>
      </h2>
      {line && line.rows.length > 0 ? (
        <Rows line={line} words={words} choose={choose} />
      ) : (
        <p className={frame.lead}>
          Nothing is known to give yet. A starting set lays out what parts of an engine like this are usually
          left at.
        </p>
      )}
      {components.length === 0 && (
        <Button variant="outlined" onClick={layOut} disabled={!answer}>
          Lay out a starting set
        </Button>
      )}
      {line && line.chain.length > 0 && <Chain line={line} words={words} priceOf={priceOf} />}
    </>
  );
}

type RowsProps = { line: LimitLine; words: Words; choose: (id: string | null) => void };

function Rows({ line, words, choose }: RowsProps) {
  const { figure } = words;
  const { solved } = useSpeed();
  const { answer } = useJob();
  const [from, to] = [answer?.build.idleRpm ?? 0, answer?.build.redLineRpm ?? 1];
  const outcome = (row: LimitRow): string => {
    if (!row.isCounted) return `borne for ${figure(row.seconds, 'time')}`;
    if (row.certain) return `gives at ${figure(aboutTen(row.certain.speedRpm), 'engineSpeed')}`;
    if (row.first) return `may give at ${figure(aboutTen(row.first.speedRpm), 'engineSpeed')}`;
    return row.state === 'marginal' ? 'just holds' : 'holds';
  };
  const columns: FigureColumn<LimitRow>[] = [
    {
      name: 'part',
      cell: (row) => (
        <>
          <StateMark state={row.isCounted ? row.state : 'within'} size={11} />{' '}
          {row.part.from === 'component' ? (
            <Button
              size="small"
              sx={{ padding: 0, minWidth: 0 }}
              onClick={() => choose(row.part.from === 'component' ? row.part.id : null)}
            >
              {partName(row.part)}
            </Button>
          ) : (
            partName(row.part)
          )}
          <small>{limitWords(row, words)}</small>
        </>
      ),
    },
    {
      name: 'over the revs',
      text: true,
      cell: (row) => (
        <Strip
          row={row}
          from={from}
          to={to}
          selected={solved?.point.speedRpm ?? from}
          label={`${partName(row.part)}, ${metricName(row.metric)}: ${figure(row.peak.use, 'share')} at most, at ${figure(row.peak.speedRpm, 'engineSpeed')}`}
        />
      ),
    },
    {
      name: 'outcome',
      cell: (row) => (
        <>
          {outcome(row)}
          <small>
            peak {figure(row.peak.use, 'share')} at {figure(row.peak.speedRpm, 'engineSpeed')}
          </small>
        </>
      ),
    },
  ];
  return (
    <FigureTable
      caption="Limits over the revs, what gives first at the top"
      unseen
      rows={line.rows}
      keyOf={({ key }) => key}
      columns={columns}
    />
  );
}

/** What each step of strengthening buys: limits that power brings nearer, the lowest power first. */
type ChainProps = { line: LimitLine; words: Words; priceOf: (row: LimitRow) => number | null };

function Chain({ line, words, priceOf }: ChainProps) {
  const { figure, signedFigure } = words;
  const rows = line.chain.slice(0, 8).map((row, i, all) => ({
    row,
    buys: all[i + 1] ? all[i + 1]!.allowed! - row.allowed! : null,
  }));
  const columns: FigureColumn<(typeof rows)[number]>[] = [
    {
      name: 'part',
      cell: ({ row }) => (
        <>
          {partName(row.part)}
          <small>{sureWords(row)}</small>
        </>
      ),
    },
    { name: 'good for', cell: ({ row }) => figure(row.allowed, 'power') },
    {
      name: 'price',
      cell: ({ row }) => (priceOf(row) === null ? '' : figure(priceOf(row), 'money')),
    },
    { name: 'strengthened buys', cell: ({ buys }) => (buys === null ? '' : signedFigure(buys, 'power')) },
  ];
  return (
    <FigureTable
      caption={`Weakest links by power: this curve peaks at ${figure(line.peak.power, 'power')}`}
      rows={rows}
      keyOf={({ row }) => row.key}
      columns={columns}
    />
  );
}
