/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { produce } from 'immer';
import { useState } from 'react';
import { kindOf } from '@/formats/kinds';
import type { ItemDocument } from '@/formats/kinds/documents';
import { WordsProvider } from '../words/useWords';
import { FieldList } from './FieldList';

afterEach(cleanup);

type Piping = Extract<ItemDocument, { kind: 'piping' }>;
const kind = kindOf('piping');
const blank = kind.blank(() => undefined) as Piping;

/** The fields of a pipe with a draft of their own. `latest`: what was last made of it; `bad`: what cannot be read. */
function open(first: Piping = blank) {
  const latest = { draft: first, bad: new Map<string, boolean>(), fields: [] as string[] };
  function Page() {
    const [draft, setDraft] = useState<ItemDocument>(first);
    return (
      <WordsProvider first={{ system: 'metric', mix: {} }}>
        <FieldList
          groups={kind.fields}
          draft={draft}
          edit={(field, change) => {
            const next = produce(draft, (d) => void change(d as ItemDocument));
            latest.fields.push(field);
            latest.draft = next as Piping;
            setDraft(next);
          }}
          onBad={(path, isBad) => latest.bad.set(path, isBad)}
        />
      </WordsProvider>
    );
  }
  render(<Page />);
  return latest;
}
const field = (name: string | RegExp) => screen.getByLabelText(name, { exact: typeof name === 'string' });
const type = (name: string, text: string) => {
  fireEvent.change(field(name), { target: { value: text } });
  fireEvent.blur(field(name));
};

describe('the fields of a kind', () => {
  it('a measure takes a value with a unit and keeps how sure it is; what is out of range stays typed and changes nothing', () => {
    const page = open();
    type('Minimum bore', '2.5 in');
    expect(page.draft.bore).toEqual({ value: expect.closeTo(0.0635, 9), confidence: 'guess' });
    type('Minimum bore', '4 m');
    expect(screen.getByRole('alert').textContent).toMatch(/out of range/);
    expect((field('Minimum bore') as HTMLInputElement).value).toBe('4 m');
    expect(page.draft.bore.value).toBeCloseTo(0.0635, 9);
    fireEvent.click(screen.getByRole('button', { name: /^Minimum bore: estimate/ }));
    expect(page.draft.bore.confidence).not.toBe('guess');
  });
  it('a name that is emptied says so, and is trimmed when it is left', () => {
    const page = open();
    type('Name', '   ');
    expect(screen.getByRole('alert').textContent).toBe('A name is needed.');
    type('Name', ' Reed 51 ');
    expect(page.draft.name).toBe('Reed 51');
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('a price that is emptied is gone, and comes back as reported', () => {
    const page = open();
    type('Price', '40');
    expect(page.draft.price).toEqual({ value: 40, confidence: 'reported' });
    type('Price', '');
    expect('price' in page.draft).toBe(false);
    type('In stock', '1.5');
    expect('stock' in page.draft).toBe(false);
    type('In stock', '3');
    expect(page.draft.stock).toBe(3);
  });
  it('a choice and a figure inside an object are written where they stand', () => {
    const page = open();
    fireEvent.change(field('Type'), { target: { value: 'throttle-body' } });
    type('Inlet temperature', '30');
    expect(page.draft.type).toBe('throttle-body');
    expect(page.draft.bench).toEqual({ pressure: 101_325, temperature: expect.closeTo(303.15, 6) });
    expect(page.fields).toEqual(['type', 'bench.temperature']);
  });
  it('a table takes lines of two figures; a line that cannot be read is named, and what was typed stays', () => {
    const page = open();
    const table = () => field(/^Flow bench points/) as HTMLTextAreaElement;
    fireEvent.change(table(), { target: { value: '6\t1,5\n12;6' } });
    expect(page.draft.points).toEqual([
      { flow: expect.closeTo(0.1, 9), drop: expect.closeTo(1_500, 6) },
      { flow: expect.closeTo(0.2, 9), drop: expect.closeTo(6_000, 6) },
    ]);
    fireEvent.change(table(), { target: { value: '6 1.5\n12 lots' } });
    expect(screen.getByRole('alert').textContent).toMatch(/^Line 2, “12 lots”: flow from/);
    expect(page.bad.get('points')).toBe(true);
    fireEvent.blur(table());
    expect(table().value).toBe('6 1.5\n12 lots');
    expect(page.draft.points).toHaveLength(2);
    fireEvent.change(table(), { target: { value: '' } });
    expect(page.draft.points).toEqual([]);
    expect(page.bad.get('points')).toBe(false);
  });
});
