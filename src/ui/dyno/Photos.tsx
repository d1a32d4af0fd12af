import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { LARGEST_PICTURE, type PictureLine } from '@/formats/pictures';
import { FileButton } from '../fields/FileButton';
import { Group } from '../fields/Group';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import frame from '../frame/frame.module.css';
import { pictureAddress, server } from '../server/client';
import { useJob } from '../store/solved';
import { openPicture, thumbnailOf } from './picture-file';
import styles from './dyno.module.css';

type Props =
  | { runId: string; ids?: never; onIds?: never; none?: string }
  /** Those that a part of the job names, and its new list once one comes or goes. */
  | { runId?: never; ids: readonly string[]; onIds: (ids: string[]) => void; none?: string };

/** Photographs of a run or of a part of the job: kept beside the database, carried by the backup. */
export function Photos({
  runId,
  ids,
  onIds,
  none = 'None yet: straps, plugs, the sheet as it was printed.',
}: Props) {
  const { store } = useJob();
  const jobId = store.getState().id;
  const [all, setAll] = useState<PictureLine[] | null>(null);
  const [failure, setFailure] = useState<FailureWords | null>(null);
  useEffect(() => {
    let isHere = true;
    void server.pictures(jobId).then((answer) => {
      if (!isHere) return;
      if (answer.kind === 'ok') setAll(answer.data.pictures);
      else setFailure(failureOf('The photographs were not fetched.', answer));
    });
    return () => {
      isHere = false;
    };
  }, [jobId]);
  const add = async (file: File) => {
    const title = `${file.name} was not added.`;
    if (file.size > LARGEST_PICTURE)
      return setFailure({ title, lines: ['A photograph may have at most 12 MB.'] });
    const picture = await openPicture(file);
    const thumbnail = picture && thumbnailOf(picture);
    if (!thumbnail)
      return setFailure({ title, lines: ['It is no picture that can be read: PNG, JPEG or WebP.'] });
    const answer = await server.addPicture(jobId, file, file.name, thumbnail, runId);
    if (answer.kind !== 'ok') return setFailure(failureOf(title, answer));
    setFailure(null);
    setAll([...(all ?? []), { ...answer.data, runId: runId ?? null, name: file.name, thumbnail }]);
    if (ids) onIds([...ids, answer.data.id]);
  };
  const remove = async (id: string) => {
    const answer = await server.removePicture(jobId, id);
    if (answer.kind !== 'ok') return setFailure(failureOf('The photograph was not removed.', answer));
    setAll((all ?? []).filter((one) => one.id !== id));
    if (ids) onIds(ids.filter((one) => one !== id));
  };
  const own = (all ?? []).filter((one) => (ids ? ids.includes(one.id) : one.runId === runId));
  return (
    <Group title="Photographs">
      {failure && <Failure {...failure} />}
      <div className={styles.photos}>
        {own.map(({ id, name, thumbnail }) => (
          <figure key={id}>
            <a href={pictureAddress(jobId, id)} target="_blank" rel="noreferrer">
              {/* A data address of a few kilobytes: there is nothing to optimise. */}
              {/* eslint-disable-next-line @next/next/no-img-element */}
              <img src={thumbnail} alt={name} />
            </a>
            <figcaption>
              {name}{' '}
              <Button size="small" aria-label={`Remove ${name}`} onClick={() => void remove(id)}>
                Remove
              </Button>
            </figcaption>
          </figure>
        ))}
      </div>
      {own.length === 0 && <p className={frame.foot}>{none}</p>}
      <FileButton
        label="Add a photograph"
        accept="image/png,image/jpeg,image/webp"
        onFile={(file) => void add(file)}
      />
    </Group>
  );
}
