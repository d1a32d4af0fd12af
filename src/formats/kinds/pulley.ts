import type { Pulley } from '@/core/drive/document';
import { beltProfiles, diameterKinds } from '@/core/drive/document';
import { checkPulley } from '@/core/drive/check';
import { pitchDiameter } from '@/core/drive/layout';
import { guess } from '@/core/documents/input';
import { defineKind } from './kind';

/** Ranges of the schema, SI; a test holds those of the fields to it. */
const bounds = {
  diameter: { min: 0.01, max: 0.8 },
  ribs: { min: 1, max: 200 },
  bore: { min: 0.005, max: 0.15 },
  maxSpeedRpm: { min: 1_000, max: 100_000 },
  mass: { min: 0.02, max: 40 },
};

const places: Record<Pulley['place'], string> = {
  crank: 'crank',
  blower: 'blower',
  either: 'crank or blower',
  idler: 'idler',
};

const measuredWords = { effective: 'effective (outside of the ribs)', pitch: 'pitch' } as const;

type PulleyHead = {
  place: string;
  profile: string;
  diameter: number;
  pitch: number;
  ribs: number;
  bore: number;
  mass: number | null;
};

export const pulleyKind = defineKind<Pulley, PulleyHead>({
  kind: 'pulley',
  path: 'pulleys',
  table: 'list',
  words: { one: 'pulley', shelf: 'Pulleys', find: 'name, place, profile or note' },
  check: checkPulley,
  head: (d) => ({
    place: places[d.place],
    profile: d.profile,
    diameter: d.diameter.value,
    pitch: pitchDiameter(d, d.diameter.value),
    ribs: d.ribs,
    bore: d.bore.value,
    mass: d.mass?.value ?? null,
  }),
  columns: [
    { id: 'place', width: 110, name: 'Place', value: (l) => l.place },
    { id: 'profile', width: 70, name: 'Profile', value: (l) => l.profile },
    { id: 'diameter', width: 84, name: 'Diameter', quantity: 'bore', value: (l) => l.diameter },
    { id: 'ribs', width: 80, name: 'Ribs or teeth', quantity: 'count', value: (l) => l.ribs },
    { id: 'bore', width: 66, name: 'Bore', quantity: 'bore', value: (l) => l.bore },
    { id: 'mass', width: 60, name: 'Mass', quantity: 'mass', value: (l) => l.mass },
  ],
  filters: [
    {
      label: 'Diameter from',
      edge: 'least',
      quantity: 'bore',
      bound: bounds.diameter,
      value: (l) => l.diameter,
    },
    {
      label: 'Diameter to',
      edge: 'most',
      quantity: 'bore',
      bound: bounds.diameter,
      value: (l) => l.diameter,
    },
  ],
  readings: [
    { label: 'Place', of: (l) => l.place },
    { label: 'Profile', of: (l) => l.profile },
    { label: 'Diameter', of: (l) => [{ value: l.diameter, quantity: 'bore' }] },
    {
      label: 'Pitch diameter',
      hint: 'where the cord runs',
      of: (l) => [{ value: l.pitch, quantity: 'bore' }],
    },
    { label: 'Ribs or teeth', of: (l) => [{ value: l.ribs, quantity: 'count' }] },
    { label: 'Bore', of: (l) => [{ value: l.bore, quantity: 'bore' }] },
    { label: 'Mass', of: (l) => [{ value: l.mass, quantity: 'mass' }] },
  ],
  fields: [
    {
      title: 'Pulley',
      fields: [
        {
          kind: 'choice',
          path: 'place',
          label: 'Place',
          options: Object.entries(places) as [string, string][],
        },
        {
          kind: 'choice',
          path: 'profile',
          label: 'Belt profile',
          options: beltProfiles.map((profile) => [profile, profile] as const),
        },
        {
          kind: 'choice',
          path: 'measured',
          label: 'Diameter is',
          options: diameterKinds.map((kind) => [kind, measuredWords[kind]] as const),
        },
        { kind: 'measure', path: 'diameter', label: 'Diameter', quantity: 'bore', bound: bounds.diameter },
        {
          kind: 'number',
          path: 'ribs',
          label: 'Ribs or teeth',
          hint: 'ribs of a ribbed one, teeth of a toothed one',
          quantity: 'count',
          bound: bounds.ribs,
          whole: true,
        },
        {
          kind: 'measure',
          path: 'bore',
          label: 'Bore',
          hint: 'of the shaft it fits',
          quantity: 'bore',
          bound: bounds.bore,
        },
        {
          kind: 'measure',
          path: 'maxSpeedRpm',
          label: 'Maximum speed',
          quantity: 'shaftSpeed',
          bound: bounds.maxSpeedRpm,
          optional: true,
        },
        {
          kind: 'measure',
          path: 'mass',
          label: 'Mass',
          quantity: 'mass',
          bound: bounds.mass,
          optional: true,
        },
      ],
    },
  ],
  follows: [
    {
      label: 'Pitch diameter',
      hint: 'where the cord runs: the drive ratio goes by it',
      of: (d) => [{ value: pitchDiameter(d, d.diameter.value), quantity: 'bore' }],
    },
  ],
  blank: () => ({
    version: 1,
    kind: 'pulley',
    name: 'New pulley',
    place: 'blower',
    profile: 'PK',
    measured: 'effective',
    diameter: guess(0.08),
    ribs: 8,
    bore: guess(0.025),
    note: '',
  }),
});
