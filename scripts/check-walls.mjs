/** Proves that lint catches a breach of the walls: relative, through the alias, and a library the core must not know. */
import { ESLint } from 'eslint';

const breaches = [
  [
    'src/core/air/breach.ts',
    "import { dataFolder } from '../../data/folder';\nexport const x = dataFolder;\n",
    'boundaries/dependencies',
  ],
  [
    'src/core/air/breach.ts',
    "import { dataFolder } from '@/data/folder';\nexport const x = dataFolder;\n",
    'boundaries/dependencies',
  ],
  [
    'src/ui/board/breach.ts',
    "import { dataFolder } from '@/data/folder';\nexport const x = dataFolder;\n",
    'boundaries/dependencies',
  ],
  [
    'src/data/breach.ts',
    "import { figure } from '@/ui/words/format';\nexport const x = figure;\n",
    'boundaries/dependencies',
  ],
  [
    'src/formats/breach.ts',
    "import { dataFolder } from '@/data/folder';\nexport const x = dataFolder;\n",
    'boundaries/dependencies',
  ],
  ...[
    ['compressor', 'turbine/flow', 'compileTurbine'],
    ['air', 'compressor/map', 'compileMap'],
    ['turbine', 'charger/machine', 'compressorMachine'],
    ['charger', 'build/build', 'compileBuild'],
    ['turbine', 'charge-path/settle', 'settle'],
    ['charge-path', 'solve/sweep', 'solveSweep'],
    ['solve', 'selection/order', 'rank'],
    ['workings', 'studies/sites', 'siteRows'],
    ['studies', 'selection/order', 'rank'],
    ['job', 'build/build', 'compileBuild'],
  ].map(([folder, module, name]) => [
    `src/core/${folder}/breach.ts`,
    `import { ${name} } from '../${module}';\nexport const x = ${name};\n`,
    'boundaries/dependencies',
  ]),
  [
    'src/core/job/breach.ts',
    "import type { Build } from '../build/build';\nexport type X = Build;\n",
    'boundaries/dependencies',
  ],
  ['src/core/elsewhere/breach.ts', 'export const x = 1;\n', 'boundaries/no-unknown-files'],
  [
    'src/core/air/breach.ts',
    "import { useState } from 'react';\nexport const x = useState;\n",
    'no-restricted-imports',
  ],
  ['src/core/air/breach.ts', 'export const x = () => Math.random();\n', 'no-restricted-properties'],
  ['src/core/air/breach.ts', 'export const x = () => new Date();\n', 'no-restricted-syntax'],
];

const eslint = new ESLint();
let missed = 0;
for (const [filePath, text, rule] of breaches) {
  const [result] = await eslint.lintText(text, { filePath });
  if (!result?.messages.some((message) => message.ruleId === rule && message.severity === 2)) {
    console.error(`Lint missed a breach in ${filePath} (${rule}): ${text.split('\n')[0]}`);
    missed++;
  }
}
const [clean] = await eslint.lintText(
  "import { enthalpy } from '@/core/air/gas-properties';\nexport const x = enthalpy;\n",
  {
    filePath: 'src/ui/board/breach.ts',
  },
);
if (clean?.messages.length) {
  console.error('Lint refuses what is allowed:', clean.messages[0].message);
  missed++;
}
process.exit(missed ? 1 : 0);
