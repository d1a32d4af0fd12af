/** Writes the demo jobs' figures that `demo-figures.test.ts` holds the core to: run it where figures are meant to change. */
import { writeFileSync } from 'node:fs';
import { demoFigures } from '../../src/testing/demo-figures';

const rounded = Object.fromEntries(
  Object.entries(demoFigures()).map(([at, figures]) => [
    at,
    Object.fromEntries(Object.entries(figures).map(([name, value]) => [name, Number(value.toPrecision(7))])),
  ]),
);
writeFileSync(
  'src/testing/demo-figures.json',
  `{\n${Object.entries(rounded)
    .map(([at, figures]) => `${JSON.stringify(at)}: ${JSON.stringify(figures)}`)
    .join(',\n')}\n}\n`,
);
