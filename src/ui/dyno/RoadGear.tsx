import { roadOf } from '@/core/vehicle/road';
import type { LogMapping } from '@/formats/run-log';
import { ChoiceField } from '../fields/ChoiceField';
import frame from '../frame/frame.module.css';
import { useJobState } from '../store/solved';

type Props = { mapping: LogMapping; perRpm: number | null; onChoose: (perRpm: number | null) => void };

/** A log without engine speed: from road speed and the gear it was made in, where the Brief knows the gears. */
export function RoadGear({ mapping, perRpm, onChoose }: Props) {
  const vehicle = useJobState((s) => s.draft.brief.vehicle);
  const has = (id: string) => mapping.some(({ column }) => column === id);
  if (has('speedRpm') || !has('roadSpeed')) return null;
  const gears = roadOf(vehicle, 1.2)?.gears ?? [];
  if (!gears.length)
    return (
      <p className={frame.lead}>
        It has road speed and no engine speed: give gears, final drive and tyre radius on the Brief under
        Vehicle, then the gear here.
      </p>
    );
  const picked = gears.findIndex((gear) => gear.perRpm === perRpm);
  return (
    <ChoiceField
      label="Engine speed from road speed in gear"
      hint="as no column has it; slip is not seen then"
      value={picked < 0 ? '' : String(picked)}
      onChoose={(next) => onChoose(next === '' ? null : gears[Number(next)]!.perRpm)}
      options={[
        { value: '', label: 'choose the gear' },
        ...gears.map((_, i) => ({ value: String(i), label: String(i + 1) })),
      ]}
    />
  );
}
