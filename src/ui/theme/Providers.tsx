'use client';
import { ThemeProvider } from '@mui/material/styles';
import type { ReactNode } from 'react';
import { muiTheme } from './muiTheme';

export function Providers({ children }: { children: ReactNode }) {
  return <ThemeProvider theme={muiTheme}>{children}</ThemeProvider>;
}
