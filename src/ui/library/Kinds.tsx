import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { kinds } from '@/formats/kinds';

/** The shelves of the library, each a page of its own. */
export function Kinds({ at }: { at: string }) {
  return (
    <nav aria-label="Shelves of the library">
      <Tabs
        value={at}
        variant="scrollable"
        scrollButtons="auto"
        slotProps={{ list: { role: 'presentation' } }}
      >
        {kinds.map(({ path, words }) => (
          <Tab
            key={path}
            value={path}
            label={words.shelf}
            href={`/library/${path}`}
            role="link"
            tabIndex={0}
            aria-selected={undefined}
            aria-current={path === at ? 'page' : undefined}
          />
        ))}
      </Tabs>
    </nav>
  );
}
