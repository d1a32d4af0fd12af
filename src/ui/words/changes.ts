import type { Change } from '@/core/job/changes';
import type { Quantity } from '@/core/units/quantities';
import { fieldText, type Format } from './format';

/** Names and quantities of a job's fields, for sentences about changes. The path without setup number and '.value'. */
const fields: Record<string, { name: string; quantity?: Quantity }> = {
  name: { name: 'name' },
  'brief.goal.power': { name: 'power goal', quantity: 'power' },
  'brief.goal.speedRpm': { name: 'goal’s speed', quantity: 'engineSpeed' },
  'brief.goal.basis': { name: 'power goal stands at the' },
  'brief.fuel.id': { name: 'fuel' },
  'brief.fuel.lambda': { name: 'λ', quantity: 'ratio' },
  'brief.fuel.bsfc': { name: 'BSFC', quantity: 'fuelPerEnergy' },
  'brief.venue.altitude': { name: 'venue height', quantity: 'altitude' },
  'brief.venue.temperature': { name: 'air temperature', quantity: 'temperature' },
  'brief.venue.barometer.pressure': { name: 'barometer', quantity: 'airPressure' },
  'brief.venue.humidity.relative': { name: 'humidity', quantity: 'share' },
  'brief.drivetrain.lossShare': { name: 'drivetrain loss', quantity: 'share' },
  'engine.bore': { name: 'bore', quantity: 'bore' },
  'engine.stroke': { name: 'stroke', quantity: 'bore' },
  'engine.cylinders': { name: 'cylinders', quantity: 'count' },
  'engine.compressionRatio': { name: 'compression ratio', quantity: 'ratio' },
  'engine.redLineRpm': { name: 'red line', quantity: 'engineSpeed' },
  'engine.idleRpm': { name: 'idle', quantity: 'engineSpeed' },
  'engine.breathing.shape.peak': { name: 'peak of the breathing curve', quantity: 'share' },
  'engine.breathing.shape.peakRpm': { name: 'speed of the breathing peak', quantity: 'engineSpeed' },
  'setups.boost.onsetRpm': { name: 'boost begins at', quantity: 'engineSpeed' },
  'setups.boost.fullRpm': { name: 'boost is full from', quantity: 'engineSpeed' },
  'setups.boost.levelGauge': { name: 'boost', quantity: 'boost' },
  'setups.cooler.effectiveness': { name: 'cooler effectiveness', quantity: 'share' },
  'setups.backPressureRatio': { name: 'back pressure over manifold pressure', quantity: 'ratio' },
};

function show({ displayUnit }: Format, value: unknown, quantity: Quantity | undefined): string {
  if (typeof value === 'number' && quantity) {
    const unit = displayUnit(quantity);
    return `${fieldText(value, unit)}${unit.symbol ? ` ${unit.symbol}` : ''}`;
  }
  if (typeof value === 'string' || typeof value === 'number') return String(value);
  return value === null || value === undefined ? 'none' : 'another';
}

/** A change in words: 'red line 9,200 rpm → 9,500 rpm'. */
export function changeSentenceIn(format: Format, change: Change): string {
  if (change.path.startsWith('settled')) return 'which benches are settled';
  const path = change.path.replace(/^setups\.\d+/, 'setups');
  const bare = path.replace(/\.(value|confidence|note)$/, '');
  const known = fields[bare];
  const name = known?.name ?? bare.split('.').slice(-2).join(' ');
  if (path.endsWith('.confidence'))
    return `${name}: ${show(format, change.from, undefined)} → ${show(format, change.to, undefined)}`;
  return `${name} ${show(format, change.from, known?.quantity)} → ${show(format, change.to, known?.quantity)}`;
}
