/** `npm run demo`: installs, builds, prepares the demo shop and serves it. */
import { build, install, prepareData, serve } from './lib.mjs';

install();
build();
prepareData('demo');
await serve();
