'use client';
import { TourOffer } from '../frame/tour-offer';
import Table from '@mui/material/Table';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TableCell from '@mui/material/TableCell';
import TableBody from '@mui/material/TableBody';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Snackbar from '@mui/material/Snackbar';
import Link from 'next/link';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { Measured } from '@/core/studies/measured';
import type { Summary } from '@/core/studies/summary';
import { FileButton } from '../fields/FileButton';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import { ShopPage } from '../frame/ShopPage';
import { ShopNotices } from '../shop/notices';
import type { ShopState } from '@/formats/shop-state';
import { isBusyKey } from '../frame/typing';
import shop from '../frame/shop.module.css';
import type { Arrangement } from '@/core/job/schema/setup-choices';
import type { JobStart } from '@/core/job/start';
import { StateMark } from '../frame/icons';
import { stateClass } from '../frame/states';
import { exportAddress, server, type Answer } from '../server/client';
import { CountWord, countWord } from '../words/count';
import { useWords } from '../words/useWords';

import { Say } from '../words/Say';
import { GoalAxis } from './GoalAxis';
import { Tube } from './Tube';
import styles from './board.module.css';

const NameDialog = dynamic(() => import('./NameDialog'));
const NewJobDialog = dynamic(() => import('./NewJobDialog'));

export type BoardJob = {
  id: string;
  revision: number;
  name: string;
  summary: Summary;
  savedAt: string;
  measured: Measured | null;
};

const LARGEST_FILE = 30_000_000;

/** All jobs of the shop: what each wants, what it takes and whether its charger holds. */
export function Board({ jobs, state }: { jobs: BoardJob[]; state: ShopState | null }) {
  const router = useRouter();
  const [naming, setNaming] = useState<{ job: BoardJob | null } | null>(null);
  const [binned, setBinned] = useState<BoardJob | null>(null);
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [backedUp, setBackedUp] = useState<string | null>(null);

  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.key !== 'n' || isBusyKey(e)) return;
      e.preventDefault();
      setNaming({ job: null });
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);

  /** Runs a call and shows its refusal; the board stays as it is until the server has said yes. */
  const run = async <T,>(title: string, call: Promise<Answer<T>>): Promise<T | null> => {
    const answer = await call;
    setFailure(null);
    if (answer.kind === 'ok') {
      router.refresh();
      return answer.data;
    }
    setFailure(failureOf(title, answer));
    return null;
  };

  const create = async (name: string, start: JobStart) => {
    const made = await run('The job was not made.', server.createJob(name, start));
    if (made) router.push(`/jobs/${made.id}/brief`);
    return made !== null;
  };
  const rename = async (job: BoardJob, name: string) => {
    const loaded = await run('The job was not renamed.', server.loadJob(job.id));
    if (!loaded) return false;
    const saved = await run(
      'The job was not renamed.',
      server.saveJob(job.id, loaded.revision, { ...loaded.job, name }),
    );
    return saved !== null;
  };
  const bin = async (job: BoardJob) => {
    if (await run('The job was not deleted.', server.setBinned(job.id, true))) setBinned(job);
  };
  const restore = async (job: BoardJob) => {
    setBinned(null);
    await run('The job was not brought back.', server.setBinned(job.id, false));
  };
  const backUp = async () => {
    setBackedUp('Backing up the whole shop …');
    const made = await run('No backup was made.', server.backUp());
    setBackedUp(made && 'The whole shop is backed up.');
  };
  const read = async (chosen: File) => {
    const title = `${chosen.name} was not imported.`;
    if (chosen.size > LARGEST_FILE)
      return setFailure({
        title,
        lines: [`It has ${(chosen.size / 1e6).toFixed(1)} MB; a job has at most 30 MB.`],
      });
    if (chosen.size === 0) return setFailure({ title, lines: ['It is empty.'] });
    const made = await run(title, server.importJob(await chosen.text()));
    if (made) router.push(`/jobs/${made.id}/brief`);
  };

  return (
    <ShopPage
      page="board"
      title="Fierce Lung"
      note={`${jobs.length === 1 ? '1 job' : `${jobs.length} jobs`}, last saved first`}
      actions={
        <>
          <FileButton
            label="Import a job"
            name="Job file to import"
            variant="text"
            accept=".json,application/json"
            onFile={(chosen) => void read(chosen)}
          />
          <Button size="small" onClick={() => void backUp()}>
            Back up
          </Button>
          <Button
            variant="outlined"
            size="small"
            aria-keyshortcuts="n"
            onClick={() => setNaming({ job: null })}
          >
            New job&ensp;<span aria-hidden="true">N</span>
          </Button>
        </>
      }
    >
      {state && <ShopNotices state={state} />}
      {failure && <Failure {...failure} />}
      {jobs[0] && <TourOffer jobId={jobs[0].id} />}
      {jobs.length === 0 ? (
        <div className={styles.empty}>
          <h1 className={shop.headline}>No jobs yet.</h1>
          <p className={shop.lead}>
            Make the first one: give an engine, a power goal and the venue, and see what air and pressure it
            takes.
          </p>
          <Button variant="contained" onClick={() => setNaming({ job: null })}>
            Create a job
          </Button>
        </div>
      ) : (
        <>
          <h1 className={shop.headline}>{boardHeadline(jobs)}</h1>
          <p className={shop.lead}>Figures stand at each goal’s speed, on the air of its venue.</p>
          <Table className={styles.table}>
            <TableHead>
              <TableRow>
                <TableCell>Job, goal</TableCell>
                <TableCell>Its air, weather to cylinders</TableCell>
                <TableCell>Pressure ratio</TableCell>
                <TableCell>Forecast and last run, % of the goal</TableCell>
                <TableCell>Charger</TableCell>
                <TableCell>What holds it back</TableCell>
                <TableCell>
                  <span className="unseen">Actions</span>
                </TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {jobs.map((job) => (
                <Row
                  key={job.id}
                  job={job}
                  onRename={() => setNaming({ job })}
                  onBin={() => void bin(job)}
                  run={run}
                />
              ))}
            </TableBody>
          </Table>
        </>
      )}
      {naming &&
        (naming.job ? (
          <NameDialog
            title="Rename the job"
            action="Rename"
            name={naming.job.name}
            onClose={() => setNaming(null)}
            onName={(name) => rename(naming.job!, name)}
          />
        ) : (
          <NewJobDialog onClose={() => setNaming(null)} onMake={create} />
        ))}
      <Snackbar
        open={backedUp !== null}
        autoHideDuration={8000}
        onClose={(_, why) => why !== 'clickaway' && setBackedUp(null)}
        message={backedUp}
        action={
          <Button size="small" component={Link} href="/shop">
            Data and backups
          </Button>
        }
      />
      <Snackbar
        open={binned !== null}
        autoHideDuration={8000}
        onClose={(_, why) => why !== 'clickaway' && setBinned(null)}
        message={binned ? `${binned.name} lies in the bin.` : ''}
        action={
          <Button size="small" onClick={() => binned && void restore(binned)}>
            Restore
          </Button>
        }
      />
    </ShopPage>
  );
}

function boardHeadline(jobs: BoardJob[]): string {
  const troubled = jobs.filter((j) => !j.summary.holds).length;
  if (troubled === 0)
    return jobs.length === 1
      ? 'The one job is within its limits.'
      : `All ${countWord(jobs.length)} jobs are within their limits.`;
  if (troubled === jobs.length)
    return jobs.length === 1
      ? 'The one job is in trouble.'
      : `All ${countWord(troubled)} jobs are in trouble.`;
  return `${CountWord(troubled)} ${troubled === 1 ? 'job is' : 'jobs are'} in trouble, ${countWord(jobs.length - troubled)} within limits.`;
}

const arrangementWords: Record<Arrangement, string> = {
  single: 'single',
  parallel: 'parallel twins',
  sequential: 'sequential twins',
  compound: 'two-stage (compound)',
};

type RowProps = {
  job: BoardJob;
  onRename: () => void;
  onBin: () => void;
  run: <T>(title: string, call: Promise<Answer<T>>) => Promise<T | null>;
};

function Row({ job, onRename, onBin, run }: RowProps) {
  const { goalSentence, engineWords, figure } = useWords();
  const router = useRouter();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { summary, measured } = job;
  const { charger } = summary;
  // A summary by an older core says only whether the goal stands.
  const state = summary.state ?? (summary.holds ? 'within' : 'over');
  const act = (what: () => void) => () => {
    setAnchor(null);
    what();
  };
  return (
    <TableRow>
      <TableCell className={styles.job}>
        <Link href={`/jobs/${job.id}/brief`}>{job.name}</Link>
        <div className={styles.goal}>{goalSentence(summary.goal, summary.fuel, summary.altitude)}</div>
        <div className={styles.second}>{engineWords(summary.displacement, summary.cylinders)}</div>
      </TableCell>
      <TableCell>
        <Tube tube={summary.tube} />
      </TableCell>
      <TableCell>
        <span className={styles.onPhone}>pressure ratio </span>
        <span className={styles.big}>{figure(summary.pressureRatio, 'ratio')}</span>
      </TableCell>
      <TableCell>
        <GoalAxis
          forecast={summary.share}
          measured={measured?.share ?? null}
          run={measured && `${figure(measured.power, 'power')} at the ${measured.basis}`}
        />
      </TableCell>
      <TableCell>
        {charger ? (
          <>
            <b>{charger.name}</b>
            <div className={styles.second}>{arrangementWords[charger.arrangement ?? 'single']}</div>
          </>
        ) : (
          <span className={styles.second}>none chosen</span>
        )}
      </TableCell>
      <TableCell>
        <span className={`${styles.verdict} ${stateClass[state]}`}>
          <StateMark state={state} size={11} />
          <span>
            <Say reason={summary.verdict} form="short" />
          </span>
        </span>
      </TableCell>
      <TableCell>
        <IconButton
          size="small"
          aria-label={`Actions for ${job.name}`}
          aria-haspopup="menu"
          onClick={(e) => setAnchor(e.currentTarget)}
          sx={{ color: 'var(--ink)', minWidth: 36, minHeight: 36, borderRadius: '2px' }}
        >
          ···
        </IconButton>
        <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
          <MenuItem onClick={act(() => router.push(`/jobs/${job.id}/charger`))}>Open at Charger</MenuItem>
          <MenuItem onClick={act(onRename)}>Rename</MenuItem>
          <MenuItem onClick={act(() => void run('The job was not duplicated.', server.duplicateJob(job.id)))}>
            Duplicate
          </MenuItem>
          <MenuItem component="a" href={exportAddress(job.id)} download onClick={() => setAnchor(null)}>
            Export (JSON)
          </MenuItem>
          <MenuItem onClick={act(onBin)}>Delete, to the bin</MenuItem>
        </Menu>
      </TableCell>
    </TableRow>
  );
}
