/** @jest-environment jsdom */
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { inputDescriptors } from '@/core/job/inputs/inputs';
import { sampleTurboJob } from '@/data/demo/sample';
import { giveLayout } from '@/testing/dom';
import { field, press } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import { QuantityField } from '../fields/QuantityField';
import { glossary, termOf } from '../words/glossary';
import { JobDialogs } from './JobDialogs';
import KeysDialog from './KeysDialog';

jest.mock('next/dynamic', () => (load: () => Promise<unknown>) => {
  // The glossary alone is opened here.
  if (!String(load).includes('KeysDialog')) return () => null;
  return jest.requireActual<typeof import('./KeysDialog')>('./KeysDialog').default;
});
beforeAll(() => giveLayout());
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

describe('the glossary', () => {
  it('names every term once, in a sentence or two, with what it follows', () => {
    expect(new Set(glossary.map((g) => g.term.toLowerCase())).size).toBe(glossary.length);
    for (const { term, text, follows } of glossary) {
      expect(text).toMatch(/\.$/);
      expect(text.split(/[.:;] /).length).toBeLessThanOrEqual(5);
      expect(follows.length).toBeGreaterThan(5);
      expect(termOf(term)).toBeDefined();
    }
  });
  it('explains what is no everyday word: most labels of inputs lead to a term, and plain ones to none', () => {
    const labels = Object.values(inputDescriptors).map(({ label }) =>
      typeof label === 'string' ? label : label({} as never),
    );
    const explained = labels.filter((label) => termOf(label));
    expect(explained.length / labels.length).toBeGreaterThan(0.5);
    for (const plain of ['Bore', 'Stroke', 'Cylinders', 'Red line', 'Budget'])
      expect(termOf(plain)).toBeUndefined();
    expect(termOf('Wastegate spring pressure')!.term).toContain('crack pressure');
    expect(termOf('Test p3/p_m')!.term).toBe('p3/p_m');
    expect(termOf('Reference λ of BSFC')!.term).toBe('BSFC');
  });
  it('opens at a label’s term by its key, and by F1 in the field', () => {
    openInJob(
      sampleTurboJob(0),
      <>
        <QuantityField path="brief.fuel.bsfc" />
        <QuantityField path="engine.bore" />
        <JobDialogs />
      </>,
    );
    expect(screen.queryByRole('button', { name: 'What Bore means' })).toBeNull();
    press('What BSFC means');
    const first = () => within(screen.getByRole('dialog', { name: 'Glossary' })).getAllByRole('term')[0]!;
    expect(first().textContent).toBe('BSFC');
    press('Close');
    expect(screen.queryByRole('dialog')).toBeNull();
    fireEvent.keyDown(field('BSFC'), { key: 'F1' });
    expect(first().textContent).toBe('BSFC');
  });
  it('is the second tab of the keys, and finds a term by what is typed', () => {
    openInJob(sampleTurboJob(0), <KeysDialog onClose={() => {}} />);
    expect(screen.getByText('undo, redo; so is Ctrl Z with Shift')).toBeTruthy();
    press('Glossary', 'tab');
    expect(screen.getAllByRole('term')).toHaveLength(glossary.length);
    fireEvent.change(field('Find a term'), { target: { value: 'surge' } });
    expect(screen.getAllByRole('term').map((t) => t.textContent)).toContain('Surge margin');
    fireEvent.change(field('Find a term'), { target: { value: 'flux capacitor' } });
    expect(screen.getByRole('status').textContent).toBe('No term of that name.');
  });
});
