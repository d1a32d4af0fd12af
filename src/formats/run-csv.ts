import Papa from 'papaparse';
import { channelIds, channels, type ChannelId, type Log } from '@/core/dyno/channels';
import { toUnit, unitsOf, type Quantity, type Unit } from '@/core/units/quantities';

/** The unit a file is written in: SI where the quantity has it. */
const unitIn = (quantity: Quantity): Unit =>
  unitsOf(quantity).find(({ factor, offset }) => factor === 1 && !offset) ?? unitsOf(quantity)[0]!;

const heads: Partial<Record<ChannelId, string>> = {
  boost: 'boost gauge',
  manifold: 'manifold absolute pressure',
  shaftSpeed: 'turbo speed (shaft)',
};
/** Header words that are read back as the same channel, where its name alone is not. */
const headOf = (id: ChannelId): string => heads[id] ?? channels[id].name.replace('λ', 'lambda');

/** Readings of a run as a file with their units in the header; what is written here is read back. Gaps stay empty. */
export function runCsv(log: Log): string {
  const ids = channelIds.filter((id) => log[id]);
  const units = ids.map((id) => unitIn(channels[id].quantity));
  const head = ids.map((id, i) => (units[i]!.symbol ? `${headOf(id)} (${units[i]!.symbol})` : headOf(id)));
  const rows = (log.speedRpm ?? []).map((_, row) =>
    ids.map((id, i) => {
      const value = log[id]![row]!;
      return Number.isFinite(value) ? String(Number(toUnit(value, units[i]!).toPrecision(7))) : '';
    }),
  );
  return `${Papa.unparse([head, ...rows], { newline: '\r\n', escapeFormulae: false })}\r\n`;
}
