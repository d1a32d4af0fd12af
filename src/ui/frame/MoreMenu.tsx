'use client';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { chooseTheme, switchSize, switchTheme } from '../device/theme';

/** A line of the menu: something to do, or somewhere to go. */
export type MoreItem = { label: string; disabled?: boolean; current?: boolean } & (
  { act: () => void; href?: never; download?: never } | { act?: never; href: string; download?: boolean }
);

type Props = { anchor: HTMLElement; items: MoreItem[]; onClose: () => void; onUnits: () => void };

/** What is rarer than a tab and a verdict: the page's own lines, then what a device sets for itself. */
export default function MoreMenu({ anchor, items, onClose, onUnits }: Props) {
  const device: MoreItem[] = [
    { label: 'Units … (u)', act: onUnits },
    { label: 'Paper or cell theme (t)', act: switchTheme },
    { label: 'Theme as the system has it', act: () => chooseTheme('system') },
    { label: 'Large figures, or usual (l)', act: switchSize },
  ];
  return (
    <Menu anchorEl={anchor} open onClose={onClose}>
      {[...items, ...device].map(({ label, act, href, download, disabled, current }) => (
        <MenuItem
          key={label}
          disabled={disabled ?? false}
          selected={current ?? false}
          {...(href ? { component: 'a', href, ...(download ? { download: true } : {}) } : {})}
          onClick={() => {
            onClose();
            act?.();
          }}
        >
          {label}
        </MenuItem>
      ))}
    </Menu>
  );
}
