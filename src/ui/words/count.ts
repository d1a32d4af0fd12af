const names = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];

/** A small number as a word, a large one as figures. */
export const countWord = (n: number): string => names[n] ?? String(n);

/** The same at the head of a sentence. */
export const CountWord = (n: number): string => {
  const word = countWord(n);
  return word.charAt(0).toUpperCase() + word.slice(1);
};
