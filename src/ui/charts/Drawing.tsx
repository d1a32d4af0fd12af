import { heatColour } from './heat';

/** Diagonal hatching for forbidden ground, as a pattern to fill with. */
export function Hatch({
  id,
  colour,
  width,
  opacity,
}: {
  id: string;
  colour: string;
  width: number;
  opacity: number;
}) {
  return (
    <pattern id={id} width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <path d="M0 0v8" stroke={colour} strokeWidth={width} opacity={opacity} />
    </pattern>
  );
}

/** Stops of a tube's temperature: each station shows its outlet, the change lies between 34 and 66 % of its cell. */
export function HeatStops({ temperatures }: { temperatures: number[] }) {
  const at = (i: number, share: number) => `${(((i + share) / temperatures.length) * 100).toFixed(2)}%`;
  return (
    <>
      {temperatures.flatMap((temperature, i) => [
        <stop key={`${i}a`} offset={at(i, 0.34)} stopColor={heatColour(temperatures[Math.max(0, i - 1)]!)} />,
        <stop key={`${i}b`} offset={at(i, 0.66)} stopColor={heatColour(temperature)} />,
      ])}
    </>
  );
}
