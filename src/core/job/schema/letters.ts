/** The letters of a job's setups: up to six. */
export const setupLetters = ['A', 'B', 'C', 'D', 'E', 'F'] as const;
export type SetupLetter = (typeof setupLetters)[number];
