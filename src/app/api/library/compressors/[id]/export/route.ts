import { shopDatabase } from '@/data/connection';
import { findCompressor } from '@/data/repositories/library';
import { compressorExportSchema } from '@/formats/api';
import { writeCompressorFile } from '@/formats/compressor-json';
import { writeMapCsv } from '@/formats/map-csv';
import { attachment } from '../../../../attachment';
import { handler } from '../../../../handler';
import { itemParams, noSuchItem } from '../../item-params';

export const dynamic = 'force-dynamic';

export const GET = handler(
  { params: itemParams, query: compressorExportSchema },
  async ({ params, query }) => {
    const entry = await findCompressor(await shopDatabase(), params.id, query.revision);
    if (!entry) throw noSuchItem();
    const { document } = entry;
    return query.format === 'csv'
      ? attachment(writeMapCsv(document), document.name, 'map.csv', 'text/csv')
      : attachment(writeCompressorFile(document), document.name, 'compressor.json', 'application/json');
  },
);
