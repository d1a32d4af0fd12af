import { useMemo } from 'react';
import { guess } from '@/core/documents/input';
import { wasBoosted } from '@/core/job/boosted-before';
import { componentKinds, type ComponentKind, type LimitMetric } from '@/core/job/schema/component-choices';
import type { Component } from '@/core/job/schema/components';
import type { Build } from '@/core/build/build';
import { fitPart, type TakenPart } from '@/core/limits/fit-part';
import { readerOf } from '@/core/limits/metrics';
import type { OperatingPoint } from '@/core/solve/point';
import { componentNames } from '@/core/job/schema/component-names';
import { limitLineOf } from '@/core/limits/judge';
import { startingSet } from '@/core/limits/starting-set';
import { usualLimit, usualMasses } from '@/core/limits/usual-limit';
import { useJob, useJobState } from '../store/solved';

/** The parts of the engine with their limits over the revs, for a pull of so many seconds, and how they are changed. */
export function useLimits(pull: number) {
  const { store, answer } = useJob();
  const engine = useJobState((s) => s.draft.engine);
  const line = useMemo(
    () => (answer ? limitLineOf(answer.build, answer.sweep, engine, pull) : null),
    [answer, engine, pull],
  );
  const components = engine.components ?? [];
  const edit = (change: (components: Component[]) => void) => {
    store.getState().edit((job) => {
      const its = job.engine.components ?? [];
      change(its);
      if (its.length) job.engine.components = its;
      else delete job.engine.components;
    });
    store.getState().commit();
  };
  const layOut = () => {
    if (!answer) return;
    const { fuel, redLineRpm } = answer.build;
    edit((its) => {
      its.push(...startingSet({ ignition: fuel.ignition, wasBoosted: wasBoosted(engine), redLineRpm }));
    });
  };
  /** Adds a part of a kind; out: its id. */
  const add = (kind: ComponentKind): string => {
    const taken = new Set(components.map(({ id }) => id));
    let id: string = kind;
    for (let i = 2; taken.has(id); i++) id = `${kind}-${i}`;
    edit((its) => void its.push({ id, kind, name: '', note: '', limits: {} }));
    return id;
  };
  const remove = (id: string) =>
    edit((its) =>
      its.splice(
        its.findIndex((one) => one.id === id),
        1,
      ),
    );
  /** Gives a part a limit by a metric, at what the forecast reaches; or takes it. */
  const limitBy = (id: string, metric: LimitMetric, isLimited: boolean) =>
    edit((its) => {
      const own = its.find((one) => one.id === id);
      if (!own) return;
      if (!isLimited) delete own.limits[metric];
      else if (answer)
        own.limits[metric] = { low: guess(usualLimit(answer.build, answer.sweep, engine, metric)) };
    });
  /** Puts a part of the library in the place of one: by its limits. */
  const take = (id: string, line: TakenPart) =>
    edit((its) => {
      const own = its.find((one) => one.id === id);
      if (own) fitPart(own, line);
    });
  /** Keeps the figures and lets go of the part. */
  const letGo = (id: string) => edit((its) => void delete its.find((one) => one.id === id)?.part);
  const editMasses = (isKnown: boolean) => {
    store.getState().edit((job) => {
      if (isKnown) {
        const { reciprocating, bigEnd } = usualMasses(job.engine.bore.value);
        job.engine.masses = { reciprocating: guess(reciprocating), bigEnd: guess(bigEnd) };
      } else delete job.engine.masses;
    });
    store.getState().commit();
  };
  const unreadNames = (line?.unread ?? []).map(
    ({ kind, name }) => name || componentNames[kind].toLowerCase(),
  );
  const readAt = (build: Build, point: OperatingPoint) => {
    const at = (metric: LimitMetric) => readerOf(build, engine, metric)(point);
    return { bmep: at('bmep'), pistonSpeed: at('pistonSpeed'), boltLoad: at('boltLoad') };
  };
  return {
    engine,
    components,
    line,
    layOut,
    add,
    remove,
    limitBy,
    take,
    letGo,
    editMasses,
    unreadNames,
    readAt,
    kinds: componentKinds,
  };
}
