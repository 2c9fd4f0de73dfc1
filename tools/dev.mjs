// npm run dev: rebuilds and restarts on every change. The interface is rebuilt by Angular, the server by tsc and node
// --watch.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ROOT, say } from './setup.mjs';

await ensureBuilt();
say('watching; the address is printed by the server below');
const watch = (command, args, cwd = ROOT) => spawn(command, args, { cwd, stdio: 'inherit' });
const all = [
  watch('npx', ['tsc', '-b', 'server', '--watch', '--preserveWatchOutput']),
  watch('npx', ['ng', 'build', '--watch', '--configuration', 'development'], join(ROOT, 'web')),
  watch(process.execPath, [
    '--watch-path',
    join(ROOT, 'server/dist'),
    '--watch-path',
    join(ROOT, 'core/dist'),
    join(ROOT, 'server/dist/main/serve.js'),
    ...process.argv.slice(2),
  ]),
];
process.on('SIGINT', () => all.forEach((child) => child.kill('SIGINT')));
