/** What a weather station reads: Pa, K, share. */
export type StationReading = { pressure: number; temperature: number; humidity: number };

const DAY = 86_400;

/**
 * A stand-in for the weather station of a dyno cell: weather that drifts over days, a cell that warms over the afternoon, and readings with the
 * digits of a usual station. In: seconds since any fixed moment. The same moment gives the same reading. Total. Invented.
 */
export function simulatedStation(seconds: number): StationReading {
  const day = seconds / DAY;
  const wave = (period: number, phase: number) => Math.sin((2 * Math.PI * day) / period + phase);
  const pressure = 98_400 + 900 * wave(5.3, 0.4) + 350 * wave(2.1, 1.9);
  const temperature = 293.15 + 4 * wave(1, -2.1) + 3 * wave(6.7, 0.2);
  const humidity = 0.5 - 0.12 * wave(1, -2.1) + 0.1 * wave(3.9, 2.5);
  return {
    pressure: Math.round(pressure / 10) * 10,
    temperature: Math.round(temperature * 10) / 10,
    humidity: Math.round(humidity * 100) / 100,
  };
}
