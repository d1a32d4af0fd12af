/**
 * How far a compressor usually keeps from surge, at constant pressure ratio, and from choke, along the speed line: shares of
 * its flow. A choke margin is asked by few: the map's edge is the limit (common practice, no source).
 */
export const usualMargins = { surge: 0.1, choke: 0 } as const;
