import { shopDatabase } from '@/data/connection';
import { addItems, listItems } from '@/data/repositories/library';
import { addItemsSchema, shelfParamSchema } from '@/formats/api';
import { writeListCsv } from '@/formats/list-csv';
import { attachment } from '../../../attachment';
import { handler, Refusal } from '../../../handler';
import { kindIn, requireFit } from '../../item';

export const dynamic = 'force-dynamic';

/** The shelf as a list; what is retired or in the bin is not on it. */
export const GET = handler({ params: shelfParamSchema }, async ({ params }) => {
  const kind = kindIn(params);
  const items = await listItems(await shopDatabase(), kind.kind);
  if (kind.table !== 'list' || !items.length)
    throw new Refusal(404, `There is no list of ${kind.words.shelf.toLowerCase()} to export.`);
  const text = writeListCsv(items.map(({ document }) => document));
  return attachment(text, kind.words.shelf, 'csv', 'text/csv');
});

/** The items of a list: all of them are stored, or none. */
export const POST = handler({ params: shelfParamSchema, body: addItemsSchema }, async ({ params, body }) => {
  const db = await shopDatabase();
  for (const document of body.documents) await requireFit(db, kindIn(params), document);
  return { items: await addItems(db, body.documents) };
});
