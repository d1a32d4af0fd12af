import type { Form } from '@/core/selection/candidate';

/** A mark for one, for two alike, for one on another: told apart by shape, never by colour alone. */
export function FormMark({ form, x, y, size }: { form: Form; x: number; y: number; size: number }) {
  const s = size;
  switch (form) {
    case 'single':
      return <circle cx={x} cy={y} r={s} />;
    case 'parallel':
      return <path d={`M${x - s} ${y - s}h${2 * s}v${2 * s}h${-2 * s}z`} />;
    case 'compound':
      return <path d={`M${x} ${y - 1.3 * s}L${x + 1.3 * s} ${y + s}H${x - 1.3 * s}z`} />;
  }
}
