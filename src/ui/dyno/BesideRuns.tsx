import Button from '@mui/material/Button';
import { commonRange, repeatabilityOf } from '@/core/dyno/compare';
import { ChoiceField } from '../fields/ChoiceField';
import frame from '../frame/frame.module.css';
import { useWords } from '../words/useWords';
import { runCurve } from './run-curves';
import { useRuns, type Run } from './useRuns';
import { useAgainstModel, useView } from './useRunView';
import styles from './dyno.module.css';

/** The run in hand against the model in its own air. */
export function AgainstModel() {
  const { figure, signedFigure } = useWords();
  const { chosen } = useRuns();
  const found = useAgainstModel();
  const how = useView((s) => s.model);
  if (!chosen || !found?.model) return null;
  const { compared, model } = found;
  if (!compared) return null;
  return (
    <p className={frame.lead}>
      Against the model{' '}
      {model.air === 'run' ? 'in the run’s own air' : 'in the air of the Brief, as the card has none'},{' '}
      {how === 'run' ? 'with the boost of the run' : 'with boost as planned'}: peak{' '}
      {signedFigure(compared.peak.value, 'power')}, mean {signedFigure(compared.mean.value, 'power')} (
      {signedFigure(compared.areaShare, 'fineShare')}), most {signedFigure(compared.most.value, 'power')} at{' '}
      {figure(compared.most.speedRpm, 'engineSpeed')}, least {signedFigure(compared.least.value, 'power')} at{' '}
      {figure(compared.least.speedRpm, 'engineSpeed')}. The band is the run’s alone, ±{' '}
      {figure(compared.mean.band, 'power')}.
      {chosen.card.basis === 'hub' &&
        ' At the hub the model counts the Brief’s whole drivetrain loss, tyres included: it reads low.'}
    </p>
  );
}

type DayProps = { run: Run; held: Run; offset: { factor: number; error: number } | null };

/** Two days of one dyno: a pull made alike on both says what one reads over the other. */
export function DayOffset({ run, held, offset }: DayProps) {
  const { signedFigure, figure } = useWords();
  const { runs, references, refer } = useRuns();
  const dayOf = (card: Run['card']) => card.at.slice(0, 10);
  const ofDay = (day: string) => [
    { value: '', label: 'none' },
    ...(runs ?? [])
      .filter(({ card }) => dayOf(card) === day)
      .map(({ id, card }) => ({ value: id, label: card.name })),
  ];
  const [later, earlier] = references.map((one) => one?.id ?? null);
  return (
    <>
      <div className={styles.choices}>
        <ChoiceField
          label={`Reference pull of ${dayOf(run.card)}`}
          hint="made alike on both days"
          value={later ?? ''}
          onChoose={(id) => refer([id || null, earlier ?? null])}
          options={ofDay(dayOf(run.card))}
        />
        <ChoiceField
          label={`Reference pull of ${dayOf(held.card)}`}
          value={earlier ?? ''}
          onChoose={(id) => refer([later ?? null, id || null])}
          options={ofDay(dayOf(held.card))}
        />
      </div>
      {offset && (
        <p className={frame.lead}>
          The later day reads {signedFigure(offset.factor - 1, 'fineShare')} ±{' '}
          {figure(offset.error, 'fineShare')} on the earlier: {held.card.name} is brought to it, and its band
          widened by the error.
        </p>
      )}
    </>
  );
}

/** Repeat pulls drawn beside give the dyno's repeatability. */
export function Repeats({ run }: { run: Run }) {
  const { figure } = useWords();
  const { others, saveCard } = useRuns();
  const curves = [run, ...others].flatMap((its) => runCurve(its, 'torque') ?? []);
  const range = curves.reduce<{ fromRpm: number; toRpm: number } | null>(
    (so, curve) => {
      const both = commonRange(curves[0]!, curve);
      return so && both
        ? { fromRpm: Math.max(so.fromRpm, both.fromRpm), toRpm: Math.min(so.toRpm, both.toRpm) }
        : null;
    },
    { fromRpm: 0, toRpm: Infinity },
  );
  const found = others.length && range ? repeatabilityOf(curves, range.fromRpm, range.toRpm) : null;
  if (found === null) return null;
  return (
    <p className={frame.foot}>
      If the {curves.length} pulls drawn are repeats, they repeat within {figure(found, 'fineShare')} of the
      mean torque.{' '}
      <Button
        size="small"
        disabled={found < 0.0005 || found > 0.2}
        onClick={() => {
          for (const its of [run, ...others]) void saveCard(its.id, { ...its.card, repeatability: found });
        }}
      >
        Take it as their repeatability
      </Button>
    </p>
  );
}
