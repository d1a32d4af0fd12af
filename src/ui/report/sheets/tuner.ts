import { channels } from '@/core/dyno/channels';
import { figureAt } from '@/core/workings/figures';
import { fuelOfBrief } from '@/core/fuel/fuels';
import { sensorPlan } from '@/core/dyno/sensor-plan';
import { expectedOf } from '../../dyno/expected';
import { sensorWords } from '../../dyno/words';
import { limitWords } from '../../limits/say';
import { partName } from '../../words/components';
import { dayWords } from '../../device/today';
import { blocks, lead, list, pairs, part, table, text, type Writer } from './say';

/** The hand-over to the tuner: limits, files and slots, sensors, fuel, λ and timing as run, what is open. */
export const tunerSheet: Writer = ({ facts, words }) => {
  const { figure } = words;
  const { job, build, sweep, line, runs } = facts;
  const { brief, calibration = [], report, plan } = job;
  const setup = job.setups[facts.setupIndex]!;
  const last = runs.at(-1);
  const at = (id: Parameters<typeof figureAt>[2]) =>
    build && sweep ? figureAt(build, sweep.goalPoint, id) : undefined;
  const known = (value: number | null | undefined, quantity: Parameters<typeof figure>[1]) =>
    value == null || !Number.isFinite(value) ? 'not known' : figure(value, quantity);
  const channelsLogged = new Set(last?.head.channels ?? []);
  const open = [
    ...(report?.openQuestions ?? '').split('\n'),
    ...(plan?.outside ?? []).flatMap(({ questions }) =>
      questions.flatMap(({ asked, answer }) => (answer.trim() ? [] : [asked])),
    ),
  ].filter((one) => one.trim() !== '');
  return blocks(
    lead(
      `Setup ${setup.letter}${setup.name ? `, ${setup.name}` : ''}: ${known(at('power'), 'power')} at the flywheel at ${figure(brief.goal.speedRpm.value, 'engineSpeed')} by the model; an estimate.`,
    ),
    part(
      'At the goal’s speed, by the model',
      pairs(
        ['Boost, gauge', known(sweep?.goalPoint.boostGauge, 'boost')],
        ['Manifold pressure, absolute', known(at('manifold-pressure'), 'pressure')],
        ['Charge temperature', known(at('charge-temperature'), 'temperature')],
        ['λ planned', figure(brief.fuel.lambda.value, 'ratio')],
        ['Fuel', fuelOfBrief(brief.fuel).name],
        ['Fuel flow', known(at('fuel-flow'), 'fuelFlow')],
        ['Injector duty', known(at('injector-duty'), 'share')],
        ['Turbine inlet temperature', known(at('turbine-inlet-temperature'), 'temperature')],
      ),
    ),
    part(
      'Limits, first failure first',
      table(
        ['part', 'limit', 'used', 'state'],
        (line?.rows ?? [])
          .filter(({ isCounted }) => isCounted)
          .slice(0, 14)
          .map((row) => [
            partName(row.part),
            limitWords(row, words),
            figure(row.peak.use, 'share'),
            { within: 'within limits', marginal: 'marginal', over: 'over the limit' }[row.state],
          ]),
        [2],
      ),
    ),
    part(
      'Calibration files and slots',
      table(
        ['file', 'slot', 'purpose', 'fuel', 'power', 'knock'],
        calibration.map(({ name, slot, purpose, fuel, power, knock }) => [
          name,
          slot,
          purpose,
          fuel,
          power === null ? 'not run' : figure(power, 'power'),
          { unsaid: 'not said', none: 'none', heard: 'heard' }[knock],
        ]),
        [4],
      ),
      calibration.length === 0 && text('No file is on record.'),
    ),
    part(
      'As it ran last',
      last &&
        pairs(
          ['Run', `${last.card.name}, ${dayWords(last.card.at)}`],
          ['File and slot', [last.card.file, last.card.slot].filter(Boolean).join(', ') || 'not said'],
          ['Fuel', last.card.fuel || 'not said'],
          ['Logged', last.head.channels.map((channel) => channels[channel].name).join(', ')],
        ),
      !last && text('No run yet.'),
    ),
    part(
      'Sensors to log',
      table(
        ['channel', 'where', 'expected', 'scale to', 'last run'],
        sensorPlan(build && sweep ? expectedOf({ build, sweep }) : {}).map(({ channel, expected, scale }) => [
          channels[channel].name,
          sensorWords[channel]?.where ?? '',
          known(expected, channels[channel].quantity),
          known(scale, channels[channel].quantity),
          channelsLogged.has(channel) ? 'logged' : 'not logged',
        ]),
        [2, 3],
      ),
    ),
    part('Open questions', list(open)),
  );
};
