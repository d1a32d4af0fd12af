/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { noSettings } from '@/formats/settings';
import type { ShopState } from '@/formats/shop-state';
import { giveLayout } from '@/testing/dom';
import { choose, field, press, pressAndWait, type } from '@/testing/hands';
import { server } from '../server/client';
import { Providers } from '../theme/Providers';
import { SettingsPage } from './SettingsPage';

jest.mock('next/navigation', () => ({
  useRouter: () => ({ push: () => {}, refresh: () => {} }),
  usePathname: () => '/settings',
  useSearchParams: () => new URLSearchParams(),
}));
beforeAll(() => giveLayout());
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

const state: ShopState = {
  folder: '/data/shop',
  backupFolder: '/data/shop/backups',
  backups: [],
  space: { free: 9e9, low: false },
  recovery: null,
  backupFailure: null,
};
const open = () =>
  render(
    <Providers units={{ system: 'metric', mix: {} }}>
      <SettingsPage settings={noSettings} state={state} theme="paper" size={61_000_000} />
    </Providers>,
  );
const saveKey = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Save' });
const write = (label: string, text: string) =>
  act(async () => void fireEvent.change(field(label), { target: { value: text } }));

describe('settings', () => {
  it('are saved as a whole, in SI, once something was changed', async () => {
    const saved = jest
      .spyOn(server, 'saveSettings')
      .mockImplementation((given) => Promise.resolve({ kind: 'ok', data: given }));
    open();
    expect(saveKey().disabled).toBe(true);
    await write('Shop name', 'Fierce Lung Works');
    choose('Drivetrain loss model', 'fixed + percentage');
    type('Fixed drivetrain loss', '8 kW');
    type('Cooler effectiveness', '78');
    await pressAndWait('Save');
    const [given] = saved.mock.calls[0]!;
    expect(given.shopName).toBe('Fierce Lung Works');
    expect(given.defaults).toMatchObject({ lossModel: 'fixed-and-share', currency: 'EUR' });
    expect(given.defaults.fixedLoss).toBeCloseTo(8_000, 6);
    expect(given.defaults.coolerEffectiveness).toBeCloseTo(0.78, 9);
    expect(screen.getByText(/The settings are saved/)).toBeTruthy();
    expect(saveKey().disabled).toBe(true);
  });
  it('a bad value is said at its field, stays typed, and nothing is sent', async () => {
    const saved = jest.spyOn(server, 'saveSettings');
    open();
    await write('Currency', 'Euro');
    expect(screen.getByText('Three capital letters, as EUR.')).toBeTruthy();
    await pressAndWait('Save');
    expect(saved).not.toHaveBeenCalled();
    expect(field('Currency').value).toBe('Euro');
    type('Air filter pressure loss', '90 kPa');
    expect(screen.getByRole('alert').textContent).toContain('out of range');
  });
  it('a refusal keeps what was typed, and says why', async () => {
    jest.spyOn(server, 'saveSettings').mockResolvedValue({ kind: 'away' });
    open();
    await write('Address', 'Gate 3');
    await pressAndWait('Save');
    expect(screen.getByRole('alert').textContent).toContain('The settings were not saved.');
    expect(field('Address').value).toBe('Gate 3');
    expect(saveKey().disabled).toBe(false);
  });
  it('the usual defaults come back by a key, and the theme is this device’s at once', async () => {
    open();
    type('Cooler effectiveness', '50');
    await act(async () => press('Usual defaults'));
    expect(field('Cooler effectiveness').value).toBe('70');
    expect(screen.getByRole<HTMLSelectElement>('combobox', { name: 'Theme' }).value).toBe('paper');
    choose('Theme', 'cell (dark)');
    expect(document.documentElement.dataset.theme).toBe('cell');
    expect(screen.getByText(/61\.0\sMB/)).toBeTruthy();
    choose('Units', 'US: psi, lb/min, °F, hp, lb·ft');
    expect(screen.getByRole<HTMLSelectElement>('combobox', { name: 'Units' }).value).toBe('us');
    expect(screen.getAllByText('psi').length).toBeGreaterThan(0);
  });
});
