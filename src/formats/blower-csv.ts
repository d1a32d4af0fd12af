import Papa from 'papaparse';
import type { Blower } from '@/core/blower/document';
import type { Input } from '@/core/documents/input';
import { factText } from './map-table';

const columns = ['speed (rpm)', 'pressure ratio', 'volumetric efficiency', 'isentropic efficiency'];

/** A blower as CSV: facts as '#' lines, then one row per point of each speed, in SI. Described in docs/formats/blower.md. */
export function writeBlowerCsv(blower: Blower): string {
  const sure = (input: Pick<Input, 'value' | 'confidence'>, unit: string) =>
    `${input.value}${unit}, ${input.confidence}`;
  const facts = [
    '# Fierce Lung blower, version 1',
    `# name: ${factText(blower.name)}`,
    `# type: ${blower.type}`,
    `# displacement: ${Number((blower.volume.value * 1e3).toPrecision(12))} L, ${blower.volume.confidence}`,
    `# internal ratio: ${sure(blower.internalRatio, '')}`,
    `# step-up: ${sure(blower.stepUp, '')}`,
    `# limit speed: ${sure(blower.maxSpeedRpm, ' rpm')}`,
    `# limit temperature: ${sure(blower.maxOutletTemperature, ' K')}`,
    ...(blower.mass ? [`# mass: ${sure(blower.mass, ' kg')}`] : []),
    ...(blower.shaft ? [`# shaft: ${sure(blower.shaft, ' m')}`] : []),
    ...(blower.clearance ? [`# clearance: ${sure(blower.clearance, ' m')}`] : []),
    ...(blower.price ? [`# price: ${sure(blower.price, '')}`] : []),
    ...(blower.stock === undefined ? [] : [`# stock: ${blower.stock}`]),
    ...(blower.note === '' ? [] : [`# note: ${factText(blower.note)}`]),
  ];
  // A fact is one quoted cell, so that a comma in a name opens no second one; '#' keeps it from being a formula.
  const head = facts.map((fact) => Papa.unparse([[fact]], { quotes: true }));
  const rows = blower.lines.flatMap(({ speedRpm, points }) =>
    points.map((p) => [speedRpm, p.pressureRatio, p.volumetric, p.isentropic]),
  );
  return `${[...head, Papa.unparse([columns, ...rows], { newline: '\n', escapeFormulae: true })].join('\n')}\n`;
}
