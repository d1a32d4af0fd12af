import type { PrintedBlock, PrintedSheet } from '@/formats/printed';
import { FigureTable } from '../table/FigureTable';
import styles from './report.module.css';

/** A sheet on the screen and on paper, from the same document as its PDF. */
export function Printed({ sheet: { title, about, shop, blocks } }: { sheet: PrintedSheet }) {
  return (
    <article className={styles.sheet} aria-label={title}>
      <header>
        {shop.name && (
          <p>
            <b>{shop.name}</b>
            {shop.address && `, ${shop.address}`}
          </p>
        )}
        <h2>{title}</h2>
        <p>{about}</p>
      </header>
      {blocks.map((block, i) => (
        <Block key={i} block={block} />
      ))}
    </article>
  );
}

function Block({ block }: { block: PrintedBlock }) {
  switch (block.kind) {
    case 'heading':
      return <h3>{block.text}</h3>;
    case 'text':
      return <p className={block.isLead ? styles.lead : undefined}>{block.text}</p>;
    case 'list':
      return block.isOrdered ? (
        <ol>
          {block.items.map((item, i) => (
            <li key={i}>{item}</li>
          ))}
        </ol>
      ) : (
        <ul>
          {block.items.map((item, i) => (
            <li key={i}>{item}</li>
          ))}
        </ul>
      );
    case 'pairs':
      return (
        <dl>
          {block.rows.map(([name, figure]) => (
            <div key={name}>
              <dt>{name}</dt>
              <dd>{figure}</dd>
            </div>
          ))}
        </dl>
      );
    case 'table':
      return (
        <FigureTable
          caption={block.heads.join(', ')}
          unseen
          rows={block.rows}
          keyOf={(_, i) => i}
          columns={block.heads.map((name, i) => ({
            name,
            cell: (row: string[]) => row[i] ?? '',
            ...(block.figures.includes(i) ? {} : { text: true as const }),
          }))}
        />
      );
    case 'signatures':
      return (
        <div className={styles.signatures}>
          {block.who.map(({ role, name, on }) => (
            <p key={role}>
              <span>{[name, on].filter(Boolean).join(', ')}</span>
              {role}
            </p>
          ))}
        </div>
      );
  }
}
