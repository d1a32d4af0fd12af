/** A term of the trade: what it means in a sentence or two, and the school or standard it follows. */
export type Term = {
  term: string;
  text: string;
  follows: string;
  /** Labels that speak of it, where they do not name it whole. */
  in?: RegExp;
};
