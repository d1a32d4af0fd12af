/**
 * Loaded first by every Node process of the browser tests: the embedded database's code is compiled simply and not optimised
 * behind it, which is half of what a server's start costs and pays only in one that runs for long.
 */
import v8 from 'node:v8';

v8.setFlagsFromString('--liftoff-only');
