'use client';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { LimitLine, LimitRow } from '@/core/limits/judge';
import { dutyOf } from '@/core/studies/heat-soak';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import { BenchHead } from '../frame/BenchHead';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { Problems } from '../frame/Problems';
import { useJob, useJobState, useSpeed } from '../store/solved';
import { FigureTable, type FigureColumn } from '../table/FigureTable';
import { metricNames, partName } from '../words/components';
import { useWords } from '../words/useWords';
import type { Words } from '../words/words';
import { ComponentPart } from './ComponentPart';
import { aboutTen, bearsWords, limitWords, sureWords } from './say';
import { Strip } from './Strip';
import { useLimits } from './useLimits';

const duties = [
  { value: 'brief', label: 'as the Brief says', seconds: null },
  { value: 'road', label: 'road', seconds: 8 },
  { value: 'strip', label: 'strip', seconds: 12 },
  { value: 'mile', label: 'standing mile', seconds: 30 },
  { value: 'towing', label: 'towing', seconds: 600 },
  { value: 'work', label: 'hours at load', seconds: 3_600 },
] as const;
type DutyId = (typeof duties)[number]['value'];

/** What gives first: every part with a limit over the revs, and the chain of what gives after it. */
export default function LimitsBench() {
  const { answer } = useJob();
  const words = useWords();
  const { figure } = words;
  const use = useJobState((s) => s.draft.brief.use);
  const [dutyId, setDuty] = useState<DutyId>('brief');
  const [chosen, choose] = useState<string | null>(null);
  const own = dutyOf(use);
  const pull = duties.find(({ value }) => value === dutyId)!.seconds ?? own.pull;
  const limits = useLimits(pull);
  const { line, components, layOut } = limits;
  const shown = components.find(({ id }) => id === chosen);
  const priceOf = ({ part }: LimitRow) =>
    (part.from === 'component' ? components.find(({ id }) => id === part.id)?.price?.value : null) ?? null;
  return (
    <>
      <div className={frame.picture}>
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
            Nothing is known to give yet. A starting set lays out what parts of an engine like this are
            usually left at.
          </p>
        )}
        {components.length === 0 && (
          <Button variant="outlined" onClick={layOut} disabled={!answer}>
            Lay out a starting set
          </Button>
        )}
        {line && line.chain.length > 0 && <Chain line={line} words={words} priceOf={priceOf} />}
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <BenchHead
          bench="limits"
          state={line?.weakest ? line.state : null}
          answer={!answer ? 'Conflicting inputs' : headOf(line, words)}
        >
          {line?.weakest && <p className={frame.lead}>{sentenceOf(line.weakest, words)}</p>}
        </BenchHead>
        <Problems />
        <Group title="Duty">
          <ChoiceField
            label="Judged for"
            hint="a limit that is borne for a time counts where the pull is longer"
            value={dutyId}
            onChoose={setDuty}
            options={duties.map(({ value, label }) => ({ value, label }))}
          />
        </Group>
        <ComponentPart limits={limits} shown={shown ?? null} choose={choose} />
        <Now limits={limits} />
        <Group title="Cautions">
          <p className={frame.foot}>
            Planning figures, not permission: who fits and runs it judges the parts. On ethanol and methanol
            knock may not warn before a part breaks.
          </p>
        </Group>
      </aside>
    </>
  );
}

function headOf(line: LimitLine | null, { figure }: Words): string {
  const weakest = line?.weakest;
  if (!weakest) return 'Nothing judged yet';
  const name = partName(weakest.part);
  if (weakest.certain)
    return `${name} give${isOne(name) ? 's' : ''} at ${figure(aboutTen(weakest.certain.speedRpm), 'engineSpeed')}`;
  if (weakest.first) return `${name} may give at ${figure(aboutTen(weakest.first.speedRpm), 'engineSpeed')}`;
  return `${name} ${isOne(name) ? 'is' : 'are'} nearest`;
}

/** Names of several things end in an s. */
const isOne = (name: string): boolean => !/s$/.test(name.split(',')[0]!);

function sentenceOf(row: LimitRow, words: Words): string {
  const { figure } = words;
  const gives = row.certain ?? row.first;
  const limit = limitWords(row, words);
  const sure = sureWords(row);
  if (gives)
    return `At ${figure(aboutTen(gives.speedRpm), 'engineSpeed')}, ${figure(gives.power, 'power')} and ${figure(gives.torque, 'torque')}: ${limit}, ${bearsWords(row)}. ${sure}`;
  return `${figure(row.peak.use, 'share')} used at ${figure(row.peak.speedRpm, 'engineSpeed')}: ${limit}. ${sure}`;
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
          label={`${partName(row.part)}, ${metricNames[row.metric]}: ${figure(row.peak.use, 'share')} at most, at ${figure(row.peak.speedRpm, 'engineSpeed')}`}
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

/** What limits are read from at the selected speed. */
function Now({ limits }: { limits: ReturnType<typeof useLimits> }) {
  const { figure } = useWords();
  const { solved } = useSpeed();
  if (!solved || solved.point.status.kind === 'failed') return null;
  const { build, point } = solved;
  const read = limits.readAt(build, point);
  return (
    <Group title={`At ${figure(point.speedRpm, 'engineSpeed')}`}>
      <Reading label="BMEP" value={figure(read.bmep, 'meanPressure')} />
      <Reading label="Mean piston speed" value={figure(read.pistonSpeed, 'pistonSpeed')} />
      {read.boltLoad !== null && (
        <Reading
          label="Rod-bolt load"
          hint="of a rod’s bolts together"
          value={figure(read.boltLoad, 'force')}
        />
      )}
    </Group>
  );
}
