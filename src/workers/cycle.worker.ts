import { expose } from 'comlink';
import type { CylinderCase } from '@/core/cylinder/cylinder';
import { nodeOf, type TableNode } from '@/core/cylinder/table';

let newest = 0;

/** Tabulates cycles away from the page. A newer request ends the one before it. */
const cycleWorker = {
  /** One node for each case, handed over one by one with its place. */
  async nodes(cases: CylinderCase[], onNode: (place: number, node: TableNode) => void): Promise<boolean> {
    const own = ++newest;
    for (let i = 0; i < cases.length; i++) {
      onNode(i, nodeOf(cases[i]!));
      // Lets a newer request in.
      await new Promise((next) => setTimeout(next));
      if (own !== newest) return false;
    }
    return true;
  },
  stop(): void {
    newest++;
  },
};
export type CycleWorker = typeof cycleWorker;

expose(cycleWorker);
