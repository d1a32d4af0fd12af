import { chargerChecks, type ChargerCheck } from '@/core/job/schema/setup-choices';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { useJob, useJobState } from '../store/solved';

/** What is checked, and what it is checked against (common practice, no source). */
const checks: Record<ChargerCheck, [label: string, hint: string]> = {
  'oil-feed': ['Oil feed', 'plain bearings: full pressure; ball bearings: restrictor of about 1 mm'],
  'oil-drain': ['Oil drain', 'downhill all the way, 16 mm or more, above the sump’s oil'],
  'oil-filter': ['Oil filter', 'full flow, before the feed'],
  prime: ['Primed', 'oil at the drain before the first start'],
  water: ['Water', 'flows by itself once the engine stands: outlet uphill'],
  'after-run': ['Run down', 'idles before it is stopped, or water pump runs on'],
};

const states = [
  { value: 'open', label: 'not checked' },
  { value: 'passed', label: 'passed' },
  { value: 'failed', label: 'failed' },
] as const;

/** Oil and water of the charger: six things that end more of them than speed does. */
export function ChargerAside() {
  const { store, setupIndex } = useJob();
  const known = useJobState((s) => s.draft.setups[setupIndex]!.chargerChecks);
  const set = (what: ChargerCheck, state: (typeof states)[number]['value']) => {
    store.getState().edit((job) => {
      const setup = job.setups[setupIndex]!;
      const others = (setup.chargerChecks ?? []).filter((one) => one.what !== what);
      const its = state === 'open' ? others : [...others, { what, state }];
      if (its.length) setup.chargerChecks = its;
      else delete setup.chargerChecks;
    });
    store.getState().commit();
  };
  const failed = known?.filter(({ state }) => state === 'failed') ?? [];
  const open = chargerChecks.length - (known?.length ?? 0);
  return (
    <Group title="Oil and water">
      {chargerChecks.map((what) => (
        <ChoiceField
          key={what}
          label={checks[what][0]}
          hint={checks[what][1]}
          value={known?.find((one) => one.what === what)?.state ?? 'open'}
          onChoose={(state) => set(what, state)}
          options={states}
        />
      ))}
      <p className={frame.foot} role={failed.length ? 'alert' : undefined}>
        {failed.length
          ? `Not to be run before it is mended: ${failed.map(({ what }) => checks[what][0].toLowerCase()).join(', ')}.`
          : open
            ? `${open} of ${chargerChecks.length} not checked.`
            : 'All checked.'}
      </p>
    </Group>
  );
}
