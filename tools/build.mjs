import { ensureBuilt, ensurePackages, say } from './setup.mjs';

ensurePackages();
ensureBuilt();
say('built');
