import type { Plan } from '../job/schema/job';
import type { PlanPart, PlanTask } from '../job/schema/plan';

/** A plan with nothing in it. */
export const blankPlan = (): Plan => ({
  steps: [],
  parts: [],
  tasks: [],
  outside: [],
  fits: {
    flange: '',
    injection: '',
    injectorLength: null,
    plugReach: null,
    ribs: null,
    beltPlane: null,
    brace: null,
    bonnet: null,
  },
  start: '',
  week: 'five',
  school: { changes: 'one', base: 'before', onOldFile: false },
});

/** A part of the list that nobody has said anything of but its name. */
export const blankPart = (id: string, name: string, role: PlanPart['role'] = 'other'): PlanPart => ({
  id,
  name,
  role,
  price: null,
  count: 1,
  supplier: '',
  leadDays: 0,
  isInStock: false,
  serial: '',
  origin: '',
  isDoubted: false,
  state: 'wanted',
  orderedOn: '',
  approval: 'ask',
  region: '',
  step: '',
  worksEarlier: true,
  height: null,
  reach: null,
});

export const blankTask = (id: string, name: string, kind: PlanTask['kind'] = 'other'): PlanTask => ({
  id,
  name,
  kind,
  days: 1,
  needs: [],
  parts: [],
  outside: [],
  place: 'shop',
  placeOn: '',
  brings: [],
  drives: '',
  isDone: false,
  note: '',
});
