'use client';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import type { PadContext } from '@/core/claims/line';
import type { Quantity } from '@/core/units/quantities';
import { isBusyKey } from '../frame/typing';

/** Fetched when it is opened first, and ahead while a job's page rests. */
const load = () => import('./PadDialog');
export const loadPad = load;
const PadDialog = dynamic(load);

const PAD_EVENT = 'fierce-lung-pad';
/** Opens the claim pad wherever the page stands. */
export const openPad = () => window.dispatchEvent(new Event(PAD_EVENT));

/** A figure of the pad on its way into the job: where to, SI, and where it came from. */
export type Sent = {
  path: string;
  value: number;
  quantity: Quantity;
  origin: string;
  with: Record<string, string>;
};

type Props = {
  /** What the job in hand says, when the pad opens; common practice outside a job. Must be stable. */
  context: () => PadContext;
  /** Takes a figure into the job, or says why not; missing outside a job. */
  send?: (sent: Sent) => string | null;
};

/** 'p' opens the claim pad from anywhere; a second one closes it. Rests while a field has the focus. */
export function ClaimPad({ context, send }: Props) {
  const [open, setOpen] = useState<PadContext | null>(null);
  useEffect(() => {
    const show = () => setOpen(context());
    const press = (e: KeyboardEvent) => {
      if (e.key !== 'p' || isBusyKey(e)) return;
      const isUnder = document.querySelector('[role=dialog]');
      if (open) setOpen(null);
      else if (!isUnder) show();
    };
    window.addEventListener('keydown', press);
    window.addEventListener(PAD_EVENT, show);
    return () => {
      window.removeEventListener('keydown', press);
      window.removeEventListener(PAD_EVENT, show);
    };
  }, [context, open]);
  return open && <PadDialog context={open} {...(send ? { send } : {})} onClose={() => setOpen(null)} />;
}

/** What the pad assumes where there is no job: petrol at sea level on a standard day (common practice, no source). */
export const shopContext = (): PadContext => ({
  fuel: 'petrol-98',
  altitude: 0,
  temperature: 293.15,
  lossShare: 0.15,
  mass: 1_400,
  engine: null,
});
