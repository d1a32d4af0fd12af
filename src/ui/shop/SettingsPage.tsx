'use client';
import { zodResolver } from '@hookform/resolvers/zod';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { fuelOf } from '@/core/fuel/fuels';
import { defaultBounds, petrolFuels, usualDefaults, type JobDefaults } from '@/core/job/job-defaults';
import type { Quantity } from '@/core/units/quantities';
import { settingsSchema, type Settings } from '@/formats/settings';
import type { ShopState } from '@/formats/shop-state';
import type { ThemeChoice } from '../device/choices';
import { chooseTheme } from '../device/theme';
import { Choice } from '../fields/Choice';
import { Group, Reading, Row } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import { ShopPage } from '../frame/ShopPage';
import shop from '../frame/shop.module.css';
import { server } from '../server/client';
import { lossModelOptions } from '../words/changes';
import { unitSystems } from '../words/units';
import { useUnits } from '../words/useWords';
import { sizeWords, timeWords } from './words';

type Figure = keyof typeof defaultBounds;
const figures: { key: Figure; label: string; quantity: Quantity; hint?: string }[] = [
  { key: 'drivetrainLoss', label: 'Drivetrain loss', quantity: 'share' },
  {
    key: 'fixedLoss',
    label: 'Fixed drivetrain loss',
    quantity: 'shaftPower',
    hint: 'for fixed + percentage',
  },
  { key: 'coolerEffectiveness', label: 'Cooler effectiveness', quantity: 'share' },
  { key: 'filterLoss', label: 'Air filter pressure loss', quantity: 'pressureDrop' },
  { key: 'coolerLoss', label: 'Cooler pressure loss', quantity: 'pressureDrop' },
  { key: 'throttleLoss', label: 'Throttle pressure loss', quantity: 'pressureDrop' },
  { key: 'surgeMargin', label: 'Least surge margin', quantity: 'share', hint: 'at constant pressure ratio' },
  { key: 'chokeMargin', label: 'Least choke margin', quantity: 'share', hint: 'along the speed line' },
];
const petrolOptions = petrolFuels.map((value) => ({ value, label: fuelOf(value).name }));
const unitOptions = unitSystems.map(({ id, name, hint }) => ({ value: id, label: `${name}: ${hint}` }));
const themes = [
  { value: 'system', label: 'as the system has it' },
  { value: 'paper', label: 'paper (light)' },
  { value: 'cell', label: 'cell (dark)' },
] as const;

type Props = {
  settings: Settings;
  state: ShopState;
  /** The theme this device chose. */
  theme: ThemeChoice;
  /** Of the data folder, bytes. */
  size: number;
};

/** What the shop sets for itself, and where its data lie. Saved as a whole; nothing in a job that exists changes. */
export function SettingsPage({ settings, state, theme, size }: Props) {
  const units = useUnits();
  const [themeNow, setThemeNow] = useState(theme);
  const { register, control, handleSubmit, formState, reset } = useForm<Settings>({
    resolver: zodResolver(settingsSchema),
    defaultValues: settings,
    mode: 'onChange',
  });
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [saved, setSaved] = useState(false);
  const save = handleSubmit(async (given) => {
    const answer = await server.saveSettings(given);
    setFailure(answer.kind === 'ok' ? null : failureOf('The settings were not saved.', answer));
    setSaved(answer.kind === 'ok');
    if (answer.kind === 'ok') reset(answer.data);
  });
  const problem = (message: string | undefined, usual: string) => ({
    error: message !== undefined,
    helperText: message ?? usual,
  });
  const { errors } = formState;
  const [newest] = state.backups;
  return (
    <ShopPage
      page="settings"
      title="Settings"
      note="of the shop; units and theme are this device’s own"
      actions={
        <Button
          variant="contained"
          size="small"
          disabled={!formState.isDirty || formState.isSubmitting}
          onClick={() => void save()}
        >
          Save
        </Button>
      }
    >
      {failure && <Failure {...failure} />}
      {saved && !formState.isDirty && (
        <Alert severity="success" sx={{ mb: 2 }}>
          The settings are saved. New jobs start from them.
        </Alert>
      )}
      <h1 className={shop.headline}>Settings</h1>
      <form
        noValidate
        onSubmit={(e) => void save(e)}
        style={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fit, minmax(320px, 1fr))',
          gap: '0 40px',
        }}
      >
        <div>
          <Group title="Shop, for prints">
            <Stack sx={{ gap: 1, pt: 1.5 }}>
              <TextField
                size="small"
                label="Shop name"
                {...problem(errors.shopName?.message, 'Stands at the head of every print')}
                {...register('shopName')}
              />
              <TextField
                size="small"
                multiline
                minRows={3}
                label="Address"
                {...problem(errors.address?.message, 'At most 300 characters')}
                {...register('address')}
              />
              <TextField
                size="small"
                label="Currency"
                {...problem(errors.defaults?.currency?.message, 'Three capital letters, as EUR')}
                {...register('defaults.currency')}
              />
            </Stack>
          </Group>
          <Group title="This device">
            <Row label="Theme" hint="t turns it on any page">
              <Choice
                label="Theme"
                value={themeNow}
                options={themes}
                onChoose={(to) => {
                  setThemeNow(to);
                  chooseTheme(to);
                }}
              />
            </Row>
            <Row label="Units" hint="u opens them quantity by quantity">
              <Choice
                label="Units"
                value={units.choice.system}
                options={unitOptions}
                onChoose={(system) => units.choose({ ...units.choice, system })}
              />
            </Row>
          </Group>
        </div>
        <div>
          <Group title="Defaults for new jobs">
            <Controller
              control={control}
              name="defaults.petrol"
              render={({ field }) => (
                <Row label="Petrol" htmlFor="petrol">
                  <Choice id="petrol" value={field.value} options={petrolOptions} onChoose={field.onChange} />
                </Row>
              )}
            />
            <Controller
              control={control}
              name="defaults.lossModel"
              render={({ field }) => (
                <Row label="Drivetrain loss model" htmlFor="loss-model">
                  <Choice
                    id="loss-model"
                    value={field.value}
                    options={lossModelOptions}
                    onChoose={field.onChange}
                  />
                </Row>
              )}
            />
            {figures.map(({ key, ...figure }) => (
              <Controller
                key={key}
                control={control}
                name={`defaults.${key}`}
                render={({ field }) => (
                  <QuantityInput
                    {...figure}
                    bound={defaultBounds[key]}
                    value={field.value}
                    onType={(value) => value !== null && field.onChange(value)}
                    onLeave={field.onBlur}
                  />
                )}
              />
            ))}
            <Button
              size="small"
              variant="outlined"
              sx={{ mt: 1 }}
              onClick={() =>
                reset(
                  { ...settings, defaults: usualDefaults satisfies JobDefaults },
                  { keepDefaultValues: true },
                )
              }
            >
              Usual defaults
            </Button>
            <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
              All of them are estimates in a new job until somebody says better. Jobs that exist keep theirs.
            </Typography>
          </Group>
          <Group title="Data">
            <Reading label="Data folder" hint={state.folder} value={sizeWords(size)} />
            <Reading label="Free on its disk" value={sizeWords(state.space.free)} />
            <Reading label="Last backup" value={newest ? timeWords(newest.at) : 'none yet'} />
            <Button size="small" variant="outlined" component={Link} href="/shop" sx={{ mt: 1 }}>
              Data and backups
            </Button>
          </Group>
        </div>
      </form>
    </ShopPage>
  );
}
