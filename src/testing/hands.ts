import { act, fireEvent, screen } from '@testing-library/react';

/** What a hand does at a page of a test. Names are those a reader hears, in full unless a pattern is given. */
type Name = string | RegExp;
const whole = (name: Name) => ({ exact: typeof name === 'string' });

export const field = (label: Name) => screen.getByLabelText<HTMLInputElement>(label, whole(label));
export const press = (name: Name, role = 'button') => fireEvent.click(screen.getByRole(role, { name }));
/** Presses, and lets what was asked of the server come back. */
export const pressAndWait = (name: Name, role?: string) => act(async () => press(name, role));
/** Types a text in the place of what stands there, and leaves the field. */
export const type = (label: Name, text: string) => {
  fireEvent.change(field(label), { target: { value: text } });
  fireEvent.keyDown(field(label), { key: 'Enter' });
  fireEvent.blur(field(label));
};
/** Takes an option of a list by what it is called. */
export const choose = (label: Name, option: string) => {
  const list = screen.getByLabelText<HTMLSelectElement>(label, whole(label));
  const found = [...list.options].find((o) => o.textContent === option);
  if (!found)
    throw new Error(
      `${label} offers ${[...list.options].map((o) => o.textContent).join(', ')}; no ${option}.`,
    );
  fireEvent.change(list, { target: { value: found.value } });
};
/** The rows of a table as the texts of their cells; the heads first. */
export const rowsOf = (name: Name) =>
  [...screen.getByRole('table', { name }).querySelectorAll('tr')].map((row) =>
    [...row.children].map((cell) => cell.textContent!.replaceAll('\u00a0', ' ').trim()),
  );
/** A document of its own: what a test changes in it, no other sees. */
export const copyOf = <T>(document: T): T => JSON.parse(JSON.stringify(document)) as T;
