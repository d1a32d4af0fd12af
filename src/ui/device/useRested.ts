import { startTransition, useEffect, useState } from 'react';

/** What was not moved for so long rests, ms. */
const RESTS = 80;

/**
 * A value that follows once it rests: for what takes long and is not looked at while a hand still types or drags. The curves come before it.
 * In: a value that stays the same while nothing changes; no function.
 */
export function useRested<T extends object | null>(value: T): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => startTransition(() => setRested(value)), RESTS);
    return () => clearTimeout(timer);
  }, [value]);
  return rested;
}
