import { displacementOf } from '@/core/build/job-engine';
import { fuelOfBrief } from '@/core/fuel/fuels';
import { holdsOf } from '@/core/plan/steps';
import { powerAt } from '@/core/studies/measured';
import type { RunLine } from '@/formats/runs';
import { limitWords } from '../../limits/say';
import { roleNames } from '../../plan/words';
import { correctionNames } from '../../words/brief';
import { partName } from '../../words/components';
import { dayWords } from '../../device/today';
import { blocks, lead, list, pairs, part, table, text, type Writer, type Writes } from './say';

/** The first and the last run of the job that can stand beside each other: on one basis with one correction; null where there are none. */
function beforeAndAfter(runs: readonly RunLine[]): { before: RunLine; after: RunLine } | null {
  const after = runs.findLast(({ head }) => head.power);
  const before = runs.find(
    ({ head, card, id }) =>
      head.power &&
      id !== after?.id &&
      card.basis === after?.card.basis &&
      card.correction === after?.card.correction,
  );
  return before && after ? { before, after } : null;
}

const runRow = ({ words: { figure } }: Writes, { card, head }: RunLine): string[] => [
  card.name,
  dayWords(card.at),
  head.power
    ? `${figure(head.power.value, 'power')} at ${figure(head.power.speedRpm, 'engineSpeed')}`
    : 'none',
  head.torque
    ? `${figure(head.torque.value, 'torque')} at ${figure(head.torque.speedRpm, 'engineSpeed')}`
    : 'none',
];

/** What was asked, what is fitted, what it made, what limits it now, and what to look after. */
export const customerSheet: Writer = (writes) => {
  const { facts, words, money } = writes;
  const { figure, signedFigure } = words;
  const { job, build, line, runs, promise } = facts;
  const { brief, engine, report, plan, record } = job;
  const setup = job.setups[facts.setupIndex]!;
  const { goal } = brief;
  const fitted = (plan?.parts ?? []).filter(({ state }) => state === 'fitted');
  const pair = beforeAndAfter(runs);
  const last = runs.findLast(({ head }) => head.power);
  const measured = last?.head.power
    ? powerAt(last.head.power.value, last.card.basis, goal.basis, brief.drivetrain)
    : null;
  const band = promise
    ? { low: promise.atGoal[0], middle: promise.atGoal[2], high: promise.atGoal[4] }
    : null;
  const there = (power: number | null | undefined) =>
    power == null ? null : powerAt(power, 'flywheel', promise!.goal.basis, brief.drivetrain);
  const [low, middle, high] = band
    ? [there(band.low), there(band.middle), there(band.high)]
    : [null, null, null];
  const weakest = line?.weakest ?? null;
  const isOpen = (id: string) =>
    (plan?.parts ?? []).filter(
      ({ step, state }) => step === id && (state === 'wanted' || state === 'ordered'),
    );
  const next = plan?.steps.find(({ id }) => isOpen(id).length > 0);
  const nextParts = next ? isOpen(next.id) : [];
  const nextSum = nextParts.some(({ price }) => price === null)
    ? null
    : nextParts.reduce((sum, { price, count }) => sum + (price ?? 0) * count, 0);
  const holds = holdsOf(line);
  const held = Math.min(...Object.values(holds));
  const decisions = setup.accepted?.filter(({ by }) => by.trim() !== '') ?? [];
  const isOnOneBasis = !pair && runs.filter(({ head }) => head.power).length > 1;
  return blocks(
    lead(
      `Asked: ${figure(goal.power.value, 'power')} at the ${goal.basis} at ${figure(goal.speedRpm.value, 'engineSpeed')}${
        measured !== null && last
          ? `. Made: ${figure(measured, 'power')} at the ${goal.basis} in ${last.card.name}.`
          : '. Not measured yet.'
      }`,
    ),
    part(
      'What was asked',
      brief.wish ? text(`“${brief.wish.trim()}”`) : null,
      pairs(
        brief.customer ? ['Customer', brief.customer] : null,
        ['Engine', words.engineWords(displacementOf(engine), engine.cylinders.value)],
        ['Fuel', fuelOfBrief(brief.fuel).name],
        brief.budget.amount ? ['Budget', money(brief.budget.amount.value)] : null,
        brief.due ? ['Wanted by', dayWords(brief.due)] : null,
      ),
    ),
    part(
      'What is fitted',
      table(
        ['part', 'what it is', 'serial'],
        fitted.map(({ name, role, serial, count }) => [
          count > 1 ? `${count} × ${name}` : name,
          roleNames[role],
          serial || 'none noted',
        ]),
      ),
      fitted.length === 0 && text('No part is noted as fitted yet.'),
    ),
    part(
      'Before and after',
      pair &&
        table(
          ['run', 'day', 'peak power', 'peak torque'],
          [runRow(writes, pair.before), runRow(writes, pair.after)],
        ),
      pair &&
        text(
          `Both at the ${pair.after.card.basis}; correction: ${correctionNames[pair.after.card.correction]}. Gained, peak to peak: ${signedFigure(
            pair.after.head.power!.value - pair.before.head.power!.value,
            'power',
          )}.`,
        ),
      isOnOneBasis && text('No two runs stand on one basis with one correction, so no gain is printed.'),
      !pair && last && table(['run', 'day', 'peak power', 'peak torque'], [runRow(writes, last)]),
    ),
    part(
      'Forecast and what was measured',
      promise &&
        middle !== null &&
        pairs(
          [
            `Promised ${promise.forWhom ? `to ${promise.forWhom} ` : ''}as “${promise.name}”`,
            `${figure(middle, 'power')}, eight in ten between ${figure(low ?? NaN, 'power')} and ${figure(high ?? NaN, 'power')}`,
          ],
          measured !== null &&
            promise.goal.basis === goal.basis && [
              'Measured',
              `${figure(measured, 'power')}: ${measured >= (low ?? Infinity) && measured <= (high ?? -Infinity) ? 'inside the band' : 'outside the band'}`,
            ],
        ),
      !promise &&
        build &&
        text(
          `No forecast was promised. The model has ${figure(facts.sweep!.goalPoint.power.flywheel, 'power')} at the flywheel; an estimate.`,
        ),
    ),
    part(
      'What limits it now',
      weakest &&
        text(
          `${partName(weakest.part)}: ${limitWords(weakest, words)}, ${figure(weakest.peak.use, 'share')} used.${
            Number.isFinite(held)
              ? ` As it stands the engine holds about ${figure(held, 'power')} at the flywheel.`
              : ''
          }`,
        ),
      !weakest && text('No limit is laid out.'),
      list(decisions.map(({ wording, by, on }) => `${wording} Decided by ${by}, ${dayWords(on)}.`)),
    ),
    part(
      'Next step',
      text(report?.nextStep ?? ''),
      next &&
        !report?.nextStep &&
        text(
          `${figure(next.power, 'power')} at the ${goal.basis}: ${nextParts.length ? nextParts.map(({ name }) => name).join(', ') : 'no further part'}.`,
        ),
      (report?.nextPrice != null || (next && nextParts.length > 0)) &&
        pairs([
          'Price',
          report?.nextPrice != null
            ? money(report.nextPrice)
            : nextSum === null
              ? 'a price is missing'
              : money(nextSum),
        ]),
    ),
    part('Service', text(report?.service ?? '')),
    part('What was not done', text(report?.notDone ?? '')),
    part(
      'Cautions',
      list([
        'Planning figures, not permission: a qualified person checks the build before it is driven hard.',
        'Emissions, noise, road approval and class rules differ by place: the local authority decides.',
        ...(record?.irreversible ?? []).map(({ what }) => `Cannot be undone: ${what}`),
      ]),
    ),
    {
      kind: 'signatures',
      who: [
        {
          role: 'Customer, name and date',
          name: report?.customer ?? '',
          on: dayWords(report?.customerOn ?? ''),
        },
        { role: 'For the shop, name and date', name: report?.shop ?? '', on: dayWords(report?.shopOn ?? '') },
      ],
    },
  );
};
