'use client';
import Button from '@mui/material/Button';
import Paper from '@mui/material/Paper';
import Typography from '@mui/material/Typography';
import { useSearchParams } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { Sheet } from '@/core/job/benches';
import type { BenchId } from './benches';
import { useDialogs } from './dialogs';
import { markToured, TOUR_PARAM } from './tour-offer';

type Stop = { bench: BenchId; sheet: Sheet | null; title: string; text: string };

/** A path over a job in the order of the work. It looks and changes nothing. */
export const stops: readonly Stop[] = [
  {
    bench: 'brief',
    sheet: 'goal',
    title: 'The Brief',
    text: 'Power goal, engine speed, fuel and venue. Every value says how it was come by; an estimate stands in grey until somebody measures.',
  },
  {
    bench: 'brief',
    sheet: 'goal',
    title: 'Airway and Rev bar',
    text: 'Above: the air’s path through this build, drawn to scale. Below: engine speed. One selected speed rules every figure; step it with comma and full stop.',
  },
  {
    bench: 'engine',
    sheet: 'engine',
    title: 'The engine',
    text: 'Geometry and the VE curve: a shape to start from, a table, or a dyno run of this engine.',
  },
  {
    bench: 'demand',
    sheet: null,
    title: 'Demand',
    text: 'What the goal takes of air and pressure at every speed. An underlined figure opens how it was worked out.',
  },
  {
    bench: 'charger',
    sheet: 'map',
    title: 'The compressor map',
    text: 'The running line on the map: surge on the left, choke on the right. The column begins with the answer: within limits, marginal or over the limit.',
  },
  {
    bench: 'charger',
    sheet: 'rank',
    title: 'The ranking',
    text: 'Every turbocharger of the library on this engine, on weights of your own. One key fits it to the setup, Ctrl Z takes it back.',
  },
  {
    bench: 'charger',
    sheet: 'turbine',
    title: 'Sign off',
    text: 'A bench that is done is signed off; a later change that contradicts it says so. The question mark lists the keys and the glossary.',
  },
];

/** The path over a job, where the address asks for it: it takes the question out of the address and leaves nothing behind. */
export function Tour() {
  const isAsked = useSearchParams().get(TOUR_PARAM) !== null;
  const { goTo } = useDialogs();
  const [at, setAt] = useState<number | null>(isAsked ? 0 : null);
  useEffect(() => {
    if (!isAsked) return;
    markToured();
    const url = new URL(window.location.href);
    url.searchParams.delete(TOUR_PARAM);
    window.history.replaceState(null, '', url);
  }, [isAsked]);
  if (at === null) return null;
  const stop = stops[at]!;
  const go = (next: number) => {
    const to = stops[next];
    setAt(to ? next : null);
    if (to) goTo(to.bench, to.sheet);
  };
  return (
    <Paper
      component="section"
      aria-label="Guided path"
      sx={{
        position: 'fixed',
        left: 72,
        bottom: 72,
        zIndex: 20,
        width: 360,
        maxWidth: 'calc(100vw - 24px)',
        p: 2,
        '@media (max-width: 760px)': { left: 12, bottom: 132 },
      }}
    >
      <div role="status">
        <Typography variant="body2" color="text.secondary">
          Stop {at + 1} of {stops.length}
        </Typography>
        <Typography component="h2" sx={{ fontWeight: 750, fontSize: 16 }}>
          {stop.title}
        </Typography>
        <Typography sx={{ my: 1 }}>{stop.text}</Typography>
      </div>
      <Button variant="contained" size="small" onClick={() => go(at + 1)}>
        {at + 1 < stops.length ? 'Next' : 'Done'}
      </Button>{' '}
      {at > 0 && (
        <Button variant="outlined" size="small" onClick={() => go(at - 1)}>
          Back
        </Button>
      )}{' '}
      {at + 1 < stops.length && (
        <Button size="small" onClick={() => setAt(null)}>
          End
        </Button>
      )}
    </Paper>
  );
}
