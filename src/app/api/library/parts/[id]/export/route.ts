import { shopDatabase } from '@/data/connection';
import { findPart } from '@/data/repositories/library';
import { compressorExportSchema } from '@/formats/api';
import { writePartFile } from '@/formats/part-json';
import { writeTurbineCsv } from '@/formats/turbine-csv';
import { attachment } from '../../../../attachment';
import { handler } from '../../../../handler';
import { itemParams } from '../../../compressors/item-params';
import { noSuchPart } from '../../require-parts';

export const dynamic = 'force-dynamic';

/** A turbine as CSV or JSON; a turbocharger, which has no table, as JSON whatever is asked. */
export const GET = handler(
  { params: itemParams, query: compressorExportSchema },
  async ({ params, query }) => {
    const entry = await findPart(await shopDatabase(), params.id, query.revision);
    if (!entry) throw noSuchPart();
    const { document } = entry;
    return document.kind === 'turbine' && query.format === 'csv'
      ? attachment(writeTurbineCsv(document), document.name, 'turbine.csv', 'text/csv')
      : attachment(writePartFile(document), document.name, `${document.kind}.json`, 'application/json');
  },
);
