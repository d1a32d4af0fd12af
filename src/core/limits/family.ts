import type { Component } from '../job/schema/components';
import type { Job } from '../job/schema/job';
import { weakPointsOf, type EngineFamily } from './part-documents';

type Known = Pick<EngineFamily, 'name' | 'weakPoints' | 'components'>;
type Engine = Pick<Job['engine'], 'condition' | 'components'>;

const plain = (text: string): string => text.trim().toLowerCase();

/** Whether a job's family is the one of the library: names are compared without case and outer blanks. */
export const isSameFamily = (family: string, known: Pick<Known, 'name'>): boolean =>
  plain(family) !== '' && plain(family) === plain(known.name);

const isSamePart = (a: Component, b: Component): boolean =>
  a.kind === b.kind && plain(a.name) === plain(b.name);

/** Weak points a job holds at the most. */
const MOST_POINTS = 12;
const MOST_PARTS = 48;

/** What a family's item knows that a job does not have yet: as much as the job has room for. */
export function offeredBy(known: Known, engine: Engine): { weakPoints: string[]; components: Component[] } {
  const { weakPoints } = engine.condition;
  const components = engine.components ?? [];
  const noted = new Set(weakPoints.map(({ note }) => plain(note)));
  return {
    weakPoints: weakPointsOf(known)
      .filter((note) => !noted.has(plain(note)))
      .slice(0, Math.max(0, MOST_POINTS - weakPoints.length)),
    components: known.components
      .filter((one) => !components.some((own) => isSamePart(own, one)))
      .slice(0, Math.max(0, MOST_PARTS - components.length)),
  };
}

/**
 * A job's engine with what its family is known for: weak points to be checked, parts with their limits. Changes the engine given. Ids that
 * are taken get a number behind them.
 */
export function takeOffered(engine: Engine, offered: ReturnType<typeof offeredBy>): void {
  for (const note of offered.weakPoints) engine.condition.weakPoints.push({ note, state: 'open' });
  const components = engine.components ?? [];
  const taken = new Set(components.map(({ id }) => id));
  for (const component of offered.components) {
    let id = component.id.slice(0, 36);
    for (let i = 2; taken.has(id); i++) id = `${component.id.slice(0, 36)}-${i}`;
    taken.add(id);
    components.push({ ...structuredClone(component), id });
  }
  if (components.length) engine.components = components;
}

/**
 * What the shop knows of a family once a job's engine is added to it: new weak points behind the old ones, parts with limits in the place of
 * the same parts. In: what is known so far, null for a new family; its name; the engine. Out: the item.
 */
export function keptFrom(known: EngineFamily | null, name: string, engine: Engine): EngineFamily {
  const base: EngineFamily = known ?? {
    version: 1,
    kind: 'engine-family',
    name: name.trim().slice(0, 80),
    weakPoints: '',
    components: [],
    note: '',
  };
  const lines = weakPointsOf(base);
  const noted = new Set(lines.map(plain));
  for (const { note } of engine.condition.weakPoints) {
    const line = note.replaceAll('\n', ' ').trim();
    if (line && !noted.has(plain(line))) lines.push(line);
    noted.add(plain(line));
  }
  const own = (engine.components ?? []).filter(({ limits }) => Object.keys(limits).length > 0);
  const others = base.components.filter((one) => !own.some((mine) => isSamePart(mine, one)));
  let weakPoints = lines.join('\n');
  // What is too long for the item keeps its oldest points.
  while (weakPoints.length > 2_000) weakPoints = weakPoints.slice(0, weakPoints.lastIndexOf('\n'));
  return { ...base, weakPoints, components: [...others, ...own].slice(0, MOST_PARTS) };
}
