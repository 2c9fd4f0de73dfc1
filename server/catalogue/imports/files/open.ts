import {
  closeSync,
  createReadStream,
  existsSync,
  openSync,
  readFileSync,
  readSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { basename, extname, join } from 'node:path';
import type { Entry } from 'yauzl';
import { FileProblem } from '../../../base/csv/file-problem.js';
import { csvSheet, type TextSource } from './csv.js';
import type { Encoding } from './encoding.js';
import { manifestOf, stageJson } from './json.js';
import { LIMITS } from './limits.js';
import type { Sheet, SheetFile } from './sheet.js';
import { stagedSheet, type StagedSheet } from './staged.js';
import { openZip, type Zip } from './zip.js';

/**
 * Opens a file that somebody sent, by what is in it and not by its name: CSV, an XLSX workbook, JSON, or a ZIP of CSV
 * files. Workbooks and JSON are unpacked into the folder. Throws a FileProblem that says what to do.
 */
export async function openFile(path: string, name: string, folder: string, encoding?: Encoding): Promise<SheetFile> {
  const index = join(folder, 'staged.json');
  if (existsSync(index)) return fromStaged(JSON.parse(readFileSync(index, 'utf8')) as Staged);
  const head = beginning(path);
  if (statSync(path).size === 0) throw new FileProblem('The file is empty.');
  if (head.startsWith('PK\u0003\u0004')) return openArchive(path, folder, index, encoding);
  if (head.startsWith('PK\u0005\u0006')) throw new FileProblem('The archive is empty.');
  if (head.startsWith('\u00d0\u00cf\u0011\u00e0'))
    throw new FileProblem(
      'This is a workbook of the old kind (.xls), or one with a password. Save it as .xlsx or as CSV.',
    );
  if (head.startsWith('%PDF'))
    throw new FileProblem('This is a PDF: its tables cannot be taken over. Ask for the list as CSV or XLSX.');
  const stem = basename(name, extname(name));
  if (/^(\u00ef\u00bb\u00bf)?\s*[[{]/.test(head)) {
    return kept(index, stageJson(path, stem, folder));
  }
  const source: TextSource = {
    size: statSync(path).size,
    open: () => Promise.resolve(createReadStream(path, { highWaterMark: 256 * 1024 })),
  };
  return { sheets: [await csvSheet(stem, source, encoding)] };
}

interface Staged {
  readonly sheets: readonly StagedSheet[];
  readonly manifest?: SheetFile['manifest'];
}
const fromStaged = ({ sheets, manifest }: Staged): SheetFile => ({
  sheets: sheets.map(stagedSheet),
  ...(manifest ? { manifest } : {}),
});

/** Leaves word of what was unpacked, so that it is not unpacked again. */
function kept(index: string, staged: Staged): SheetFile {
  writeFileSync(index, JSON.stringify(staged));
  return fromStaged(staged);
}

async function openArchive(path: string, folder: string, index: string, encoding?: Encoding): Promise<SheetFile> {
  const zip = await openZip(path);
  if (zip.entries.some((entry) => entry.fileName === 'xl/workbook.xml')) {
    try {
      // The package for workbooks takes a while to load, and most lists are CSV.
      const { stageXlsx } = await import('./xlsx.js');
      return kept(index, { sheets: await stageXlsx(path, zip, folder) });
    } finally {
      zip.close();
    }
  }
  const tables = zip.entries.filter(
    (entry) => /\.csv$/i.test(entry.fileName) && !entry.fileName.startsWith('__MACOSX/'),
  );
  if (tables.length === 0) throw new FileProblem('There is neither a workbook nor a CSV file in this archive.');
  if (tables.length > LIMITS.sheets)
    throw new FileProblem(`The archive holds ${tables.length} CSV files; at most ${LIMITS.sheets} are taken at once.`);
  const sheets: Sheet[] = [];
  for (const entry of tables) {
    sheets.push(
      await csvSheet(
        basename(entry.fileName, extname(entry.fileName)),
        { size: entry.uncompressedSize, open: () => zip.read(entry) },
        encoding,
      ),
    );
  }
  const manifest = zip.entries.find((entry) => basename(entry.fileName) === 'manifest.json');
  const said = manifest ? await readManifest(zip, manifest) : undefined;
  return { sheets, ...(said ? { manifest: said } : {}) };
}

async function readManifest(zip: Zip, entry: Entry): Promise<SheetFile['manifest']> {
  if (entry.uncompressedSize > LIMITS.manifestBytes)
    throw new FileProblem(`The manifest.json in the archive is larger than ${LIMITS.manifestBytes / 1024} kB.`);
  const chunks: Buffer[] = [];
  for await (const chunk of await zip.read(entry)) chunks.push(chunk as Buffer);
  let value: unknown;
  try {
    value = JSON.parse(Buffer.concat(chunks).toString('utf8'));
  } catch {
    throw new FileProblem('The manifest.json in the archive is not valid JSON.');
  }
  const manifest = manifestOf(value);
  if (!manifest)
    throw new FileProblem('The manifest.json in the archive says nothing: it needs "name", "source" and "date".');
  return manifest;
}

/** The first bytes, one character each. */
function beginning(path: string): string {
  const file = openSync(path, 'r');
  const bytes = Buffer.alloc(512);
  const read = readSync(file, bytes);
  closeSync(file);
  return bytes.toString('latin1', 0, read);
}
