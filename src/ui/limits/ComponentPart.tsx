import Button from '@mui/material/Button';
import { limitMetrics, type ComponentKind, type LimitMetric } from '@/core/job/schema/component-choices';
import type { Component } from '@/core/job/schema/components';
import { kindsOf } from '@/core/job/schema/component-choices';
import type { EnginePartHead } from '@/formats/kinds/engine-part';
import type { CommonHead, LineOf } from '@/formats/kinds/kind';
import { PartChoice } from '../fields/PartChoice';
import { useLines } from '../fields/useLines';
import { contradicts } from '@/core/limits/judge';
import { ChoiceField } from '../fields/ChoiceField';
import { Group } from '../fields/Group';
import { QuantityField } from '../fields/QuantityField';
import { TextField } from '../fields/TextField';
import frame from '../frame/frame.module.css';
import { componentNames } from '@/core/job/schema/component-names';
import { metricName } from '../words/components';
import type { useLimits } from './useLimits';

type Limits = ReturnType<typeof useLimits>;
type Props = { limits: Limits; shown: Component | null; choose: (id: string | null) => void };

/** The parts of the engine: one is shown with its limits, another is added or taken out. */
export function ComponentPart({ limits, shown, choose }: Props) {
  const { components, add, kinds, unreadNames } = limits;
  const addable = kinds.map((kind) => ({ value: kind as string, label: componentNames[kind] }));
  return (
    <Group title="Parts">
      {components.length > 0 && (
        <ChoiceField
          label="Shown"
          value={shown?.id ?? ''}
          onChoose={(id) => choose(id || null)}
          options={[
            { value: '', label: 'none' },
            ...components.map(({ id, kind, name }) => ({
              value: id,
              label: name ? `${componentNames[kind]}, ${name}` : componentNames[kind],
            })),
          ]}
        />
      )}
      <ChoiceField
        label="Add a part"
        value=""
        onChoose={(kind) => kind && choose(add(kind as ComponentKind))}
        options={[{ value: '', label: 'choose' }, ...addable]}
      />
      {shown && <Shown key={shown.id} limits={limits} component={shown} choose={choose} />}
      {unreadNames.length > 0 && (
        <p className={frame.foot}>
          Not judged: {unreadNames.join(', ')}. A limit is read where the forecast has its figure: rod-bolt
          load needs masses and a rod length, exhaust a turbine.
        </p>
      )}
      <Masses limits={limits} />
    </Group>
  );
}

function Shown({
  limits,
  component,
  choose,
}: {
  limits: Limits;
  component: Component;
  choose: Props['choose'];
}) {
  const index = limits.components.findIndex(({ id }) => id === component.id);
  const path = `engine.components.${index}` as const;
  const given = limitMetrics.filter((metric) => component.limits[metric]);
  const open = limitMetrics.filter((metric) => !component.limits[metric]);
  return (
    <>
      <FromLibrary limits={limits} component={component} />
      <TextField path={`${path}.name`} label="Name" most={60} placeholder="what tells it from another" />
      <TextField path={`${path}.note`} label="Material, grade, source" most={200} long />
      {given.map((metric) => (
        <div key={metric}>
          <QuantityField path={`${path}.limits.${metric}.low`} hint="where it may give" />
          <QuantityField
            path={`${path}.limits.${metric}.high`}
            optional
            hint="where sources disagree: the other end"
          />
          {contradicts(component.limits[metric]!) && (
            <p role="alert" className={frame.foot}>
              The other end lies below where it may give: this limit is not judged.
            </p>
          )}
          <QuantityField path={`${path}.limits.${metric}.seconds`} optional hint="empty: not borne at all" />
          <Button size="small" onClick={() => limits.limitBy(component.id, metric, false)}>
            Remove {metricName(metric)} limit
          </Button>
        </div>
      ))}
      <ChoiceField
        label="Limited by"
        value=""
        onChoose={(metric) => metric && limits.limitBy(component.id, metric as LimitMetric, true)}
        options={[
          { value: '', label: 'add a limit' },
          ...open.map((metric) => ({ value: metric as string, label: metricName(metric) })),
        ]}
      />
      <QuantityField path={`${path}.price`} optional hint="of a stronger one, fitted" />
      <Button
        size="small"
        onClick={() => {
          limits.remove(component.id);
          choose(null);
        }}
      >
        Remove {componentNames[component.kind].toLowerCase()}
      </Button>
    </>
  );
}

type EnginePartLine = LineOf<EnginePartHead & CommonHead>;

/** A part of the library in the place of this one, by its limits; an assembly for each of its kinds. */
function FromLibrary({ limits, component }: { limits: Limits; component: Component }) {
  const lines = useLines<EnginePartLine>('engine-parts');
  const fitting = lines?.filter(({ type }) => kindsOf(type).includes(component.kind)) ?? null;
  return (
    <PartChoice
      label="From the library"
      lines={fitting}
      part={component.part}
      onTake={(line) => limits.take(component.id, line)}
      onLetGo={() => limits.letGo(component.id)}
    />
  );
}

/** Masses at a crank pin: with them and a rod length bolts are judged by their load. */
function Masses({ limits: { engine, editMasses } }: { limits: Limits }) {
  if (!engine.masses)
    return (
      <Button size="small" onClick={() => editMasses(true)}>
        Masses at the crank pin are known
      </Button>
    );
  return (
    <>
      <QuantityField path="engine.masses.reciprocating" hint="piston, pin, rings, small end" />
      <QuantityField path="engine.masses.bigEnd" />
      <Button size="small" onClick={() => editMasses(false)}>
        Leave masses out
      </Button>
    </>
  );
}
