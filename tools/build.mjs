import { ensureBuilt, say } from './setup.mjs';

await ensureBuilt();
say('built');
