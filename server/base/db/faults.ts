import { lookup } from '@kerabat/core/base/lookup';
/** What went wrong with the disk or a database file, told apart by what a person can do about it. */
export interface StorageFault {
  readonly kind: 'full' | 'read-only' | 'gone' | 'busy' | 'damaged' | 'unreadable';
  readonly title: string;
  readonly sentence: string;
}

const FAULTS: readonly (StorageFault & { readonly codes: RegExp })[] = [
  {
    kind: 'full',
    codes: /^(SQLITE_FULL|ENOSPC|EDQUOT|EFBIG)$/,
    title: 'Disk full',
    sentence:
      'The disk is full: this entry could not be written. Free some space and send it again; what was ' +
      'saved before is safe.',
  },
  {
    kind: 'read-only',
    codes: /^(SQLITE_READONLY.*|EROFS|EACCES|EPERM|SQLITE_PERM)$/,
    title: 'Cannot be written',
    sentence:
      'The data directory can be read and not written: this entry could not be saved. Give the rights ' +
      'back and send it again.',
  },
  {
    kind: 'busy',
    codes: /^SQLITE_(BUSY|LOCKED).*$/,
    title: 'Not now',
    sentence: 'Another program is writing into the data just now. Send it again in a moment.',
  },
  {
    kind: 'damaged',
    codes: /^SQLITE_(CORRUPT.*|NOTADB)$/,
    title: 'Damaged',
    sentence: 'A database file is damaged. Stop Kerabat, keep a copy of the file, and restore the last backup.',
  },
  {
    kind: 'gone',
    codes: /^(SQLITE_CANTOPEN.*|ENOENT|ENOTDIR)$/,
    title: 'Not there',
    sentence:
      'A file of the data directory is not there any more. Stop Kerabat, bring the directory back, and start again.',
  },
  {
    kind: 'unreadable',
    codes: /^(SQLITE_IOERR.*|EIO)$/,
    title: 'Disk fault',
    sentence:
      'The disk did not take or give what it was asked for. Look at the disk and its log before going ' +
      'on; what was saved before may need a backup.',
  },
];

const codeOf = (error: unknown): string => (error instanceof Error && 'code' in error ? String(error.code) : '');

/** The fault behind an error of the database or the file system; undefined when it is none of theirs. */
export function storageFault(error: unknown): StorageFault | undefined {
  const code = codeOf(error);
  return code === '' ? undefined : FAULTS.find(({ codes }) => codes.test(code));
}

const WORDS: Readonly<Record<string, string>> = { txt: 'text', num: 'value' };
const columnWords = (column: string): string =>
  (lookup(WORDS, column) ?? column).replace(/_(id|key)$/, '').replace(/_/g, ' ');

/** Why a row breaks a rule of the catalogue, in words and not the database's own; undefined when it was not that. */
export function constraintSentence(error: unknown): string | undefined {
  const [code, message] = [codeOf(error), error instanceof Error ? error.message : ''];
  const column = columnWords(/: \w+\.(\w+)/.exec(message)?.[1] ?? '');
  switch (code) {
    case 'SQLITE_CONSTRAINT_NOTNULL':
      return `The ${column} is empty and is needed.`;
    case 'SQLITE_CONSTRAINT_UNIQUE':
    case 'SQLITE_CONSTRAINT_PRIMARYKEY':
      return `Another row has this ${column || 'key'} already.`;
    case 'SQLITE_CONSTRAINT_FOREIGNKEY':
      return 'It names something that is not in the catalogue, or something else still rests on it.';
    case 'SQLITE_CONSTRAINT_CHECK':
    case 'SQLITE_CONSTRAINT_DATATYPE':
      return 'A value is outside what can be kept here: look at quantities, prices and the words of closed lists.';
    default:
      return undefined;
  }
}
