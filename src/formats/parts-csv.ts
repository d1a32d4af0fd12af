import Papa from 'papaparse';
import type { PlanPart } from '@/core/job/schema/plan';
import type { Approval, PartRole, PartState } from '@/core/job/schema/plan-choices';

/** How a list says what is stored as a key. */
type Says = {
  step: (id: string) => string;
  role: (role: PartRole) => string;
  state: (state: PartState) => string;
  approval: (approval: Approval) => string;
};

/** The list of parts as a file for a spreadsheet. In: parts; the job’s currency; words. A cell that begins a formula is quoted. */
export function writePartsCsv(parts: readonly PlanPart[], currency: string, says: Says): string {
  const rows = parts.map((part) => ({
    part: part.name,
    kind: says.role(part.role),
    'from the step to': says.step(part.step),
    pieces: part.count,
    [`price of one (${currency})`]: part.price ?? '',
    [`price (${currency})`]: part.price === null ? '' : part.price * part.count,
    supplier: part.supplier,
    'lead time (days)': part.leadDays,
    'in stock': part.isInStock ? 'yes' : 'no',
    state: says.state(part.state),
    'ordered on': part.orderedOn,
    serial: part.serial,
    origin: part.origin,
    doubted: part.isDoubted ? 'yes' : 'no',
    for: says.approval(part.approval),
    region: part.region,
  }));
  return `${Papa.unparse(rows, { newline: '\r\n', escapeFormulae: true })}\r\n`;
}
