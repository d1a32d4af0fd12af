import Papa from 'papaparse';
import type { Input } from '@/core/documents/input';
import type { Turbine } from '@/core/turbine/document';
import { factText } from './map-table';

const columns = ['housing', 'expansion ratio', 'flow (kg/s)'];

/**
 * A turbine as CSV: facts as '#' lines, then one row per point of each housing that has points, in SI. Housings known by
 * area or A/R alone are named in a fact: the JSON holds them whole. Described in docs/formats/turbine.md.
 */
export function writeTurbineCsv(turbine: Turbine): string {
  const sure = (input: Pick<Input, 'value' | 'confidence'>, unit: string) =>
    `${input.value}${unit}, ${input.confidence}`;
  const others = turbine.housings.filter((h) => h.capacity.kind !== 'points');
  const facts = [
    '# Fierce Lung turbine, version 1',
    `# name: ${factText(turbine.name)}`,
    `# reference pressure: ${turbine.reference.pressure} Pa abs`,
    `# reference temperature: ${turbine.reference.temperature} K`,
    `# inducer: ${sure(turbine.inducer, ' m')}`,
    `# exducer: ${sure(turbine.exducer, ' m')}`,
    `# efficiency: ${sure(turbine.efficiency, '')}`,
    `# bearing in efficiency: ${turbine.includesBearing ? 'yes' : 'no'}`,
    `# limit speed: ${sure(turbine.maxSpeedRpm, ' rpm')}`,
    `# limit temperature: ${sure(turbine.maxTemperature, ' K')}`,
    ...(turbine.price ? [`# price: ${sure(turbine.price, '')}`] : []),
    ...(turbine.stock === undefined ? [] : [`# stock: ${turbine.stock}`]),
    ...(others.length ? [`# without points: ${factText(others.map((h) => h.name).join('; '))}`] : []),
    ...(turbine.note === '' ? [] : [`# note: ${factText(turbine.note)}`]),
  ];
  // A fact is one quoted cell, so that a comma in a name opens no second one; '#' keeps it from being a formula.
  const head = facts.map((fact) => Papa.unparse([[fact]], { quotes: true }));
  const points = turbine.housings.flatMap(({ name, capacity }) =>
    capacity.kind === 'points' ? capacity.points.map((p) => [name, p.ratio, p.flow]) : [],
  );
  return `${[...head, Papa.unparse([columns, ...points], { newline: '\n', escapeFormulae: true, quotes: (value: unknown) => typeof value === 'string' })].join('\n')}\n`;
}
