/** A text without what the database cannot keep: NUL and half surrogate pairs. */
export const cleanText = (text: string): string => text.replace(/\p{Cs}|\0/gu, '');
