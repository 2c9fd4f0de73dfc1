import { parseArgs } from 'node:util';
import { fileURLToPath } from 'node:url';
import { openDatabases, StartProblem } from '../db/open.js';
import { loadCatalogue } from '../imports/load.js';
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
    const { catalogue, jobs } = openDatabases(values.data ?? fileURLToPath(new URL('../../../data', import.meta.url)));
    const report = loadCatalogue(catalogue, folder, wallClock());
    console.log(
      `Loaded "${report.manifest.name}": ${Object.entries(report.rows)
        .filter(([, n]) => n > 0)
        .map(([name, n]) => `${n} ${name}`)
        .join(', ')}.`,
    );
    catalogue.close();
    jobs.close();
    return 0;
  } catch (error) {
    if (!(error instanceof ImportProblem) && !(error instanceof StartProblem)) throw error;
    console.error(`Nothing was loaded.\n${error.message}`);
    return 1;
  }
}

process.exitCode = main();
