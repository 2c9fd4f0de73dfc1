import { parseArgs } from 'node:util';
import { fileURLToPath } from 'node:url';
import { openDirectory, type DataDirectory } from '../db/directory.js';
import { StartProblem } from '../db/open.js';
import { loadCatalogue, type ImportReport } from '../imports/load.js';
import { ImportProblem } from '../imports/read.js';
import { wallClock } from './stores.js';

/** npm run import -- DIR [--data DIR]: loads a catalogue folder, all of it or nothing. */
function main(): number {
  const { values, positionals } = parseArgs({ allowPositionals: true, options: { data: { type: 'string' } } });
  const [folder] = positionals;
  if (!folder) {
    console.error('Say which catalogue folder to load: npm run import -- DIR [--data DIR]');
    return 2;
  }
  try {
    process.umask(0o077);
    const data = values.data ?? fileURLToPath(new URL('../../../data', import.meta.url));
    const directory = openDirectory(data, { program: 'npm run import', now: wallClock() });
    const readOnly = directory.storage.problem();
    if (readOnly !== undefined) throw new StartProblem(readOnly);
    const report = loading(directory, folder);
    console.log(
      `Loaded "${report.manifest.name}": ${Object.entries(report.rows)
        .filter(([, n]) => n > 0)
        .map(([name, n]) => `${n} ${name}`)
        .join(', ')}.`,
    );
    return 0;
  } catch (error) {
    if (!(error instanceof ImportProblem) && !(error instanceof StartProblem)) throw error;
    console.error(`Nothing was loaded.\n${error.message}`);
    return 1;
  }
}

/** From here on the directory is in use: it never gets the demo by itself. */
function loading(directory: DataDirectory, folder: string): ImportReport {
  try {
    const report = loadCatalogue(directory.catalogue, folder, wallClock());
    directory.markUsed();
    return report;
  } finally {
    directory.close();
  }
}

process.exitCode = main();
