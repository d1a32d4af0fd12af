/** A speed that is known no better, to the nearest 50 rpm: every limit speed is said so. In and out: rev/min. */
export const nearestFifty = (speedRpm: number): number => Math.round(speedRpm / 50) * 50;
