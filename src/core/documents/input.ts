/** How sure we are of an input. */
export const confidences = ['measured', 'maker', 'reported', 'guess'] as const;
export type Confidence = (typeof confidences)[number];

export type Input = {
  value: number;
  confidence: Confidence;
  note?: string | undefined;
  auto?: true | undefined;
};

export const given = (value: number, confidence: Confidence): Input => ({ value, confidence });
export const guess = (value: number): Input => given(value, 'guess');
