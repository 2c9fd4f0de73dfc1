import { ensureBuilt, ensurePackages, say } from './setup.mjs';

ensurePackages();
await ensureBuilt();
say('built');
