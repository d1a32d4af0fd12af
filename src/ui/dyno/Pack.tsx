import Button from '@mui/material/Button';
import Input from '@mui/material/Input';
import { useState } from 'react';
import { channels } from '@/core/dyno/channels';
import type { CalibrationFile } from '@/core/job/schema/calibration';
import { runLimitsOf } from '@/core/studies/run-limits';
import { packCalibration } from '@/formats/calibration-pack';
import { cleanText } from '../fields/clean-text';
import { Group } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { saveFile } from '../frame/save-file';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';
import { cardLines } from './card-fields';
import { useChangeWords } from './ChainPart';
import { useRuns } from './useRuns';
import { limitName } from './words';

/** The most that a question to a calibrator may have. */
const LONGEST = 2_000;

/** A pack for a calibrator elsewhere: log, card, limits, files and the question. The answer comes back as the next file. */
export function Pack({ file, files }: { file: CalibrationFile; files: CalibrationFile[] }) {
  const { answer } = useJob();
  const words = useWords();
  const say = useChangeWords();
  const engine = useJobState((s) => s.draft.engine);
  const { chosen } = useRuns();
  const [question, setQuestion] = useState('');
  const make = () => {
    const limits = answer && chosen ? runLimitsOf(answer.build, engine, chosen.card) : [];
    const zip = packCalibration(
      {
        log: chosen?.log ?? null,
        card: chosen ? cardLines(chosen.card, words) : [],
        limits: limits.map(({ part, channel, at }) => [
          limitName(part, channel),
          `${words.figure(at(answer!.build.goal.speedRpm), channels[channel].quantity)}`,
        ]),
        chain: files.map(({ name, changes }) => [name, changes.map(say).join('; ')]),
        question,
      },
      new Date(),
    );
    saveFile(new Uint8Array(zip), 'for-the-calibrator.zip', 'application/zip');
  };
  return (
    <Group title="To a calibrator elsewhere">
      <p className={frame.foot}>
        One file with the log and the card of {chosen ? chosen.card.name : 'a run, once there is one'}, the
        limits of the job, the files so far and your question. What comes back is the next file: “Next file
        from {file.name}”.
      </p>
      <Input
        fullWidth
        multiline
        minRows={2}
        value={question}
        placeholder="What is asked: more timing at the top, or less fuel?"
        slotProps={{ input: { 'aria-label': 'Question to the calibrator', maxLength: LONGEST } }}
        onChange={(e) => setQuestion(cleanText(e.target.value))}
      />
      <Button variant="outlined" size="small" onClick={make}>
        Save the pack (zip)
      </Button>
    </Group>
  );
}
