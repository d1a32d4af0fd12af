import { mostBoostOf } from '@/core/forecast/marks';
import { measuringSheets } from '@/core/job/schema/record-choices';
import { passed, sheetOf } from '@/core/measure/definitions';
import { billOf, costOf } from '@/core/plan/bill';
import { progressOf } from '@/core/procedure/progress';
import { lineName, markNames, passedNames, resultNames, ruleWords, sheetTitles } from '../../bench/words';
import { approvalNames, partStateNames, roleNames } from '../../plan/words';
import { dayWords } from '../../device/today';
import { partName } from '../../words/components';
import { limitWords } from '../../limits/say';
import { blocks, lead, list, pairs, part, table, text, type Writer } from './say';

/** The order list: what is wanted and ordered, by supplier. */
export const orderSheet: Writer = ({ facts, words, money }) => {
  const { job } = facts;
  const parts = job.plan?.parts ?? [];
  const open = parts.filter(({ state }) => state === 'wanted' || state === 'ordered');
  const bill = billOf(parts, job.brief.budget.amount?.value ?? null);
  const suppliers = [...new Set(open.map(({ supplier }) => supplier))].sort();
  const steps = new Map((job.plan?.steps ?? []).map(({ id, power }) => [id, words.figure(power, 'power')]));
  return blocks(
    lead(
      open.length
        ? `${open.length} to come, ${money(bill.sum)} in all parts${bill.left === null ? '' : bill.left < 0 ? `, ${money(-bill.left)} over the budget` : `, ${money(bill.left)} of the budget left`}.`
        : 'Nothing is to be ordered.',
    ),
    ...suppliers.map((supplier) =>
      part(
        supplier || 'Supplier not stated',
        table(
          ['part', 'pieces', 'price', 'state', 'lead time', 'for'],
          open
            .filter((one) => one.supplier === supplier)
            .map((one) => [
              `${one.name} (${roleNames[one.role]}${steps.has(one.step) ? `, ${steps.get(one.step)}` : ''})`,
              String(one.count),
              money(costOf(one)),
              `${partStateNames[one.state]}${one.orderedOn ? ` ${dayWords(one.orderedOn)}` : ''}`,
              one.isInStock ? 'in stock' : `${one.leadDays} days`,
              approvalNames[one.approval],
            ]),
          [1, 2],
        ),
      ),
    ),
    part(
      'To be settled before ordering',
      list([
        ...bill.unpriced.map(({ name }) => `${name}: no price`),
        ...bill.doubted.map(
          ({ name, origin }) => `${name}: doubted to be genuine${origin ? ` (${origin})` : ''}`,
        ),
      ]),
    ),
  );
};

/** The build record: all that went in, at which torque and clearance, by whom and when. */
export const buildSheet: Writer = ({ facts, words }) => {
  const { figure } = words;
  const { job, line } = facts;
  const { record, plan, engine } = job;
  const setup = job.setups[facts.setupIndex]!;
  const parts = (plan?.parts ?? []).filter(({ state }) => state === 'fitted');
  if (!record) return blocks(lead('No build record has been begun.'));
  const decisions = setup.accepted ?? [];
  return blocks(
    lead(`${parts.length} parts, ${record.torques.length} torques, ${record.measured.length} readings.`),
    part(
      'Parts',
      table(
        ['part', 'serial', 'origin'],
        parts.map(({ name, serial, origin, isDoubted, count }) => [
          count > 1 ? `${count} × ${name}` : name,
          serial || 'none noted',
          `${origin}${isDoubted ? ' (doubted)' : ''}`,
        ]),
      ),
    ),
    part(
      'Materials and coatings',
      table(
        ['part', 'material', 'coating'],
        record.materials.map(({ part: what, material, coating }) => [what, material, coating]),
      ),
    ),
    part(
      'Torques',
      table(
        ['fastener', 'torque', 'angle', 'by', 'on'],
        record.torques.map(({ what, torque, angle, by, on }) => [
          what,
          figure(torque, 'torque'),
          angle > 0 ? figure(angle, 'angle') : '',
          by,
          dayWords(on),
        ]),
        [1, 2],
      ),
    ),
    part(
      'Fluids',
      table(
        ['fluid', 'grade', 'found', 'added', 'on'],
        record.fluids.map(({ what, grade, found, added, on }) => [
          what,
          grade,
          found === null ? '' : figure(found, 'tankVolume'),
          added === null ? '' : figure(added, 'tankVolume'),
          dayWords(on),
        ]),
        [2, 3],
      ),
    ),
    part(
      'Calibration and life',
      pairs(
        record.calibrationFile ? ['Calibration file', record.calibrationFile] : null,
        record.loadTime !== null && ['Time at load', figure(record.loadTime, 'hours')],
      ),
    ),
    part(
      'Cannot be undone',
      list(
        record.irreversible.map(({ what, on, by }) => [what, dayWords(on), by].filter(Boolean).join(', ')),
      ),
    ),
    part(
      'Findings at inspection',
      table(
        ['day', 'part', 'finding', 'state'],
        record.findings.map(({ on, component, what, state }) => {
          const own = engine.components?.find(({ id }) => id === component);
          return [
            dayWords(on),
            own ? partName({ from: 'component', ...own }) : '',
            what,
            { good: 'good', watch: 'to be watched', bad: 'bad' }[state],
          ];
        }),
      ),
    ),
    ...record.procedures.map((run) => {
      const { done, of } = progressOf(run);
      const ticks = new Map(run.ticks.map((one) => [one.step, one]));
      return part(
        `${run.name}, version ${run.version}: ${done} of ${of} steps`,
        table(
          ['step', 'ticked', 'by'],
          run.steps.map((step, i) => {
            const tick = ticks.get(step.id);
            const marks = step.marks.map((mark) => markNames[mark]).join(', ');
            return [
              `${i + 1}. ${step.say}${marks ? ` (${marks})` : ''}${step.hazard ? ` Hazard: ${step.hazard}` : ''}`,
              tick ? dayWords(tick.on) : 'open',
              tick?.by ?? '',
            ];
          }),
        ),
        text(run.findings),
      );
    }),
    part(
      'Decided by the owner',
      table(
        ['limit passed', 'by how much', 'wording', 'name and day'],
        decisions.map(({ limit, use, wording, by, on }) => {
          const row = line?.rows.find(({ key }) => key === limit);
          return [
            row ? `${partName(row.part)}, ${limitWords(row, words)}` : limit,
            figure(use - 1, 'share'),
            wording,
            [by || 'no name: not decided', dayWords(on)].filter(Boolean).join(', '),
          ];
        }),
      ),
    ),
  );
};

/** Measuring sheets: what was found against what is asked. */
export const measuredSheet: Writer = ({ facts, words }) => {
  const { figure } = words;
  const { job, setupIndex, sweep } = facts;
  const boost = sweep ? mostBoostOf(sweep.points) : 0;
  const measured = job.record?.measured ?? [];
  const sheets = measuringSheets.filter((sheet) => measured.some((one) => one.sheet === sheet));
  if (!sheets.length) return blocks(lead('Nothing has been measured yet.'));
  const out = sheets.reduce((sum, sheet) => {
    const read = new Map(measured.filter((one) => one.sheet === sheet).map((one) => [one.line, one.value]));
    const wrong = sheetOf(sheet, job, setupIndex, boost).lines.filter((line) =>
      ['low', 'high'].includes(passed(line, read.get(line.key))),
    );
    return sum + wrong.length;
  }, 0);
  return blocks(
    lead(out ? `${out} out of tolerance.` : 'Every reading passed.'),
    ...sheets.map((sheet) => {
      const definition = sheetOf(sheet, job, setupIndex, boost);
      const read = new Map(measured.filter((one) => one.sheet === sheet).map((one) => [one.line, one]));
      return part(
        sheetTitles[sheet],
        text(ruleWords[sheet]),
        table(
          ['line', 'found', 'least', 'most', '', 'by, with, on'],
          definition.lines.flatMap((line) => {
            const own = read.get(line.key);
            if (!own) return [];
            const quantity = definition.quantity(line);
            const state = passed(line, own.value);
            return [
              [
                lineName(sheet, line),
                figure(own.value, quantity),
                line.low === null ? '' : figure(line.low, quantity),
                line.high === null ? '' : figure(line.high, quantity),
                line.low === null && line.high === null ? 'noted' : passedNames[state],
                [own.by, own.with, dayWords(own.on)].filter(Boolean).join(', '),
              ],
            ];
          }),
          [1, 2, 3],
        ),
        pairs(
          ...definition.results.map(({ key, value, quantity }): [string, string] => [
            resultNames[key] ?? key,
            figure(value, quantity),
          ]),
        ),
      );
    }),
  );
};
