import { type Readable, Transform } from 'node:stream';
import { crc32 } from 'node:zlib';
import { open, type Entry, type ZipFile } from 'yauzl';
import { FileProblem } from '../../../base/csv/file-problem.js';
import { LIMITS } from './limits.js';

/** A table packs to a tenth or a thirtieth; what packs to a two-hundredth is there to fill a disk. */
const MOST_RATIO = 200;
const FREE = 20 * 1024 * 1024;

export interface Zip {
  readonly entries: readonly Entry[];
  /** Unpacks one entry. Fails when it turns out larger than the archive says, or not what was packed. */
  read(entry: Entry): Promise<Readable>;
  close(): void;
}

/** Opens a ZIP archive and looks at its list before anything is unpacked. Throws a FileProblem. */
export async function openZip(path: string): Promise<Zip> {
  const zip = await listed(path);
  const entries: Entry[] = [];
  try {
    await new Promise<void>((done, fail) => {
      zip.on('entry', (entry: Entry) => {
        entries.push(entry);
        if (entries.length > LIMITS.archiveEntries)
          fail(new FileProblem(`The archive holds more than ${LIMITS.archiveEntries} files.`));
        else zip.readEntry();
      });
      zip.once('end', done);
      zip.once('error', (error: Error) => fail(new FileProblem(`The archive is damaged or cut off: ${error.message}`)));
      zip.readEntry();
    });
    let unpacked = 0;
    for (const entry of entries) {
      unpacked += entry.uncompressedSize;
      if ((entry.generalPurposeBitFlag & 1) === 1)
        throw new FileProblem('The archive is encrypted. Save it without a password.');
      if (entry.uncompressedSize > MOST_RATIO * entry.compressedSize + FREE) {
        throw new FileProblem(
          `"${entry.fileName}" would unpack to ${megabytes(entry.uncompressedSize)} from ` +
            `${megabytes(entry.compressedSize)}: that is no table, and it was not unpacked.`,
        );
      }
    }
    if (unpacked > LIMITS.unpackedBytes)
      throw new FileProblem(
        `It would unpack to ${megabytes(unpacked)}; at most ${megabytes(LIMITS.unpackedBytes)} can be taken at once.`,
      );
  } catch (error) {
    zip.close();
    throw error;
  }
  return {
    entries,
    close: () => zip.close(),
    read: (entry) =>
      new Promise((done, fail) => {
        zip.openReadStream(entry, (error, stream) =>
          error
            ? fail(new FileProblem(`"${entry.fileName}" cannot be unpacked: ${error.message}`))
            : done(checked(stream, entry)),
        );
      }),
  };
}

/** What comes out of an entry, its sum checked at the end: a byte that was changed on the way is not read as data. */
function checked(stream: Readable, { fileName, crc32: packed }: Entry): Readable {
  const damaged = (why: string): FileProblem =>
    new FileProblem(`The archive is damaged: "${fileName}" ${why}. Get the file again.`);
  let sum = 0;
  const out = new Transform({
    transform(chunk: Buffer, _, done) {
      sum = crc32(chunk, sum);
      done(null, chunk);
    },
    flush: (done) => done(sum === packed ? null : damaged('is not what was packed')),
  });
  stream.once('error', (error) =>
    out.destroy(error instanceof FileProblem ? error : damaged(`is not what it says (${error.message})`)),
  );
  return stream.pipe(out);
}

const megabytes = (bytes: number): string => `${Math.max(1, Math.round(bytes / 1e6))} MB`;

function listed(path: string): Promise<ZipFile> {
  return new Promise((done, fail) => {
    open(path, { lazyEntries: true, autoClose: false, validateEntrySizes: true }, (error, zip) => {
      if (error) fail(new FileProblem('The archive is damaged or cut off: its list of files cannot be read.'));
      else done(zip);
    });
  });
}
