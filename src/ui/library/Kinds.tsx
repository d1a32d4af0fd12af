import Link from 'next/link';
import styles from './library.module.css';

const kinds = [
  ['compressors', 'Compressors'],
  ['turbines', 'Turbines'],
  ['turbochargers', 'Turbochargers'],
] as const;
export type KindPath = (typeof kinds)[number][0];

/** The shelves of the library. */
export function Kinds({ at }: { at: KindPath }) {
  return (
    <nav className={styles.kinds} aria-label="Shelves of the library">
      {kinds.map(([path, name]) => (
        <Link key={path} href={`/library/${path}`} aria-current={path === at ? 'page' : undefined}>
          {name}
        </Link>
      ))}
    </nav>
  );
}
