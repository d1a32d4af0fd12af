/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { sampleTurboJob } from '@/data/demo/sample';
import { giveLayout } from '@/testing/dom';
import { field, press, type } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import { Providers } from '../theme/Providers';
import { ClaimPad, openPad, shopContext } from './ClaimPad';
import { JobPad } from './JobPad';
import PadDialog from './PadDialog';

jest.mock(
  'next/dynamic',
  () => () => jest.requireActual<typeof import('./PadDialog')>('./PadDialog').default,
);
beforeAll(() => giveLayout());
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

const line = (title: string | RegExp) => within(screen.getByRole('region', { name: title }));
const open = () =>
  render(
    <Providers units={{ system: 'metric', mix: {} }}>
      <PadDialog context={shopContext()} onClose={() => {}} />
    </Providers>,
  );
const clearAll = () =>
  screen.queryAllByRole('button', { name: 'clear' }).forEach((key) => fireEvent.click(key));

describe('the claim pad', () => {
  afterEach(clearAll);
  it('works out what is left empty: power at the flywheel from wheels and loss', () => {
    open();
    clearAll();
    type('At the wheels', '255 kW');
    // 255 / (1 − 0.15): the usual loss stands in for what was not given. Definition.
    expect(field('At the flywheel').placeholder).toMatch(/300/);
    type('At the flywheel', '340 kW');
    // Both given: the loss is what follows, 1 − 255/340.
    const loss = screen
      .getAllByRole<HTMLInputElement>('textbox')
      .filter((input) => input.placeholder.startsWith('= 25'));
    expect(loss.length).toBeGreaterThan(0);
  });
  it('says what cannot be true, and nothing of it can be sent anywhere', () => {
    open();
    clearAll();
    type('At the wheels', '320 kW');
    type('At the flywheel', '300 kW');
    expect(screen.getByRole('alert').textContent!.length).toBeGreaterThan(20);
    expect(screen.queryByRole('button', { name: /into the job/ })).toBeNull();
  });
  it('keeps what was typed until it is cleared, also when it is closed and opened', () => {
    open();
    clearAll();
    type('At the wheels', '255 kW');
    cleanup();
    open();
    expect(Number(field('At the wheels').value)).toBeCloseTo(255, 6);
    clearAll();
    expect(field('At the wheels').value).toBe('');
  });
  it('opens by its key from anywhere but a field, and a second one closes it', () => {
    render(
      <Providers units={{ system: 'metric', mix: {} }}>
        <input aria-label="somewhere" />
        <ClaimPad context={shopContext} />
      </Providers>,
    );
    const isOpen = () => screen.queryByRole('dialog', { name: /^Claim pad/ }) !== null;
    fireEvent.keyDown(field('somewhere'), { key: 'p' });
    expect(isOpen()).toBe(false);
    fireEvent.keyDown(window, { key: 'p', ctrlKey: true });
    expect(isOpen()).toBe(false);
    fireEvent.keyDown(window, { key: 'p' });
    expect(isOpen()).toBe(true);
    fireEvent.keyDown(window, { key: 'p' });
    expect(isOpen()).toBe(false);
    act(() => openPad());
    expect(isOpen()).toBe(true);
  });
});

describe('over a job', () => {
  const start = () => {
    const page = openInJob(sampleTurboJob(0), <JobPad />);
    fireEvent.keyDown(window, { key: 'p' });
    clearAll();
    return page;
  };
  afterEach(clearAll);
  it('a figure goes into the job as reported, with where it came from; undo takes it out', () => {
    const page = start();
    const before = page.job().brief.goal;
    type('At the flywheel', '250 kW');
    press(/^At the flywheel 250.* into the job$/);
    const { goal } = page.job().brief;
    expect(goal).toMatchObject({ basis: 'flywheel', power: { confidence: 'reported' } });
    expect(goal.power.value).toBeCloseTo(250_000, 3);
    expect(goal.power.note).toMatch(/^from the claim pad: at the flywheel 250/);
    expect(screen.getByRole('status').textContent).toContain('Undo takes it out');
    page.undo();
    expect(page.job().brief.goal).toEqual(before);
  });
  it('a torque brings its speed along: one does not count without the other', () => {
    const page = start();
    page.write('brief.goal.torque', undefined);
    page.write('brief.goal.torqueRpm', undefined);
    const torque = line(/^power, torque, speed/i);
    fireEvent.change(torque.getByLabelText('Torque', { exact: true }), { target: { value: '300 Nm' } });
    fireEvent.click(torque.getByRole('button', { name: /^Torque .* into the job$/ }));
    const { goal } = page.job().brief;
    expect(goal.torque!.value).toBeCloseTo(300, 6);
    expect(goal.torqueRpm!.value).toBe(goal.speedRpm.value);
  });
});
