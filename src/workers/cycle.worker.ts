import { expose } from 'comlink';
import type { CylinderCase } from '@/core/cylinder/cylinder';
import { nodeOf, type TableNode } from '@/core/cylinder/table';
import { schoolNodeOf, type SchoolGrid, type SchoolNode } from '@/core/studies/cycle-school';

let newest = 0;

/** Each case in its turn, told one by one; a newer request ends this one. Out: all nodes, or null where it was ended. */
async function eachOf<Case, Node>(
  cases: Case[],
  make: (own: Case) => Node,
  onDone: () => void,
): Promise<Node[] | null> {
  const own = ++newest;
  const nodes: Node[] = [];
  for (const one of cases) {
    nodes.push(make(one));
    onDone();
    // Lets a newer request in.
    await new Promise((next) => setTimeout(next));
    if (own !== newest) return null;
  }
  return nodes;
}

/** Tabulates cycles away from the page. */
const cycleWorker = {
  /** A node of the timing plan for each case. */
  nodes: (
    cases: { own: CylinderCase; isWhole: boolean }[],
    onDone: () => void,
  ): Promise<TableNode[] | null> => eachOf(cases, ({ own, isWhole }) => nodeOf(own, isWhole), onDone),
  /** What the forecast needs of each case. */
  school: (
    cases: CylinderCase[],
    rules: SchoolGrid['rules'],
    onDone: () => void,
  ): Promise<SchoolNode[] | null> => eachOf(cases, (own) => schoolNodeOf(own, rules), onDone),
  stop(): void {
    newest++;
  },
};
export type CycleWorker = typeof cycleWorker;

expose(cycleWorker);
