'use client';
import type { ComponentKind } from '@/core/job/schema/component-choices';
import type { LimitRow } from '@/core/limits/judge';
import { stepTest } from '@/core/studies/driveline';
import { useState } from 'react';
import charts from '../charts/charts.module.css';
import { ChoiceField } from '../fields/ChoiceField';
import frame from '../frame/frame.module.css';
import { StateMark } from '../frame/icons';
import { FigureTable } from '../table/FigureTable';
import { partName } from '../words/components';
import { useWords } from '../words/useWords';
import { limitWords } from './say';
import { useDuty } from './useDuty';
import { useLimits } from './useLimits';

/** What to look for at each step of a test, and where to stop (common practice, no source). */
const stopRules: Partial<Record<ComponentKind, string>> = {
  block:
    'Stop at coolant in the oil, pressure in the coolant or a bore out of round; look at the main webs with the pan off.',
  'main-caps': 'Stop at fretting on the caps’ seats or bearing metal in the oil filter.',
  crank: 'Stop at bearing metal in the oil filter or oil pressure that falls at the same speed and heat.',
  rods: 'Stop when a piston stands lower at top dead centre than before: a rod has shortened.',
  'rod-bolts': 'Stop when a bolt is longer than before by what its maker allows.',
  pistons: 'Stop at knock, blow-by up by a quarter, or specks of metal on a plug.',
  rings: 'Stop at blow-by up by a quarter, or leak-down up by five points.',
  'head-clamp': 'Stop at pressure in the coolant, or a fastener that has lost torque.',
  'head-gasket': 'Stop at pressure in the coolant or a weep along the gasket.',
  clutch: 'Stop when engine speed rises without road speed.',
  gearbox: 'Stop at metal on the drain plug, oil over its maker’s temperature, or a gear that jumps out.',
  'final-drive': 'Stop at metal on the drain plug or oil over its maker’s temperature.',
  shafts: 'Stop at a joint that has play or marks that no longer line up.',
};
const otherwise = 'Stop at the first reading that differs from the step before for no known reason.';

/** Limits that sources disagree about: both ends, never averaged, and a test in steps. */
export default function DisputedPart() {
  const { figure } = useWords();
  const words = useWords();
  const { pull } = useDuty();
  const { line } = useLimits(pull);
  const [chosen, choose] = useState('');
  const rows = (line?.rows ?? []).filter(
    (row) => row.isCounted && row.high !== null && row.high > (row.low ?? 0),
  );
  const testable = rows.filter((row) => stepTest(row).length > 0);
  const tested = testable.find(({ key }) => key === chosen) ?? testable[0];
  const ends = (row: LimitRow) => {
    if (row.allowed === null) return ['–', '–'] as const;
    return [figure(row.allowed, 'power'), figure((row.allowed * row.high!) / row.low!, 'power')] as const;
  };
  return (
    <>
      <h2 className={charts.head}>
        Disputed limits
        <small>both ends where sources disagree, never averaged; power at the flywheel</small>
      </h2>
      {rows.length > 0 ? (
        <FigureTable
          caption="Limits with two ends"
          unseen
          rows={rows}
          keyOf={({ key }) => key}
          columns={[
            {
              name: 'part',
              cell: (row) => (
                <>
                  <StateMark state={row.state} size={11} /> {partName(row.part)}
                  <small>{limitWords(row, words)}</small>
                </>
              ),
            },
            { name: 'may give at', cell: (row) => ends(row)[0] },
            { name: 'gives at, whoever is right', cell: (row) => ends(row)[1] },
            {
              name: 'used of each end',
              cell: (row) =>
                `${figure(row.peak.use, 'share')} and ${figure(Math.max(...row.uses.map(({ useHigh }) => useHigh)), 'share')}`,
            },
          ]}
        />
      ) : (
        <p className={frame.lead}>
          No limit has two ends. Where sources disagree about a block or a gearbox, give the part both: where
          it may give and the other end.
        </p>
      )}
      {tested && <Steps row={tested} rows={testable} choose={choose} />}
    </>
  );
}

type StepsProps = { row: LimitRow; rows: LimitRow[]; choose: (key: string) => void };

function Steps({ row, rows, choose }: StepsProps) {
  const { figure } = useWords();
  const steps = stepTest(row);
  const { part } = row;
  const rule =
    (part.from === 'component' ? stopRules[part.kind] : stopRules[part.part as ComponentKind]) ?? otherwise;
  return (
    <>
      <ChoiceField
        label="Step test of"
        value={row.key}
        onChoose={choose}
        options={rows.map((one) => ({ value: one.key, label: partName(one.part) }))}
      />
      <FigureTable
        caption={`Power steps for ${partName(part).toLowerCase()}`}
        rows={steps.map((step, i) => ({ ...step, number: i + 1 }))}
        keyOf={({ number }) => String(number)}
        columns={[
          { name: 'step', cell: ({ number }) => number },
          { name: 'power', cell: ({ power }) => figure(power, 'power') },
          { name: 'of where it may give', cell: ({ ofLow }) => figure(ofLow, 'share') },
          { name: 'of the other end', cell: ({ ofHigh }) => figure(ofHigh, 'share') },
        ]}
      />
      <p className={frame.lead}>{rule}</p>
      <p className={frame.foot}>
        One step at a time, each repeated cold and hot before the next; the limit found is then measured here,
        and the other end goes. What breaks may leave the engine: shields, nobody beside it.
      </p>
    </>
  );
}
