'use client';
import { useEffect, type ReactNode } from 'react';
import { ClaimPad, openPad, shopContext } from '../claims/ClaimPad';
import { Finder, openFinder } from '../finder/Finder';
import { deviceEntries } from './device-entries';
import { DeviceKeys, MoreKey } from './MoreKey';
import { Spine } from './Spine';
import styles from './shop.module.css';

type Props = {
  page: 'board' | 'library' | 'runs' | 'ledger' | 'bin' | 'data' | 'settings';
  title: string;
  note: string;
  actions?: ReactNode;
  /** A page that is one tool fills the window; a list scrolls. */
  filled?: boolean;
  children: ReactNode;
};

const shopOwn = () => deviceEntries;

/** A page outside a job: the spine, a top line with what can be done, and the page's own ground. */
export function ShopPage({ page, title, note, actions, filled = false, children }: Props) {
  useEffect(() => {
    document.documentElement.dataset.live = 'true';
  }, []);
  return (
    <div className={`${styles.page} ${filled ? styles.filled : ''}`}>
      <Spine page={page} />
      <header className={styles.top}>
        <strong>{title}</strong>
        <span>{note}</span>
        <div className={styles.grow} />
        {actions}
        <MoreKey
          label="More: bin, backups, units, theme, size"
          items={[
            { label: 'Find … (/)', act: openFinder },
            { label: 'Claim pad (p)', act: openPad },
            { label: 'The bin', href: '/bin' },
            { label: 'Data and backups', href: '/shop' },
            { label: 'Settings', href: '/settings' },
          ]}
        />
        <DeviceKeys />
        <Finder own={shopOwn} />
        <ClaimPad context={shopContext} />
      </header>
      <main className={styles.main}>{children}</main>
    </div>
  );
}
