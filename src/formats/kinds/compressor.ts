import { checkMap } from '@/core/compressor/check';
import type { Compressor } from '@/core/compressor/document';
import { trim } from '@/core/compressor/formulas';
import { headOf, tipSpeedOf, type CompressorHead } from '@/core/compressor/head';
import { guess } from '@/core/documents/input';
import { defineKind } from './kind';

/** Ranges, SI: those of the schema, which does not travel to the page. A test holds the two together. */
export const compressorBounds = {
  wheel: { min: 0.005, max: 1 },
  speed: { min: 5_000, max: 500_000 },
  referencePressure: { min: 50_000, max: 120_000 },
  referenceTemperature: { min: 250, max: 330 },
};
const bounds = compressorBounds;
const anyLength = { min: 0, max: 1 };

/** Head and efficiency along a line from surge to choke, flow as a share of the line's choke flow: a plain, made-up wheel. */
const shape = [
  { flow: 0.42, head: 1, efficiency: 0.66 },
  { flow: 0.6, head: 0.98, efficiency: 0.73 },
  { flow: 0.76, head: 0.93, efficiency: 0.74 },
  { flow: 0.9, head: 0.8, efficiency: 0.7 },
  { flow: 1, head: 0.55, efficiency: 0.6 },
];

/** A wheel to start from when a map is typed in by hand: sound, unremarkable, and every figure a guess. */
function blankCompressor(): Compressor {
  const lines = [60_000, 90_000, 120_000, 145_000].map((speedRpm) => {
    const share = speedRpm / 145_000;
    return {
      speedRpm,
      points: shape.map((p) => ({
        flow: Number((0.3 * share * p.flow).toPrecision(4)),
        pressureRatio: Number(((1 + 0.53 * p.head * share ** 2) ** 3.5).toPrecision(4)),
        efficiency: p.efficiency,
      })),
    };
  });
  return {
    version: 1,
    kind: 'compressor',
    name: 'New compressor',
    reference: { pressure: 100_000, temperature: 298.15 },
    inducer: guess(0.05),
    exducer: guess(0.068),
    maxSpeedRpm: guess(150_000),
    lines,
    note: 'Started from a made-up shape: replace every figure and its reference conditions.',
  };
}

export const compressorKind = defineKind<Compressor, CompressorHead>({
  kind: 'compressor',
  path: 'compressors',
  words: { one: 'compressor', shelf: 'Compressors', find: 'name or note' },
  check: checkMap,
  head: headOf,
  columns: [
    { id: 'inducer', width: 66, name: 'Inducer', quantity: 'bore', value: (l) => l.inducer },
    { id: 'exducer', width: 68, name: 'Exducer', quantity: 'bore', value: (l) => l.exducer },
    { id: 'trim', width: 52, name: 'Trim', quantity: 'count', value: (l) => l.trim },
    { id: 'mostFlow', width: 78, name: 'Max flow', quantity: 'massFlow', value: (l) => l.mostFlow },
    { id: 'highestRatio', width: 68, name: 'Max PR', quantity: 'ratio', value: (l) => l.highestRatio },
    {
      id: 'bestEfficiency',
      width: 52,
      name: 'Peak efficiency',
      quantity: 'share',
      value: (l) => l.bestEfficiency,
    },
    { id: 'maxSpeedRpm', width: 86, name: 'Max speed', quantity: 'shaftSpeed', value: (l) => l.maxSpeedRpm },
    {
      id: 'tipSpeed',
      width: 82,
      name: 'Tip speed',
      quantity: 'velocity',
      hidden: true,
      value: (l) => l.tipSpeed,
    },
    {
      id: 'leastFlow',
      width: 80,
      name: 'Min flow',
      quantity: 'massFlow',
      hidden: true,
      value: (l) => l.leastFlow,
    },
    {
      id: 'reference',
      width: 146,
      name: 'Reference conditions',
      hidden: true,
      value: ({ reference }) => reference.pressure,
      figures: ({ reference }) => [
        { value: reference.pressure, quantity: 'airPressure', basis: 'abs' },
        { value: reference.temperature, quantity: 'temperature' },
      ],
    },
    {
      id: 'pointCount',
      width: 64,
      name: 'Points',
      quantity: 'count',
      hidden: true,
      value: (l) => l.pointCount,
    },
  ],
  filters: [
    { label: 'Inducer from', edge: 'least', quantity: 'bore', bound: anyLength, value: (l) => l.inducer },
    { label: 'Inducer to', edge: 'most', quantity: 'bore', bound: anyLength, value: (l) => l.inducer },
    {
      label: 'Flow from',
      edge: 'least',
      quantity: 'massFlow',
      bound: { min: 0, max: 20 },
      value: (l) => l.mostFlow,
    },
    {
      label: 'Ratio from',
      edge: 'least',
      quantity: 'ratio',
      bound: { min: 0, max: 12 },
      value: (l) => l.highestRatio,
    },
  ],
  readings: [
    {
      label: 'Inducer / exducer',
      of: (l) => [
        { value: l.inducer, quantity: 'bore' },
        { value: l.exducer, quantity: 'bore' },
      ],
    },
    { label: 'Trim', of: (l) => [{ value: l.trim, quantity: 'count' }] },
    {
      label: 'Maximum speed',
      hint: 'tip speed there',
      of: (l) => [
        { value: l.maxSpeedRpm, quantity: 'shaftSpeed' },
        { value: l.tipSpeed, quantity: 'velocity' },
      ],
    },
    {
      label: 'Corrected flow',
      hint: 'least and most',
      of: (l) => [
        { value: l.leastFlow, quantity: 'massFlow' },
        { value: l.mostFlow, quantity: 'massFlow' },
      ],
    },
    {
      label: 'Reference conditions',
      of: ({ reference }) => [
        { value: reference.pressure, quantity: 'airPressure', basis: 'abs' },
        { value: reference.temperature, quantity: 'temperature' },
      ],
    },
    { label: 'Peak efficiency', of: (l) => [{ value: l.bestEfficiency, quantity: 'share' }] },
    { label: 'Map', of: (l) => `${l.lineCount} lines, ${l.pointCount} points` },
  ],
  fields: [
    {
      title: 'Wheel',
      fields: [
        { kind: 'measure', path: 'inducer', label: 'Inducer', quantity: 'bore', bound: bounds.wheel },
        { kind: 'measure', path: 'exducer', label: 'Exducer', quantity: 'bore', bound: bounds.wheel },
        {
          kind: 'measure',
          path: 'maxSpeedRpm',
          label: 'Maximum speed',
          quantity: 'shaftSpeed',
          bound: bounds.speed,
        },
      ],
    },
    {
      title: 'Map reference conditions',
      fields: [
        {
          kind: 'number',
          path: 'reference.pressure',
          label: 'Reference pressure',
          quantity: 'airPressure',
          basis: 'abs',
          bound: bounds.referencePressure,
        },
        {
          kind: 'number',
          path: 'reference.temperature',
          label: 'Reference temperature',
          quantity: 'temperature',
          bound: bounds.referenceTemperature,
        },
      ],
    },
  ],
  follows: [
    {
      label: 'Trim',
      of: (d) => [
        { value: trim.fn({ inducer: d.inducer.value, exducer: d.exducer.value }), quantity: 'count' },
      ],
    },
    {
      label: 'Tip speed',
      hint: 'at the limit',
      of: (d) => [{ value: tipSpeedOf(d.exducer.value, d.maxSpeedRpm.value), quantity: 'velocity' }],
    },
  ],
  blank: blankCompressor,
  table: 'map',
  hasSheet: true,
});
