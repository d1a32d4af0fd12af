/** A setup's line: solid, dashed, dotted round. Dash first, colour with it; the third is never the only mark. */
const dashes = [undefined, '7 4', '0.1 4.5'] as const;
const colours = ['var(--ink)', 'var(--plum)', 'var(--teal)'] as const;

/** Stroke of a drawn setup's curve. In: its slot, 0 to 2. */
export const strokeOf = (slot: number) => ({
  stroke: colours[slot] ?? colours[0],
  strokeDasharray: dashes[slot],
  strokeLinecap: slot === 2 ? ('round' as const) : ('butt' as const),
});

/** A sample of a setup's line, or room for one where it is not drawn. */
export function LineSample({ slot }: { slot: number | null }) {
  return (
    <svg width="22" height="4" aria-hidden="true" style={{ flex: 'none' }}>
      {slot !== null && <path d="M0 2h22" strokeWidth="2" {...strokeOf(slot)} />}
    </svg>
  );
}
