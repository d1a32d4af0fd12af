'use client';
import Input from '@mui/material/Input';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import type { ShopRun } from '@/formats/runs';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import shop from '../frame/shop.module.css';
import { ShopPage } from '../frame/ShopPage';
import { server } from '../server/client';
import { FigureTable } from '../table/FigureTable';
import { useWords } from '../words/useWords';

/** Asked for once nobody has typed for so long, ms. */
const PAUSE = 120;
/** As many as the server lists at once. */
const MOST = 200;

/** Runs of every job of the shop, found by the words of their cards. */
export function ShopRuns({ first }: { first: ShopRun[] }) {
  const { figure } = useWords();
  const [words, setWords] = useState('');
  const [runs, setRuns] = useState(first);
  const [failure, setFailure] = useState<FailureWords | null>(null);
  useEffect(() => {
    let isHere = true;
    const timer = setTimeout(() => {
      void server.searchRuns(words).then((answer) => {
        if (!isHere) return;
        setFailure(answer.kind === 'ok' ? null : failureOf('The runs were not searched.', answer));
        if (answer.kind === 'ok') setRuns(answer.data.runs);
      });
    }, PAUSE);
    return () => {
      isHere = false;
      clearTimeout(timer);
    };
  }, [words]);
  return (
    <ShopPage page="runs" title="Runs" note="of every job, the newest first">
      <h1 className={shop.headline}>
        {runs.length === 0
          ? 'No run'
          : runs.length === 1
            ? 'One run'
            : `${runs.length === MOST ? 'The last ' : ''}${runs.length} runs`}
        {words.trim() ? ` with “${words.trim()}”` : ''}
      </h1>
      {failure && <Failure {...failure} />}
      <Input
        fullWidth
        value={words}
        placeholder="words of the card: car, dyno, fuel, file, what was changed"
        slotProps={{ input: { 'aria-label': 'Search the runs', maxLength: 200 } }}
        onChange={(e) => setWords(e.target.value)}
      />
      {runs.length > 0 && (
        <FigureTable
          caption="Runs of the shop"
          unseen
          rows={runs}
          keyOf={({ id }) => id}
          columns={[
            {
              name: 'run',
              cell: ({ id, jobId, name, at }) => (
                <>
                  <Link href={`/jobs/${jobId}/dyno?run=${id}`}>{name}</Link>
                  <small>{at.slice(0, 10)}</small>
                </>
              ),
            },
            { name: 'job', text: true, cell: ({ job }) => job },
            { name: 'dyno', text: true, cell: ({ dyno }) => dyno },
            {
              name: 'peak power',
              cell: ({ power, basis }) =>
                power === null ? '–' : `${figure(power, 'power')} at the ${basis}`,
            },
          ]}
        />
      )}
    </ShopPage>
  );
}
