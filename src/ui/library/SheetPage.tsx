'use client';
import Table from '@mui/material/Table';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TableCell from '@mui/material/TableCell';
import TableBody from '@mui/material/TableBody';
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import type { Compressor } from '@/core/compressor/document';
import { trim } from '@/core/compressor/formulas';
import { headOf } from '@/core/compressor/head';
import { confidenceWords } from '../fields/confidence';
import { ShopPage } from '../frame/ShopPage';
import { useWords } from '../words/useWords';
import { fieldText, formatNumber } from '../words/format';
import { toUnit, type Quantity } from '@/core/units/quantities';
import { MapPicture } from './MapPicture';
import styles from './sheet.module.css';

/** One compressor on paper: the map, what it is stated at, the wheel, and every point, for the wall or the folder. */
export function SheetPage({ id, map, revision }: { id: string; map: Compressor; revision: number }) {
  const { displayUnit, figure, figureNumber } = useWords();
  const flowUnit = displayUnit('massFlow');
  /** As it was given: what a map is stated at is not rounded. */
  const exact = (value: number, quantity: Quantity) =>
    `${fieldText(value, displayUnit(quantity))} ${displayUnit(quantity).symbol}`;
  const head = headOf(map);
  // The date of printing is the browser's; the server's page carries none.
  const [today, setToday] = useState('');
  // eslint-disable-next-line react-hooks/set-state-in-effect
  useEffect(() => setToday(new Date().toLocaleDateString('en-GB', { dateStyle: 'long' })), []);
  const facts: [string, string][] = [
    [
      'Rated conditions',
      `${exact(map.reference.pressure, 'airPressure')} abs, ${exact(map.reference.temperature, 'temperature')}`,
    ],
    ['Inducer', `${figure(map.inducer.value, 'bore')}, ${confidenceWords[map.inducer.confidence]}`],
    ['Exducer', `${figure(map.exducer.value, 'bore')}, ${confidenceWords[map.exducer.confidence]}`],
    ['Trim', formatNumber(trim.fn({ inducer: map.inducer.value, exducer: map.exducer.value }), 1)],
    [
      'Maximum speed',
      `${figure(map.maxSpeedRpm.value, 'shaftSpeed')}, ${confidenceWords[map.maxSpeedRpm.confidence]}`,
    ],
    ['Rim at the limit', figure(head.tipSpeed, 'velocity')],
    ['Corrected flow', `${figureNumber(head.leastFlow, 'massFlow')} to ${figure(head.mostFlow, 'massFlow')}`],
    ['Highest ratio', figure(head.highestRatio, 'ratio')],
    ['Peak efficiency', figure(head.bestEfficiency, 'share')],
  ];
  const longest = Math.max(...map.lines.map((l) => l.points.length));
  return (
    <ShopPage
      page="library"
      title={`Map sheet: ${map.name}`}
      note={`revision ${revision}`}
      actions={
        <>
          <Button size="small" href={`/library/compressors/${id}`}>
            Back to the compressor
          </Button>
          <Button size="small" variant="contained" onClick={() => window.print()}>
            Print
          </Button>
        </>
      }
    >
      <article tabIndex={0} className={styles.sheet}>
        <header>
          <h1>{map.name}</h1>
          <p>
            Compressor map, revision {revision}. Pressure ratio total to total, efficiency isentropic.
            {today && ` Printed ${today}.`}
          </p>
        </header>
        <div className={styles.body}>
          <div className={styles.picture}>
            <MapPicture map={map} points={map.lines} />
          </div>
          <dl>
            {facts.map(([name, value]) => (
              <div key={name}>
                <dt>{name}</dt>
                <dd>{value}</dd>
              </div>
            ))}
          </dl>
        </div>
        {map.note && <p className={styles.note}>{map.note}</p>}
        <Table>
          <caption>
            Points from surge to choke: corrected flow in {flowUnit.symbol}, pressure ratio, efficiency in per
            cent
          </caption>
          <TableHead>
            <TableRow>
              <TableCell>rpm</TableCell>
              {Array.from({ length: longest }, (_, i) => (
                <TableCell key={i}>{i === 0 ? 'surge' : i === longest - 1 ? 'choke' : i + 1}</TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {map.lines.map((line) => (
              <TableRow key={line.speedRpm}>
                <TableCell component="th" scope="row">
                  {formatNumber(line.speedRpm, 0)}
                </TableCell>
                {Array.from({ length: longest }, (_, i) => {
                  const p = line.points[i];
                  return (
                    <TableCell key={i}>
                      {p && (
                        <>
                          {formatNumber(toUnit(p.flow, flowUnit), flowUnit.digits + 1)}
                          <br />
                          {formatNumber(p.pressureRatio, 2)}
                          <br />
                          {formatNumber(p.efficiency * 100, 0)} %
                        </>
                      )}
                    </TableCell>
                  );
                })}
              </TableRow>
            ))}
          </TableBody>
        </Table>
        <footer>
          Planning figures: a qualified person checks the build. A wheel past its limit can burst.
        </footer>
      </article>
    </ShopPage>
  );
}
