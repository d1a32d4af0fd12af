import Papa from 'papaparse';
import type { Compressor } from '@/core/compressor/document';
import type { Confidence } from '@/core/documents/input';
import { factText } from './map-table';

const columns = ['speed (rpm)', 'flow (kg/s)', 'pressure ratio', 'efficiency (share)'];

/**
 * A compressor's map as CSV: facts as '#' lines, then one row per point, each speed line from surge to choke, in SI but
 * for rpm. Figures are written in full, so that reading it back gives the same document. Described in
 * docs/formats/compressor-map.md.
 */
export function writeMapCsv(map: Compressor): string {
  const sure = (input: { value: number; confidence: Confidence }, unit: string) =>
    `${input.value}${unit}, ${input.confidence}`;
  const facts = [
    '# Fierce Lung compressor map, version 1',
    `# name: ${factText(map.name)}`,
    `# reference pressure: ${map.reference.pressure} Pa abs`,
    `# reference temperature: ${map.reference.temperature} K`,
    `# inducer: ${sure(map.inducer, ' m')}`,
    `# exducer: ${sure(map.exducer, ' m')}`,
    `# limit speed: ${sure(map.maxSpeedRpm, ' rpm')}`,
    ...(map.price ? [`# price: ${sure(map.price, '')}`] : []),
    ...(map.stock === undefined ? [] : [`# stock: ${map.stock}`]),
    '# surge: first point of each speed line',
    ...(map.note === '' ? [] : [`# note: ${factText(map.note)}`]),
  ];
  // A fact is one quoted cell, so that no separator of any spreadsheet opens a second one; '#' keeps it from being a formula.
  const head = facts.map((fact) => Papa.unparse([[fact]], { quotes: true }));
  const points = map.lines.flatMap((line) =>
    line.points.map((p) => [line.speedRpm, p.flow, p.pressureRatio, p.efficiency]),
  );
  return `${[...head, Papa.unparse([columns, ...points], { newline: '\n' })].join('\n')}\n`;
}
