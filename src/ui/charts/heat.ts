/** Stops of the temperature ramp in °C; the colours are tokens of the theme. */
const stops = [-20, 25, 55, 110, 180, 500, 950];

/** A temperature in K as a colour of the ramp, linear between its stops and clamped at both ends. */
export function heatColour(kelvin: number): string {
  const t = kelvin - 273.15;
  const last = stops.length - 1;
  if (t <= stops[0]!) return `var(--heat-${stops[0]})`;
  if (t >= stops[last]!) return `var(--heat-${stops[last]})`;
  const i = stops.findIndex((stop) => stop > t) - 1;
  const share = ((t - stops[i]!) / (stops[i + 1]! - stops[i]!)) * 100;
  return `color-mix(in srgb, var(--heat-${stops[i + 1]}) ${share.toFixed(1)}%, var(--heat-${stops[i]}))`;
}
