'use client';
import type { Reason } from '@/core/working/range';
import { trim } from '@/core/compressor/formulas';
import { ChoiceField } from '../fields/ChoiceField';
import { Group, Reading } from '../fields/Group';
import frame from '../frame/frame.module.css';
import { Cross, Tick } from '../frame/icons';
import { Problems } from '../frame/Problems';
import { useJob, useJobState, type Solved } from '../store/solved';
import { figure, formatNumber } from '../words/format';
import { Say } from '../words/Say';
import { CompressorMap } from './CompressorMap';
import styles from './charger.module.css';

const NONE = 'none';

/** Which compressor carries the demand, and where its map is left. */
export default function ChargerBench() {
  const { solved, setSpeed } = useJob();
  const compressor = solved?.build.compressor;
  return (
    <>
      <div className={`${frame.picture} ${styles.picture}`} style={{ padding: undefined }}>
        {solved && compressor ? (
          <>
            <h2 className={styles.title}>
              {compressor.name} on this engine
              <small>one bead per 500 rpm; hollow with a cross: outside the measured map</small>
            </h2>
            <CompressorMap solved={solved} map={compressor.map} name={compressor.name} onPick={setSpeed} />
          </>
        ) : (
          <p className={frame.lead}>
            No map yet: choose a compressor at the right. The demand line is known, so its running line
            appears at once.
          </p>
        )}
      </div>
      <aside className={frame.column}>
        <h2 className={frame.headline}>{compressor ? headlineOf(compressor) : 'Choose a compressor'}</h2>
        <Problems />
        {solved && <Verdict findings={solved.sweep.goal.findings} />}
        <Choices />
        {solved && compressor && <Readings solved={solved} />}
        <p className={frame.foot}>
          Surge margin stands at constant pressure ratio, choke margin along the speed line, room to the edge
          at constant ratio again: three figures with three names. Rotating parts: a wheel past its limit can
          burst.
        </p>
      </aside>
    </>
  );
}

const headlineOf = (c: NonNullable<Solved['build']['compressor']>) =>
  c.count > 1 ? `Twin ${c.name}` : c.name;

const good = new Set(['efficiency-at-goal', 'surge-clear', 'level-makes', 'map-holds']);
const plain = new Set(['demand']);

function Verdict({ findings }: { findings: Reason[] }) {
  return (
    <ul className={styles.findings} aria-label="Findings">
      {findings.map((reason) => {
        const isPlain = plain.has(reason.code);
        const isGood = good.has(reason.code);
        return (
          <li
            key={reason.code + JSON.stringify(reason.figures)}
            className={isPlain || isGood ? undefined : styles.bad}
          >
            <span>{isPlain ? '' : isGood ? <Tick size={11} /> : <Cross size={11} />}</span>
            <span>
              <Say reason={reason} />
            </span>
          </li>
        );
      })}
    </ul>
  );
}

function Choices() {
  const { store, items, setupIndex } = useJob();
  const induction = useJobState((s) => s.draft.setups[setupIndex]!.induction);
  const ref = induction.kind === 'turbo' ? induction.stages[0]?.compressor : null;
  const key = ref ? `${ref.id}.${ref.revision}` : NONE;
  const chosen = items.find((i) => `${i.id}.${i.revision}` === key);
  const choose = (next: string) => {
    const item = items.find((i) => `${i.id}.${i.revision}` === next);
    store.getState().edit((draft) => {
      const setup = draft.setups[setupIndex]!;
      const arrangement = setup.induction.kind === 'turbo' ? setup.induction.arrangement : 'single';
      setup.induction = {
        kind: 'turbo',
        arrangement,
        stages: [{ compressor: item ? { id: item.id, revision: item.revision } : null }],
      };
      setup.name = item
        ? `${arrangement === 'parallel' ? 'Twin ' : ''}${item.document.name}`.slice(0, 60)
        : 'No compressor';
    });
    store.getState().commit();
  };
  const arrange = (arrangement: 'single' | 'parallel') => {
    store.getState().edit((draft) => {
      const setup = draft.setups[setupIndex]!;
      if (setup.induction.kind !== 'turbo') return;
      setup.induction.arrangement = arrangement;
      const bare = setup.name.replace(/^Twin /, '');
      if (chosen && bare === chosen.document.name)
        setup.name = arrangement === 'parallel' ? `Twin ${bare}`.slice(0, 60) : bare;
    });
    store.getState().commit();
  };
  return (
    <Group title="On the job">
      <ChoiceField
        label="Compressor"
        value={chosen ? key : NONE}
        onChoose={choose}
        options={[
          { value: NONE, label: 'none yet' },
          ...items.map((i) => ({ value: `${i.id}.${i.revision}`, label: i.document.name })),
        ]}
      />
      <ChoiceField
        label="Arrangement"
        value={induction.kind === 'turbo' ? induction.arrangement : 'single'}
        onChoose={arrange}
        options={[
          { value: 'single', label: 'one' },
          { value: 'parallel', label: 'parallel twins' },
        ]}
      />
      {chosen && (
        <Reading
          label="Wheel"
          hint="inducer / exducer, trim"
          value={`${formatNumber(chosen.document.inducer.value * 1e3, 1)} / ${formatNumber(chosen.document.exducer.value * 1e3, 1)} mm, ${formatNumber(trim.fn({ inducer: chosen.document.inducer.value, exducer: chosen.document.exducer.value }), 0)}`}
        />
      )}
    </Group>
  );
}

/** Figures that rest on the map: wavy where the map had to be extrapolated. */
const restsOnMap = new Set(['Efficiency', 'Shaft speed', 'Outlet temperature']);

function Readings({ solved }: { solved: Solved }) {
  const { point, build } = solved;
  const at = point.compressors[0];
  const mark = at && at.range !== 'inside' ? styles.estimated : undefined;
  const each = build.compressorCount > 1 ? 'each of the two' : '';
  const rows: [string, string, string][] = [
    ['Air through it', each, figure(point.path.massFlow / build.compressorCount, 'massFlow')],
    ['Corrected flow', 'to the map’s reference', figure(at?.flow, 'massFlow')],
    ['Pressure ratio', 'across the compressor', figure(point.pressureRatio, 'ratio')],
    [
      'Efficiency',
      at?.range === 'inside' || at?.efficiency == null ? '' : 'estimated: off the measured lines',
      figure(at?.efficiency, 'share'),
    ],
    [
      'Shaft speed',
      at?.speedShare == null ? '' : `${figure(at.speedShare, 'share')} of the wheel’s limit`,
      figure(at?.shaftSpeedRpm, 'shaftSpeed'),
    ],
    ['Outlet temperature', '', figure(point.path.compressor.temperature, 'temperature')],
    ['Surge margin', 'at constant ratio', figure(at?.surgeMargin, 'share')],
    ['Choke margin', 'along the speed line', figure(at?.chokeMargin, 'share')],
    [
      'Room to the edge',
      at?.edgeRoom
        ? at.edgeRoom.edge === 'choke'
          ? 'to choke, at constant ratio'
          : 'to the wheel limit, at constant ratio'
        : '',
      figure(at?.edgeRoom?.share, 'share'),
    ],
  ];
  return (
    <table className={styles.readings}>
      <caption>At {figure(point.speedRpm, 'engineSpeed')}</caption>
      <tbody>
        {rows.map(([name, hint, value]) => (
          <tr key={name}>
            <th scope="row">
              {name}
              {hint && <small>{hint}</small>}
            </th>
            <td className={restsOnMap.has(name) ? mark : undefined}>{value}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
