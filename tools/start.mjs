// npm start: sets up what is missing, then serves. Arguments go to the server: --data DIR --port N --empty
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ROOT } from './setup.mjs';

await ensureBuilt();
const server = spawn(process.execPath, [join(ROOT, 'server/dist/main/serve.js'), ...process.argv.slice(2)], {
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
