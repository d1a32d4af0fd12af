/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { sampleJob } from '@/data/demo/sample';
import { engineOf } from '@/testing/chargers';
import { giveLayout } from '@/testing/dom';
import { openInJob } from '@/testing/job-page';
import type { BenchId } from './benches';
import { Problems } from './Problems';
import { StandingBar } from './StandingBar';

beforeAll(() => giveLayout());
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

describe('where a bench stands', () => {
  function open(bench: BenchId, change: (job: ReturnType<typeof sampleJob>) => void = () => {}) {
    const job = sampleJob(0);
    job.settled = [];
    change(job);
    const asked: [BenchId, string | null][] = [];
    const page = openInJob(
      job,
      <>
        <StandingBar bench={bench} />
        <Problems />
      </>,
      (id, sheet) => asked.push([id, sheet ?? null]),
    );
    return { ...page, asked };
  }
  const bar = () => screen.getByRole('region', { name: /^Where .* stands$/ });
  const key = (name: string) => screen.getByRole('button', { name }) as HTMLButtonElement;

  it('is settled by a key, contradicted by a later change, settled anew and opened again', () => {
    const page = open('brief');
    expect(bar().dataset.state).toBe('open');
    fireEvent.click(key('Sign off'));
    expect(bar().dataset.state).toBe('settled');
    expect(bar().textContent).toContain('Signed off.');
    const { value } = page.job().brief.goal.power;
    page.write('brief.goal.power.value', value * 1.2);
    expect(bar().dataset.state).toBe('contradicted');
    expect(bar().textContent).toMatch(/Contradicted\..*(horsepower|power|hp)/i);
    fireEvent.click(key('Sign off again'));
    expect(bar().dataset.state).toBe('settled');
    fireEvent.click(key('Reopen'));
    expect(bar().dataset.state).toBe('open');
    expect(page.job().settled).toEqual([]);
  });
  it('what stops an earlier bench stops this one, and says the way there', () => {
    const page = open('charger');
    page.write('brief.goal.speedRpm.value', 12_000);
    expect(key('Sign off').disabled).toBe(true);
    fireEvent.click(key('Go to ‘Engine speed for power goal’'));
    expect(page.asked).toEqual([['brief', 'goal']]);
    expect(screen.getByText('The figures shown are from the last good values.')).toBeTruthy();
  });
  it('names one thing to do next: the estimate, the sheet, the sign-off, then the next bench', () => {
    const page = open('brief', (job) => void (job.brief.fuel.bsfc.confidence = 'guess'));
    fireEvent.click(key('Go to ‘BSFC’'));
    expect(page.asked).toEqual([['brief', 'goal']]);
    page.write('brief.fuel.bsfc.confidence', 'measured');
    fireEvent.click(key('Sign off'));
    fireEvent.click(key('Go to Engine'));
    expect(page.asked.at(-1)).toEqual(['engine', null]);
    cleanup();
    const bare = open('charger', (job) => void (engineOf(job).machine = null));
    fireEvent.click(key('Open ‘Ranking’'));
    expect(bare.asked).toEqual([['charger', 'rank']]);
    expect(key('Sign off').disabled).toBe(true);
  });
  it('guesses are named and do not stop it', () => {
    open('brief', (job) => {
      job.brief.goal.power.confidence = 'guess';
      job.brief.fuel.bsfc.confidence = 'guess';
    });
    expect(bar().textContent).toContain('Open.');
    expect(screen.getByText(/^and \d+ more$/)).toBeTruthy();
    expect(key('Sign off').disabled).toBe(false);
  });
  it('a failed check of the engine stops every bench that rests on it', () => {
    const page = open('charger');
    act(() => {
      page.store.getState().edit((job) => void (job.engine.condition.belts = 'failed'));
      page.store.getState().commit();
    });
    const before = key('Sign off').disabled;
    cleanup();
    open('engine', (job) => void (job.engine.condition.belts = 'failed'));
    expect([before, key('Sign off').disabled]).toContain(true);
  });
});
