'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogContentText from '@mui/material/DialogContentText';
import DialogTitle from '@mui/material/DialogTitle';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { dropBinned, restoreSetup } from '@/core/job/setups';
import type { Job } from '@/core/job/schema/job';
import type { Bin } from '@/formats/history';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import { ShopPage } from '../frame/ShopPage';
import shop from '../frame/shop.module.css';
import { kindOf } from '@/formats/kinds';
import { server, type Answer } from '../server/client';
import { CountWord, countWord } from '../words/count';
import { setupRefusals } from '../words/setups';
import styles from './bin.module.css';

/** Everything that was deleted, until somebody brings it back or removes it for good. */
export function BinPage({ bin }: { bin: Bin }) {
  const router = useRouter();
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [asking, setAsking] = useState(false);
  const [busy, setBusy] = useState(false);
  const removable = bin.items.filter((item) => item.jobs.length === 0);
  const count = bin.jobs.length + bin.setups.length + bin.items.length;

  /** Runs a call; what it refuses is said. Out: whether it was done. */
  const run = async <T,>(title: string, call: Promise<Answer<T>>): Promise<boolean> => {
    const answer = await call;
    setFailure(answer.kind === 'ok' ? null : failureOf(title, answer));
    router.refresh();
    return answer.kind === 'ok';
  };
  /** Changes a job's document on top of what stands there now. */
  const changeJob = async (title: string, id: string, make: (job: Job) => Job | string): Promise<boolean> => {
    const loaded = await server.loadJob(id);
    if (loaded.kind !== 'ok') return run(title, Promise.resolve(loaded));
    const job = make(loaded.data.job);
    if (typeof job === 'string') {
      setFailure({ title, lines: [job] });
      return false;
    }
    return run(title, server.saveJob(id, loaded.data.revision, job));
  };
  const restore = (jobId: string, id: string) =>
    changeJob('The setup was not brought back.', jobId, (job) => {
      const done = restoreSetup(job, id);
      return done.ok ? done.job : setupRefusals[done.why];
    });
  const removeSetups = (jobId: string, id?: string) =>
    changeJob('The setup was not removed.', jobId, (job) => dropBinned(job, id));
  const empty = async () => {
    setBusy(true);
    for (const job of bin.jobs) if (!(await run('The bin was not emptied.', server.removeJob(job.id)))) break;
    for (const jobId of new Set(bin.setups.map((s) => s.jobId))) await removeSetups(jobId);
    for (const item of removable)
      await run('The bin was not emptied.', server.removeItem(kindOf(item.kind).path, item.id));
    setBusy(false);
    setAsking(false);
  };

  return (
    <ShopPage
      page="bin"
      title="Bin"
      note="what was deleted, until it is removed for good"
      actions={
        <Button size="small" disabled={count === 0} onClick={() => setAsking(true)}>
          Empty the bin
        </Button>
      }
    >
      {failure && <Failure {...failure} />}
      <h1 className={shop.headline}>
        {count === 0
          ? 'The bin is empty.'
          : count === 1
            ? 'One thing lies here.'
            : `${CountWord(count)} things lie here.`}
      </h1>
      {count === 0 && (
        <p className={shop.lead}>A deleted job, setup or library item waits here to be brought back.</p>
      )}
      <Part title="Jobs" none={bin.jobs.length === 0}>
        {bin.jobs.map((job) => (
          <Line
            key={job.id}
            name={job.name}
            detail={`deleted ${timeOf(job.binnedAt)}`}
            onRestore={() => void run('The job was not brought back.', server.setBinned(job.id, false))}
            onRemove={() => void run('The job was not removed.', server.removeJob(job.id))}
          />
        ))}
      </Part>
      <Part title="Setups" none={bin.setups.length === 0}>
        {bin.setups.map((setup) => (
          <Line
            key={setup.id}
            name={`${setup.letter} ${setup.name}`}
            detail={`of ${setup.jobName}`}
            onRestore={() => void restore(setup.jobId, setup.id)}
            onRemove={() => void removeSetups(setup.jobId, setup.id)}
          />
        ))}
      </Part>
      <Part title="Library" none={bin.items.length === 0}>
        {bin.items.map((item) => (
          <Line
            key={item.id}
            name={item.name}
            detail={
              item.jobs.length
                ? `stays: ${item.jobs.slice(0, 3).join(', ')}${item.jobs.length > 3 ? ' and others' : ''} or its history has it`
                : `deleted ${timeOf(item.binnedAt)}`
            }
            onRestore={() =>
              void run(
                `The ${kindOf(item.kind).words.one} was not brought back.`,
                server.setItemBinned(kindOf(item.kind).path, item.id, false),
              )
            }
            {...(item.jobs.length
              ? {}
              : {
                  onRemove: () =>
                    void run(
                      `The ${kindOf(item.kind).words.one} was not removed.`,
                      server.removeItem(kindOf(item.kind).path, item.id),
                    ),
                })}
          />
        ))}
      </Part>
      <Dialog open={asking} onClose={() => setAsking(false)} aria-labelledby="empty-title">
        <DialogTitle id="empty-title">Empty the bin?</DialogTitle>
        <DialogContent>
          <DialogContentText>
            For good: {said(bin.jobs.length, 'job')} with all revisions, {said(bin.setups.length, 'setup')}{' '}
            and {said(removable.length, 'library item')} will be removed. This cannot be undone.
          </DialogContentText>
        </DialogContent>
        <DialogActions>
          <Button variant="outlined" onClick={() => setAsking(false)} autoFocus>
            Keep them
          </Button>
          <Button variant="contained" disabled={busy} onClick={() => void empty()}>
            Remove for good
          </Button>
        </DialogActions>
      </Dialog>
    </ShopPage>
  );
}

const said = (n: number, what: string) => `${countWord(n)} ${what}${n === 1 ? '' : 's'}`;

/** The same in every place and language of the machine, so that server and browser agree. */
const timeOf = (iso: string) => `${iso.slice(0, 10)}, ${iso.slice(11, 16)} UTC`;

function Part({ title, none, children }: { title: string; none: boolean; children: React.ReactNode }) {
  if (none) return null;
  return (
    <section className={styles.part} aria-label={title}>
      <h2>{title}</h2>
      <ul>{children}</ul>
    </section>
  );
}

type LineProps = { name: string; detail: string; onRestore: () => void; onRemove?: () => void };

function Line({ name, detail, onRestore, onRemove }: LineProps) {
  return (
    <li>
      <span>
        <b>{name}</b>
        <small>{detail}</small>
      </span>
      <Button size="small" variant="outlined" aria-label={`Bring ${name} back`} onClick={onRestore}>
        Restore
      </Button>
      <Button
        size="small"
        disabled={!onRemove}
        aria-label={`Remove ${name} for good`}
        onClick={() => onRemove?.()}
      >
        Remove for good
      </Button>
    </li>
  );
}
