import type { Compressor } from './document';
import { trim } from './formulas';

/** What a list shows of a compressor, without its map. SI. */
export type CompressorHead = {
  name: string;
  inducer: number;
  exducer: number;
  trim: number;
  maxSpeedRpm: number;
  /** At the wheel's limit, at the exducer. m/s */
  tipSpeed: number;
  reference: Compressor['reference'];
  /** Least and most corrected flow of the map. */
  leastFlow: number;
  mostFlow: number;
  highestRatio: number;
  bestEfficiency: number;
  lineCount: number;
  pointCount: number;
  price: number | null;
  stock: number | null;
  note: string;
};

/** Speed of the exducer's rim, m/s. In: diameter m, shaft speed rev/min. */
export const tipSpeedOf = (exducer: number, speedRpm: number): number => (Math.PI * exducer * speedRpm) / 60;

/** The figures of a list, read from the document. Never throws for a validated document. */
export function headOf(compressor: Compressor): CompressorHead {
  const points = compressor.lines.flatMap((line) => line.points);
  const flows = points.map((p) => p.flow);
  return {
    name: compressor.name,
    inducer: compressor.inducer.value,
    exducer: compressor.exducer.value,
    trim: trim.fn({ inducer: compressor.inducer.value, exducer: compressor.exducer.value }),
    maxSpeedRpm: compressor.maxSpeedRpm.value,
    tipSpeed: tipSpeedOf(compressor.exducer.value, compressor.maxSpeedRpm.value),
    reference: compressor.reference,
    leastFlow: Math.min(...flows),
    mostFlow: Math.max(...flows),
    highestRatio: Math.max(...points.map((p) => p.pressureRatio)),
    bestEfficiency: Math.max(...points.map((p) => p.efficiency)),
    lineCount: compressor.lines.length,
    pointCount: points.length,
    price: compressor.price?.value ?? null,
    stock: compressor.stock ?? null,
    note: compressor.note,
  };
}
