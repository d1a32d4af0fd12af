'use client';
import { ThemeProvider } from '@mui/material/styles';
import type { ReactNode } from 'react';
import type { UnitChoice } from '@/core/units/systems';
import { WordsProvider } from '../words/useWords';
import { muiTheme } from './muiTheme';

export function Providers({ units, children }: { units: UnitChoice; children: ReactNode }) {
  return (
    <ThemeProvider theme={muiTheme}>
      <WordsProvider first={units}>{children}</WordsProvider>
    </ThemeProvider>
  );
}
