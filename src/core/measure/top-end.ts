import type { MeasuringSheet } from '../job/schema/record-choices';
import { camEvents } from '../engine/cam';
import {
  degree,
  inch,
  thousandth,
  lines,
  around,
  values,
  mean,
  all,
  type Makes,
  type SheetLine,
  type SheetResult,
} from './lines';
import { colderSteps, lengthSpread, plugGap, pushRodLength, seatForceLeft } from './sheets';

/** Sheets of valve train, ignition and drive. Rules are common practice, no source. */
export const topEnd = {
  'push-rod': ({ engine }, found) => {
    const { given } = found;
    const own = [
      ...lines('intake', engine.cylinders.value, { target: null, low: null, high: null }),
      ...lines('exhaust', engine.cylinders.value, { target: null, low: null, high: null }),
    ];
    const read = values(own, found);
    const step = given('step') ?? 0.025 * inch;
    const results: SheetResult[] = [];
    if (read.length) {
      const rod = pushRodLength({
        read: mean(read),
        checkerError: given('checker') ?? 0,
        preload: given('preload') ?? 0,
        step,
      });
      const { spread, isAlarming } = lengthSpread(read);
      results.push(
        { key: 'wanted', value: rod.wanted, quantity: 'fineLength' },
        { key: 'ordered', value: rod.ordered, quantity: 'fineLength' },
        { key: 'preloadLeft', value: rod.preload, quantity: 'fineLength', isAlarming: rod.preload < 0 },
        { key: 'spread', value: spread, quantity: 'clearance', isAlarming },
      );
    }
    return {
      quantity: all('fineLength'),
      given: [
        { key: 'preload', quantity: 'fineLength', min: 0, max: 0.01, usual: 0.03 * inch },
        { key: 'checker', quantity: 'fineLength', min: -0.02, max: 0.02, usual: 0 },
        { key: 'step', quantity: 'fineLength', min: 1e-4, max: 0.01, usual: 0.025 * inch },
      ],
      lines: own,
      results,
    };
  },
  springs: ({ engine }, found, _, boostGauge) => {
    const { given } = found;
    const { seatForce, headDiameter } = engine.valve;
    const seat = seatForce?.value ?? given('seat');
    const head = headDiameter?.value ?? given('head');
    const height = given('height');
    const limits =
      seat === null
        ? { target: null, low: null, high: null }
        : { target: seat, low: 0.95 * seat, high: 1.1 * seat };
    const tall = height === null ? { target: null, low: null, high: null } : around(height, 10 * thousandth);
    const forces = lines('force', engine.cylinders.value * 2, limits);
    const read = values(forces, found);
    const weakest = read.length ? Math.min(...read) : seat;
    const results: SheetResult[] = [];
    if (weakest !== null && head !== null) {
      const left = seatForceLeft(weakest, boostGauge, head);
      results.push(
        { key: 'boost', value: boostGauge, quantity: 'boost' },
        { key: 'boostForce', value: weakest - left, quantity: 'force' },
        // Less than half of the seat force left lets the intake valve bounce (common practice).
        { key: 'forceLeft', value: left, quantity: 'force', isAlarming: left < 0.5 * weakest },
      );
    }
    return {
      quantity: ({ what }) => (what === 'force' ? 'force' : 'fineLength'),
      given: [
        { key: 'height', quantity: 'fineLength', min: 0.01, max: 0.12, usual: null },
        ...(seatForce
          ? []
          : [{ key: 'seat', quantity: 'force' as const, min: 10, max: 10_000, usual: null }]),
        ...(headDiameter
          ? []
          : [{ key: 'head', quantity: 'fineLength' as const, min: 0.005, max: 0.2, usual: null }]),
      ],
      lines: [...lines('height', engine.cylinders.value * 2, tall), ...forces],
      results,
    };
  },
  plugs: ({ engine }, { given }, _, boostGauge) => {
    const displacement =
      (Math.PI / 4) * engine.bore.value ** 2 * engine.stroke.value * engine.cylinders.value;
    const [built, planned] = [given('powerAsBuilt'), given('powerPlanned')];
    return {
      quantity: all('clearance'),
      given: [
        { key: 'powerAsBuilt', quantity: 'power', min: 1_000, max: 10_000_000, usual: null },
        { key: 'powerPlanned', quantity: 'power', min: 1_000, max: 10_000_000, usual: null },
      ],
      lines: lines('gap', engine.cylinders.value, around(plugGap(boostGauge), 2 * thousandth)),
      results: [
        { key: 'boost', value: boostGauge, quantity: 'boost' },
        ...(built !== null && planned !== null
          ? [
              {
                key: 'colder',
                value: colderSteps(planned / displacement, built / displacement),
                quantity: 'count' as const,
              },
            ]
          : []),
      ],
    };
  },
  cam: ({ engine: { cam } }, found) => {
    const one = (what: string, limits: Pick<SheetLine, 'target' | 'low' | 'high'>): SheetLine => ({
      key: what,
      what,
      number: null,
      ...limits,
    });
    const angle = (target: number) => around(target, 1 * degree);
    const lift = (target: number) => around(target, 5 * thousandth);
    const read = (key: 'intake' | 'exhaust' | 'separation' | 'intakeCentre') => found.read(key) ?? null;
    const ordered = {
      intake: cam.intake.value,
      exhaust: cam.exhaust.value,
      separation: cam.separation.value,
      intakeCentre: cam.intakeCentre.value,
      intakeLift: cam.intakeLift.value,
      exhaustLift: cam.exhaustLift.value,
    };
    const card = { intake: read('intake'), exhaust: read('exhaust'), separation: read('separation') };
    const isRead = Object.values(card).every((value) => value !== null);
    return {
      quantity: ({ what }) => (what.endsWith('Lift') ? 'fineLength' : 'angle'),
      given: [],
      lines: [
        one('intake', angle(ordered.intake)),
        one('exhaust', angle(ordered.exhaust)),
        one('separation', angle(ordered.separation)),
        one('intakeCentre', angle(ordered.intakeCentre)),
        one('intakeLift', lift(cam.intakeLift.value)),
        one('exhaustLift', lift(cam.exhaustLift.value)),
      ],
      results: [
        { key: 'overlapOrdered', value: camEvents(ordered).overlap, quantity: 'angle' },
        ...(isRead
          ? [
              {
                key: 'overlap',
                value: camEvents({
                  ...ordered,
                  ...(card as typeof ordered),
                  intakeCentre: read('intakeCentre') ?? ordered.intakeCentre,
                }).overlap,
                quantity: 'angle' as const,
              },
            ]
          : []),
      ],
    };
  },
  belt: (job, { given }, setupIndex) => {
    const setup = job.setups[setupIndex];
    const drives =
      setup?.induction.kind === 'charged' ? setup.induction.chargers.map(({ drive }) => drive) : [];
    const layout = drives.flatMap((drive) =>
      drive.kind === 'belt' && drive.layout ? [drive.layout] : [],
    )[0];
    const tension = layout?.tension.value ?? given('tension');
    return {
      quantity: ({ what }) => (what === 'tension' ? 'force' : 'clearance'),
      given: layout ? [] : [{ key: 'tension', quantity: 'force', min: 5, max: 20_000, usual: null }],
      lines: [
        { key: 'plane', what: 'plane', number: null, target: 0, low: -1e-3, high: 1e-3 },
        { key: 'mark', what: 'mark', number: null, target: null, low: null, high: null },
        {
          key: 'tension',
          what: 'tension',
          number: null,
          target: tension,
          low: tension && 0.9 * tension,
          high: tension && 1.1 * tension,
        },
      ],
      results: [],
    };
  },
} satisfies Partial<Record<MeasuringSheet, Makes>>;
