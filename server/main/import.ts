import { type DataDirectory, openDirectory } from '../base/db/directory.js';
import { StartProblem } from '../base/db/open.js';
import { type ImportReport, loadCatalogue } from '../catalogue/imports/load.js';
import { ImportProblem } from '../catalogue/imports/read.js';
import { readWhat } from './arguments.js';
import { wallClock } from './stores.js';

const USAGE = 'Say which catalogue folder to load: npm run import -- DIR [--data DIR]';

/** npm run import -- DIR [--data DIR]: loads a catalogue folder, all of it or nothing. */
function main(): number {
  try {
    const { what: folder, data } = readWhat(process.argv.slice(2), USAGE);
    process.umask(0o077);
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
    console.error(`Nothing was loaded. ${error.message}`);
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
