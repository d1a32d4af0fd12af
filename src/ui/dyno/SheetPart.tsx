'use client';
import { useState } from 'react';
import { pictureAxes, type AxesProblem, type PictureAxes } from '@/core/numerics/picture-axes';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import { FileButton } from '../fields/FileButton';
import { Failure, type FailureWords } from '../frame/Failure';
import frame from '../frame/frame.module.css';
import { openPicture } from './picture-file';
import { axesOf, begun, useSheet, type SheetKind } from './sheet-state';
import { SheetAxes } from './SheetAxes';
import { SheetCurves } from './SheetCurves';
import { SheetPicture } from './SheetPicture';

/** Largest picture that is opened, bytes. */
const LARGEST = 20_000_000;

const problems: Record<AxesProblem, string> = {
  'same-place': 'Two marks of one axis lie on each other: set them far apart.',
  'same-value': 'Two marks of one axis have one value.',
  parallel: 'The marks make one line and no two axes: two belong on each.',
};

/** Axes of the sheet as marked, or why there are none yet. */
export function useAxes(): { axes: PictureAxes | null; problem: string | null } {
  const marked = useSheet((s) => s.marked);
  const set = axesOf(marked);
  const made = set && pictureAxes(set);
  if (!made) return { axes: null, problem: null };
  return 'problem' in made ? { axes: null, problem: problems[made.problem] } : { axes: made, problem: null };
}

/** A printed or photographed sheet becomes a run, a printed compressor map becomes data: axes placed, lines traced by clicks. */
export default function SheetPart() {
  const { picture, kind, set } = useSheet();
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const { axes, problem } = useAxes();
  const open = async (file: File) => {
    const title = `${file.name} was not opened.`;
    if (file.size > LARGEST) return setFailure({ title, lines: ['A picture may have at most 20 MB.'] });
    const opened = await openPicture(file);
    if (!opened)
      return setFailure({ title, lines: ['It is no picture that can be read: PNG, JPEG or WebP.'] });
    setFailure(null);
    set({ ...begun(kind), picture: { ...opened, name: file.name, file } });
  };
  return (
    <>
      <h2 className={charts.head}>
        From a printed sheet
        <small>two marks on each axis, then the line by clicks; rotation and shear are taken out</small>
      </h2>
      {failure && <Failure {...failure} />}
      <ChoiceField
        label="On it"
        value={kind}
        onChoose={(next: SheetKind) => set(begun(next))}
        options={[
          { value: 'run', label: 'a dyno run' },
          { value: 'map', label: 'a compressor map' },
        ]}
      />
      <FileButton
        label={picture ? 'Another picture' : 'Open a picture'}
        accept="image/png,image/jpeg,image/webp"
        onFile={(file) => void open(file)}
      />
      {!picture && (
        <p className={frame.lead}>
          A photograph of a sheet or a scan. Perspective is not taken out: hold the camera square over it.
        </p>
      )}
      {picture && (
        <>
          <SheetPicture picture={picture} axes={axes} />
          {problem && (
            <p role="alert" className={frame.lead}>
              {problem}
            </p>
          )}
          <SheetAxes axes={axes} />
          <SheetCurves axes={axes} />
        </>
      )}
    </>
  );
}
