'use client';
import Button from '@mui/material/Button';
import { useEffect, useMemo, useState } from 'react';
import { beltPlace } from '@/core/build/row';
import { given, guess } from '@/core/documents/input';
import { beltProfiles, diameterKinds, type BeltLayout, type PulleyRole } from '@/core/drive/document';
import { layOut, layoutRatio, nearestLengths, seated } from '@/core/drive/layout';
import { isToothed } from '@/core/drive/profile';
import { firstLayout } from '@/core/job/fit';
import type { DrivePath } from '@/core/job/inputs/setup-inputs';
import type { BeltItem, PulleyItem } from '@/formats/library-items';
import { ChoiceField } from '../fields/ChoiceField';
import fields from '../fields/fields.module.css';
import { Fold } from '../fields/Fold';
import { Group, Reading } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import frame from '../frame/frame.module.css';
import { useJob } from '../store/solved';
import { useWords } from '../words/useWords';
import { useDrive } from './useDrive';

const keyOf = ({ id, revision }: { id: string; revision: number }) => `${id}.${revision}`;

/** Pulleys and belt in figures, with what the library offers for each. */
export function DriveAside() {
  const { drives, fetchDrives, store, answer } = useJob();
  const { drive, path } = useDrive();
  const { figure } = useWords();
  useEffect(() => {
    if (!drives) void fetchDrives();
  }, [drives, fetchDrives]);
  if (!drive) return null;
  const { layout } = drive;
  const write = (end: string, value: unknown) => {
    store.getState().write(`${path}.${end}`, value);
    store.getState().commit();
  };
  const machineRatio = answer && answer.build.chargers[beltPlace(answer.build)]?.drive;
  return (
    <>
      <Group title="Drive">
        <ChoiceField
          label="Drive is known by"
          value={layout ? 'pulleys' : 'ratio'}
          options={[
            { value: 'pulleys', label: 'pulleys and belt' },
            { value: 'ratio', label: 'its ratio alone' },
          ]}
          onChoose={(by) => {
            const gear = drive.gear?.value ?? 1;
            if (by === 'ratio' && layout) {
              store
                .getState()
                .write(`${path}.ratio.value`, Math.round(layoutRatio(layout, gear) * 1e4) / 1e4);
              write('layout', undefined);
            } else if (by === 'pulleys') write('layout', firstLayout(drive.ratio.value / gear));
          }}
        />
        {layout ? (
          <Reading
            label="Drive ratio"
            hint="by pitch diameters; machine over crankshaft"
            value={figure(machineRatio?.kind === 'belt' ? machineRatio.ratio : null, 'ratio')}
          />
        ) : (
          <QuantityField path={`${path}.ratio`} hint="machine over crankshaft, all gears in" />
        )}
        {layout && (
          <QuantityField path={`${path}.gear`} hint="jack shaft, gears, centrifugal’s step-up" optional />
        )}
        <QuantityField path={`${path}.slip`} hint="share of speed lost, where it was measured" optional />
      </Group>
      {layout && <Belt layout={layout} path={path} offers={drives?.belts ?? []} />}
      {layout && <Pulleys layout={layout} path={path} offers={drives?.pulleys ?? []} />}
      <p className={frame.foot}>
        Slip by Euler–Eytelwein with the wedge of the ribs and centrifugal tension; dust, oil and water take
        friction away. Engine off and key out before a belt is touched, and the guard back on before it runs.
      </p>
    </>
  );
}

function Belt({ layout, path, offers }: { layout: BeltLayout; path: DrivePath; offers: BeltItem[] }) {
  const { store } = useJob();
  const { figure } = useWords();
  const laid = useMemo(() => layOut(layout), [layout]);
  const teeth = isToothed(layout.profile);
  const part = offers.find((b) => layout.part && keyOf(b) === keyOf(layout.part));
  const edit = (change: (layout: BeltLayout) => BeltLayout) => {
    store.getState().write(`${path}.layout`, change(structuredClone(layout)));
    store.getState().commit();
  };
  const lengths = part && 'run' in laid ? nearestLengths(part.document.lengths, laid.wanted) : [];
  const options = [
    { value: 'none', label: 'by its figures' },
    ...(layout.part && !part ? [{ value: keyOf(layout.part), label: 'as it came' }] : []),
    ...offers.map((b) => ({ value: keyOf(b), label: b.document.name })),
  ];
  return (
    <Group title="Belt">
      <ChoiceField
        label="Belt"
        value={layout.part ? keyOf(layout.part) : 'none'}
        options={options}
        onChoose={(key) =>
          edit((rest) => {
            delete rest.part;
            delete rest.length;
            const item = offers.find((b) => keyOf(b) === key);
            if (!item) return rest;
            const { profile, ribs, width } = item.document;
            return {
              ...rest,
              part: { id: item.id, revision: item.revision },
              profile,
              ribs: { ...rest.ribs, value: ribs, confidence: 'maker' },
              width: { ...width },
            };
          })
        }
      />
      {!layout.part && (
        <ChoiceField
          path={`${path}.layout.profile`}
          label="Belt profile"
          options={beltProfiles.map((value) => ({ value, label: value }))}
        />
      )}
      {teeth ? (
        <QuantityField path={`${path}.layout.width`} />
      ) : (
        <QuantityField path={`${path}.layout.ribs`} whole />
      )}
      <ChoiceField
        path={`${path}.layout.measured`}
        label="Pulley diameters are"
        options={diameterKinds.map((value) => ({
          value,
          label: value === 'effective' ? 'effective (outside of the ribs)' : 'pitch',
        }))}
      />
      {'run' in laid && (
        <Reading label="Belt length wanted" hint="as belts are listed" value={figure(laid.wanted, 'bore')} />
      )}
      {lengths.length > 0 && (
        <ChoiceField
          label="Standard lengths"
          hint="nearest first; the tensioner takes up the rest"
          value={layout.length ? String(layout.length.value) : 'none'}
          options={[
            { value: 'none', label: 'as the pulleys want it' },
            ...(layout.length && !lengths.some(({ length }) => length === layout.length!.value)
              ? [{ value: String(layout.length.value), label: figure(layout.length.value, 'bore') }]
              : []),
            ...lengths.map(({ length }) => ({ value: String(length), label: figure(length, 'bore') })),
          ]}
          onChoose={(value) =>
            edit((rest) => {
              delete rest.length;
              return value === 'none' ? rest : { ...rest, length: given(Number(value), 'maker') };
            })
          }
        />
      )}
      {!part && (
        <QuantityField path={`${path}.layout.length`} hint="left out: as the pulleys want it" optional />
      )}
      <ChoiceField
        path={`${path}.layout.tensioning`}
        label="Tension by"
        options={[
          { value: 'fixed', label: 'fixed centres' },
          { value: 'sprung', label: 'a sprung tensioner' },
        ]}
      />
      <QuantityField
        path={`${path}.layout.tension`}
        hint={layout.tensioning === 'sprung' ? 'slack strand, kept by the spring' : 'one strand at rest'}
      />
      {!teeth && <QuantityField path={`${path}.layout.friction`} hint="belt on pulley, without the wedge" />}
      {layout.route.some(({ role }) => role === 'tensioner') && (
        <QuantityField path={`${path}.layout.window`} hint="either way from where it is drawn" />
      )}
    </Group>
  );
}

/** What the library offers for a pulley of a layout. */
const fits = (layout: BeltLayout, role: PulleyRole, { document }: PulleyItem): boolean =>
  document.profile === layout.profile &&
  (isToothed(layout.profile) || document.ribs >= layout.ribs.value) &&
  (role === 'crank' || role === 'blower'
    ? [role, 'either'].includes(document.place)
    : document.place === 'idler');

const names: Record<PulleyRole, string> = {
  crank: 'Crank pulley',
  blower: 'Blower pulley',
  idler: 'Idler',
  tensioner: 'Tensioner',
};

function Pulleys({ layout, path, offers }: { layout: BeltLayout; path: DrivePath; offers: PulleyItem[] }) {
  const { store } = useJob();
  const [open, setOpen] = useState<number | null>(1);
  const edit = (change: (route: BeltLayout['route']) => BeltLayout['route']) => {
    store.getState().write(`${path}.layout.route`, change(structuredClone(layout.route)));
    store.getState().commit();
  };
  const add = (role: 'idler' | 'tensioner') => {
    const last = layout.route.at(-1)!;
    const [a, b] = [last, layout.route[0]!];
    const next: BeltLayout = {
      ...layout,
      route: [
        ...layout.route,
        {
          role,
          diameter: guess(0.07),
          x: guess(Math.round(((a.x.value + b.x.value) / 2 - 0.06) * 1e3) / 1e3),
          y: guess(Math.round(((a.y.value + b.y.value) / 2) * 1e3) / 1e3),
          side: 'outside',
        },
      ],
    };
    store.getState().write(`${path}.layout`, role === 'tensioner' ? seated(next) : next);
    store.getState().commit();
  };
  const hasTensioner = layout.route.some(({ role }) => role === 'tensioner');
  return (
    <Group title="Pulleys, in the belt’s order">
      {layout.route.map((pulley, i) => {
        const at = `${path}.layout.route.${i}` as const;
        const offered = offers.filter((p) => fits(layout, pulley.role, p));
        const isFixed = pulley.role === 'crank' || pulley.role === 'blower';
        return (
          <Fold key={`${i} ${open === i}`} title={names[pulley.role]} open={open === i}>
            {isFixed && (
              <ChoiceField
                label="Part"
                value={pulley.part ? keyOf(pulley.part) : 'none'}
                options={[
                  { value: 'none', label: 'by its figures' },
                  ...(pulley.part && !offered.some((p) => keyOf(p) === keyOf(pulley.part!))
                    ? [{ value: keyOf(pulley.part), label: 'as it came' }]
                    : []),
                  ...offered.map((p) => ({ value: keyOf(p), label: p.document.name })),
                ]}
                onChoose={(key) => {
                  setOpen(i);
                  edit((route) =>
                    route.map((one, k) => {
                      if (k !== i) return one;
                      const item = offered.find((p) => keyOf(p) === key);
                      const rest = structuredClone(one);
                      delete rest.part;
                      return item
                        ? {
                            ...rest,
                            part: { id: item.id, revision: item.revision },
                            diameter: { ...item.document.diameter },
                          }
                        : rest;
                    }),
                  );
                }}
              />
            )}
            <QuantityField path={`${at}.diameter`} />
            {pulley.role !== 'crank' && (
              <>
                <QuantityField path={`${at}.x`} hint="from the crank’s centre" />
                <QuantityField path={`${at}.y`} hint="from the crank’s centre" />
              </>
            )}
            {!isFixed && (
              <>
                <ChoiceField
                  path={`${at}.side`}
                  label="Belt lies on it with"
                  options={[
                    { value: 'inside', label: 'its ribs' },
                    { value: 'outside', label: 'its back' },
                  ]}
                />
                <div className={fields.rowKeys}>
                  <Button
                    variant="outlined"
                    size="small"
                    onClick={() =>
                      edit((route) => [
                        ...route.slice(0, i - 1),
                        route[i]!,
                        route[i - 1]!,
                        ...route.slice(i + 1),
                      ])
                    }
                    disabled={i <= 1}
                  >
                    Earlier in the belt’s order
                  </Button>
                  <Button
                    variant="outlined"
                    size="small"
                    onClick={() => edit((route) => route.filter((_, k) => k !== i))}
                  >
                    Remove
                  </Button>
                </div>
              </>
            )}
          </Fold>
        );
      })}
      <div className={fields.rowKeys}>
        <Button
          variant="outlined"
          size="small"
          disabled={layout.route.length >= 10}
          onClick={() => add('idler')}
        >
          Add an idler
        </Button>
        {!hasTensioner && (
          <Button
            variant="outlined"
            size="small"
            disabled={layout.route.length >= 10}
            onClick={() => add('tensioner')}
          >
            Add a tensioner
          </Button>
        )}
      </div>
    </Group>
  );
}
