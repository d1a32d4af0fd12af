import { chargerAtEngine, exhaustDriveOf } from '@/core/job/chargers';
import { useCallback, useState } from 'react';
import { addSetup } from '@/core/job/setups';
import type { TurbineItem } from '@/formats/library-items';
import { setupRefusals } from '../words/setups';
import { MOST_DRAWN, useJob } from '../store/solved';

/** The other housings of the turbine as setups of their own, drawn beside the one in hand. */
export function useHousings() {
  const { store, setupIndex, drawBeside } = useJob();
  const [refusal, setRefusal] = useState<string | null>(null);
  const compare = useCallback(
    (turbine: TurbineItem) => {
      setRefusal(null);
      const { draft } = store.getState();
      const mine = draft.setups[setupIndex]!;
      const here = exhaustDriveOf(chargerAtEngine(mine))?.housing;
      if (here === undefined) return;
      const { housings } = turbine.document;
      // The neighbours first: one size down and one up, then the rest, as far as letters and lines allow.
      const wanted = housings
        .map((_, i) => i)
        .filter((i) => i !== here)
        .sort((a, b) => Math.abs(a - here) - Math.abs(b - here))
        .slice(0, MOST_DRAWN - 1);
      let job = draft;
      const made: string[] = [];
      for (const housing of wanted) {
        const known = job.setups.find(
          (s) =>
            exhaustDriveOf(chargerAtEngine(s))?.turbine.id === turbine.id &&
            exhaustDriveOf(chargerAtEngine(s))?.housing === housing &&
            s.name.endsWith(housings[housing]!.name),
        );
        if (known) {
          made.push(known.id);
          continue;
        }
        const added = addSetup(job, mine.id, crypto.randomUUID());
        if (!added.ok) {
          setRefusal(setupRefusals[added.why]);
          break;
        }
        const name = `${turbine.document.name} ${housings[housing]!.name}`.slice(0, 60);
        job = {
          ...added.job,
          setups: added.job.setups.map((s) => {
            if (s.id !== added.setup.id) return s;
            const changed = { ...structuredClone(s), name };
            const drive = exhaustDriveOf(chargerAtEngine(changed));
            if (drive) drive.housing = housing;
            return changed;
          }),
        };
        made.push(added.setup.id);
      }
      store.getState().edit((now) => {
        now.setups = job.setups;
      });
      store.getState().commit();
      drawBeside(made);
    },
    [store, setupIndex, drawBeside],
  );
  return { compare, refusal };
}
