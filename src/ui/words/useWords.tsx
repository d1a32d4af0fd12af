'use client';
import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';
import { writeChoice, type UnitChoice } from '@/core/units/systems';
import { UNITS_COOKIE } from '../device/choices';
import { keepOnDevice } from '../device/cookie';
import { houseWords, wordsIn, type Words } from './words';

type Choosing = { words: Words; choice: UnitChoice; choose: (choice: UnitChoice) => void };

const Context = createContext<Choosing>({
  words: houseWords,
  choice: { system: 'house', mix: {} },
  choose: () => undefined,
});

/** The words of this device's units. The server gives the first choice, so that the first page is right. */
export function WordsProvider({ first, children }: { first: UnitChoice; children: ReactNode }) {
  const [choice, setChoice] = useState(first);
  const value = useMemo(
    () => ({
      words: wordsIn(choice),
      choice,
      choose: (next: UnitChoice) => {
        setChoice(next);
        keepOnDevice(UNITS_COOKIE, writeChoice(next));
      },
    }),
    [choice],
  );
  return <Context.Provider value={value}>{children}</Context.Provider>;
}

/** Figures and sentences in the units in force. */
export const useWords = (): Words => useContext(Context).words;

/** The choice of units and how to change it. */
export const useUnits = () => useContext(Context);
