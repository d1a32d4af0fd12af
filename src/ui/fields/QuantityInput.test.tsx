/** @jest-environment jsdom */
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState, type ComponentProps } from 'react';
import type { Confidence } from '@/core/documents/input';
import { WordsProvider } from '../words/useWords';
import { QuantityInput } from './QuantityInput';

afterEach(cleanup);

type Props = Partial<ComponentProps<typeof QuantityInput>>;

/** A field that holds its value as a job's form does, and tells what it was given. */
function Held({
  told,
  first = 117_000,
  ...more
}: Props & { told: (number | null)[]; first?: number | null }) {
  const [value, setValue] = useState<number | null>(first);
  const [confidence, setConfidence] = useState<Confidence>('reported');
  return (
    <>
      <QuantityInput
        label="Boost"
        quantity="boost"
        basis="gauge"
        bound={{ min: 0, max: 500_000 }}
        value={value}
        ambient={98_000}
        confidence={confidence}
        onConfidence={setConfidence}
        onType={(next) => {
          told.push(next);
          setValue(next);
        }}
        onRevert={() => {
          setValue(first);
          return first;
        }}
        {...more}
      />
      <button onClick={() => setValue(50_000)}>from elsewhere</button>
    </>
  );
}

const field = () => screen.getByLabelText<HTMLInputElement>('Boost');
const type = (text: string) => fireEvent.change(field(), { target: { value: text } });

describe('a quantity with its unit', () => {
  it('shows its value in the unit of the house, and takes any other typed behind the number', () => {
    const told: (number | null)[] = [];
    render(<Held told={told} />);
    expect(field().value).toBe('117');
    type('16 psi');
    // 16 psi by the pound and the inch: 0.45359237 kg · 9.80665 m/s² over (0.0254 m)².
    expect(told.at(-1)).toBeCloseTo((16 * 0.45359237 * 9.80665) / 0.0254 ** 2, 3);
    expect(field().value).toBe('16 psi');
    fireEvent.blur(field());
    expect(field().value).toBe('110.32');
    // Absolute, less the air of the day.
    type('198 kPa abs');
    expect(told.at(-1)).toBeCloseTo(100_000, 6);
  });

  it('keeps a bad text with its reason, tied to the field; the last good value stands', () => {
    const told: (number | null)[] = [];
    render(<Held told={told} />);
    for (const [text, why] of [
      ['plenty', /is not a number\. Give 0 to 500 kPa/],
      ['900', /is out of range/],
      ['3 furlong', /that unit is not known here/],
      ['', /A value is needed/],
    ] as const) {
      type(text);
      fireEvent.blur(field());
      expect(field().value).toBe(text);
      expect(field().getAttribute('aria-invalid')).toBe('true');
      const alert = screen.getByRole('alert');
      expect(alert.textContent).toMatch(why);
      expect(field().getAttribute('aria-describedby')).toContain(alert.id);
    }
    expect(told).toEqual([]);
    fireEvent.keyDown(field(), { key: 'Escape' });
    expect(field().value).toBe('117');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('a value changed elsewhere takes a bad text’s place, and leaves a good one alone', () => {
    render(<Held told={[]} />);
    type('plenty');
    fireEvent.click(screen.getByText('from elsewhere'));
    expect(field().value).toBe('50');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('empty is a value where it may be, and a whole number is asked for where it must be one', () => {
    const told: (number | null)[] = [];
    const { unmount } = render(<Held told={told} optional />);
    type('');
    expect(told).toEqual([null]);
    expect(screen.queryByRole('alert')).toBeNull();
    unmount();
    render(<Held told={told} label="Boost" quantity="count" bound={{ min: 1, max: 16 }} first={4} whole />);
    type('4.5');
    expect(screen.getByRole('alert').textContent).toMatch(/a whole number is needed, 1 to 16/);
  });

  it('confidence goes round by its button and by keys, and is named', () => {
    render(<Held told={[]} />);
    const sure = () => screen.getByRole('button', { name: /^Boost:/ }).getAttribute('aria-label');
    const before = sure();
    fireEvent.keyDown(field(), { key: 'ArrowUp', altKey: true });
    expect(sure()).not.toBe(before);
    fireEvent.click(screen.getByRole('button', { name: /^Boost:/ }));
    expect(sure()).toBe(before);
  });

  it('follows the units of the device without touching the value', () => {
    const told: (number | null)[] = [];
    render(
      <WordsProvider first={{ system: 'us', mix: {} }}>
        <Held told={told} />
      </WordsProvider>,
    );
    expect(field().value).toBe('16.969');
    expect(screen.getByText('psi gauge')).toBeTruthy();
    expect(told).toEqual([]);
  });
});
