import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';

type Props = {
  label: string;
  options: readonly { value: string; label: string }[];
  picked: readonly string[];
  /** Most that may be picked at once. */
  most: number;
  onPick: (picked: string[]) => void;
};

/** Several of a list: a menu that stays open while they are ticked. */
export function PickMenu({ label, options, picked, most, onPick }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const toggle = (value: string) =>
    onPick(picked.includes(value) ? picked.filter((one) => one !== value) : [...picked, value]);
  return (
    <>
      <Button
        variant="outlined"
        size="small"
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        disabled={options.length === 0}
        onClick={(e) => setAnchor(e.currentTarget)}
      >
        {label}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {options.map(({ value, label: name }) => {
          const isPicked = picked.includes(value);
          return (
            <MenuItem
              key={value}
              role="menuitemcheckbox"
              aria-checked={isPicked}
              disabled={!isPicked && picked.length >= most}
              onClick={() => toggle(value)}
            >
              <Checkbox
                checked={isPicked}
                tabIndex={-1}
                disableRipple
                slotProps={{ input: { 'aria-hidden': true } }}
              />
              {name}
            </MenuItem>
          );
        })}
      </Menu>
    </>
  );
}
