import Input from '@mui/material/Input';
import { useId } from 'react';
import { cleanText } from '../fields/clean-text';
import { Row } from '../fields/Group';
import { useWho } from './useRecord';
import styles from './bench.module.css';

/** Who is at the bench, and with which tool: stands with every reading and every tick from now on. */
export function Who({ tool = false }: { tool?: boolean }) {
  const who = useWho();
  const id = useId();
  return (
    <div className={styles.columns}>
      <Row label="At the bench" hint="stands with each entry" htmlFor={`${id}-by`}>
        <Input
          id={`${id}-by`}
          value={who.by}
          autoComplete="off"
          placeholder="name"
          slotProps={{ input: { maxLength: 60 } }}
          onChange={(e) => who.set({ by: cleanText(e.target.value) })}
        />
      </Row>
      {tool && (
        <Row label="Measured with" htmlFor={`${id}-with`}>
          <Input
            id={`${id}-with`}
            value={who.with}
            autoComplete="off"
            placeholder="gauge, number"
            slotProps={{ input: { maxLength: 80 } }}
            onChange={(e) => who.set({ with: cleanText(e.target.value) })}
          />
        </Row>
      )}
    </div>
  );
}
