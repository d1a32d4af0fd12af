import { moistAir, type Gas } from './gas-properties';
import { humidityRatio, saturationPressure } from './humid-air';
import { standardPressure, stationPressure } from './standard-atmosphere';

/** The air of the day at the venue. Pressure Pa absolute, temperature K, density kg/m³. */
export type Climate = {
  pressure: number;
  temperature: number;
  humidityRatio: number;
  density: number;
  gas: Gas;
};

export type ClimateReading = {
  altitude: number;
  barometer: { kind: 'standard' } | { kind: 'station' | 'seaLevel'; pressure: number };
  temperature: number;
  humidity: { kind: 'relative'; share: number } | { kind: 'dewPoint'; temperature: number };
};

/**
 * The air of the day from what can be read at a venue: height, barometer (none: standard atmosphere; station; or reduced
 * to sea level), temperature and relative humidity (over water) or dew point. SI. Throws RangeError out of range.
 */
export function makeClimate(reading: ClimateReading): Climate {
  const { altitude, barometer, temperature, humidity } = reading;
  const pressure =
    barometer.kind === 'standard'
      ? standardPressure(altitude)
      : barometer.kind === 'station'
        ? barometer.pressure
        : stationPressure(barometer.pressure, altitude);
  const saturation = saturationPressure(temperature);
  const vapour =
    humidity.kind === 'relative'
      ? humidity.share * saturation
      : Math.min(saturation, saturationPressure(humidity.temperature));
  const ratio = humidityRatio(vapour, pressure);
  const gas = moistAir(ratio);
  return {
    pressure,
    temperature,
    humidityRatio: ratio,
    density: pressure / (gas.gasConstant * temperature),
    gas,
  };
}
