/** Ratio of the molar masses of water and dry air (ASHRAE Handbook, Fundamentals 2017, ch. 1, eq. 20). */
const MASS_RATIO = 0.621945;

/**
 * Saturation vapour pressure over liquid water.
 * In: temperature, K, 223.15 to 473.15 (below 273.15 K over supercooled water, the weather services' convention).
 * Out: Pa. Throws RangeError outside. Source: Hyland & Wexler (1983), as ASHRAE Handbook, Fundamentals 2017, ch. 1, eq. 6.
 */
export function saturationPressure(temperature: number): number {
  if (!(temperature >= 223.15 && temperature <= 473.15))
    throw new RangeError('Air temperature must lie between −50 and 200 °C for a humidity.');
  const t = temperature;
  return Math.exp(
    -5.8002206e3 / t +
      1.3914993 -
      4.8640239e-2 * t +
      4.1764768e-5 * t * t -
      1.4452093e-8 * t * t * t +
      6.5459673 * Math.log(t),
  );
}

/**
 * Humidity ratio, kg of water per kg of dry air. In: vapour pressure and total pressure, Pa.
 * Throws RangeError unless 0 ≤ vapour < total. Source: ASHRAE Handbook, Fundamentals 2017, ch. 1, eq. 20.
 */
export function humidityRatio(vapourPressure: number, pressure: number): number {
  if (!(vapourPressure >= 0 && vapourPressure < pressure))
    throw new RangeError('The vapour pressure must be below the air pressure.');
  return (MASS_RATIO * vapourPressure) / (pressure - vapourPressure);
}
