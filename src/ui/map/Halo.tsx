type HaloProps = {
  x: number;
  y: number;
  children: string;
  weight?: number;
  size?: number;
  anchor?: 'start' | 'middle' | 'end';
  colour?: string;
};

/** Text over lines and bands, with a halo of the ground beneath it. */
export function Halo({
  x,
  y,
  children,
  weight = 400,
  size = 12,
  anchor = 'start',
  colour = 'var(--ink)',
}: HaloProps) {
  return (
    <text
      x={x}
      y={y}
      fontSize={size}
      fontWeight={weight}
      textAnchor={anchor}
      paintOrder="stroke"
      stroke="var(--ground)"
      strokeWidth="3"
      strokeLinejoin="round"
      style={{ fill: colour }}
    >
      {children}
    </text>
  );
}
