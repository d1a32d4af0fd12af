/** Sea-level pressure of the standard atmosphere, Pa (ISO 2533:1975). */
export const STANDARD_PRESSURE = 101_325;
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
