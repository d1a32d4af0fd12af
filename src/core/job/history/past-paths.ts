/**
 * Paths of changes as earlier versions stored them, turned into today's: a revision keeps the changes it was made with, and
 * they are read for ever. In the order they are tried; the first that fits is taken.
 */
const past: [RegExp, string][] = [
  [/\.induction\.stages\.0\.compressor\b/, '.induction.engine.machine'],
  [/\.induction\.stages\.1\.compressor\b/, '.induction.front.machine'],
  [/\.induction\.stages\.0\.hot\b/, '.induction.engine.drive'],
  [/\.induction\.stages\.1\.hot\b/, '.induction.front.drive'],
  [/\.induction\.stages\.0\b/, '.induction.engine'],
  [/\.induction\.stages\.1\b/, '.induction.front'],
  [/^(setups\.[^.]+)\.cooler\b/, '$1.induction.engine.aftercooler'],
  [/\.pair\.between\.cooler\b/, '.induction.front.aftercooler'],
  [/\.pair\.between\.hold\b/, '.induction.front.hold.kind'],
  [/\.pair\.between\.gauge\b/, '.induction.front.hold.gauge'],
  [/\.pair\.changeover\.bypasses\b/, '.induction.bypass'],
  [/\.pair\.changeover\b/, '.induction.changeover'],
];

/** The path of a stored change as it is written today. */
export function asOfToday(path: string): string {
  const found = past.find(([pattern]) => pattern.test(path));
  return found ? path.replace(...found) : path;
}
