'use client';
import Button from '@mui/material/Button';
import type { Loss } from '@/core/job/schema/job';
import type { DemandPlace } from '@/core/job/inputs/setup-inputs';
import { guess } from '@/core/documents/input';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';
import { lossHint, LossState } from './LossState';

/** What stands in the air's way; what stands in the exhaust's comes with the turbine, on the Charger. */
const titles: Record<DemandPlace, string> & Partial<Record<Loss['place'], string>> = {
  filter: 'Filter, before the compressor',
  inlet: 'Inlet pipe, before the compressor',
  cooler: 'Cooler and charge pipes',
  charge: 'Charge pipes, after the cooler',
  throttle: 'Throttle',
};

/** Each part that costs the air pressure: its drop at one flow, and what stood before it then. */
export function LossFields() {
  const { store, setupIndex } = useJob();
  const { figure } = useWords();
  const plumbing = useJobState((s) => s.draft.setups[setupIndex]!.plumbing);
  return (
    <>
      {plumbing.map((loss, i) => {
        const title = titles[loss.place];
        const at = `setups.${setupIndex}.plumbing.${i}` as const;
        if (!title) return null;
        if (loss.from === 'pipe')
          return (
            <Group key={`${loss.place}${i}`} title={title}>
              <p className={frame.foot}>Given by its measures: on the Charger, under Piping.</p>
            </Group>
          );
        return (
          <Group key={`${loss.place}${i}`} title={title}>
            <QuantityField path={`${at}.drop`} hint={lossHint(loss, figure)} />
            <LossState at={at} />
            {loss.diameter ? (
              <QuantityField path={`${at}.diameter`} hint="for the Mach number" />
            ) : (
              <Button
                size="small"
                variant="outlined"
                sx={{ mt: 1 }}
                onClick={() => {
                  store.getState().write(`${at}.diameter`, guess(0.06));
                  store.getState().commit();
                }}
              >
                Give its bore, for the Mach number
              </Button>
            )}
          </Group>
        );
      })}
    </>
  );
}
