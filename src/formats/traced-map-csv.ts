import Papa from 'papaparse';
import type { ReadPoint } from '@/core/compressor/traced-map';
import { factText } from './map-table';

/** Points read off a printed map as a file that the import opens: reference conditions and diameters are asked for there. */
export function tracedMapCsv(points: readonly ReadPoint[], picture: string): string {
  const head = Papa.unparse([[`# note: ${factText(`Read off ${picture}`)}`]], { quotes: true });
  const rows = points.map(({ speedRpm, flow, ratio, efficiency }) => [
    speedRpm,
    Number(flow.toPrecision(6)),
    Number(ratio.toPrecision(6)),
    Number(efficiency.toPrecision(4)),
  ]);
  const columns = ['speed (rpm)', 'flow (kg/s)', 'pressure ratio', 'efficiency (share)'];
  return `${head}\n${Papa.unparse([columns, ...rows], { newline: '\n' })}\n`;
}
