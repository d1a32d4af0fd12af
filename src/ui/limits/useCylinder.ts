import { useDeferredValue, useMemo } from 'react';
import { create } from 'zustand';
import { combustionOf, cylinderAt } from '@/core/limits/cylinder-at';
import { changesAt } from '@/core/studies/cylinder';
import { cylinderFindings, schoolsAt, typedTiming } from '@/core/studies/cylinder-findings';
import { cylinderOf } from '@/core/cylinder/cylinder';
import { runCycle } from '@/core/cylinder/cycle';
import type { Build } from '@/core/build/build';
import type { Job } from '@/core/job/schema/job';
import type { OperatingPoint } from '@/core/solve/point';
import { useJobState, useSpeed } from '../store/solved';

/** A timing looked at beside the plan, rad before top dead centre: of the screen, not of the job. */
const useTyped = create<{ advance: number | null; type: (advance: number | null) => void }>((set) => ({
  advance: null,
  type: (advance) => set({ advance }),
}));

type Engine = Job['engine'];
type At = ReturnType<typeof lookedAt>;

/** What was found last of a point: sheet and column ask for the same. */
const found = new WeakMap<OperatingPoint, { engine: Engine; advance: number | null; at: At }>();

function cylinderOn(build: Build, point: OperatingPoint, engine: Engine, advance: number | null): At {
  const known = found.get(point);
  if (known && known.engine === engine && known.advance === advance) return known.at;
  const at = lookedAt(build, point, engine, advance);
  found.set(point, { engine, advance, at });
  return at;
}

/** A point's cylinder with its curves and what is to be said of it; null where nothing burns. */
function lookedAt(build: Build, point: OperatingPoint, engine: Engine, advance: number | null) {
  const cylinder = cylinderAt(build, engine, point);
  if (!cylinder) return null;
  const typed = advance === null ? null : typedTiming(cylinder, advance);
  const { best, planned } = cylinder.timing;
  const own = cylinderOf(cylinder.case);
  return {
    build,
    point,
    cylinder,
    typed,
    residual: own.trapped.residualShare,
    closing: { temperature: own.trapped.temperature, pressure: own.pressure },
    traces: {
      planned: runCycle(own, planned.advance, true).trace!,
      best: runCycle(own, best.advance, true).trace!,
    },
    schools: schoolsAt(build, point, cylinder),
    findings: cylinderFindings(build, point, cylinder, typed),
  };
}

/** The cylinder of the setup in hand at the selected speed. Null where nothing burns there. */
export function useCylinder() {
  const { solved } = useSpeed();
  const engine = useJobState((s) => s.draft.engine);
  const { advance, type } = useTyped();
  const at = useMemo(
    () => (solved ? cylinderOn(solved.build, solved.point, engine, advance) : null),
    [solved, engine, advance],
  );
  return {
    at,
    engine,
    usual: solved && combustionOf(solved.build, { ...engine, combustion: undefined }),
    advance,
    type,
  };
}

/** What one thing more does to the timing: follows a moment later, so that the speed can be dragged. */
export function useChanges() {
  const { at, engine } = useCylinder();
  const late = useDeferredValue(at);
  return useMemo(
    () => (late ? { changes: changesAt(late.build, engine, late.cylinder), at: late } : null),
    [late, engine],
  );
}
