import { refsOf } from '@/core/documents/refs';
import type { Database } from '@/data/connection';
import { findRevisions } from '@/data/repositories/library';
import type { PartDocument } from '@/formats/library-items';
import { Refusal } from '../../handler';
import { requireSoundItem } from '../../sound-map';

export const noSuchPart = () => new Refusal(404, 'There is no such turbine or turbocharger in the library.');

/** A turbine must be sound; what a turbocharger is made of must be in the library, its housing among the turbine's. */
export async function requireParts(db: Database, document: PartDocument): Promise<void> {
  await requireSoundItem(document);
  if (document.kind === 'turbine') return;
  const found = await findRevisions(db, refsOf(document));
  const refuse = (problem: string) =>
    new Refusal(422, `${document.name} was not stored. Nothing was changed.`, { problems: [problem] });
  const part = (ref: { id: string; revision: number }, kind: string) =>
    found.find((i) => i.id === ref.id && i.revision === ref.revision && i.document.kind === kind);
  if (!part(document.compressor, 'compressor')) throw refuse('Its compressor is not in the library.');
  const turbine = part(document.turbine, 'turbine');
  if (turbine?.document.kind !== 'turbine') throw refuse('Its turbine is not in the library.');
  const { housings } = turbine.document;
  if (document.housing >= housings.length)
    throw refuse(
      `${turbine.document.name} has ${housings.length} ${housings.length === 1 ? 'housing' : 'housings'}: choose one of them.`,
    );
}
