'use client';
import { useCallback } from 'react';
import { benchSheets, type Sheet } from '@/core/job/benches';
import { figureAt, figureIds, figures } from '@/core/workings/figures';
import { Finder } from '../finder/Finder';
import type { Entry } from '../finder/entries';
import { useJob, useJobState, useSpeedNow } from '../store/solved';
import { figureNames } from '../words/figures';
import { useWords } from '../words/useWords';
import { benches, benchOf, sheetNames, type BenchId } from './benches';
import { deviceEntries } from './device-entries';
import { useDialogs } from './dialogs';
import { useJobItems } from './useJobItems';

/** What an open job offers to the finder: its benches, every figure at the selected speed, setups, and what can be done. */
export function JobFinder({ goTo }: { goTo: (bench: BenchId, sheet?: Sheet | null) => void }) {
  const { figure } = useWords();
  const now = useSpeedNow();
  const { setSetup, standings, settle } = useJob();
  const { open } = useDialogs();
  const setups = useJobState((s) => s.draft.setups);
  const items = useJobItems();
  const own = useCallback((): Entry[] => {
    const { solved, speedRpm, setSpeed } = now();
    const act = (id: string, title: string, words: string, run: () => void, detail = 'action'): Entry => ({
      id,
      kind: 'action',
      title,
      detail,
      words,
      run,
    });
    return [
      ...items.flatMap((item): Entry[] =>
        item.act && !item.disabled ? [act(item.label, item.label, 'do', item.act)] : [],
      ),
      ...benches.map((bench): Entry => ({
        id: `here ${bench.id}`,
        kind: 'figure',
        title: `${bench.name} bench`,
        detail: `this job, key ${bench.key}`,
        words: `bench ${bench.words}`,
        run: () => goTo(bench.id),
      })),
      ...benches.flatMap((bench) =>
        benchSheets[bench.id].map((sheet): Entry => ({
          id: `sheet ${bench.id} ${sheet}`,
          kind: 'bench',
          title: (sheetNames[bench.id] as Record<string, string>)[sheet]!,
          detail: `sheet of ${bench.name}`,
          words: `sheet ${bench.name}`,
          run: () => goTo(bench.id, sheet),
        })),
      ),
      ...figureIds.map((id): Entry => {
        const value = solved ? figureAt(solved.build, solved.point, id) : null;
        return {
          id,
          kind: 'figure',
          title: figureNames[id].name,
          detail:
            value === null
              ? 'none at this speed'
              : `${figure(value, figures[id].quantity)} at ${figure(speedRpm, 'engineSpeed')}`,
          words: `figure working ${figureNames[id].also ?? ''}`,
          run: () => open({ kind: 'working', figure: id, speedRpm }),
        };
      }),
      ...setups.map((setup, i) =>
        act(
          `setup ${setup.id}`,
          `Setup ${setup.letter}: ${setup.name}`,
          'select setup',
          () => setSetup(i),
          `key ${setup.letter.toLowerCase()}`,
        ),
      ),
      ...standings.flatMap(({ bench, state, canSettle }) => {
        const { name } = benchOf(bench);
        if (state === 'settled')
          return [act(`open ${bench}`, `Reopen ${name}`, 'signed off', () => settle(bench, false))];
        return canSettle
          ? [act(`settle ${bench}`, `Sign off ${name}`, 'tick', () => settle(bench, true))]
          : [];
      }),
      ...(solved
        ? [act('goal', 'Go to the goal’s speed', 'rpm', () => setSpeed(solved.build.goal.speedRpm), 'key g')]
        : []),
      act('keys', 'List of keys', 'help shortcuts keyboard', () => open({ kind: 'keys' }), 'key ?'),
      act('print', 'Print this bench', 'paper pdf sheet', () => window.print()),
      ...deviceEntries,
    ];
  }, [items, now, figure, setups, standings, goTo, open, setSetup, settle]);
  return <Finder own={own} />;
}
