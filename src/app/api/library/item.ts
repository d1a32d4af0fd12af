import { refsOf } from '@/core/documents/refs';
import type { Database } from '@/data/connection';
import { findRevisions } from '@/data/repositories/library';
import type { ItemDocument } from '@/formats/kinds/documents';
import { kindAt, type AnyKind } from '@/formats/kinds';
import { partsProblem } from '@/formats/kinds/parts';
import { Refusal } from '../handler';
import { requireSound } from '../sound';

/** The kind of an address that has passed its schema. */
export const kindIn = ({ kind }: { kind: string }): AnyKind => kindAt(kind)!;

export const noSuchItem = ({ words }: AnyKind) =>
  new Refusal(404, `There is no such ${words.one} in the library.`);

/** A document must be of its shelf's kind, sound, and what it is made of must be in the library. */
export async function requireFit(db: Database, kind: AnyKind, document: ItemDocument): Promise<void> {
  if (document.kind !== kind.kind)
    throw new Refusal(422, `This is no ${kind.words.one}. Nothing was changed.`, {
      problems: [
        `document.kind: this shelf holds each ${kind.words.one}, and the document says ${document.kind}.`,
      ],
    });
  await requireSound(document);
  const problem = partsProblem(document, await findRevisions(db, refsOf(document)));
  if (problem)
    throw new Refusal(422, `${document.name} was not stored. Nothing was changed.`, { problems: [problem] });
}
