import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { importing } from '@/workers/importing';
import type { FailureWords } from '../frame/Failure';

type Work<T> = Parameters<typeof importing<T>>[0];

/**
 * Reads one file after the other away from the page. `read`: what was read, or null where it was taken back or failed, which
 * is then told. `status`: that it is being read, with the key that takes it back.
 */
export function useReading(onFailure: (failure: FailureWords) => void): {
  read: <T>(name: string, work: Work<T>) => Promise<T | null>;
  status: ReactNode;
} {
  const [reading, setReading] = useState<{ name: string; control: AbortController } | null>(null);
  return {
    read: async (name, work) => {
      const control = new AbortController();
      setReading({ name, control });
      try {
        return await importing(work, control.signal);
      } catch (error) {
        if (!control.signal.aborted)
          onFailure({
            title: `${name} was not read.`,
            lines: [
              (error as Error).message === 'too-long'
                ? 'It took over twenty seconds. Save the sheet of the table alone, without what stands around it.'
                : 'The reader did not start. Load the page again.',
            ],
          });
        return null;
      } finally {
        setReading(null);
      }
    },
    status: reading && (
      <p role="status">
        Reading {reading.name} …{' '}
        <Button size="small" onClick={() => reading.control.abort()}>
          Cancel
        </Button>
      </p>
    ),
  };
}
