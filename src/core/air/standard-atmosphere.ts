/** Sea-level pressure of the standard atmosphere, Pa (ISO 2533:1975). */
export const STANDARD_PRESSURE = 101_325;
/** Air at sea level, Pa and K (ISO 2533): what a flow is corrected to before a map is chosen. */
export const STANDARD_AIR = { pressure: STANDARD_PRESSURE, temperature: 288.15 };
/** Sea-level temperature of the standard atmosphere, K (ISO 2533:1975). */
const STANDARD_TEMPERATURE = 288.15;
const LAPSE = 0.0065;
const EXPONENT = 5.25588;

function checkHeight(height: number): void {
  if (!(height >= -1000 && height <= 11_000))
    throw new RangeError('Height must lie between −1,000 and 11,000 m.');
}

/**
 * Temperature of the standard atmosphere. In: geopotential height, m, −1,000 to 11,000. Out: K.
 * Throws RangeError outside. Source: ISO 2533:1975, eq. (10).
 */
export function standardTemperature(height: number): number {
  checkHeight(height);
  return STANDARD_TEMPERATURE - LAPSE * height;
}

/**
 * Pressure of the standard atmosphere. In: geopotential height, m, −1,000 to 11,000. Out: Pa absolute.
 * Throws RangeError outside. Source: ISO 2533:1975, eq. (12).
 */
export function standardPressure(height: number): number {
  return STANDARD_PRESSURE * (standardTemperature(height) / STANDARD_TEMPERATURE) ** EXPONENT;
}

/**
 * Station pressure from a reading reduced to sea level (QNH).
 * In: sea-level reading, Pa; height, m. Out: Pa absolute at the station. Throws RangeError outside −1,000 to 11,000 m.
 * Source: the altimeter-setting convention (ICAO Doc 7488 standard atmosphere): both heights in the standard atmosphere.
 */
export function stationPressure(seaLevelReading: number, height: number): number {
  checkHeight(height);
  const root =
    (seaLevelReading / STANDARD_PRESSURE) ** (1 / EXPONENT) - (LAPSE * height) / STANDARD_TEMPERATURE;
  return STANDARD_PRESSURE * root ** EXPONENT;
}

/** Reading reduced to sea level from a station's, Pa: `stationPressure` turned round. In: Pa; height m. Same range and source. */
export function seaLevelReading(station: number, height: number): number {
  checkHeight(height);
  const root = (station / STANDARD_PRESSURE) ** (1 / EXPONENT) + (LAPSE * height) / STANDARD_TEMPERATURE;
  return STANDARD_PRESSURE * root ** EXPONENT;
}

/** Sea-level readings that weather has ever made, Pa: 870 to 1,085 hPa (world records, from memory). */
export const recordPressures = { low: 87_000, high: 108_500 } as const;
/** What a barometer reads on all but the strangest days, Pa at sea level: 950 to 1,050 hPa (common practice, no source). */
export const usualPressures = { low: 95_000, high: 105_000 } as const;
