import { buildWeb } from './packages.mjs';

await buildWeb();
