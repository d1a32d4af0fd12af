import { beltProfiles, type Belt } from '@/core/drive/document';
import { isToothed, profiles } from '@/core/drive/profile';
import { guess } from '@/core/documents/input';
import { defineKind } from './kind';

/** Ranges of the schema, SI; a test holds those of the fields to it. */
const bounds = {
  ribs: { min: 1, max: 40 },
  width: { min: 0.005, max: 0.2 },
  length: { min: 0.2, max: 8 },
  lengthPrice: { min: 0, max: 10_000 },
  mostTension: { min: 5, max: 50_000 },
  mostSpeed: { min: 5, max: 120 },
};

type BeltHead = {
  profile: string;
  ribs: number | null;
  width: number | null;
  shortest: number;
  longest: number;
  lengths: number;
  mostTension: number;
  mostSpeed: number;
};

export const beltKind = defineKind<Belt, BeltHead>({
  kind: 'belt',
  path: 'belts',
  table: 'list',
  words: { one: 'belt', shelf: 'Belts', find: 'name, profile or note' },
  check: () => ({ faults: [], doubts: [] }),
  head: (d) => ({
    profile: d.profile,
    ribs: isToothed(d.profile) ? null : d.ribs,
    width: isToothed(d.profile) ? d.width.value : d.ribs * profiles[d.profile].pitch,
    shortest: d.lengths[0]!.length,
    longest: d.lengths.at(-1)!.length,
    lengths: d.lengths.length,
    mostTension: d.mostTension.value,
    mostSpeed: d.mostSpeed.value,
  }),
  columns: [
    { id: 'profile', width: 70, name: 'Profile', value: (l) => l.profile },
    { id: 'ribs', width: 56, name: 'Ribs', quantity: 'count', value: (l) => l.ribs },
    { id: 'width', width: 66, name: 'Width', quantity: 'bore', value: (l) => l.width },
    { id: 'shortest', width: 84, name: 'Shortest', quantity: 'bore', value: (l) => l.shortest },
    { id: 'longest', width: 84, name: 'Longest', quantity: 'bore', value: (l) => l.longest },
    { id: 'lengths', width: 70, name: 'Lengths', quantity: 'count', value: (l) => l.lengths },
  ],
  readings: [
    { label: 'Profile', of: (l) => l.profile },
    { label: 'Ribs', of: (l) => [{ value: l.ribs, quantity: 'count' }] },
    { label: 'Width', of: (l) => [{ value: l.width, quantity: 'bore' }] },
    {
      label: 'Lengths',
      hint: 'shortest, longest',
      of: (l) => [
        { value: l.shortest, quantity: 'bore' },
        { value: l.longest, quantity: 'bore' },
      ],
    },
    {
      label: 'Limits',
      hint: 'tight strand, speed',
      of: (l) => [
        { value: l.mostTension, quantity: 'force' },
        { value: l.mostSpeed, quantity: 'beltSpeed' },
      ],
    },
  ],
  fields: [
    {
      title: 'Belt',
      fields: [
        {
          kind: 'choice',
          path: 'profile',
          label: 'Belt profile',
          options: beltProfiles.map((profile) => [profile, profile] as const),
        },
        {
          kind: 'number',
          path: 'ribs',
          label: 'Ribs',
          hint: 'of a ribbed belt',
          quantity: 'count',
          bound: bounds.ribs,
          whole: true,
          usual: true,
        },
        {
          kind: 'measure',
          path: 'width',
          label: 'Belt width',
          hint: 'of a toothed belt',
          quantity: 'bore',
          bound: bounds.width,
          usual: true,
        },
        {
          kind: 'measure',
          path: 'mostTension',
          label: 'Tight strand bears',
          hint: 'one rib; all the width of a toothed belt',
          quantity: 'force',
          bound: bounds.mostTension,
          usual: true,
        },
        {
          kind: 'measure',
          path: 'mostSpeed',
          label: 'Maximum belt speed',
          quantity: 'beltSpeed',
          bound: bounds.mostSpeed,
          usual: true,
        },
      ],
    },
    {
      title: 'Lengths',
      fields: [
        {
          kind: 'table',
          path: 'lengths',
          label: 'Lengths on offer',
          hint: 'effective length of a ribbed belt, pitch length of a toothed one',
          columns: [
            { key: 'length', name: 'length', quantity: 'bore', bound: bounds.length },
            { key: 'price', name: 'price', quantity: 'money', bound: bounds.lengthPrice },
          ],
          least: 1,
          most: 80,
        },
      ],
    },
  ],
  blank: () => ({
    version: 1,
    kind: 'belt',
    name: 'New belt',
    profile: 'PK',
    ribs: 8,
    width: guess(0.03),
    lengths: [1, 1.2, 1.4, 1.6].map((length) => ({ length, price: 40 })),
    mostTension: guess(profiles.PK.mostTension),
    mostSpeed: guess(profiles.PK.mostSpeed),
    note: '',
  }),
});
