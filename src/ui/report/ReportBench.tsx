'use client';
import dynamic from 'next/dynamic';
import { BenchHead } from '../frame/BenchHead';
import frame from '../frame/frame.module.css';
import { Parts, usePart } from '../frame/parts';
import { Group, Reading } from '../fields/Group';
import { dayWords } from '../device/today';
import { useJobState } from '../store/solved';
import { loaders } from './parts';

const SheetPart = dynamic(loaders.sheet);
const EarlierPart = dynamic(loaders.earlier);

/** What is handed over: sheets on screen, on paper and as PDF, and the shop's own history. */
export default function ReportBench() {
  return (
    <>
      <div className={frame.picture}>
        <Parts
          bench="report"
          bodies={{
            customer: <SheetPart kind="customer" />,
            tuner: <SheetPart kind="tuner" />,
            orders: <SheetPart kind="orders" />,
            build: <SheetPart kind="build" />,
            measured: <SheetPart kind="measured" />,
            earlier: <EarlierPart />,
          }}
        />
      </div>
      <aside className={frame.column} tabIndex={0} aria-label="Answer">
        <Answer />
      </aside>
    </>
  );
}

const ready = {
  customer: 'The customer’s sheet',
  tuner: 'The hand-over',
  orders: 'The order list',
  build: 'The build record',
  measured: 'The measuring sheets',
  earlier: 'Earlier builds',
};

function Answer() {
  const part = usePart('report');
  const report = useJobState((s) => s.draft.report);
  const brief = useJobState((s) => s.draft.brief);
  const isSigned = Boolean(report?.customer.trim() && report.customerOn);
  return (
    <>
      <BenchHead
        bench="report"
        state={isSigned ? 'within' : null}
        answer={isSigned ? 'Signed' : 'Not signed yet'}
      >
        <p className={frame.lead}>
          {isSigned
            ? `By ${report!.customer} on ${dayWords(report!.customerOn)}. ${ready[part]} is shown.`
            : `${ready[part]} is shown: screen, paper and PDF are one document and say the same.`}
        </p>
      </BenchHead>
      <Group title="Signature">
        <Reading label="Customer" value={brief.customer || 'not named'} />
        <Reading label="Signed" value={isSigned ? dayWords(report!.customerOn) : 'not yet'} />
        <Reading label="For the shop" value={report?.shop || 'nobody yet'} />
      </Group>
      <p className={frame.foot}>
        Planning figures, not permission. What may be driven where is the authority’s to say.
      </p>
    </>
  );
}
