/** `npm start`: serves a shop of its own, empty at first. */
import { build, install, prepareData, serve } from './lib.mjs';

install();
build();
prepareData('shop');
await serve();
