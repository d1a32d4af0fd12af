/** `npm run dev`: the demo shop in a data folder of its own, rebuilt as files change. */
import { environment, install, prepareData, serve } from './lib.mjs';

install();
prepareData('demo', environment.FIERCE_LUNG_DATA ?? 'data/dev');
await serve({ isDevelopment: true });
