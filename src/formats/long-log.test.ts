import { strFromU8, unzipSync } from 'fflate';
import { channelIds } from '@/core/dyno/channels';
import { packCalibration } from './calibration-pack';
import { LongReader, openLong, type LongGiven } from './long-log';
import { readMapTable } from './map-table';
import { guessLog, makeLog, readLog } from './run-log';
import { runCsv } from './run-csv';
import { tracedMapCsv } from './traced-map-csv';
import { unitsOf, type Quantity } from '@/core/units/quantities';

const unit = (quantity: Quantity) => unitsOf(quantity)[0]!;
const rows = Array.from({ length: 3_000 }, (_, i) => [i / 100, 2_000 + 1.5 * i, 250 + i / 100] as const);
const text = ['# made by a logger', 'time s;rpm;torque Nm', ...rows.map((row) => row.join(';'))].join('\n');

const givenFor = (its: string, change: Partial<LongGiven> = {}): LongGiven => {
  const opened = openLong(its, true);
  if (!opened.ok) throw new Error(opened.problems[0]!.reason.code);
  const { table, delimiter, firstLine } = opened.head;
  return {
    delimiter,
    firstLine,
    decimal: table.decimal,
    names: table.columns,
    mapping: guessLog(table, unit),
    stoichiometric: 14.5,
    perRpm: null,
    ...change,
  };
};
/** Reads a text in pieces that end anywhere. */
const readIn = (its: string, size: number, given: LongGiven) => {
  const reader = new LongReader(given);
  for (let at = 0; at < its.length; at += size) if (!reader.push(its.slice(at, at + size))) break;
  return reader.end();
};

describe('a long log', () => {
  it('read piece by piece is the log that is read at once, wherever the pieces end', () => {
    const read = readLog(text);
    if (!read.ok) throw new Error('unread');
    const whole = makeLog(read.table, guessLog(read.table, unit), 14.5);
    for (const size of [1, 7, 64, 4_001]) {
      const short = size < 8 ? text.slice(0, 2_000).replace(/\n[^\n]*$/, '') : text;
      const made = readIn(short, size, givenFor(short));
      expect(made.ok).toBe(true);
      if (size >= 8) expect(made).toEqual(whole);
    }
  });
  it('with windows line ends, decimal commas or blanks between columns too', () => {
    const comma = text.replaceAll('.', ',').replaceAll('\n', '\r\n');
    const made = readIn(comma, 100, givenFor(comma));
    expect(made.ok && made.log.torque![2_999]).toBeCloseTo(279.99, 9);
    const blanks = ['time  rpm  torque', ...rows.slice(0, 50).map((row) => row.join('   '))].join('\n');
    const loose = readIn(blanks, 33, givenFor(blanks));
    expect(loose.ok && loose.log.speedRpm).toHaveLength(50);
  });
  it('says the line that cannot be read, and that time runs backwards there', () => {
    const bad = text.replace('\n29.5;6425;279.5', '\n29.5;fast;279.5');
    const made = readIn(bad, 512, givenFor(bad));
    expect(made.ok ? null : made.problems[0]).toMatchObject({
      line: 2_953,
      reason: { code: 'run-no-number' },
    });
    const back = text.replace('\n29.5;6425', '\n0.5;6425');
    const timed = readIn(back, 512, givenFor(back));
    expect(timed.ok ? null : timed.problems[0]).toMatchObject({
      line: 2_953,
      reason: { code: 'log-time-back' },
    });
  });
  it('takes engine speed from road speed in a gear, and asks where no gear is named', () => {
    const road = [
      'time s;road speed km/h;torque Nm',
      ...rows.slice(0, 60).map(([t, n, q]) => `${t};${n / 50};${q}`),
    ].join('\n');
    const given = givenFor(road);
    const asked = readIn(road, 999, given);
    expect(asked.ok ? null : asked.problems[0]!.reason.code).toBe('run-needs-speed');
    const made = readIn(road, 999, { ...given, perRpm: 1 / 50 / 3.6 });
    expect(made.ok && made.log.speedRpm![10]).toBeCloseTo(2_015, 6);
  });
  it('an empty or a binary beginning is refused', () => {
    expect(openLong('', true)).toMatchObject({ ok: false });
    expect(openLong('\u0000\u0001', true)).toMatchObject({ ok: false });
  });
});

describe('what goes out', () => {
  const log = { time: [0, 1], speedRpm: [2_000, 3_000], torque: [300, NaN], chargeTemperature: [300, 310] };
  it('a run as CSV is read back as it was', () => {
    const read = readLog(runCsv(log));
    if (!read.ok) throw new Error(read.problems[0]!.reason.code);
    const mapping = guessLog(read.table, unit);
    expect(mapping.map(({ column }) => column)).toEqual(['time', 'speedRpm', 'torque', 'chargeTemperature']);
    const made = makeLog(read.table, mapping, 14.5);
    expect(made.ok && made.log.chargeTemperature![1]).toBeCloseTo(310, 4);
    expect(made.ok && made.log.torque).toEqual([300, NaN]);
  });
  it('every channel has a header that is read back as itself', () => {
    const all = Object.fromEntries(channelIds.map((id) => [id, [1, 2]]));
    const read = readLog(runCsv(all));
    expect(read.ok && guessLog(read.table, unit).map(({ column }) => column)).toEqual(channelIds);
  });
  it('a pack for a calibrator holds log, card, limits, files and the question; no cell is a formula', () => {
    const zip = packCalibration(
      {
        log,
        card: [['Name', '=1+1']],
        limits: [['Rods', '400 N·m']],
        chain: [],
        question: ' More at the top? ',
      },
      new Date(2026, 2, 4),
    );
    const files = unzipSync(zip);
    expect(Object.keys(files).sort()).toEqual([
      'card.csv',
      'files.csv',
      'limits.csv',
      'question.txt',
      'run.csv',
    ]);
    expect(strFromU8(files['question.txt']!)).toBe('More at the top?\r\n');
    expect(strFromU8(files['card.csv']!)).not.toMatch(/^=|,=|\n=/);
  });
  it('a traced map is a file that the import opens', () => {
    const points = [0, 1, 2].map((i) => ({ speedRpm: 9e4, flow: 0.1 + i / 20, ratio: 2, efficiency: 0.7 }));
    const read = readMapTable(tracedMapCsv(points, 'map.png'));
    expect(read.ok && read.table.columns).toEqual([
      'speed (rpm)',
      'flow (kg/s)',
      'pressure ratio',
      'efficiency (share)',
    ]);
    expect(read.ok && read.table.rows).toHaveLength(3);
  });
});
