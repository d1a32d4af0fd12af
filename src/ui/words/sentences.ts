/**
 * What is said for each of a set of reasons. {figure} is set bold by `Say`, {name} is plain. `short` is for the verdict (52
 * characters at most), `row` for a line of a list that names its subject itself; where they are missing `long` serves.
 */
export type Sentences<Code extends string> = Record<Code, { short?: string; row?: string; long: string }>;
