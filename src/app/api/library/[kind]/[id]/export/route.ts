import { shopDatabase } from '@/data/connection';
import { findEntry } from '@/data/repositories/library';
import { itemExportSchema, itemParamSchema } from '@/formats/api';
import { writeItemFile } from '@/formats/kinds/files';
import { attachment } from '../../../../attachment';
import { handler } from '../../../../handler';
import { kindIn, noSuchItem } from '../../../item';

export const dynamic = 'force-dynamic';

export const GET = handler(
  { params: itemParamSchema, query: itemExportSchema },
  async ({ params, query }) => {
    const kind = kindIn(params);
    const entry = await findEntry(await shopDatabase(), kind.kind, params.id, query.revision);
    if (!entry) throw noSuchItem(kind);
    const { text, ending, type } = writeItemFile(entry.document, query.format);
    return attachment(text, entry.document.name, ending, type);
  },
);
