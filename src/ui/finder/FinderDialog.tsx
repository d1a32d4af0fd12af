'use client';
import InputBase from '@mui/material/InputBase';
import Dialog from '@mui/material/Dialog';
import List from '@mui/material/List';
import ListItemButton from '@mui/material/ListItemButton';
import { useRouter } from 'next/navigation';
import { useEffect, useId, useMemo, useState } from 'react';
import type { FinderIndex } from '@/formats/history';
import { server } from '../server/client';
import { pageEntries, type Entry } from './entries';
import type { TakeKey } from './Finder';
import { makeIndex, searchAll, shopEntries, type Index } from './search';
import styles from './finder.module.css';

/** The shop's names as last fetched: shown at once, and fetched anew with every opening. */
let kept: { from: string; index: Index } | null = null;

function indexOf(data: FinderIndex): Index {
  const from = JSON.stringify(data);
  if (kept?.from !== from) kept = { from, index: makeIndex(shopEntries(data)) };
  return kept.index;
}

/** Fetches the shop's names ahead, so that the first keystroke is answered at once. */
export async function warmFinder(): Promise<void> {
  const answer = await server.finder();
  if (answer.kind === 'ok') indexOf(answer.data);
}

const kinds: Record<Entry['kind'], string> = {
  action: 'do',
  figure: 'figure',
  bench: 'bench',
  job: 'job',
  part: 'library',
  page: 'page',
};

type Props = {
  own: Entry[];
  /** Gives the dialog the keys that were struck before its field had the focus. Stable. */
  receive: (take: TakeKey) => void;
  onClose: () => void;
};

/** One field over everything: jobs, benches, parts, figures, actions. Arrows choose, Enter goes. */
export default function FinderDialog({ own, receive, onClose }: Props) {
  const router = useRouter();
  const id = useId();
  const [text, setText] = useState('');
  const [isAsked, setAsked] = useState(false);
  const [at, setAt] = useState(0);
  const [shop, setShop] = useState<Index | null>(kept?.index ?? null);
  const [away, setAway] = useState(false);
  useEffect(() => {
    let live = true;
    void server.finder().then((answer) => {
      if (!live) return;
      setAway(answer.kind !== 'ok');
      if (answer.kind === 'ok') setShop(indexOf(answer.data));
    });
    return () => {
      live = false;
    };
  }, []);
  const page = useMemo(() => makeIndex([...own, ...pageEntries]), [own]);
  const found = useMemo(() => searchAll(shop ? [page, shop] : [page], text), [page, shop, text]);
  const shown = text.trim() ? found : own.filter((e) => e.kind === 'action').slice(0, 8);
  const chosen = Math.min(at, shown.length - 1);
  const go = (entry: Entry | undefined) => {
    setAsked(false);
    if (!entry) return;
    onClose();
    // After the dialog has let go of the focus: what is opened may want it.
    setTimeout(
      () => (entry.run ? entry.run() : router.push(entry.href as Parameters<typeof router.push>[0])),
      0,
    );
  };
  useEffect(
    () => receive((key) => (key === 'Enter' ? setAsked(true) : setText((now) => now + key))),
    [receive],
  );
  // Enter came before the answer did: it goes to the first as soon as there is one.
  useEffect(() => {
    // eslint-disable-next-line react-hooks/set-state-in-effect
    if (isAsked && text && shown[0]) go(shown[0]);
  });
  return (
    <Dialog
      open
      onClose={onClose}
      maxWidth="sm"
      fullWidth
      transitionDuration={0}
      slotProps={{ paper: { className: styles.paper as string, 'aria-label': 'Find anything' } }}
    >
      <InputBase
        className={styles.input!}
        autoFocus
        fullWidth
        placeholder="a job, a part, a figure, something to do"
        value={text}
        slotProps={{
          input: {
            role: 'combobox',
            'aria-label': 'Find jobs, benches, parts, figures, actions',
            'aria-expanded': shown.length > 0,
            'aria-controls': `${id}-list`,
            'aria-activedescendant': shown[chosen] ? `${id}-${chosen}` : undefined,
            'aria-autocomplete': 'list',
            maxLength: 80,
            autoComplete: 'off',
            spellCheck: false,
          },
        }}
        onChange={(e) => {
          setText(e.target.value);
          setAt(0);
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown') setAt(Math.min(chosen + 1, shown.length - 1));
          else if (e.key === 'ArrowUp') setAt(Math.max(0, chosen - 1));
          else if (e.key === 'Home' && !text) setAt(0);
          else if (e.key === 'Enter') go(shown[chosen]);
          else return;
          e.preventDefault();
        }}
      />
      <List id={`${id}-list`} role="listbox" aria-label="Found" className={styles.list!} disablePadding>
        {shown.map((entry, i) => (
          <ListItemButton
            component="li"
            tabIndex={-1}
            disableRipple
            selected={i === chosen}
            key={`${entry.kind} ${entry.id}`}
            id={`${id}-${i}`}
            role="option"
            aria-selected={i === chosen}
            onMouseMove={() => setAt(i)}
            onClick={() => go(entry)}
          >
            <span className={styles.kind}>{kinds[entry.kind]}</span>
            <b>{entry.title}</b>
            <span className={styles.detail}>{entry.detail}</span>
          </ListItemButton>
        ))}
      </List>
      <p className={styles.foot} role="status">
        {text.trim() && found.length === 0 ? 'Nothing of that name. Fewer letters find more. ' : ''}
        {away
          ? 'The server is away: jobs and parts are those fetched before.'
          : 'Arrows choose, Enter goes, Esc closes.'}
      </p>
    </Dialog>
  );
}
