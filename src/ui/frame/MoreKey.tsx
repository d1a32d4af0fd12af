'use client';
import ButtonBase from '@mui/material/ButtonBase';
import dynamic from 'next/dynamic';
import { useEffect, useState, type ReactNode } from 'react';
import { switchSize, switchTheme } from '../device/theme';
import type { MoreItem } from './MoreMenu';
import { isBusyKey } from './typing';
import styles from './frame.module.css';

/** Fetched when they are opened first, and ahead while a job's page rests. */
const loadMenu = () => import('./MoreMenu');
const loadUnits = () => import('./UnitsDialog');
export const loadMore = () => Promise.all([loadMenu(), loadUnits()]);
const MoreMenu = dynamic(loadMenu);
const UnitsDialog = dynamic(loadUnits);

type Props = {
  items?: MoreItem[];
  label: string;
  /** What stands on the key; three dots if nothing else. */
  children?: ReactNode;
  className?: string | undefined;
  current?: boolean;
};

/** The 'more' key: a menu of what the page offers and of what this device sets for itself. */
export function MoreKey({
  items = [],
  label,
  children = '···',
  className = styles.more,
  current = false,
}: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [units, setUnits] = useState(false);
  return (
    <>
      <ButtonBase
        className={className}
        aria-current={current ? 'page' : undefined}
        aria-label={label}
        aria-haspopup="menu"
        onClick={(e) => setAnchor(e.currentTarget)}
      >
        {children}
      </ButtonBase>
      {anchor && (
        <MoreMenu
          anchor={anchor}
          items={items}
          onClose={() => setAnchor(null)}
          onUnits={() => setUnits(true)}
        />
      )}
      {units && <UnitsDialog onClose={() => setUnits(false)} />}
    </>
  );
}

/** Keys that work on every page: theme, size, units. They rest while a field has the focus. */
export function DeviceKeys() {
  const [units, setUnits] = useState(false);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (isBusyKey(e)) return;
      if (e.key === 't') switchTheme();
      if (e.key === 'l') switchSize();
      if (e.key === 'u') setUnits(true);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  return units ? <UnitsDialog onClose={() => setUnits(false)} /> : null;
}
